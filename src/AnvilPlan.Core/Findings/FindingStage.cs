using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Findings;

/// <summary>Last stage: everything that is wrong, doubtful or worth knowing, gravest first.</summary>
public static class FindingStage
{
    public static IReadOnlyList<Finding> Run(PlanSoFar plan) =>
    [
        .. ((IEnumerable<Finding>[])
        [
            ShellFindings.Find(plan), .. plan.Catalog.Systems.Select(s => s.Findings(plan)), HoldFindings.Find(plan), AccessFindings.Find(plan), FitFindings.Find(plan), ClearanceFindings.Find(plan), PatternFindings.Find(plan), DeckFindings.Find(plan), ControlFindings.Find(plan), PortFindings.Find(plan), LooseEndFindings.Find(plan),
            HoleFindings.Find(plan), ScrewFindings.Find(plan), StockFindings.Find(plan), ToolFindings.Find(plan), ServiceFindings.Find(plan), BriefFindings.Find(plan),
        ]).SelectMany(f => f)
        .OrderBy(f => f.Severity),
    ];
}
