using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Sixth stage: lays all blanks on stock, offcuts first, then what is on hand, then what is cheapest to buy.</summary>
public static class CutStage
{
    public static CutPlan Run(Catalog catalog, ShopProfile shop, PartPlan parts, int quantity)
    {
        var tooLarge = new List<string>();
        var sheets = parts.Made.Where(m => m.Blank is SheetBlank).Select(m => (m.Id, Blank: (SheetBlank)m.Blank))
            .GroupBy(m => (m.Blank.MaterialId, m.Blank.NominalMm)).OrderBy(g => g.Key.MaterialId, StringComparer.Ordinal)
                .ThenBy(g => g.Key.NominalMm)
            .SelectMany(g => Sheets([.. g], catalog, shop, quantity, tooLarge)).ToList();
        var bars = parts.Made.Where(m => m.Blank is BarBlank).Select(m => (m.Id, Blank: (BarBlank)m.Blank))
            .GroupBy(m => m.Blank.BarId).OrderBy(g => g.Key, StringComparer.Ordinal)
            .SelectMany(g => Bars([.. g], catalog, shop, quantity, tooLarge)).ToList();
        var used = sheets.Sum(s => s.LengthMm * s.WidthMm * s.Count);
        return new CutPlan(
            sheets, bars, tooLarge, [.. SheetsToBuy(sheets, catalog), .. BarsToBuy(bars, catalog)],
            used <= 0 ? 0 : sheets.Sum(s => s.Yield * s.LengthMm * s.WidthMm * s.Count) / used);
    }

    private static IEnumerable<SheetLayout> Sheets(IReadOnlyList<(string Id, SheetBlank Blank)> parts, Catalog catalog, ShopProfile shop,
        int quantity, List<string> tooLarge)
    {
        var (materialId, nominal) = (parts[0].Blank.MaterialId, parts[0].Blank.NominalMm);
        var material = catalog.Material(materialId);
        var offcuts = shop.Offcuts.Where(o => o.Condition != Condition.Untested && o.MaterialId == materialId
            && Math.Abs(o.NominalMm - nominal) < 0.005).ToList();
        static string IdOf(Offcut offcut) => "offcut/" + offcut.Id;
        var fromOffcuts = offcuts.Select(IdOf).ToHashSet(StringComparer.Ordinal);
        var sold = catalog.SheetsOf(materialId, nominal).ToList();
        var onHand = shop.SheetsOnHand.ToDictionary(s => s.StockId, s => s.Count, StringComparer.Ordinal);
        List<NestStock> stock =
        [
            .. offcuts.Select(o => new NestStock(IdOf(o), o.LengthMm, o.WidthMm, o.Count, 0)),
            .. sold.Where(s => onHand.GetValueOrDefault(s.Id) > 0)
                .Select(s => new NestStock("hand/" + s.Id, s.LengthMm, s.WidthMm, onHand[s.Id], 0)),
            .. sold.Select(s => new NestStock(s.Id, s.LengthMm, s.WidthMm, null, s.PriceCents)),
        ];
        var (layouts, unplaced) = Lots.Nest(
            [.. parts.Select(p => (p.Id, quantity * p.Blank.Plies))], [.. stock.Select(s => (s.Id, s.Count))],
            (wanted, there) => SheetNester.Quick(new NestJob(
                shop.Rule(material.Family).KerfMm, shop.SheetTrimMm, [.. stock.Select((s, i) => s with { Count = there[i] })],
                [.. parts.Select((p, i) => new NestPart(p.Id, p.Blank.CutLengthMm, p.Blank.CutWidthMm, wanted[i],
                    !p.Blank.Grain))])) is var r ? (r.Sheets, r.Unplaced) : default,
            s => (s.StockId, s.Placements.Select(p => p.PartId)));
        tooLarge.AddRange(unplaced.Distinct());
        return layouts.Select(l =>
        {
            var (s, of) = (l.Layout, stock.First(x => x.Id == l.Layout.StockId));
            return new SheetLayout(
                s.StockId, l.Count, materialId, material.Name, nominal, of.LengthMm, of.WidthMm, fromOffcuts.Contains(s.StockId),
                    of.Price <= 0,
                s.Placements, [.. s.Rests.Where(r => r.LengthMm >= shop.LeastOffcutMm && r.WidthMm >= shop.LeastOffcutMm)],
                s.Placements.Sum(p => p.LengthMm * p.WidthMm) / (of.LengthMm * of.WidthMm));
        });
    }

    private static IEnumerable<BarLayout> Bars(IReadOnlyList<(string Id, BarBlank Blank)> parts, Catalog catalog, ShopProfile shop,
        int quantity, List<string> tooLarge)
    {
        var bar = catalog.Bar(parts[0].Blank.BarId);
        var material = catalog.Material(bar.MaterialId);
        var onHand = shop.BarsOnHand.Where(b => b.StockId == bar.Id).Sum(b => b.Count);
        List<BarSupply> stock = [new("hand/" + bar.Id, bar.LengthMm, onHand, 0), new(bar.Id, bar.LengthMm, null, bar.PriceCents)];
        var (layouts, unplaced) = Lots.Nest(
            [.. parts.Select(p => (p.Id, quantity))], [.. stock.Select(s => (s.Id, s.Count))],
            (wanted, there) => BarNester.Nest(new BarJob(
                shop.Rule(material.Family).KerfMm, 0, [.. stock.Select((s, i) => s with { Count = there[i] })],
                [.. parts.Select((p, i) => new BarPart(p.Id, p.Blank.CutLengthMm, wanted[i]))])) is var r ? (r.Bars, r.Unplaced) : default,
            b => (b.StockId, b.Pieces.Select(p => p.PartId)));
        tooLarge.AddRange(unplaced.Distinct());
        return layouts.Select(l => new BarLayout(
            l.Layout.StockId, l.Count, material.Name, bar.Name, bar.LengthMm, l.Layout.StockId == stock[0].Id, l.Layout.Pieces,
                l.Layout.RestMm));
    }

    private static IEnumerable<PurchaseLine> SheetsToBuy(IEnumerable<SheetLayout> sheets, Catalog catalog) => sheets
        .Where(s => !s.OnHand).GroupBy(s => s.StockId)
        .Select(g =>
        {
            var sold = catalog.Sheets.First(s => s.Id == g.Key);
            return new PurchaseLine("sheet", $"{g.First().Material} {sold.Name}", g.Sum(s => s.Count), "sheet", sold.PriceCents,
                sold.PriceCents * g.Sum(s => s.Count));
        });

    private static IEnumerable<PurchaseLine> BarsToBuy(IEnumerable<BarLayout> bars, Catalog catalog) => bars
        .Where(b => !b.OnHand).GroupBy(b => b.StockId)
        .Select(g =>
        {
            var sold = catalog.Bar(g.Key);
            return new PurchaseLine("bar", $"{g.First().Material} {sold.Name}, {sold.LengthMm} long", g.Sum(b => b.Count), "bar",
                sold.PriceCents, sold.PriceCents * g.Sum(b => b.Count));
        });
}
