using System.Globalization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Audit.Written;

/// <summary>A circle or line of a DXF file, mm.</summary>
/// <param name="RadiusMm">Null for a line of corners.</param>
public sealed record DxfShape(string Layer, Uv Centre, double? RadiusMm, IReadOnlyList<Uv> Corners, bool Closed);

/// <summary>Reads what a machine would of a DXF file of release 12: pairs of code and value.</summary>
public static class DxfText
{
    public static IReadOnlyList<DxfShape> Shapes(string text)
    {
        var lines = text.Split('\n');
        var pairs = new List<(int Code, string Value)>();
        for (var i = 0; i + 1 < lines.Length; i += 2)
        {
            pairs.Add((int.Parse(lines[i].Trim(), CultureInfo.InvariantCulture), lines[i + 1].Trim()));
        }

        var shapes = new List<DxfShape>();
        string? kind = null;
        var fields = new Dictionary<int, string>();
        (string Layer, bool Closed, List<Uv> Corners)? line = null;
        var entities = false;
        foreach (var (code, value) in pairs)
        {
            if (code == 2 && value == "ENTITIES")
            {
                entities = true;
            }

            if (code != 0)
            {
                fields[code] = value;
                continue;
            }

            if (entities)
            {
                switch (kind)
                {
                    case "CIRCLE":
                        shapes.Add(new DxfShape(fields[8], new Uv(Number(fields, 10), Number(fields, 20)), Number(fields, 40), [], true));
                        break;
                    case "POLYLINE":
                        line = (fields[8], fields.TryGetValue(70, out var flag) && (int.Parse(flag, CultureInfo.InvariantCulture) & 1) == 1, []);
                        break;
                    case "VERTEX":
                        line!.Value.Corners.Add(new Uv(Number(fields, 10), Number(fields, 20)));
                        break;
                    case "SEQEND" when line is { } done:
                        shapes.Add(new DxfShape(done.Layer, default, null, done.Corners, done.Closed));
                        line = null;
                        break;
                    case "LINE":
                        shapes.Add(new DxfShape(fields[8], default, null, [new(Number(fields, 10), Number(fields, 20)), new(Number(fields, 11), Number(fields, 21))], false));
                        break;
                }
            }

            kind = value;
            fields.Clear();
        }

        return shapes;
    }

    private static double Number(Dictionary<int, string> fields, int code) => double.Parse(fields[code], CultureInfo.InvariantCulture);
}
