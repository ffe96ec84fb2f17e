using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>A solid panel loose in the grooves of its neighbours.</summary>
public static class FloatingSize
{
    /// <summary>Air left beside the panel in each groove in the dampest weeks, mm.</summary>
    public const double MarginMm = 0.5;

    /// <summary>The least that has to stay in each groove in the driest weeks, mm [R].</summary>
    public const double LeastEngagementMm = 3;

    /// <summary>
    /// The two grooves across the panel's grain: the opening between the boards and how deep each groove is cut. Null when the panel does
    /// not float there.
    /// </summary>
    public static (double OpeningMm, double GrooveMm)? Grooves(Panel panel, Design design, SolidPart solid, Envelope envelope,
        ShopProfile shop)
    {
        var axis = solid.Frame.V.Axis();
        var edges = design.Box.Edges
            .Where(e => e.Joint == JointKind.Groove && e.Covers != panel.Face && e.Covers.Outward().Axis() == axis
                && (e.Id.Of().A == panel.Face || e.Id.Of().B == panel.Face))
            .ToList();
        return panel.Floats && edges.Count == 2
            ? (envelope.Inner.Size[axis], edges.Average(e => Math.Min(Panels.EntryMm(e, envelope) + shop.Fits.GrooveDepthMm,
                envelope.ThicknessMm[e.Covers])))
            : null;
    }

    /// <summary>The panel cut so that in the dampest weeks it still has its margin, in the middle of its grooves.</summary>
    public static SolidPart Of(Panel panel, Design design, Catalog catalog, SolidPart solid, Envelope envelope, ShopProfile shop)
    {
        if (Grooves(panel, design, solid, envelope, shop) is not { } grooves)
        {
            return solid;
        }

        var axis = solid.Frame.V.Axis();
        var width = Size(grooves, catalog.Material(solid.MaterialId), WoodAir.Of(design, shop)).WidthNowMm;
        var middle = solid.Box.Centre[axis];
        return solid.Resized(solid.Box.WithSpan(axis, middle - (width / 2), middle + (width / 2)));
    }

    public static FloatingPanel Size((double OpeningMm, double GrooveMm) grooves, Material material, WoodAir air) => FloatingPanel.Of(
        grooves.OpeningMm, grooves.GrooveMm, material.MovementPerPercent, air.NowPercent, Math.Min(air.DriestPercent, air.NowPercent),
            Math.Max(air.DampestPercent, air.NowPercent), MarginMm);
}
