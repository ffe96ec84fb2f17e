using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Formats.Drawing.Solids;

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

    /// <summary>Text that is on the thing itself, as large as it is there.</summary>
    Lettering,
    Hatch,

    /// <summary>Along the grain of wood.</summary>
    Grain,

    /// <summary>Of what it is drawn on.</summary>
    Paper,

    /// <summary>Behind what is cut.</summary>
    Behind,
    Device,

    /// <summary>Where sections lie.</summary>
    Section,

    /// <summary>Room that stays free.</summary>
    Room,

    /// <summary>What is wrong.</summary>
    Stop,

    /// <summary>What was asked for.</summary>
    Result,
    Faint,
}

public enum TextAnchor
{
    Start,
    Middle,
    End,
}

/// <summary>Something drawn, mm, v upwards.</summary>
public abstract record Stroke(Ink Ink)
{
    /// <summary>The part or device that it draws, where one may choose it.</summary>
    public Place? Of { get; init; }
}

/// <summary>A dimension that is a decision: whoever reads it may put another in its place.</summary>
/// <param name="Id">As the project knows it.</param>
/// <param name="Name">What it measures.</param>
public sealed record Figure(string Id, string Name, double Mm);

public sealed record PathStroke(Ink Ink, IReadOnlyList<Uv> Points, bool Closed, bool Dashed) : Stroke(Ink);

/// <summary>A closed line with arcs.</summary>
public sealed record ArcStroke(Ink Ink, Outline Outline, bool Dashed) : Stroke(Ink);

public sealed record CircleStroke(Ink Ink, Uv At, double Radius, bool Dashed) : Stroke(Ink);

/// <summary>An area filled with the tint of what it is made of.</summary>
/// <param name="Stuff">Null = with the ink.</param>
/// <param name="Openings">What is cut out of it, rims of regions aside.</param>
public sealed record TintStroke(Ink Ink, Stuff? Stuff, IReadOnlyList<Region> Regions, IReadOnlyList<Outline> Openings) : Stroke(Ink)
{
    public IEnumerable<Outline> Rims => Regions.SelectMany(r => r.Lines).Concat(Openings);
}

/// <param name="TurnDeg">The way it reads, from u towards v.</param>
public sealed record TextStroke(Ink Ink, Uv At, double Height, string Text, TextAnchor Anchor, double TurnDeg) : Stroke(Ink)
{
    /// <summary>The decision that it tells; null = it only tells.</summary>
    public Figure? Figure { get; init; }
}

/// <summary>A drawing: strokes in order, and the area they need.</summary>
public sealed record Sketch(string Title, Uv Min, Uv Max, IReadOnlyList<Stroke> Strokes)
{
    /// <summary>
    /// Its millimetres that are one on the paper that it is made for: type and lines are sized for that; null = it is drawn as it is.
    /// </summary>
    public double? UnitMm { get; init; }

    public double WidthMm => Max.U - Min.U;
    public double HeightMm => Max.V - Min.V;
}
