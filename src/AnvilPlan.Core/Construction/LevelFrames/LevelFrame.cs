using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.LevelFrames;

public enum FrameFitting
{
    /// <summary>A clamp on the post, which runs through; the beam butts against it.</summary>
    Clamp,

    /// <summary>Threaded tees: the posts are cut between them.</summary>
    ThreadedTee,

    /// <summary>Solvent sockets: the take-off is measured on a dry assembly.</summary>
    SocketTee,

    /// <summary>Brackets in the slots of a profile.</summary>
    Bracket,
}

/// <summary>The rail of a level that is fixed, so that the frame cannot fold up.</summary>
/// <param name="Rail">Counted from the left, from 1.</param>
public sealed record LockedRail(string TrayId, int Rail);

/// <summary>
/// Four posts, two beams across the width at each level, and rails from front to back that slide on the beams until they lie under
/// the holes of the hardware. The levels are the trays that are carried by bars.
/// </summary>
/// <param name="PostBarId">Pipe or profile of posts and beams.</param>
/// <param name="TakeOffMm">From the centre of a fitting to the end of the pipe in it; null = from the table.</param>
/// <param name="Locked">Levels that are not named have their first rail locked.</param>
public sealed record LevelFrame(
    string Id, string PostBarId, string RailBarId, FrameFitting Fitting, double? TakeOffMm, IReadOnlyList<LockedRail> Locked)
        : Structure(Id);
