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

    public static Polygon Area(IReadOnlyList<Uv> rim, params IReadOnlyList<IReadOnlyList<Uv>> inside) => Factory.CreatePolygon(Ring(rim), [.. inside.Select(Ring)]);

    public static Polygon Rectangle(Uv min, Uv max) => Area(PartSketch.Rectangle(min, max));

    public static Geometry Together(IEnumerable<Region> regions) => Factory.CreateMultiPolygon([.. regions.Select(r => Area(r.Rim, r.Inside))]);

    public static Geometry Less(Geometry left, Geometry away) => OverlayNG.Overlay(left, away, OverlayNG.DIFFERENCE, Grid);

    /// <summary>All of them off at once: taking many off one after the other grows with the square of their number.</summary>
    public static Geometry Less(Geometry left, IReadOnlyCollection<Geometry> away) =>
        away.Count == 0 ? left : Less(left, UnaryUnionNG.Union(away, Factory, Grid));

    public static Geometry Common(Geometry a, Geometry b) => OverlayNG.Overlay(a, b, OverlayNG.INTERSECTION, Grid);

    /// <summary>The pieces larger than that, the largest first; rims counter-clockwise, so that the material lies on their left.</summary>
    public static IEnumerable<Polygon> Pieces(Geometry area, double leastMm2) => Enumerable.Range(0, area.NumGeometries).Select(area.GetGeometryN).OfType<Polygon>()
        .Where(p => p.Area > leastMm2).OrderByDescending(p => p.Area).Select(p => (Polygon)p.Normalized().Reverse());

    /// <summary>Without the last point, which is the first again.</summary>
    public static IReadOnlyList<Uv> Points(LineString ring) => [.. ring.Coordinates.SkipLast(1).Select(c => new Uv(c.X, c.Y))];

    private static LinearRing Ring(IReadOnlyList<Uv> points) => Factory.CreateLinearRing([.. points.Append(points[0]).Select(p => new Coordinate(Grid.MakePrecise(p.U), Grid.MakePrecise(p.V)))]);
}
