using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Tests.Support;

/// <summary>
/// A finding that a design provokes has a number in its sentence and names places, and each of its remedies that can be done mends
/// it: the finding is gone and no new stop has come.
/// </summary>
internal static class Provocation
{
    /// <param name="remedies">How many remedies at least have to mend it here.</param>
    public static void Mends(string code, int remedies, Design design, ShopProfile? shop = null)
    {
        Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
        var plan = Sample.Plan(design, shop);
        var finding = plan.Findings.FirstOrDefault(f => f.Code == code);
        Assert.True(finding is not null, $"found only {string.Join(", ", plan.Findings.Select(f => f.Code))}");
        Assert.Matches("[0-9]", finding.Text);
        Assert.NotEmpty(finding.Places);

        var mending = 0;
        foreach (var remedy in finding.Remedies)
        {
            if (remedy.Change(design) is not { } mended)
            {
                continue;
            }

            Assert.Empty(DesignCheck.Problems(mended, Sample.Catalog));
            var after = Sample.Plan(mended, shop);
            var stops = Stops(after).Except(Stops(plan)).ToList();
            if (after.Findings.All(f => f.Id != finding.Id) && stops.Count == 0)
            {
                mending++;
            }
            else
            {
                Assert.Fail($"{remedy.Title}: "
                    + $"{string.Join(" | ", stops)}{(after.Findings.Any(f => f.Id == finding.Id) ? " still there" : "")}");
            }
        }

        Assert.True(mending >= remedies, $"{mending} of {finding.Remedies.Count} remedies mend it");
    }

    private static HashSet<string> Stops(BuildPlan plan) => [.. plan.Findings.Where(f => f.Severity == Severity.Stop).Select(f => f.Id)];
}
