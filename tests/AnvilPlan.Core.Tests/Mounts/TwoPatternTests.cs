using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Mounts;

/// <summary>A device whose holes are not all for one screw: each pattern has its own thread, drill, screws and standoffs.</summary>
public class TwoPatternTests
{
    [Fact]
    public void Each_pattern_gets_its_own_holes_screws_and_standoffs()
    {
        // four for M3 at the corners, two for M2.5 in the middle
        var model = Shipped.Catalog.Model("relay-2") with
        {
            Id = "two",
            Name = "Two patterns",
            WidthMm = 80,
            DepthMm = 60,
            ThreadSize = "M3",
            Ports = [],
            KeepOuts = [],
            Holes =
            [
                new(4, 4, 3.2), new(76, 4, 3.2), new(4, 56, 3.2), new(76, 56, 3.2), new(30, 30, 2.7) { Thread = "M2.5" },
                new(50, 30, 2.7) { Thread = "M2.5" },
            ],
        };
        Assert.Null(ModelCheck.Problem(model));
        var catalog = Shipped.Catalog.With([model]);
        var design = Sample.Empty.With(Sample.Device("board", "two", "panel/bottom", 100, 80) with { Mounting = new OwnFixings { StandoffMm = 5 } });
        var plan = Planner.Plan(design, catalog, Core.Shops.ShopProfile.Usual, Core.Bench.AsBuilt.Nothing);
        var holes = plan.Part("shell/bottom").Features.OfType<Hole>().Where(h => h.For == "board").ToList();
        // clearance of M3 is 3.4, of M2.5 2.9 (ISO 273, medium)
        Assert.Equal([(2, 2.9), (4, 3.4)], holes.GroupBy(h => h.DiaMm).Select(g => (g.Count(), g.Key)).OrderBy(g => g.Key));
        Assert.All(holes.Where(h => h.DiaMm == 2.9), h => Assert.Contains("M2.5", h.DrillWhy, StringComparison.Ordinal));
        Assert.Equal([("M2.5", 2), ("M3", 4)], plan.Standoffs.Select(s => (s.Thread, s.Count)).Order());
        Assert.Equal(["M2.5", "M3"], plan.Screws.Where(s => s.For == "board").Select(s => s.Thread).Distinct().Order());
        Assert.Equal([1, 2, 3, 4, 5, 6], plan.MountPoints.Where(p => p.DeviceId == "board").Select(p => p.Number).Order());
        Assert.DoesNotContain(plan.Findings, f => f.Code == "fixing-blocked");
    }
}
