using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Formats.Drawing;

/// <summary>Draws a flat part as a shop drawing: outline, what is cut into it, and, where wanted, dimensions and datum.</summary>
public static class PartSketch
{
    private const double Margin = 22;
    private const double TextMm = 3.2;

    /// <summary>With dimensions, datum mark and title, for reading.</summary>
    public static Sketch Dimensioned(Part part)
    {
        List<Stroke> strokes = [.. Hatch(part), .. Bare(part), .. Dimensions(part), .. Datum(part)];
        strokes.Add(new TextStroke(Ink.Mark, new Uv(0, part.WidthMm + 12), 4.5, part.Name, TextAnchor.Start, false));
        strokes.Add(new TextStroke(Ink.Mark, new Uv(0, part.WidthMm + 6), TextMm, $"{part.Material} {Mm(part.ThicknessMm)} mm, seen from {part.SeenFrom}; dashed = worked from the {part.FarSide}", TextAnchor.Start, false));
        var right = Math.Max(part.LengthMm + 12, 110);
        return new Sketch(part.Name, new Uv(-Margin, -Margin), new Uv(right, part.WidthMm + 20), strokes);
    }

    /// <summary>Only what is to be marked and cut, for templates at true scale.</summary>
    public static Sketch Template(Part part)
    {
        List<Stroke> strokes = [.. Bare(part), .. Datum(part)];
        foreach (var hole in part.Features.OfType<Hole>())
        {
            strokes.AddRange(Cross(hole.At, Math.Max(2, hole.DiaMm)));
        }

        foreach (var opening in part.Features.OfType<Opening>().Where(o => o.Round && o.WidthMm > 8))
        {
            strokes.AddRange(Cross(opening.At, opening.WidthMm / 4));
        }

        return new Sketch(part.Name, new Uv(-2, -2), new Uv(part.LengthMm + 2, part.WidthMm + 2), strokes);
    }

    private static IEnumerable<Stroke> Bare(Part part)
    {
        foreach (var rim in PartOutline.Seen(part).SelectMany(r => r.Inside.Prepend(r.Rim)))
        {
            yield return new PathStroke(Ink.Outline, rim, true, false);
        }

        foreach (var rim in (PartOutline.Far(part) ?? []).SelectMany(r => r.Inside.Prepend(r.Rim)))
        {
            yield return new PathStroke(Ink.Pocket, rim, true, true);
        }

        foreach (var feature in part.Features)
        {
            var dashed = feature.From == WorkedFrom.Far;
            switch (feature)
            {
                case Hole h:
                    yield return new CircleStroke(Ink.Drill, h.At, h.DiaMm / 2, dashed && h.DepthMm is not null);
                    if (h.SinkDiaMm is { } sink)
                    {
                        yield return new CircleStroke(Ink.Drill, h.At, sink / 2, dashed);
                    }

                    break;
                case Opening { Round: true } o:
                    yield return new CircleStroke(Ink.Cut, o.At, o.WidthMm / 2, false);
                    break;
                case Opening o when PartOutline.OnRim(part, o):
                    break;
                case Opening o:
                    yield return new PathStroke(Ink.Cut, Rounded(o.Min, o.Max, o.CornerRadiusMm), true, false);
                    break;
                case Channel c:
                    yield return new PathStroke(Ink.Pocket, Rectangle(c.Min, c.Max), true, dashed);
                    foreach (var edge in c.FloorEdges)
                    {
                        yield return new PathStroke(Ink.Pocket, Ends(edge), false, true);
                    }

                    break;
                case Notch { DepthMm: not null } n:
                    foreach (var region in PartOutline.Sunk(part, n))
                    {
                        yield return new PathStroke(Ink.Pocket, region.Rim, true, dashed);
                    }

                    break;
                case EdgeHole e:
                    yield return new PathStroke(Ink.Drill, PartOutline.Across(part, e), true, true);
                    break;
                case Bevel b:
                    // it ends on the face that it makes shorter
                    yield return new PathStroke(Ink.Pocket, Ends(part.InnerLine(b)), false, !dashed);
                    break;
            }
        }
    }

    private static IEnumerable<Stroke> Dimensions(Part part)
    {
        const double off = 12;
        yield return Line(new(0, -2), new(0, -off - 2));
        yield return Line(new(part.LengthMm, -2), new(part.LengthMm, -off - 2));
        yield return Line(new(0, -off), new(part.LengthMm, -off));
        yield return new TextStroke(Ink.Dimension, new(part.LengthMm / 2, -off + 1.2), TextMm, Mm(part.LengthMm), TextAnchor.Middle, false);
        yield return Line(new(-2, 0), new(-off - 2, 0));
        yield return Line(new(-2, part.WidthMm), new(-off - 2, part.WidthMm));
        yield return Line(new(-off, 0), new(-off, part.WidthMm));
        yield return new TextStroke(Ink.Dimension, new(-off - 1.2, part.WidthMm / 2), TextMm, Mm(part.WidthMm), TextAnchor.Middle, true);
        foreach (var (at, number) in HoleNumbers.Of(part))
        {
            yield return new TextStroke(Ink.Dimension, at + new Uv(1.6, 1.6), 2.2, number.ToString(System.Globalization.CultureInfo.InvariantCulture), TextAnchor.Start, false);
        }
    }

