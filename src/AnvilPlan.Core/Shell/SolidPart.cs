using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;

namespace AnvilPlan.Core.Shell;

/// <summary>
/// A part as a block in the enclosure, with the plane it is drawn in: origin at the reference corner, u along its length.
/// </summary>
/// <param name="SeenFrom">The face one is looking at in its drawing: <c>outside</c>, <c>inside</c>, <c>above</c> and the like.</param>
/// <param name="FarSide">The face away from the viewer.</param>
/// <param name="BarId">Bar stock that it is cut from; null for a part cut from sheet.</param>
public sealed record SolidPart(
    string Id, string Name, PartKind Kind, string MaterialId, double NominalMm, Box Box, Frame Frame, string SeenFrom, string FarSide,
        string? BarId)
{
    /// <summary>The axes that its block, its frame and all that is cut into it are told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }

    /// <summary>Its block where it is in the enclosure.</summary>
    public Block Block => new(Box, Pose);

    /// <summary>Section of the bar that it is cut from.</summary>
    public BarShape Section { get; init; }

    /// <summary>Wall of a hollow or angle section, mm; null = solid.</summary>
    public double? WallMm { get; init; }

    /// <summary>The part that this is one face of; null when it is a part of its own.</summary>
    public string? LeafOf { get; init; }

    /// <summary>The face of the enclosure that it closes, alone or with others; null for what is inside.</summary>
    public Face? Closes { get; init; }

    /// <summary>What it is there for, where others have to know.</summary>
    public Role? Role { get; init; }

    /// <summary>How it is printed; null for what is cut.</summary>
    public PrintJob? Print { get; init; }

    /// <summary>The deck that it carries as one of several bars.</summary>
    public string? CarriesDeck { get; init; }

    /// <summary>The blocks that it fills when that is less than <see cref="Box"/>; of a bend, blocks inside it.</summary>
    public IReadOnlyList<Box> Body { get => field ?? [Box]; init; }

    /// <summary>What a bend or a round block fills, stretch by stretch along it; nothing for what is straight.</summary>
    public IReadOnlyList<BendRing> Rings
    {
        get;
        init
        {
            field = value;
            Body = value.Count == 0 ? [Box] : [.. value.SelectMany(r => r.Blocks())];
        }
    } = [];

    /// <summary>Blocks of it in which nothing is bored: seams of printed pieces, with their pins.</summary>
    public IReadOnlyList<Box> NoBores { get; init; } = [];

    /// <summary>Wood that kerfs leave of a bend, mm³; null for what is not kerfed.</summary>
    public double? KerfedMm3 { get; init; }

    /// <summary>Before anything is cut into it, mm³; of a bar that is not solid the catalog knows better.</summary>
    public double BlankMm3 => KerfedMm3 ?? (Rings.Count > 0 ? Rings.Sum(r => r.VolumeMm3) : LengthMm * WidthMm * ThicknessMm);

    /// <summary>Material that a screw through the side that looks in that direction meets first, mm.</summary>
    public double DepthFrom(Direction side) => WallMm ?? Box.Size[side.Axis()];

    public double LengthMm => Box.Size[Frame.U.Axis()];
    public double WidthMm => Box.Size[Frame.V.Axis()];
    public double ThicknessMm => Box.Size[Frame.Normal.Axis()];
    public Slab Slab => new(LengthMm, WidthMm, ThicknessMm);

    /// <summary>The same part with another block, drawn the same way.</summary>
    public SolidPart Resized(Box box) =>
        this with { Box = box, Frame = Frame with { Origin = Envelope.Corner(box, Frame.U, Frame.V, Frame.Normal) } };

    /// <summary>Drawn with u along the given direction pair, turned a quarter when the length runs the other way.</summary>
    public static Frame FrameOf(Box box, Direction u, Direction v, bool lengthAlongV)
    {
        var normal = u.Cross(v);
        var (along, across) = lengthAlongV ? (v, u.Opposite()) : (u, v);
        return new Frame(Envelope.Corner(box, along, across, normal), along, across);
    }
}
