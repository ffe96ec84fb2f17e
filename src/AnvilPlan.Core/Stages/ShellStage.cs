using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Second stage: each construction system lays its solids.</summary>
public static class ShellStage
{
    public static ShellPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit)
    {
        var draft = new ShellDraft(design, catalog, shop, fit);
        foreach (var system in Ways.Of(catalog))
        {
            system.Lay(draft);
        }

        var adapters = fit.Devices.Where(d => d.Device.Adapter is not null)
            .ToDictionary(d => d.Id, d => AdapterPlate.Solid(d, design, catalog), StringComparer.Ordinal);
        return new ShellPlan(draft.Panels, draft.Trays, adapters, draft.Members, draft.Levels, draft.Compounds);
    }
}
