using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Mounts;

public class MountTests
{
    private static Uv[] Holes(BuildPlan plan, string part, string device) =>
        [.. plan.Part(part).Features.OfType<Hole>().Where(h => h.For == device)
            .Select(h => new Uv(Math.Round(h.At.U, 6), Math.Round(h.At.V, 6)))];

    [Fact]
    public void A_board_on_a_tray_has_its_holes_at_its_place_plus_the_pattern()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 30)));
        Assert.Equal([new(43.5, 33.5), new(101.5, 33.5), new(43.5, 82.5), new(101.5, 82.5)], Holes(plan, "tray-1", "sbc"));
    }

    [Fact]
    public void A_quarter_turn_sends_x_y_to_D_minus_y_x()
    {
        // body 88 x 56: (3.5, 3.5) -> (52.5, 3.5); (61.5, 3.5) -> (52.5, 61.5); (3.5, 52.5) -> (3.5, 3.5)
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 30, 1)));
        Assert.Equal([new(92.5, 33.5), new(92.5, 91.5), new(43.5, 33.5), new(43.5, 91.5)], Holes(plan, "tray-1", "sbc"));
    }

    [Fact]
    public void A_board_on_the_inside_of_a_wall_is_mirrored_in_the_drawing_seen_from_outside()
    {
        // the standard 170 board is not symmetrical: x' = W - x on the outside drawing, reference 8.7
        var plan = Sample.Plan(Sample.Empty.With(Sample.Device("board", "board-170", "panel/back", 60, 0)));
        Assert.True(plan.Devices.Single().Mirrored);
        var expected = new Uv[] { new(170.18 - 33.02, 163.83), new(170.18 - 10.16, 6.35), new(170.18 - 165.1, 163.83),
            new(170.18 - 165.1, 6.35) };
        Assert.Equal(expected.Select(e => new Uv(Math.Round(60 + e.U, 6), e.V)), Holes(plan, "shell/back", "board"));
    }

    [Fact]
    public void A_board_on_the_bottom_is_drawn_from_above_and_keeps_its_sense()
    {
        // the bottom begins 11.9 in from the envelope on all four sides: front, back and sides run over it
        var plan = Sample.Plan(Sample.Empty.With(Sample.Device("sbc", "sbc-85", "panel/bottom", 60, 60)));
        Assert.False(plan.Devices.Single().Mirrored);
        Assert.Equal(new Uv(63.5 - 11.9, 63.5 - 11.9), Holes(plan, "shell/bottom", "sbc")[0]);
    }

    [Fact]
    public void A_turned_part_frame_keeps_the_hole_where_it_is_in_space()
    {
        var design = Sample.Empty.With(Sample.Device("gain", "pot-m7", "panel/front", 100, 60));
        var (level, upright) = (Sample.Plan(design), Sample.Plan(design.WithPanel(Face.Front, p => p with { Grain = GrainRun.AlongV })));
        var (a, b) = (level.Part("shell/front"), upright.Part("shell/front"));
        var (ca, cb) = (a.Features.OfType<Opening>().Single(), b.Features.OfType<Opening>().Single());
        Assert.Equal(a.Frame.ToSpace(ca.At), b.Frame.ToSpace(cb.At));
        Assert.NotEqual(ca.At, cb.At);
    }

    [Fact]
    public void Standoff_screws_are_two_sets_and_never_one_through_all()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 30)));
        var screws = plan.Screws.Where(s => s.For == "sbc").ToList();
        Assert.Equal(["screw/sbc/board", "screw/sbc/deck"], screws.Select(s => s.Id));
        // board 1.6 and 0.8 x 2.5 of thread = 3.6 at least, half of a 5 mm standoff at most 4.1; M2.5 is sold 3, 4, 5
        Assert.Equal(4, screws[0].LengthMm);
        Assert.Equal((3.6, 4.1), (Math.Round(screws[0].MinMm, 6), Math.Round(screws[0].MaxMm!.Value, 6)));
        Assert.Equal(5, plan.Standoffs.Single().LengthMm);
    }

    [Fact]
    public void A_drive_on_2_mm_takes_M3_x_4_and_on_3_mm_M3_x_5()
    {
        var thin = Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 40, 30));
        Assert.Equal(4, Sample.Plan(thin).Screws.Single(s => s.For == "drive").LengthMm);
        var thick = thin.WithTray("tray-1", t => t with { NominalMm = 3 });
        var screw = Sample.Plan(thick).Screws.Single(s => s.For == "drive");
        Assert.Equal(5, screw.LengthMm);
        Assert.Equal(2, screw.EngagementMm!.Value, 6);
    }

    [Fact]
    public void A_screw_with_nut_passes_panel_flange_and_nut_by_one_pitch()
    {
        var plan = Sample.Plan(Sample.Marsh);
        // M4: panel 11.9 + flange 4.5 + nut 3.2 + pitch 0.7 = 20.3, next on sale 25
        var screw = plan.Screws.Single(s => s.Id == "screw/fan-out");
        Assert.Equal(20.3, screw.MinMm, 6);
        Assert.Equal((25.0, true), (screw.LengthMm!.Value, screw.Nut));
    }

    [Fact]
    public void A_port_close_behind_the_outside_gets_its_own_size_and_a_deeper_one_the_plugs()
    {
        // USB A 14.5 x 16 in a 1.5 mm metal side, face 0.4 behind it: 14.5 + 2 x 0.75; in plywood 11.9 the plug 17 x 20 passes
        var metal = Sample.WithTray.WithPanel(Face.Right, p => p with { MaterialId = "steel", NominalMm = 1.5 });
        var inner = Sample.Plan(metal).Inner;
        var close = Sample.Plan(metal.With(Sample.Device("sbc", "sbc-85", "tray-1", inner.Size.X - 1 - 88 - 0.4, 40) with
        { ClosedPorts = ["lan", "usb-b"] }));
        var own = close.Part("shell/right").Features.OfType<Opening>().Single(o => o.Id == "sbc/usb-a");
        Assert.Equal((16.0, 17.5), (own.WidthMm, own.HeightMm!.Value));

        var wood = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 204, 40) with
        { ClosedPorts = ["lan", "usb-b"] }));
        var plug = wood.Part("shell/right").Features.OfType<Opening>().Single(o => o.Id == "sbc/usb-a");
        Assert.Equal((18.5, 21.5), (plug.WidthMm, plug.HeightMm!.Value));
        // seen from outside the right side's u runs to the back: tray begins 11.9 + 1, side begins at 11.9
        Assert.Equal(11.9 + 1 + 40 + 29 - 11.9, plug.At.U, 6);
        Assert.Equal(11.9 + 40 + 2 + 5 + 9.6, plug.At.V, 6);
    }

    [Fact]
    public void Openings_with_too_thin_a_web_between_them_become_one()
    {
        // plugs 17 x 20 at y 29 and 47, 0.75 all round: 19.75..38.25 and 37.75..56.25 overlap; together 36.5 wide
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 204, 40) with { ClosedPorts = ["lan"] }));
        var opening = Assert.Single(plan.Part("shell/right").Features.OfType<Opening>(), o => o.For == "sbc");
        Assert.Equal((36.5, 21.5), (opening.WidthMm, opening.HeightMm!.Value));
        Assert.Equal(2, plan.Ports.Count(p => p.State == PortState.Opened));
    }

    [Fact]
    public void A_port_far_from_its_panel_is_out_of_reach_and_one_behind_another_device_is_blocked()
    {
        var far = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 40)));
        Assert.All(far.Ports.Where(p => p.PortId is "lan" or "usb-a" or "usb-b"), p => Assert.Equal(PortState.OutOfReach, p.State));
        Assert.Equal(PortState.Inside, far.Ports.First(p => p.PortId == "pins").State);

        // the board's sockets end 8.2 mm before the right side; a light's holder hangs there in front of the middle one
        var near = Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 199, 40));
        Assert.Equal(PortState.Opened, Sample.Plan(near).Ports.First(p => p.PortId == "usb-a").State);
        var hung = Sample.Plan(near.With(Sample.Device("led", "led-5", "panel/right", 75, 60)));
        var blocked = hung.Ports.First(p => p.PortId == "usb-a");
        Assert.Equal((PortState.Blocked, "led stands in its way"), (blocked.State, blocked.Verdict));
        Assert.Equal(PortState.Opened, hung.Ports.First(p => p.PortId == "lan").State);
    }

    [Fact]
    public void A_round_hole_grille_lies_inside_the_aperture_and_its_area_is_counted()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var fan = plan.Fans.Single(f => f.DeviceId == "fan-in");
        var holes = plan.Part("shell/left").Features.OfType<Opening>().Where(o => o.For == "fan-in").ToList();
        Assert.Equal(holes.Count * Math.PI * 9, fan.OpenMm2, 6);
        // bulk of a 60° pattern: pi d² / (2 sqrt 3 p²) = 66.6 % at 6 in 7; less at the rim
        Assert.InRange(fan.OpenMm2 / fan.ApertureMm2, 0.5, 0.666);
        var centre = new Uv(holes.Average(h => h.At.U), holes.Average(h => h.At.V));
        Assert.All(holes, h => Assert.True(h.At.DistanceTo(centre) + 3 <= (57 / 2.0) + 1e-6));
    }

    [Fact]
    public void The_drilled_grille_of_a_fan_opens_three_fifths_or_is_not_offered()
    {
        foreach (var fan in Sample.Catalog.Hardware.Where(h => h.Fan))
        {
            var bare = Sample.Empty.With(Sample.Device("fan", fan.Id, "panel/back", 90, 8));
            var remedy = Sample.Plan(bare).Findings.First(f => f.Code == "fan-closed").Remedies.First(r => r.Id == "holes");
            if (remedy.Change(bare) is { } drilled)
            {
                var opening = Sample.Plan(drilled).Fans.Single();
                Assert.InRange(opening.OpenMm2 / opening.ApertureMm2, 0.6, 0.75);
            }
            else
            {
                // a rim of half holes is lost: under 50 mm nothing finger-safe reaches it
                Assert.True(fan.WidthMm <= 50, fan.Id);
            }
        }
    }

    [Fact]
    public void Every_position_says_how_it_came_about_and_the_terms_add_up()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 30, 2),
            Sample.Device("board", "sbc-65", "panel/back", 100, 60)));
        Assert.NotEmpty(plan.MountPoints);
        foreach (var why in plan.MountPoints.SelectMany(p => (Why[])[p.WhyU, p.WhyV]))
        {
            Assert.Equal(3, why.Terms.Count);
            var sum = why.Terms[0].Value + why.Terms[1].Value;
            Assert.True(Math.Abs(why.Value - (sum - why.Terms[2].Value)) < 1e-6 || Math.Abs(why.Value - (why.Terms[2].Value - sum)) < 1e-6,
                why.ToString());
        }
    }

    [Fact]
    public void Sizes_say_how_they_came_about_and_the_terms_add_up()
    {
        foreach (var part in Sample.Plan(Sample.Marsh).Parts.Where(p => p.Flat))
        {
            foreach (var why in part.Whys.Where(w => w.Formula == "sum of the terms"))
            {
                Assert.Equal(why.Value, why.Terms.Sum(t => t.Value), 6);
            }

            Assert.Equal(part.LengthMm, part.Whys.First(w => w.Figure == "length").Value);
            Assert.Equal(part.BlankWidthMm, part.Whys.First(w => w.Figure == "blank width").Value);
        }
    }

    [Fact]
    public void A_tapped_hole_has_the_tap_drill_and_a_clearance_hole_the_normal_series()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var rail = plan.Part("rail/tray-1/left").Features.OfType<Hole>().First();
        Assert.Equal((2.5, "M3"), (rail.DiaMm, rail.Thread));
        Assert.Equal(2.7 + 0.2, plan.Part("tray-1").Features.OfType<Hole>().First(h => h.For == "sbc").DiaMm, 6);
        Assert.All(plan.Screws.Where(s => s.Verdict == ScrewVerdict.Fits), s => Assert.True(s.LengthMm >= s.MinMm - 1e-9
            && (s.MaxMm is null || s.LengthMm <= s.MaxMm + 1e-9)));
    }
}
