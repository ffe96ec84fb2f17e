using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Findings;

/// <summary>A remedy that was tried and mends.</summary>
/// <param name="Design">The design after it.</param>
/// <param name="Plan">The plan of that design.</param>
public sealed record TriedRemedy(string Id, string Title, Design Design, BuildPlan Plan);

/// <summary>
/// Tries the remedies of a finding before anyone sees them: what finds no place, changes nothing, leaves the snag as it is or brings a
/// new stop is no remedy.
/// </summary>
public static class TriedRemedies
{
    /// <param name="plan">The plan of that very design.</param>
    public static IReadOnlyList<TriedRemedy> Of(Finding finding, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop, AsBuilt asBuilt) =>
        [.. finding.Remedies.Select(r => Try(r, finding, design, plan, catalog, shop, asBuilt)).OfType<TriedRemedy>()];

    /// <summary>One of them; null when it does not mend.</summary>
    public static TriedRemedy? Try(Remedy remedy, Finding finding, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop, AsBuilt asBuilt)
    {
        if (remedy.Change(design) is not { } changed || Same(changed, design) || DesignCheck.Problems(changed, catalog).Count > 0)
        {
            return null;
        }

        var after = Planner.Plan(changed, catalog, shop, asBuilt);
        return Trial.Mends([.. finding.Members], Trial.Stops(plan.Findings, _ => true), after.Findings, _ => true) ? new TriedRemedy(remedy.Id, remedy.Title, changed, after) : null;
    }

    private static bool Same(Design a, Design b) => JsonSerializer.Serialize(a, WireJson.Options) == JsonSerializer.Serialize(b, WireJson.Options);
}
