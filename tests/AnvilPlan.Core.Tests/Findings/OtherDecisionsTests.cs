using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>What is offered when nothing that the finding itself knows mends it.</summary>
public class OtherDecisionsTests
{
    private static IReadOnlyList<TriedRemedy> Offered(Design design, BuildPlan plan, Finding finding) =>
        TriedRemedies.Of(finding, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);

    private static Design Begun(string key, Design design) => Sample.Catalog.Systems.First(s => s.Key == key)
        .Begin(design, Sample.Catalog)!;

    [Fact]
    public void Two_frames_in_one_box_are_one_snag_and_either_can_be_taken_out()
    {
        var design = Begun("railFrame", Begun("levelFrame", Sample.Empty));
        var plan = Sample.Plan(design);
        var collide = Assert.Single(plan.Findings, f => f.Code == "parts-collide");
        Assert.Equal("parts-collide:level-frame+rail-frame", collide.Id);
        Assert.EndsWith(" more places.", collide.Text, StringComparison.Ordinal);
        var without = Assert.Single(Offered(design, plan, collide), r => r.Id == "without-rail-frame");
        Assert.Equal(["level-frame"], without.Design.Structures.Select(s => s.Id));
        Assert.DoesNotContain(without.Plan.Findings, f => f.Code == "parts-collide");
    }

    [Fact]
    public void A_tray_in_another_is_moved_as_little_as_helps()
    {
        // 2 mm of sheet, and the second 1 mm above the first: 2.5 mm more leave 1.5 mm between them
        var first = Sample.WithTray.Trays[0] with { Support = TraySupport.Hung };
        var design = Sample.WithTray with
        { Trays = [first, first with { Id = "tray-2", Name = "Second", UndersideMm = first.UndersideMm + 1 }] };
        var plan = Sample.Plan(design);
        var collide = plan.Findings.First(f => f.Code == "parts-collide" && f.Places.SequenceEqual(["tray-1", "tray-2"]));
        Assert.Empty(collide.Remedies);
        var shift = Offered(design, plan, collide).First(r => r.Id == "shift-tray-2");
        Assert.Equal("Move Second up or down, as little as helps", shift.Title);
        var by = shift.Design.Trays[1].UndersideMm - design.Trays[1].UndersideMm;
        Assert.DoesNotContain(shift.Plan.Findings.SelectMany(f => f.Members), collide.Members.Contains);
        Assert.True(by >= first.NominalMm - 1, $"moved by {by} mm");
        Assert.Contains(Offered(design, plan, collide), r => r.Id is "without-tray-1" or "shift-tray-1");
    }

    [Fact]
    public void A_tray_that_carries_hardware_is_not_taken_out()
    {
        var first = Sample.WithTray.Trays[0];
        var design = Sample.WithTray with
        { Trays = [first, first with { Id = "tray-2", Name = "Second", UndersideMm = first.UndersideMm + 1 }] };
        design = design.With(Sample.Device("sbc", "sbc-85", "tray-2", 60, 60));
        var plan = Sample.Plan(design);
        foreach (var finding in plan.Findings.Where(f => f.Severity == Severity.Stop))
        {
            Assert.DoesNotContain(finding.Otherwise(), r => r.Id == "without-tray-2");
        }
    }

    [Fact]
    public void An_own_remedy_that_mends_comes_before_all_others()
    {
        var design = Sample.Empty.WithEdge(EdgeId.FrontTop, e => e with { BlockBarId = null });
        var plan = Sample.Plan(design);
        var missing = plan.Findings.Single(f => f.Code == "block-missing");
        Assert.Equal(missing.Remedies.Select(r => r.Id), Offered(design, plan, missing).Select(r => r.Id));
        Assert.NotEmpty(missing.Remedies);
    }

    [Fact]
    public void What_a_device_asks_of_others_is_not_answered_by_moving_things()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 60, 60)));
        Assert.Empty(plan.Findings.First(f => f.Code == "control-forgotten").Otherwise());
    }
}
