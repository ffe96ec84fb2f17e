using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Shell;

public class PanelSizeTests
{
    [Fact]
    public void A_covered_butt_side_loses_both_covering_thicknesses()
    {
        // front and back 11.9 run over the sides: 240 - 2 x 11.9
        var side = Sample.Plan(Sample.Empty).Part("shell/left");
        Assert.Equal(216.2, side.LengthMm, 9);
        // the top lies on it, it runs over the bottom: 160 - 11.9
        Assert.Equal(148.1, side.WidthMm, 9);
    }

    [Fact]
    public void A_rabbet_gives_its_depth_back_to_the_covered_part()
    {
        // joints.csv, rabbet in front: side = outside depth - 2 x (front thickness - rabbet depth)
        var design = Sample.Empty
            .WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Rabbet, DepthMm = 8 })
            .WithEdge(EdgeId.BackLeft, e => e with { Joint = JointKind.Rabbet, DepthMm = 8 });
        var plan = Sample.Plan(design);
        Assert.Equal(240 - (2 * (11.9 - 8)), plan.Part("shell/left").LengthMm, 9);
        var rabbet = Assert.Single(plan.Part("shell/front").Features.OfType<Channel>());
        Assert.Equal((ChannelShape.Rabbet, 8.0, WorkedFrom.Far), (rabbet.Shape, rabbet.DepthMm, rabbet.From));
        Assert.Equal(11.9, rabbet.Max.U - rabbet.Min.U, 9);
    }

    [Fact]
    public void A_thin_panel_in_grooves_is_the_opening_and_twice_the_entry()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var back = plan.Part("shell/back");
        Assert.Equal(340 - (2 * 11.9) + (2 * 5), back.LengthMm, 9);
        var groove = Assert.Single(plan.Part("shell/left").Features.OfType<Channel>(), c => c.Shape == ChannelShape.Groove);
        // 5 mm entry and the shop's 0.5 mm; 9 mm panel and 0.2 mm
        Assert.Equal(5.5, groove.DepthMm, 9);
        Assert.Equal(9.2, groove.Max.U - groove.Min.U, 9);
        // seen from outside the left side's u runs to the front: the groove's outer wall is 6 mm from the rear edge
        Assert.Equal(6 - 0.1, groove.Min.U, 9);
    }

    [Fact]
    public void A_measured_thickness_flows_into_lengths_and_grooves()
    {
        var thicker = Sample.Plan(Sample.Empty.WithPanel(Face.Front, p => p with { MeasuredMm = 12.4 }));
        Assert.Equal(240 - 12.4 - 11.9, thicker.Part("shell/left").LengthMm, 9);
    }

    [Fact]
    public void Inner_sizes_make_the_outer_ones()
    {
        var plan = Sample.Plan(Sample.Empty with
        {
            Box = Sample.Empty.Box with
            {
                Basis = SizeBasis.Inner,
                WidthMm = 300,
                DepthMm = 200,
                HeightMm = 100
            }
        });
        Assert.Equal(300 + 23.8, plan.Outer.Size.X, 9);
        Assert.Equal(300, plan.Inner.Size.X, 9);
        Assert.Equal(100 + 23.8, plan.Outer.Size.Z, 9);
    }

    [Fact]
    public void Grain_upright_turns_the_length_of_the_part()
    {
        var plan = Sample.Plan(Sample.Empty.WithPanel(Face.Front, p => p with { Grain = GrainRun.AlongV }));
        var front = plan.Part("shell/front");
        Assert.True(front.Grain);
        Assert.Equal((148.1, 320.0), (Math.Round(front.LengthMm, 6), Math.Round(front.WidthMm, 6)));
    }

    [Fact]
    public void A_mitre_of_equal_panels_is_45_degrees_and_of_unequal_ones_follows_the_corner()
    {
        var mitred = Sample.Empty.WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Mitre });
        Assert.Equal(45, Sample.Plan(mitred).Part("shell/front").Features.OfType<Bevel>().Single().AngleDeg, 9);
        var unequal = Sample.Plan(mitred.WithPanel(Face.Left, p => p with { MeasuredMm = 6 }));
        var (front, left) = (unequal.Part("shell/front").Features.OfType<Bevel>().Single(), unequal.Part("shell/left")
            .Features.OfType<Bevel>().Single());
        Assert.Equal(90, front.AngleDeg + left.AngleDeg, 9);
        Assert.Equal(6 / 11.9, Math.Tan(front.AngleDeg * Math.PI / 180), 9);
    }

    [Fact]
    public void Mass_is_volume_times_density_less_what_is_cut_away()
    {
        var plan = Sample.Plan(Sample.Empty with { Box = Sample.Empty.Box with { Feet = null } });
        var left = plan.Part("shell/left");
        Assert.Equal(216.2 * 148.1 * 11.9 * 680e-6, left.MassG, 3);
    }

    [Fact]
    public void Blocks_that_meet_in_a_corner_give_way_to_one_another()
    {
        var plan = Sample.Plan(Sample.Empty);
        var blocks = plan.Parts.Where(p => p.Id.StartsWith("block/", StringComparison.Ordinal)).ToList();
        Assert.Equal(4, blocks.Count);
        Assert.All(blocks, a => Assert.DoesNotContain(blocks, b => b != a && b.Box.Overlaps(a.Box)));
        // along the front the block runs from side to side, 320 - 2 x 11.9; between them 216.2 - 2 x 20 along the sides
        Assert.Equal(296.2, plan.Part("block/front-top").LengthMm, 9);
        Assert.Equal(176.2, plan.Part("block/left-top").LengthMm, 9);
    }
}
