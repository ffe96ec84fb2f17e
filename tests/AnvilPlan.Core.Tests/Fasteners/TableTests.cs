using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fasteners;

public class TableTests
{
    public static TheoryData<string> Threads => [.. FastenerTables.Shipped.Threads.Select(t => t.Name)];

    [Theory]
    [MemberData(nameof(Threads))]
    public void A_thread_of_the_table_agrees_with_the_formula_of_its_standard(string name)
    {
        var row = CsvTable.Shipped(name.StartsWith('M') ? "threads-iso-metric" : "threads-unified").Rows.First(r => r["size"] == name);
        var thread = FastenerTables.Shipped.Thread(name);
        var form = ThreadForm.Of(thread.Standard, thread.NominalMm, thread.PitchMm);
        Assert.Equal(row.Number("tensile_stress_area_mm2"), form.TensileStressAreaMm2,
            0.6 / 10 * Math.Max(1, form.TensileStressAreaMm2 / 10));
        Assert.InRange(ThreadForm.Percent(thread.NominalMm, thread.PitchMm, thread.TapDrillMm), 65, 85);
        Assert.True(thread.NominalMm < thread.ClearanceCloseMm && thread.ClearanceCloseMm < thread.ClearanceNormalMm
            && thread.ClearanceNormalMm < thread.ClearanceLooseMm);
    }

    [Fact]
    public void A_flush_head_is_measured_over_all()
    {
        Assert.Equal(LengthMeasured.OverHead, FastenerTables.Shipped.Head("M3", HeadForm.Countersunk).Measured);
        Assert.Equal(LengthMeasured.UnderHead, FastenerTables.Shipped.Head("M3", HeadForm.Pan).Measured);
        var stack = new ScrewStack(LengthMeasured.OverHead, [2], 0.5, 0, 4.5, null);
        Assert.Equal(2, stack.GripMm);
    }

    [Fact]
    public void Metric_screws_come_in_metric_lengths_and_inch_ones_in_inches()
    {
        var tables = FastenerTables.Shipped;
        var m3 = tables.LengthsFor(tables.Thread("M3"), tables.Head("M3", HeadForm.Pan)).ToList();
        Assert.Equal(4, m3[0]);
        Assert.Equal(30, m3[^1]);
        Assert.Contains(6.35, tables.LengthsFor(tables.Thread("#6-32"), tables.Head("#6-32", HeadForm.Pan)));
    }

    [Fact]
    public void Fixings_are_spread_so_that_no_pitch_exceeds_the_most()
    {
        var row = FixingRow.Of(240, 8, 40);
        Assert.Equal((7, 8.0), (row.Count, row.EndDistanceMm));
        Assert.Equal(232, row.PositionsMm().Last(), 9);
        Assert.Equal(2, FixingRow.Of(50, 10, 150).Count);
    }

    [Fact]
    public void The_catalog_holds_what_a_small_shop_needs()
    {
        var catalog = Shipped.Catalog;
        Assert.True(catalog.Hardware.Count >= 80);
        Assert.True(catalog.Hardware.Count(h => h.Group == "Boards") >= 3);
        Assert.True(catalog.Hardware.Count(h => h.Fan) >= 4);
        Assert.All(catalog.Hardware, h => Assert.True(h.Source.Length > 0 && h.Confidence.Length > 0 && h.WidthMm > 0 && h.DepthMm > 0
            && h.HeightMm > 0, h.Id));
        Assert.All(catalog.Hardware.Where(h => h.ThreadSize is not null),
            h => Assert.True(catalog.Fasteners.HasThread(h.ThreadSize!), h.Id));
        Assert.All(catalog.Hardware.SelectMany(h => h.Holes.Select(x => (h, x))), p => Assert.True(p.x.XMm >= 0 && p.x.XMm <= p.h.WidthMm
            && p.x.YMm >= 0 && p.x.YMm <= p.h.DepthMm, p.h.Id));
        Assert.All(catalog.Sheets, s => Assert.True(catalog.HasMaterial(s.MaterialId) && s.LeastMm <= s.TypicalMm
            && s.TypicalMm <= s.MostMm, s.Id));
        Assert.Contains(catalog.Fasteners.Inserts, i => i.Size == "M3");
    }

    [Fact]
    public void A_csv_cell_with_quotes_commas_and_line_ends_is_read_whole_and_an_empty_one_is_not_zero()
    {
        var row = CsvTable.Parse("a,b,c\n\"x, \"\"y\"\"\nz\",,3\n").Rows.Single();
        Assert.Equal("x, \"y\"\nz", row["a"]);
        Assert.Null(row.NumberOrNull("b"));
        Assert.Equal(3, row.Number("c"));
        Assert.Throws<FormatException>(() => row.Number("b"));
        Assert.Throws<KeyNotFoundException>(() => row["d"]);
    }

    [Fact]
    public void An_own_model_joins_the_catalog_and_one_with_a_known_id_replaces_it()
    {
        var own = Shipped.Catalog.Model("sbc-85") with { Name = "measured board", MassG = 47 };
        var catalog = Shipped.Catalog.With([own, own with { Id = "own-1" }]);
        Assert.Equal(Shipped.Catalog.Hardware.Count + 1, catalog.Hardware.Count);
        Assert.Equal(47, catalog.Model("sbc-85").MassG);
    }

    [Fact]
    public void A_thread_without_screws_or_nuts_in_the_tables_is_offered_nowhere_and_refused()
    {
        var tables = Shipped.Catalog.Fasteners;
        string[] bare = [.. tables.Threads.Select(t => t.Name).Where(n => !tables.HasScrews(n))];
        Assert.Contains("#5-40", bare);
        var stack = Shipped.Catalog.Systems.Single(s => s.Key == "acrylicStack");
        var words = stack.Asks.Single(a => a.Key == "thread").Words!.Select(w => w.Key).ToList();
        Assert.Contains("M3", words);
        Assert.DoesNotContain(words, bare.Contains);
        var model = Shipped.Catalog.Model("sbc-85");
        Assert.All(bare, n => Assert.Contains("threadSize", ModelCheck.Problem(model with { ThreadSize = n }), StringComparison.Ordinal));
    }
}
