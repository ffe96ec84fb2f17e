using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Joints;

/// <summary>Each joint method against the proportions of the trade, and its two boards against each other.</summary>
public class MethodTests
{
    private const EdgeId Corner = EdgeId.FrontLeft;

    /// <summary>The front over the left side, both of one thickness, joined so.</summary>
    private static BuildPlan Joined(JointKind joint, double measured, double height = 160, string material = "birch-plywood") =>
        Sample.Plan(
        ((Face[])[Face.Front, Face.Left]).Aggregate(Sample.Empty with { Box = Sample.Empty.Box with { HeightMm = height } },
            (d, f) => d.WithPanel(f, p => p with { MaterialId = material, NominalMm = 15, MeasuredMm = measured }))
            .WithEdge(Corner, e => e with
            {
                Joint = joint,
                Covers = Face.Front,
                DepthMm = null,
                BlockBarId = joint == JointKind.ButtScrewed
                ? "beech-20x20" : null
            }));

    private static double Setting(BuildPlan plan, string what) => plan.Layouts.Single(l => l.Edge == Corner)
        .Settings.First(s => s.What.StartsWith(what, StringComparison.Ordinal)).Value;

    private static IEnumerable<T> Cut<T>(BuildPlan plan, string part)
        where T : Feature => plan.Part(part).Features.OfType<T>().Where(f => f.For == "edge/front-left");

    [Theory]
    [InlineData(9, 120)]
    [InlineData(12, 160)]
    [InlineData(15, 333)]
    [InlineData(18, 90.5)]
    public void Fingers_come_out_even_and_odd_in_number(double thickness, double height)
    {
        var plan = Joined(JointKind.Finger, thickness, height);
        var (count, width) = ((int)Setting(plan, "fingers in all"), Setting(plan, "finger width"));
        var length = plan.Edges.Single(e => e.Edge == Corner).LengthMm;
        Assert.Equal(1, count % 2);
        Assert.Equal(length / count, width, 0.001);
        Assert.InRange(width, thickness * 0.5, thickness * 1.5);
        // every second block is cut from either board
        Assert.Equal(count, Cut<Notch>(plan, "shell/front").Count() + Cut<Notch>(plan, "shell/left").Count());
    }

    [Theory]
    [InlineData("birch-plywood", 9.46)]
    [InlineData("cherry", 7.13)]
    [InlineData("pine", 9.46)]
    public void Dovetails_slope_one_in_six_in_soft_and_one_in_eight_in_hard_wood(string material, double degrees)
    {
        var plan = Joined(JointKind.Dovetail, 16, 200, material);
        Assert.Equal(degrees, Setting(plan, "bevel"), 0.01);
        var (tails, wide, narrow, pin, half) = ((int)Setting(plan, "tails"), Setting(plan, "tail at the end"),
            Setting(plan, "tail at the shoulder"), Setting(plan, "pin between tails"), Setting(plan, "half pin"));
        Assert.Equal(plan.Edges.Single(e => e.Edge == Corner).LengthMm, (tails * wide) + ((tails - 1) * pin) + (2 * half), 0.05);
        Assert.Equal(wide - (2 * 16 * Math.Tan(degrees * Math.PI / 180)), narrow, 0.05);
        Assert.True(half >= 16 / 2.0 && narrow > pin);
    }

