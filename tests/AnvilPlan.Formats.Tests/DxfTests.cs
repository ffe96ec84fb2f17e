using System.Diagnostics;
using System.Text.Json;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Dxf;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>
/// Every flat part's DXF is opened by an independent reader (Debian's python3-ezdxf), audited and compared with the plan.
/// </summary>
public class DxfTests
{
    private const string Reader = """
        import sys, json, ezdxf
        from ezdxf.lldxf.encoding import decode_dxf_unicode
        out = []
        for path in sys.argv[1:]:
            doc = ezdxf.readfile(path)
            msp = doc.modelspace()
            out.append({
                "version": doc.dxfversion, "errors": len(doc.audit().errors),
                "circles": [[e.dxf.layer, e.dxf.center.x, e.dxf.center.y, 2 * e.dxf.radius] for e in msp.query("CIRCLE")],
                "units": doc.units,
                "polylines": [[e.dxf.layer, e.is_closed, [[v.dxf.location.x, v.dxf.location.y, v.dxf.bulge] for v in e.vertices]] for e in msp.query("POLYLINE")]
                    + [[e.dxf.layer, e.closed, [[x, y, b] for x, y, b in e.get_points("xyb")]] for e in msp.query("LWPOLYLINE")],
                "texts": [decode_dxf_unicode(e.dxf.text) for e in msp.query("TEXT")],
                "lines": [[e.dxf.layer] for e in msp.query("LINE")],
            })
        print(json.dumps(out))
        """;

    [Theory]
    [InlineData(DxfRelease.R2000, "AC1015", 4)]
    [InlineData(DxfRelease.R12, "AC1009", 0)]
    public void An_independent_reader_finds_every_hole_and_the_outline_at_their_places(DxfRelease release, string version, int units)
    {
        var parts = Demo.Plan.Parts.Where(p => p.Flat).ToList();
        var files = Read([.. parts.Select(p => DxfWriter.Write(p, release))]);
        foreach (var (part, file) in parts.Zip(files))
        {
            Assert.Equal((version, units, 0), (file.GetProperty("version").GetString(), file.GetProperty("units").GetInt32(),
                file.GetProperty("errors").GetInt32()));
            Compare(part, file);
        }
    }

    /// <summary>A round corner cut off, a nose of 10 round it: both stay arcs, and the reader finds the same area.</summary>
    [Theory]
    [InlineData(DxfRelease.R2000)]
    [InlineData(DxfRelease.R12)]
    public void Arcs_of_an_outline_stay_arcs(DxfRelease release)
    {
        var part = Demo.Plan.Part("shell/left") with
        {
            LengthMm = 100,
            WidthMm = 60,
            Name = "Kante \u00e4",
            Features =
            [
                new Notch("n", "x", "round corner", WorkedFrom.Seen, [new(90, 60), new(110, 60), new(110, 40), new(100, 40),
                    new(100, 50, Outline.QuarterBulge)], null, null, ""),
                new Notch("m", "x", "half moon", WorkedFrom.Seen, [new(40, -5), new(60, -5), new(60, 0), new(60, 5, 1), new(40, 5),
                    new(40, 0)], null, null, ""),
                new Opening("o", "x", "slot", WorkedFrom.Seen, new(30, 40), 30, 8, 4, "", ""),
            ],
        };
        var file = Assert.Single(Read([DxfWriter.Write(part, release)]));
        var lines = file.GetProperty("polylines").EnumerateArray()
            .Select(l => (Layer: l[0].GetString(),
            Shape: Outline.Of([.. l[2].EnumerateArray().Select(v => new Vertex(v[0].GetDouble(), v[1].GetDouble(), v[2].GetDouble()))])))
            .ToList();
        var rim = Assert.Single(lines, l => l.Layer == "OUTLINE").Shape;
        // by hand: the corner loses 100 - 25 pi, the half moon 5 x 20 and half a circle of 20 across
        Assert.Equal(6000 - (100 - (25 * Math.PI)) - 100 - (50 * Math.PI), rim.AreaMm2, 1.0);
        Assert.Equal([10.0, 10.0], rim.Arcs.Select(a => Math.Round(a.RadiusMm, 3)));
        Assert.Equal([Math.PI, Math.PI / 2], rim.Arcs.Select(a => Math.Round(Math.Abs(a.SweepRad), 3)).OrderDescending(),
            (a, b) => Math.Abs(a - b) < 2e-3);
        var slot = Assert.Single(lines, l => l.Layer == "CUT_THROUGH").Shape;
        Assert.Equal((22 * 8) + (16 * Math.PI), slot.AreaMm2, 1e-3);
        Assert.Contains(file.GetProperty("texts").EnumerateArray(), t => t.GetString()!.StartsWith(release == DxfRelease.R12 ? "Kante ?"
            : "Kante \u00e4", StringComparison.Ordinal));
        Assert.Equal(0, file.GetProperty("errors").GetInt32());
    }

