using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>An insert M3 melted into a printed wall, mm.</summary>
internal static class HeatInsert
{
    public const double DeepMm = 5;
    public const long Cents = 15;
    private const double HoleMm = 4;

    /// <param name="side">The side of the wall that it is set from.</param>
    /// <param name="fromMm">Its upper end on the axis of the fixing.</param>
    public static WayLayer Seat(SolidPart wall, Direction side, string place, string purpose, double fromMm, string placeWhy) => new(
        wall.Id, wall, LayerRole.Seat, fromMm, fromMm + DeepMm, HoleMm, (id, at) =>
            FixingRows.Bored(wall, side, at, new Hole(id, place, purpose, WorkedFrom.Seen, default,
            Bore.Blind(HoleMm, DeepMm, "heat-set insert M3: 4.0 mm [R]; verify by " + "test piece", "length of the insert"), placeWhy)));

    public static FixingPiece Piece(double fromMm) => new(PieceKind.Peg, fromMm, fromMm + DeepMm, HoleMm);
}
