using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Joints;

/// <summary>The joint at each edge, what it cuts and what it keeps clear of.</summary>
public class EdgeTests
{
    public static TheoryData<EdgeId> Edges => [.. Faces.Edges];

    [Theory]
    [MemberData(nameof(Edges))]
    public void A_rabbet_at_any_edge_lies_on_the_inside_of_the_covering_panel_only(EdgeId id)
    {
        var design = Sample.Empty.WithEdge(id, e => e with { Joint = JointKind.Rabbet, DepthMm = 5 });
        var plan = Sample.Plan(design);
        var edge = design.Box.Edges.First(e => e.Id == id);
        var (a, b) = id.Of();
        var mate = edge.Covers == a ? b : a;
        var host = plan.Part("shell/" + Deck.Name(edge.Covers));
        var rabbet = Assert.Single(host.Features.OfType<Channel>());
        Assert.Equal(5, rabbet.EntryMm, 9);
        // the inside is the far side of walls and top, the seen side of the bottom
        Assert.Equal(edge.Covers == Face.Bottom ? WorkedFrom.Seen : WorkedFrom.Far, rabbet.From);
        Assert.Empty(plan.Part("shell/" + Deck.Name(mate)).Features.OfType<Channel>());
        Assert.Equal(11.9, Math.Min(rabbet.Max.U - rabbet.Min.U, rabbet.Max.V - rabbet.Min.V), 6);
    }

    [Theory]
    [MemberData(nameof(Edges))]
    public void Turning_the_cover_round_swaps_who_is_long(EdgeId id)
    {
        var (a, b) = id.Of();
        double Long(Face covers, Face of) =>
            Sample.Plan(Sample.Empty.WithEdge(id, e => e with { Covers = covers, Joint = JointKind.ButtGlued, BlockBarId = null }))
            .Part("shell/" + Deck.Name(of)) is var p
            ? p.LengthMm + p.WidthMm : 0;
        Assert.Equal(11.9, Long(a, a) - Long(b, a), 6);
        Assert.Equal(11.9, Long(b, b) - Long(a, b), 6);
    }

    [Fact]
    public void A_groove_is_wider_and_deeper_than_its_panel_by_the_shops_fit()
    {
        var design = Sample.Empty.WithPanel(Face.Back, p => p with { InsetMm = 6, MaterialId = "birch-plywood", NominalMm = 6 });
        design = Faces.Edges.Where(e => e.Of().A == Face.Back || e.Of().B == Face.Back)
            .Aggregate(design, (d, id) => d.WithEdge(id, e => e with
            {
                Covers = id.Of().A == Face.Back ? id.Of().B : id.Of()
                .A,
                Joint = JointKind.Groove,
                DepthMm = 4
            }));
        var loose = ShopProfile.Usual with { Fits = ShopProfile.Usual.Fits with { GrooveWidthMm = 0.3, GrooveDepthMm = 0.8 } };
        var plan = Sample.Plan(design, loose);
        foreach (var side in (string[])["left", "right", "top", "bottom"])
        {
            var groove = Assert.Single(plan.Part("shell/" + side).Features.OfType<Channel>(), c => c.Shape == ChannelShape.Groove);
            Assert.Equal((4.0, 4.8), (groove.EntryMm, groove.DepthMm));
            Assert.Equal(6.3 + 0.3, Math.Min(groove.Max.U - groove.Min.U, groove.Max.V - groove.Min.V), 6);
        }

        // the panel itself is not made larger by the fit
        Assert.Equal(320 - 23.8 + 8, plan.Part("shell/back").LengthMm, 6);
        Assert.DoesNotContain(plan.Findings, f => f.Code is "inset-covers" or "corner-open" or "joint-too-thin");
    }

    [Fact]
    public void A_hole_over_a_seam_is_told_for_every_kind_of_joint()
    {
        foreach (var joint in Enum.GetValues<JointKind>()
            .Where(j => j is not (JointKind.OnRail or JointKind.InRail or JointKind.Bent or JointKind.Sloped)))
        {
            var design = Sample.Empty
                .WithEdge(EdgeId.FrontBottom, e => e with
                {
                    Joint = joint,
                    DepthMm = joint is JointKind.Rabbet or JointKind.Groove ? 5
                    : null,
                    BlockBarId = joint == JointKind.ButtScrewed ? "beech-20x20" : null
                })
                .With(Sample.Device("led", "led-5", "panel/front", 100, 2) with { RebateToMm = 5 });
            Assert.Contains(Sample.Plan(design).Findings, f => f.Code == "opening-cuts-joint" && f.Severity == Severity.Stop);
        }
    }

    [Fact]
    public void Each_edge_is_listed_once_with_host_mate_and_length()
    {
        var plan = Sample.Plan(Sample.Marsh);
        Assert.Equal(Faces.Edges, plan.Edges.Select(e => e.Edge));
        var edge = plan.Edges.First(e => e.Edge == EdgeId.FrontLeft);
        Assert.Equal((Face.Front, Face.Left, JointKind.Rabbet, 8.0), (edge.Host, edge.Mate, edge.Joint, edge.EntryMm));
        Assert.Equal(150 - 6, edge.LengthMm, 6);
    }
}
