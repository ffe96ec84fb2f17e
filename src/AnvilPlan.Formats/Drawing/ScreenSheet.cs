using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Formats.Svg;

namespace AnvilPlan.Formats.Drawing;

/// <summary>
/// A sheet as a screen paints it: in millimetres of paper, down the screen, from its upper left corner. Whoever paints it knows no
/// geometry.
/// </summary>
/// <param name="UnitMm">Millimetres of the thing to one of paper.</param>
/// <param name="Marks">In order: what is painted later lies on top.</param>
public sealed record ScreenSheet(string Title, double WidthMm, double HeightMm, double UnitMm, IReadOnlyList<ScreenMark> Marks)
{
    public static ScreenSheet Of(Sketch sketch)
    {
        var unit = sketch.UnitMm ?? 1;
        Uv At(Uv p) => new(Round((p.U - sketch.Min.U) / unit), Round((sketch.Max.V - p.V) / unit));
        return new(sketch.Title, Round(sketch.WidthMm / unit), Round(sketch.HeightMm / unit), unit,
            [.. sketch.Strokes.Select(s => ScreenMark.From(s, At, unit))]);
    }

    internal static double Round(double value) => Math.Round(value, 2);
}

/// <param name="Of">The part or device that one chooses by it.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(ScreenLine), "line")]
[JsonDerivedType(typeof(ScreenArea), "area")]
[JsonDerivedType(typeof(ScreenText), "text")]
public abstract record ScreenMark(Ink Ink, Place? Of)
{
    internal static ScreenMark From(Stroke stroke, Func<Uv, Uv> at, double unit) => stroke switch
    {
        TextStroke t => ScreenText.From(t, at(t.At), unit),
        TintStroke t => new ScreenArea(t.Ink, t.Of, string.Concat(t.Rims.Select(r => PathText.Of(r, at, unit))), t.Stuff),
        ArcStroke a => new ScreenLine(a.Ink, a.Of, PathText.Of(a.Outline, at, unit), a.Dashed),
        CircleStroke c => new ScreenLine(c.Ink, c.Of, PathText.Of(Outline.CircleAt(c.At, 2 * c.Radius), at, unit), c.Dashed),
        PathStroke p => new ScreenLine(p.Ink, p.Of, PathText.Of(p.Points, p.Closed, at), p.Dashed),
        _ => throw new ArgumentException($"{stroke.GetType().Name} cannot be painted.", nameof(stroke)),
    };
}

/// <param name="Path">As the path of an SVG.</param>
public sealed record ScreenLine(Ink Ink, Place? Of, string Path, bool Dashed) : ScreenMark(Ink, Of);

/// <summary>Filled by the rule of even and odd.</summary>
/// <param name="Stuff">What it is made of; null = filled with the ink.</param>
public sealed record ScreenArea(Ink Ink, Place? Of, string Path, Stuff? Stuff) : ScreenMark(Ink, Of);

/// <param name="U">Where its line begins, has its middle or ends.</param>
/// <param name="TurnDeg">Clockwise on the screen.</param>
/// <param name="WidthMm">What it takes, with the frame of a figure.</param>
/// <param name="Figure">The decision that it tells, to be typed into where it stands.</param>
public sealed record ScreenText(Ink Ink, Place? Of, double U, double V, double SizeMm, double WidthMm, string Text, TextAnchor Anchor,
    double TurnDeg, Figure? Figure) : ScreenMark(Ink, Of)
{
    internal static ScreenText From(TextStroke text, Uv at, double unit) => new(text.Ink, text.Of, at.U,
        at.V, ScreenSheet.Round(text.Height / unit),
        ScreenSheet.Round(Field.WidthOf(text) / unit), text.Text, text.Anchor, -text.TurnDeg, text.Figure);
}
