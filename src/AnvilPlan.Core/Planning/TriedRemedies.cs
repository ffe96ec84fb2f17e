using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Planning;

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
    /// <summary>More of the decisions behind it, taken otherwise, help nobody to choose.</summary>
    private const int MostOthers = 4;

    /// <param name="plan">The plan of that very design.</param>
    public static IReadOnlyList<TriedRemedy> Of(Finding finding, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop,
        AsBuilt asBuilt)
    {
        List<TriedRemedy> own = [.. Tried(finding.Remedies, finding, design, plan, catalog, shop, asBuilt)];
        // what spoils least of what is made already comes first
        return [.. (own.Count > 0 ? own : Tried(finding.Otherwise(), finding, design, plan, catalog, shop, asBuilt).Take(MostOthers))
            .OrderBy(r => Consequences.WorkLostBy(plan, r.Plan).Count)];
    }

    /// <summary>The first that mends while nothing is made yet; null when none does. The rest are not tried.</summary>
    public static TriedRemedy? First(Finding finding, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop) =>
        Tried(finding.Remedies.Concat(finding.Otherwise()), finding, design, plan, catalog, shop, AsBuilt.Nothing).FirstOrDefault();

    private static IEnumerable<TriedRemedy> Tried(IEnumerable<Remedy> remedies, Finding finding, Design design, BuildPlan plan,
        Catalog catalog, ShopProfile shop, AsBuilt asBuilt) =>
        remedies.Select(r => Try(r, finding, design, plan, catalog, shop, asBuilt)).OfType<TriedRemedy>();

    /// <summary>The remedy of that id, tried; null when the finding has none of that id or it does not mend.</summary>
    public static TriedRemedy? Try(string id, Finding finding, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop,
        AsBuilt asBuilt) =>
        finding.Remedies.Concat(finding.Otherwise()).FirstOrDefault(r => r.Id == id) is { } remedy
            ? Try(remedy, finding, design, plan, catalog, shop, asBuilt) : null;

    /// <summary>One of them; null when it does not mend.</summary>
    private static TriedRemedy? Try(Remedy remedy, Finding finding, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop,
        AsBuilt asBuilt)
    {
        if (remedy.Change(design) is not { } changed || Same(changed, design, catalog) || DesignCheck.Problems(changed, catalog).Count > 0)
        {
            return null;
        }

        var after = Planner.Plan(changed, catalog, shop, asBuilt);
        return Trial.Mends([.. finding.Members], Trial.Stops(plan.Findings, _ => true), after.Findings, _ => true)
            ? new TriedRemedy(remedy.Id, remedy.Title, changed, after) : null;
    }

    private static bool Same(Design a, Design b, Catalog catalog) => DesignJson.For(catalog.Systems) is var options
        && JsonSerializer.Serialize(a, options) == JsonSerializer.Serialize(b, options);
}
