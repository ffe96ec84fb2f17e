using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.Plates;

/// <summary>Plates inside the box that carry hardware, and what carries them.</summary>
public sealed class PlateSystem : ConstructionSystem
{
    public override string Key => "plates";
    public override string Name => "Plates inside";
    public override string About => "Trays, shelves, mid panels and hung bays, on rails, posts or in grooves of the walls.";

    public override void Lay(ShellDraft draft)
    {
        foreach (var tray in draft.Design.Trays)
        {
            (tray.Support == TraySupport.OnBars ? draft.Levels : draft.Trays)[tray.Id] = PlateSupports.Solid(tray,
                draft.PlateBoxes.GetValueOrDefault(tray.Id, draft.Fit.Trays[tray.Id]));
        }

        PlateSupports.Lay(draft);
        PlateSupports.LayStiffeners(draft);
        TrayFolds.Lay(draft);
    }

    public override void Join(JointDraft draft)
    {
        PlateSupports.NotchRoundMembers(draft);
        PlateSupports.Join(draft);
        TrayFolds.Work(draft);
    }

    public override IEnumerable<Remedy> MoreRoom(PlanSoFar plan, string partId) => TrayFolds.Higher(plan, partId);

    public override IEnumerable<Finding> Findings(PlanSoFar plan) => TrayFolds.Findings(plan);
}
