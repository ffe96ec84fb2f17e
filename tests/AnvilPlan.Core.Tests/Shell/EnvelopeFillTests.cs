using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Shell;

/// <summary>
/// The panels of the cut list, put together again at their finished sizes with what is cut into them, fill the shell exactly:
/// every point of it belongs to one part and no point to two. Only sizes, frames and features are used, not the planner's blocks.
/// </summary>
public class EnvelopeFillTests
{
    private static readonly ShopProfile Tight = ShopProfile.Usual with
    {
        Fits = ShopProfile.Usual.Fits with
        { GrooveWidthMm = 0, GrooveDepthMm = 0 }
    };

    [Fact]
    public void Random_boxes_fill_their_envelope_without_gap_or_overlap()
    {
        var random = new Random(7);
        for (var i = 0; i < 250; i++)
        {
            var design = RandomBox(random);
            AssertFilled(design, random, $"box {i}");
        }
    }

    [Fact]
    public void Mitred_panels_that_enter_a_third_unevenly_are_told_and_mended()
    {
        var design = Sample.Empty
            .WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Mitre })
            .WithEdge(EdgeId.FrontTop, e => e with { Covers = Face.Top, Joint = JointKind.Rabbet, DepthMm = 6 })
            .WithEdge(EdgeId.LeftTop, e => e with { Covers = Face.Top, Joint = JointKind.Rabbet, DepthMm = 3 });
        var finding = Assert.Single(Sample.Plan(design).Findings, f => f.Code == "mitre-entry-differs");
        Assert.Contains("3 mm stays", finding.Text, StringComparison.Ordinal);
        Assert.DoesNotContain(Sample.Plan(finding.Remedies[0].Change(design)!).Findings, f => f.Code == "mitre-entry-differs");
    }

    [Fact]
    public void A_fully_mitred_box_of_unequal_panels_fills_its_envelope()
    {
        var random = new Random(3);
        var design = Sample.Empty with
        {
            Box = Sample.Empty.Box with
            {
                Feet = null,
                Panels = [.. Faces.All.Select((f, i) => new Panel(f, "birch-plywood", 12, 9 + i, PanelHold.Fixed, GrainRun.AlongU, 0))],
                Edges = [.. Faces.Edges.Select(e => new Edge(e, e.Of().A, JointKind.Mitre, null, null))],
            },
        };
        AssertFilled(design, random, "mitred");
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Code == "corner-open");
    }

    [Fact]
    public void A_ring_of_covers_is_told_and_really_leaves_a_hole()
    {
        var design = Sample.Empty
            .WithEdge(EdgeId.FrontLeft, e => e with { Covers = Face.Front })
            .WithEdge(EdgeId.LeftBottom, e => e with { Covers = Face.Left })
            .WithEdge(EdgeId.FrontBottom, e => e with { Covers = Face.Bottom });
        var plan = Sample.Plan(design, Tight);
        Assert.Contains(plan.Findings, f => f.Code == "corner-open" && f.Text.Contains("left-front-bottom", StringComparison.Ordinal));
        Assert.Equal(0, Owners(plan, new Point3(2, 2, 2)));
    }

    private static void AssertFilled(Design design, Random random, string name)
    {
        Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
        var plan = Sample.Plan(design, Tight);
        var volume = 0.0;
        for (var n = 0; n < 400; n++)
        {
            var p = new Point3(random.NextDouble() * plan.Outer.Max.X, random.NextDouble() * plan.Outer.Max.Y,
                random.NextDouble() * plan.Outer.Max.Z);
            // half of the points are pulled into a corner, where the joints meet
            if (n % 2 == 0)
            {
                p = Enum.GetValues<Axis>().Aggregate(p, (q, a) => q.With(a, Pull(q[a], plan.Outer.Max[a], random)));
            }

            if (NearAPlane(plan, p))
            {
                continue;
            }

            var owners = Owners(plan, p);
            var shell = InShell(design, plan, p);
            Assert.True(owners == (shell ? 1 : 0), $"{name}: {p} belongs to {owners} parts, it lies "
                + $"{(shell ? "in the shell" : "outside it")}");
            volume += owners;
        }

        Assert.True(volume > 0);
    }

    private static double Pull(double at, double size, Random random) => random.Next(3) switch
    {
        0 => random.NextDouble() * 20,
        1 => size - (random.NextDouble() * 20),
        _ => at,
    };

    private static int Owners(BuildPlan plan, Point3 p) => plan.Parts.Count(x => x.Id.StartsWith("shell/", StringComparison.Ordinal)
        && Has(x, p));

    private static bool Has(Part part, Point3 p)
    {
        var at = part.Frame.ToPlane(p);
        var fromSeen = -part.Frame.HeightOf(p);
        if (at.U < 0 || at.V < 0 || at.U > part.LengthMm || at.V > part.WidthMm || fromSeen < 0 || fromSeen > part.ThicknessMm)
        {
            return false;
        }

        foreach (var f in part.Features)
        {
            var depth = f.From == WorkedFrom.Seen ? fromSeen : part.ThicknessMm - fromSeen;
            if (f is Channel c && at.U > c.Min.U && at.U < c.Max.U && at.V > c.Min.V && at.V < c.Max.V && depth < c.DepthMm)
            {
                return false;
            }

            if (f is Bevel b && EdgeDistance(part, b.Edge, at) < depth * Math.Tan(b.AngleDeg * Math.PI / 180))
            {
                return false;
            }
        }

        return true;
    }

    private static double EdgeDistance(Part part, PartEdge edge, Uv at) => edge switch
    {
        PartEdge.ULeast => at.U,
        PartEdge.UMost => part.LengthMm - at.U,
        PartEdge.VLeast => at.V,
        _ => part.WidthMm - at.V,
    };

    /// <summary>Inside the envelope, outside the room, and not in the recess before an inset panel.</summary>
    private static bool InShell(Design design, BuildPlan plan, Point3 p)
    {
        if (plan.Inner.Contains(p))
        {
            return false;
        }

        var inset = design.Box.Panels.FirstOrDefault(x => x.InsetMm > 0);
        if (inset is null)
        {
            return true;
        }

        var outward = inset.Face.Outward();
        var depth = (plan.Outer.Side(outward) - p[outward.Axis()]) * outward.Sign();
        return depth > inset.InsetMm || Enum.GetValues<Axis>().Any(a => a != outward.Axis()
            && (p[a] < plan.Inner.Min[a] || p[a] > plan.Inner.Max[a]));
    }

    private static bool NearAPlane(BuildPlan plan, Point3 p) => Enum.GetValues<Axis>().Any(a =>
        Math.Min(Math.Abs(p[a] - plan.Inner.Min[a]), Math.Abs(p[a] - plan.Inner.Max[a])) < 1e-3);

    private static Design RandomBox(Random random)
    {
        var rank = Faces.All.OrderBy(_ => random.Next()).ToList();
        var thickness = Faces.All.ToDictionary(f => f, _ => 6 + (random.Next(0, 120) / 10.0));
        var insetFace = random.Next(2) == 0 ? rank[^1] : (Face?)null;
        var mitred = random.Next(3) == 0 ? random.Next(0, 4) : -1;
        IReadOnlyList<Edge> edges = [.. Faces.Edges.Select(id =>
        {
            var (a, b) = id.Of();
            var host = rank.IndexOf(a) < rank.IndexOf(b) ? a : b;
            var mate = host == a ? b : a;
            var consecutive = rank.IndexOf(host) == mitred && rank.IndexOf(mate) == mitred + 1 && mate != insetFace;
            var joint = consecutive ? JointKind.Mitre
                : mate == insetFace ? (random.Next(4) == 0 ? JointKind.ButtGlued : JointKind.Groove)
                : random.Next(2) == 0 ? JointKind.Rabbet : JointKind.ButtGlued;
            var depth = joint is JointKind.Rabbet or JointKind.Groove ? Math.Round(thickness[host] * (0.2 + (random.NextDouble() * 0.5)), 1)
                : (double?)null;
            return new Edge(id, host, joint, depth, null);
        })];
        if (mitred >= 0 && edges.FirstOrDefault(e => e.Joint == JointKind.Mitre) is { } mitre)
        {
            edges = edges.Select(e => EntersWith(edges, e, mitre) is { } twin ? e with { Joint = twin.Joint, DepthMm = twin.DepthMm }
                : e).ToList();
        }

        return Sample.Empty with
        {
            Box = new PanelBox(
                120 + random.Next(400), 120 + random.Next(300), 100 + random.Next(300), random.Next(2) == 0 ? SizeBasis.Outer
                    : SizeBasis.Inner,
                [.. Faces.All.Select(f => new Panel(f, random.Next(2) == 0 ? "birch-plywood" : "mdf", 12, thickness[f], PanelHold.Fixed,
                    random.Next(2) == 0 ? GrainRun.AlongU : GrainRun.AlongV, f == insetFace ? 1 + random.Next(8) : 0))],
                [.. edges],
                null),
        };
    }

    /// <summary>The joint of the other mitred panel with the same third panel, when this edge has to be like it.</summary>
    private static Edge? EntersWith(IReadOnlyList<Edge> edges, Edge edge, Edge mitre)
    {
        var (a, b) = mitre.Id.Of();
        var (x, y) = edge.Id.Of();
        var third = x == b ? y : y == b ? x : (Face?)null;
        return third is { } t && t != a && t != a.Opposite() && edge.Covers == t ? edges.First(e => e.Id == Faces.Between(a, t)) : null;
    }
}
