using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Audit.Written;

/// <summary>Lines with arcs as points on them, by way of the circle through both ends and the top of the arc.</summary>
public static class Bulges
{
    private const int Steps = 24;

    public static List<Uv> Points(IReadOnlyList<(Uv At, double Bulge)> corners) =>
        [.. corners.SelectMany((c, i) => c.Bulge == 0 ? [c.At] : Arc(c.At, corners[(i + 1) % corners.Count].At, c.Bulge))];

    /// <summary>Without the end.</summary>
    private static IEnumerable<Uv> Arc(Uv a, Uv b, double bulge)
    {
        var (du, dv) = (b.U - a.U, b.V - a.V);
        // the top lies half a chord times the bulge to the right of the middle
        var top = new Uv(((a.U + b.U) / 2) + (dv / 2 * bulge), ((a.V + b.V) / 2) - (du / 2 * bulge));
        var d = 2 * ((a.U * (top.V - b.V)) + (top.U * (b.V - a.V)) + (b.U * (a.V - top.V)));
        double Square(Uv p) => (p.U * p.U) + (p.V * p.V);
        var centre = new Uv(
            ((Square(a) * (top.V - b.V)) + (Square(top) * (b.V - a.V)) + (Square(b) * (a.V - top.V))) / d,
            ((Square(a) * (b.U - top.U)) + (Square(top) * (a.U - b.U)) + (Square(b) * (top.U - a.U))) / d);
        var turn = 4 * Math.Atan(bulge) / Steps;
        for (var i = 0; i < Steps; i++)
        {
            var (c, s) = (Math.Cos(turn * i), Math.Sin(turn * i));
            var r = a - centre;
            yield return centre + new Uv((r.U * c) - (r.V * s), (r.U * s) + (r.V * c));
        }
    }
}
