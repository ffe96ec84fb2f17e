using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using NetTopologySuite.Geometries;

namespace AnvilPlan.Formats.Drawing;

/// <summary>A flat area: its rim counter-clockwise, and what is cut out of its inside.</summary>
public sealed record Region(Outline Rim, IReadOnlyList<Outline> Inside)
{
    public IEnumerable<Outline> Lines => Inside.Prepend(Rim);
}

/// <summary>
/// What is left of a part's rectangle when everything that shapes its rim is gone. mm, in the part's own u and v; arcs stay arcs.
/// </summary>
public static class PartOutline
{
    /// <summary>A piece smaller than this is dust, mm².</summary>
    private const double DustMm2 = 0.01;

    /// <summary>On the face that one looks at. A part in pieces is drawn in pieces.</summary>
    public static IReadOnlyList<Region> Seen(Part part) => Left(part, WorkedFrom.Seen);

    /// <summary>On the face away from it; null when nothing slopes and it is the same.</summary>
    public static IReadOnlyList<Region>? Far(Part part) => Shaping(part).Any(c => !c.Upright) ? Left(part, WorkedFrom.Far) : null;

    /// <summary>An area as far as it lies on the part.</summary>
    public static IReadOnlyList<Region> Within(Part part, Outline area) => Inside(part, area.Min) && Inside(part, area.Max)
        ? [new Region(area, [])]
        : Regions(FlatGeometry.Common(Whole(part), FlatGeometry.Area(area)), [.. area.Arcs]);

    private static bool Inside(Part part, Uv at) => at.U >= 0 && at.V >= 0 && at.U <= part.LengthMm && at.V <= part.WidthMm;

    private static IEnumerable<FaceCut> Shaping(Part part) => part.Features.Where(f => f.ShapesRim(part.Slab))
        .SelectMany(f => f.Cuts(part.Slab)).OfType<FaceCut>().Where(c => c.EndMm is null);

    private static IReadOnlyList<Region> Left(Part part, WorkedFrom face)
    {
        List<Outline> gone = [.. Shaping(part).Select(c => c.Face == face ? c.Mouth : c.Floor)];
        return gone.Count == 0
            ? [new Region(Outline.Rectangle(default, part.Slab.Far), [])]
            : Regions(gone.Aggregate(Whole(part), (left, away) => FlatGeometry.Less(left, FlatGeometry.Area(away))),
                [.. gone.SelectMany(o => o.Arcs)]);
    }

    private static Geometry Whole(Part part) => FlatGeometry.Rectangle(default, part.Slab.Far);

    private static List<Region> Regions(Geometry area, IReadOnlyList<Arc> arcs) =>
        [.. FlatGeometry.Pieces(area, DustMm2)
            .Select(p => new Region(FlatGeometry.ArcsAgain(p.ExteriorRing, arcs),
            [.. p.InteriorRings.Select(r => FlatGeometry.ArcsAgain(r, arcs))]))];
}
