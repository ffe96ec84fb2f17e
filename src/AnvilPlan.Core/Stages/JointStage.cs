using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Third stage: each construction system joins what was laid.</summary>
public static class JointStage
{
    public static JointPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell)
    {
        List<EdgeJoint> edges = [.. design.Box.Edges.Where(e => shell.Panels.ContainsKey(e.Id.Of().A)
            && shell.Panels.ContainsKey(e.Id.Of().B)).Select(e => Joint(e, design, fit.Envelope, shell))];
        var corners = CornerBlock.Of(edges, shell);
        edges = [.. edges.Select(e => CornerBlock.Shortened(e, corners))];
        var draft = new JointDraft(design, catalog, shop, fit, shell, edges);
        foreach (var system in Ways.Of(catalog))
        {
            system.Join(draft);
        }

        foreach (var corner in corners)
        {
            corner.Cut(draft);
        }

        return new JointPlan(edges, draft.Features, draft.KeepClear, draft.Fixings, draft.Holds, draft.Work, draft.Bought, draft.PortHoles,
            draft.Power, draft.Fittings);
    }

    private static EdgeJoint Joint(Edge edge, Design design, Envelope envelope, ShellPlan shell)
    {
        var (a, b) = edge.Id.Of();
        var mate = edge.Covers == a ? b : a;
        var along = edge.Id.Along();
        // along a front that leans only its own size tells
        var length = edge.Joint == JointKind.Sloped ? shell.Panels[Face.Front].Box.Size[along]
            : Math.Min(shell.SpanOf(a).Size[along], shell.SpanOf(b).Size[along]);
        return new EdgeJoint(edge.Id, edge.Covers, mate, edge.Joint, Panels.EntryMm(edge, envelope), length)
        {
            Lid = design.Panel(edge.Covers).Hold != PanelHold.Removable && design.Panel(mate).Hold == PanelHold.Removable ? mate
                : edge.Covers,
            BlockId = shell.Member(Blocks.IdOf(edge.Id))?.Id,
        };
    }
}
