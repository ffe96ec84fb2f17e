using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Dxf;
using AnvilPlan.Formats.Patterns;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

public class PatternFileTests
{
    private const string Diagonal = "0\nLINE\n8\n0\n10\n0\n20\n0\n11\n1\n21\n1\n";

    private static string Dxf(string entities, string header = "", string blocks = "") =>
        $"0\nSECTION\n2\nHEADER\n{header}0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n{blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n{entities}0\nENDSEC\n0\nEOF\n";

    private static string Circle(double x, double y, double r) =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture, $"0\nCIRCLE\n8\nHOLES\n10\n{x}\n20\n{y}\n40\n{r}\n");

    private static string Frame(double w, double h) => string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"0\nLWPOLYLINE\n8\nOUT\n90\n4\n70\n1\n10\n0\n20\n0\n10\n{w}\n20\n0\n10\n{w}\n20\n{h}\n10\n0\n20\n{h}\n");

    private const string Millimetres = "9\n$INSUNITS\n70\n4\n";
    private const string Inches = "9\n$INSUNITS\n70\n1\n";

    [Fact]
    public void Holes_are_found_numbered_by_place_and_measured_from_the_outlines_corner()
    {
        var p = PatternFile.Read(Dxf(Frame(85, 56) + Circle(61.5, 3.5, 1.35) + Circle(3.5, 52.5, 1.35) + Circle(3.5, 3.5, 1.35),
            Millimetres), null);
        Assert.Equal((85.0, 56.0, true), (p.WidthMm, p.DepthMm, p.FromOutline));
        Assert.Equal([(3.5, 3.5), (3.5, 52.5), (61.5, 3.5)], p.Holes.Select(h => (h.XMm, h.YMm)));
        Assert.All(p.Holes, h => Assert.Equal(2.7, h.DiaMm, 6));
    }

    [Fact]
    public void A_drawing_in_inches_is_taken_in_inches_and_an_unclear_one_asks()
    {
        Assert.Equal(25.4, PatternFile.Read(Dxf(Frame(2, 1) + Circle(1, 0.5, 0.06), Inches), null).Holes[0].XMm, 4);
        var silent = Dxf(Frame(2, 1) + Circle(1, 0.5, 0.06));
        var error = Assert.Throws<PatternFileException>(() => PatternFile.Read(silent, null));
        Assert.Equal("unit", error.Field);
        Assert.Equal(50.8, PatternFile.Read(silent, "in").WidthMm, 4);
        Assert.Equal("unit", Assert.Throws<PatternFileException>(() => PatternFile.Read(silent, "ell")).Field);
        Assert.Equal("unit",
            Assert.Throws<PatternFileException>(() => PatternFile.Read(Dxf(Frame(2000, 1) + Circle(1, 0.5, 2), Millimetres), null)).Field);
    }

    [Fact]
    public void Blocks_are_inserted_shifted_scaled_and_turned()
    {
        var block = "0\nBLOCK\n8\n0\n2\nHOLE\n10\n1\n20\n0\n" + Circle(3, 0, 1) + "0\nENDBLK\n";
        const string Insert = "0\nINSERT\n8\n0\n2\nHOLE\n10\n10\n20\n20\n41\n2\n42\n2\n50\n90\n";
        var drawing = DxfReader.Read(Dxf(Insert, Millimetres, block));
        // (3, 0) - base (1, 0) = (2, 0), doubled (4, 0), turned 90 (0, 4), at (10, 20)
        var circle = Assert.Single(drawing.Circles);
        Assert.Equal((10.0, 24.0, 2.0), (Math.Round(circle.At.U, 6), Math.Round(circle.At.V, 6), Math.Round(circle.Radius, 6)));
    }

    [Fact]
    public void A_block_that_inserts_itself_is_told()
    {
        const string Block = "0\nBLOCK\n8\n0\n2\nB\n10\n0\n20\n0\n0\nINSERT\n8\n0\n2\nB\n10\n1\n20\n0\n0\nENDBLK\n";
        Assert.Contains("deeper than 8",
            Assert.Throws<DxfException>(() => DxfReader.Read(Dxf("0\nINSERT\n8\n0\n2\nB\n10\n0\n20\n0\n", Millimetres, Block))).Message,
            StringComparison.Ordinal);
    }

    [Fact]
    public void An_array_of_a_block_is_drawn_as_often_as_it_says()
    {
        // three columns 20 apart by two rows 30 apart, from (5, 5)
        const string Block = "0\nBLOCK\n8\n0\n2\nB\n10\n0\n20\n0\n0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n1.5\n0\nENDBLK\n";
        var circles = DxfReader.Read(Dxf("0\nINSERT\n8\n0\n2\nB\n10\n5\n20\n5\n70\n3\n71\n2\n44\n20\n45\n30\n", Millimetres, Block))
            .Circles;
        Assert.Equal([(5, 5), (5, 35), (25, 5), (25, 35), (45, 5), (45, 35)], circles.Select(c => (c.At.U, c.At.V)).Order());
    }

    [Theory]
    [InlineData("70\n1001\n71\n1\n", "1001 columns or rows")]
    [InlineData("70\n1000\n71\n1000\n", "more than 100000 entities")]
    public void Arrays_beyond_what_can_be_drawn_are_told_at_once(string array, string says)
    {
        const string Block = "0\nBLOCK\n8\n0\n2\nB\n10\n0\n20\n0\n0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n1.5\n0\nENDBLK\n";
        var watch = System.Diagnostics.Stopwatch.StartNew();
        var error = Assert.Throws<DxfException>(() => DxfReader.Read(Dxf($"0\nINSERT\n8\n0\n2\nB\n10\n0\n20\n0\n{array}",
            Millimetres, Block)));
        Assert.Contains(says, error.Message, StringComparison.Ordinal);
        Assert.InRange(watch.Elapsed.TotalSeconds, 0, 1);
    }

    [Fact]
    public void Blocks_that_multiply_through_blocks_are_told_at_once()
    {
        // seven blocks, each inserting the next ten times: ten million circles
        var blocks = string.Concat(Enumerable.Range(0, 7).Select(i => $"0\nBLOCK\n8\n0\n2\nB{i}\n10\n0\n20\n0\n"
            + string.Concat(Enumerable.Repeat(i == 6 ? "0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n1\n"
            : $"0\nINSERT\n8\n0\n2\nB{i + 1}\n10\n0\n20\n0\n", 10)) + "0\nENDBLK\n"));
        Assert.Contains("more than 100000 entities",
            Assert.Throws<DxfException>(() => DxfReader.Read(Dxf("0\nINSERT\n8\n0\n2\nB0\n10\n0\n20\n0\n", Millimetres, blocks))).Message,
            StringComparison.Ordinal);
    }

    [Fact]
    public void Two_half_bulges_are_a_circle_and_arcs_and_old_polylines_count_for_the_outline()
    {
        const string Bulged = "0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n10\n9\n20\n10\n42\n1\n10\n11\n20\n10\n42\n1\n";
        const string Old =
            "0\nPOLYLINE\n8\n0\n66\n1\n70\n0\n0\nVERTEX\n8\n0\n10\n0\n20\n0\n0\nVERTEX\n8\n0\n10\n40\n20\n0\n0\nSEQEND\n8\n0\n";
        const string Arc = "0\nARC\n8\n0\n10\n20\n20\n0\n40\n20\n50\n0\n51\n180\n";
        var p = PatternFile.Read(Dxf(Bulged + Old + Arc, Millimetres), null);
        Assert.Equal((10.0, 10.0, 2.0), (p.Holes[0].XMm, p.Holes[0].YMm, p.Holes[0].DiaMm));
        Assert.Equal((40.0, 20.0), (p.WidthMm, p.DepthMm));
    }

    private static string Arc(double x, double y, double r, double from, double to) =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture,
        $"0\nARC\n8\nHOLES\n10\n{x}\n20\n{y}\n40\n{r}\n50\n{from}\n51\n{to}\n");

    private static string Ring(int corners, double x, double y, double r, double bulge) =>
        $"0\nLWPOLYLINE\n8\nHOLES\n90\n{corners}\n70\n1\n" + string.Concat(Enumerable.Range(0, corners)
        .Select(i => 2 * Math.PI * i / corners)
        .Select(a => string.Create(System.Globalization.CultureInfo.InvariantCulture,
            $"10\n{x + (r * Math.Cos(a)):R}\n20\n{y + (r * Math.Sin(a)):R}\n42\n{bulge:R}\n")));

    public static TheoryData<string, string> Written => new()
    {
        { "two halves", Arc(20, 10, 1.7, 0, 180) + Arc(20, 10, 1.7, 180, 360) },
        { "thirds that cross zero", Arc(20, 10, 1.7, 300, 60) + Arc(20, 10, 1.7, 60, 180) + Arc(20, 10, 1.7, 180, 300) },
        { "an ellipse of ratio 1", "0\nELLIPSE\n8\nHOLES\n10\n20\n20\n10\n11\n0\n21\n1.7\n40\n1\n41\n0\n42\n6.283185307\n" },
        { "four quarter bulges", Ring(4, 20, 10, 1.7, Math.Tan(Math.PI / 8)) },
        { "three bulges the other way round", Ring(3, 20, 10, 1.7, Math.Tan(Math.PI / 6)) },
        { "a polygon of 24", Ring(24, 20, 10, 1.7, 0) },
    };

    [Theory]
    [MemberData(nameof(Written))]
    public void A_hole_is_a_hole_however_a_program_wrote_its_circle(string how, string entities)
    {
        var hole = Assert.Single(PatternFile.Read(Dxf(Frame(60, 40) + entities, Millimetres), null).Holes);
        Assert.True((hole.XMm, hole.YMm, hole.DiaMm) is ( > 19.999 and < 20.001, > 9.999 and < 10.001, > 3.399 and < 3.401),
            $"{how}: {hole}");
    }

    [Fact]
    public void What_is_round_only_in_part_stays_outline()
    {
        // a slot, a square, a hexagon of a nut, an arc of three quarters, an oval: none is a hole
        var slot = "0\nLWPOLYLINE\n8\nHOLES\n90\n4\n70\n1\n10\n5\n20\n5\n42\n0\n10\n15\n20\n5\n42\n1\n10\n15\n20\n8\n42\n0\n10\n5\n20\n8\n42\n1\n";
        var others = Ring(4, 20, 10, 1.7, 0) + Ring(6, 30, 10, 3, 0) + Arc(40, 10, 2, 0, 270)
            + "0\nELLIPSE\n8\nHOLES\n10\n50\n20\n10\n11\n3\n21\n0\n40\n0.5\n41\n0\n42\n6.283185307\n";
        Assert.Single(PatternFile.Read(Dxf(Frame(60, 40) + slot + others + Circle(50, 30, 1), Millimetres), null).Holes);
    }

    [Theory]
    [InlineData(Core.Shops.DxfRelease.R2000)]
    [InlineData(Core.Shops.DxfRelease.R12)]
    public void Our_own_dxf_comes_back_with_every_through_hole_in_its_place(Core.Shops.DxfRelease release)
    {
        var part = Demo.Plan.Part("tray-1");
        var p = PatternFile.Read(DxfWriter.Write(part, release), "mm");
        Assert.Equal((part.LengthMm, part.WidthMm), (p.WidthMm, p.DepthMm));
        foreach (var hole in part.Features.OfType<Core.Parts.Hole>())
        {
            Assert.Contains(p.Holes, h => Math.Abs(h.XMm - hole.At.U) < 1e-3 && Math.Abs(h.YMm - hole.At.V) < 1e-3
                && Math.Abs(h.DiaMm - hole.DiaMm) < 1e-3);
        }
    }

    [Theory]
    [InlineData("x_mm,y_mm,dia_mm\n3.5,3.5,2.7\n61.5,3.5,2.7\n", null, 3.5 - 2.15, 58 + 2.7)]
    [InlineData("x,y,dia\n1,1,0.125\n3,1,0.125\n", "in", 1.5875, 50.8 + 3.175)]
    [InlineData("x_in;y_in;dia_in\n1;1;0,125\n3;1;0,125\n", null, 1.5875, 50.8 + 3.175)]
    [InlineData("\uFEFFx_mm\ty_mm\tdia_mm\r\n3.5\t3.5\t2.7\r\n61,5\t3,5\t2,7\r\n", null, 3.5 - 2.15, 58 + 2.7)]
    public void A_csv_of_holes_is_read_in_its_unit(string text, string? unit, double firstX, double width)
    {
        var p = PatternFile.Read(text, unit);
        Assert.Equal(width, p.WidthMm, 3);
        Assert.Equal(firstX, p.Holes[0].XMm, 3);
        Assert.False(p.FromOutline);
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("hello\nworld\n", "group code")]
    [InlineData("0\nEOF\n", "no SECTION")]
    [InlineData("0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n", "breaks off")]
    [InlineData("0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n8\n0\n10\nfar\n20\n0\n40\n1\n0\nENDSEC\n0\nEOF\n", "line 10")]
    [InlineData("0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n", "0 holes")]
    [InlineData("x,y\n1,2\n", "no column dia")]
    [InlineData("x,x,dia\n1,2,3\n", "twice")]
    [InlineData("x_mm,y_mm,dia_mm\n1,2,wide\n", "line 2")]
    [InlineData("x_mm,y_mm,dia_mm\n1,2\n", "line 2")]
    [InlineData("x_mm,y_mm,dia_mm\n1,2,3\n1,2,90\n", "line 3")]
    public void A_broken_file_gets_one_clear_sentence(string text, string reason)
    {
        var error = Assert.Throws<PatternFileException>(() => PatternFile.Read(text, text.StartsWith('x') || text.Length == 0
            ? null : "mm"));
        Assert.Contains(reason, error.Message, StringComparison.Ordinal);
        Assert.DoesNotContain('\n', error.Message);
    }

    [Fact]
    public void Any_cut_of_a_good_file_is_read_or_refused_but_never_a_crash()
    {
        var whole = Dxf(Frame(85, 56) + Circle(3.5, 3.5, 1.35) + Diagonal, Millimetres);
        for (var length = 0; length < whole.Length; length += 3)
        {
            try
            {
                Assert.NotEmpty(PatternFile.Read(whole[..length], "mm").Holes);
            }
            catch (PatternFileException error)
            {
                Assert.NotEmpty(error.Message);
            }
        }
    }
}
