using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>Devices are brought in where the findings accept them.</summary>
public class PlacingTests
{
    private static readonly string[] OfPlace = ["device-outside", "devices-collide", "device-hits-part", "hole-near-edge", "hole-in-joint",
        "opening-cuts-joint", "holes-meet"];

    [Fact]
    public void Every_model_of_the_catalog_finds_a_place_in_a_roomy_box()
    {
        var box = Sample.WithTray with { Box = Sample.WithTray.Box with { WidthMm = 620, DepthMm = 520, HeightMm = 420 } };
        foreach (var model in Sample.Catalog.Hardware)
        {
            var deck = model.InPanel ? "panel/front" : "tray-1";
            var (design, id) = Added(box, model.Id, deck);
            Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
            Assert.DoesNotContain(Sample.Plan(design).Findings, f => OfPlace.Contains(f.Code));
            Assert.Equal(id, design.Devices.Single().Id);
        }
    }

    [Fact]
    public void One_after_the_other_they_keep_clear_of_each_other_until_the_deck_is_full()
    {
        var design = Sample.WithTray;
        for (var i = 0; i < 6; i++)
        {
            design = Added(design, "sbc-65", "tray-1").Design;
        }

        var plan = Sample.Plan(design);
        Assert.DoesNotContain(plan.Findings, f => OfPlace.Contains(f.Code));
        Assert.Equal(6, design.Devices.Select(d => (d.UMm, d.VMm)).Distinct().Count());
        Assert.Equal(["sbc-65", "sbc-65-2", "sbc-65-3", "sbc-65-4", "sbc-65-5", "sbc-65-6"], design.Devices.Select(d => d.Id));
    }

