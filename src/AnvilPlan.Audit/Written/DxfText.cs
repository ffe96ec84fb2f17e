using System.Globalization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Audit.Written;

/// <summary>A circle or line of a DXF file, mm.</summary>
/// <param name="RadiusMm">Null for a line of corners.</param>
public sealed record DxfShape(string Layer, Uv Centre, double? RadiusMm, IReadOnlyList<Uv> Corners, bool Closed)
{
    /// <summary>What is written there; null for lines.</summary>
    public string? Text { get; init; }
}

/// <summary>Reads what a machine would of a DXF file of release 12 or 2000: pairs of code and value.</summary>
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
        (string Layer, bool Closed, List<(Uv At, double Bulge)> Corners)? line = null;
        var entities = false;
        for (var i = 0; i < pairs.Count;)
        {
            var next = pairs.FindIndex(i + 1, p => p.Code == 0) is var n && n < 0 ? pairs.Count : n;
            var of = pairs[i..next];
            (entities, i) = (entities || of.Contains((2, "ENTITIES")), next);
            if (!entities)
            {
                continue;
            }

            double Number(int code) => Of(of.First(p => p.Code == code).Value);
            string Layer() => of.First(p => p.Code == 8).Value;
            bool IsClosed() => of.Exists(p => p.Code == 70 && (int.Parse(p.Value, CultureInfo.InvariantCulture) & 1) == 1);
            switch (of[0].Value)
            {
                case "CIRCLE":
                    shapes.Add(new DxfShape(Layer(), new Uv(Number(10), Number(20)), Number(40), [], true));
                    break;
                case "TEXT":
                    shapes.Add(new DxfShape(Layer(), new Uv(Number(10), Number(20)), null, [], false)
                    {
                        Text = of.Find(p => p.Code == 1).Value
                    });
                    break;
                case "POLYLINE":
                    line = (Layer(), IsClosed(), []);
                    break;
                case "VERTEX":
                    line!.Value.Corners.Add((new Uv(Number(10), Number(20)), of.Exists(p => p.Code == 42) ? Number(42) : 0));
                    break;
                case "SEQEND" when line is { } done:
                    shapes.Add(new DxfShape(done.Layer, default, null, Bulges.Points(done.Corners), done.Closed));
                    line = null;
                    break;
                case "LWPOLYLINE":
                    var corners = new List<(Uv At, double Bulge)>();
                    foreach (var (code, value) in of.SkipWhile(p => p is not (100, "AcDbPolyline")))
                    {
                        switch (code)
                        {
                            case 10:
                                corners.Add((new Uv(Of(value), 0), 0));
                                break;
                            case 20:
                                corners[^1] = corners[^1] with { At = corners[^1].At with { V = Of(value) } };
                                break;
                            case 42:
                                corners[^1] = corners[^1] with { Bulge = Of(value) };
                                break;
                        }
                    }

                    shapes.Add(new DxfShape(Layer(), default, null, Bulges.Points(corners), IsClosed()));
                    break;
                case "LINE":
                    shapes.Add(new DxfShape(Layer(), default, null, [new(Number(10), Number(20)), new(Number(11), Number(21))], false));
                    break;
            }
        }

        return shapes;
    }

    private static double Of(string value) => double.Parse(value, CultureInfo.InvariantCulture);
}
