using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Judging;

/// <summary>Glue-ups that cannot be done in time, too cold, or with too few clamps.</summary>
internal static class GlueFindings
{
    private const double MostCaulMm = 60;

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var glue = plan.Glue;
        if (glue.Stages.Count == 0)
        {
            yield break;
        }

        if (glue.RoomC < glue.LeastC)
        {
            yield return Finding.Of("glue-too-cold", Severity.Warn,
                $"{glue.Glue} wants {Say.Mm(glue.LeastC)} °C and the workshop has {Say.Mm(glue.RoomC)} °C: it chalks and does not hold. "
                    + $"Warm the room and the wood, or take another glue.",
                ["glue"],
                new Remedy("other-glue", "Take a glue that sets at this temperature", d => Other(plan, d, g => g.LeastC <= glue.RoomC)));
        }

        if (glue.Stages.MaxBy(s => s.Minutes) is { } longest && longest.Minutes > glue.WorkingMin + 1e-9)
        {
            yield return Finding.Of("glue-time-short", Severity.Warn,
                $"{(glue.Stages.Count == 1 ? "The glue-up" : $"Go {longest.Number} of {glue.Stages.Count}")} sets {longest.Pieces.Count} "
                    + $"pieces with {longest.Joints} glue lines, {Say.Mm(longest.LineMm / 1000)} m: about {Say.Mm(longest.Minutes)} min, "
                    + $"and {glue.Glue} stays workable {Say.Mm(glue.WorkingMin)} min at {Say.Mm(glue.RoomC)} °C.",
                ["glue"],
                new Remedy("more-stages", glue.Needed is { } n ? $"Glue in {n} goes" : "Glue in more goes", d => glue.Needed is { } needed
                    ? d with { GlueUp = d.GlueUp with { Stages = needed } } : null),
                new Remedy("slower-glue", "Take a glue that gives enough time", d => Other(plan, d, g => g.LeastC <= glue.RoomC
                    && Glue.At(g.ClosedMin, glue.RoomC) >= longest.Minutes)));
        }

        if (glue.MissingClamps > 0)
        {
            var worst = glue.Stages.First(s => GlueStages.Missing(s.Clamps, plan.Shop.Clamps) == glue.MissingClamps);
            yield return Finding.Of("clamps-short", Severity.Warn,
                $"Go {worst.Number} of {glue.Stages.Count} wants "
                    + $"{string.Join(", ", worst.Clamps.Select(c => $"{c.Count} clamps that open {Say.Mm(c.OpensMm)} mm"))}: "
                    + $"{glue.MissingClamps} are missing from the shop's {plan.Shop.Clamps.Sum(c => c.Count)}.",
                ["glue"],
                new Remedy("thicker-cauls", $"Spread the pressure with cauls of {Say.Mm(MostCaulMm)} mm",
                    d => Mends(plan, d with { GlueUp = d.GlueUp with { CaulMm = MostCaulMm } })),
                new Remedy("more-stages", "Glue in as many goes as the clamps allow", d => Enumerable.Range(d.GlueUp.Stages + 1,
                    Math.Max(0, 20 - d.GlueUp.Stages))
                    .Select(k => Mends(plan, d with { GlueUp = d.GlueUp with { Stages = k } })).FirstOrDefault(x => x is not null)));
        }
    }

    /// <summary>The glue that fits and is out of the clamps soonest; it must bear pressure like a wood glue.</summary>
    private static Design? Other(PlanSoFar plan, Design design, Func<Glue, bool> fits) =>
        Glue.Shipped.Where(g => g.ClampMin > 0 && g.CoverageM2PerL is not null && g.Name != design.GlueUp.Glue && fits(g)
            && (plan.Glue.Stages.Count == 0 || Glue.At(g.ClosedMin, plan.Glue.RoomC) >= plan.Glue.Stages.Max(s => s.Minutes)))
            .OrderBy(g => g.ClampMin).ThenBy(g => g.Name, StringComparer.Ordinal)
            .Select(g => design with { GlueUp = design.GlueUp with { Glue = g.Name } }).FirstOrDefault();

    private static Design? Mends(PlanSoFar plan, Design changed) =>
        plan.Again(changed).Glue.MissingClamps == 0 ? changed : null;
}
