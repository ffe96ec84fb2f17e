using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Formats.Drawing;

/// <summary>Draws a flat part as a shop drawing: outline, what is cut into it, and, where wanted, dimensions and datum.</summary>
public static class PartSketch
{
    /// <summary>What a drawing of its own is made for: a page across, less its margins.</summary>
    public const double PageWideMm = 277, PageHighMm = 180;

    /// <summary>With dimensions, datum, key and title, for reading on paper of that size.</summary>
    public static Sketch Dimensioned(Part part, double paperWidthMm = PageWideMm, double paperHeightMm = PageHighMm) =>
        Sheets.PartSheet.Of(part, paperWidthMm, paperHeightMm, LengthWriting.Millimetres);

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

    /// <param name="bends">With what to set for each bend beside its line.</param>
    internal static IEnumerable<Stroke> Bare(Part part, bool bends = true)
    {
        foreach (var rim in PartOutline.Seen(part).SelectMany(r => r.Lines))
        {
            yield return Line(Ink.Outline, rim, false);
        }

        foreach (var rim in (PartOutline.Far(part) ?? []).SelectMany(r => r.Lines))
        {
            yield return Line(Ink.Pocket, rim, true);
        }

        foreach (var feature in part.Features)
        {
            foreach (var stroke in feature.Drawing(part.Slab).SelectMany(d => Strokes(part, d, bends)))
            {
                yield return feature is Hole or EdgeHole ? stroke with { Of = Place.Hole(feature.Id) } : stroke;
            }
        }
    }

    private static IEnumerable<Stroke> Strokes(Part part, Drawn drawn, bool bends) => drawn switch
    {
        DrawnOutline { Role: LineRole.Pocket } o => PartOutline.Within(part, o.Outline).SelectMany(r => r.Lines)
            .Select(rim => Line(Ink.Pocket, rim, o.Hidden)),
        DrawnOutline o => [Line(InkOf(o.Role), o.Outline, o.Hidden)],
        DrawnLine l => [new PathStroke(InkOf(l.Role), [l.Start, l.End], false, l.Hidden)],
        DrawnText { Role: not LineRole.Note, Mirrored: false } t when bends || t.Role != LineRole.Bend =>
            [new TextStroke(InkOf(t.Role), t.Place, t.HeightMm, t.Text, TextAnchor.Start, t.TurnDeg)],
        _ => [],
    };

    private static Ink InkOf(LineRole role) => role switch
    {
        LineRole.Cut => Ink.Cut,
        LineRole.Pocket => Ink.Pocket,
        LineRole.Note or LineRole.Bend => Ink.Mark,
        LineRole.Text => Ink.Lettering,
        _ => Ink.Drill,
    };

    private static Stroke Line(Ink ink, Outline outline, bool dashed) => outline switch
    {
        { Circle: { } circle } => new CircleStroke(ink, circle.At, circle.RadiusMm, dashed),
        { HasArcs: true } => new ArcStroke(ink, outline, dashed),
        _ => new PathStroke(ink, [.. outline.Vertices.Select(v => v.At)], true, dashed),
    };

    private static IEnumerable<Stroke> Datum(Part part)
    {
        var s = Math.Min(8, Math.Min(part.LengthMm, part.WidthMm) / 4);
        yield return new PathStroke(Ink.Mark, [new(0, s), new(0, 0), new(s, 0)], false, false);
        yield return new PathStroke(Ink.Mark, [new(0, s), new(s, 0)], false, false);
    }

    internal static IEnumerable<Stroke> Cross(Uv at, double arm) =>
    [
        new PathStroke(Ink.Mark, [at - new Uv(arm, 0), at + new Uv(arm, 0)], false, false),
        new PathStroke(Ink.Mark, [at - new Uv(0, arm), at + new Uv(0, arm)], false, false),
    ];

    internal static List<Uv> Rectangle(Uv min, Uv max) => [min, new(max.U, min.V), max, new(min.U, max.V)];
}

/// <summary>Numbers holes in the order of the hole table: by u, then v.</summary>
public static class HoleNumbers
{
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
