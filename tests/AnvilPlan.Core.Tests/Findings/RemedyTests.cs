using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>Snags with one cause are told once, and only remedies that mend are offered.</summary>
public class RemedyTests
{
    private static Finding Some(string where, params Remedy[] remedies) =>
        Finding.Of("short", Severity.Warn, $"The {where} is short by 3 mm.", [where], remedies).AlikeBy("boards", where);

    [Fact]
    public void Findings_with_one_cause_become_one_that_names_every_place()
    {
        var one = Finding.Merge([Some("left"), Some("right"), Some("top")]);
        Assert.Equal("The left is short by 3 mm. So also: right, top.", one.Text);
        Assert.Equal("short:boards", one.Id);
        Assert.Equal(["left", "right", "top"], one.Places);
        Assert.Equal(["short:left", "short:right", "short:top"], one.Members);
    }

    [Fact]
    public void A_finding_that_stands_alone_stays_as_it_is()
    {
        var one = Some("left");
        Assert.Same(one, Finding.Merge([one]));
        Assert.Equal([one.Id], one.Members);
    }

    [Fact]
    public void Places_without_a_name_of_their_own_are_counted()
    {
        Finding Hole(int n) => Finding.Of("edge", Severity.Warn, "Rivet 7.5 mm from the edge.", ["part", $"hole/{n}"]);
        Assert.Equal("Rivet 7.5 mm from the edge. So at 3 places.", Finding.Merge([Hole(1), Hole(2), Hole(3)]).Text);
    }

    [Fact]
    public void The_remedy_of_a_merged_finding_is_done_for_each_of_them_and_skips_those_it_cannot_do()
    {
        Remedy Wider(double by) =>
            new("wider", "Make it wider", d => by > 5 ? null : d with { Box = d.Box with { WidthMm = d.Box.WidthMm + by } });
        var one = Finding.Merge([Some("left", Wider(1)), Some("right", Wider(7)), Some("top", Wider(2))]);
        var changed = Assert.Single(one.Remedies).Change(Sample.Empty)!;
        Assert.Equal(Sample.Empty.Box.WidthMm + 3, changed.Box.WidthMm, 9);
        Assert.Null(Assert.Single(Finding.Merge([Some("left", Wider(7)), Some("top", Wider(8))]).Remedies).Change(Sample.Empty));
    }

    [Fact]
    public void What_changes_nothing_or_stops_the_plan_is_not_offered()
    {
        var design = Sample.Empty with { Brief = Sample.Empty.Brief with { BudgetCents = 100 } };
        var plan = Sample.Plan(design);
        var over = plan.Findings.Single(f => f.Code == "over-budget");
        var with = over with
        {
            Remedies =
            [
                new Remedy("none", "There is none", _ => null),
                new Remedy("same", "The same again", d => d with { Name = d.Name }),
                new Remedy("beside", "Something else", d => d with { Box = d.Box with { DepthMm = d.Box.DepthMm + 10 } }),
                new Remedy("invalid", "Out of range", d => d with { Box = d.Box with { WidthMm = -1 } }),
                new Remedy("stops", "At any price", d => d.WithEdge(EdgeId.FrontTop, e => e with { Joint = JointKind.ButtScrewed,
                    BlockBarId = null }) with { Brief = d.Brief with { BudgetCents = null } }),
                new Remedy("mends", "Do not count it", d => d with { Brief = d.Brief with { BudgetCents = null } }),
            ],
        };
        var tried = TriedRemedies.Of(with, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        var only = Assert.Single(tried);
        Assert.Equal("mends", only.Id);
        Assert.DoesNotContain(only.Plan.Findings, f => f.Code == "over-budget");
    }

    [Fact]
    public void A_finding_told_for_several_is_mended_in_part_when_one_of_them_goes()
    {
        // two trays in the air: posts for the first only
        var first = Sample.WithTray.Trays[0];
        var design = Sample.WithTray with
        {
            Trays = [first with { Support = TraySupport.None }, first with { Id = "tray-2", Name = "Second",
            UndersideMm = first.UndersideMm + 45, Support = TraySupport.None }]
        };
        var plan = Sample.Plan(design);
        var air = plan.Findings.Single(f => f.Code == "tray-unsupported");
        Assert.Equal(2, air.Members.Count);
        Assert.Contains("So also: Second.", air.Text, StringComparison.Ordinal);
        var some = new Remedy("posts", "One on posts", d => d.WithTray(first.Id, t => t with { Support = TraySupport.Posts }));
        Assert.NotNull(TriedRemedies.Try(some.Id, air with { Remedies = [some] }, design, plan, Sample.Catalog, ShopProfile.Usual,
            AsBuilt.Nothing));
    }

    [Fact]
    public void Every_remedy_offered_in_a_full_housing_mends_its_snag()
    {
        // the marsh housing with a device pushed where it cannot be
        var design = Sample.Marsh.WithDevice("audio", d => d with { UMm = d.UMm + 40, VMm = 5 })
            .WithDevice("fan-in", d => d with { VMm = d.VMm + 30 });
        var plan = Sample.Plan(design);
        var offered = 0;
        foreach (var finding in plan.Findings.Where(f => f.Severity != Severity.Note))
        {
            foreach (var remedy in TriedRemedies.Of(finding, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing))
            {
                offered++;
                Assert.Contains(finding.Members, m => remedy.Plan.Findings.All(f => !f.Members.Contains(m)));
                Assert.True(remedy.Plan.Tally.Stops <= plan.Tally.Stops, $"{remedy.Title}: {remedy.Plan.Tally.Stops} stops");
            }
        }

        Assert.True(offered >= 2, $"{offered} offered");
    }
}
