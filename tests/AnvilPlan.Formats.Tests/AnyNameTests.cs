using System.Globalization;
using System.Xml;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Project;
using CsvHelper;
using CsvHelper.Configuration;

namespace AnvilPlan.Formats.Tests;

/// <summary>Names that somebody typed, pasted or meant badly, carried into every file that leaves the application.</summary>
public sealed class AnyNameTests
{
    public static TheoryData<string> Names =>
    [
        "\"quoted\" 'twice'", "<script>alert(1)</script>&amp;", "=HYPERLINK(\"x\")", "+1-1", "-2+3", "@SUM(A1)", "\tafter a tab",
            "two\nlines\r\nmore", "a;b,c|d", "]]><!--", "%%c \\P {x}",
        "\u202Eright to left", "\u05E9\u05DC\u05D5\u05DD", "END:VTODO\nBEGIN:VALARM", "0\nSECTION", "nul\0 and \u0007 bell",
            "half \uD83D\uDD28 hammer", "\uFFFF\uFFFE", "../../etc", new string('w', 80),
    ];

    private static (Design Design, BuildPlan Plan) Named(string name)
    {
        var demo = ProjectJson.Read(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "demo", "marsh-listening-station.json")),
            Shipped.Catalog);
        var own = Shipped.Catalog.Model(demo.Design.Devices[0].ModelId) with { Id = "own", Name = name };
        own = own with { Ports = [.. own.Ports.Select(p => p with { Name = name })] };
        var design = demo.Design with
        {
            Name = name,
            Brief = demo.Design.Brief with { Purpose = name, Notes = name },
            Devices = [.. demo.Design.Devices.Select((d, i) => d with { Name = name, Marking = name[..Math.Min(40, name.Length)],
                ModelId = i == 0 ? "own" : d.ModelId })],
            Trays = [.. demo.Design.Trays.Select(t => t with { Name = name })],
        };
        return (design, Planner.Plan(design, Shipped.Catalog.With([own]), ShopProfile.Usual, AsBuilt.Nothing));
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void No_name_harms_a_file(string name)
    {
        var (design, plan) = Named(name);
        foreach (var file in PlanFiles.Of(design, plan, ShopProfile.Usual, Paper.A4))
        {
            Assert.Matches("^[a-z0-9.-]+$", file.Name);
            var bytes = file.Write();
            var text = System.Text.Encoding.UTF8.GetString(bytes);
            switch (Path.GetExtension(file.Name))
            {
                case ".svg":
                    var svg = new XmlDocument { XmlResolver = null };
                    svg.LoadXml(text);
                    Assert.All(svg.GetElementsByTagName("*").OfType<XmlElement>(),
                        e => Assert.Contains(e.Name, (string[])["svg", "title", "polygon", "polyline", "path", "circle", "text"]));
                    break;
                case ".dxf":
                    var lines = text.TrimEnd('\n').Split('\n');
                    Assert.True(lines.Length % 2 == 0, file.Name);
                    Assert.All(lines.Where((_, i) => i % 2 == 0), code => Assert.True(int.TryParse(code, NumberStyles.AllowLeadingWhite,
                        CultureInfo.InvariantCulture, out _), $"{file.Name}: {code}"));
                    Assert.All(text, c => Assert.True(c is '\n' or >= ' ' and <= '~'));
                    break;
                case ".csv":
                    Assert.All(Cells(text), cell => Assert.False(cell.Length > 0 && cell[0] is '=' or '+' or '@' or '\t' or '\r'
                        || (cell.StartsWith('-') && !double.TryParse(cell, CultureInfo.InvariantCulture, out _)), $"{file.Name}: {cell}"));
                    Assert.DoesNotContain('\0', text);
                    break;
                case ".ics":
                    // lines that begin with a space go on with the line before
                    var kinds = text.Split('\n').Where(l => l.Length > 0 && l[0] != ' ').Select(l => l.Split(':', ';')[0].Trim())
                        .Distinct();
                    Assert.Empty(kinds.Except(["BEGIN", "END", "PRODID", "VERSION", "UID", "SUMMARY", "DESCRIPTION", "DTSTAMP", "PRIORITY",
                        "SEQUENCE"]));
                    Assert.DoesNotContain("\nBEGIN:VALARM", text, StringComparison.Ordinal);
                    break;
                case ".pdf":
                    Assert.Equal("%PDF"u8.ToArray(), bytes[..4]);
                    Assert.Equal("%%EOF", text.TrimEnd()[^5..]);
                    break;
                case ".json":
                    using (System.Text.Json.JsonDocument.Parse(bytes))
                    {
                    }

                    break;
            }
        }
    }

    private static IEnumerable<string> Cells(string text)
    {
        using var csv = new CsvParser(new StringReader(text), new CsvConfiguration(CultureInfo.InvariantCulture));
        while (csv.Read())
        {
            foreach (var cell in csv.Record!)
            {
                yield return cell;
            }
        }
    }
}
