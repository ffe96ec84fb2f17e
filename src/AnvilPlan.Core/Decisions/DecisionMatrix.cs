using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Decisions;

/// <summary>One option under one criterion.</summary>
/// <param name="Value">What was measured, in the measure's unit; null for a judgement or when not known.</param>
/// <param name="Score">0 to 10; null = still to be asked.</param>
public sealed record MatrixCell(string CriterionId, string OptionId, double? Value, double? Score);

/// <param name="Total">Weighted mean of the scores, 0 to 10; null while a score is missing.</param>
public sealed record OptionTotal(string OptionId, double? Total, int? Rank);

/// <summary>The weight at which another option comes to the front.</summary>
public sealed record TippingPoint(string CriterionId, double Weight, string ThenOptionId);

/// <summary>Options against weighted criteria.</summary>
/// <param name="BuiltTotal">Weighted mean of the scores given after the build; null while one is missing.</param>
public sealed record DecisionMatrix(
    IReadOnlyList<MatrixCell> Cells, IReadOnlyList<OptionTotal> Totals, IReadOnlyList<TippingPoint> Tips, int Asked, double? BuiltTotal)
{
    /// <summary>
    /// A measured value scores 10 when it is the best of all options, 0 when it is the worst, evenly in between; judgements count as
    /// given. Less is better for every measure.
    /// </summary>
    public static DecisionMatrix Of(Design design, Tally tally)
    {
        var (criteria, options) = (design.Brief.Criteria, design.Brief.Options);
        var cells = criteria.SelectMany(c => Row(c, options, design.Brief, tally)).ToList();
        var totals = options.Select(o => (o.Id, Sum: Sum(o.Id, criteria, cells))).ToList();
        var weight = criteria.Sum(c => c.Weight);
        var ranked = totals.Where(t => t.Sum is not null).OrderByDescending(t => t.Sum).Select(t => t.Id).ToList();
        return new DecisionMatrix(
            cells,
            [.. totals.Select(t => new OptionTotal(t.Id, t.Sum is { } sum && weight > 0 ? sum / weight : null, ranked.IndexOf(t.Id) is var r
                && r >= 0 ? r + 1 : null))],
            ranked.Count < 2 || weight <= 0 ? [] : [.. criteria.SelectMany(c => TipsOf(c, criteria, cells, ranked))],
            cells.Count(c => c.Score is null),
            criteria.Count > 0 && weight > 0 && criteria.All(c => c.BuiltScore is not null)
                ? criteria.Sum(c => c.Weight * c.BuiltScore!.Value) / weight : null);
    }

    /// <summary>What the plan knows of an option, in the measure's unit; null when it has to be asked.</summary>
    public static double? Known(DesignOption option, Measure measure, Brief brief, Tally tally)
    {
        var f = Filled(option, brief, tally);
        return measure switch
        {
            Measure.VolumeL => f.VolumeL,
            Measure.CostCents => f.CostCents,
            Measure.Hours => f.Hours,
            Measure.MassG => f.MassG,
            Measure.Parts => f.Parts,
            Measure.HeatPerLitre => f is { HeatW: { } heat, VolumeL: > 0 and var litres } ? heat / litres : null,
            _ => null,
        };
    }

    /// <summary>The figures of the design as it stands, for one unit: to be kept as a variant.</summary>
    public static OptionFigures Figures(Tally tally, int quantity) => new(
        tally.VolumeL, tally.CostCents / (double)quantity, tally.Hours / quantity, tally.MassG, tally.Parts, tally.HeatW);

    private static OptionFigures Filled(DesignOption option, Brief brief, Tally tally)
    {
        var f = option.Figures;
        return option.Kind switch
        {
            OptionKind.ThisDesign => Figures(tally, brief.Quantity),
            OptionKind.OldCase => f with
            {
                VolumeL = f.VolumeL ?? brief.OldCaseVolumeL,
                CostCents = f.CostCents ?? 0,
                Hours = f.Hours
                ?? 0,
                HeatW = f.HeatW ?? tally.HeatW,
                Parts = f.Parts ?? 0
            },
            OptionKind.Bought => f with
            {
                CostCents = f.CostCents ?? brief.BaselineCents,
                Hours = f.Hours ?? 0,
                HeatW = f.HeatW
                ?? tally.HeatW,
                Parts = f.Parts ?? 0
            },
            _ => f with { HeatW = f.HeatW ?? tally.HeatW },
        };
    }

    private static IEnumerable<MatrixCell> Row(Criterion criterion, IReadOnlyList<DesignOption> options, Brief brief, Tally tally)
    {
        if (criterion.Measure == Measure.Judgement)
        {
            return options.Select(o => new MatrixCell(criterion.Id, o.Id, null,
                o.Judgements.FirstOrDefault(j => j.CriterionId == criterion.Id)?.Score));
        }

        var values = options.Select(o => (o.Id, Value: Known(o, criterion.Measure, brief, tally))).ToList();
        var known = values.Where(v => v.Value is not null).Select(v => v.Value!.Value).ToList();
        var (best, worst) = known.Count == 0 ? (0.0, 0.0) : (known.Min(), known.Max());
        return values.Select(v => new MatrixCell(
            criterion.Id, v.Id, v.Value, v.Value is { } value ? worst - best < 1e-12 ? 10 : 10 * (worst - value) / (worst - best) : null));
    }

    private static double? Sum(string optionId, IReadOnlyList<Criterion> criteria, List<MatrixCell> cells)
    {
        var sum = 0.0;
        foreach (var c in criteria)
        {
            if (Score(cells, c.Id, optionId) is not { } score)
            {
                return null;
            }

            sum += c.Weight * score;
        }

        return sum;
    }

    /// <summary>
    /// The lead of the first option over another is linear in each weight: it is nought at w - lead / (score difference). The
    /// nearest such weights below and above, within 0 to 10.
    /// </summary>
    private static IEnumerable<TippingPoint> TipsOf(Criterion criterion, IReadOnlyList<Criterion> criteria, List<MatrixCell> cells,
        List<string> ranked)
    {
        var first = ranked[0];
        var points = ranked.Skip(1)
            .Select(other => (Other: other,
                Lead: Sum(first, criteria, cells)!.Value - Sum(other, criteria, cells)!.Value,
                Slope: Score(cells, criterion.Id, first)!.Value - Score(cells, criterion.Id, other)!.Value))
            .Where(p => Math.Abs(p.Slope) > 1e-12)
            .Select(p => new TippingPoint(criterion.Id, criterion.Weight - (p.Lead / p.Slope), p.Other))
            .Where(p => p.Weight is >= 0 and <= 10)
            .ToList();
        return ((IEnumerable<TippingPoint?>)[points.Where(p => p.Weight < criterion.Weight).MaxBy(p => p.Weight),
            points.Where(p => p.Weight >= criterion.Weight).MinBy(p => p.Weight)]).OfType<TippingPoint>();
    }

    private static double? Score(List<MatrixCell> cells, string criterionId, string optionId) =>
        cells.First(c => c.CriterionId == criterionId && c.OptionId == optionId).Score;
}
