using System.Globalization;
using System.Text;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Formats.Drawing;

namespace AnvilPlan.Formats.Dxf;

/// <summary>
/// One part as DXF R12 text (AC1009), millimetres, origin at the part's reference corner, seen from the face that the drawing
/// names. Layers: OUTLINE, CUT_THROUGH, DRILL_d (through), DRILL_d_DEEP_t (blind), POCKET_t, EDGE_d_DEEP_t_DOWN_z (from the
/// edge, its middle z below the seen face), SLOPE_FAR, BEVEL, SINK, MARK; a trailing _FAR means worked from the face away from the
/// viewer. Numbers in layer names use an underscore for the decimal point.
/// </summary>
public static class DxfWriter
{
    public static string Write(Part part)
    {
        var body = new Body();
        foreach (var region in PartOutline.Seen(part))
        {
            body.Polygon("OUTLINE", region.Rim);
            foreach (var inside in region.Inside)
            {
                body.Polygon("CUT_THROUGH", inside);
            }
        }

        // walls that slope, between pins, end elsewhere on the other face
        foreach (var rim in (PartOutline.Far(part) ?? []).SelectMany(r => r.Inside.Prepend(r.Rim)))
        {
            body.Polygon("SLOPE_FAR", rim);
        }

        foreach (var feature in part.Features)
        {
            Draw(body, part, feature);
        }

        body.Text("MARK", new Uv(5, part.WidthMm + 6), 4, $"{part.Name}, {part.Material} {N(part.ThicknessMm)} mm, seen from {part.SeenFrom}, mm");
        return body.File(part.LengthMm, part.WidthMm);
    }

    /// <summary>Parts as they are put together, seen from above: a layer for each kind of piece, HOLE for the hardware's holes.</summary>
    public static string Write(AssemblyView view)
    {
        var body = new Body();
        foreach (var piece in view.Pieces)
        {
            body.Polygon(piece.Role == AssemblyRole.FixedRail ? "RAIL_FIXED" : piece.Role.ToString().ToUpperInvariant(), Rectangle(piece.Min, piece.Max));
            body.Text("MARK", piece.Min + new Uv(2, 2), 3, piece.Name);
        }

        foreach (var point in view.Points)
        {
            body.Circle("HOLE", point.At, 1.5);
        }

        body.Text("MARK", new Uv(5, view.WidthMm + 6), 4, $"{view.Title}, mm");
        return body.File(view.LengthMm, view.WidthMm);
    }

    private static void Draw(Body body, Part part, Feature feature)
    {
        var far = feature.From == WorkedFrom.Far ? "_FAR" : "";
        switch (feature)
        {
            case Hole h:
                body.Circle(h.DepthMm is { } depth ? $"DRILL_{Layer(h.DiaMm)}_DEEP_{Layer(depth)}{far}" : $"DRILL_{Layer(h.DiaMm)}", h.At, h.DiaMm / 2);
                if (h.SinkDiaMm is { } sink)
                {
                    body.Circle("SINK" + far, h.At, sink / 2);
                }

                if (h.Thread is { } thread)
                {
                    body.Text("MARK", h.At + new Uv(h.DiaMm, h.DiaMm), 2, thread);
                }

                break;
            case Opening { Round: true } o:
                body.Circle("CUT_THROUGH", o.At, o.WidthMm / 2);
                break;
            case Opening o when PartOutline.OnRim(part, o):
                break;
            case Opening o:
                body.Rounded("CUT_THROUGH", o.Min, o.Max, o.CornerRadiusMm);
                break;
            case Channel c:
                body.Polygon($"POCKET_{Layer(c.DepthMm)}{far}", Rectangle(c.Min, c.Max));
                foreach (var (one, other) in c.FloorEdges)
                {
                    body.Line("BEVEL" + far, one, other);
                }

                break;
            case Notch { DepthMm: { } sunk } n:
                foreach (var region in PartOutline.Sunk(part, n))
                {
                    body.Polygon($"POCKET_{Layer(sunk)}{far}", region.Rim);
                }

                break;
            case EdgeHole e:
                body.Polygon($"EDGE_{Layer(e.DiaMm)}_DEEP_{Layer(e.DepthMm)}_DOWN_{Layer(e.FromSeenMm)}", PartOutline.Across(part, e));
                break;
            case Bevel b:
                var (from, to) = part.InnerLine(b);
                body.Line("BEVEL" + far, from, to);
                break;
        }
    }

    private static List<Uv> Rectangle(Uv min, Uv max) => [min, new(max.U, min.V), max, new(min.U, max.V)];

    private static string Layer(double mm) => mm.ToString("0.##", CultureInfo.InvariantCulture).Replace('.', '_');

    private static string N(double value) => Math.Round(value, 6).ToString("0.0#####", CultureInfo.InvariantCulture);

