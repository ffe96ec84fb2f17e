using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Holes and openings against edges, joints, bars and one another.</summary>
internal static class HoleFindings
{
    private const double LeastBridgeMm = 1;

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var devices = plan.Design.Devices.Select(d => d.Id).ToHashSet(StringComparer.Ordinal);
        var kinds = plan.Fixings.Fixings.ToDictionary(f => f.Id, f => f.Kind, StringComparer.Ordinal);
        foreach (var part in plan.Parts.Parts.Where(p => p is { Flat: true, Kind: not PartKind.Blank }))
        {
            var keep = plan.Joints.KeepClear.Where(k => k.PartId == part.Id).ToList();
            foreach (var finding in part.Features.OfType<Hole>().Where(h => !h.Given)
                .SelectMany(h => Edge(plan, part, h, kinds.TryGetValue(h.Id, out var kind) ? kind : null)))
            {
                yield return finding;
            }

            foreach (var finding in Joints(plan, part, devices, keep))
            {
                yield return finding;
            }

            foreach (var finding in Overlaps(plan, part))
            {
                yield return finding;
            }
        }
    }

    private static IEnumerable<Finding> Edge(PlanSoFar plan, Part part, Hole hole, FixingKind? of)
    {
        var gap = Math.Min(Math.Min(hole.At.U, part.LengthMm - hole.At.U), Math.Min(hole.At.V, part.WidthMm - hole.At.V));
        var least = of switch
        {
            // a dowel stands where the board behind it does, and that board keeps the edge from splitting
            FixingKind.Dowel => double.NegativeInfinity,
            // nothing pulls a magnet sideways: a wall round its pocket is enough
            FixingKind.Magnet => (hole.DiaMm / 2) + MagnetRow.WallMm,
            _ => PlacementCheck.EdgeDistanceMm(plan.Catalog.Material(part.MaterialId), hole.DiaMm),
        };
        if (gap >= least - 1e-6)
        {
            yield break;
        }

        yield return Finding.Of("hole-near-edge", gap < hole.DiaMm / 2 ? Severity.Stop : Severity.Warn,
            $"{hole.Purpose} in {part.Name}: centre {Say.Mm(gap)} mm from the edge, {Say.Mm(least)} mm wanted for {Say.Mm(hole.DiaMm)} "
                + $"mm in {part.Material}.",
            [part.Id, Place.Hole(hole.Id)], Move(plan, "hole-near-edge", hole.For));
    }

    /// <summary>The holes of one grille that run into one bar are one finding, told by the worst of them.</summary>
    private static IEnumerable<Finding> Joints(PlanSoFar plan, Part part, HashSet<string> devices, List<KeepClear> keep)
    {
        var hits = part.Features.Where(f => f is not (Channel or Bevel) && devices.Contains(f.For))
            .Select(f => keep.Select(k => (Feature: f, k.What, Mm: Into(Extent(f, part.Slab), k))).Where(h => h.Mm > 0)
                .OrderByDescending(h => h.Mm).ToList())
            .Where(h => h.Count > 0).Select(h => h[0]);
        foreach (var same in hits.GroupBy(h => (h.Feature.For, h.Feature.Purpose, h.What)))
        {
            var (worst, count) = (same.MaxBy(h => h.Mm), same.Count());
            var code = worst.Feature is Hole ? "hole-in-joint" : "opening-cuts-joint";
            yield return Finding.Of(code, Severity.Stop,
                $"{worst.Feature.Purpose} in {part.Name} runs {Say.Mm(worst.Mm)} mm into the "
                    + $"{worst.What}{(count > 1 ? $", at {count} of its holes" : "")}.",
                [part.Id, Place.Hole(worst.Feature.Id)], Move(plan, code, worst.Feature.For))
                    .AlikeBy($"{part.Id}+{worst.Feature.For}+{worst.What}", worst.Feature.Purpose);
        }
    }

    private static double Into((Uv Min, Uv Max) extent, KeepClear keep) => Math.Min(
        Math.Min(extent.Max.U, keep.Max.U) - Math.Max(extent.Min.U, keep.Min.U), Math.Min(extent.Max.V, keep.Max.V) - Math.Max(extent.Min.V,
            keep.Min.V));

    private static IEnumerable<Finding> Overlaps(PlanSoFar plan, Part part)
    {
        var features = part.Features.Where(f => f is Hole or Opening).Select(f => (Feature: f, Extent: Extent(f, part.Slab)))
            .OrderBy(f => f.Extent.Min.U).ToList();
        var told = new HashSet<string>(StringComparer.Ordinal);
        for (var i = 0; i < features.Count; i++)
        {
            for (var j = i + 1; j < features.Count && features[j].Extent.Min.U < features[i].Extent.Max.U + LeastBridgeMm; j++)
            {
                var (a, b) = (features[i].Feature, features[j].Feature);
                // fixings keep clear of each other when they are placed; notches round bars may run together
                if ((a is Hole && b is Hole && !a.Given && !b.Given) || (IsNotch(a) && IsNotch(b)) || a.For == b.For
                    || Bridge(a, b, part.Slab) >= LeastBridgeMm - 1e-6
                    || !told.Add(string.Join('+', new[] { a.For, b.For }.Order(StringComparer.Ordinal))))
                {
                    continue;
                }

                yield return Finding.Of("holes-meet", Severity.Stop,
                    $"In {part.Name}, {a.Purpose} and {b.Purpose} leave {Say.Mm(Math.Max(0, Bridge(a, b, part.Slab)))} mm between them, "
                        + $"{LeastBridgeMm} mm is the least.",
                    [part.Id, Place.Hole(a.Id), Place.Hole(b.Id)], [.. Move(plan, "holes-meet", a.For),
                        .. Move(plan, "holes-meet", b.For)]);
            }
        }
    }

    private static bool IsNotch(Feature f) => f is Opening { RoundPart: true };

    /// <summary>Material between two features (mm), negative when they run into each other.</summary>
    private static double Bridge(Feature a, Feature b, Slab slab)
    {
        switch (Round(a, slab), Round(b, slab))
        {
            case ({ } one, { } two):
                return one.At.DistanceTo(two.At) - one.Radius - two.Radius;
            case ({ } circle, null):
                return ToRectangle(circle, Extent(b, slab));
            case (null, { } circle):
                return ToRectangle(circle, Extent(a, slab));
        }

        var ((aMin, aMax), (bMin, bMax)) = (Extent(a, slab), Extent(b, slab));
        return Math.Max(Math.Max(aMin.U - bMax.U, bMin.U - aMax.U), Math.Max(aMin.V - bMax.V, bMin.V - aMax.V));
    }

    private static double ToRectangle((Uv At, double Radius) circle, (Uv Min, Uv Max) box)
    {
        var nearest = new Uv(Math.Clamp(circle.At.U, box.Min.U, box.Max.U), Math.Clamp(circle.At.V, box.Min.V, box.Max.V));
        return nearest.DistanceTo(circle.At) - circle.Radius;
    }

    /// <summary>The largest circle when all that it takes is round.</summary>
    private static (Uv At, double Radius)? Round(Feature f, Slab slab) =>
        f.Cuts(slab).ToList() is { Count: > 0 } cuts && cuts.TrueForAll(c => c is FaceCut { Mouth.Circle: not null })
            ? cuts.Select(c => c.Mouth.Circle!.Value).MaxBy(c => c.RadiusMm) : null;

    /// <summary>The rectangle about what it takes from a face; a countersink's rim does not count.</summary>
    private static (Uv Min, Uv Max) Extent(Feature f, Slab slab) => f.Cuts(slab).OfType<FaceCut>().FirstOrDefault()?.Extent ?? default;

    private static Remedy[] Move(PlanSoFar plan, string code, string forWhat) =>
        plan.Design.Devices.FirstOrDefault(d => d.Id == forWhat) is { } device
        ? [DeviceMoves.Remedy(plan, code, device)]
        : [];
}
