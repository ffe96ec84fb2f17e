using System.Globalization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Dxf;

/// <summary>A DXF text that cannot be read; one sentence, with the line where there is one.</summary>
public sealed class DxfException(string message) : Exception(message);

/// <summary>A circle, drawing units.</summary>
public sealed record DxfCircle(string Layer, Uv At, double Radius);

/// <summary>A run of points, drawing units; arcs are given by points of their own.</summary>
public sealed record DxfPath(string Layer, IReadOnlyList<Uv> Points, bool Closed);

/// <param name="UnitMm">Millimetres to a drawing unit by $INSUNITS; null when the file does not say.</param>
public sealed record DxfDrawing(double? UnitMm, IReadOnlyList<DxfCircle> Circles, IReadOnlyList<DxfPath> Paths);

/// <summary>
/// Reads the flat geometry of ASCII DXF: LINE, ARC, CIRCLE, LWPOLYLINE, POLYLINE and INSERT of blocks. Other entities are passed over.
/// What some programs write instead of a circle is one: arcs that close round one centre, a full ellipse of ratio 1, a closed polyline
/// whose bulges run round one centre, and a closed polygon of twelve corners or more that all lie as far from their middle.
/// </summary>
public static class DxfReader
{
    private const int MostPairs = 2_000_000;
    private const int MostNesting = 8;

    /// <summary>Entities that are drawn, with those of blocks as often as they are inserted.</summary>
    private const int MostDrawn = 100_000;

    /// <summary>Columns or rows of an array of blocks.</summary>
    private const int MostArray = 1000;
    private const int ArcSteps = 16;
    private const int LeastCorners = 12;

    /// <summary>Corners of a polygon that stands for a circle differ by at most this share of its radius.</summary>
    private const double RoundShare = 0.005;

    /// <exception cref="DxfException">The text is no ASCII DXF, or breaks off.</exception>
    public static DxfDrawing Read(string text)
    {
        var pairs = Pairs(text);
        var blocks = new Dictionary<string, (Uv Base, List<Entity> Entities)>(StringComparer.OrdinalIgnoreCase);
        var entities = new List<Entity>();
        double? unit = null;
        var sections = 0;
        for (var i = 0; i < pairs.Count; i++)
        {
            if (pairs[i] is not { Code: 0, Value: "SECTION" } || i + 1 >= pairs.Count)
            {
                continue;
            }

            sections++;
            var end = pairs.FindIndex(i, p => p is { Code: 0, Value: "ENDSEC" });
            if (end < 0)
            {
                throw new DxfException($"the section {pairs[i + 1].Value} has no end: the file breaks off.");
            }

            var body = pairs.GetRange(i + 2, end - i - 2);
            switch (pairs[i + 1].Value)
            {
                case "HEADER":
                    unit = Unit(body);
                    break;
                case "BLOCKS":
                    ReadBlocks(body, blocks);
                    break;
                case "ENTITIES":
                    entities.AddRange(Entities(body));
                    break;
            }

            i = end;
        }

        if (sections == 0)
        {
            throw new DxfException("there is no SECTION in it: this is no ASCII DXF.");
        }

        var drawing = new Sink();
        foreach (var entity in entities)
        {
            Draw(entity, p => p, 1, blocks, drawing, 0);
        }

        drawing.CloseArcs();
        return new DxfDrawing(unit, drawing.Circles, drawing.Paths);
    }

    private static List<Pair> Pairs(string text)
    {
        var lines = text.ReplaceLineEndings("\n").Split('\n');
        var pairs = new List<Pair>();
        for (var i = 0; i + 1 < lines.Length; i += 2)
        {
            if (!int.TryParse(lines[i].Trim(), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var code))
            {
                throw new DxfException($"line {i + 1} is \"{Short(lines[i])}\": a group code is expected there, a whole number.");
            }

            pairs.Add(new Pair(code, lines[i + 1].Trim(), i + 2));
            if (pairs.Count > MostPairs)
            {
                throw new DxfException($"it has more than {MostPairs} entries.");
            }
        }

        return pairs;
    }

