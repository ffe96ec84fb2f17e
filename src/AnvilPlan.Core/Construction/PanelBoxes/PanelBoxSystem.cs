using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>Six faces, each closed by a panel or open, and a joint at each edge where two panels meet.</summary>
public sealed class PanelBoxSystem : ConstructionSystem
{
    public override string Key => "panelBox";
    public override string Name => "Panel box";
    public override string About => "A panel for each face and a joint for each edge; which panel runs over which end decides every length.";

    public override void Lay(ShellDraft draft)
    {
        foreach (var panel in draft.Design.Box.Panels.Where(p => p.Hold != PanelHold.Open))
        {
            draft.Panels[panel.Face] = Panels.Solid(draft.Design, panel, draft.Catalog, draft.Fit.Envelope);
        }

        Blocks.Lay(draft);
        Blocks.LayPrintedCorners(draft);
    }

    public override void Join(JointDraft draft)
    {
        foreach (var edge in draft.Edges)
        {
            EdgeCuts.Add(draft, edge, draft.Fit.Envelope, draft.Shell, draft.Shop);
        }

        Blocks.Join(draft);
        Blocks.JoinPrintedCorners(draft);
        FootCuts.Add(draft);
    }
}
