using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Remedies;

/// <summary>Holes and openings beside the bends of folded sheet: what is too near is drawn out of shape when it is bent.</summary>
internal static class BendDistance
{
    /// <summary>
    /// From the tangent of a bend to the rim, in thicknesses: a hole or a short edge, and a long edge that runs along the bend [R].
    /// </summary>
    private const double HoleShare = 1.5;

    private const double LongEdgeShare = 3;

    /// <summary>An edge this many thicknesses long is a long one.</summary>
    private const double LongFrom = 10;

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var part in plan.Parts.Parts.Where(p => p.Features.Any(f => f is BendLine) && !plan.Catalog.Material(p.MaterialId).Wood))
        {
            var bends = part.Features.OfType<BendLine>().ToList();
            var near = part.Features.Where(f => f.Unfolded).SelectMany(f => f.Cuts(part.Slab).OfType<FaceCut>().Take(1),
                (f, c) => (Feature: f, Extent: c.Extent))
                .SelectMany(f => bends, (f, b) => (f.Feature, Bend: b, Gap: Gap(b, f.Extent), Least: LeastMm(b, f.Feature, f.Extent,
                    part.ThicknessMm)))
                .Where(x => x.Gap < x.Least - 1e-6);
            foreach (var same in near.GroupBy(x => (x.Feature.For, x.Bend.Id)))
            {
                var worst = same.MinBy(x => x.Gap - x.Least);
                var device = plan.Design.Devices.FirstOrDefault(d => d.Id == worst.Feature.For);
                yield return Finding.Of("hole-near-bend", Severity.Warn,
                    $"{device?.Name ?? worst.Feature.Purpose} in {part.Name.ToLowerInvariant()}: "
                        + $"{(worst.Gap < 0 ? "lies in" : $"{Say.Mm(worst.Gap)} mm from")} the {worst.Bend.Purpose}, "
                        + $"{Say.Mm(worst.Least)} mm wanted, or it is drawn out of shape; cut it after bending, or move it.",
                    [part.Id, worst.Bend.ToFace, device is null ? worst.Bend.FromFace : Place.Device(device.Id)], device is null
                        ? [.. Ways.Of(plan.Catalog).SelectMany(s => s.MoreRoom(plan, worst.Bend.ToFace))]
                        : [DeviceMoves.Remedy(plan, "hole-near-bend", device)]);
            }
        }
    }

    /// <summary>Between the rectangle about a feature and the part of the blank that turns, mm; negative inside it.</summary>
    private static double Gap(BendLine bend, (Uv Min, Uv Max) extent)
    {
        var (min, max) = bend.Zone;
        var (u, v) = (Math.Max(min.U - extent.Max.U, extent.Min.U - max.U), Math.Max(min.V - extent.Max.V, extent.Min.V - max.V));
        return u > 0 && v > 0 ? Math.Sqrt((u * u) + (v * v)) : Math.Max(u, v);
    }

    private static double LeastMm(BendLine bend, Feature feature, (Uv Min, Uv Max) extent, double thicknessMm)
    {
        var along = bend.AlongV ? extent.Max.V - extent.Min.V : extent.Max.U - extent.Min.U;
        return thicknessMm * (feature is Opening { Round: false } && along >= LongFrom * thicknessMm ? LongEdgeShare : HoleShare);
    }
}
