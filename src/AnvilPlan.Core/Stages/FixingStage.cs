using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Fifth stage: the fixings that joints and mounts ask for are placed together, each knowing all the others.</summary>
public static class FixingStage
{
    public static FixingPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell, JointPlan joints,
        MountPlan mounts)
    {
        var space = new FixingSpace(shell, fit, joints.Features.Concat(mounts.Features));
        var placed = FixingPlacer.Place([.. mounts.Fixings, .. joints.Fixings], space);
        return new FixingPlan(
            placed,
            MovementSlots.Of([.. placed.SelectMany(Holes)], design, catalog, shop, shell, joints.Holds),
            [
                // what one device is held by is one line, on however many bars it stands
                .. placed.SelectMany(p => p.Way.Screws.Select(s => s with { Count = p.Fixings.Count })).Where(s => s.Count > 0)
                    .GroupBy(s => (s.Id, s.Label)).Select(g => g.First() with { Count = g.Sum(s => s.Count) }),
            ],
            [.. placed.SelectMany(p => p.Way.Bought.Select(b => b with { Count = b.Count * p.Fixings.Count })).Where(b => b.Count > 0)],
            [.. placed.SelectMany(p => p.Conflicts)]);
    }

    private static IEnumerable<PartFeature> Holes(PlacedSet placed) =>
        from fixing in placed.Fixings
        from layer in placed.Way.Layers
        where layer is { Part: not null, Cut: not null }
        select new PartFeature(layer.Part!.Id, layer.Cut!(fixing.Id, fixing.Pose.Told(fixing.At, layer.Part.Pose)));
}
