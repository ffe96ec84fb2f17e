using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.RailFrames;

public enum PanelSeat
{
    /// <summary>Panels lie over the rails, which run inside along the edges.</summary>
    Over,

    /// <summary>Panels lie behind the legs of angle rails that form the edges.</summary>
    Behind,

    /// <summary>Panels stand in the slots or grooves of the rails that form the edges, held by nothing else.</summary>
    Slipped,
}

/// <summary>Bars along edges of the box, joined to a frame; panels close it.</summary>
/// <param name="Edges">The edges that have a rail.</param>
/// <param name="Play">How a slipped-in panel sits.</param>
/// <param name="GrooveMm">Depth of the groove cut into solid rails; slotted profiles have their own.</param>
public sealed record RailFrame(string Id, string BarId, IReadOnlyList<EdgeId> Edges, PanelSeat Seat, FitClass Play, double GrooveMm)
    : Structure(Id);
