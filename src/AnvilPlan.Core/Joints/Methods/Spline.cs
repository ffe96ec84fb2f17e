using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>
/// A spline in a mitre: a quarter to a third of the board thick, its slot nearer the inside corner, grain across the joint; its width is
/// both slots less half a millimetre.
/// </summary>
internal static class Spline
{
    private static readonly double[] StripsMm = [2, 3, 4, 6];

    /// <summary>Thickness of the strip, mm.</summary>
    public static double ThicknessMm(SolidPart board) => StripsMm.Where(s => s <= (board.ThicknessMm / 3) + 1e-9)
        .DefaultIfEmpty(StripsMm[0]).Max();

    public static double DepthMm(SolidPart board) => Math.Round(board.ThicknessMm * 0.45, 1);

    /// <summary>From the outside of the board to the middle of the slot, along the mitre's face two thirds in.</summary>
    private static double FromOutsideMm(SolidPart board) => board.ThicknessMm * 2 / 3;

    public static void Add(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        foreach (var (part, face, towards) in ((SolidPart, Face, Face)[])[(host, joint.Host, joint.Mate), (mate, joint.Mate, joint.Host)])
        {
            var along = joint.Edge.Along();
            var outside = part.Box.Side(face.Outward());
            var at = part.Box.Centre.With(face.Outward().Axis(), outside - (face.Outward().Sign() * FromOutsideMm(part)));
            draft.Cut(part, EndFixing.EndSlot(
                part, towards.Outward(), at, $"{Deck.Name(joint.Edge)}/spline", Deck.PlaceOf(joint.Edge),
                "slot for a spline, square to the mitre", part.Box.Size[along], ThicknessMm(part), DepthMm(part),
                "a quarter to a third of the board, nearer the inside"));
        }

        draft.Bought.Add(new BoughtPiece("spline", $"plywood strip {ThicknessMm(host)} x {Math.Round((2 * DepthMm(host)) - 0.5, 1)} x "
            + $"{Math.Ceiling(joint.LengthMm)}, grain across", 1, 40));
    }
}
