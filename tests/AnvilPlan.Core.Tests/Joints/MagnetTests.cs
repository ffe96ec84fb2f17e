using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Joints;

/// <summary>Magnets in ends, in blocks and on steel, and panels that are held by friction.</summary>
public class MagnetTests
{
    private static IEnumerable<EdgeId> TopEdges => Faces.Edges.Where(e => e.Of().B == Face.Top);

    private static Design Walls(string material, double nominalMm, Design? design = null) =>
        Faces.All.Aggregate(design ?? Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = material,
            NominalMm = nominalMm,
            MeasuredMm = null
        }));

    private static Design OnMagnets(Design design, string? block) =>
        TopEdges.Aggregate(design, (d, id) => d.WithEdge(id, e => e with
        {
            Joint = JointKind.Magnets,
            BlockBarId = block,
            Covers = Face.Top,
            DepthMm = null
        }));

    private static List<Hole> Pockets(BuildPlan plan, string part) =>
        [.. plan.Part(part).Features.OfType<Hole>().Where(h => h.Purpose.Contains("disc magnet", StringComparison.Ordinal))];

    private static void Clean(BuildPlan plan) => Assert.DoesNotContain(plan.Findings, f => f.Severity != Severity.Note);

    [Fact]
    public void The_end_of_a_thin_wall_takes_none_and_a_block_along_it_does()
    {
        var design = OnMagnets(Walls("birch-plywood", 6), null);
        var plan = Sample.Plan(design);
        var snag = plan.Findings.First(f => f.Code == "joint-board-thin");
        Assert.Contains("8 mm or a block along the edge", snag.Text, StringComparison.Ordinal);
        var remedies = TriedRemedies.Of(snag, design, plan, Sample.Catalog, Core.Shops.ShopProfile.Usual, Core.Bench.AsBuilt.Nothing);
        Assert.Contains("Set the magnets into a block along the edge", remedies.Select(r => r.Title));
    }

    [Fact]
    public void In_a_block_each_pocket_of_the_lid_lies_over_one_of_the_block_and_the_block_is_glued_to_the_wall_alone()
    {
        var plan = Sample.Plan(OnMagnets(Walls("birch-plywood", 6), "beech-15x15"));
        Clean(plan);
        var lid = Pockets(plan, "shell/top");
        var blocks = plan.Parts.Where(p => p.Kind == PartKind.Block).ToList();
        Assert.Equal(4, blocks.Count);
        // 15 less 1.5 on both sides takes 12
        Assert.All(lid, h => Assert.Equal((12.0, 3.0), (h.DiaMm, h.DepthMm!.Value)));
        Assert.Equal(lid.Count, blocks.Sum(b => b.Features.OfType<Hole>().Count(h => h.DiaMm == 12) + b.Features.OfType<EdgeHole>()
            .Count(h => h.DiaMm == 12)));
        Assert.All(plan.Fixings.Where(f => f.Kind == FixingKind.Magnet), f =>
        {
            Assert.Equal(2, f.Layers.Count);
            Assert.Equal("shell/top", f.Layers[0].Owner.Id);
            var block = plan.Part(f.Layers[1].Owner.Id);
            // the pair meets where lid and block touch: 3 mm from either pocket's ground
            Assert.Equal(block.Box.Max.Z, f.At.Z + (f.Axis.Sign() * 3), 6);
            Assert.True(block.Box.Grow(-7).Contains(f.At.With(Axis.Z, block.Box.Centre.Z)));
        });
        Assert.Equal(2 * lid.Count, plan.Cost.Purchase.Single(l => l.Kind == "magnet").Count);
        var held = plan.Holds.Where(h => h.PartA.StartsWith("block/", StringComparison.Ordinal)
            || h.PartB.StartsWith("block/", StringComparison.Ordinal)).ToList();
        Assert.All(held.Where(h => h.By == HoldBy.Glue), h => Assert.DoesNotContain("shell/top", new[] { h.PartA, h.PartB }));
        Assert.Equal(4, held.Count(h => h.By == HoldBy.Magnets));
        Assert.DoesNotContain(plan.Holds, h => h.By == HoldBy.Magnets && h.PartA.StartsWith("shell/", StringComparison.Ordinal)
            && h.PartB.StartsWith("shell/", StringComparison.Ordinal));
    }

    [Fact]
    public void An_acrylic_wall_is_screwed_to_the_block_that_the_magnets_sit_in()
    {
        var plan = Sample.Plan(OnMagnets(Sample.Empty.WithPanel(Face.Left, p => p with
        {
            MaterialId = "acrylic",
            NominalMm = 6,
            MeasuredMm = null
        }), "beech-15x15"));
        Assert.Contains(plan.Fixings, f => f.Layers.Any(l => l.Owner == "shell/left") && f.Layers.Any(l => l.Owner == "block/left-top"));
    }

    [Theory]
    [InlineData(null)]
    [InlineData("beech-15x15")]
    public void Steel_is_drawn_as_it_is_and_needs_half_as_many(string? block)
    {
        var plan = Sample.Plan(OnMagnets(Sample.Empty.WithPanel(Face.Top, p => p with
        {
            MaterialId = "steel",
            NominalMm = 1,
            MeasuredMm = null
        }), block));
        Clean(plan);
        Assert.Empty(Pockets(plan, "shell/top"));
        var magnets = plan.Fixings.Where(f => f.Kind == FixingKind.Magnet).ToList();
        Assert.NotEmpty(magnets);
        Assert.All(magnets, f => Assert.Equal(LayerRole.Seat, Assert.Single(f.Layers).Role));
        Assert.Equal(magnets.Count, plan.Cost.Purchase.Single(l => l.Kind == "magnet").Count);
        // flush under the steel
        Assert.All(magnets, f => Assert.Equal(plan.Part("shell/top").Box.Min.Z, f.At.Z, 6));
    }

    [Fact]
    public void The_end_of_a_steel_sheet_takes_no_magnet()
    {
        var design = OnMagnets(Sample.Empty.WithPanel(Face.Left, p => p with { MaterialId = "steel", NominalMm = 1, MeasuredMm = null }),
            null);
        Assert.Contains(Sample.Plan(design).Findings, f => f.Code == "joint-unsuited"
            && f.Text.Contains("in its end", StringComparison.Ordinal));
    }

    [Fact]
    public void The_pull_counts_each_magnet_once()
    {
        var load = Sample.Plan(OnMagnets(Walls("birch-plywood", 6), "beech-15x15")).Loads.Single(l => l.Id == "magnets/top");
        // 22 N each
        var count = Pockets(Sample.Plan(OnMagnets(Walls("birch-plywood", 6), "beech-15x15")), "shell/top").Count;
        Assert.Equal(22.0 * count, load.Limit, 1);
    }

    private static Design Gripping(FitClass fit, Design? design = null) => TopEdges.Aggregate(
        (design ?? Sample.Empty).WithPanel(Face.Top, p => p with { Fit = fit }),
        (d, id) => d.WithEdge(id, e => e with { Joint = JointKind.Loose, BlockBarId = null, DepthMm = null, Covers = id.Of().A }));

    [Fact]
    public void A_lid_that_is_pressed_in_is_held_by_friction_without_play()
    {
        var plan = Sample.Plan(Gripping(FitClass.Press));
        Clean(plan);
        Assert.Equal(4, plan.Holds.Count(h => h.By == HoldBy.Friction));
        Assert.Equal(plan.Part("shell/left").Box.Max.X, plan.Part("shell/top").Box.Min.X, 6);
        Assert.Contains(plan.Work.Operations, w => w.Id == "shell/top/grip" && w.Minutes == 12);
    }

    [Fact]
    public void One_that_only_slides_in_is_not_held()
    {
        var finding = Sample.Plan(Gripping(FitClass.Sliding)).Findings.Single(f => f.Code == "removable-held");
        Assert.Contains("Press it in between its neighbours, held by friction", finding.Remedies.Select(r => r.Title));
    }

    [Fact]
    public void Metal_does_not_give_and_acrylic_cracks()
    {
        foreach (var (material, mm) in new[] { ("aluminium-5052", 2.0), ("acrylic", 6.0) })
        {
            Assert.Contains(Sample.Plan(Gripping(FitClass.Press, Walls(material, mm))).Findings, f => f.Code == "removable-held");
        }
    }

    [Fact]
    public void The_remedy_makes_a_lid_that_grips()
    {
        var loose = TopEdges.Aggregate(Sample.Empty, (d, id) => d.WithEdge(id, e => e with
        {
            Joint = JointKind.Loose,
            BlockBarId = null,
            DepthMm = null
        }));
        var finding = Sample.Plan(loose).Findings.Single(f => f.Code == "removable-held");
        var pressed = finding.Remedies.Single(r => r.Title.StartsWith("Press it in", StringComparison.Ordinal)).Change(loose)!;
        Assert.DoesNotContain(Sample.Plan(pressed).Findings, f => f.Severity == Severity.Stop);
    }
}
