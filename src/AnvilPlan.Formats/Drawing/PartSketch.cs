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
        strokes.Add(new TextStroke(Ink.Mark, new Uv(0, part.WidthMm + 12), 4.5, part.Name, TextAnchor.Start, 0));
        strokes.Add(new TextStroke(Ink.Mark, new Uv(0, part.WidthMm + 6), TextMm, $"{part.Material} {Mm(part.ThicknessMm)} mm, seen from "
            + $"{part.SeenFrom}; dashed = worked from the {part.FarSide}", TextAnchor.Start, 0));
        var right = Math.Max(part.LengthMm + 12, 110);
        return new Sketch(part.Name, new Uv(-Margin, -Margin), new Uv(right, part.WidthMm + 20), strokes);
    }

    /// <summary>Only what is to be marked and cut, for templates at true scale.</summary>
    public static Sketch Template(Part part)
    {
        List<Stroke> strokes = [.. Bare(part), .. Datum(part)];
        foreach (var (role, at, radius) in part.Features.SelectMany(f => f.Drawing(part.Slab)).OfType<DrawnOutline>()
            .Where(d => d.Outline.Circle is not null).Select(d => (d.Role, d.Outline.Circle!.Value.At, d.Outline.Circle.Value.RadiusMm)))
        {
            if (role == LineRole.Drill || (role == LineRole.Cut && radius > 4))
            {
                strokes.AddRange(Cross(at, role == LineRole.Drill ? Math.Max(2, 2 * radius) : radius / 2));
            }
        }

        return new Sketch(part.Name, new Uv(-2, -2), new Uv(part.LengthMm + 2, part.WidthMm + 2), strokes);
    }

    private static IEnumerable<Stroke> Bare(Part part)
    {
        foreach (var rim in PartOutline.Seen(part).SelectMany(r => r.Lines))
        {
            yield return Line(Ink.Outline, rim, false);
        }

        foreach (var rim in (PartOutline.Far(part) ?? []).SelectMany(r => r.Lines))
        {
            yield return Line(Ink.Pocket, rim, true);
        }

        foreach (var drawn in part.Features.SelectMany(f => f.Drawing(part.Slab)))
        {
            switch (drawn)
            {
                case DrawnOutline { Role: LineRole.Pocket } o:
                    foreach (var rim in PartOutline.Within(part, o.Outline).SelectMany(r => r.Lines))
                    {
                        yield return Line(Ink.Pocket, rim, o.Hidden);
                    }

                    break;
                case DrawnOutline o:
                    yield return Line(InkOf(o.Role), o.Outline, o.Hidden);
                    break;
                case DrawnLine l:
                    yield return new PathStroke(InkOf(l.Role), [l.Start, l.End], false, l.Hidden);
                    break;
                case DrawnText { Role: not LineRole.Note, Mirrored: false } t:
                    yield return new TextStroke(InkOf(t.Role), t.Place, t.HeightMm, t.Text, TextAnchor.Start, t.TurnDeg);
                    break;
            }
        }
    }

    private static Ink InkOf(LineRole role) => role switch
    {
        LineRole.Cut => Ink.Cut,
        LineRole.Pocket => Ink.Pocket,
        LineRole.Note or LineRole.Bend or LineRole.Text => Ink.Mark,
        _ => Ink.Drill,
    };

    private static Stroke Line(Ink ink, Outline outline, bool dashed) => outline switch
    {
        { Circle: { } circle } => new CircleStroke(ink, circle.At, circle.RadiusMm, dashed),
        { HasArcs: true } => new ArcStroke(ink, outline, dashed),
        _ => new PathStroke(ink, [.. outline.Vertices.Select(v => v.At)], true, dashed),
    };

    private static IEnumerable<Stroke> Dimensions(Part part)
    {
        const double off = 12;
        yield return Line(new(0, -2), new(0, -off - 2));
        yield return Line(new(part.LengthMm, -2), new(part.LengthMm, -off - 2));
        yield return Line(new(0, -off), new(part.LengthMm, -off));
        yield return new TextStroke(Ink.Dimension, new(part.LengthMm / 2, -off + 1.2), TextMm, Mm(part.LengthMm), TextAnchor.Middle, 0);
        yield return Line(new(-2, 0), new(-off - 2, 0));
        yield return Line(new(-2, part.WidthMm), new(-off - 2, part.WidthMm));
        yield return Line(new(-off, 0), new(-off, part.WidthMm));
        yield return new TextStroke(Ink.Dimension, new(-off - 1.2, part.WidthMm / 2), TextMm, Mm(part.WidthMm), TextAnchor.Middle, 90);
        foreach (var (at, number) in HoleNumbers.Of(part))
        {
            yield return new TextStroke(Ink.Dimension, at + new Uv(1.6, 1.6), 2.2,
                number.ToString(System.Globalization.CultureInfo.InvariantCulture), TextAnchor.Start, 0);
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
            yield return new PathStroke(Ink.Hatch, [new(part.LengthMm - a, part.WidthMm - b), new(part.LengthMm - b, part.WidthMm - a)],
                false, false);
        }
    }

    internal static IEnumerable<Stroke> Cross(Uv at, double arm) =>
    [
        new PathStroke(Ink.Mark, [at - new Uv(arm, 0), at + new Uv(arm, 0)], false, false),
        new PathStroke(Ink.Mark, [at - new Uv(0, arm), at + new Uv(0, arm)], false, false),
    ];

    private static PathStroke Line(Uv a, Uv b) => new(Ink.Dimension, [a, b], false, false);

    internal static List<Uv> Rectangle(Uv min, Uv max) => [min, new(max.U, min.V), max, new(min.U, max.V)];

    private static string Mm(double value) => LengthText.Mm(new Length(value));
}

/// <summary>Numbers holes in the order of the hole table: by u, then v.</summary>
public static class HoleNumbers
{
    public static IEnumerable<(Uv At, int Number)> Of(Part part) => Sorted(part).Select((h, i) => (h.At, i + 1));

    public static IReadOnlyList<Hole> Sorted(Part part) => [.. part.Features.OfType<Hole>().OrderBy(h => h.At.U).ThenBy(h => h.At.V)
        .ThenBy(h => h.Id, StringComparer.Ordinal)];
}

/// <summary>Holes and slots that start in the ends and edges of a part, edge by edge as it is drawn.</summary>
public static class EdgeHoles
{
    public static IReadOnlyList<EdgeHole> Sorted(Part part) =>
        [.. part.Features.OfType<EdgeHole>().OrderBy(h => h.Edge).ThenBy(h => h.AlongMm).ThenBy(h => h.Id, StringComparer.Ordinal)];

    public static string Word(PartEdge edge) => edge switch
    {
        PartEdge.ULeast => "left end",
        PartEdge.UMost => "right end",
        PartEdge.VLeast => "lower edge",
        _ => "upper edge",
    };

    /// <summary>The middle of the hole on the edge, in the part's u and v.</summary>
    public static Uv At(Part part, EdgeHole hole) => part.Slab.At(hole.Edge, hole.AlongMm, 0);
}
