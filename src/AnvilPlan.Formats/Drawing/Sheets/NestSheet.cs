using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>A sheet of stock with its blanks, every one by its name and size, and what is worth keeping of the rest.</summary>
public static class NestSheet
{
    /// <summary>On paper.</summary>
    private const double FigureMm = 4.2, LineOffMm = 4, LeftMm = 10, BelowMm = 8, AboveMm = 9;

    /// <param name="length">How a length is written.</param>
    public static Sketch Of(SheetLayout sheet, BuildPlan plan, double paperWidthMm, double paperHeightMm, Func<double, string> length)
    {
        var unit = Math.Max(sheet.LengthMm / (paperWidthMm - LeftMm - 2), sheet.WidthMm / (paperHeightMm - AboveMm - BelowMm));
        var pen = new SheetPen(unit);
        var all = new Uv(sheet.LengthMm, sheet.WidthMm);
        string Size(double l, double w) => $"{length(l)} × {length(w)}";
        void Rectangle(Ink ink, Uv min, Uv max, bool dashed, Place? of)
        {
            var corners = PartSketch.Rectangle(min, max);
            pen.Add(new PathStroke(ink, corners, true, dashed) { Of = of });
            pen.Placer.Keep(corners, true);
        }

        Rectangle(Ink.Outline, default, all, false, null);
        var names = new KeyedNames(pen);
        var called = new List<(Keyed Name, Uv Min, Uv Max, Ink Ink)>();
        foreach (var (placed, i) in sheet.Placements.Select((p, i) => (p, i)))
        {
            var (part, min) = (plan.Part(placed.PartId), new Uv(placed.X, placed.Y));
            var max = min + new Uv(placed.LengthMm, placed.WidthMm);
            var of = Place.Part(placed.PartId);
            pen.Add(new TintStroke(Ink.Hatch, Prisms.StuffOf(part.Family), [], [Outline.Rectangle(min, max)]) { Of = of });
            if (part.Grain)
            {
                foreach (var stroke in Hatching.Grain([PartSketch.Rectangle(min, max)], unit))
                {
                    pen.Add(stroke with { Of = of });
                }
            }

            Rectangle(Ink.Outline, min, max, false, of);
            called.Add((new Keyed(i + 1, part.Name, Size(placed.LengthMm, placed.WidthMm)), min, max, Ink.Mark));
        }

        foreach (var (rest, i) in sheet.Offcuts.Select((o, i) => (o, i)))
        {
            var min = new Uv(rest.X, rest.Y);
            var max = min + new Uv(rest.LengthMm, rest.WidthMm);
            Rectangle(Ink.Faint, min, max, true, null);
            called.Add((new Keyed(sheet.Placements.Count + i + 1, $"keep {Size(rest.LengthMm, rest.WidthMm)}"), min, max, Ink.Dimension));
        }

        pen.Dimension(new(0, all.V + (LineOffMm * unit)), new(all.U, all.V + (LineOffMm * unit)), length(all.U), FigureMm);
        pen.Dimension(new(-LineOffMm * unit, 0), new(-LineOffMm * unit, all.V), length(all.V), FigureMm);
        foreach (var (name, min, max, ink) in called)
        {
            names.Tell(name, min, max, ink);
        }

        names.Below(new(0, -LineOffMm * unit), paperWidthMm - LeftMm, Ink.Mark);
        return pen.Sheet($"{sheet.Material} {length(sheet.NominalMm)}", pen.Paper(-1, -1), all + pen.Paper(1, 1));
    }
}
