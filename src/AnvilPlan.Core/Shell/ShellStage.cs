using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Shell;

/// <summary>The panels, trays and adapter plates as solids; adapters by the id of their device.</summary>
public sealed record ShellPlan(
    IReadOnlyDictionary<Face, SolidPart> Panels, IReadOnlyDictionary<string, SolidPart> Trays, IReadOnlyDictionary<string, SolidPart> Adapters)
{
    /// <summary>What a device is screwed to: its adapter plate, else its deck.</summary>
    public SolidPart Under(PlacedDevice device) => Adapters.TryGetValue(device.Id, out var plate) ? plate : Deck(device.Device.DeckId);

    public SolidPart Deck(string deckId) => Designs.Deck.IsPanel(deckId, out var face) ? Panels[face] : Trays[deckId];
}

/// <summary>
/// Second stage: how long each panel is. At every edge the covering panel runs to the envelope; the covered one stops at the
/// inner face of the other, or enters it by the depth of the joint; mitred panels both run to the envelope.
/// </summary>
public static class ShellStage
{
    public static ShellPlan Run(Design design, Catalog catalog, FitPlan fit)
    {
        var panels = design.Box.Panels.ToDictionary(p => p.Face, p => PanelSolid(design, p, catalog, fit.Envelope));
        var trays = design.Trays.ToDictionary(t => t.Id, t => TraySolid(t, fit.Trays[t.Id]), StringComparer.Ordinal);
        var adapters = fit.Devices.Where(d => d.Device.Adapter is not null).ToDictionary(d => d.Id, d => AdapterPlate.Solid(d, design, catalog), StringComparer.Ordinal);
        return new ShellPlan(panels, trays, adapters);
    }

    /// <summary>How far the covered panel enters the covering one, mm; zero for butt and mitre.</summary>
    public static double EntryMm(Edge edge, Envelope envelope) => edge.Joint is JointKind.Rabbet or JointKind.Groove
        ? edge.DepthMm ?? Math.Round(envelope.ThicknessMm[edge.Covers] / 2, 1)
        : 0;

    private static SolidPart PanelSolid(Design design, Panel panel, Catalog catalog, Envelope envelope)
    {
        var outward = panel.Face.Outward();
        var box = envelope.Outer.WithSpan(
            outward.Axis(),
            Math.Min(envelope.OuterPlane(panel.Face), envelope.InnerPlane(panel.Face)),
            Math.Max(envelope.OuterPlane(panel.Face), envelope.InnerPlane(panel.Face)));
        foreach (var edge in design.Box.Edges.Where(e => e.Id.Of().A == panel.Face || e.Id.Of().B == panel.Face))
        {
            var mate = edge.Id.Of().A == panel.Face ? edge.Id.Of().B : edge.Id.Of().A;
            if (edge.Joint != JointKind.Mitre && edge.Covers == mate)
            {
                box = StopAt(box, mate.Outward(), envelope.InnerPlane(mate) + (mate.Outward().Sign() * EntryMm(edge, envelope)));
            }
        }

        var (u, v) = panel.Face.DrawnAxes();
        var lengthAlongV = catalog.Material(panel.MaterialId).HasGrain
            ? panel.Grain == GrainRun.AlongV
            : box.Size[v.Axis()] > box.Size[u.Axis()] + Box.Slack;
        var (seen, far) = panel.Face.DrawnFromOutside() ? ("outside", "inside") : ("inside", "outside");
        return new SolidPart(
            "shell/" + Deck.Name(panel.Face), NameOf(panel.Face), PartKind.Panel, panel.MaterialId, panel.NominalMm, box,
            SolidPart.FrameOf(box, u, v, lengthAlongV), seen, far, null);
    }

    private static SolidPart TraySolid(Tray tray, Box box) => new(
        tray.Id, tray.Name, PartKind.Tray, tray.MaterialId, tray.NominalMm, box,
        SolidPart.FrameOf(
            box, tray.Plane.DrawnAxes().U, tray.Plane.DrawnAxes().V,
            box.Size[tray.Plane.DrawnAxes().V.Axis()] > box.Size[tray.Plane.DrawnAxes().U.Axis()] + Box.Slack),
        tray.Plane.Sides().Near, tray.Plane.Sides().Far, null);

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