    private sealed class Body
    {
        private readonly StringBuilder _entities = new();
        private readonly SortedDictionary<string, int> _layers = new(StringComparer.Ordinal) { ["0"] = 7 };

        public void Circle(string layer, Uv at, double radius) => Add("CIRCLE", layer, (10, N(at.U)), (20, N(at.V)), (30, "0.0"), (40, N(radius)));

        public void Line(string layer, Uv a, Uv b) =>
            Add("LINE", layer, (10, N(a.U)), (20, N(a.V)), (30, "0.0"), (11, N(b.U)), (21, N(b.V)), (31, "0.0"));

        public void Text(string layer, Uv at, double height, string text) => Add("TEXT", layer, (10, N(at.U)), (20, N(at.V)), (30, "0.0"), (40, N(height)), (1, Ascii(text)));

        public void Polygon(string layer, IReadOnlyList<Uv> points) => Polyline(layer, points.Select(p => (p, 0.0)));

        /// <summary>A rectangle with round corners: the bulge of a quarter circle is tan(90° / 4).</summary>
        public void Rounded(string layer, Uv min, Uv max, double radius)
        {
            var r = Math.Min(radius, Math.Min(max.U - min.U, max.V - min.V) / 2);
            if (r <= 0)
            {
                Polygon(layer, Rectangle(min, max));
                return;
            }

            var bulge = Math.Tan(Math.PI / 8);
            Polyline(layer,
            [
                (new(min.U + r, min.V), 0), (new(max.U - r, min.V), bulge), (new(max.U, min.V + r), 0), (new(max.U, max.V - r), bulge),
                (new(max.U - r, max.V), 0), (new(min.U + r, max.V), bulge), (new(min.U, max.V - r), 0), (new(min.U, min.V + r), bulge),
            ]);
        }

        public string File(double lengthMm, double widthMm)
        {
            var file = new StringBuilder();
            Pairs(file, (0, "SECTION"), (2, "HEADER"), (9, "$ACADVER"), (1, "AC1009"), (9, "$EXTMIN"), (10, "0.0"), (20, "0.0"), (30, "0.0"),
                (9, "$EXTMAX"), (10, N(lengthMm)), (20, N(widthMm)), (30, "0.0"), (0, "ENDSEC"));
            Pairs(file, (0, "SECTION"), (2, "TABLES"), (0, "TABLE"), (2, "LTYPE"), (70, "1"), (0, "LTYPE"), (2, "CONTINUOUS"), (70, "0"), (3, "Solid line"), (72, "65"), (73, "0"), (40, "0.0"), (0, "ENDTAB"));
            Pairs(file, (0, "TABLE"), (2, "LAYER"), (70, _layers.Count.ToString(CultureInfo.InvariantCulture)));
            foreach (var (name, colour) in _layers)
            {
                Pairs(file, (0, "LAYER"), (2, name), (70, "0"), (62, colour.ToString(CultureInfo.InvariantCulture)), (6, "CONTINUOUS"));
            }

            Pairs(file, (0, "ENDTAB"), (0, "ENDSEC"), (0, "SECTION"), (2, "BLOCKS"), (0, "ENDSEC"), (0, "SECTION"), (2, "ENTITIES"));
            file.Append(_entities);
            Pairs(file, (0, "ENDSEC"), (0, "EOF"));
            return file.ToString();
        }

        private void Polyline(string layer, IEnumerable<(Uv At, double Bulge)> points)
        {
            Add("POLYLINE", layer, (66, "1"), (10, "0.0"), (20, "0.0"), (30, "0.0"), (70, "1"));
            foreach (var (at, bulge) in points)
            {
                Add("VERTEX", layer, (10, N(at.U)), (20, N(at.V)), (30, "0.0"), (42, N(bulge)));
            }

            Add("SEQEND", layer);
        }

        private void Add(string entity, string layer, params (int Code, string Value)[] pairs)
        {
            _layers.TryAdd(layer, Colour(layer));
            Pairs(_entities, [(0, entity), (8, layer), .. pairs]);
        }

        private static int Colour(string layer) => layer.Split('_')[0] switch
        {
            "OUTLINE" or "POST" or "BEAM" or "RAIL" => 7,
            "CUT" => 1,
            "POCKET" => 3,
            "DRILL" or "EDGE" or "HOLE" => 5,
            "SINK" => 4,
            "BEVEL" or "SLOPE" => 6,
            _ => 8,
        };

        private static void Pairs(StringBuilder to, params ReadOnlySpan<(int Code, string Value)> pairs)
        {
            foreach (var (code, value) in pairs)
            {
                to.Append(CultureInfo.InvariantCulture, $"{code,3}\n{value}\n");
            }
        }

        private static string Ascii(string text) => string.Concat(text.Select(c => c is >= ' ' and <= '~' ? c : '?'));
    }
}
