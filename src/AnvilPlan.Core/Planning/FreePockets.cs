using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Planning;

/// <summary>An empty block inside the box, and what of the catalog would go into it.</summary>
/// <param name="Fits">Names of the largest models that fit, one of a group.</param>
public sealed record FreePocket(Box Box, double VolumeL, IReadOnlyList<string> Fits);

/// <summary>
/// The free room that is left, as largest empty blocks: every block that stands in the room splits the empty ones that it touches
/// into the maximal rests beside it (the empty-maximal-space method of three-dimensional packing).
/// </summary>
public static class FreePockets
{
    /// <summary>A pocket thinner than this is no use, mm.</summary>
    public const double LeastMm = 15;

    /// <summary>So many empty blocks are followed, the largest: crowded rooms fall into thousands.</summary>
    private const int MostFollowed = 300;

    /// <summary>Pockets that do not overlap one another, largest first.</summary>
    /// <param name="clearMm">Left free all round a device that would go in.</param>
    public static IReadOnlyList<FreePocket> Of(BuildPlan plan, Catalog catalog, double clearMm, int most = 6)
    {
        var free = new List<Box> { plan.Inner };
        var taken = plan.Devices.SelectMany(d => d.Blocks.Select(b => new Block(b, d.Pose).Hull))
            .Concat(plan.Parts.Where(p => p.Closes is null).SelectMany(p => p.Body.Select(b => new Block(b, p.Pose).Hull)))
            .Concat(plan.Rooms.Select(r => new Block(r.Box, r.Pose).Hull))
            .Concat(plan.Parts.Where(p => p is { Closes: not null, Pose: not null })
                .SelectMany(p => Before(new Block(p.Box, p.Pose), plan.Inner)));
        foreach (var block in taken)
        {
            free = Without(free, block);
        }

        var pockets = new List<FreePocket>();
        while (pockets.Count < most && free.Count > 0)
        {
            var largest = free.OrderByDescending(f => f.VolumeMm3).ThenBy(f => f.Min.X).ThenBy(f => f.Min.Y).ThenBy(f => f.Min.Z).First();
            pockets.Add(new FreePocket(largest, largest.VolumeMm3 * 1e-6, Fitting(largest, catalog, clearMm)));
            free = Without(free, largest);
        }

        return pockets;
    }

    /// <summary>A panel that leans and what lies before it, as steps.</summary>
    private static IEnumerable<Box> Before(Block panel, Box inner)
    {
        const double step = 5;
        for (var z = inner.Min.Z; z < inner.Max.Z; z += step)
        {
            var top = Math.Min(z + step, inner.Max.Z);
            if (panel.Along(inner.Centre.With(Axis.Z, top - 1e-3), Axis.Y, null) is (_, var back) && back > inner.Min.Y)
            {
                yield return inner.WithSpan(Axis.Z, z, top).WithSpan(Axis.Y, inner.Min.Y, back);
            }
        }
    }

    /// <summary>The empty blocks that are left when one more block stands in the room.</summary>
    private static List<Box> Without(List<Box> free, Box block)
    {
        var rests = new List<Box>();
        foreach (var room in free)
        {
            if (!room.Overlaps(block))
            {
                rests.Add(room);
                continue;
            }

            foreach (var axis in Enum.GetValues<Axis>())
            {
                rests.Add(room.WithSpan(axis, room.Min[axis], Math.Min(room.Max[axis], block.Min[axis])));
                rests.Add(room.WithSpan(axis, Math.Max(room.Min[axis], block.Max[axis]), room.Max[axis]));
            }
        }

        // what holds another is larger
        var kept = new List<Box>();
        foreach (var rest in rests.Where(r => Enum.GetValues<Axis>().All(a => r.Size[a] >= LeastMm)).OrderByDescending(r => r.VolumeMm3)
            .ThenBy(r => r.Min.X).ThenBy(r => r.Min.Y).ThenBy(r => r.Min.Z))
        {
            if (kept.Count < MostFollowed && !kept.Exists(k => k.Contains(rest)))
            {
                kept.Add(rest);
            }
        }

        return kept;
    }

    private static List<string> Fitting(Box pocket, Catalog catalog, double clearMm)
    {
        var room = Sorted(pocket.Size - (new Point3(2, 2, 2) * clearMm));
        return
        [
            .. catalog.Hardware.Where(m => !m.InPanel)
                .Where(m => Sorted(new Point3(m.WidthMm, m.DepthMm, m.HeightMm + (m.BareBoard ? FitStage.LeastStandoffMm : 0))).Zip(room)
                    .All(p => p.First <= p.Second))
                .GroupBy(m => m.Group)
                .Select(g => g.MaxBy(m => m.WidthMm * m.DepthMm * m.HeightMm)!.Name),
        ];
    }

    private static double[] Sorted(Point3 size) => [.. new[] { size.X, size.Y, size.Z }.Order()];
}
