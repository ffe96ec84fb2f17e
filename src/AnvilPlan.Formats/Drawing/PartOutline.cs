using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using NetTopologySuite.Geometries;

namespace AnvilPlan.Formats.Drawing;

/// <summary>A flat area: its rim counter-clockwise, and what is cut out of its inside.</summary>
public sealed record Region(IReadOnlyList<Uv> Rim, IReadOnlyList<IReadOnlyList<Uv>> Inside);

/// <summary>What is left of a part's rectangle when everything that was taken off its edges is gone. mm, in the part's own u and v.</summary>
public static class PartOutline
{
    /// <summary>A piece smaller than this is dust, mm².</summary>
    private const double DustMm2 = 0.01;

    /// <summary>On the face that one looks at. A part in pieces is drawn in pieces.</summary>
    public static IReadOnlyList<Region> Seen(Part part) => Left(part, n => n.From == WorkedFrom.Seen ? n.Outline : n.Floor ?? n.Outline);

    /// <summary>On the face away from it; null when nothing slopes and it is the same.</summary>
    public static IReadOnlyList<Region>? Far(Part part) =>
        Through(part).Any(n => n.Floor is not null) ? Left(part, n => n.From == WorkedFrom.Far ? n.Outline : n.Floor ?? n.Outline) : null;

    /// <summary>A notch that does not go through, as far as it lies on the part.</summary>
    public static IReadOnlyList<Region> Sunk(Part part, Notch notch) => Regions(FlatGeometry.Common(Whole(part), FlatGeometry.Area(notch.Outline)));

    /// <summary>A hole from the edge, as one would see it through the part.</summary>
    public static IReadOnlyList<Uv> Across(Part part, EdgeHole hole)
    {
        var half = (hole.SlotMm ?? hole.DiaMm) / 2;
        var (from, to) = (hole.AlongMm - half, hole.AlongMm + half);
        var (length, width, deep) = (part.LengthMm, part.WidthMm, hole.DepthMm);
        return hole.Edge switch
        {
            PartEdge.ULeast => [new(0, from), new(deep, from), new(deep, to), new(0, to)],
            PartEdge.UMost => [new(length, from), new(length - deep, from), new(length - deep, to), new(length, to)],
            PartEdge.VLeast => [new(from, 0), new(from, deep), new(to, deep), new(to, 0)],
            _ => [new(from, width), new(from, width - deep), new(to, width - deep), new(to, width)],
        };
    }

    /// <summary>True when the rim is not simply the rectangle.</summary>
    public static bool Shaped(Part part) => Through(part).Any() || part.Features.OfType<Opening>().Any(o => OnRim(part, o));

    /// <summary>An opening that reaches the edge, round a post in the corner: it belongs to the outline.</summary>
    public static bool OnRim(Part part, Opening opening) =>
        opening is { Round: false, CornerRadiusMm: 0 } && (opening.Min.U <= Touch || opening.Min.V <= Touch || opening.Max.U >= part.LengthMm - Touch || opening.Max.V >= part.WidthMm - Touch);

    private const double Touch = 1e-6;

    private static IEnumerable<Notch> Through(Part part) => part.Features.OfType<Notch>().Where(n => n.DepthMm is null);

    private static IReadOnlyList<Region> Left(Part part, Func<Notch, IReadOnlyList<Uv>> face)
    {
        var gone = Through(part).Select(face)
            .Concat(part.Features.OfType<Opening>().Where(o => OnRim(part, o)).Select(o => (IReadOnlyList<Uv>)PartSketch.Rectangle(o.Min, o.Max)));
        return Regions(gone.Aggregate(Whole(part), (left, away) => FlatGeometry.Less(left, FlatGeometry.Area(away))));
    }

    private static Geometry Whole(Part part) => FlatGeometry.Rectangle(default, new(part.LengthMm, part.WidthMm));

    private static List<Region> Regions(Geometry area) =>
        [.. FlatGeometry.Pieces(area, DustMm2).Select(p => new Region(FlatGeometry.Points(p.ExteriorRing), [.. p.InteriorRings.Select(FlatGeometry.Points)]))];
}