    private static double? Unit(List<Pair> header)
    {
        var at = header.FindIndex(p => p is { Code: 9, Value: "$INSUNITS" });
        return at < 0 || at + 1 >= header.Count ? null : header[at + 1].Value switch
        {
            "1" => 25.4,
            "2" => 304.8,
            "4" => 1,
            "5" => 10,
            "6" => 1000,
            _ => null,
        };
    }

    private static void ReadBlocks(List<Pair> body, Dictionary<string, (Uv Base, List<Entity> Entities)> blocks)
    {
        for (var i = 0; i < body.Count; i++)
        {
            if (body[i] is not { Code: 0, Value: "BLOCK" })
            {
                continue;
            }

            var end = body.FindIndex(i, p => p is { Code: 0, Value: "ENDBLK" });
            end = end < 0 ? body.Count : end;
            var first = body.FindIndex(i + 1, p => p.Code == 0);
            var head = new Entity("BLOCK", body.GetRange(i + 1, Math.Min(first < 0 ? end : first, end) - i - 1));
            blocks[head.Text(2)] = (new Uv(head.Number(10), head.Number(20)),
                [.. Entities(body.GetRange(first < 0 ? end : Math.Min(first, end), Math.Max(0, end - (first < 0 ? end : first))))]);
            i = end;
        }
    }

    private static IEnumerable<Entity> Entities(List<Pair> body)
    {
        for (var i = 0; i < body.Count;)
        {
            var next = body.FindIndex(i + 1, p => p.Code == 0);
            next = next < 0 ? body.Count : next;
            yield return new Entity(body[i].Value, body.GetRange(i + 1, next - i - 1));
            i = next;
        }
    }

    private static void Draw(Entity e, Func<Uv, Uv> place, double scale, Dictionary<string, (Uv Base, List<Entity> Entities)> blocks,
        Sink to, int depth)
    {
        to.Count();
        switch (e.Kind)
        {
            case "CIRCLE":
                to.Circles.Add(new DxfCircle(e.Text(8), place(new Uv(e.Number(10), e.Number(20))), Math.Abs(e.Number(40)) * scale));
                break;
            case "LINE":
                to.Paths.Add(new DxfPath(e.Text(8), [place(new Uv(e.Number(10), e.Number(20))), place(new Uv(e.Number(11), e.Number(21)))],
                    false));
                break;
            case "ARC":
                to.Arc(new DxfPath(e.Text(8), [.. Arc(e).Select(place)], false), place(new Uv(e.Number(10), e.Number(20))),
                    Math.Abs(e.Number(40)) * scale, Sweep(e));
                break;
            case "ELLIPSE" when Math.Abs(e.NumberOr(40, 1) - 1) < 1e-6 && e.NumberOr(42, 2 * Math.PI) - e.Number(41) > (2 * Math.PI) - 1e-4:
                to.Circles.Add(new DxfCircle(e.Text(8), place(new Uv(e.Number(10), e.Number(20))), new Uv(e.Number(11), e.Number(21))
                    .DistanceTo(default) * scale));
                break;
            case "LWPOLYLINE":
                to.Polyline(e.Text(8), e.Vertices(), ((int)e.Number(70) & 1) == 1, place, scale);
                break;
            case "POLYLINE":
                to.Begin(e.Text(8), ((int)e.Number(70) & 1) == 1);
                break;
            case "VERTEX":
                to.Vertex(new Uv(e.Number(10), e.Number(20)), e.Number(42));
                break;
            case "SEQEND":
                to.End(place, scale);
                break;
            case "INSERT" when blocks.TryGetValue(e.Text(2), out var block):
                if (depth >= MostNesting)
                {
                    throw new DxfException($"blocks stand in blocks deeper than {MostNesting}, at \"{Short(e.Text(2))}\": draw it "
                        + $"without them.");
                }

                Insert(e, block, place, scale, blocks, to, depth);
                break;
        }
    }

