using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fit;

/// <summary>A second method: blocks grown from random empty points until they touch; none may be larger than the first pocket.</summary>
public class LargestPocketTests
{
    [Fact]
    public void No_block_grown_by_hand_is_larger_than_the_largest_pocket()
    {
        var random = new Random(5);
        for (var round = 0; round < 6; round++)
        {
            var design = Sample.WithTray;
            foreach (var model in (string[])["relay-2", "supply-35w", "drive-25-7", "adc-50"])
            {
                design = DevicePlacing.Add(design, Sample.Catalog, ShopProfile.Usual, model, random.Next(2) == 0 ? "tray-1"
                    : "panel/bottom").Design ?? design;
            }

            var plan = Sample.Plan(design);
            var largest = FreePockets.Of(plan, Sample.Catalog, 2)[0].Box.VolumeMm3;
            List<Box> taken = [.. plan.Devices.Select(d => d.Body), .. plan.Parts.Where(p => p.Kind != PartKind.Panel).Select(p => p.Box),
                .. plan.Rooms.Select(r => r.Box)];
            for (var i = 0; i < 60; i++)
            {
                var at = plan.Inner.Min + new Point3(random.NextDouble() * plan.Inner.Size.X, random.NextDouble() * plan.Inner.Size.Y,
                    random.NextDouble() * plan.Inner.Size.Z);
                Assert.True(Grown(at, plan.Inner, taken, random).VolumeMm3 <= largest + 1e-3);
            }
        }
    }

    private static Box Grown(Point3 at, Box room, List<Box> taken, Random random)
    {
        var box = new Box(at, at).Grow(0.5);
        if (!room.Contains(box) || taken.Exists(t => t.Overlaps(box)))
        {
            return default;
        }

        foreach (var direction in Enum.GetValues<Direction>().OrderBy(_ => random.Next()))
        {
            var axis = direction.Axis();
            var way = direction.Sign() > 0 ? box.WithSpan(axis, box.Min[axis], room.Max[axis])
                : box.WithSpan(axis, room.Min[axis], box.Max[axis]);
            var stops = taken.Where(t => t.Overlaps(way)).ToList();
            var end = direction.Sign() > 0 ? stops.Select(s => s.Min[axis]).Append(room.Max[axis]).Min() : stops.Select(s => s.Max[axis])
                .Append(room.Min[axis]).Max();
            box = direction.Sign() > 0 ? box.WithSpan(axis, box.Min[axis], end) : box.WithSpan(axis, end, box.Max[axis]);
        }

        return box;
    }
}
