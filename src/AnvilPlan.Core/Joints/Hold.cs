using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Joints;

public enum HoldBy
{
    Glue,
    Screws,
    Rivets,
    Bolts,

    /// <summary>Stands in a groove or slot of the other without being fixed.</summary>
    Slipped,

    /// <summary>Pressed in between its neighbours and held by nothing else.</summary>
    Friction,

    /// <summary>One piece that was bent there.</summary>
    Bend,
    Hinge,
    Magnets,
    Fitting,

    /// <summary>Lies on it and slides.</summary>
    Slide,
}

/// <summary>Two parts that hold each other.</summary>
/// <param name="Place">The decision behind it: <c>edge/front-left</c>, <c>tray/ID</c>, a structure's id.</param>
/// <param name="Bridge">Bought pieces between the two, such as posts, when they do not touch; null when they do.</param>
public sealed record Hold(string PartA, string PartB, HoldBy By, Place Place, IReadOnlyList<Box>? Bridge = null);
