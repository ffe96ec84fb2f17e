using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Cuts;

public class NestTests
{
    [Fact]
    public void Random_jobs_are_valid_under_the_independent_checker_and_never_below_the_bound()
    {
        var random = new Random(11);
        for (var i = 0; i < 120; i++)
        {
            var job = RandomJob(random);
            var result = SheetNester.Quick(job);
            Assert.Null(NestChecker.Fault(job, result));
            Assert.True(result.Complete);
            Assert.True(result.Price >= SheetNester.LowerBound(job) - 1e-6);
            Assert.True(result.Price <= OneRowPerPart(job) + 1e-6);
        }
    }

    [Fact]
    public void An_exact_fit_does_not_cost_a_sheet()
    {
        // 2 x 2 parts of 298.4 with a kerf of 3.2 are exactly 600 wide
        var job = new NestJob(3.2, 0, [new NestStock("s", 600, 600, null, 1)], [new NestPart("p", 298.4, 298.4, 4, true)]);
        Assert.Single(SheetNester.Quick(job).Sheets);
    }

    [Fact]
    public void Grain_is_never_turned_and_a_part_that_fits_only_turned_stays_out()
    {
        var job = new NestJob(3, 0, [new NestStock("s", 1000, 400, null, 1)], [new NestPart("p", 390, 900, 1, false)]);
        Assert.Equal(["p"], SheetNester.Quick(job).Unplaced);
        var turned = SheetNester.Quick(job with { Parts = [new NestPart("p", 390, 900, 1, true)] });
        Assert.True(turned.Sheets.Single().Placements.Single().Turned);
    }

    [Fact]
    public void Offcuts_are_used_before_a_sheet_is_bought_and_no_more_than_there_are()
    {
        var job = new NestJob(3, 5, [new NestStock("offcut", 420, 320, 1, 0), new NestStock("sheet", 2440, 1220, null, 50)],
            [new NestPart("p", 400, 300, 2, false)]);
        var result = SheetNester.Quick(job);
        Assert.Equal(["offcut", "sheet"], result.Sheets.Select(s => s.StockId).Order(StringComparer.Ordinal));
        Assert.Equal(50, result.Price);
    }

    [Fact]
    public void The_checker_finds_what_is_wrong()
    {
        var job = new NestJob(3, 5, [new NestStock("s", 500, 300, 1, 1)], [new NestPart("p", 100, 100, 2, false)]);
        NestResult At(params NestPlacement[] p) => new([new NestedSheet("s", p, [])], [], 1);
        Assert.Null(NestChecker.Fault(job, At(new("p", 5, 5, 100, 100, false), new("p", 108, 5, 100, 100, false))));
        Assert.Contains("edge-to-edge", NestChecker.Fault(job, At(new("p", 5, 5, 100, 100, false), new("p", 107, 5, 100, 100, false))),
            StringComparison.Ordinal);
        Assert.Contains("usable", NestChecker.Fault(job, At(new("p", 4, 5, 100, 100, false), new("p", 108, 5, 100, 100, false))),
            StringComparison.Ordinal);
        Assert.Contains("wanted 2", NestChecker.Fault(job, At(new NestPlacement("p", 5, 5, 100, 100, false))), StringComparison.Ordinal);
        Assert.Contains("size", NestChecker.Fault(job, At(new("p", 5, 5, 99, 100, false), new("p", 108, 5, 100, 100, false))),
            StringComparison.Ordinal);
        Assert.Contains("grain", NestChecker.Fault(job, At(new("p", 5, 5, 100, 100, true), new("p", 108, 5, 100, 100, false))),
            StringComparison.Ordinal);
        var pinwheel = new NestJob(0, 0, [new NestStock("s", 30, 30, null, 1)], [new NestPart("a", 20, 10, 2, true),
            new NestPart("b", 10, 20, 2, true)]);
        Assert.Contains("edge-to-edge", NestChecker.Fault(pinwheel, At(
            new("a", 0, 0, 20, 10, false), new("b", 20, 0, 10, 20, false), new("a", 10, 20, 20, 10, false),
                new("b", 0, 10, 10, 20, false))), StringComparison.Ordinal);
    }

