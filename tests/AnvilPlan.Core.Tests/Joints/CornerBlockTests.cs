using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Construction;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Joints;

/// <summary>Three boards that reach into each other fill their corner once: by the keeper, and by nobody else.</summary>
public class CornerBlockTests
{
    private static readonly JointKind[] Through = [JointKind.Finger, JointKind.Dovetail, JointKind.ThroughTenon];

    /// <summary>
    /// A closed box of plywood whose edges all interlock; the random number picks thicknesses, kinds and who covers whom.
    /// </summary>
    private static Design Box(Random random, IReadOnlyList<JointKind> kinds)
    {
        var design = Sample.Empty;
        foreach (var face in Faces.All)
        {
            var mm = new[] { 9, 12, 15, 18 }[random.Next(4)];
            design = design.WithPanel(face, p => p with
            {
                MaterialId = "birch-plywood",
                NominalMm = mm,
                MeasuredMm = null,
                Hold = PanelHold.Fixed,
                InsetMm = 0
            });
        }

        return Faces.Edges.Aggregate(design, (d, id) => d.WithEdge(id, e => e with
        {
            Joint = kinds[random.Next(kinds.Count)],
            Covers = random.Next(2) == 0 ? id.Of().A : id.Of().B,
            BlockBarId = null,
            DepthMm = null
        }));
    }

    private static Design All(JointKind kind) =>
        Faces.Edges.Aggregate(Sample.Empty, (d, id) => d.WithEdge(id, e => e with { Joint = kind, BlockBarId = null, DepthMm = null }));

    [Fact]
    public void Random_boxes_of_every_thickness_kind_and_order_close_at_their_corners_and_share_no_material()
    {
        var random = new Random(11);
        for (var round = 0; round < 24; round++)
        {
            var plan = Sample.Plan(Box(random, round % 2 == 0 ? Through : [Through[random.Next(3)]]));
            Assert.DoesNotContain(plan.Findings, f => f.Code is "corner-open" or "parts-collide");
            Assert.Empty(SolidityCheck.Overlaps(plan));
            Assert.All(Faces.Corners, c => Assert.True(Filled(plan, c) > 0.97, $"{round}: {c}: {Filled(plan, c):0.000}"));
        }
    }

    /// <summary>Share of a grid of points in the corner's block that is material of just one board.</summary>
    private static double Filled(BuildPlan plan, (Face X, Face Y, Face Z) corner)
    {
        var boards = ((Face[])[corner.X, corner.Y, corner.Z]).Select(f => new PartSolid(plan.Part(Deck.PartOf(f)), Sample.Catalog))
            .ToList();
        var box = boards.Skip(1).Aggregate(boards[0].Part.Box, (b, s) => b.Intersect(s.Part.Box));
        const int n = 12;
        var points = from i in Enumerable.Range(0, n)
                     from j in Enumerable.Range(0, n)
                     from k in Enumerable.Range(0, n)
                     select new Point3(box.Min.X + (box.Size.X * (i + 0.5) / n), box.Min.Y + (box.Size.Y * (j + 0.5) / n), box.Min.Z
                         + (box.Size.Z * (k + 0.5) / n));
        return points.Average(p => boards.Count(b => b.HasUndrilled(p)) == 1 ? 1.0 : 0);
    }

    [Fact]
    public void The_row_is_laid_out_between_the_corners()
    {
        // 320 wide of 12 mm plywood at 11.9: front-bottom runs 320, both sides reach into its ends
        var plan = Sample.Plan(All(JointKind.Finger));
        var edge = plan.Edges.Single(e => e.Edge == EdgeId.FrontBottom);
        var sides = plan.Part("shell/left").ThicknessMm + plan.Part("shell/right").ThicknessMm;
        Assert.Equal(plan.Outer.Size.X - sides, edge.BetweenMm, 6);
        var layout = plan.Layouts.Single(l => l.Edge == EdgeId.FrontBottom);
        var (count, width) = (layout.Settings[0].Value, layout.Settings[1].Value);
        Assert.Equal(edge.BetweenMm, count * width, 2);
        Assert.Equal(1, count % 2);
    }

    [Fact]
    public void One_board_keeps_the_corner_and_two_lose_just_what_it_keeps()
    {
        var plan = Sample.Plan(All(JointKind.Finger));
        foreach (var (x, y, z) in Faces.Corners)
        {
            Part[] boards = [plan.Part(Deck.PartOf(x)), plan.Part(Deck.PartOf(y)), plan.Part(Deck.PartOf(z))];
            var name = $"corner/{Deck.Name(x)}-{Deck.Name(y)}-{Deck.Name(z)}";
            Assert.Equal(2, boards.Count(b => b.Features.OfType<Notch>().Any(n => n.Id == name)));
        }
    }

    [Fact]
    public void Play_that_is_told_is_play_that_is_cut()
    {
        var plan = Sample.Plan(All(JointKind.Finger));
        var (front, left) = (plan.Part("shell/front"), plan.Part("shell/left"));
        double[] Edges(Part part, EdgeId edge) => [.. part.Features.OfType<Notch>().Where(n => n.For == Deck.PlaceOf(edge))
            .SelectMany(n => new[] { At(part, n.Reach.Min), At(part, n.Reach.Max) }).Order()];
        double At(Part part, Uv p) => part.Frame.ToSpace(p).Z;
        var (ofFront, ofLeft) = (Edges(front, EdgeId.FrontLeft), Edges(left, EdgeId.FrontLeft));
        // a socket of one from end to end, and the finger of that board left between two sockets of the other
        var (socket, finger) = (ofFront[3] - ofFront[2], ofLeft.Where(v => v > ofFront[2] - 1 && v < ofFront[3] + 1).ToList());
        Assert.Equal(2, finger.Count);
        Assert.Equal(0.1, socket - (finger[1] - finger[0]), 6);
    }

    [Fact]
    public void Laps_that_leave_a_corner_open_are_told_with_a_remedy_that_closes_it()
    {
        // each of three half-blind boards ends inside the lap of the next: nobody reaches the very corner
        var design = Faces.All.Aggregate(All(JointKind.HalfBlind), (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "birch-plywood",
            NominalMm = 18,
            MeasuredMm = null,
            Hold = f == Face.Back ? PanelHold.Open : PanelHold.Fixed,
            InsetMm = 0
        }))
            .WithEdge(EdgeId.FrontLeft, e => e with { Covers = Face.Left })
                .WithEdge(EdgeId.FrontBottom, e => e with { Covers = Face.Front })
                .WithEdge(EdgeId.LeftBottom, e => e with { Covers = Face.Bottom });
        var open = Sample.Plan(design).Findings.FirstOrDefault(f => f.Code == "corner-open");
        Assert.NotNull(open);
        Assert.Contains("left-front-bottom", open.Text, StringComparison.Ordinal);
        Assert.NotNull(open.Remedies.First(r => r.Id == "close-corner").Change(design));
    }
}
