using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Bends;

public sealed class SheetBendTests
{
    /// <summary>A U of 2 mm aluminium, R 2: base 300 x 200 between front and back of 80.</summary>
    private static Design Tray(params DrilledHole[] holes) => Sample.Empty with
    {
        Box = Sample.Empty.Box with
        {
            WidthMm = 300,
            DepthMm = 200,
            HeightMm = 80,
            Basis = SizeBasis.Outer,
            Panels = [.. Sample.Empty.Box.Panels.Select(p => p.Face is Face.Left or Face.Right or Face.Top
                ? p with { Hold = PanelHold.Open }
                : p with { MaterialId = "aluminium-5052", NominalMm = 2, MeasuredMm = 2, InsetMm = 0, Drilled = p.Face == Face.Bottom
                    ? holes : [] })],
        },
        Structures = [new FoldedSheet("fold", [Face.Bottom, Face.Front, Face.Back], 2, 0, SheetJoin.RivetNuts)],
    };

    /// <summary>By hand from BA = a (R + K T) and OSSB = tan(a/2) (R + T), T 2, R 3, K 0.4.</summary>
    [Theory]
    [InlineData(90, 5.96903, 5.0)]
    [InlineData(45, 2.98451, 2.07107)]
    [InlineData(30, 1.98968, 1.33975)]
    [InlineData(120, 7.95870, 8.66025)]
    [InlineData(10, 0.66323, 0.43744)]
    public void Allowance_and_setback_follow_the_angle(double angle, double allowance, double setback)
    {
        var bend = new SheetBend(2, 3, 0.4, "") { AngleDeg = angle };
        Assert.Equal(allowance, bend.AllowanceMm, 5);
        Assert.Equal(setback, bend.SetbackMm, 5);
        Assert.Equal((2 * setback) - allowance, bend.DeductionMm, 1e-4);
    }

    [Theory]
    [InlineData(8.4, true)]
    [InlineData(8.6, false)]
    [InlineData(191.4, false)]
    [InlineData(191.6, true)]
    public void A_hole_within_one_and_a_half_thicknesses_of_a_bend_is_told(double fromFront, bool told)
    {
        // the bends begin 4 mm inside the outer faces; a rim of 1.5 mm, and 3 mm of flat between
        var plan = Sample.Plan(Tray(new DrilledHole(150, fromFront, 3)));
        var near = plan.Findings.Where(f => f.Code == "hole-near-bend").ToList();
        Assert.Equal(told ? 1 : 0, near.Count);
        Assert.All(near, f => Assert.Contains("2.9 mm from the bend to", f.Text, StringComparison.Ordinal));
    }

    [Fact]
    public void A_device_too_near_a_bend_is_offered_a_place_off_it()
    {
        var design = Tray() with { Devices = [Sample.Device("board", "sbc-85", "panel/bottom", 60, 3)] };
        var near = Sample.Plan(design).Findings.Single(f => f.Code == "hole-near-bend");
        var mended = near.Remedies.Single().Change(design)!;
        Assert.DoesNotContain(Sample.Plan(mended).Findings, f => f.Code == "hole-near-bend");
    }

    [Fact]
    public void Returns_too_narrow_for_their_row_are_made_wider()
    {
        // T 1.5, R 1.5, rivet nuts of 5 in the middle of the 9 that are flat: 4.5 less 2.5 is 2, and 2.25 is wanted: half a millimetre
        // wider gives it
        var design = Tray() with
        { Structures = [new FoldedSheet("fold", [Face.Bottom, Face.Front, Face.Back], 1.5, 10.5, SheetJoin.RivetNuts)] };
        design = design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => p.Face is Face.Left or Face.Right ? p with { Hold = PanelHold.Fixed }
                    : p.MaterialId == "aluminium-5052" ? p with { NominalMm = 1.5, MeasuredMm = 1.5 } : p)],
            },
        };
        var near = Sample.Plan(design).Findings.Where(f => f.Code == "hole-near-bend").ToList();
        Assert.NotEmpty(near);
        var mended = near[0].Remedies.Single(r => r.Id == "wider-returns").Change(design)!;
        Assert.Equal(11, mended.Structures.OfType<FoldedSheet>().Single().ReturnMm);
        Assert.DoesNotContain(Sample.Plan(mended).Findings, f => f.Code == "hole-near-bend" && f.Places.Contains(near[0].Places[1]));
    }

    [Fact]
    public void Bending_is_a_step_after_cutting_and_drilling_and_before_anything_is_joined()
    {
        var plan = Sample.Plan(Tray(new DrilledHole(150, 100, 3)));
        var step = Assert.Single(plan.Work.Operations, s => s.Id == "fold/fold");
        // set up, and two bends
        Assert.Equal(12 + (2 * 1.5), step.Minutes);
        Assert.Equal(2, plan.Part("fold").Features.OfType<BendLine>().Count());
        var order = plan.Work.Operations.Select(s => s.Id).ToList();
        Assert.True(order.IndexOf("cut/fold") < order.IndexOf("fold/fold"));
        Assert.All(plan.Work.Operations.Where(s => s.Does is Done.Glued or Done.Joined),
            s => Assert.True(order.IndexOf("fold/fold") < order.IndexOf(s.Id)));
    }
}
