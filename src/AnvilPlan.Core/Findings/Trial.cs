using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Findings;

/// <summary>Tries changes by planning them, for remedies whose effect cannot be foreseen from one place.</summary>
internal static class Trial
{
    /// <summary>The first candidate after which fewer findings of that code are left than in the design it starts from, and no new stop has come; null when every one of them fails.</summary>
    public static Design? FirstSound(PlanSoFar plan, string code, Design from, IEnumerable<Design> candidates)
    {
        var before = Members(from, plan.Catalog, plan.Shop);
        var wanted = before.Where(m => m.Finding.Code == code).Select(m => m.Id).ToHashSet(StringComparer.Ordinal);
        if (wanted.Count == 0)
        {
            return null;
        }

        var stops = Stops(before);
        return candidates
            .Where(d => DesignCheck.Problems(d, plan.Catalog).Count == 0)
            .FirstOrDefault(d =>
            {
                var after = Members(d, plan.Catalog, plan.Shop);
                return after.Count(m => wanted.Contains(m.Id)) < wanted.Count && Stops(after).IsSubsetOf(stops);
            });
    }

    /// <summary>Ids of what stops a design, each told for itself.</summary>
    public static HashSet<string> Stops(PlanSoFar plan, Design design) => Stops(Members(design, plan.Catalog, plan.Shop));

    /// <summary>What a device asks others for is no fault of its place.</summary>
    private static HashSet<string> Stops(IEnumerable<(Finding Finding, string Id)> members) =>
        members.Where(m => m.Finding.Severity == Severity.Stop && m.Finding.Code is not ("control-forgotten" or "supply-volts" or "supply-short")).Select(m => m.Id).ToHashSet(StringComparer.Ordinal);

    private static List<(Finding Finding, string Id)> Members(Design design, Catalog catalog, ShopProfile shop) =>
        [.. FindingStage.Run(Planner.Stages(design, catalog, shop, AsBuilt.Nothing)).SelectMany(f => f.Members.Select(m => (f, m)))];
}
