using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Drawing;

/// <summary>What a line of a shop drawing stands for; every writer gives each its own weight and colour.</summary>
public enum Ink
{
    Outline,
    Cut,
    Pocket,
    Drill,
    Mark,
    Dimension,
    Hatch,
    Faint,
}

public enum TextAnchor
{
    Start,
    Middle,
    End,
}

/// <summary>Something drawn, mm, v upwards.</summary>
public abstract record Stroke(Ink Ink);

public sealed record PathStroke(Ink Ink, IReadOnlyList<Uv> Points, bool Closed, bool Dashed) : Stroke(Ink);

/// <summary>A closed line with arcs.</summary>
public sealed record ArcStroke(Ink Ink, Outline Outline, bool Dashed) : Stroke(Ink);

public sealed record CircleStroke(Ink Ink, Uv At, double Radius, bool Dashed) : Stroke(Ink);

/// <param name="TurnDeg">The way it reads, from u towards v.</param>
public sealed record TextStroke(Ink Ink, Uv At, double Height, string Text, TextAnchor Anchor, double TurnDeg) : Stroke(Ink);

/// <summary>A drawing: strokes in order, and the area they need.</summary>
public sealed record Sketch(string Title, Uv Min, Uv Max, IReadOnlyList<Stroke> Strokes)
{
    public double WidthMm => Max.U - Min.U;
    public double HeightMm => Max.V - Min.V;
}
