using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>
/// Parts as they are put together, from above: bars, fittings and hardware by name, and ordinates from the left outside for the middle of
/// each rail.
/// </summary>
public static class AssemblySheet
{
    /// <summary>On paper.</summary>
    private const double TextMm = SheetPen.TextMm, FigureMm = 4.2, LeftMm = 12, RightMm = 3, BelowMm = 30, AboveMm = 4;

    /// <summary>Never larger than in the flesh.</summary>
    private const double LargestScale = 1;

    /// <param name="length">How a length is written.</param>
    public static Sketch Of(AssemblyView view, double paperWidthMm, double paperHeightMm, Func<double, string> length)
    {
        var unit = Math.Max(1 / LargestScale, Math.Max(view.LengthMm / (paperWidthMm - LeftMm - RightMm),
            view.WidthMm / (paperHeightMm - BelowMm - AboveMm)));
        var pen = new SheetPen(unit);
        foreach (var piece in view.Pieces.OrderBy(p => Order(p.Role)))
        {
            Piece(pen, piece);
        }

        foreach (var point in view.Points)
        {
            foreach (var arm in PartSketch.Cross(point.At, unit))
            {
                pen.Add(arm);
            }

            pen.Placer.Bar(new Field(point.At, point.At).Grow(unit));
        }

        var rails = view.Pieces.Where(p => p.Role is AssemblyRole.Rail or AssemblyRole.FixedRail)
            .Select(p => (p.Min.U + p.Max.U) / 2).Order().ToList();
        pen.Ordinates([0, .. rails], new(0, Math.Min(0, view.Pieces.Min(p => p.Min.V))), length);
        var left = Math.Min(0, view.Pieces.Min(p => p.Min.U)) - (5 * unit);
        pen.Dimension(new(left, 0), new(left, view.WidthMm), length(view.WidthMm), FigureMm);
        var low = pen.Lowest - (7 * unit);
        pen.Dimension(new(0, low), new(view.LengthMm, low), length(view.LengthMm), FigureMm);
        var names = new KeyedNames(pen);
        foreach (var (device, i) in view.Pieces.Where(p => p.Role == AssemblyRole.Device).Select((p, i) => (p, i)))
        {
            names.Tell(new Keyed(i + 1, device.Name), device.Min, device.Max, Ink.Device);
        }

        names.Below(new(0, low - (2 * unit)), paperWidthMm - LeftMm, Ink.Device);
        return pen.Sheet(view.Title, pen.Paper(-1, -1), new Uv(view.LengthMm, view.WidthMm) + pen.Paper(1, 1));
    }

    /// <summary>What lies on top is drawn last.</summary>
    private static int Order(AssemblyRole role) => role switch
    {
        AssemblyRole.Beam => 0,
        AssemblyRole.Fitting => 1,
        AssemblyRole.Post => 2,
        AssemblyRole.Plate => 4,
        AssemblyRole.Device => 5,
        _ => 3,
    };

    private static void Piece(SheetPen pen, AssemblyPiece piece)
    {
        var of = Place.Parse(piece.Id);
        var corners = PartSketch.Rectangle(piece.Min, piece.Max);
        if (piece.Role is AssemblyRole.Rail or AssemblyRole.FixedRail or AssemblyRole.Beam or AssemblyRole.Post)
        {
            pen.Add(new TintStroke(Ink.Hatch, Stuff.Metal, [], [Outline.Rectangle(piece.Min, piece.Max)]) { Of = of });
        }

        if (piece.Role is AssemblyRole.FixedRail or AssemblyRole.Post)
        {
            foreach (var stroke in Hatching.Of(Stuff.Metal, [corners], pen.UnitMm))
            {
                pen.Add(stroke with { Of = of });
            }
        }

        var ink = piece.Role switch
        {
            AssemblyRole.Fitting => Ink.Behind,
            AssemblyRole.Device => Ink.Device,
            AssemblyRole.Spacer or AssemblyRole.Plate => Ink.Pocket,
            _ => Ink.Outline,
        };
        pen.Add(new PathStroke(ink, corners, true, piece.Role == AssemblyRole.Beam) { Of = of });
        pen.Placer.Keep(corners, true);
    }
}