    [Theory]
    [InlineData("sbc-65")]
    [InlineData("relay-4")]
    [InlineData("bec-5v")]
    [InlineData("drive-25-7")]
    public void Where_there_is_room_a_straight_driver_reaches_what_is_added(string model)
    {
        var (design, id) = Added(Sample.Empty with { Box = Sample.Empty.Box with { WidthMm = 420, DepthMm = 320, HeightMm = 150 } }, model,
            "panel/bottom");
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Code == "driver-blocked" && f.Places.Contains("device/" + id));
    }

    [Fact]
    public void A_device_whose_screws_find_no_length_comes_with_what_mends_that()
    {
        // through 12 mm of plywood into its standoffs an M2 screw would be between two lengths that are sold
        var bottom = Sample.Empty with { Box = Sample.Empty.Box with { WidthMm = 420, DepthMm = 320, HeightMm = 150 } };
        var bare = bottom with
        {
            Devices = [new Device("clock-40", "clock-40", "Clock", "panel/bottom", 120, 120, 0, null,
            null, [])]
        };
        Assert.Contains(Sample.Plan(bare).Findings, f => f.Code == "screw-none-fits");
        var (design, _) = Added(bottom, "clock-40", "panel/bottom");
        Assert.Equal(0, design.Devices.Single().Adapter!.RevealMm);
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Severity == Severity.Stop);
    }

    [Fact]
    public void What_fits_on_no_deck_changes_nothing_and_is_told_with_its_size()
    {
        var small = Sample.WithTray with { Box = Sample.WithTray.Box with { WidthMm = 150, DepthMm = 150 } };
        var (design, _, reason) = DevicePlacing.Add(small, Sample.Catalog, ShopProfile.Usual, "board-305", "tray-1");
        var board = Sample.Catalog.Model("board-305");
        Assert.Null(design);
        Assert.StartsWith($"No place on {small.Trays[0].Name} is free for {board.Name}, {board.WidthMm:0.#} x {board.DepthMm:0.#} x ",
            reason, StringComparison.Ordinal);
        Assert.EndsWith("make the box or a tray larger.", reason, StringComparison.Ordinal);
    }

    [Fact]
    public void A_full_deck_names_another_where_there_is_a_place_and_there_the_device_comes_in()
    {
        var (full, came) = (Sample.WithTray, DevicePlacing.Add(Sample.WithTray, Sample.Catalog, ShopProfile.Usual, "sbc-85", "tray-1"));
        while (came.Design is { } with)
        {
            (full, came) = (with, DevicePlacing.Add(with, Sample.Catalog, ShopProfile.Usual, "sbc-85", "tray-1"));
        }

        Assert.NotEmpty(full.Devices);
        Assert.EndsWith("; on the bottom there is one.", came.Reason, StringComparison.Ordinal);
        Assert.Equal("panel/bottom", Added(full, "sbc-85", "panel/bottom").Design.Devices[^1].DeckId);
    }

    [Fact]
    public void A_control_stands_on_no_tray_and_nothing_is_carried_by_an_open_face()
    {
        Assert.Contains("sits in the cut-out of a panel", DevicePlacing.Add(Sample.WithTray, Sample.Catalog, ShopProfile.Usual, "pot-m7",
            "tray-1").Reason, StringComparison.Ordinal);
        var open = Sample.WithTray.WithPanel(Face.Top, p => p with { Hold = PanelHold.Open });
        var levels = Sample.Catalog.Systems.First(s => s.Key == "levelFrame").Begin(StartingDesign.Named("Levels"), Sample.Catalog)!;
        Assert.EndsWith("; no other panel is closed that could carry it: close one first.", DevicePlacing.Add(levels, Sample.Catalog,
            ShopProfile.Usual, "led-5", levels.Trays[0].Id).Reason, StringComparison.Ordinal);
        Assert.Contains("The top is open", DevicePlacing.Add(open, Sample.Catalog, ShopProfile.Usual, "sbc-65", "panel/top").Reason,
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_control_in_a_thick_front_comes_with_a_rebate_that_it_clamps()
    {
        var (design, _) = Added(Sample.Empty, "pot-m7", "panel/front");
        Assert.Equal(3, design.Devices[0].RebateToMm);
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Code == "panel-too-thick");
        var (thin, _) = Added(Sample.Empty.WithPanel(Face.Front, p => p with { MaterialId = "aluminium-5052", NominalMm = 2 }), "pot-m7",
            "panel/front");
        Assert.Null(thin.Devices[0].RebateToMm);
    }

    [Fact]
    public void Moved_to_another_deck_a_device_finds_a_place_there_and_sheds_its_rebate()
    {
        var (design, id) = Added(Sample.Empty, "sma", "panel/front");
        Assert.NotNull(design.Devices[0].RebateToMm);
        var back = design.WithPanel(Face.Back, p => p with { MaterialId = "aluminium-5052", NominalMm = 2 })
            .WithEdge(EdgeId.BackLeft, e => e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-20x20" });
        var moved = DevicePlacing.Move(back, Sample.Catalog, ShopProfile.Usual, id, "panel/back").Design!;
        Assert.Equal(("panel/back", (double?)null), (moved.Devices[0].DeckId, moved.Devices[0].RebateToMm));
        Assert.DoesNotContain(Sample.Plan(moved).Findings, f => OfPlace.Contains(f.Code));
    }

    [Fact]
    public void Findings_of_place_agree_with_a_brute_force_look_at_all_pairs()
    {
        var random = new Random(9);
        for (var i = 0; i < 60; i++)
        {
            var devices = Enumerable.Range(0, 6).Select(n => Sample.Device("d" + n, n % 2 == 0 ? "sbc-65" : "drive-25-7", "tray-1",
                random.Next(0, 220), random.Next(0, 140), random.Next(4))).ToArray();
            var plan = Sample.Plan(Sample.WithTray.With(devices));
            var expected = new HashSet<string>(StringComparer.Ordinal);
            foreach (var a in plan.Devices)
            {
                foreach (var b in plan.Devices.Where(b => string.CompareOrdinal(a.Id, b.Id) < 0))
                {
                    if (SharesAPoint(a, b))
                    {
                        expected.Add($"devices-collide:device/{a.Id}+device/{b.Id}");
                    }
                }
            }

            Assert.Equal(expected.Order(StringComparer.Ordinal), plan.Findings.Where(f => f.Code == "devices-collide").Select(f => f.Id)
                .Order(StringComparer.Ordinal));
        }
    }

    [Fact]
    public void A_finding_keeps_its_id_while_its_numbers_change()
    {
        Design At(double u) => Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", u, 40));
        var (near, far) = (Sample.Plan(At(230)).Findings.First(f => f.Code == "device-outside"), Sample.Plan(At(240))
            .Findings.First(f => f.Code == "device-outside"));
        Assert.Equal(near.Id, far.Id);
        Assert.NotEqual(near.Text, far.Text);
        Assert.Contains(Consequences.Between(Sample.Plan(At(100)), Sample.Plan(At(240))).FindingsGained, f => f.Id == far.Id);
    }

    [Fact]
    public void Findings_come_gravest_first_and_every_id_is_its_own()
    {
        foreach (var design in (Design[])[Sample.Marsh, Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 250, 40),
            Sample.Device("fan", "fan-80", "panel/back", 10, 10))])
        {
            var findings = Sample.Plan(design).Findings;
            Assert.Equal(findings.OrderBy(f => f.Severity).Select(f => f.Id), findings.Select(f => f.Id));
            Assert.Equal(findings.Count, findings.Select(f => f.Id).Distinct().Count());
            Assert.All(findings, f => Assert.Equal(f.Remedies.Count, f.Remedies.Select(r => r.Id).Distinct().Count()));
        }
    }

    private static (Design Design, string Id) Added(Design design, string model, string deck)
    {
        var (with, id, reason) = DevicePlacing.Add(design, Sample.Catalog, ShopProfile.Usual, model, deck);
        Assert.True(with is not null, $"{model} on {deck}: {reason}");
        return (with, id);
    }

    /// <summary>Half-millimetre steps through the smaller footprint: some point lies in both bodies, seen from above.</summary>
    private static bool SharesAPoint(DevicePlace a, DevicePlace b)
    {
        for (var x = a.Body.Min.X + 0.25; x < a.Body.Max.X; x += 0.5)
        {
            for (var y = a.Body.Min.Y + 0.25; y < a.Body.Max.Y; y += 0.5)
            {
                if (x > b.Body.Min.X && x < b.Body.Max.X && y > b.Body.Min.Y && y < b.Body.Max.Y)
                {
                    return true;
                }
            }
        }

        return false;
    }
}
