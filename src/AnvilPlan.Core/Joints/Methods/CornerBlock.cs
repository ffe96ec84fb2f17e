using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>
/// The block at a corner of the box that three boards reach into when all three edges interlock. One board keeps it: the one whose
/// material lies next to it along most of its edges, so that it hangs together there. The other two lose it, and the rows of fingers,
/// tails and tenons are laid out between these blocks.
/// </summary>
internal sealed record CornerBlock(Face X, Face Y, Face Z, Box Box, Face Keeper)
{
    /// <summary>Half of the play of the joints that meet here is left on either side, mm.</summary>
    private const double PlayMm = InterlockingJoint.PlayMm / 2;
    private const double LeastMm = 0.05;

    public string Name => $"corner/{Deck.Name(X)}-{Deck.Name(Y)}-{Deck.Name(Z)}";

    /// <summary>Of all corners where three interlocking edges meet.</summary>
    public static IReadOnlyList<CornerBlock> Of(IReadOnlyList<EdgeJoint> edges, ShellPlan shell)
    {
        var blocks = new List<CornerBlock>();
        foreach (var (x, y, z) in Faces.Corners)
        {
            List<EdgeJoint> meeting = [.. edges.Where(e => Faces.EdgesAt(x, y, z).Contains(e.Edge)
                && JointMethod.For(e.Joint) is InterlockingJoint)];
            if (meeting.Count < 3)
            {
                continue;
            }

            var box = shell.Panels[x].Box.Intersect(shell.Panels[y].Box).Intersect(shell.Panels[z].Box);
            if (box.Size.X > LeastMm && box.Size.Y > LeastMm && box.Size.Z > LeastMm)
            {
                blocks.Add(new CornerBlock(x, y, z, box, ((Face[])[x, y, z])
                    .MaxBy(f => meeting.Count(e => ((InterlockingJoint)JointMethod.For(e.Joint)!).AtTheEnds(e) == f))));
            }
        }

        return blocks;
    }

    /// <summary>How much of an edge's two ends such blocks take, mm: at the least and at the most coordinate.</summary>
    public static EdgeJoint Shortened(EdgeJoint joint, IReadOnlyList<CornerBlock> blocks)
    {
        var (a, b) = joint.Edge.Of();
        foreach (var block in blocks.Where(k => k.Has(a) && k.Has(b)))
        {
            var third = ((Face[])[block.X, block.Y, block.Z]).First(f => f != a && f != b);
            var size = block.Box.Size[joint.Edge.Along()];
            joint = joint with { Corners = [.. joint.Corners, block.Name] };
            joint = third.Outward().Sign() < 0 ? joint with { LeastCornerMm = size } : joint with { MostCornerMm = size };
        }

        return joint;
    }

    /// <summary>Takes the block off the two boards that do not keep it, and what two of them share beside it off one.</summary>
    public void Cut(JointDraft draft)
    {
        foreach (var face in ((Face[])[X, Y, Z]).Where(f => f != Keeper))
        {
            Take(draft, draft.Shell.Panels[face], face, Box, Name);
        }

        // beside a lap two boards share more than the three do
        foreach (var joint in draft.Edges.Where(e => Faces.EdgesAt(X, Y, Z).Contains(e.Edge)))
        {
            var shared = draft.Shell.Panels[joint.Host].Box.Intersect(draft.Shell.Panels[joint.Mate].Box)
                .WithSpan(joint.Edge.Along(), Box.Min[joint.Edge.Along()], Box.Max[joint.Edge.Along()]);
            foreach (var axis in Enum.GetValues<Axis>().Where(x => x != joint.Edge.Along() && shared.Size[x] > Box.Size[x] + LeastMm))
            {
                var loses = joint.Mate == Keeper ? joint.Host : joint.Mate;
                var beside = shared.Max[axis] - Box.Max[axis] > LeastMm ? shared.WithSpan(axis, Box.Max[axis], shared.Max[axis])
                    : shared.WithSpan(axis, shared.Min[axis], Box.Min[axis]);
                Take(draft, draft.Shell.Panels[loses], loses, beside, $"{Name}/beside-{Deck.Name(joint.Edge)}");
            }
        }
    }

    private bool Has(Face face) => face == X || face == Y || face == Z;

    private void Take(JointDraft draft, SolidPart part, Face face, Box block, string id)
    {
        const double beyond = 1;
        var through = face.Outward().Axis();
        foreach (var axis in Enum.GetValues<Axis>().Where(a => a != through))
        {
            block = block.WithSpan(
                axis, block.Min[axis] - (block.Min[axis] < part.Box.Min[axis] + LeastMm ? beyond : PlayMm), block.Max[axis]
                    + (block.Max[axis] > part.Box.Max[axis] - LeastMm ? beyond : PlayMm));
        }

        var deep = block.Size[through];
        var blind = deep < part.ThicknessMm - LeastMm;
        var outside = (block.Side(face.Outward()) - part.Box.Side(face.Outward())) * face.Outward().Sign() > -LeastMm;
        var from = !blind ? WorkedFrom.Seen : JointDraft.FaceTowards(part, outside ? face.Outward() : face.Outward().Opposite());
        var (min, max) = part.Frame.ToPlane(block);
        draft.Cut(part, Notch.Rectangle(
            id, Name, $"left to the {Deck.Name(Keeper)} at the corner", from, min, max, blind ? deep : null,
            $"three boards meet: the {Deck.Name(Keeper)} keeps the corner, {2 * PlayMm:0.##} mm of play round it"));
    }
}
