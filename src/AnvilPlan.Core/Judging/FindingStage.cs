using System.Text.RegularExpressions;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Construction.Plinths;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Last stage: everything that is wrong, doubtful or worth knowing, gravest first and in the order of the trade, in which it is
/// mended; what has one cause is told once.</summary>
public static partial class FindingStage
{
    [GeneratedRegex("@[0-9]+")]
    private static partial Regex CopyNumber();

    public static IReadOnlyList<Finding> Run(PlanSoFar plan) =>
    [
        .. ((IEnumerable<Finding>[])
        [
            ShellFindings.Find(plan),
            .. Ways.Of(plan.Catalog).Select(s => s.Findings(plan)),
            HoldFindings.Find(plan),
            SolidFindings.Find(plan),
            GlueFindings.Find(plan),
            MovementFindings.Find(plan),
            MeetingFindings.Find(plan),
            LoadFindings.Find(plan),
            Underneath.Find(plan),
            AccessFindings.Find(plan),
            FitFindings.Find(plan),
            ClearanceFindings.Find(plan),
            PatternFindings.Find(plan),
            DeckFindings.Find(plan),
            ControlFindings.Find(plan),
            PowerFindings.Find(plan),
            PortFindings.Find(plan),
            LooseEndFindings.Find(plan),
            HoleFindings.Find(plan),
            BendDistance.Find(plan),
            FixingFindings.Find(plan),
            ScrewFindings.Find(plan),
            StockFindings.Find(plan),
            ToolFindings.Find(plan),
            ServiceFindings.Find(plan),
            OrderFindings.Find(plan),
            BriefFindings.Find(plan),
        ]).SelectMany(f => f).Interruptible()
        // equal trays have equal faults: told once, for the one that they all follow
        .DistinctBy(f => CopyNumber().Replace(f.Id, ""))
        .GroupBy(f => (f.Code, f.Severity, f.Alike?.Key ?? f.Text))
        .Select(g => Finding.Merge([.. g]))
        .Select(f => f.Severity == Severity.Note || !Trial.OfItsPlace(f) ? f : f with { Otherwise = () => OtherDecisions.Of(plan, f) })
        .OrderBy(f => f.Severity).ThenBy(f => f.Station).ThenBy(f => FindingList.Number(f.Code)),
    ];
}
