using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Movement;

public sealed record MovementPlan(WoodAir Air, IReadOnlyList<PartMovement> Parts)
{
    /// <summary>Less than this over the whole width nobody notices, mm.</summary>
    private const double WorthTellingMm = 0.2;

    public static MovementPlan Of(Design design, Catalog catalog, ShopProfile shop, ShellPlan shell)
    {
        var air = WoodAir.Of(design, shop);
        return new MovementPlan(air,
        [
            .. shell.Panels.Values.Concat(shell.Trays.Values).Where(p => catalog.Material(p.MaterialId).Wood)
                .Select(p => (Part: p, Change: air.Change(p.WidthMm, catalog.Material(p.MaterialId).MovementPerPercent)))
                .Where(x => x.Change.ShrinkMm + x.Change.SwellMm >= WorthTellingMm)
                .Select(x => new PartMovement(x.Part.Id, x.Part.Name, x.Part.WidthMm, Math.Round(x.Change.ShrinkMm, 2),
                    Math.Round(x.Change.SwellMm, 2))),
        ]);
    }
}
