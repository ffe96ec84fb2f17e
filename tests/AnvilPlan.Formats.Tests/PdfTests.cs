using System.Diagnostics;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Tests.Support;
using SkiaSharp;
using UglyToad.PdfPig;

namespace AnvilPlan.Formats.Tests;

/// <summary>PDF files read by PdfPig, and rendered by pdftoppm to measure the check bar in pixels.</summary>
public class PdfTests
{
    [Theory]
    [InlineData("a4", 210, 297)]
    [InlineData("letter", 215.9, 279.4)]
    [InlineData("a3", 297, 420)]
    public void Every_template_page_has_the_paper_size_and_names_its_part(string paper, double width, double height)
    {
        using var pdf = PdfDocument.Open(TemplatePages.Write("demo", Demo.Plan.Parts, Paper.Named(paper)!));
        foreach (var page in pdf.GetPages())
        {
            // a page is told in whole points
            double[] sides = [page.Width, page.Height];
            Assert.Equal(Math.Round(Math.Min(width, height) / 25.4 * 72), sides.Min(), 1e-9);
            Assert.Equal(Math.Round(Math.Max(width, height) / 25.4 * 72), sides.Max(), 1e-9);
            Assert.Contains("100 mm", page.Text, StringComparison.Ordinal);
            Assert.Contains(Demo.Plan.Parts, p => page.Text.Contains(p.Name, StringComparison.Ordinal));
        }

        Assert.True(pdf.NumberOfPages >= Demo.Plan.Parts.Count(p => p.Flat));
    }

    [Fact]
    public void The_check_bar_measures_100_mm_on_the_rendered_page()
    {
        const int dpi = 254;
        using var image = Render(TemplatePages.Write("demo", Demo.Plan.Parts.Where(p => p.Id == "shell/left"), Paper.A4), dpi);
        // 10 pixels a millimetre: the bar is the longest dark run in the foot of the page
        var (length, _) = LongestRun(image, image.Height - (10 * 25), image.Height - (10 * 23));
        Assert.Equal(100, length / 10.0, 0.4);
    }

    [Fact]
    public void A_part_is_drawn_at_true_scale()
    {
        const int dpi = 254;
        var part = Demo.Plan.Part("shell/left");
        using var image = Render(TemplatePages.Write("demo", [part], Paper.A4), dpi);
        var (length, row) = LongestRun(image, 0, image.Height - (10 * 26));
        Assert.True(row > 0);
        Assert.Equal(part.LengthMm, length / 10.0, 0.8);
    }

    [Fact]
    public void A_part_larger_than_the_paper_is_tiled_so_that_the_overlaps_cover_it()
    {
        var part = Demo.Plan.Part("shell/top");
        using var pdf = PdfDocument.Open(TemplatePages.Write("demo", [part], Paper.A4));
        // 340 x 260 in windows of 190 x 255 or 277 x 168 with 10 mm of overlap: 2 x 2 either way
        Assert.Equal(4, pdf.NumberOfPages);
        Assert.Contains("column 2 of 2, row 2 of 2", pdf.GetPage(4).Text, StringComparison.Ordinal);
    }

    [Fact]
    public void The_packet_lists_every_part_with_its_size_and_every_snag_that_stops()
    {
        var tooLong = Demo.Project.Design.WithDevice("supply", d => d with { Mounting = new OwnFixings { ScrewLengthMm = 20 } });
        using var pdf = PdfDocument.Open(PacketPages.Write(Planner.Plan(tooLong, Shipped.Catalog, ShopProfile.Usual, Demo.Project.AsBuilt),
            Paper.A4));
        var text = string.Join(' ', pdf.GetPages().Select(p => p.Text));
        Assert.All(Demo.Plan.Made, p => Assert.Contains(p.Name, text, StringComparison.Ordinal));
        Assert.Contains("Joints: what to set", text, StringComparison.Ordinal);
        Assert.Contains("Glue-up with PVA slow", text, StringComparison.Ordinal);
        Assert.Contains("Where parts meet", text, StringComparison.Ordinal);
        Assert.Contains("326.2", text, StringComparison.Ordinal);
        Assert.Contains("M3 x 20 pan goes 4.1 mm deeper", text, StringComparison.Ordinal);
        Assert.Contains("Cut list", text, StringComparison.Ordinal);
        foreach (var page in pdf.GetPages())
        {
            Assert.All(page.Letters, l => Assert.InRange(l.Location.X, 0, page.Width));
        }
    }

    [Fact]
    public void The_cover_says_how_large_it_is_what_to_watch_for_and_shows_it()
    {
        using var pdf = PdfDocument.Open(PacketPages.Write(Demo.Plan, Paper.A4));
        var cover = pdf.GetPage(1);
        Assert.Contains("340 × 260 × 150 mm", cover.Text, StringComparison.Ordinal);
        Assert.Contains("Watch for", cover.Text, StringComparison.Ordinal);
        var facets = SolidPicture.Of(Demo.Plan).Facets;
        Assert.True(cover.Paths.Count(p => p.IsFilled) >= facets.Count);
        // it is read at the bench: nine points and more
        Assert.All(cover.Letters, l => Assert.True(l.PointSize >= 9, $"{l.Value} of {l.PointSize} points"));
    }

    [Fact]
    public void A_devices_check_sheet_has_its_holes_at_true_distance()
    {
        const int dpi = 254;
        var model = Shipped.Catalog.Model("supply-35w");
        using var image = Render(TemplatePages.Write(model, Paper.A4), dpi);
        // the body's lower edge is the longest level line of the drawing: 99 mm
        var (length, row) = LongestRun(image, 0, image.Height - (10 * 33));
        Assert.True(row > 0);
        Assert.Equal(model.WidthMm, length / 10.0, 0.8);
        using var pdf = PdfDocument.Open(TemplatePages.Write(model, Paper.A4));
        Assert.Contains("1: 18, 16", pdf.GetPage(1).Text, StringComparison.Ordinal);
    }

    private static (int Length, int Row) LongestRun(SKBitmap image, int fromRow, int toRow)
    {
        var best = (Length: 0, Row: -1);
        for (var y = fromRow; y < toRow; y++)
        {
            var run = 0;
            for (var x = 0; x < image.Width; x++)
            {
                run = image.GetPixel(x, y).Red < 150 ? run + 1 : 0;
                best = run > best.Length ? (run, y) : best;
            }
        }

        return best;
    }

    private static SKBitmap Render(byte[] pdf, int dpi)
    {
        var folder = Directory.CreateTempSubdirectory("anvil-pdf-");
        try
        {
            var file = Path.Combine(folder.FullName, "t.pdf");
            File.WriteAllBytes(file, pdf);
            using var process = Process.Start("pdftoppm", ["-r", dpi.ToString(System.Globalization.CultureInfo.InvariantCulture), "-f", "1",
                "-l", "1", "-png", "-singlefile", file, Path.Combine(folder.FullName, "p")]);
            process.WaitForExit();
            Assert.Equal(0, process.ExitCode);
            return SKBitmap.Decode(Path.Combine(folder.FullName, "p.png"));
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }
}