    [Fact]
    public void Pins_fill_what_the_tails_leave()
    {
        var plan = Joined(JointKind.Dovetail, 16, 200);
        var layout = plan.Layouts.Single(l => l.Edge == Corner);
        var (pins, tails) = (layout.Boards.Single(b => b.PartId == "shell/front").Marks, layout.Boards.Single(b => b.PartId == "shell/left")
            .Marks);
        // sockets in the pin board for every tail; sockets in the tail board for every pin, half pins too
        Assert.Equal(pins.Count + 1, tails.Count);
        Assert.All(pins.Concat(tails), m => Assert.NotNull(m.FarFromMm));
        foreach (var (socket, (before, after)) in pins.Zip(tails.Zip(tails.Skip(1))))
        {
            // the tail between two pins: narrow at the shoulder, where the pin board's inside meets it, wide at its end
            Assert.Equal(before.FarToMm!.Value, socket.FromMm, 0.06);
            Assert.Equal(after.FarFromMm!.Value, socket.ToMm!.Value, 0.06);
            Assert.Equal(before.ToMm!.Value, socket.FarFromMm!.Value, 0.06);
            Assert.Equal(after.FromMm, socket.FarToMm!.Value, 0.06);
            Assert.True(socket.FarToMm - socket.FarFromMm > socket.ToMm - socket.FromMm);
        }
    }

    [Theory]
    [InlineData(15)]
    [InlineData(18)]
    [InlineData(24)]
    public void A_half_blind_lap_is_a_quarter_to_a_third_and_three_millimetres_at_least(double thickness)
    {
        var entry = JointMethod.For(JointKind.HalfBlind)!.EntryMm(thickness);
        Assert.InRange(thickness - entry, Math.Max(3, thickness / 4), Math.Max(3.001, thickness / 3));
        Assert.All(Cut<Notch>(Joined(JointKind.HalfBlind, thickness), "shell/front"), n => Assert.Equal(entry, n.DepthMm!.Value, 6));
    }

    [Fact]
    public void Tenons_go_through_mortises_a_fifth_of_a_millimetre_wider()
    {
        var plan = Joined(JointKind.ThroughTenon, 15, 300);
        var mortises = Cut<Opening>(plan, "shell/front").ToList();
        Assert.Equal((int)Setting(plan, "tenons"), mortises.Count);
        Assert.All(mortises, m => Assert.Equal(Setting(plan, "tenon width") + 0.2, Math.Max(m.WidthMm, m.HeightMm!.Value), 0.01));
        Assert.All(mortises, m => Assert.Equal(15.2, Math.Min(m.WidthMm, m.HeightMm!.Value), 6));
        Assert.Equal(mortises.Count + 1, Cut<Notch>(plan, "shell/left").Count());
    }

    [Theory]
    [InlineData(12, 6)]
    [InlineData(16, 8)]
    [InlineData(20, 10)]
    public void Dowels_are_a_third_to_half_of_the_board_and_meet_their_other_half(double thickness, double dia)
    {
        var plan = Joined(JointKind.Dowel, thickness, 400);
        var (face, end) = (Cut<Hole>(plan, "shell/front").ToList(), Cut<EdgeHole>(plan, "shell/left").ToList());
        Assert.InRange(dia, thickness / 3, thickness / 2);
        Assert.All(face, h => Assert.Equal(dia, h.DiaMm));
        Assert.True(face.All(h => h.DepthMm <= thickness * 2 / 3 + 0.06));
        Assert.Equal(face.Count, end.Count);
        var front = plan.Part("shell/front");
        var left = plan.Part("shell/left");
        Assert.Equal(face.Select(h => front.Frame.ToSpace(h.At).Z).Order(), end.Select(h => left.Box.Min.Z + h.AlongMm).Order(),
            (a, b) => Math.Abs(a - b) < 1e-6);
        var gaps = face.Select(h => front.Frame.ToSpace(h.At).Z).Order().ToList();
        Assert.All(gaps.Zip(gaps.Skip(1)), g => Assert.InRange(g.Second - g.First, 40, 150));
    }

    [Theory]
    [InlineData(12, 10, 300)]
    [InlineData(16, 20, 300)]
    [InlineData(19, 20, 700)]
    public void Biscuits_follow_the_thickness(double thickness, int number, double height)
    {
        var plan = Joined(JointKind.Biscuit, thickness, height);
        Assert.Contains(plan.Cost.Purchase, l => l.Kind == "biscuit" && l.Item == $"biscuit {number}");
        var slots = Cut<EdgeHole>(plan, "shell/left").OrderBy(h => h.AlongMm).ToList();
        Assert.All(slots, s => Assert.Equal((number == 20 ? 56.0 : 53) + 3, s.SlotMm));
        Assert.True(slots[0].AlongMm >= 49.99, $"{slots[0].AlongMm}");
        Assert.All(slots.Zip(slots.Skip(1)), p => Assert.True(p.Second.AlongMm - p.First.AlongMm <= 200.001));
    }

