using System.Globalization;
using System.Text;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Formats.Dxf;

/// <summary>The entities of a drawing as they are written, and the file round them. The same calls give the same bytes.</summary>
internal sealed class DxfBody(DxfRelease release)
{
    private const int FirstEntity = 0x1000;
    private readonly StringBuilder _entities = new();
    private readonly SortedDictionary<string, int> _layers = new(StringComparer.Ordinal) { ["0"] = 7 };
    private int _written;

    public void Circle(string layer, Uv at, double radius) =>
        Add("CIRCLE", layer, "AcDbCircle", (10, N(at.U)), (20, N(at.V)), (30, "0.0"), (40, N(radius)));

    public void Line(string layer, Uv a, Uv b) =>
        Add("LINE", layer, "AcDbLine", (10, N(a.U)), (20, N(a.V)), (30, "0.0"), (11, N(b.U)), (21, N(b.V)), (31, "0.0"));

    public void Text(string layer, Uv at, double height, string text, double turnDeg = 0, bool mirrored = false)
    {
        (int, string)[] pairs = [(10, N(at.U)), (20, N(at.V)), (30, "0.0"), (40, N(height)), (1, Plain(text)), .. mirrored
            ? ((int, string)[])[(50, N((turnDeg + 180) % 360)), (71, "2")] : turnDeg == 0 ? [] : [(50, N(turnDeg))]];
        // a text of the later release ends with its own marker once more
        Add("TEXT", layer, "AcDbText", release == DxfRelease.R12 ? pairs : [.. pairs, (100, "AcDbText")]);
    }

    /// <summary>A circle as such, everything else as a closed polyline; arcs by their bulge.</summary>
    public void Closed(string layer, Outline outline)
    {
        if (outline.Circle is { } circle)
        {
            Circle(layer, circle.At, circle.RadiusMm);
        }
        else if (release == DxfRelease.R12)
        {
            Add("POLYLINE", layer, "", (66, "1"), (10, "0.0"), (20, "0.0"), (30, "0.0"), (70, "1"));
            foreach (var vertex in outline.Vertices)
            {
                Add("VERTEX", layer, "", (10, N(vertex.U)), (20, N(vertex.V)), (30, "0.0"), (42, N(vertex.Bulge)));
            }

            Add("SEQEND", layer, "");
        }
        else
        {
            Add("LWPOLYLINE", layer, "AcDbPolyline",
            [
                (90, outline.Vertices.Count.ToString(CultureInfo.InvariantCulture)), (70, "1"),
                .. outline.Vertices.SelectMany(v => ((int, string)[])[(10, N(v.U)), (20, N(v.V)), .. v.Bulge == 0 ? []
                    : ((int, string)[])[(42, N(v.Bulge))]]),
            ]);
        }
    }

    public string File(double lengthMm, double widthMm)
    {
        var file = new StringBuilder();
        if (release == DxfRelease.R12)
        {
            Section(file, "HEADER", (9, "$ACADVER"), (1, "AC1009"), (9, "$EXTMIN"), (10, "0.0"), (20, "0.0"), (30, "0.0"), (9, "$EXTMAX"),
                (10, N(lengthMm)), (20, N(widthMm)), (30, "0.0"));
            Section(file, "TABLES",
            [
                (0, "TABLE"), (2, "LTYPE"), (70, "1"), (0, "LTYPE"), (2, "CONTINUOUS"), (70, "0"), (3, "Solid line"), (72, "65"), (73, "0"),
                    (40, "0.0"), (0, "ENDTAB"),
                (0, "TABLE"), (2, "LAYER"), (70, _layers.Count.ToString(CultureInfo.InvariantCulture)),
                .. _layers.SelectMany(l => ((int, string)[])[(0, "LAYER"), (2, l.Key), (70, "0"),
                    (62, l.Value.ToString(CultureInfo.InvariantCulture)), (6, "CONTINUOUS")]), (0, "ENDTAB"),
            ]);
            Section(file, "BLOCKS");
        }
        else
        {
            Section(file, "HEADER",
                (9, "$ACADVER"), (1, "AC1015"), (9, "$DWGCODEPAGE"), (3, "ANSI_1252"), (9, "$INSUNITS"), (70, "4"), (9, "$MEASUREMENT"),
                    (70, "1"), (9, "$LUNITS"), (70, "2"),
                (9, "$EXTMIN"), (10, "0.0"), (20, "0.0"), (30, "0.0"), (9, "$EXTMAX"), (10, N(lengthMm)), (20, N(widthMm)), (30, "0.0"),
                    (9, "$HANDSEED"), (5, Hex(FirstEntity + _written)));
            Section(file, "CLASSES");
            Section(file, "TABLES", [.. DxfTables.Of(_layers)]);
            Section(file, "BLOCKS", [.. DxfTables.Blocks]);
        }

        Pairs(file, (0, "SECTION"), (2, "ENTITIES"));
        file.Append(_entities);
        Pairs(file, (0, "ENDSEC"));
        if (release != DxfRelease.R12)
        {
            Section(file, "OBJECTS", [.. DxfTables.Objects]);
        }

        Pairs(file, (0, "EOF"));
        return file.ToString();
    }

    internal static string Hex(int handle) => handle.ToString("X", CultureInfo.InvariantCulture);

    private static string N(double value) => Math.Round(value, 6).ToString("0.0#####", CultureInfo.InvariantCulture);

    private void Add(string entity, string layer, string marker, params ReadOnlySpan<(int Code, string Value)> pairs)
    {
        _layers.TryAdd(layer, Colour(layer));
        if (release == DxfRelease.R12)
        {
            Pairs(_entities, (0, entity), (8, layer));
        }
        else
        {
            Pairs(_entities, (0, entity), (5, Hex(FirstEntity + _written)), (330, Hex(DxfTables.ModelSpace)), (100, "AcDbEntity"),
                (8, layer), (100, marker));
        }

        Pairs(_entities, pairs);
        _written++;
    }

    private static int Colour(string layer) => layer.Split('_')[0] switch
    {
        "OUTLINE" or "POST" or "BEAM" or "RAIL" => 7,
        "CUT" => 1,
        "POCKET" => 3,
        "DRILL" or "EDGE" or "HOLE" => 5,
        "SINK" => 4,
        "BEVEL" or "SLOPE" => 6,
        "BEND" => 2,
        _ => 8,
    };

    private static void Section(StringBuilder to, string name, params ReadOnlySpan<(int Code, string Value)> pairs)
    {
        Pairs(to, (0, "SECTION"), (2, name));
        Pairs(to, pairs);
        Pairs(to, (0, "ENDSEC"));
    }

    private static void Pairs(StringBuilder to, params ReadOnlySpan<(int Code, string Value)> pairs)
    {
        foreach (var (code, value) in pairs)
        {
            to.Append(CultureInfo.InvariantCulture, $"{code,3}\n{value}\n");
        }
    }

    /// <summary>On one line; what is not ASCII by its number, which the release of 1992 cannot have.</summary>
    private string Plain(string text) =>
        string.Concat(text.Select(c => c is >= ' ' and <= '~' ? c.ToString() : release == DxfRelease.R12 || char.IsControl(c)
        || char.IsSurrogate(c) ? "?" : $"\\U+{(int)c:X4}"));
}
