using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Planning;

/// <summary>A snag and the remedy that mended it.</summary>
public sealed record MendStep(string Snag, string Remedy);

/// <summary>A design after as many of its snags were mended as can be without a hand.</summary>
/// <param name="Steps">In the order in which they were taken; each was tried on what the ones before left.</param>
public sealed record Mended(Design Design, BuildPlan Plan, IReadOnlyList<MendStep> Steps);

/// <summary>Mends several snags one after the other, each by the remedy that spoils least of what is made.</summary>
public static class Mending
{
    /// <summary>More steps than that nobody would look through before taking them.</summary>
    private const int MostSteps = 24;

    /// <param name="which">The snags that are to be mended. Those for which no remedy helps are left.</param>
    /// <param name="plan">The plan of that very design.</param>
    public static Mended Of(Func<Finding, bool> which, Design design, BuildPlan plan, Catalog catalog, ShopProfile shop, AsBuilt asBuilt)
    {
        List<MendStep> steps = [];
        HashSet<string> left = new(StringComparer.Ordinal);
        while (steps.Count < MostSteps && plan.Findings.FirstOrDefault(f => which(f) && !left.Contains(f.Id)) is { } finding)
        {
            Interrupt.Check();
            if (TriedRemedies.Of(finding, design, plan, catalog, shop, asBuilt) is [var remedy, ..])
            {
                steps.Add(new MendStep(finding.Text, remedy.Title));
                (design, plan) = (remedy.Design, remedy.Plan);
            }
            else
            {
                left.Add(finding.Id);
            }
        }

        return new Mended(design, plan, steps);
    }
}
