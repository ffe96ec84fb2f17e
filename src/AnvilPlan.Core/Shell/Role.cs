using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Shell;

/// <summary>What a member is there for, where others have to know: how it is told apart from all else that has its shape.</summary>
public abstract record Role
{
    /// <summary>Carries a tray along one wall.</summary>
    public sealed record TrayRail(string TrayId, Face Wall) : Role;

    /// <summary>Lies under a free edge of a tray against sag.</summary>
    public sealed record Stiffener(string TrayId) : Role;

    /// <summary>A printed piece in the corner along an edge.</summary>
    public sealed record CornerPiece(EdgeId Edge) : Role;

    /// <summary>One layer of a stack.</summary>
    public sealed record Layer(string StructureId) : Role;

    /// <summary>Lies over the seam of a printed body.</summary>
    public sealed record Strap(string StructureId) : Role;

    /// <summary>Stands between a board and the wall that it hangs on.</summary>
    public sealed record WallBar(string StructureId, WallBarAt At) : Role;

    /// <summary>A post of a frame, or a length of one between two fittings.</summary>
    public sealed record Post(string StructureId, bool Right, bool Back) : Role;

    /// <summary>Runs across the width of a frame and carries the rails of a level.</summary>
    public sealed record Beam(string StructureId, string TrayId) : Role;

    /// <summary>Slides on the beams of a level until it lies under its hardware.</summary>
    public sealed record LevelRail(string StructureId, string TrayId, int Number) : Role;

    /// <summary>Keeps two rails of a level apart.</summary>
    public sealed record Spacer(string StructureId, string TrayId) : Role;

    /// <summary>The structure that it belongs to; null for what belongs to a tray or an edge.</summary>
    public string? Of => this switch
    {
        Layer x => x.StructureId,
        Strap x => x.StructureId,
        WallBar x => x.StructureId,
        Post x => x.StructureId,
        Beam x => x.StructureId,
        LevelRail x => x.StructureId,
        Spacer x => x.StructureId,
        _ => null,
    };

    /// <summary>The level of a frame that it is a bar of; null for all else.</summary>
    public string? Level => this switch { Beam x => x.TrayId, LevelRail x => x.TrayId, Spacer x => x.TrayId, _ => null };
}

/// <summary>Where a bar lies behind a board on a wall.</summary>
public enum WallBarAt
{
    Top,
    Bottom,
    Left,
    Right,

    /// <summary>On the wall itself; another hooks over it.</summary>
    Wall,
}
