using AnvilPlan.Core.Decisions;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Decisions;

/// <summary>What must hold for any matrix, whatever its weights and scores.</summary>
public class DecisionPropertyTests
{
    private static readonly Tally Tally = Sample.Plan(Sample.Empty).Tally;

    [Fact]
    public void Totals_lie_between_the_worst_and_the_best_score_and_ranks_follow_them()
    {
        var random = new Random(17);
        for (var i = 0; i < 200; i++)
        {
            var design = Any(random);
            var matrix = DecisionMatrix.Of(design, Tally);
            foreach (var total in matrix.Totals)
            {
                var scores = matrix.Cells.Where(c => c.OptionId == total.OptionId).Select(c => c.Score!.Value).ToList();
                Assert.InRange(total.Total!.Value, scores.Min() - 1e-9, scores.Max() + 1e-9);
            }

            var byRank = matrix.Totals.OrderBy(t => t.Rank).Select(t => t.Total!.Value).ToList();
            Assert.Equal(byRank.OrderDescending(), byRank);
            Assert.Equal(Enumerable.Range(1, byRank.Count), matrix.Totals.Select(t => t.Rank!.Value).Order());
        }
    }

    [Fact]
    public void At_every_tipping_point_the_first_and_the_named_option_are_level_and_between_them_nobody_overtakes()
    {
        var random = new Random(23);
        var seen = 0;
        for (var i = 0; i < 120; i++)
        {
            var design = Any(random);
            var matrix = DecisionMatrix.Of(design, Tally);
            var first = matrix.Totals.Single(t => t.Rank == 1).OptionId;
            foreach (var tip in matrix.Tips)
            {
                seen++;
                var at = With(design, tip.CriterionId, tip.Weight);
                Assert.Equal(TotalOf(at, first), TotalOf(at, tip.ThenOptionId), 6);
                var own = design.Brief.Criteria.Single(c => c.Id == tip.CriterionId).Weight;
                // half way to the point the first one still leads
                var half = With(design, tip.CriterionId, (own + tip.Weight) / 2);
                Assert.All(half.Totals, t => Assert.True(TotalOf(half, first) >= t.Total!.Value - 1e-9));
            }
        }

        Assert.True(seen > 100, $"only {seen} tipping points");
    }

    [Fact]
    public void The_worst_measured_option_scores_nought_and_equal_ones_all_score_ten()
    {
        var criteria = new List<Criterion> { new("cost", "Cost", 5, Measure.CostCents, null) };
        DesignOption Costing(string id, double cents) => new(id, id, OptionKind.Variant, new(null, cents, null, null, null, null), []);
        List<double> Scores(params DesignOption[] options) =>
            [.. DecisionMatrix.Of(Sample.Empty with { Brief = Sample.Empty.Brief with { Criteria = criteria, Options = options } }, Tally)
                .Cells.Select(c => c.Score!.Value)];
        Assert.Equal([10, 5, 0], Scores(Costing("a", 1000), Costing("b", 1500), Costing("c", 2000)));
        Assert.Equal([10, 10], Scores(Costing("a", 1000), Costing("b", 1000)));
    }

    [Fact]
    public void Without_weight_or_options_nothing_is_ranked()
    {
        var none = DecisionMatrix.Of(Sample.Empty, Tally);
        Assert.Empty(none.Cells);
        Assert.Empty(none.Totals);
        var weightless = Any(new Random(1));
        weightless = weightless with
        { Brief = weightless.Brief with { Criteria = [.. weightless.Brief.Criteria.Select(c => c with { Weight = 0 })] } };
        var matrix = DecisionMatrix.Of(weightless, Tally);
        Assert.All(matrix.Totals, t => Assert.Null(t.Total));
        Assert.Empty(matrix.Tips);
    }

    [Fact]
    public void Figures_kept_of_a_batch_are_those_of_one_unit()
    {
        var plan = Sample.Plan(Sample.Empty with { Brief = Sample.Empty.Brief with { Quantity = 4 } });
        var figures = DecisionMatrix.Figures(plan.Tally, 4);
        Assert.Equal(plan.Tally.CostCents / 4.0, figures.CostCents!.Value, 9);
        Assert.Equal(plan.Tally.Hours / 4, figures.Hours!.Value, 9);
        Assert.Equal(plan.Tally.VolumeL, figures.VolumeL);
    }

    private static Design Any(Random random)
    {
        var criteria = Enumerable.Range(0, 2 + random.Next(4)).Select(n => new Criterion("c" + n, "C" + n, random.Next(1, 11), n == 0
            ? Measure.MassG : Measure.Judgement, null)).ToList();
        var options = Enumerable.Range(0, 2 + random.Next(3)).Select(n => new DesignOption(
            "o" + n, "O" + n, OptionKind.Variant, new(null, null, null, 100 + random.Next(5000), null, null),
            [.. criteria.Skip(1).Select(c => new Judgement(c.Id, random.Next(0, 11)))])).ToList();
        return Sample.Empty with { Brief = Sample.Empty.Brief with { Criteria = criteria, Options = options } };
    }

    private static DecisionMatrix With(Design design, string criterionId, double weight) => DecisionMatrix.Of(
        design with
        {
            Brief = design.Brief with
            { Criteria = [.. design.Brief.Criteria.Select(c => c.Id == criterionId ? c with { Weight = weight } : c)] }
        }, Tally);

    private static double TotalOf(DecisionMatrix matrix, string optionId) => matrix.Totals.Single(t => t.OptionId == optionId).Total!.Value;
}
