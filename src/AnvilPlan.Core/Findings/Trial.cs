using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Findings;

/// <summary>Tries changes by planning them, for remedies whose effect cannot be foreseen from one place.</summary>
internal static class Trial
{
    /// <summary>The first candidate after which the finding is gone and no new stop has come; null when every one of them fails.</summary>
    public static Design? FirstSound(PlanSoFar plan, string code, IEnumerable<Design> candidates)
    {
        var before = Planner.Plan(plan.Design, plan.Catalog, plan.Shop, AsBuilt.Nothing).Findings;
        var wanted = before.Where(f => f.Code == code).Select(f => f.Id).ToHashSet(StringComparer.Ordinal);
        var stops = before.Where(f => f.Severity == Severity.Stop).Select(f => f.Id).ToHashSet(StringComparer.Ordinal);
        return candidates
            .Where(d => DesignCheck.Problems(d, plan.Catalog).Count == 0)
            .FirstOrDefault(d =>
            {
                var after = Planner.Plan(d, plan.Catalog, plan.Shop, AsBuilt.Nothing).Findings;
                return after.Count(f => wanted.Contains(f.Id)) < wanted.Count && !after.Any(f => f.Severity == Severity.Stop && !stops.Contains(f.Id));
            });
    }
}
