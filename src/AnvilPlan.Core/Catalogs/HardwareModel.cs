using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Catalogs;

/// <summary>How a device is held to its deck.</summary>
public enum MountStyle
{
    /// <summary>Screws pass the device's holes into standoffs that stand on the deck: circuit boards.</summary>
    Standoffs,

    /// <summary>Screws pass the deck into threads in the device's base: drives, supply bodies.</summary>
    TappedBody,

    /// <summary>The device sits in a cut-out of a panel and is drawn tight by its own nut.</summary>
    PanelNut,

    /// <summary>The device sits in or behind a cut-out and is held by screws with nuts through its flange.</summary>
    PanelScrews,

    /// <summary>The device's lugs lie on the deck, screws pass lug and deck into a nut.</summary>
    Lugs,

    /// <summary>Clips on a top-hat rail 35 mm wide that is screwed to the deck.</summary>
    TopHatRail,
}

public enum PortKind
{
    PowerIn,
    PowerOut,
    Data,
    Audio,
    Antenna,
    Card,
    Control,
    Indicator,
    Header,
}

public enum AirRole
{
    Intake,
    Exhaust,
    Either,
}

/// <summary>A mounting hole in the device's own frame: origin at its reference corner, x right, y back, seen from above its face.</summary>
public sealed record MountHole(double XMm, double YMm, double DiaMm)
{
    /// <summary>The thread of its screw where that is not the model's: a body with two patterns. A name of the thread table.</summary>
    public string? Thread { get; init; }
}

/// <summary>An opening that the device needs in the panel it sits in, about the point (x, y) of its own frame.</summary>
/// <param name="HeightMm">Null for a round hole of diameter <paramref name="WidthMm"/>.</param>
public sealed record PanelCutout(double XMm, double YMm, double WidthMm, double? HeightMm, double CornerRadiusMm);

/// <summary>A connector or control. Its face centre is given in the device's frame, z from the device's base.</summary>
/// <param name="Exit">The direction by which the plug or finger comes, in the device's frame.</param>
/// <param name="PlugWidthMm">The plug with its cover, for an opening that the plug passes.</param>
/// <param name="ReachMm">How far the connector's face may stand behind the panel's outer face with the connector itself filling the
/// opening.</param>
/// <param name="NeedsOpening">False for headers and sockets that are used inside the case only.</param>
public sealed record Port(
    string Id, string Name, PortKind Kind, double XMm, double YMm, double ZMm, Direction Exit,
    double WidthMm, double HeightMm, double PlugWidthMm, double PlugHeightMm, double ReachMm, bool NeedsOpening)
{
    public bool Round { get; init; }
}

/// <summary>Room that must stay free at the device, in its own frame: cables behind a drive, a card over its slot.</summary>
/// <param name="XMm">Least corner, like <paramref name="YMm"/> and <paramref name="ZMm"/>; it may lie outside the body.</param>
public sealed record KeepOut(string What, double XMm, double YMm, double ZMm, double WidthMm, double DepthMm, double HeightMm);

/// <summary>One of the blocks that a body is made of, in the device's own frame: below 0 lies what is behind the panel.</summary>
/// <param name="XMm">Least corner, like <paramref name="YMm"/> and <paramref name="ZMm"/>.</param>
public sealed record BodyBlock(double XMm, double YMm, double ZMm, double WidthMm, double DepthMm, double HeightMm);

/// <summary>A cable that is fixed to the device: where it leaves, which way, how long it is.</summary>
public sealed record CableTail(string Name, double XMm, double YMm, double ZMm, Direction Exit, double DiaMm, double LengthMm);

/// <summary>What a device draws at most.</summary>
/// <param name="Volts">One of these.</param>
public sealed record PowerTaken(IReadOnlyList<double> Volts, double Watts);

/// <summary>What a supply gives on one rail.</summary>
public sealed record PowerGiven(double Volts, double Watts);

/// <summary>A face through which the device breathes.</summary>
public sealed record AirFace(Direction Side, AirRole Role, double OpenAreaMm2);

/// <summary>
/// A generic model of a device: body, holes, ports, air. Frame: x along its width, y along its depth, z up from its base, seen
/// from its face; panel devices are seen from outside, with the body behind the panel.
/// </summary>
/// <param name="HeightMm">Above the base for deck devices; behind the face it bears on for panel devices.</param>
/// <param name="FrontMm">How far a panel device stands proud of the panel.</param>
/// <param name="UnderMm">What projects below the board (solder side); the standoff must be higher.</param>
/// <param name="BoardMm">Thickness that the mounting screw clamps: the board or the flange.</param>
/// <param name="ThreadSize">Thread of the mounting screws whose holes name none of their own, a name of the thread table; null when none
/// is needed.</param>
/// <param name="DepthMaxMm">How deep a screw may enter the device (tapped bodies).</param>
/// <param name="PanelMaxMm">Thickest panel that the device clamps.</param>
/// <param name="Needs">What must be somewhere in the plan for this device to be usable, for example <c>power-button</c>.</param>
/// <param name="Provides">What this device gives to the others, for example <c>power-button</c>.</param>
public sealed record HardwareModel(
    string Id, string Name, string Group, MountStyle Mount,
    double WidthMm, double DepthMm, double HeightMm,
    double FrontMm, double UnderMm, double BoardMm,
    string? ThreadSize, double? DepthMaxMm, double? PanelMinMm, double? PanelMaxMm,
    IReadOnlyList<MountHole> Holes, IReadOnlyList<PanelCutout> Cutouts, IReadOnlyList<Port> Ports, IReadOnlyList<AirFace> Air,
    IReadOnlyList<string> Needs, IReadOnlyList<string> Provides,
    double MassG, double HeatW, double CurrentA, long PriceCents, string Confidence, string Source)
{
    /// <summary>Sits in a panel's cut-out rather than on a deck.</summary>
    public bool InPanel => Mount is MountStyle.PanelNut or MountStyle.PanelScrews;

    /// <summary>A bare circuit board: metal must not touch its underside.</summary>
    public bool BareBoard => Mount == MountStyle.Standoffs;

    /// <summary>A fan: its cut-out is there for air and may carry a grille.</summary>
    public bool Fan => Provides.Contains("airflow");

    /// <summary>What turning the device over does to its pattern; computed from the holes.</summary>
    public PatternSymmetry Symmetry => PatternSymmetry.Of([.. Holes.Select(h => new Uv(h.XMm, h.YMm))], WidthMm, DepthMm);

    /// <summary>
    /// The blocks that it fills where that is less than its whole size: a bezel and the barrel behind it, a board and what stands high on
    /// it. Empty = all of it.
    /// </summary>
    public IReadOnlyList<BodyBlock> Blocks { get; init; } = [];

    public IReadOnlyList<KeepOut> KeepOuts { get; init; } = [];

    public IReadOnlyList<CableTail> Tails { get; init; } = [];

    /// <summary>Room that fingers want all round it in front of the panel, mm; 0 for what nobody touches.</summary>
    public double HandMm { get; init; }

    /// <summary>What it draws, and at which voltages it can be had; null for what wants no supply of its own.</summary>
    public PowerTaken? Takes { get; init; }

    /// <summary>The rails by which it feeds others.</summary>
    public IReadOnlyList<PowerGiven> Gives { get; init; } = [];

    /// <summary>It gives only one of its rails: a jack, by the supply that is plugged in.</summary>
    public bool GivesOneOf { get; init; }

    /// <summary>A panel device that bears on the inner face (fan, display, supply body) instead of the outer one.</summary>
    public bool SeatInside { get; init; }
}
