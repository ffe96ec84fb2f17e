using System.Diagnostics;
using System.Text.Json;
using AnvilPlan.Core.Parts;
using AnvilPlan.Formats.Dxf;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>Every flat part's DXF is opened by an independent reader (Debian's python3-ezdxf), audited and compared with the plan.</summary>
public class DxfTests
{
    private const string Reader = """
        import sys, json, ezdxf
        out = []
        for path in sys.argv[1:]:
            doc = ezdxf.readfile(path)
            msp = doc.modelspace()
            out.append({
                "version": doc.dxfversion, "errors": len(doc.audit().errors),
                "circles": [[e.dxf.layer, e.dxf.center.x, e.dxf.center.y, 2 * e.dxf.radius] for e in msp.query("CIRCLE")],
                "polylines": [[e.dxf.layer, e.is_closed, [[v.dxf.location.x, v.dxf.location.y] for v in e.vertices]] for e in msp.query("POLYLINE")],
                "lines": [[e.dxf.layer] for e in msp.query("LINE")],
            })
        print(json.dumps(out))
        """;

    [Fact]
    public void An_independent_reader_finds_every_hole_and_the_outline_at_their_places()
    {
        var parts = Demo.Plan.Parts.Where(p => p.Flat).ToList();
        var folder = Directory.CreateTempSubdirectory("anvil-dxf-");
        try
        {
            var paths = parts.Select((p, i) => Path.Combine(folder.FullName, i + ".dxf")).ToList();
            foreach (var (part, path) in parts.Zip(paths))
            {
                File.WriteAllText(path, DxfWriter.Write(part));
            }

            var files = Read(paths);
            foreach (var (part, file) in parts.Zip(files.EnumerateArray()))
            {
                Compare(part, file);
            }
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    [Fact]
    public void Layers_tell_diameter_depth_and_side()
    {
        var text = DxfWriter.Write(Demo.Plan.Part("shell/left"));
        Assert.Contains("\nPOCKET_5_5_FAR\n", text, StringComparison.Ordinal);
        Assert.Contains("\nDRILL_4_5\n", text, StringComparison.Ordinal);
        Assert.Contains("\nCUT_THROUGH\n", text, StringComparison.Ordinal);
        Assert.All(text, c => Assert.InRange(c, '\n', '~'));
    }

    private static void Compare(Part part, JsonElement file)
    {
        Assert.Equal("AC1009", file.GetProperty("version").GetString());
        Assert.Equal(0, file.GetProperty("errors").GetInt32());
        var circles = file.GetProperty("circles").EnumerateArray().Select(c => (Layer: c[0].GetString()!, U: c[1].GetDouble(), V: c[2].GetDouble(), Dia: c[3].GetDouble())).ToList();
        foreach (var hole in part.Features.OfType<Hole>())
        {
            Assert.Contains(circles, c => c.Layer.StartsWith("DRILL_", StringComparison.Ordinal) && Near(c.U, hole.At.U) && Near(c.V, hole.At.V) && Near(c.Dia, hole.DiaMm));
        }

        Assert.Equal(part.Features.OfType<Hole>().Count(), circles.Count(c => c.Layer.StartsWith("DRILL_", StringComparison.Ordinal)));
        Assert.Equal(part.Features.OfType<Opening>().Count(o => o.Round), circles.Count(c => c.Layer == "CUT_THROUGH"));
        var outline = file.GetProperty("polylines").EnumerateArray().Single(p => p[0].GetString() == "OUTLINE");
        Assert.True(outline[1].GetBoolean());
        var points = outline[2].EnumerateArray().Select(v => (U: v[0].GetDouble(), V: v[1].GetDouble())).ToList();
        Assert.Equal((part.LengthMm, part.WidthMm), (points.Max(p => p.U) - points.Min(p => p.U), points.Max(p => p.V) - points.Min(p => p.V)));
    }

    private static bool Near(double a, double b) => Math.Abs(a - b) < 1e-5;

    private static JsonElement Read(IEnumerable<string> paths)
    {
        using var process = Process.Start(new ProcessStartInfo("/usr/bin/python3", ["-c", Reader, .. paths]) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var output = process.StandardOutput.ReadToEnd();
        var errors = process.StandardError.ReadToEnd();
        process.WaitForExit();
        Assert.True(process.ExitCode == 0, $"the reader failed; is python3-ezdxf installed? {errors}");
        return JsonDocument.Parse(output).RootElement;
    }
}
