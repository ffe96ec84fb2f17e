using AnvilPlan.Audit.Checks;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>The audit's judgement of the parts, on a plan that was never written: as sentences, none where all is well.</summary>
internal static class SolidityCheck
{
    public static IEnumerable<string> Faults(BuildPlan plan) => [.. Overlaps(plan), .. OpenHolds(plan), .. Floating(plan)];

    public static IEnumerable<string> Overlaps(BuildPlan plan) =>
        Told(PartChecks.Shared([.. plan.Parts.Where(p => p.Body.Count > 0).Select(p => new PartSolid(p, Sample.Catalog))]));

    public static IEnumerable<string> OpenHolds(BuildPlan plan) => Told(PartChecks.Holds(plan.Parts, plan.Holds));

    public static IEnumerable<string> Floating(BuildPlan plan) => Told(PartChecks.Floating(plan.Parts, plan.Holds));

    private static IEnumerable<string> Told(IEnumerable<Defect> defects) => defects.Select(d => d.Text);
}
