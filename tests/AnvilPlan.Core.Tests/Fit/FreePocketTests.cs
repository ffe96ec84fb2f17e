using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fit;

public class FreePocketTests
{
    [Fact]
    public void An_empty_box_is_one_pocket_less_its_blocks()
    {
        var plan = Sample.Plan(Sample.Empty);
        var pocket = FreePockets.Of(plan, Sample.Catalog, 2)[0].Box;
        // inside 296.2 x 216.2 x 136.2; blocks of 20 x 20 run round the top, so the largest block is all the floor and 116.2 high
        Assert.Equal((296.2, 216.2, 116.2), (Math.Round(pocket.Size.X, 6), Math.Round(pocket.Size.Y, 6), Math.Round(pocket.Size.Z, 6)));
    }

    [Fact]
    public void Pockets_are_empty_lie_inside_and_do_not_overlap()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var pockets = FreePockets.Of(plan, Sample.Catalog, 2);
        Assert.NotEmpty(pockets);
        Assert.All(pockets, p => Assert.True(plan.Inner.Contains(p.Box)));
        Assert.All(pockets, p => Assert.DoesNotContain(plan.Devices, d => d.Body.Overlaps(p.Box)));
        Assert.All(pockets, p => Assert.DoesNotContain(plan.Rooms, r => r.Box.Overlaps(p.Box)));
        Assert.All(pockets.SelectMany((p, i) => pockets.Skip(i + 1).Select(q => (p, q))), pq => Assert.False(pq.p.Box.Overlaps(pq.q.Box)));
        Assert.Equal(pockets.OrderByDescending(p => p.VolumeL).Select(p => p.VolumeL), pockets.Select(p => p.VolumeL));
    }

    [Fact]
    public void What_would_fit_really_has_the_room()
    {
        foreach (var pocket in FreePockets.Of(Sample.Plan(Sample.Marsh), Sample.Catalog, 2))
        {
            var room = new[] { pocket.Box.Size.X, pocket.Box.Size.Y, pocket.Box.Size.Z }.Order().ToArray();
            foreach (var name in pocket.Fits)
            {
                var model = Sample.Catalog.Hardware.First(m => m.Name == name);
                var body = new[] { model.WidthMm, model.DepthMm, model.HeightMm }.Order().ToArray();
                Assert.All(body.Zip(room), p => Assert.True(p.First + 4 <= p.Second));
            }
        }
    }

    [Fact]
    public void The_pockets_of_a_crowded_room_are_found_at_once()
    {
        var crowded = Sample.Empty with
        {
            Box = Sample.Empty.Box with { WidthMm = 900, DepthMm = 700, HeightMm = 500 },
            Devices =
            [
                .. Enumerable.Range(0, 100).Select(i =>
                    Sample.Device($"d{i}", "relay-2", "panel/bottom", 30 + (i % 10 * 83), 30 + (i / 10 * 61)) with
                    { Mounting = new OwnFixings { StandoffMm = 5 + (i * 37 % 60) } }),
            ],
        };
        var plan = Sample.Plan(crowded);
        var watch = System.Diagnostics.Stopwatch.StartNew();
        var pockets = FreePockets.Of(plan, Sample.Catalog, 1);
        Assert.True(watch.Elapsed < TimeSpan.FromSeconds(2), $"{watch.Elapsed}");
        Assert.All(pockets, p => Assert.DoesNotContain(plan.Devices, d => d.Body.Overlaps(p.Box)));
    }
}
