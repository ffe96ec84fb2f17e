using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Joints;

/// <summary>Blocks, tray rails, posts and feet with figures worked out by hand.</summary>
public class BarTests
{
    private static Hole[] Holes(BuildPlan plan, string part, string start) =>
        [.. plan.Part(part).Features.OfType<Hole>().Where(h => h.Id.StartsWith(start, StringComparison.Ordinal)).OrderBy(h => h.At.U)
            .ThenBy(h => h.At.V)];

    [Fact]
    public void Screws_through_a_panel_meet_the_pilots_in_its_block()
    {
        foreach (var design in (Design[])[Sample.Empty, Sample.Marsh])
        {
            var plan = Sample.Plan(design);
            foreach (var block in plan.Parts.Where(p => p.Id.StartsWith("block/", StringComparison.Ordinal)))
            {
                foreach (var pilot in block.Features.OfType<Hole>())
                {
                    var face = pilot.Id.Split('/')[1];
                    var panel = plan.Part("shell/" + face);
                    var through = panel.Features.OfType<Hole>().Single(h => h.Id == pilot.Id);
                    var line = panel.Frame.ToSpace(through.At);
                    // along the block, and across it in the panel's own plane, both holes are at the same place
                    var along = block.Frame.U.Axis();
                    Assert.Equal(block.Box.Min[along] + pilot.At.U, line[along], 6);
                    var third = Enum.GetValues<Axis>().Single(a => a != along && a != panel.Frame.Normal.Axis());
                    Assert.Equal(block.Box.Centre[third], line[third], 6);
                }
            }
        }
    }

    [Fact]
    public void A_row_of_three_along_a_block_of_296_begins_20_mm_from_its_ends()
    {
        // 296.2 - 2 x 20 = 256.2: more than 150, so two gaps of 128.1
        var holes = Holes(Sample.Plan(Sample.Empty), "block/front-top", "front-top/top");
        Assert.Equal([20, 148.1, 276.2], holes.Select(h => Math.Round(h.At.U, 6)));
        Assert.All(holes, h => Assert.Equal(10, h.At.V, 6));
    }

    [Fact]
    public void A_wood_screw_takes_the_thickest_size_whose_grip_fits_the_block()
    {
        // beech asks for 6 x D: 3.5 needs 21 of the 19 free, 3.0 needs 18; 11.9 + 18 = 29.9, next on sale 30
        var screw = Sample.Plan(Sample.Empty).Screws.First(s => s.Id == "screw/front-top/top");
        Assert.Equal(("wood 3", 30.0, ScrewVerdict.Fits), (screw.Thread, screw.LengthMm!.Value, screw.Verdict));
        Assert.Equal(18.1, screw.EngagementMm!.Value, 6);
        var hole = Holes(Sample.Plan(Sample.Empty), "block/front-top", "front-top/top")[0];
        // pilot for 3.0 in hardwood and depth of the screw's point and 1 mm
        Assert.Equal((2.01, 19.1), (hole.DiaMm, Math.Round(hole.DepthMm!.Value, 6)));
    }

    [Fact]
    public void A_metal_panel_gets_a_flush_head_only_when_it_is_thick_enough()
    {
        static Design Top(double mm) => Sample.Empty.WithPanel(Face.Top, p => p with { MaterialId = "aluminium-5052", NominalMm = mm });
        var thick = Sample.Plan(Top(3)).Part("shell/top").Features.OfType<Hole>().First();
        var thin = Sample.Plan(Top(1)).Part("shell/top").Features.OfType<Hole>().First();
        Assert.Equal(6.0, thick.SinkDiaMm);
        Assert.Null(thin.SinkDiaMm);
        Assert.Equal("pan", Sample.Plan(Top(1)).Screws.First(s => s.Id == "screw/front-top/top").Head);
    }

    [Fact]
    public void An_aluminium_bar_is_tapped_M3_with_room_for_the_tap_to_run_out()
    {
        var plan = Sample.Plan(Sample.Empty.WithEdge(EdgeId.FrontTop, e => e with { BlockBarId = "aluminium-6061-15x15" }));
        var hole = Holes(plan, "block/front-top", "front-top/top")[0];
        var screw = plan.Screws.First(s => s.Id == "screw/front-top/top");
        Assert.Equal(("M3", 2.5), (hole.Thread, hole.DiaMm));
        // 11.9 and 1.5 x 3 of thread: at least 16.4, M3 countersunk is sold 16, 20
        Assert.Equal(20, screw.LengthMm);
        Assert.Equal(8.1 + 1.5, hole.DepthMm!.Value, 6);
        // a metal block is not glued: the fixed front is screwed to it as well
        Assert.Contains(plan.Screws, s => s.Id == "screw/front-top/front");
    }

