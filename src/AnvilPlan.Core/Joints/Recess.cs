using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>A groove or pocket in any side of a part, given by the block it takes away.</summary>
public static class Recess
{
    /// <param name="side">The side of the part that it opens to.</param>
    /// <param name="away">The block, in space.</param>
    public static Feature Of(SolidPart part, Direction side, Box away, string id, string forWhat, string purpose, string why)
    {
        var depth = away.Size[side.Axis()];
        if (part.Frame.Normal.Axis() == side.Axis())
        {
            var (min, max) = part.Frame.ToPlane(away);
            return new Channel(id, forWhat, purpose, JointDraft.FaceTowards(part, side), ChannelShape.Groove, min, max, depth, depth, why);
        }

        var along = part.Frame.U.Axis() == side.Axis() ? part.Frame.V : part.Frame.U;
        return EndFixing.EndSlot(part, side, away.Centre, id, forWhat, purpose, away.Size[along.Axis()],
            away.Size[part.Frame.Normal.Axis()], depth, why);
    }
}
