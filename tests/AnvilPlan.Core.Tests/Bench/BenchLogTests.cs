using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Bench;

/// <summary>What is made so far is read off the log, and changes say what of it they spoil.</summary>
public class BenchLogTests
{
    private static BenchEntry Line(int number, string part, PartState? state, int unit = 1, string print = "now") =>
        new(number, DateTime.UnixEpoch, unit, part, print, null, state, null, null, "x");

    [Fact]
    public void A_part_is_as_far_as_the_last_line_that_says_how_far_it_is()
    {
        var made = new AsBuilt([Line(1, "front", PartState.Cut), Line(2, "front", PartState.Machined), Line(3, "front", null),
            Line(4, "left", PartState.Cut)]);
        Assert.Equal(PartState.Machined, made.Of("front", 1)!.State);
        Assert.Equal(PartState.Cut, made.Of("left", 1)!.State);
        Assert.Null(made.Of("right", 1));
    }

    [Fact]
    public void Of_several_units_the_one_that_is_least_far_counts_and_each_may_be_stale()
    {
        var made = new AsBuilt([Line(1, "front", PartState.Fitted, 1, "old"), Line(2, "front", PartState.Cut, 2)]);
        Assert.Equal(PartState.Cut, made.Of("front", 2)!.State);
        Assert.Equal(PartState.ToDo, made.Of("front", 3)!.State);
        Assert.True(made.Of("front", 2)!.StaleAt("now"));
        // the old one is cut anew
        var again = new AsBuilt([.. made.Log, Line(3, "front", PartState.Cut, 1)]);
        Assert.False(again.Of("front", 2)!.StaleAt("now"));
    }

    [Fact]
    public void A_part_that_was_given_up_is_stale_no_more()
    {
        var made = new AsBuilt([Line(1, "front", PartState.Cut, 1, "old"), Line(2, "front", PartState.ToDo)]);
        Assert.False(made.Of("front", 1)!.StaleAt("now"));
    }

    private static (BuildPlan Plan, AsBuilt Made) Begun(Design design, params string[] parts)
    {
        var bare = Sample.Plan(design);
        var made = new AsBuilt([.. parts.Select((p, i) => Line(i + 1, p, PartState.Cut, 1, bare.Made.Single(m => m.Id == p).Fingerprint))]);
        return (Planner.Plan(design, Sample.Catalog, ShopProfile.Usual, made), made);
    }

    [Fact]
    public void A_change_says_what_of_the_work_done_it_spoils_and_only_that()
    {
        var (plan, made) = Begun(Sample.Marsh, "shell/front", "shell/left");
        var moved = Planner.Plan(Sample.Marsh.WithDevice("gain", d => d with { UMm = d.UMm + 1 }), Sample.Catalog, ShopProfile.Usual, made);
        Assert.Equal([plan.Part("shell/front").Name], Consequences.Between(plan, moved).WorkLost);
        Assert.Empty(Consequences.Between(plan, plan).WorkLost);
    }

    [Fact]
    public void Of_the_remedies_that_mend_those_come_first_that_spare_what_is_cut()
    {
        // rails go into the sides, posts into the bottom
        var design = Sample.WithTray with { Trays = [Sample.WithTray.Trays[0] with { Support = TraySupport.None }] };
        var (plan, made) = Begun(design, "shell/bottom");
        var finding = plan.Findings.Single(f => f.Code == "tray-unsupported");
        var tried = TriedRemedies.Of(finding, design, plan, Sample.Catalog, ShopProfile.Usual, made);
        Assert.Equal(["rails", "posts"], tried.Select(t => t.Id));
        var (other, walls) = Begun(design, "shell/left");
        Assert.Equal(["posts", "rails"], TriedRemedies.Of(other.Findings.Single(f => f.Code == "tray-unsupported"), design, other,
            Sample.Catalog, ShopProfile.Usual, walls).Select(t => t.Id));
    }

    [Theory]
    [InlineData("unit", 0, 5.0, "front", "n")]
    [InlineData("minutes", 1, -1.0, "front", "n")]
    [InlineData("minutes", 1, double.NaN, "front", "n")]
    [InlineData("partId", 1, 5.0, "", "n")]
    public void A_line_that_cannot_be_is_refused_with_field_value_and_range(string field, int unit, double minutes, string part,
        string note)
    {
        var problem = Assert.Single(BenchCheck.Problems(new BenchEntry(1, DateTime.UnixEpoch, unit, part, "f", null, null, null,
            minutes, note)));
        Assert.Equal(field, problem.Path);
        Assert.Contains("must", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_line_that_says_nothing_and_lines_out_of_order_are_refused()
    {
        Assert.Contains("says nothing",
            Assert.Single(BenchCheck.Problems(new BenchEntry(1, DateTime.UnixEpoch, 1, "front", "f", null, null, null, null, ""))).Message,
            StringComparison.Ordinal);
        Assert.Equal("log[1].number",
            Assert.Single(BenchCheck.Problems(new AsBuilt([Line(2, "front", PartState.Cut), Line(2, "left", PartState.Cut)]))).Path);
    }
}