    [Fact]
    public void Searching_longer_is_never_worse_and_stops_when_told()
    {
        var job = RandomJob(new Random(5));
        var quick = SheetNester.Quick(job);
        var longer = SheetNester.Search(job, 60, CancellationToken.None);
        Assert.Equal(longer.Sheets.SelectMany(s => s.Placements), SheetNester.Search(job, 60, CancellationToken.None)
            .Sheets.SelectMany(s => s.Placements));
        Assert.Null(NestChecker.Fault(job, longer));
        Assert.True(longer.Price <= quick.Price);
        using var cancelled = new CancellationTokenSource();
        cancelled.Cancel();
        Assert.Equal(quick.Price, SheetNester.Search(job, long.MaxValue, cancelled.Token).Price);
    }

    [Fact]
    public void Bars_are_cut_to_the_best_set_and_checked()
    {
        // 600 + 400 fill 1003 with one kerf; first fit by length would start 600 + 300
        var job = new BarJob(3, 0, [new BarSupply("b", 1003, null, 10)], [new BarPart("x", 600, 2), new BarPart("y", 400, 2),
            new BarPart("z", 300, 1)]);
        var result = BarNester.Nest(job);
        Assert.Null(BarChecker.Fault(job, result));
        Assert.Equal(3, result.Bars.Count);
        var random = new Random(2);
        for (var i = 0; i < 60; i++)
        {
            var r = new BarJob(random.Next(4), random.Next(10), [new BarSupply("own", 700, 2, 0), new BarSupply("b", 2000, null, 30)],
                [.. Enumerable.Range(0, 8).Select(n => new BarPart("p" + n, 50 + (random.Next(0, 9000) / 10.0), 1 + random.Next(3)))]);
            var cut = BarNester.Nest(r);
            Assert.Null(BarChecker.Fault(r, cut));
            Assert.True(cut.Complete);
            Assert.True(cut.Price >= 0);
        }
    }

    [Fact]
    public void A_plan_nests_every_flat_part_once_for_each_unit_and_buys_what_is_not_on_hand()
    {
        var three = Sample.Marsh with { Brief = Sample.Marsh.Brief with { Quantity = 3 } };
        var shop = ShopProfile.Usual with
        {
            Offcuts = [new Offcut("o1", "acrylic", 6, 400, 300, 2)],
            SheetsOnHand = [new StockCount("birch-plywood-9-1220x610", 1)],
        };
        var plan = Sample.Plan(three, shop);
        foreach (var part in plan.Parts.Where(p => p.Flat))
        {
            Assert.Equal(3, plan.Cuts.Sheets.Sum(s => s.Placements.Count(x => x.PartId == part.Id)));
        }

        Assert.Equal(2, plan.Cuts.Sheets.Count(s => s.FromOffcut));
        Assert.DoesNotContain(plan.Cuts.ToBuy, l => l.Item.Contains("plywood 9 mm", StringComparison.Ordinal));
        Assert.Equal(plan.Cuts.ToBuy.Sum(l => l.TotalCents), plan.Cost.StockCents);
    }

    private static NestJob RandomJob(Random random)
    {
        List<NestStock> stock = [new NestStock("s1", 2440, 1220, null, 10)];
        if (random.Next(2) == 0)
        {
            stock.Add(new NestStock("s2", 1220, 610, null, 3.1));
        }

        return new NestJob(random.Next(0, 5), random.Next(0, 12), stock,
            [.. Enumerable.Range(0, 3 + random.Next(15)).Select(i => new NestPart("p" + i, 60 + (random.Next(0, 5000) / 10.0), 50
                + (random.Next(0, 4000) / 10.0), 1 + random.Next(4), random.Next(2) == 0))]);
    }

    /// <summary>The simplest cutter: every piece gets a strip of its own over the whole length of the first sheet.</summary>
    private static double OneRowPerPart(NestJob job)
    {
        var stock = job.Stock[0];
        var (sheets, y) = (1, job.TrimMm);
        foreach (var p in job.Parts.SelectMany(p => Enumerable.Repeat(p, p.Count)))
        {
            if (y + p.WidthMm > stock.WidthMm - job.TrimMm)
            {
                (sheets, y) = (sheets + 1, job.TrimMm);
            }

            y += p.WidthMm + job.KerfMm;
        }

        return sheets * stock.Price;
    }
}