    private static void Insert(
        Entity e, (Uv Base, List<Entity> Entities) block, Func<Uv, Uv> place, double scale,
        Dictionary<string, (Uv Base, List<Entity> Entities)> blocks, Sink to, int depth)
    {
        var (sx, sy) = (e.NumberOr(41, 1), e.NumberOr(42, 1));
        var angle = e.Number(50) * Math.PI / 180;
        var at = new Uv(e.Number(10), e.Number(20));
        // an array of the block: columns and rows, in the block's own directions
        var (columns, rows) = (Times(e, 70), Times(e, 71));
        for (var i = 0; i < columns * rows; i++)
        {
            InsertOnce(new Uv(i % columns * e.Number(44), i / columns * e.Number(45)));
        }

        void InsertOnce(Uv offset)
        {
            foreach (var inner in block.Entities)
            {
                Draw(inner, p => Inner(p, offset), scale * Math.Sqrt(Math.Abs(sx * sy)), blocks, to, depth + 1);
            }
        }

        Uv Inner(Uv p, Uv offset)
        {
            var d = p - block.Base;
            var (x, y) = ((d.U * sx) + offset.U, (d.V * sy) + offset.V);
            return place(at + new Uv((x * Math.Cos(angle)) - (y * Math.Sin(angle)), (x * Math.Sin(angle)) + (y * Math.Cos(angle))));
        }
    }

    private static int Times(Entity e, int code) => e.NumberOr(code, 1) is >= 0 and <= MostArray and var times
        ? Math.Max(1, (int)times)
        : throw new DxfException($"an array of the block \"{Short(e.Text(2))}\" has "
            + $"{e.Number(code).ToString("0", CultureInfo.InvariantCulture)} columns or rows: at most {MostArray}.");

    /// <summary>Counter-clockwise from start to end, degrees.</summary>
    private static double Sweep(Entity e) => e.Number(51) - e.Number(50) is var sweep && sweep <= 0 ? sweep + 360 : sweep;

    private static IEnumerable<Uv> Arc(Entity e)
    {
        for (var i = 0; i <= ArcSteps; i++)
        {
            var a = (e.Number(50) + (Sweep(e) * i / ArcSteps)) * Math.PI / 180;
            yield return new Uv(e.Number(10) + (e.Number(40) * Math.Cos(a)), e.Number(20) + (e.Number(40) * Math.Sin(a)));
        }
    }

    private static string Short(string text) => text.Length <= 30 ? text.Trim() : text[..27].Trim() + "...";

    private sealed record Pair(int Code, string Value, int Line);

    private sealed record Entity(string Kind, List<Pair> Pairs)
    {
        public string Text(int code) => Pairs.Find(p => p.Code == code)?.Value ?? "";

        public double Number(int code) => NumberOr(code, 0);

        public double NumberOr(int code, double missing) => Pairs.Find(p => p.Code == code) is { } pair ? Value(pair) : missing;

        public List<(Uv At, double Bulge)> Vertices()
        {
            var vertices = new List<(Uv At, double Bulge)>();
            foreach (var pair in Pairs.Where(p => p.Code is 10 or 20 or 42))
            {
                switch (pair.Code)
                {
                    case 10:
                        vertices.Add((new Uv(Value(pair), 0), 0));
                        break;
                    case 20 when vertices.Count > 0:
                        vertices[^1] = (vertices[^1].At with { V = Value(pair) }, vertices[^1].Bulge);
                        break;
                    case 42 when vertices.Count > 0:
                        vertices[^1] = (vertices[^1].At, Value(pair));
                        break;
                }
            }

            return vertices;
        }

        private double Value(Pair pair) => double.TryParse(pair.Value, NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
            && double.IsFinite(number)
            ? number
            : throw new DxfException($"line {pair.Line} is \"{Short(pair.Value)}\": a number is expected there for {Kind}.");
    }

    private sealed class Sink
    {
        private (string Layer, bool Closed)? _open;
        private List<(Uv At, double Bulge)> _vertices = [];