    private static IEnumerable<Stroke> Datum(Part part)
    {
        var s = Math.Min(8, Math.Min(part.LengthMm, part.WidthMm) / 4);
        yield return new PathStroke(Ink.Mark, [new(0, s), new(0, 0), new(s, 0)], false, false);
        yield return new PathStroke(Ink.Mark, [new(0, s), new(s, 0)], false, false);
    }

    /// <summary>45° strokes in a corner field, wider apart for wood than for metal and plastics.</summary>
    private static IEnumerable<Stroke> Hatch(Part part)
    {
        var step = part.Grain ? 3.0 : part.Material.Contains("acrylic", StringComparison.OrdinalIgnoreCase) ? 6.0 : 1.6;
        var size = Math.Min(18, Math.Min(part.LengthMm, part.WidthMm) / 3);
        for (var d = step; d < 2 * size; d += step)
        {
            var (a, b) = (Math.Min(d, size), Math.Max(0, d - size));
            yield return new PathStroke(Ink.Hatch, [new(part.LengthMm - a, part.WidthMm - b), new(part.LengthMm - b, part.WidthMm - a)], false, false);
        }
    }

    internal static IEnumerable<Stroke> Cross(Uv at, double arm) =>
    [
        new PathStroke(Ink.Mark, [at - new Uv(arm, 0), at + new Uv(arm, 0)], false, false),
        new PathStroke(Ink.Mark, [at - new Uv(0, arm), at + new Uv(0, arm)], false, false),
    ];

    private static List<Uv> Ends((Uv From, Uv To) line) => [line.From, line.To];

    private static PathStroke Line(Uv a, Uv b) => new(Ink.Dimension, [a, b], false, false);

    internal static List<Uv> Rectangle(Uv min, Uv max) => [min, new(max.U, min.V), max, new(min.U, max.V)];

    internal static List<Uv> Rounded(Uv min, Uv max, double radius)
    {
        var r = Math.Min(radius, Math.Min(max.U - min.U, max.V - min.V) / 2);
        if (r <= 0)
        {
            return Rectangle(min, max);
        }

        var points = new List<Uv>();
        foreach (var (cx, cy, start) in ((double, double, double)[])[(max.U - r, min.V + r, -90), (max.U - r, max.V - r, 0), (min.U + r, max.V - r, 90), (min.U + r, min.V + r, 180)])
        {
            for (var i = 0; i <= 4; i++)
            {
                var a = (start + (i * 22.5)) * Math.PI / 180;
                points.Add(new Uv(cx + (r * Math.Cos(a)), cy + (r * Math.Sin(a))));
            }
        }

        return points;
    }

    private static string Mm(double value) => LengthText.Mm(new Length(value));
}

/// <summary>Numbers holes in the order of the hole table: by u, then v.</summary>
public static class HoleNumbers
{
    public static IEnumerable<(Uv At, int Number)> Of(Part part) => Sorted(part).Select((h, i) => (h.At, i + 1));

    public static IReadOnlyList<Hole> Sorted(Part part) => [.. part.Features.OfType<Hole>().OrderBy(h => h.At.U).ThenBy(h => h.At.V).ThenBy(h => h.Id, StringComparer.Ordinal)];
}

/// <summary>Holes and slots that start in the ends and edges of a part, edge by edge as it is drawn.</summary>
public static class EdgeHoles
{
    public static IReadOnlyList<EdgeHole> Sorted(Part part) => [.. part.Features.OfType<EdgeHole>().OrderBy(h => h.Edge).ThenBy(h => h.AlongMm).ThenBy(h => h.Id, StringComparer.Ordinal)];

    public static string Word(PartEdge edge) => edge switch
    {
        PartEdge.ULeast => "left end",
        PartEdge.UMost => "right end",
        PartEdge.VLeast => "lower edge",
        _ => "upper edge",
    };

    /// <summary>The middle of the hole on the edge, in the part's u and v.</summary>
    public static Uv At(Part part, EdgeHole hole) => hole.Edge switch
    {
        PartEdge.ULeast => new(0, hole.AlongMm),
        PartEdge.UMost => new(part.LengthMm, hole.AlongMm),
        PartEdge.VLeast => new(hole.AlongMm, 0),
        _ => new(hole.AlongMm, part.WidthMm),
    };
}
