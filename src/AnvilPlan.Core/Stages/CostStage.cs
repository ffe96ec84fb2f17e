using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Cost;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Seventh stage: what it costs to buy and how long it takes by the shop's own rates.</summary>
public static class CostStage
{
    /// <summary>A screw in a small bag, cents [R]; replaced by the supplier's price when there is one.</summary>
    private const long ScrewCents = 6;
    private const long NutCents = 3;
    private const long FootCents = 90;

    /// <summary>A cable by the metre, and plugs or ferrules on its two ends, cents [R]; lengths go up in steps of 50 mm.</summary>
    private const double CableCentsPerM = 220;
    private const long CableEndsCents = 120;
    private const double CableStepMm = 50;
    private const double SteelGPerMm3 = 0.00785;

    public static CostPlan Run(Design design, Catalog catalog, ShopProfile shop, JointPlan joints, MountPlan mounts, FixingPlan fixings,
        CutPlan cuts, WorkPlan work, ClearancePlan clearance)
    {
        var n = design.Brief.Quantity;
        var screws = fixings.Screws;
        var salvage = new SalvageStore(shop.Salvage);
        var hardware = Hardware(design, catalog, n, salvage).ToList();
        var fasteners = Fasteners(screws, [.. joints.Bought, .. fixings.Bought, .. Cables(clearance)], mounts, design, n, salvage).ToList();
        var hours = work.Minutes * n / 60;
        return new CostPlan(
            [.. cuts.ToBuy, .. hardware, .. fasteners], salvage.Taken, cuts.StockCents, hardware.Sum(l => l.TotalCents),
                fasteners.Sum(l => l.TotalCents),
            (long)Math.Round(hours * shop.Rates.HourCents), Math.Round(hours, 3), screws.Sum(s => ScrewMassG(s, catalog) * s.Count));
    }

    /// <summary>What is not at hand, in the next length that is sold or cut.</summary>
    private static IEnumerable<BoughtPiece> Cables(ClearancePlan clearance) => clearance.Routes.Where(r => r.AtHandMm is null)
        .Select(r => (r.Cable, LengthMm: Math.Ceiling(r.NeededMm / CableStepMm) * CableStepMm))
        .Select(c => new BoughtPiece("cable", $"{c.Cable}, {c.LengthMm:0} mm", 1, CableEndsCents
            + (long)Math.Round(c.LengthMm / 1000 * CableCentsPerM)));

    private static IEnumerable<PurchaseLine> Hardware(Design design, Catalog catalog, int n, SalvageStore salvage) => design.Devices
        .GroupBy(d => d.ModelId).OrderBy(g => g.Key, StringComparer.Ordinal)
        .Select(g =>
        {
            var model = catalog.Model(g.Key);
            var count = salvage.Use(SalvageKind.Device, g.Key, model.Name, g.Count() * n);
            return new PurchaseLine("hardware", model.Name, count, "piece", model.PriceCents, model.PriceCents * count);
        })
        .Where(l => l.Count > 0);

    private static IEnumerable<PurchaseLine> Fasteners(IReadOnlyList<ScrewChoice> screws, IReadOnlyList<BoughtPiece> bought,
        MountPlan mounts, Design design, int n, SalvageStore salvage)
    {
        foreach (var g in screws.Where(s => s.LengthMm is not null).GroupBy(s => s.Label).OrderBy(g => g.Key, StringComparer.Ordinal))
        {
            var count = salvage.Use(SalvageKind.Screw, g.Key, g.Key, g.Sum(s => s.Count) * n);
            if (count > 0)
            {
                yield return new PurchaseLine("screw", g.Key, count, "piece", ScrewCents, ScrewCents * count);
            }
        }

        foreach (var g in screws.Where(s => s.Nut).GroupBy(s => s.Thread).OrderBy(g => g.Key, StringComparer.Ordinal))
        {
            var count = g.Sum(s => s.Count) * n;
            yield return new PurchaseLine("nut", $"{g.Key} hexagon nut", count, "piece", NutCents, NutCents * count);
        }

        foreach (var g in screws.Where(s => s.WasherMm > 0).GroupBy(s => (s.Thread, s.WasherMm))
            .OrderBy(g => g.Key.Thread, StringComparer.Ordinal))
        {
            var count = g.Sum(s => s.Count) * n;
            yield return new PurchaseLine("washer", $"{g.Key.Thread} washers, {g.Key.WasherMm} mm in all", count, "set", NutCents,
                NutCents * count);
        }

        foreach (var g in mounts.Standoffs.Where(s => s.LengthMm is not null).GroupBy(s => (s.Thread, s.LengthMm))
            .OrderBy(g => g.Key.Thread, StringComparer.Ordinal).ThenBy(g => g.Key.LengthMm))
        {
            var count = g.Sum(s => s.Count) * n;
            var each = g.First().PriceCents / g.First().Count;
            yield return new PurchaseLine("standoff", $"{g.Key.Thread} x {g.Key.LengthMm} standoff, steel", count, "piece", each,
                each * count);
        }

        foreach (var g in bought.GroupBy(b => (b.Kind, b.What, b.EachCents)).OrderBy(g => g.Key.Kind, StringComparer.Ordinal)
            .ThenBy(g => g.Key.What, StringComparer.Ordinal))
        {
            var count = g.Sum(b => b.Count) * n;
            yield return new PurchaseLine(g.Key.Kind, g.Key.What, count, "piece", g.Key.EachCents, g.Key.EachCents * count);
        }

        if (design.Box.Feet is { } feet)
        {
            yield return new PurchaseLine("foot", $"rubber foot {feet.DiaMm} x {feet.HeightMm}", 4 * n, "piece", FootCents,
                FootCents * 4 * n);
        }
    }

    private static double ScrewMassG(ScrewChoice screw, Catalog catalog)
    {
        var dia = catalog.Fasteners.HasThread(screw.Thread) ? catalog.Fasteners.Thread(screw.Thread).NominalMm : 3.0;
        return Math.PI / 4 * dia * dia * ((screw.LengthMm ?? 0) + (2 * dia)) * SteelGPerMm3;
    }
}