    [Fact]
    public void Rails_lie_under_the_tray_on_both_walls_and_their_holes_meet()
    {
        var plan = Sample.Plan(Sample.WithTray);
        var (left, tray, side) = (plan.Part("rail/tray-1/left"), plan.Part("tray-1"), plan.Part("shell/left"));
        Assert.Equal(tray.Box.Min.Z, left.Box.Max.Z, 6);
        Assert.Equal(plan.Inner.Min.X, left.Box.Min.X, 6);
        foreach (var tapped in left.Features.OfType<Hole>().Where(h => h.Id.Contains("/tray/", StringComparison.Ordinal)))
        {
            var above = tray.Frame.ToSpace(tray.Features.OfType<Hole>().Single(h => h.Id == tapped.Id).At);
            Assert.Equal((left.Box.Centre.X, left.Box.Min.Y + tapped.At.U), (Math.Round(above.X, 6), Math.Round(above.Y, 6)));
        }

        foreach (var tapped in left.Features.OfType<EdgeHole>().Where(h => h.Id.Contains("/wall/", StringComparison.Ordinal)))
        {
            // the rail is seen from above: its wall side is an edge of the drawing
            var through = side.Frame.ToSpace(side.Features.OfType<Hole>().Single(h => h.Id == tapped.Id).At);
            var at = left.Frame.ToSpace(new Uv(tapped.AlongMm, 0), -tapped.FromSeenMm);
            Assert.Equal((at.Y, at.Z), (Math.Round(through.Y, 6), Math.Round(through.Z, 6)));
            Assert.Equal(left.Box.Min.X, left.Frame.ToSpace(tapped.Edge == PartEdge.VLeast ? default : new Uv(0, left.WidthMm)).X, 6);
        }

        Assert.True(left.Features.OfType<EdgeHole>().Count(h => h.Id.Contains("/wall/", StringComparison.Ordinal)) >= 2,
            "one fixing would let the rail turn");
    }

    [Fact]
    public void A_tray_too_low_for_its_rails_has_none_and_a_finding_says_so()
    {
        var low = Sample.WithTray.WithTray("tray-1", t => t with { UndersideMm = 10 });
        var plan = Sample.Plan(low);
        Assert.DoesNotContain(plan.Parts, p => p.Id.StartsWith("rail/", StringComparison.Ordinal));
        Assert.Contains(plan.Findings, f => f.Code == "tray-unsupported" && f.Text.Contains("10 mm", StringComparison.Ordinal));
    }

    [Fact]
    public void Posts_stand_12_mm_in_from_the_trays_edges_and_pierce_bottom_and_tray_alike()
    {
        var plan = Sample.Plan(Sample.WithTray.WithTray("tray-1", t => t with { Support = TraySupport.Posts }));
        var tray = plan.Part("tray-1");
        var bottom = plan.Part("shell/bottom");
        var posts = Holes(plan, "tray-1", "tray-1/post");
        Assert.Equal(4, posts.Length);
        Assert.Equal(new Uv(12, 12), posts[0].At);
        foreach (var post in posts)
        {
            var (above, below) = (tray.Frame.ToSpace(post.At), bottom.Frame.ToSpace(bottom.Features.OfType<Hole>()
                .Single(h => h.Id == post.Id).At));
            Assert.Equal((Math.Round(above.X, 6), Math.Round(above.Y, 6)), (Math.Round(below.X, 6), Math.Round(below.Y, 6)));
        }
    }

    [Fact]
    public void Feet_are_screwed_into_a_thick_bottom_and_bolted_through_a_thin_one()
    {
        var thin = Sample.Plan(Sample.Empty);
        Assert.Contains(thin.Screws, s => s.Id == "screw/foot" && s.Nut && s.Thread == "M4");
        var thick = Sample.Plan(Sample.Empty.WithPanel(Face.Bottom, p => p with { MaterialId = "mdf", NominalMm = 18, MeasuredMm = 24 }));
        Assert.Contains(thick.Screws, s => s.Id == "screw/foot" && !s.Nut);
        // 25 mm in from the envelope's corner of the bottom itself, which begins 11.9 in
        var foot = Holes(thin, "shell/bottom", "foot/")[0];
        Assert.Equal(new Uv(25, 25), foot.At);
    }

    [Fact]
    public void A_block_that_a_tray_would_hit_is_notched_round_with_a_millimetre_of_air()
    {
        var upright = Sample.WithTray.WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-20x20" });
        var plan = Sample.Plan(upright);
        var notch = Assert.Single(plan.Part("tray-1").Features.OfType<Opening>());
        // block 20 x 20 in the corner, the tray begins 1 mm off both walls: 20 - 1 + 1 each way
        Assert.Equal((20.0, 20.0), (notch.WidthMm, notch.HeightMm!.Value));
        Assert.Equal(new Uv(10, 10), notch.At);
    }

    [Fact]
    public void A_bar_too_short_to_hold_anything_is_left_out()
    {
        var tiny = Sample.Empty with { Box = Sample.Empty.Box with { WidthMm = 120, DepthMm = 92, Feet = null } };
        var plan = Sample.Plan(tiny);
        // between front and back blocks 92 - 2 x 11.9 - 2 x 20 = 28.2 are left, less than 30
        Assert.DoesNotContain(plan.Parts, p => p.Id == "block/left-top");
        Assert.Contains(plan.Parts, p => p.Id == "block/front-top");
    }
}
