using System.Text.Json.Serialization;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Cost;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Decisions;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Loads;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Plans;

/// <summary>Everything derived from a design. Never stored as truth, never edited; same input, same plan.</summary>
public sealed record BuildPlan(
    string Name,
    Box Outer,
    Box Inner,
    IReadOnlyList<DevicePlace> Devices,
    IReadOnlyList<Chain> Chains,
    IReadOnlyList<EdgeJoint> Edges,
    IReadOnlyList<JointLayout> Layouts,
    IReadOnlyList<Part> Parts,
    IReadOnlyList<MadePart> Made,
    IReadOnlyList<Hold> Holds,
    IReadOnlyList<FittingPlace> Fittings,
    IReadOnlyList<AssemblyView> Views,
    GluePlan Glue,
    IReadOnlyList<Meeting> Meetings,
    MovementPlan Movement,
    IReadOnlyList<LoadCase> Loads,
    IReadOnlyList<MountPoint> MountPoints,
    IReadOnlyList<StandoffSet> Standoffs,
    IReadOnlyList<Fixing> Fixings,
    IReadOnlyList<ScrewChoice> Screws,
    IReadOnlyList<PortProvision> Ports,
    IReadOnlyList<FanOpening> Fans,
    IReadOnlyList<RoomPlace> Rooms,
    IReadOnlyList<CableRoute> Routes,
    IReadOnlyList<CheckLine> CheckList,
    CutPlan Cuts,
    WorkPlan Work,
    CostPlan Cost,
    IReadOnlyList<Finding> Findings,
    Tally Tally,
    DecisionMatrix Decision,
    LikenessCheck? Likeness)
{
    /// <summary>What the file is, for those who read it.</summary>
    [JsonPropertyOrder(-2)] public string Format { get; } = "anvil-plan/plan";

    /// <summary>Counts the changes of its fields that a reader has to know; docs/formats.md tells each.</summary>
    [JsonPropertyOrder(-1)] public int Schema { get; } = 4;

    /// <summary>
    /// The outside seen from the right, u to the back and v up, where a front leans; null where the enclosure is as square as its box.
    /// </summary>
    public IReadOnlyList<Uv>? SideOutline { get; init; }

    public bool HasStop => Findings.Any(f => f.Severity == Severity.Stop);

    public Part Part(string id) => Parts.First(p => p.Id == id);
}

/// <summary>A device where it stands.</summary>
/// <param name="PartId">The part that carries it.</param>
/// <param name="Mirrored">It looks away from the viewer of its deck's drawing: its pattern appears mirrored there.</param>
public sealed record DevicePlace(
    string Id, string Name, string ModelId, string DeckId, string PartId, Box Body, double StandoffMm, bool Mirrored, bool InPanel,
        IReadOnlyList<PortPlace> Ports)
{
    /// <summary>The blocks that it fills; one, its body, for most.</summary>
    public IReadOnlyList<Box> Blocks { get; init; } = [Body];

    /// <summary>The axes that its body and its ports are told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }

    /// <summary>Its deck as drawn, along those axes: it is moved along u and v.</summary>
    [JsonIgnore] public Frame DeckFrame { get; init; }

    /// <summary>The way on which it is taken off its deck, along those axes; null where what stands there decides.</summary>
    [JsonIgnore] public Direction? TakenOff { get; init; }

    /// <summary>Its own mounting holes, along those axes.</summary>
    [JsonIgnore] public IReadOnlyList<DeviceBore> Holes { get; init; } = [];

    /// <summary>Where a fan blows through; null for what is none.</summary>
    [JsonIgnore] public DeviceBore? Rotor { get; init; }
}

/// <summary>Room that must stay free, for whom and why; <paramref name="Free"/> when nothing stands in it.</summary>
public sealed record RoomPlace(string Owner, ZoneKind Kind, string What, Box Box, bool Free)
{
    /// <summary>The axes that its block is told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }
}

/// <summary>A port's face and the direction its plug comes from.</summary>
public sealed record PortPlace(string Id, Direction Exit, Box Connector);
