using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Fixings;

/// <summary>The thing that holds.</summary>
public enum FixingKind
{
    WoodScrew,

    /// <summary>A machine screw into a thread of the part, of a device or of a standoff.</summary>
    Screw,

    /// <summary>A machine screw closed by a nut.</summary>
    Bolt,
    Rivet,

    /// <summary>A screw into a rivet nut.</summary>
    RivetNut,
    Dowel,
    Biscuit,
    Magnet,
    Insert,
    Pin,
}

/// <summary>What a fixing wants of one part or device that it passes.</summary>
public enum LayerRole
{
    /// <summary>A hole that lets it through.</summary>
    Clearance,

    /// <summary>A tapped hole.</summary>
    Thread,

    /// <summary>A pilot that a wood screw bites into.</summary>
    Bite,

    /// <summary>A pocket that a dowel, biscuit, magnet or insert fills.</summary>
    Seat,
}

/// <summary>One part or device on the axis of a fixing. mm along the axis, from the plane under the head.</summary>
/// <param name="Owner">The part's id, or <c>device/ID</c>.</param>
/// <param name="HoleMm">Diameter of the hole there, mm.</param>
public sealed record FixingLayer(Place Owner, LayerRole Role, double FromMm, double ToMm, double HoleMm);

public enum PieceKind
{
    Shank,
    Head,
    Nut,
    Washer,
    Standoff,
    Peg,
}

/// <summary>
/// A round solid on the axis of a fixing. mm along the axis, from the plane under the head; a head that stands proud begins below zero.
/// </summary>
public sealed record FixingPiece(PieceKind Kind, double FromMm, double ToMm, double DiaMm);

/// <summary>
/// One axis through named layers, with what it needs in each and the solids that it is made of. Holes, screw lists, purchase, findings
/// and templates read fixings; none of them keeps a list of its own.
/// </summary>
/// <param name="Id">Also the id of its holes.</param>
/// <param name="Set">The like fixings that it was placed with.</param>
/// <param name="For">The decision behind it: a device's id, <c>edge/front-left</c>, <c>tray/ID</c>, a structure's id.</param>
/// <param name="At">On the axis, in the plane under the head: of a countersunk one the surface.</param>
/// <param name="Axis">From the head to the tip.</param>
public sealed record Fixing(
    string Id, string Set, string For, FixingKind Kind, Point3 At, Direction Axis, IReadOnlyList<FixingLayer> Layers,
        IReadOnlyList<FixingPiece> Pieces)
{
    /// <summary>The axes that its place and its axis are told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }
}
