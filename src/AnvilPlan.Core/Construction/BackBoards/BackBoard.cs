using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.BackBoards;

/// <summary>A bevelled plate under each device, a little larger than the device, so that light leaves round it.</summary>
/// <param name="RevealMm">Beyond the device on every side.</param>
/// <param name="BevelDeg">Of the plate's edges; 0 = square.</param>
/// <param name="Lit">A light strip lies behind its edges.</param>
public sealed record PadRule(string MaterialId, double NominalMm, double RevealMm, double BevelDeg, bool Lit);

/// <summary>How a board comes onto the wall.</summary>
public enum Hanging
{
    /// <summary>A frame is screwed to the wall, the board over it.</summary>
    ScrewedFrame,

    /// <summary>
    /// A rail on the wall and a rail behind the board, bevelled to hook into each other; a bar below keeps the board upright.
    /// </summary>
    BevelledRails,
}

/// <summary>The back panel as a board with everything on its face, over bars that hold it off the wall.</summary>
/// <param name="FrameBarId">Bars behind the board.</param>
/// <param name="FrameInsetMm">From the board's edge to the frame.</param>
/// <param name="Pads">Null = devices stand on the board itself.</param>
/// <param name="StudSpacingMm">Centre to centre of the wall's framing.</param>
/// <param name="FirstStudMm">From the board's left edge, seen from the front, to the first stud behind it.</param>
/// <param name="CableClearMm">All round a plug in its hole through the board.</param>
public sealed record BackBoard(string Id, string FrameBarId, double FrameInsetMm, PadRule? Pads, double StudSpacingMm, double FirstStudMm,
    double CableClearMm) : Structure(Id)
{
    public Hanging Hanging { get; init; }
}
