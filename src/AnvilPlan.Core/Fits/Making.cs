using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Fits;

/// <summary>By which process a part gets its outline, and how true that is here.</summary>
public static class Making
{
    /// <summary>
    /// Printed parts by the printer, bent sheet by the brake, all else by the laser when one on hand cuts it, otherwise by the saw.
    /// </summary>
    public static ShopProcess ProcessOf(SolidPart part, Catalog catalog, ShopProfile shop)
    {
        var material = catalog.Material(part.MaterialId);
        if (part.Print is not null || material.Family == MaterialFamily.Printed)
        {
            return ShopProcess.Printer;
        }

        if (part.LeafOf is not null && material.Metal)
        {
            return ShopProcess.Brake;
        }

        return part.BarId is null && shop.Tools.Machines.Any(t => t.Kind == ToolKind.Laser
            && ToolReach.Cuts(t, material, part.LengthMm, part.WidthMm, part.ThicknessMm))
            ? ShopProcess.Laser
            : ShopProcess.Saw;
    }

    public static double ToleranceMm(SolidPart part, Catalog catalog, ShopProfile shop) => shop.ToleranceOf(ProcessOf(part, catalog, shop))
        .PlusMinusMm;

    /// <summary>Clearance of a class between two parts of this shop, over both sides together, mm; never less than nothing.</summary>
    public static double ClearanceMm(FitClass fit, SolidPart one, SolidPart other, Catalog catalog, ShopProfile shop) =>
        Math.Max(0, fit.ClearanceMm(ToleranceMm(one, catalog, shop), ToleranceMm(other, catalog, shop)));

    public static string Word(ShopProcess process) => process switch
    {
        ShopProcess.Saw => "sawn",
        ShopProcess.Laser => "cut by laser",
        ShopProcess.Router => "routed",
        ShopProcess.Printer => "printed",
        ShopProcess.Brake => "folded",
        _ => "drilled",
    };
}
