using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Hardware;

public class CheckListTests
{
    [Fact]
    public void Every_port_fixing_and_need_of_every_device_stands_in_the_list()
    {
        var plan = Sample.Plan(Sample.Marsh);
        foreach (var device in Sample.Marsh.Devices)
        {
            var model = Sample.Catalog.Model(device.ModelId);
            var lines = plan.CheckList.Where(l => l.DeviceId == device.Id).ToList();
            var asked = lines.Where(l => l.Kind is CheckKind.Port or CheckKind.Cable).Select(l => l.What).ToHashSet();
            Assert.All(model.Ports, p => Assert.Contains(p.Name, asked));
            Assert.All(model.Tails, t => Assert.Contains(t.Name, asked));
            Assert.Equal(device.Marking is not null, lines.Any(l => l.Kind == CheckKind.Label));
            Assert.Equal(model.Needs.Count, lines.Count(l => l.Kind == CheckKind.Need));
            Assert.Contains(lines, l => l.Kind == CheckKind.Fixing);
            Assert.Equal(model.Fan, lines.Any(l => l.Kind == CheckKind.Air));
        }
    }

    [Fact]
    public void Provided_left_out_and_missing_are_told_apart()
    {
        var design = Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 90, 40) with { ClosedPorts = ["usb-a"] });
        var lines = Sample.Plan(design).CheckList;
        Assert.Equal(CheckState.LeftOut, lines.Single(l => l.What == "double USB socket A").State);
        Assert.Equal(CheckState.Missing, lines.Single(l => l.What == "network jack").State);
        Assert.Equal((CheckKind.Cable, CheckState.Missing), lines.Where(l => l.What == "40-pin header")
            .Select(l => (l.Kind, l.State)).Single());
        var cabled = design.With(Sample.Device("supply", "supply-35w", "panel/bottom", 120, 60)) with
        { Links = [new Link("dc", "supply", "terminals", "sbc", "power", "low-voltage-dc-pair-2-x-0-75", null)] };
        Assert.Equal(CheckState.Provided, Sample.Plan(cabled).CheckList.Single(l => l.What == "USB-C power").State);
        Assert.Equal(CheckState.Missing, lines.Single(l => l.What == "power button").State);
        var buttoned = Sample.Plan(design.With(Sample.Device("b", "button-16", "panel/front", 100, 80) with { RebateToMm = 7 })).CheckList;
        Assert.Equal((CheckState.Provided, "b, front"), buttoned.Where(l => l.What == "power button")
            .Select(l => (l.State, l.Where)).Single());
    }

    [Fact]
    public void Whatever_is_missing_is_a_finding_too()
    {
        var random = new Random(5);
        for (var i = 0; i < 40; i++)
        {
            var models = Sample.Catalog.Hardware;
            var devices = Enumerable.Range(0, 5).Select(n => models[random.Next(models.Count)] is var m
                ? Sample.Device("d" + n, m.Id, m.InPanel ? "panel/front" : "tray-1", random.Next(250), random.Next(120), random.Next(4))
                    : null!).ToArray();
            var plan = Sample.Plan(Sample.WithTray.With(devices));
            foreach (var line in plan.CheckList.Where(l => l.State == CheckState.Missing))
            {
                Assert.Contains(plan.Findings, f => (f.Severity != Severity.Note || line.Kind is CheckKind.Cable or CheckKind.Label)
                    && f.Places.Contains("device/" + line.DeviceId));
            }
        }
    }

    [Fact]
    public void A_pattern_is_symmetrical_only_when_all_its_holes_say_so()
    {
        Assert.True(Sample.Catalog.Model("drive-25-7").Symmetry is { MirrorFrontBack: true, MirrorLeftRight: false, NoTrap: false });
        Assert.True(Sample.Catalog.Model("supply-sfx").Symmetry.NoTrap);
        Assert.True(Sample.Catalog.Model("board-170").Symmetry is { Turn180: false, MirrorLeftRight: false, MirrorFrontBack: false });
        Assert.All(Sample.Catalog.Hardware.Where(h => h.Fan), f => Assert.True(f.Symmetry.NoTrap));
        // 0.1 mm is within, 0.11 mm is not
        Assert.True(PatternSymmetry.Of([new Uv(5, 5), new Uv(15.1, 5)], 20, 10).MirrorLeftRight);
        Assert.False(PatternSymmetry.Of([new Uv(5, 5), new Uv(15.11, 5)], 20, 10).MirrorLeftRight);
    }

    [Fact]
    public void Placing_a_pattern_keeps_distances_and_stays_on_the_turned_board()
    {
        var random = new Random(3);
        for (var i = 0; i < 200; i++)
        {
            var (w, d) = (10 + (random.NextDouble() * 200), 10 + (random.NextDouble() * 200));
            var holes = Enumerable.Range(0, 4).Select(_ => new Uv(random.NextDouble() * w, random.NextDouble() * d)).ToList();
            var placed = PlacedPattern.Of(holes, w, d, random.Next(2) == 0, random.Next(-5, 6), default);
            Assert.All(placed.HolesMm, h => Assert.True(h.U >= -1e-9 && h.V >= -1e-9 && h.U <= placed.WidthMm + 1e-9
                && h.V <= placed.DepthMm + 1e-9));
            Assert.Equal(holes[0].DistanceTo(holes[3]), placed.HolesMm[0].DistanceTo(placed.HolesMm[3]), 9);
        }
    }

    [Fact]
    public void Rack_holes_repeat_every_unit_and_fans_in_a_row_keep_their_pitch()
    {
        var panel = RackPanel.Of(3);
        Assert.Equal((3 * 44.45) - 0.8, panel.HeightMm, 9);
        Assert.Equal(9, panel.HoleHeightsMm.Count);
        Assert.Equal((double[])[15.875, 15.875, 12.7, 15.875], panel.HoleHeightsMm.Take(4)
            .Zip(panel.HoleHeightsMm.Skip(1), (a, b) => Math.Round(b - a, 6)));
        var (columns, length) = FanPattern.Row(80, 71.5, 6, 3);
        Assert.Equal((3 * 80) + (2 * 6), length);
        Assert.All(columns.Chunk(2), c => Assert.Equal(71.5, c[1] - c[0], 9));
    }
}
