using System.Globalization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Formats.Drawing;

/// <summary>Draws parts as they are put together: outlines by what they are, the hardware's holes, and where each rail is set.</summary>
public static class AssemblySketch
{
    private const double Margin = 40;

    /// <summary>Large enough to be read when the whole frame is drawn on a sheet.</summary>
    private static double TextMm(AssemblyView view) => Math.Max(3.4, view.LengthMm / 62);

    public static Sketch Of(AssemblyView view)
    {
        // what lies on top is drawn last
        List<Stroke> strokes =
        [
            .. view.Pieces.OrderBy(p => Order(p.Role)).SelectMany(p => Outline(p, TextMm(view))),
            .. view.Points.SelectMany(p => PartSketch.Cross(p.At, 3)),
            .. view.Pieces.Where(p => p.Role is AssemblyRole.Rail or AssemblyRole.FixedRail).OrderBy(p => p.Min.U)
                .SelectMany((p, i) => Setting(view, p, i)),
            new TextStroke(Ink.Mark, new Uv(0, view.WidthMm + 8), TextMm(view) * 1.3, view.Title, TextAnchor.Start, 0),
        ];
        return new Sketch(view.Title, new Uv(-Margin, -Margin), new Uv(Math.Max(view.LengthMm + Margin, 110), view.WidthMm + 24), strokes);
    }

    private static int Order(AssemblyRole role) => role switch
    {
        AssemblyRole.Beam => 0,
        AssemblyRole.Fitting => 1,
        AssemblyRole.Post => 2,
        AssemblyRole.Plate => 4,
        AssemblyRole.Device => 5,
        _ => 3,
    };

    private static IEnumerable<Stroke> Outline(AssemblyPiece piece, double textMm)
    {
        var ink = piece.Role switch
        {
            AssemblyRole.Fitting => Ink.Faint,
            AssemblyRole.Device => Ink.Drill,
            AssemblyRole.Spacer or AssemblyRole.Plate => Ink.Pocket,
            _ => Ink.Outline,
        };
        yield return new PathStroke(ink, PartSketch.Rectangle(piece.Min, piece.Max), true, piece.Role == AssemblyRole.Beam);
        if (piece.Role == AssemblyRole.FixedRail)
        {
            yield return new PathStroke(ink, [piece.Min, piece.Max], false, false);
        }

        if (piece.Role == AssemblyRole.Device)
        {
            yield return new TextStroke(Ink.Mark, new Uv((piece.Min.U + piece.Max.U) / 2, (piece.Min.V + piece.Max.V) / 2), textMm,
                piece.Name, TextAnchor.Middle, 0);
        }
    }

    /// <summary>The middle of a rail from the left outside, on three lines in turn where rails lie close.</summary>
    private static IEnumerable<Stroke> Setting(AssemblyView view, AssemblyPiece rail, int index)
    {
        var middle = (rail.Min.U + rail.Max.U) / 2;
        var off = -6 - ((1 + (index % 3)) * TextMm(view) * 1.3);
        yield return new PathStroke(Ink.Dimension, [new(middle, view.WidthMm), new(middle, off)], false, true);
        yield return new TextStroke(Ink.Dimension, new(middle + 1, off), TextMm(view), Math.Round(middle, 2)
            .ToString("0.##", CultureInfo.InvariantCulture), TextAnchor.Start, 0);
    }
}
