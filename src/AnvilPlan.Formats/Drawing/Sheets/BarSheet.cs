using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>A bar with the pieces that are cut from it, each by its name and length. Its length is to scale, its height is not.</summary>
public static class BarSheet
{
    /// <summary>On paper: a line of words over another has room in it.</summary>
    private const double HighMm = 11;

    /// <param name="length">How a length is written.</param>
    public static Sketch Of(BarLayout bar, BuildPlan plan, double paperWidthMm, Func<double, string> length)
    {
        var unit = bar.LengthMm / (paperWidthMm - 2);
        var pen = new SheetPen(unit);
        var high = HighMm * unit;
        var names = new KeyedNames(pen);
        void Rectangle(double from, double to, Ink ink, Place? of)
        {
            var corners = PartSketch.Rectangle(new(from, 0), new(to, high));
            pen.Add(new PathStroke(ink, corners, true, ink == Ink.Faint) { Of = of });
            pen.Placer.Keep(corners, true);
        }

        foreach (var piece in bar.Pieces)
        {
            var of = Place.Part(piece.PartId);
            pen.Add(new TintStroke(Ink.Hatch, Prisms.StuffOf(plan.Part(piece.PartId).Family), [],
                [Outline.Rectangle(new(piece.X, 0), new(piece.X + piece.LengthMm, high))])
            { Of = of });
            Rectangle(piece.X, piece.X + piece.LengthMm, Ink.Outline, of);
        }

        var end = bar.Pieces.Select(p => p.X + p.LengthMm).DefaultIfEmpty(0).Max();
        if (bar.RestMm > 0)
        {
            Rectangle(end, bar.LengthMm, Ink.Faint, null);
        }

        // equal pieces share a number where they have no room for their name
        var kinds = bar.Pieces.Select(p => (plan.Part(p.PartId).Name, p.LengthMm)).Distinct().ToList();
        foreach (var piece in bar.Pieces)
        {
            var name = plan.Part(piece.PartId).Name;
            names.Tell(new Keyed(kinds.IndexOf((name, piece.LengthMm)) + 1, name, length(piece.LengthMm))
            {
                Figure = length(piece.LengthMm)
            }, new(piece.X, 0), new(piece.X + piece.LengthMm, high), Ink.Mark);
        }

        if (bar.RestMm > 0)
        {
            names.Tell(new Keyed(kinds.Count + 1, $"rest {length(bar.RestMm)}"), new(end, 0), new(bar.LengthMm, high), Ink.Dimension);
        }

        names.Below(new(0, -2 * unit), paperWidthMm, Ink.Mark);
        return pen.Sheet($"{bar.Material} {bar.Section}", pen.Paper(-1, -1), new Uv(bar.LengthMm, high) + pen.Paper(1, 1));
    }
}
