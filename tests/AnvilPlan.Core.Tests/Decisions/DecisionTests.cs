using AnvilPlan.Core.Decisions;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Decisions;

public class DecisionTests
{
    private static readonly OptionFigures Nothing = new(null, null, null, null, null, null);

    private static readonly Tally Tally = Sample.Plan(Sample.Empty).Tally;

    private static Design With(IReadOnlyList<Criterion> criteria, params DesignOption[] options) =>
        Sample.Empty with { Brief = Sample.Empty.Brief with { Criteria = criteria, Options = options, OldCaseVolumeL = 24 } };

    private static DesignOption Judged(string id, params (string, double)[] scores) =>
        new(id, id, OptionKind.Variant, Nothing, [.. scores.Select(s => new Judgement(s.Item1, s.Item2))]);

    [Fact]
    public void The_plan_fills_in_what_it_knows_and_asks_for_the_rest()
    {
        var design = With(
            [new("size", "Size", 5, Measure.VolumeL, null), new("look", "Look", 3, Measure.Judgement, null),
                new("heat", "Heat", 2, Measure.HeatPerLitre, null)],
            new DesignOption("this", "This design", OptionKind.ThisDesign, Nothing, [new("look", 8)]),
            new DesignOption("old", "Keep the old case", OptionKind.OldCase, Nothing, []),
            new DesignOption("shelf", "A plain shelf", OptionKind.PlainShelf, Nothing, [new("look", 2)]));
        var matrix = DecisionMatrix.Of(design, Tally);
        // 320 x 240 x 160 mm against 24 l
        Assert.Equal(12.288, matrix.Cells.Single(c => (c.CriterionId, c.OptionId) == ("size", "this")).Value!.Value, 3);
        Assert.Equal(10, matrix.Cells.Single(c => (c.CriterionId, c.OptionId) == ("size", "this")).Score);
        Assert.Equal(0, matrix.Cells.Single(c => (c.CriterionId, c.OptionId) == ("size", "old")).Score);
        // asked: the look of the old case, the shelf's volume, and its heat per litre
        Assert.Equal(3, matrix.Asked);
        Assert.Null(matrix.Totals.Single(t => t.OptionId == "shelf").Total);
        Assert.Equal(1, matrix.Totals.Single(t => t.OptionId == "this").Rank);
    }

    [Fact]
    public void The_ranking_tips_where_two_weighted_sums_meet()
    {
        var design = With(
            [new("price", "Price", 6, Measure.Judgement, null), new("look", "Look", 4, Measure.Judgement, null)],
            Judged("plain", ("price", 9), ("look", 3)), Judged("fine", ("price", 4), ("look", 9)));
        var matrix = DecisionMatrix.Of(design, Tally);
        // plain 6 x 9 + 4 x 3 = 66, fine 6 x 4 + 4 x 9 = 60
        Assert.Equal(6.6, matrix.Totals.Single(t => t.OptionId == "plain").Total!.Value, 9);
        Assert.Equal(6.0, matrix.Totals.Single(t => t.OptionId == "fine").Total!.Value, 9);
        // price: 9 w + 12 = 4 w + 36 at 4.8; look: 54 + 3 w = 24 + 9 w at 5
        Assert.Equal([("price", 4.8, "fine"), ("look", 5.0, "fine")],
            matrix.Tips.Select(t => (t.CriterionId, Math.Round(t.Weight, 9), t.ThenOptionId)));
        foreach (var tip in matrix.Tips)
        {
            double Lead(double weight)
            {
                var at = DecisionMatrix.Of(design with
                {
                    Brief = design.Brief with
                    { Criteria = [.. design.Brief.Criteria.Select(c => c.Id == tip.CriterionId ? c with { Weight = weight } : c)] }
                },
                    Tally);
                return at.Totals[0].Total!.Value - at.Totals[1].Total!.Value;
            }

            Assert.True(Lead(tip.Weight - 0.01) * Lead(tip.Weight + 0.01) < 0, "the lead changes its sign there");
        }
    }

    [Fact]
    public void Criteria_are_scored_again_when_it_is_built()
    {
        var design = With([new("price", "Price", 3, Measure.CostCents, 6), new("look", "Look", 1, Measure.Judgement, 10)]);
        Assert.Equal(7, DecisionMatrix.Of(design, Tally).BuiltTotal);
        Assert.Null(DecisionMatrix.Of(With([new("look", "Look", 1, Measure.Judgement, null)]), Tally).BuiltTotal);
    }

    [Fact]
    public void A_likeness_says_what_no_longer_fits_and_the_largest_factor_that_works()
    {
        var design = Sample.WithTray.With(Sample.Device("board", "board-170", "tray-1", 30, 20) with { ClosedPorts = ["rear"] });
        design = design with { Brief = design.Brief with { Likeness = new Likeness("Grain silo", 4000, 3000, 2400, 20) } };
        var plan = Sample.Plan(design);
        // width chain without air: 11.9 + 170.18 + 11.9 = 193.98; depth the same; height 11.9 + tray 2 + standoff 5 + 45 + 11.9
        Assert.Equal(200, plan.Likeness!.WidthMm);
        var depth = plan.Likeness.Misses.Single(m => m.Axis == Core.Geometry.Axis.Y);
        Assert.Equal(193.98 - 150, depth.ShortMm, 6);
        Assert.Equal(3000 / 193.98, plan.Likeness.LargestFactor!.Value, 6);
        var finding = plan.Findings.Single(f => f.Code == "likeness-too-small");
        Assert.Contains("board lacks 44 mm of depth", finding.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Sample.Plan(finding.Remedies.Single().Change(design)!).Findings, f => f.Code == "likeness-too-small");
    }
}
