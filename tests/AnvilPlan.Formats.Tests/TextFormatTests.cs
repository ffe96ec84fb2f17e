using System.Globalization;
using System.Xml.Linq;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Calendar;
using AnvilPlan.Formats.Csv;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Nesting;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Svg;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

public class TextFormatTests
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    [Fact]
    public void An_svg_is_at_true_scale_and_has_a_circle_for_every_hole()
    {
        foreach (var part in Demo.Plan.Made.Where(PlanFiles.Drawn).Select(m => m.Drawn))
        {
            var root = XDocument.Parse(SvgWriter.Write(PartSketch.Dimensioned(part))).Root!;
            var width = double.Parse(root.Attribute("width")!.Value.Replace("mm", "", StringComparison.Ordinal),
                CultureInfo.InvariantCulture);
            var box = root.Attribute("viewBox")!.Value.Split(' ').Select(v => double.Parse(v, CultureInfo.InvariantCulture)).ToList();
            Assert.Equal(width, box[2], 3);
            var circles = root.Elements(Svg + "circle").Where(c => c.Attribute("class")!.Value == "drill").ToList();
            foreach (var hole in part.Features.OfType<Hole>())
            {
                Assert.Contains(circles, c => Near(c, "cx", hole.At.U) && Near(c, "cy", -hole.At.V) && Near(c, "r", hole.DiaMm / 2));
            }

            // a polygon, or a path where the rim has arcs
            var outline = root.Elements().First(p => p.Attribute("class")?.Value == "outline");
            var points = (outline.Attribute("points") ?? outline.Attribute("d"))!.Value.Split(' ', 'M', 'L')
                .Where(t => t.Contains(',', StringComparison.Ordinal));
            Assert.Equal(part.LengthMm, points.Max(t => double.Parse(t.Split(',')[0], CultureInfo.InvariantCulture)), 3);
        }
    }

    [Fact]
    public void Words_of_an_svg_are_as_wide_as_they_were_reckoned_whatever_typeface_the_reader_has()
    {
        var sketch = PartSketch.Dimensioned(Demo.Plan.Part("shell/back"));
        var words = XDocument.Parse(SvgWriter.Write(sketch)).Root!.Elements(Svg + "text").Where(t => t.Value.Length > 1).ToList();
        Assert.True(words.Count > 20, $"{words.Count} words");
        foreach (var word in words)
        {
            var high = double.Parse(word.Attribute("font-size")!.Value, CultureInfo.InvariantCulture);
            Assert.Equal(Field.WidthOf(word.Value, high), double.Parse(word.Attribute("textLength")!.Value, CultureInfo.InvariantCulture), 0.01);
        }
    }

    [Fact]
    public void The_cut_list_read_back_by_a_plain_parser_holds_the_finished_sizes()
    {
        var table = CsvTable.Parse(CsvFiles.CutList(Demo.Plan, 3, 16));
        // faces of the strip are cut with it, prints are not cut at all
        var cut = Demo.Plan.Parts.Where(p => p.LeafOf is null && p.Print is null).ToList();
        Assert.Equal(cut.Count, table.Rows.Count);
        foreach (var (part, row) in cut.Zip(table.Rows))
        {
            Assert.Equal(part.Id, row["part"]);
            Assert.Equal(part.LengthMm, row.Number("length_mm"));
            Assert.Equal(part.WidthMm, row.Number("width_mm"));
            Assert.Equal(part.ThicknessMm, row.Number("thickness_mm"));
            Assert.Equal(3, row.Number("qty"));
        }

        Assert.Equal("12 13/16\"", table.Rows.First(r => r["part"] == "shell/back")["length_in"]);
    }

    [Fact]
    public void Purchase_adds_up_and_a_formula_in_a_name_is_disarmed()
    {
        var rows = CsvTable.Parse(CsvFiles.Purchase(Demo.Plan)).Rows;
        Assert.Equal(Demo.Plan.Cost.Purchase.Sum(l => l.TotalCents) / 100.0, rows.Sum(r => r.Number("total")), 6);
        var sly = Demo.Plan with { Made = [Demo.Plan.Made[0] with { Drawn = Demo.Plan.Made[0].Drawn with { Name = "=1+1" } }] };
        Assert.DoesNotContain(",=1+1,", CsvFiles.CutList(sly, 1, 16), StringComparison.Ordinal);
        // the faces of a blank have no rows of their own: they lie on it as it is cut
        var milled = CsvTable.Parse(CsvFiles.Milling(Demo.Plan)).Rows;
        Assert.Equal(Demo.Plan.Made.SelectMany(m => m.Worked).Sum(p => p.Features.Count(f => f is not Hole and not EdgeHole)),
            milled.Count);
        Assert.Contains(milled, r => r["what"] == "pocket" && r["purpose"] == "Front: rebate behind Gain control" && r["depth_mm"] == "8.9"
            && r["rest_mm"] == "3");
        var holes = CsvTable.Parse(CsvFiles.Holes(Demo.Plan)).Rows;
        Assert.Equal(Demo.Plan.Tally.Holes, holes.Count);
        Assert.DoesNotContain(holes, r => r["part"] is "shell/left" or "shell/front" or "shell/right");
        Assert.Equal(((string[])["shell/left", "shell/front", "shell/right"]).Sum(f => Demo.Plan.Part(f).Features.Count(x => x is Hole)),
            holes.Count(r => r["part"] == "wrap"));
    }

    [Fact]
    public void The_schedule_reads_back_with_every_step_once()
    {
        // RFC 5545 by hand: lines end in CR LF, a line that begins with a space goes on the one before, components open and close
        var text = ScheduleFile.Write(Demo.Plan);
        Assert.DoesNotContain('\n', text.Replace("\r\n", "", StringComparison.Ordinal));
        var lines = text.Replace("\r\n ", "", StringComparison.Ordinal).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal(("BEGIN:VCALENDAR", "END:VCALENDAR"), (lines[0], lines[^1]));
        Assert.Contains("VERSION:2.0", lines);
        Assert.Equal(Demo.Plan.Work.Operations.Count, lines.Count(l => l == "BEGIN:VTODO"));
        Assert.Equal(Demo.Plan.Work.Operations.Count, lines.Count(l => l == "END:VTODO"));
        Assert.Equal(Demo.Plan.Work.Operations.Count, lines.Where(l => l.StartsWith("UID:", StringComparison.Ordinal)).Distinct().Count());
        Assert.Equal(Demo.Plan.Work.Operations.Count, lines.Count(l => l.StartsWith("SUMMARY:", StringComparison.Ordinal)));
        Assert.Equal(Demo.Plan.Work.Minutes / 60, Demo.Plan.Cost.Hours, 3);
    }

    [Fact]
    public void A_plan_writes_the_whole_contract_of_files_once_each()
    {
        var files = PlanFiles.Of(Demo.Project.Design, Demo.Plan, ShopProfile.Usual, Paper.A4);
        var names = files.Select(f => f.Name).ToList();
        Assert.Equal(names.Count, names.Distinct().Count());
        foreach (var name in (string[])["plan.json", "cutlist.csv", "purchase.csv", "findings.json", "templates.pdf", "packet.pdf",
            "schedule.ics"])
        {
            Assert.Contains(name, names);
        }

        foreach (var part in Demo.Plan.Made.Where(PlanFiles.Drawn).Select(m => m.Drawn))
        {
            Assert.Contains(PlanFiles.FileName(part.Id) + ".dxf", names);
            Assert.Contains(PlanFiles.FileName(part.Id) + ".svg", names);
        }

        Assert.Contains("wrap.dxf", names);
        Assert.DoesNotContain(names, n => n.Contains("corner", StringComparison.Ordinal));
        Assert.All(files, f => Assert.NotEmpty(f.Write()));
    }

    [Theory]
    [InlineData("", "not JSON")]
    [InlineData("[]", "one object")]
    [InlineData("""{"kind":"linear"}""", "kind")]
    [InlineData("""{"kind":"sheet","kerf":3,"trim":0,"stock":[],"parts":[{"id":"a","w":1,"h":1}]}""", "stock")]
    [InlineData("""{"kind":"sheet","trim":0,"stock":[{"id":"s","w":10,"h":10}],"parts":[{"id":"a","w":1,"h":1}]}""", "kerf is missing")]
    [InlineData("""{"kind":"sheet","kerf":-1,"trim":0,"stock":[{"id":"s","w":10,"h":10}],"parts":[{"id":"a","w":1,"h":1}]}""",
        "kerf is -1")]
    [InlineData("""{"kind":"sheet","kerf":0,"trim":0,"stock":[{"id":"s","w":10,"h":10}],"parts":[{"id":"a","w":"x","h":1}]}""",
        "parts[0].w")]
    [InlineData("""{"kind":"sheet","kerf":0,"trim":0,"stock":[{"id":"s","w":10,"h":10}],"parts":[{"id":"a","w":1,"h":1,"qty":1.5}]}""",
        "parts[0].qty")]
    [InlineData("""{"kind":"sheet","kerf":0,"trim":0,"stock":[{"id":"s","w":10,"h":10}],"parts":[{"id":"a","w":1,"h":1},{"id":"a","w":1,"h":1}]}""", "twice")]
    [InlineData("""{"kind":"sheet","kerf":0,"trim":1,"stock":[{"id":"s","w":10,"h":10}],"parts":[{"id":"big","w":9,"h":1}]}""", "part big")]
    public void A_wrong_nesting_job_gets_one_sentence(string text, string reason) =>
        Assert.Contains(reason, Assert.Throws<NestFileException>(() => NestFile.ReadSheets(text)).Message, StringComparison.Ordinal);

    [Fact]
    public void A_nesting_job_with_too_little_stock_names_the_part_that_is_left()
    {
        var (name, job) = NestFile.ReadSheets("""{"name":"n","kind":"sheet","kerf":0,"trim":0,"extra":1,"stock":[{"id":"s","w":10,"h":10,"qty":1,"price":1}],"parts":[{"id":"a","w":10,"h":10,"qty":2,"grain":true}]}""");
        Assert.Equal("n", name);
        var error = Assert.Throws<NestFileException>(() => NestFile.WriteSheets(name, job, Core.Cuts.SheetNester.Quick(job), 0));
        Assert.Contains("part a", error.Message, StringComparison.Ordinal);
        var (_, bars) = NestFile.ReadBars("""{"kind":"linear","kerf":2,"trim":0,"stock":[{"id":"b","len":100,"qty":null,"price":2}],"parts":[{"id":"a","len":49,"qty":4}]}""");
        Assert.Contains("\"objective\": 2", NestFile.WriteBars("", bars, Core.Cuts.BarNester.Nest(bars), 0), StringComparison.Ordinal);
    }

    private static bool Near(XElement e, string name, double value) =>
        Math.Abs(double.Parse(e.Attribute(name)!.Value, CultureInfo.InvariantCulture) - value) < 1e-3;
}