        private int _drawn;

        public void Count()
        {
            if (++_drawn > MostDrawn)
            {
                throw new DxfException($"it draws more than {MostDrawn} entities, counting those of its blocks as often as they are "
                    + $"inserted.");
            }
        }

        public List<DxfCircle> Circles { get; } = [];
        public List<DxfPath> Paths { get; } = [];

        private readonly List<(DxfPath Path, Uv Centre, double Radius, double Sweep)> _arcs = [];

        public void Arc(DxfPath path, Uv centre, double radius, double sweep) => _arcs.Add((path, centre, radius, sweep));

        /// <summary>Arcs round one centre that add up to a turn are a circle; all others are paths.</summary>
        public void CloseArcs()
        {
            foreach (var same in _arcs.GroupBy(a => (a.Path.Layer, Math.Round(a.Centre.U, 3), Math.Round(a.Centre.V, 3),
                Math.Round(a.Radius, 3))))
            {
                if (same.Sum(a => a.Sweep) > 359.5)
                {
                    Circles.Add(new DxfCircle(same.Key.Layer, same.First().Centre, same.First().Radius));
                }
                else
                {
                    Paths.AddRange(same.Select(a => a.Path));
                }
            }
        }

        public void Begin(string layer, bool closed) => (_open, _vertices) = ((layer, closed), []);

        public void Vertex(Uv at, double bulge) => _vertices.Add((at, bulge));

        public void End(Func<Uv, Uv> place, double scale)
        {
            if (_open is { } open)
            {
                Polyline(open.Layer, _vertices, open.Closed, place, scale);
            }

            _open = null;
        }

        public void Polyline(string layer, List<(Uv At, double Bulge)> vertices, bool closed, Func<Uv, Uv> place, double scale)
        {
            if (closed && Round(vertices) is { } round)
            {
                Circles.Add(new DxfCircle(layer, place(round.Centre), round.Radius * scale));
            }
            else if (vertices.Count > 1)
            {
                Paths.Add(new DxfPath(layer, [.. vertices.Select(v => place(v.At))], closed));
            }
        }

        private static (Uv Centre, double Radius)? Round(List<(Uv At, double Bulge)> vertices)
        {
            // programs close a polyline by its flag, some by its first point again
            var points = vertices.Count > 2 && vertices[0].At.DistanceTo(vertices[^1].At) < 1e-9 ? vertices[..^1] : vertices;
            var bent = points.TrueForAll(v => Math.Abs(v.Bulge) > 1e-6);
            if (!(bent && points.Count >= 2) && !(points.Count >= LeastCorners && points.TrueForAll(v => v.Bulge == 0)))
            {
                return null;
            }

            var centre = bent ? BulgeCentre(points[0], points[1].At) : new Uv(points.Average(p => p.At.U), points.Average(p => p.At.V));
            var radius = points.Average(p => p.At.DistanceTo(centre));
            var turn = bent ? Math.Abs(4 * points.Sum(p => Math.Atan(p.Bulge))) : 2 * Math.PI;
            var even = points.TrueForAll(p => Math.Abs(p.At.DistanceTo(centre) - radius) <= RoundShare * radius)
                && (!bent || points.Select((p, i) => BulgeCentre(p, points[(i + 1) % points.Count].At))
                    .All(c => c.DistanceTo(centre) <= RoundShare * radius));
            return even && radius > 0 && Math.Abs(turn - (2 * Math.PI)) < 0.01 ? (centre, radius) : null;
        }

        /// <summary>Centre of the arc that leaves a vertex: bulge = tan of a quarter of its angle.</summary>
        private static Uv BulgeCentre((Uv At, double Bulge) from, Uv to)
        {
            var (chord, k) = (to - from.At, (1 - (from.Bulge * from.Bulge)) / (4 * from.Bulge));
            return new Uv(((from.At.U + to.U) / 2) - (k * chord.V), ((from.At.V + to.V) / 2) + (k * chord.U));
        }
    }
}
