using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>Several snags mended one after the other.</summary>
public class MendingTests
{
    [Fact]
    public void All_stops_that_a_remedy_mends_are_gone_each_by_its_own_step_and_nothing_else_is_touched()
    {
        // two boards pushed into their neighbours, and a fan off its wall
        var design = Sample.Marsh.WithDevice("audio", d => d with { UMm = d.UMm + 40, VMm = 5 })
            .WithDevice("fan-in", d => d with { VMm = d.VMm + 30 });
        var plan = Sample.Plan(design);
        var mended = Mending.Of(f => f.Severity == Severity.Stop, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        Assert.True(plan.Tally.Stops > 1, $"{plan.Tally.Stops} stops");
        Assert.InRange(mended.Steps.Count, 1, plan.Tally.Stops);
        Assert.Equal(0, mended.Plan.Tally.Stops);
        Assert.All(mended.Steps, s => Assert.NotEqual(s.Snag, s.Remedy));
        Assert.Equal(plan.Findings[0].Text, mended.Steps[0].Snag);
        // the plan told is that of the design told
        var again = Sample.Plan(mended.Design);
        Assert.Equal(again.Findings.Select(f => f.Id), mended.Plan.Findings.Select(f => f.Id));
        Assert.Empty(design.Devices.Select(d => d.Id).Except(mended.Design.Devices.Select(d => d.Id)));
        Assert.Equal(design.Box.WidthMm, mended.Design.Box.WidthMm);
    }

    [Fact]
    public void What_no_remedy_mends_is_left_and_what_is_not_asked_for_is_not_touched()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var none = Mending.Of(f => f.Code == "devices-collide", Sample.Marsh, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        Assert.Empty(none.Steps);
        Assert.Same(Sample.Marsh, none.Design);
        var bare = plan with { Findings = [Finding.Of("no-remedy", Severity.Stop, "Nothing helps.", [])] };
        Assert.Empty(Mending.Of(_ => true, Sample.Marsh, bare, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing).Steps);
    }

    [Fact]
    public void Snags_come_gravest_first_and_then_in_the_order_of_the_trade()
    {
        var findings = Sample.Plan(Sample.Marsh.WithDevice("audio", d => d with { UMm = d.UMm + 40, VMm = 5 })).Findings;
        Assert.Equal(findings.Select(f => (f.Severity, f.Station)).Order(), findings.Select(f => (f.Severity, f.Station)));
        Assert.True(FindingList.Number("over-the-limit") < FindingList.Number("devices-collide"));
        Assert.Equal(FindingList.All.Count, FindingList.Number("told by a way to build from outside"));
    }
}
