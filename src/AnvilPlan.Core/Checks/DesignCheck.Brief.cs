using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Checks;

/// <summary>What is asked for, and what it is decided by.</summary>
public sealed partial class DesignCheck
{
    private void CheckBrief(Brief b)
    {
        Text("brief.purpose", b.Purpose, 0, 2000);
        Text("brief.notes", b.Notes, 0, 10_000);
        OrNull("brief.limitWidthMm", b.LimitWidthMm, 20, 3000);
        OrNull("brief.limitDepthMm", b.LimitDepthMm, 20, 3000);
        OrNull("brief.limitHeightMm", b.LimitHeightMm, 20, 3000);
        Range("brief.quantity", b.Quantity, 1, 1000, "");
        OrNull("brief.budgetCents", b.BudgetCents, 0, 1e9, "");
        OrNull("brief.oldCaseVolumeL", b.OldCaseVolumeL, 0.01, 10_000, " l");
        OrNull("brief.carriesKg", b.CarriesKg, 0, 1000, " kg");
        Range("brief.home.temperatureC", b.Home.TemperatureC, -10, 50, " °C");
        Range("brief.home.driestPercent", b.Home.DriestPercent, 5, 95, " %");
        Range("brief.home.dampestPercent", b.Home.DampestPercent, 5, 95, " %");
        if (b.Home.DriestPercent > b.Home.DampestPercent)
        {
            Add("brief.home.dampestPercent", $"dampestPercent is {b.Home.DampestPercent}: it must be at least the driest, "
                + $"{b.Home.DriestPercent} %.");
        }

        OrNull("brief.hoursPerDay", b.HoursPerDay, 0.25, 24, " h");
        Range("brief.workDaysPerWeek", b.WorkDaysPerWeek, 1, 7, "");
        OrNull("brief.baselineCents", b.BaselineCents, 0, 1e9, "");
        if (b is { StartOn: { } start, DueOn: { } due } && due < start)
        {
            Add("brief.dueOn", $"dueOn is {due:yyyy-MM-dd}: it must not lie before the start, {start:yyyy-MM-dd}.");
        }

        if (b.Likeness is { } like)
        {
            Text("brief.likeness.name", like.Name, 1, 80);
            Range("brief.likeness.widthMm", like.WidthMm, 1, 100_000);
            Range("brief.likeness.depthMm", like.DepthMm, 1, 100_000);
            Range("brief.likeness.heightMm", like.HeightMm, 1, 100_000);
            Range("brief.likeness.factor", like.Factor, 0.01, 1000, "");
        }

        Count("brief.service", b.Service.Count, 100);
        for (var i = 0; i < b.Service.Count; i++)
        {
            Range($"brief.service[{i}].timesPerYear", b.Service[i].TimesPerYear, 1, 1000, "");
        }

        CheckDecision(b);
    }

    private void CheckDecision(Brief b)
    {
        Count("brief.criteria", b.Criteria.Count, 30);
        Count("brief.options", b.Options.Count, 20);
        for (var i = 0; i < b.Criteria.Count; i++)
        {
            var (c, path) = (b.Criteria[i], $"brief.criteria[{i}]");
            Id($"{path}.id", c.Id);
            Text($"{path}.name", c.Name, 1, 80);
            Range($"{path}.weight", c.Weight, 0, 10, "");
            OrNull($"{path}.builtScore", c.BuiltScore, 0, 10, "");
        }

        for (var i = 0; i < b.Options.Count; i++)
        {
            var (o, path) = (b.Options[i], $"brief.options[{i}]");
            Id($"{path}.id", o.Id);
            Text($"{path}.name", o.Name, 1, 80);
            foreach (var (field, value) in ((string, double?)[])[("volumeL", o.Figures.VolumeL), ("costCents", o.Figures.CostCents),
                ("hours", o.Figures.Hours), ("massG", o.Figures.MassG), ("parts", o.Figures.Parts), ("heatW", o.Figures.HeatW)])
            {
                OrNull($"{path}.figures.{field}", value, 0, 1e9, "");
            }

            foreach (var judgement in o.Judgements)
            {
                Range($"{path}.judgements", judgement.Score, 0, 10, "");
                if (b.Criteria.All(c => c.Id != judgement.CriterionId))
                {
                    Add($"{path}.judgements", $"judgements holds \"{judgement.CriterionId}\": there is no such criterion.");
                }
            }
        }

        foreach (var twice in b.Criteria.Select(c => c.Id).GroupBy(x => x).Concat(b.Options.Select(o => "option " + o.Id).GroupBy(x => x))
            .Where(g => g.Count() > 1))
        {
            Add("brief.criteria", $"id is \"{twice.Key}\": each criterion and each option needs an id of its own.");
        }
    }
}