    private static List<JsonElement> Read(IReadOnlyList<string> texts)
    {
        var folder = Directory.CreateTempSubdirectory("anvil-dxf-");
        try
        {
            var paths = texts.Select((_, i) => Path.Combine(folder.FullName, i + ".dxf")).ToList();
            foreach (var (text, path) in texts.Zip(paths))
            {
                File.WriteAllText(path, text);
            }

            return [.. Opened(paths).EnumerateArray()];
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    [Fact]
    public void Layers_tell_diameter_depth_and_side()
    {
        var text = DxfWriter.Write(Demo.Plan.Part("shell/left"), DxfRelease.R2000);
        Assert.Contains("\nPOCKET_5_5_FAR\n", text, StringComparison.Ordinal);
        Assert.Contains("\nDRILL_4_5\n", text, StringComparison.Ordinal);
        Assert.Contains("\nCUT_THROUGH\n", text, StringComparison.Ordinal);
        Assert.All(text, c => Assert.InRange(c, '\n', '~'));
    }

    private static void Compare(Part part, JsonElement file)
    {
        var circles = file.GetProperty("circles").EnumerateArray()
            .Select(c => (Layer: c[0].GetString()!, U: c[1].GetDouble(), V: c[2].GetDouble(), Dia: c[3].GetDouble())).ToList();
        foreach (var hole in part.Features.OfType<Hole>())
        {
            Assert.Contains(circles, c => c.Layer.StartsWith("DRILL_", StringComparison.Ordinal) && Near(c.U, hole.At.U)
                && Near(c.V, hole.At.V) && Near(c.Dia, hole.DiaMm));
        }

        Assert.Equal(part.Features.OfType<Hole>().Count(), circles.Count(c => c.Layer.StartsWith("DRILL_", StringComparison.Ordinal)));
        Assert.Equal(part.Features.OfType<Opening>().Count(o => o.Round), circles.Count(c => c.Layer == "CUT_THROUGH"));
        var outline = file.GetProperty("polylines").EnumerateArray().Single(p => p[0].GetString() == "OUTLINE");
        Assert.True(outline[1].GetBoolean());
        var points = outline[2].EnumerateArray().Select(v => (U: v[0].GetDouble(), V: v[1].GetDouble())).ToList();
        Assert.Equal((part.LengthMm, part.WidthMm), (points.Max(p => p.U) - points.Min(p => p.U),
            points.Max(p => p.V) - points.Min(p => p.V)));
    }

    private static bool Near(double a, double b) => Math.Abs(a - b) < 1e-5;

    private static JsonElement Opened(IEnumerable<string> paths)
    {
        using var process = Process.Start(new ProcessStartInfo("/usr/bin/python3", ["-c", Reader, .. paths])
        { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var output = process.StandardOutput.ReadToEnd();
        var errors = process.StandardError.ReadToEnd();
        process.WaitForExit();
        Assert.True(process.ExitCode == 0, $"the reader failed; is python3-ezdxf installed? {errors}");
        return JsonDocument.Parse(output).RootElement;
    }
}
