using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Judging;

/// <summary>Work that cannot be put in an order.</summary>
internal static class OrderFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        if (plan.Work.Circle.Count == 0)
        {
            yield break;
        }

        var byId = plan.Work.Operations.ToDictionary(o => o.Id, StringComparer.Ordinal);
        var circle = plan.Work.Circle.Select(id => byId[id]).ToList();
        yield return Finding.Of("order-circle", Severity.Stop,
            $"{circle.Count} operations wait for each other and none of them can be first: "
                + $"{string.Join("; then ", circle.Select(o => o.Title))}; then the first again.",
            [.. circle.SelectMany(o => o.Places).Distinct()]);
    }
}
