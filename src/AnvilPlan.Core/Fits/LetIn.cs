using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Fits;

/// <summary>Lids and doors that lie between their neighbours: smaller than the opening by the clearance of their fit.</summary>
public static class LetIn
{
    /// <summary>The neighbour runs over the panel's end there, and nothing but screws or a hinge joins them.</summary>
    public static bool Lies(Design design, Panel panel, Edge edge)
    {
        var other = edge.Id.Of().A == panel.Face ? edge.Id.Of().B : edge.Id.Of().A;
        return edge.Covers == other && design.Panel(other).Hold != PanelHold.Open && edge.Joint is JointKind.Loose or JointKind.ButtScrewed
            or JointKind.OnRail;
    }

    /// <summary>
    /// Held there by friction alone: pressed in between two neighbours that face each other, neither of which is metal,
    /// which does not give, or brittle, which cracks.
    /// </summary>
    public static bool Grips(Design design, Catalog catalog, Panel panel, Edge edge)
    {
        bool Held(EdgeId id) => design.Box.Edges.First(e => e.Id == id) is { Joint: JointKind.Loose } e && Lies(design, panel, e)
            && Gives(catalog, design.Panel(e.Covers));
        var (a, b) = edge.Id.Of();
        var other = a == panel.Face ? b : a;
        return panel is { Fit: FitClass.Press, Hold: PanelHold.Removable } && Gives(catalog, panel) && Held(edge.Id)
            && Held(Faces.Between(panel.Face, other.Opposite()));
    }

    private static bool Gives(Catalog catalog, Panel panel) => catalog.Material(panel.MaterialId) is { Metal: false, Brittle: false };

    /// <summary>Half of the clearance taken off on each side that lies against a neighbour.</summary>
    public static SolidPart Sized(Panel panel, SolidPart lid, IReadOnlyDictionary<Face, SolidPart> panels, Design design, Catalog catalog,
        ShopProfile shop)
    {
        if (panel.Fit is not { } fit || panel.Hold is not (PanelHold.Removable or PanelHold.Hinged))
        {
            return lid;
        }

        var box = lid.Box;
        foreach (var edge in design.Box.Edges.Where(e => (e.Id.Of().A == panel.Face || e.Id.Of().B == panel.Face)
            && Lies(design, panel, e)))
        {
            if (panels.TryGetValue(edge.Covers, out var wall))
            {
                var (side, less) = (edge.Covers.Outward(), Making.ClearanceMm(fit, lid, wall, catalog, shop) / 2);
                box = side.Sign() > 0 ? box with { Max = box.Max.With(side.Axis(), box.Max[side.Axis()] - less) }
                    : box with { Min = box.Min.With(side.Axis(), box.Min[side.Axis()] + less) };
            }
        }

        return lid.Resized(box);
    }
}
