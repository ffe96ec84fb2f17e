using System.Globalization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Formats.Drawing;

namespace AnvilPlan.Formats.Pdf;

/// <summary>
/// True-scale templates of all flat parts, tiled over pages that overlap: each page bears its place in the grid, registration
/// crosses at the corners of its window where the neighbours meet, and a 100 mm check bar.
/// </summary>
public static class TemplatePages
{
    public const double MarginMm = 10;
    public const double OverlapMm = 10;
    private const double FootMm = 22;

    public static byte[] Write(string title, IEnumerable<Part> parts, Paper paper)
    {
        using var pdf = new PdfCanvas(title + ", templates at true scale");
        foreach (var part in parts)
        {
            var size = string.Create(CultureInfo.InvariantCulture, $"{part.LengthMm:0.##} x {part.WidthMm:0.##} x "
                + $"{part.ThicknessMm:0.##} {part.Material}");
            Tile(pdf, new Caption(part.Name, size, "seen from " + part.SeenFrom), PartSketch.Template(part), paper);
        }

        if (pdf.Pages == 0)
        {
            pdf.Page(paper);
        }

        return pdf.Close();
    }

    /// <summary>One device at true scale, to lay the real part on before anything is drilled.</summary>
    public static byte[] Write(HardwareModel model, Paper paper)
    {
        using var pdf = new PdfCanvas(model.Name + ", check sheet at true scale");
        var size = string.Create(CultureInfo.InvariantCulture, $"{model.WidthMm:0.##} x {model.DepthMm:0.##} x {model.HeightMm:0.##}, "
            + $"{model.Holes.Count} holes {model.ThreadSize}");
        Tile(pdf, new Caption(model.Name, size, "seen from its face, F is readable"), DeviceSketch.Of(model), paper);
        return pdf.Close();
    }

    private sealed record Caption(string Name, string Size, string Seen);

    private static void Tile(PdfCanvas pdf, Caption caption, Sketch sketch, Paper paper)
    {
        var turned = Turned(sketch, paper);
        var sheet = turned ? new Paper(paper.Name, paper.HeightMm, paper.WidthMm) : paper;
        var (width, height) = (sheet.WidthMm - (2 * MarginMm), sheet.HeightMm - (2 * MarginMm) - FootMm);
        var (columns, rows) = (Tiles(sketch.WidthMm, width), Tiles(sketch.HeightMm, height));
        for (var row = 0; row < rows; row++)
        {
            for (var column = 0; column < columns; column++)
            {
                pdf.Page(sheet);
                var u0 = sketch.Min.U + (column * (width - OverlapMm));
                var v0 = sketch.Min.V + (row * (height - OverlapMm));
                var bottom = MarginMm + height;
                pdf.Sketch(sketch, MarginMm - u0, bottom + v0, 1, (MarginMm, MarginMm, width, height));
                Registration(pdf, width, height, column, columns, row, rows);
                Foot(pdf, caption, sheet, bottom, column, columns, row, rows);
            }
        }
    }

    private static int Tiles(double size, double window) =>
        size <= window ? 1 : 1 + (int)Math.Ceiling((size - window) / (window - OverlapMm));

    private static bool Turned(Sketch sketch, Paper paper)
    {
        int Count(double w, double h) => Tiles(sketch.WidthMm, w - (2 * MarginMm)) * Tiles(sketch.HeightMm, h - (2 * MarginMm) - FootMm);
        return Count(paper.HeightMm, paper.WidthMm) < Count(paper.WidthMm, paper.HeightMm);
    }

    /// <summary>Crosses in the middle of each overlap: laid on the neighbour's cross, the pages are true.</summary>
    private static void Registration(PdfCanvas pdf, double width, double height, int column, int columns, int row, int rows)
    {
        List<double> xs = [.. column > 0 ? [MarginMm + (OverlapMm / 2)] : (double[])[], .. column < columns - 1
            ? [MarginMm + width - (OverlapMm / 2)] : (double[])[]];
        List<double> ys = [.. row < rows - 1 ? [MarginMm + (OverlapMm / 2)] : (double[])[], .. row > 0
            ? [MarginMm + height - (OverlapMm / 2)] : (double[])[]];
        foreach (var x in xs)
        {
            foreach (var y in (double[])[MarginMm + (height * 0.25), MarginMm + (height * 0.75)])
            {
                Cross(pdf, x, y);
            }
        }

        foreach (var y in ys)
        {
            foreach (var x in (double[])[MarginMm + (width * 0.25), MarginMm + (width * 0.75)])
            {
                Cross(pdf, x, y);
            }
        }
    }

    private static void Cross(PdfCanvas pdf, double x, double y)
    {
        pdf.Line(x - 4, y, x + 4, y, 0.12);
        pdf.Line(x, y - 4, x, y + 4, 0.12);
        pdf.Rectangle(x - 1.5, y - 1.5, 3, 3, 0.12, "#15171c");
    }

    private static void Foot(PdfCanvas pdf, Caption caption, Paper sheet, double bottom, int column, int columns, int row, int rows)
    {
        pdf.Rectangle(MarginMm, MarginMm, sheet.WidthMm - (2 * MarginMm), bottom - MarginMm, 0.1, "#c3c7cf");
        var y = bottom + 8;
        CheckBar(pdf, MarginMm, y);
        pdf.Text(caption.Name, MarginMm + 108, y - 1, 4.5, true);
        pdf.Text(caption.Size, MarginMm + 108, y + 4, 3);
        pdf.Text($"{caption.Seen}; column {column + 1} of {columns}, row {row + 1} of {rows} from below", MarginMm + 108, y + 8.2, 2.8);
        pdf.Text("Print at 100 %. The bar must measure 100 mm.", MarginMm, y + 8.2, 2.8);
    }

    /// <summary>From the outer edge of the first end stroke to that of the last: 100 mm between stroke centres.</summary>
    private static void CheckBar(PdfCanvas pdf, double x, double y)
    {
        pdf.Line(x, y, x + 100, y, 0.3);
        for (var i = 0; i <= 10; i++)
        {
            var tall = i is 0 or 10 ? 4 : i == 5 ? 2.5 : 1.5;
            pdf.Line(x + (i * 10), y - tall, x + (i * 10), y, i is 0 or 10 ? 0.2 : 0.12);
        }

        pdf.Text("100 mm", x + 50, y - 3, 2.8, false, SkiaSharp.SKTextAlign.Center);
    }
}
