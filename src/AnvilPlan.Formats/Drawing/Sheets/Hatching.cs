using AnvilPlan.Core.Geometry;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>Strokes that tell of what a cut area is: broken ones along the grain of wood, oblique ones in metal, a sparse cross for clear
/// sheet.</summary>
internal static class Hatching
{
    /// <summary>On paper.</summary>
    private const double GrainStepMm = 4, DashMm = 9, MetalStepMm = 1.6, PlainStepMm = 3, ClearStepMm = 5;

    /// <param name="rings">Rims of the area, of what is cut out of it too.</param>
    /// <param name="unitMm">Millimetres of the area to one of paper.</param>
    public static IEnumerable<PathStroke> Of(Stuff stuff, IReadOnlyList<IReadOnlyList<Uv>> rings, double unitMm) => stuff switch
    {
        Stuff.Wood => Grain(rings, unitMm),
        Stuff.Metal => Lines(rings, 45, MetalStepMm * unitMm),
        Stuff.Clear => Lines(rings, 45, ClearStepMm * unitMm).Concat(Lines(rings, 135, ClearStepMm * unitMm)),
        Stuff.Device => [],
        _ => Lines(rings, 135, PlainStepMm * unitMm),
    };

    /// <param name="upright">It runs along v.</param>
    public static IEnumerable<PathStroke> Grain(IReadOnlyList<IReadOnlyList<Uv>> rings, double unitMm, bool upright)
    {
        static Uv Exchanged(Uv p) => new(p.V, p.U);
        return !upright ? Grain(rings, unitMm)
            : Grain([.. rings.Select(r => (IReadOnlyList<Uv>)[.. r.Select(Exchanged)])], unitMm)
                .Select(s => s with { Points = [.. s.Points.Select(Exchanged)] });
    }

    public static IEnumerable<PathStroke> Grain(IReadOnlyList<IReadOnlyList<Uv>> rings, double unitMm)
    {
        var (step, gap) = (GrainStepMm * unitMm, DashMm * unitMm);
        foreach (var (row, a, b) in Across(rings, 0, step))
        {
            for (var u = a.U + (gap * (row % 2 == 0 ? 0.1 : 0.6)); u < b.U - (0.5 * unitMm); u += gap)
            {
                yield return new PathStroke(Ink.Grain, [new(u, a.V), new(Math.Min(u + (gap * 0.7), b.U - (0.3 * unitMm)), a.V)], false,
                    false);
            }
        }
    }

    private static IEnumerable<PathStroke> Lines(IReadOnlyList<IReadOnlyList<Uv>> rings, double deg, double step) =>
        Across(rings, deg, step).Select(l => new PathStroke(Ink.Hatch, [l.From, l.To], false, false));

    /// <summary>Parallel stretches within the area, row by row. Source: even and odd crossings of a line.</summary>
    private static IEnumerable<(int Row, Uv From, Uv To)> Across(IReadOnlyList<IReadOnlyList<Uv>> rings, double deg, double step)
    {
        var (sin, cos) = Math.SinCos(deg * Math.PI / 180);
        Uv Turned(Uv p) => new((p.U * cos) + (p.V * sin), (p.V * cos) - (p.U * sin));
        Uv Back(double u, double v) => new((u * cos) - (v * sin), (u * sin) + (v * cos));
        var edges = rings.SelectMany(r => r.Select((p, i) => (A: Turned(p), B: Turned(r[(i + 1) % r.Count])))).ToList();
        if (edges.Count == 0)
        {
            yield break;
        }

        var (low, high) = ((int)Math.Floor(edges.Min(e => e.A.V) / step), (int)Math.Ceiling(edges.Max(e => e.A.V) / step));
        for (var row = low; row <= high; row++)
        {
            var v = (row + 0.5) * step;
            var cuts = edges.Where(e => (e.A.V > v) != (e.B.V > v))
                .Select(e => e.A.U + ((e.B.U - e.A.U) * (v - e.A.V) / (e.B.V - e.A.V))).Order().ToList();
            for (var i = 0; i + 1 < cuts.Count; i += 2)
            {
                yield return (row, Back(cuts[i], v), Back(cuts[i + 1], v));
            }
        }
    }
}
