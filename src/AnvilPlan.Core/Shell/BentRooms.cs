using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Shell;

/// <summary>Where bent faces reach into the inside of the box: bars stop before them and plates are notched round them.</summary>
public static class BentRooms
{
    /// <summary>The blocks of one-piece faces that lie within the inner box, one room for each corner.</summary>
    public static IReadOnlyList<Box> Inside(IEnumerable<SolidPart> panels, Box inner) =>
    [
        .. panels.Where(p => p.LeafOf is not null && p.Body.Count > 1)
            .SelectMany(p => p.Body).Select(b => b.Intersect(inner)).Where(b => b.Size is { X: > 1e-6, Y: > 1e-6, Z: > 1e-6 })
            .GroupBy(b => (b.Centre.X > inner.Centre.X, b.Centre.Y > inner.Centre.Y, b.Centre.Z > inner.Centre.Z))
            .Select(g => g.Aggregate(Around)),
    ];

    private static Box Around(Box a, Box b) => new(
        new(Math.Min(a.Min.X, b.Min.X), Math.Min(a.Min.Y, b.Min.Y), Math.Min(a.Min.Z, b.Min.Z)),
        new(Math.Max(a.Max.X, b.Max.X), Math.Max(a.Max.Y, b.Max.Y), Math.Max(a.Max.Z, b.Max.Z)));
}
