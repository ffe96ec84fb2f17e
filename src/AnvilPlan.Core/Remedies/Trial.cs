using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Remedies;

/// <summary>Tries changes by planning them, for remedies whose effect cannot be foreseen from one place.</summary>
internal static class Trial
{
    /// <summary>
    /// The first candidate after which fewer of the findings of that code are left than in the design it starts from, and no new stop has
    /// come; null when every one of them fails.
    /// </summary>
    /// <param name="wholly">None of them may be left.</param>
    public static Design? FirstSound(PlanSoFar plan, string code, Design from, IEnumerable<Design> candidates,
        Func<Finding, bool>? of = null, bool wholly = false)
    {
        var before = plan.Judged(from);
        var wanted = before.Where(f => f.Code == code && (of is null || of(f))).SelectMany(f => f.Members)
            .ToHashSet(StringComparer.Ordinal);
        if (wanted.Count == 0)
        {
            return null;
        }

        var stops = Stops(before, OfItsPlace);
        return candidates
            .Where(d => DesignCheck.Problems(d, plan.Catalog).Count == 0)
            .FirstOrDefault(d => plan.Judged(d) is var after && Mends(wanted, stops, after, OfItsPlace)
                && !(wholly && after.SelectMany(f => f.Members).Any(wanted.Contains)));
    }

    /// <summary>Fewer of what is wanted away are left, and nothing new stops the plan.</summary>
    /// <param name="stops">What stopped it before.</param>
    /// <param name="judged">Stops that count.</param>
    public static bool Mends(HashSet<string> wanted, HashSet<string> stops, IReadOnlyList<Finding> after, Func<Finding, bool> judged) =>
        after.SelectMany(f => f.Members).Count(wanted.Contains) < wanted.Count && Stops(after, judged).IsSubsetOf(stops);

    /// <summary>Ids of what stops a design and of what it is warned of, each told for itself.</summary>
    public static (HashSet<string> Stops, HashSet<string> Warns) Weighed(PlanSoFar plan, Design design)
    {
        var findings = plan.Judged(design);
        return (Stops(findings, OfItsPlace), [.. findings.Where(f => f.Severity == Severity.Warn && OfItsPlace(f))
            .SelectMany(f => f.Members)]);
    }

    /// <summary>What a device asks others for is no fault of its place.</summary>
    public static bool OfItsPlace(Finding finding) => finding.Code is not ("control-forgotten" or "supply-volts" or "supply-short");

    public static HashSet<string> Stops(IReadOnlyList<Finding> findings, Func<Finding, bool> judged) =>
        [.. findings.Where(f => f.Severity == Severity.Stop && judged(f)).SelectMany(f => f.Members)];
}
