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

    /// <summary>Ids of what stops a design and of what it is warned of, each told for itself.</summary>
    public static (HashSet<string> Stops, HashSet<string> Warns) Weighed(PlanSoFar plan, Design design)
    {
        var members = Members(design, plan.Catalog, plan.Shop);
        return (Stops(members), members.Where(m => m.Finding.Severity == Severity.Warn && OfItsPlace(m.Finding)).Select(m => m.Id).ToHashSet(StringComparer.Ordinal));
    }

    /// <summary>What a device asks others for is no fault of its place.</summary>
    public static bool OfItsPlace(Finding finding) => finding.Code is not ("control-forgotten" or "supply-volts" or "supply-short");

    private static HashSet<string> Stops(IEnumerable<(Finding Finding, string Id)> members) =>
        members.Where(m => m.Finding.Severity == Severity.Stop && OfItsPlace(m.Finding)).Select(m => m.Id).ToHashSet(StringComparer.Ordinal);

    private static List<(Finding Finding, string Id)> Members(Design design, Catalog catalog, ShopProfile shop) =>
        [.. Findings(design, catalog, shop).SelectMany(f => f.Members.Select(m => (f, m)))];

    /// <summary>Everything that is said of a design.</summary>
    public static IReadOnlyList<Finding> Findings(PlanSoFar plan, Design design) => Findings(design, plan.Catalog, plan.Shop);

    private static IReadOnlyList<Finding> Findings(Design design, Catalog catalog, ShopProfile shop) => FindingStage.Run(Planner.Stages(design, catalog, shop, AsBuilt.Nothing));
}
