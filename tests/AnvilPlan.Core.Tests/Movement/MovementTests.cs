using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Stages;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Movement;

/// <summary>What the seasons do to solid boards, where they are trapped, and what is sized for it.</summary>
public class MovementTests
{
    private static Design Solid(Design design, Face face, string material = "cherry", double nominal = 16,
        GrainRun grain = GrainRun.AlongU) =>
        design.WithPanel(face, p => p with { MaterialId = material, NominalMm = nominal, MeasuredMm = nominal, Grain = grain });

    /// <summary>A solid bottom, its grain across the width, in grooves of four plywood walls.</summary>
    private static Design Grooved(bool floats, double entry = 5)
    {
        var design = Solid(Sample.Empty, Face.Bottom, "beech", 12).WithPanel(Face.Bottom, p => p with { Floats = floats, InsetMm = 6 });
        design = design with { Box = design.Box with { Feet = null } };
        return Faces.Edges.Where(e => e.Of().B == Face.Bottom)
            .Aggregate(design, (d, id) => d.WithEdge(id, e => e with
            {
                Joint = JointKind.Groove,
                Covers = id.Of().A,
                DepthMm = entry,
                BlockBarId = null
            }));
    }

    [Fact]
    public void Moisture_of_shop_and_home_is_the_references()
    {
        // 21.1 C: 30 % -> 6.2, 50 % -> 9.2, 65 % -> 12.0
        var air = WoodAir.Of(Sample.Empty with { Brief = Sample.Empty.Brief with { Home = new HomeAir(21.1, 30, 65) } },
            ShopProfile.Usual with { Air = new RoomAir(21.1, 50) });
        Assert.Equal((9.2, 6.2, 12.0), (Math.Round(air.NowPercent, 1), Math.Round(air.DriestPercent, 1),
            Math.Round(air.DampestPercent, 1)));
        var (shrink, swell) = air.Change(300, 0.00431);
        Assert.Equal(300 * 0.00431 * (air.NowPercent - air.DriestPercent), shrink, 9);
        Assert.Equal(300 * 0.00431 * (air.DampestPercent - air.NowPercent), swell, 9);
    }

    [Fact]
    public void Solid_parts_are_listed_and_plywood_is_not()
    {
        var plan = Sample.Plan(Solid(Sample.Empty, Face.Front));
        var front = Assert.Single(plan.Movement.Parts);
        Assert.Equal("shell/front", front.PartId);
        Assert.Equal(plan.Part("shell/front").WidthMm, front.AcrossMm, 6);
        Assert.Equal(Math.Round(front.AcrossMm * 0.00248 * (plan.Movement.Air.NowPercent - plan.Movement.Air.DriestPercent), 2),
            front.ShrinkMm);
    }

    [Fact]
    public void A_floating_panel_fills_its_grooves_in_the_dampest_weeks_and_stays_in_them_in_the_driest()
    {
        var (fixedPanel, loose) = (Sample.Plan(Grooved(false)), Sample.Plan(Grooved(true)));
        var (a, b) = (fixedPanel.Part("shell/bottom"), loose.Part("shell/bottom"));
        Assert.Equal(a.LengthMm, b.LengthMm, 6);
        Assert.True(b.WidthMm < a.WidthMm);
        var air = loose.Movement.Air;
        // floor to floor of the grooves: inside and twice entry and fit
        var floors = loose.Inner.Size.Y + (2 * 5.5);
        Assert.Equal(floors - (2 * FloatingSize.MarginMm), b.WidthMm * (1 + (0.00431 * (air.DampestPercent - air.NowPercent))), 6);
        Assert.Contains(loose.Holds, h => h.PartB == "shell/bottom" && h.By == HoldBy.Slipped);
        Assert.DoesNotContain(loose.Findings, f => f.Code is "panel-trapped" or "grain-crossed" or "part-floats");
        Assert.Equal(loose.Part("shell/bottom").Box.Centre.Y, (loose.Outer.Min.Y + loose.Outer.Max.Y) / 2, 6);
    }

    [Fact]
    public void Screw_holes_of_a_solid_top_are_slots_that_grow_from_the_middle()
    {
        var plan = Sample.Plan(Solid(Sample.Empty, Face.Top, "beech", 18));
        var top = plan.Part("shell/top");
        var slots = top.Features.OfType<Opening>().Where(o => o.Purpose.Contains("slot across the grain", StringComparison.Ordinal))
            .ToList();
        Assert.NotEmpty(slots);
        var air = plan.Movement.Air;
        foreach (var slot in slots)
        {
            var travel = Math.Abs(slot.At.V - (top.WidthMm / 2)) * 0.00431 * Math.Max(air.NowPercent - air.DriestPercent,
                air.DampestPercent - air.NowPercent);
            Assert.InRange(slot.HeightMm!.Value - slot.WidthMm - (2 * travel), 0, 0.1 + 1e-9);
            Assert.Equal(slot.WidthMm / 2, slot.CornerRadiusMm, 9);
        }

        // what stays round lies so near the middle that its clearance takes the movement
        Assert.All(top.Features.OfType<Hole>().Where(h => h.DepthMm is null), h => Assert.True(
            Math.Abs(h.At.V - (top.WidthMm / 2)) * 0.00431 * (air.NowPercent - air.DriestPercent) < MovementSlots.LeastMm));
        Assert.DoesNotContain(Sample.Plan(Sample.Empty).Part("shell/top").Features, f => f is Opening);
    }

    public static TheoryData<string, int, Design> Provoked => new()
    {
        // a solid bottom glued all round moves along the side walls, which do not
        { "grain-crossed", 1, Solid(Sample.Empty, Face.Front, "beech", 16) },
        { "panel-trapped", 2, Grooved(false) },
        { "float-leaves-groove", 2, Grooved(true, 2.5) },
    };

    [Theory]
    [MemberData(nameof(Provoked))]
    public void What_is_trapped_is_found_and_mended(string code, int remedies, Design design) => Provocation.Mends(code, remedies, design);

    [Fact]
    public void A_box_of_boards_that_all_move_alike_is_at_peace()
    {
        var solid = ((Face[])[Face.Left, Face.Right, Face.Front, Face.Back]).Aggregate(Sample.Empty, (d, f) => Solid(d, f, "cherry", 12));
        solid = Faces.Edges.Where(e => e.Along() == Axis.Z)
            .Aggregate(solid, (d, id) => d.WithEdge(id, e => e with { Joint = JointKind.ButtGlued, BlockBarId = null }));
        Assert.DoesNotContain(Sample.Plan(solid).Findings, f => f.Code == "grain-crossed"
            && f.Places.All(p => p.Id.StartsWith("shell/", StringComparison.Ordinal)) && !f.Places.Contains("shell/bottom")
            && !f.Places.Contains("shell/top"));
    }
}
