using System.Diagnostics;
using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Planning;

public class PlannerTests
{
    [Fact]
    public void The_same_input_gives_the_same_plan_byte_for_byte()
    {
        static string Text() => JsonSerializer.Serialize(Sample.Plan(Sample.Marsh), Shipped.Json);
        Assert.Equal(Text(), Text());
    }

    [Fact]
    public void A_design_survives_its_json_and_an_unknown_key_is_named()
    {
        var text = JsonSerializer.Serialize(Sample.Marsh, Shipped.Json);
        Assert.Equal(text, JsonSerializer.Serialize(JsonSerializer.Deserialize<Design>(text, Shipped.Json), Shipped.Json));
        var error = Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Design>(text.Replace("\"uMm\":60", "\"colour\":60",
            StringComparison.Ordinal), Shipped.Json));
        Assert.Contains("colour", error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Ids_come_from_decisions_so_that_a_part_keeps_its_own_when_others_come_and_go()
    {
        var before = Sample.Plan(Sample.Marsh).Parts.Select(p => p.Id).ToHashSet();
        var after = Sample.Plan(Sample.Marsh with { Devices = [], Links = [] }).Parts.Select(p => p.Id).ToHashSet();
        Assert.Equal(before, after);
        Assert.Contains("shell/front", before);
        Assert.Contains("tray-1", before);
    }

    [Fact]
    public void A_part_changed_after_it_was_cut_is_stale_and_its_neighbours_are_not()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var cut = new AsBuilt([.. plan.Parts.Select((p, i) => new BenchEntry(i + 1, DateTime.UnixEpoch, 1, p.Id, p.Fingerprint, null,
            PartState.Cut, null, null, ""))]);
        var same = Planner.Plan(Sample.Marsh, Sample.Catalog, ShopProfile.Usual, cut);
        Assert.DoesNotContain(same.Parts, p => p.Stale);
        Assert.All(same.Parts, p => Assert.Equal(PartState.Cut, p.State));
        var moved = Planner.Plan(Sample.Marsh.WithDevice("gain", d => d with { UMm = d.UMm + 1 }), Sample.Catalog, ShopProfile.Usual, cut);
        Assert.Equal(["shell/front"], moved.Parts.Where(p => p.Stale).Select(p => p.Id));
        Assert.Contains(moved.Findings, f => f.Code == "part-stale");
    }

    [Fact]
    public void The_station_is_rich_and_only_the_feed_of_its_board_stops_it()
    {
        var plan = Sample.Plan(Sample.Marsh);
        Assert.True(plan.Tally.Parts >= 14);
        Assert.True(plan.Tally.Holes >= 40);
        Assert.Equal(["cable-closed-off", "link-volts", "supply-volts"], plan.Findings.Where(f => f.Severity == Severity.Stop)
            .Select(f => f.Code).Order());
        Assert.Equal(5, plan.Parts.Where(p => p.Flat).Select(p => (p.MaterialId, p.NominalMm)).Distinct().Count());
    }

    [Fact]
    public void An_edit_tells_what_moved()
    {
        var before = Sample.Plan(Sample.Marsh);
        var after = Sample.Plan(Sample.Marsh with { Box = Sample.Marsh.Box with { WidthMm = 350 } });
        var c = Consequences.Between(before, after);
        Assert.Equal(10, c.Shifts.Where(s => s.Key == "widthMm").Select(s => s.To - s.From).Single(), 6);
        Assert.Contains("shell/front", c.PartsChanged);
        Assert.DoesNotContain("shell/left", c.PartsChanged);
        Assert.Empty(c.PartsAdded);
        var same = Consequences.Between(before, before);
        Assert.Empty(same.Shifts);
        Assert.Empty(same.PartsChanged);
    }

    [Fact]
    public void Sixty_devices_are_planned_in_well_under_half_a_second()
    {
        var devices = Enumerable.Range(0, 60).Select(i => Sample.Device("d" + i, "sbc-65", "tray-1", 5 + (i % 10 * 70), 5 + (i / 10 * 35)))
            .ToArray();
        var big = Sample.WithTray with { Box = Sample.WithTray.Box with { WidthMm = 760, DepthMm = 300 } };
        Sample.Plan(big.With(devices));
        var watch = Stopwatch.StartNew();
        var plan = Sample.Plan(big.With(devices));
        Assert.True(watch.ElapsedMilliseconds < 500, $"{watch.ElapsedMilliseconds} ms");
        Assert.Equal(240, plan.MountPoints.Count);
    }

    [Fact]
    public void Core_stands_alone()
    {
        var core = typeof(Planner).Assembly;
        string[] allowed = ["System.", "netstandard", "mscorlib"];
        var foreign = core.GetReferencedAssemblies().Select(a => a.Name!)
            .Where(n => !allowed.Any(a => n.StartsWith(a, StringComparison.Ordinal))).ToList();
        Assert.Empty(foreign);
    }
}
