using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Clearance;

public enum ZoneKind
{
    /// <summary>Room that the model asks for: cables at a drive, wires at terminals.</summary>
    KeepOut,

    /// <summary>A plug, its straight run and its first bend.</summary>
    PlugRoom,

    /// <summary>Air in front of a face that breathes.</summary>
    AirGap,

    /// <summary>Round the nut of a panel device, for a spanner or fingers.</summary>
    NutRoom,

    /// <summary>Round a control in front of its panel.</summary>
    FingerRoom,

    /// <summary>What hangs on a door sweeps through this when the door opens.</summary>
    DoorSwing,

    /// <summary>A drawer and all that stands on it sweep through this.</summary>
    DrawerTravel,
}

/// <summary>Room that must stay free although nothing fills it.</summary>
/// <param name="Owner">The device or the plate that needs it.</param>
/// <param name="Exempt">Ids of what may be in it: its own deck, what moves along with it.</param>
/// <param name="Outside">Lies in front of the box: only what stands proud of a panel can be in the way.</param>
public sealed record Zone(string Owner, ZoneKind Kind, string What, Box Box, IReadOnlyList<string> Exempt, bool Outside)
{
    /// <summary>The axes that its block is told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }

    public Block Block => new(Box, Pose);
}

/// <summary>Something stands in a zone.</summary>
/// <param name="OtherId">A device's id or a part's id.</param>
/// <param name="Overlap">The shared block, along the zone's axes; its size says by how much.</param>
public sealed record ZoneConflict(Zone Zone, string OtherId, bool OtherIsDevice, Box Overlap);
