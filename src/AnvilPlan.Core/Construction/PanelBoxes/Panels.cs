using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>
/// How long each panel is. At every edge the covering panel runs to the envelope; the covered one stops at the inner face of the
/// other, or enters it by the depth of the joint; mitred panels, and panels beside an open face, run to the envelope.
/// </summary>
internal static class Panels
{
    /// <summary>How far the covered panel enters the covering one, mm; zero for butt and mitre.</summary>
    public static double EntryMm(Edge edge, Envelope envelope) => edge.Joint is JointKind.Rabbet or JointKind.Groove
        ? edge.DepthMm ?? Math.Round(envelope.ThicknessMm[edge.Covers] / 2, 1)
        : JointMethod.For(edge.Joint)?.EntryMm(envelope.ThicknessMm[edge.Covers]) ?? 0;

    public static SolidPart Solid(Design design, Panel panel, Catalog catalog, Envelope envelope)
    {
        var outward = panel.Face.Outward();
        var box = envelope.Outer.WithSpan(
            outward.Axis(),
            Math.Min(envelope.OuterPlane(panel.Face), envelope.InnerPlane(panel.Face)),
            Math.Max(envelope.OuterPlane(panel.Face), envelope.InnerPlane(panel.Face)));
        foreach (var edge in design.Box.Edges.Where(e => e.Id.Of().A == panel.Face || e.Id.Of().B == panel.Face))
        {
            var mate = edge.Id.Of().A == panel.Face ? edge.Id.Of().B : edge.Id.Of().A;
            if (edge.Joint is not (JointKind.Mitre or JointKind.Bent) && edge.Covers == mate && design.Panel(mate).Hold != PanelHold.Open)
            {
                box = StopAt(box, mate.Outward(), envelope.InnerPlane(mate) + (mate.Outward().Sign() * EntryMm(edge, envelope)));
            }
        }

        return Solid(panel, catalog, box);
    }

    /// <summary>The panel of that face as a part of that block.</summary>
    public static SolidPart Solid(Panel panel, Catalog catalog, Box box)
    {
        var (u, v) = panel.DrawnAxes();
        var lengthAlongV = catalog.Material(panel.MaterialId).HasGrain
            ? panel.Grain == GrainRun.AlongV
            : box.Size[v.Axis()] > box.Size[u.Axis()] + Box.Slack;
        var (seen, far) = panel.Face.DrawnFromOutside() && !panel.ShowsInside ? ("outside", "inside") : ("inside", "outside");
        return new SolidPart(
            Deck.PartOf(panel.Face), NameOf(panel.Face), PartKind.Panel, panel.MaterialId, panel.NominalMm, box,
            SolidPart.FrameOf(box, u, v, lengthAlongV), seen, far, null)
        {
            Closes = panel.Face,
        };
    }

    private static Box StopAt(Box box, Direction side, double at) => side.Sign() > 0
        ? box with { Max = box.Max.With(side.Axis(), at) }
        : box with { Min = box.Min.With(side.Axis(), at) };

    private static string NameOf(Face face) => face switch
    {
        Face.Left => "Left side",
        Face.Right => "Right side",
        Face.Front => "Front",
        Face.Back => "Back",
        Face.Bottom => "Bottom",
        _ => "Top",
    };
}