    [Theory]
    [InlineData(12, 25)]
    [InlineData(19, 32)]
    [InlineData(38, 64)]
    public void Pocket_screws_leave_the_end_in_the_middle_of_the_board(double thickness, double screw)
    {
        var plan = Joined(JointKind.PocketScrew, thickness);
        Assert.Equal(screw, Setting(plan, "screw"));
        Assert.Equal(thickness / 2 / Math.Tan(15 * Math.PI / 180), Setting(plan, "pocket from the end"), 0.06);
    }

    [Fact]
    public void A_screwed_riveted_or_bolted_edge_has_its_settings_too()
    {
        foreach (var joint in (JointKind[])[JointKind.ButtScrewed, JointKind.Riveted, JointKind.Bolted, JointKind.PrintedCorner])
        {
            var plan = joint is JointKind.ButtScrewed ? Joined(joint, 12) : Metal(joint);
            var holes = Cut<Hole>(plan, "shell/front").ToList();
            Assert.NotEmpty(holes);
            Assert.Equal(holes[0].DiaMm, Setting(plan, "bit"));
            Assert.Equal(holes.Count, plan.Layouts.Single(l => l.Edge == Corner).Boards.Single(b => b.PartId == "shell/front").Marks.Count);
            Assert.True(Setting(plan, "fence") > 0 && Setting(plan, "first from the end") > 0);
        }
    }

    /// <summary>
    /// The angle's leg of 15 mm leaves 7.5 mm to its edge: 2 d of 3.0 (6) and of 3.2 (6.4) go in, of 4.0 (8) not. Sheet of 3 mm wants 3.0;
    /// of 4 mm it would want 4.0; wood is no sheet, and the angle of 1.5 mm wants 3.0. Holes 0.2 mm over the body.
    /// </summary>
    [Theory]
    [InlineData("aluminium-5052", 2, 3.2)]
    [InlineData("aluminium-5052", 4, 3.4)]
    [InlineData("birch-plywood", 12, 3.2)]
    public void A_rivet_keeps_its_distance_from_the_edge_of_the_angle(string material, double nominal, double hole)
    {
        var design = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = material,
            NominalMm = nominal,
            MeasuredMm = null
        }))
            .WithEdge(Corner, e => e with { Joint = JointKind.Riveted, Covers = Face.Front, DepthMm = null, BlockBarId = null });
        var plan = Sample.Plan(design);
        var rivets = Cut<Hole>(plan, "shell/front").Where(h => h.Purpose.StartsWith("rivet", StringComparison.Ordinal)).ToList();
        Assert.NotEmpty(rivets);
        Assert.All(rivets, h => Assert.Equal(hole, h.DiaMm));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "hole-near-edge" && f.Text.StartsWith("rivet", StringComparison.Ordinal));
    }

    private static BuildPlan Metal(JointKind joint) =>
        Sample.Plan(((Face[])[Face.Front, Face.Left])
        .Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with { MaterialId = "aluminium-5052", NominalMm = 2, MeasuredMm = null }))
        .WithEdge(Corner, e => e with { Joint = joint, Covers = Face.Front, DepthMm = null, BlockBarId = null }));

    [Fact]
    public void Every_kind_has_one_method_and_a_word_of_its_own()
    {
        Assert.Equal(JointMethod.All.Count, JointMethod.All.Select(m => m.Kind).Distinct().Count());
        Assert.Equal(Enum.GetValues<JointKind>().Length, Enum.GetValues<JointKind>().Select(JointLayouts.Word).Distinct().Count());
    }
}
