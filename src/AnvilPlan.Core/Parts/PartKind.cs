namespace AnvilPlan.Core.Parts;

public enum PartKind
{
    Panel,
    Tray,
    Block,
    Rail,
    Adapter,

    /// <summary>A member of a frame: post, beam, pipe.</summary>
    Member,

    /// <summary>Made on the printer.</summary>
    Printed,

    /// <summary>One sheet that is bent into several faces.</summary>
    Blank,

    /// <summary>The turn between two faces of one sheet.</summary>
    Bend,
}
