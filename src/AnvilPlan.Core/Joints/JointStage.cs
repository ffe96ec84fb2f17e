using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Joints;

/// <summary>One edge of the box as it is made.</summary>
/// <param name="EntryMm">How far the mate enters the host; 0 for butt and mitre.</param>
/// <param name="LengthMm">Length of the joint along the edge.</param>
public sealed record EdgeJoint(EdgeId Edge, Face Host, Face Mate, JointKind Joint, double EntryMm, double LengthMm);

/// <summary>What the joints cut into the panels, the blocks and rails they need, and the screws.</summary>
public sealed record JointPlan(
    IReadOnlyList<EdgeJoint> Edges, IReadOnlyList<SolidPart> Bars, IReadOnlyList<PartFeature> Features,
    IReadOnlyList<KeepClear> KeepClear, IReadOnlyList<ScrewChoice> Screws);

/// <summary>Third stage: cuts the joints of the twelve edges, sets blocks, tray rails and feet.</summary>
public static class JointStage
{
    public static JointPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell)
    {
        var edges = design.Box.Edges.Select(e => Joint(e, fit.Envelope, shell)).ToList();
        var draft = new JointDraft();
        foreach (var edge in edges)
        {
            EdgeCuts.Add(draft, edge, fit.Envelope, shell, shop);
        }

        BlockCuts.Add(draft, design, catalog, fit, shell);
        TrayRails.Add(draft, design, catalog, fit, shell);
        FootCuts.Add(draft, design, catalog, fit, shell);
        return new JointPlan(edges, draft.Bars, draft.Features, draft.KeepClear, draft.Screws);
    }

    private static EdgeJoint Joint(Edge edge, Envelope envelope, ShellPlan shell)
    {
        var (a, b) = edge.Id.Of();
        var mate = edge.Covers == a ? b : a;
        var along = edge.Id.Along();
        var length = Math.Min(shell.Panels[a].Box.Size[along], shell.Panels[b].Box.Size[along]);
        return new EdgeJoint(edge.Id, edge.Covers, mate, edge.Joint, ShellStage.EntryMm(edge, envelope), length);
    }
}

/// <summary>What the joint stage has gathered so far.</summary>
internal sealed class JointDraft
{
    public List<SolidPart> Bars { get; } = [];
    public List<PartFeature> Features { get; } = [];
    public List<KeepClear> KeepClear { get; } = [];
    public List<ScrewChoice> Screws { get; } = [];

    public void Keep(SolidPart part, Box touching, string what)
    {
        var (min, max) = part.Frame.ToPlane(touching.Intersect(part.Box.Grow(0.01)));
        KeepClear.Add(new KeepClear(part.Id, min, max, what));
    }

    public void Cut(SolidPart part, Feature feature) => Features.Add(new PartFeature(part.Id, feature));

    /// <summary>The worked face for a hole that starts on the side of the part that looks in <paramref name="side"/>.</summary>
    public static WorkedFrom FaceTowards(SolidPart part, Direction side) => part.Frame.Normal == side ? WorkedFrom.Seen : WorkedFrom.Far;
}
