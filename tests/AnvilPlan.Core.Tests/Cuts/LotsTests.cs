using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Cuts;

/// <summary>
/// Large orders: every piece is cut, none twice, stock that is short is not used up twice, and it takes no longer than a small one.
/// </summary>
public sealed class LotsTests
{
    private static CutPlan Cut(Design design, int quantity, ShopProfile? shop = null) =>
        Planner.Plan(design with { Brief = design.Brief with { Quantity = quantity } }, Sample.Catalog, shop ?? ShopProfile.Usual,
            AsBuilt.Nothing).Cuts;

    private static Dictionary<string, int> Laid(CutPlan cuts) =>
        cuts.Sheets.SelectMany(s => s.Placements, (s, p) => (p.PartId, s.Count))
            .Concat(cuts.Bars.SelectMany(b => b.Pieces, (b, p) => (p.PartId, b.Count)))
            .GroupBy(p => p.PartId).ToDictionary(g => g.Key, g => g.Sum(p => p.Count), StringComparer.Ordinal);

    [Theory]
    [InlineData(1)]
    [InlineData(7)]
    [InlineData(131)]
    [InlineData(1000)]
    public void Every_piece_of_every_unit_is_cut_once(int quantity)
    {
        var one = Laid(Cut(Sample.WithTray, 1));
        var many = Laid(Cut(Sample.WithTray, quantity));
        Assert.Equal(one.Keys.Order(StringComparer.Ordinal), many.Keys.Order(StringComparer.Ordinal));
        Assert.All(many, m => Assert.Equal(one[m.Key] * quantity, m.Value));
    }

    [Fact]
    public void What_is_bought_is_what_is_cut_and_no_sheet_more_than_a_few_percent_over_the_area()
    {
        var cuts = Cut(Sample.WithTray, 1000);
        Assert.Equal(cuts.Sheets.Where(s => !s.OnHand).Sum(s => s.Count), cuts.ToBuy.Where(l => l.Kind == "sheet").Sum(l => l.Count));
        Assert.Equal(cuts.SheetCount, cuts.Sheets.Sum(s => s.Count));
        // by hand: no layout uses less than its area; ten units at once are laid out without lots
        var ten = Cut(Sample.WithTray, 10);
        Assert.InRange((double)cuts.StockCents, 0, ten.StockCents * 100 * 1.02);
        Assert.InRange(cuts.SheetUse, ten.SheetUse - 0.03, 1);
    }

    [Fact]
    public void Offcuts_and_sheets_on_hand_are_used_once_each()
    {
        var sheet = Sample.Catalog.SheetsOf("birch-plywood", 12).First();
        var shop = ShopProfile.Usual with
        {
            Offcuts = [new Offcut("end", "birch-plywood", 12, 700, 500, 3)],
            SheetsOnHand = [new StockCount(sheet.Id, 5)]
        };
        var cuts = Cut(Sample.WithTray, 500, shop);
        Assert.InRange(cuts.Sheets.Where(s => s.FromOffcut).Sum(s => s.Count), 1, 3);
        Assert.InRange(cuts.Sheets.Where(s => s.OnHand && !s.FromOffcut).Sum(s => s.Count), 1, 5);
    }

    [Theory]
    [InlineData(1000)]
    [InlineData(1_000_000)]
    public void However_many_are_wanted_few_are_nested(int count)
    {
        // two parts on one sheet: a lot, what it leaves, and the rest
        var (calls, most) = (0, 0);
        var (layouts, unplaced) = Lots.Nest(
            [("side", count), ("lid", 2 * count)], [("sheet", null)],
            (wanted, _) =>
            {
                (calls, most) = (calls + 1, Math.Max(most, wanted.Sum()));
                return SheetNester.Quick(new NestJob(3, 0, [new NestStock("sheet", 2440, 1220, null, 10)],
                    [new("side", 400, 300, wanted[0], true), new("lid", 310, 180, wanted[1], true)])) is var r
                    ? (r.Sheets, r.Unplaced) : default;
            },
            s => (s.StockId, s.Placements.Select(p => p.PartId)));
        Assert.Empty(unplaced);
        Assert.Equal(3 * count, layouts.Sum(l => l.Count * l.Layout.Placements.Count));
        Assert.InRange(most, 1, Lots.Pieces + 2);
        Assert.InRange(calls, 2, 12);
        Assert.Distinct(layouts.Select(l => string.Join(',', l.Layout.Placements.Select(p => p.PartId).Order(StringComparer.Ordinal))));
    }

    [Fact]
    public void A_part_that_no_stock_takes_is_told_once_and_the_others_are_cut()
    {
        var (layouts, unplaced) = Lots.Nest(
            [("wide", 900), ("small", 900)], [("sheet", null)],
            (wanted, _) => SheetNester.Quick(new NestJob(3, 0, [new NestStock("sheet", 1000, 500, null, 10)],
                [new("wide", 1200, 600, wanted[0], true), new("small", 90, 90, wanted[1], true)])) is var r
                ? (r.Sheets, r.Unplaced) : default,
            s => (s.StockId, s.Placements.Select(p => p.PartId)));
        Assert.Equal(900, unplaced.Count);
        Assert.Equal(["wide"], unplaced.Distinct());
        Assert.Equal(900, layouts.Sum(l => l.Count * l.Layout.Placements.Count));
    }
}
