using AnvilPlan.Core.Geometry;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.OverlayNG;

namespace AnvilPlan.Formats.Drawing;

/// <summary>
/// Areas in the plane of a part, mm. All results lie on a grid of a nanometre, so that edges that meet in the part meet in drawing
/// and model.
/// </summary>
internal static class FlatGeometry
{
    private static readonly PrecisionModel Grid = new(1e6);
    private static readonly GeometryFactory Factory = new(Grid);

    /// <summary>Arcs become chords that leave them by no more than this (mm); <see cref="ArcsAgain"/> finds them in a result.</summary>
    private const double SagittaMm = 0.001;

    public static Polygon Area(Outline rim, params IEnumerable<Outline> inside) =>
        Factory.CreatePolygon(Ring(rim.Points(SagittaMm)), [.. inside.Select(i => Ring(i.Points(SagittaMm)))]);

    public static Polygon Area(IReadOnlyList<Uv> rim, params IReadOnlyList<IReadOnlyList<Uv>> inside) =>
        Factory.CreatePolygon(Ring(rim), [.. inside.Select(Ring)]);

    public static Polygon Rectangle(Uv min, Uv max) => Area(Outline.Rectangle(min, max));

    public static Geometry Less(Geometry left, Geometry away) => OverlayNG.Overlay(left, away, OverlayNG.DIFFERENCE, Grid);

    /// <summary>All of them off at once: taking many off one after the other grows with the square of their number.</summary>
    public static Geometry Less(Geometry left, IReadOnlyCollection<Geometry> away) =>
        away.Count == 0 ? left : Less(left, UnaryUnionNG.Union(away, Factory, Grid));

    public static Geometry Nothing => Factory.CreatePolygon();

    public static Geometry Both(Geometry a, Geometry b) => OverlayNG.Overlay(a, b, OverlayNG.UNION, Grid);

    /// <summary>The smallest area without a hollow that holds the points; nothing where they lie on a line.</summary>
    public static Geometry Hull(IEnumerable<Uv> points) =>
        Factory.CreateMultiPointFromCoords([.. points.Select(Precise)]).ConvexHull() is Polygon area ? area : Nothing;

    /// <summary>All rims of an area, each without the last point.</summary>
    public static IReadOnlyList<IReadOnlyList<Uv>> Rings(Geometry area) => [.. Polygons(area)
        .SelectMany(p => p.InteriorRings.Prepend(p.ExteriorRing)).Select(Points)];

    public static Geometry Common(Geometry a, Geometry b) => OverlayNG.Overlay(a, b, OverlayNG.INTERSECTION, Grid);

    /// <summary>The pieces larger than that, the largest first; rims counter-clockwise, so that the material lies on their left.</summary>
    public static IEnumerable<Polygon> Pieces(Geometry area, double leastMm2) => Polygons(area)
        .Where(p => p.Area > leastMm2).OrderByDescending(p => p.Area).Select(p => (Polygon)p.Normalized().Reverse());

    private static IEnumerable<Polygon> Polygons(Geometry area) => Enumerable.Range(0, area.NumGeometries)
        .Select(area.GetGeometryN).OfType<Polygon>().Where(p => !p.IsEmpty);

    /// <summary>Without the last point, which is the first again.</summary>
    public static IReadOnlyList<Uv> Points(LineString ring) => [.. ring.Coordinates.SkipLast(1).Select(At)];

    /// <summary>A ring with the chords that lie on those arcs made arcs again.</summary>
    public static Outline ArcsAgain(LineString ring, IReadOnlyList<Arc> arcs)
    {
        var points = Points(ring);
        var on = points.Select((p, i) => OnArc(p, points[(i + 1) % points.Count], arcs)).ToList();
        var first = Enumerable.Range(0, points.Count).FirstOrDefault(i => on[i] is null
            || on[i] != on[(i + points.Count - 1) % points.Count], -1);
        if (first < 0)
        {
            return Outline.CircleAt(on[0]!.Value.Centre, 2 * on[0]!.Value.RadiusMm);
        }

        var vertices = new List<Vertex>();
        for (var i = 0; i < points.Count;)
        {
            var at = (first + i) % points.Count;
            var run = 1;
            while (on[at] is not null && i + run < points.Count && on[(at + run) % points.Count] == on[at])
            {
                run++;
            }

            vertices.Add(new(points[at], run > 1 ? Math.Tan(Sweep(points, at, run, on[at]!.Value.Centre) / 4) : 0));
            i += run;
        }

        return Outline.Of(vertices);
    }

    private static double Sweep(IReadOnlyList<Uv> points, int from, int count, Uv centre)
    {
        double Angle(int i) => Math.Atan2(points[i % points.Count].V - centre.V, points[i % points.Count].U - centre.U);
        return Enumerable.Range(from, count).Sum(i => Math.IEEERemainder(Angle(i + 1) - Angle(i), 2 * Math.PI));
    }

    /// <summary>The arc of which that stretch is a chord, or part of one.</summary>
    private static Arc? OnArc(Uv a, Uv b, IReadOnlyList<Arc> arcs)
    {
        const double near = SagittaMm + 3e-6;
        foreach (var arc in arcs)
        {
            var longest = (2 * Math.Sqrt(2 * arc.RadiusMm * SagittaMm)) + 1e-5;
            if (a.DistanceTo(b) <= longest && Math.Abs(a.DistanceTo(arc.Centre) - arc.RadiusMm) <= near
                && Math.Abs(b.DistanceTo(arc.Centre) - arc.RadiusMm) <= near)
            {
                return arc;
            }
        }

        return null;
    }

    private static LinearRing Ring(IReadOnlyList<Uv> points) =>
        Factory.CreateLinearRing([.. points.Append(points[0]).Select(Precise)]);

    private static Coordinate Precise(Uv p) => new(Grid.MakePrecise(p.U), Grid.MakePrecise(p.V));

    private static Uv At(Coordinate c) => new(c.X, c.Y);
}
