using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Cost;

public class CostTests
{
    private static readonly WorkRates NoWork = new(3600, 0, 0, 0, 0, 0, 0, 0, 0)
    {
        FoldSetUpMin = 0,
        FoldMin = 0,
        CapMin = 0,
        LetterMin = 0,
        SpreadMinPerM = 0,
        PlaceMin = 0,
        TapMin = 0,
        PegMin = 0,
        InsertMin = 0,
        FittingMin = 0,
        NutMin = 0,
        StickMin = 0,
        PlugMin = 0,
        PrintMin = 0,
    };

    private static ShopProfile With(WorkRates rates) => ShopProfile.Usual with { Rates = rates };

    [Fact]
    public void Hours_are_the_sum_of_the_steps_and_the_price_is_hours_times_rate()
    {
        var plan = Sample.Plan(Sample.Marsh);
        Assert.Equal(plan.Work.Minutes / 60, plan.Cost.Hours, 3);
        Assert.InRange(plan.Cost.LabourCents, (plan.Cost.Hours * 3800) - 40, (plan.Cost.Hours * 3800) + 40);
        Assert.Equal(plan.Work.Operations.Count, plan.Work.Operations.Select(w => w.Id).Distinct().Count());
        Assert.Equal(plan.Cost.TotalCents, plan.Cost.StockCents + plan.Cost.HardwareCents + plan.Cost.FastenerCents
            + plan.Cost.LabourCents);
    }

    [Fact]
    public void Only_cutting_counts_two_cuts_a_part()
    {
        var plan = Sample.Plan(Sample.Empty, With(NoWork with { CutMin = 3 }));
        Assert.Equal(10 * 2 * 3 / 60.0, plan.Cost.Hours, 6);
        Assert.Equal(3600, plan.Cost.LabourCents);
    }

    [Fact]
    public void Only_drilling_counts_every_hole_and_every_opening_that_is_drilled()
    {
        var plan = Sample.Plan(Sample.Marsh, With(NoWork with { HoleMin = 6 }));
        var holes = plan.Parts.Sum(p => p.Features.Count(f => f is Hole or EdgeHole));
        var drilled = plan.Parts.Sum(p => p.Features.OfType<Opening>().Count(o => o.Round && o.WidthMm <= 13));
        Assert.Equal((holes + drilled) / 10.0, plan.Cost.Hours, 3);
    }

    [Fact]
    public void Only_finishing_counts_both_faces_of_every_part()
    {
        var plan = Sample.Plan(Sample.Empty, With(NoWork with { FinishMinPerDm2 = 1 }));
        Assert.Equal(plan.Parts.Sum(p => 2 * p.LengthMm * p.WidthMm) / 10_000 / 60, plan.Cost.Hours, 3);
    }

    [Fact]
    public void Only_gluing_counts_the_glued_edges()
    {
        // eight of the twelve edges of a new box are glued; the four of the top are screwed to blocks, each glued to its wall
        Assert.Equal((8 + 4) * 7 / 60.0, Sample.Plan(Sample.Empty, With(NoWork with { GlueMinPerJoint = 7 })).Cost.Hours, 3);
    }

    [Fact]
    public void Three_units_take_three_times_the_hours_hardware_and_screws()
    {
        var one = Sample.Plan(Sample.Marsh);
        var three = Sample.Plan(Sample.Marsh with { Brief = Sample.Marsh.Brief with { Quantity = 3 } });
        Assert.InRange(three.Cost.Hours - (3 * one.Cost.Hours), -0.002, 0.002);
        Assert.Equal(3 * one.Cost.HardwareCents, three.Cost.HardwareCents);
        Assert.Equal(3 * one.Cost.FastenerCents, three.Cost.FastenerCents);
        Assert.True(three.Cost.StockCents <= 3 * one.Cost.StockCents);
    }

    [Fact]
    public void What_is_bought_lists_every_device_screw_nut_standoff_and_foot()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var lines = plan.Cost.Purchase;
        Assert.Equal(2, lines.Single(l => l.Item == "Drive 2.5 in, 7 mm high").Count);
        Assert.Equal(8, lines.Single(l => l.Item.StartsWith("M2.5 x 5 standoff", StringComparison.Ordinal)).Count);
        Assert.Equal(4, lines.Single(l => l.Kind == "foot").Count);
        Assert.Equal(plan.Screws.Where(s => s.LengthMm is not null).Sum(s => s.Count), lines.Where(l => l.Kind == "screw")
            .Sum(l => l.Count));
        Assert.Equal(plan.Screws.Where(s => s.Nut).Sum(s => s.Count), lines.Where(l => l.Kind == "nut").Sum(l => l.Count));
        Assert.All(lines, l => Assert.Equal(l.PriceCents * l.Count, l.TotalCents));
    }

    [Fact]
    public void The_tally_weighs_parts_devices_and_screws()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var devices = Sample.Marsh.Devices.Sum(d => Sample.Catalog.Model(d.ModelId).MassG);
        Assert.Equal(plan.Parts.Sum(p => p.MassG) + devices + plan.Cost.FastenerMassG, plan.Tally.MassG, 6);
        // 4 x M4 x 25 alone weigh about 4 x pi/4 x 16 x (25 + 8) x 0.00785 = 13 g; all of them some tens of grams
        Assert.InRange(plan.Cost.FastenerMassG, 30, 150);
        Assert.Equal(Sample.Marsh.Devices.Sum(d => Sample.Catalog.Model(d.ModelId).HeatW), plan.Tally.HeatW, 6);
        Assert.Equal(340 * 260 * 150e-6, plan.Tally.VolumeL, 6);
        Assert.Equal(162, plan.Tally.StandsHighMm, 6);
    }

    [Fact]
    public void A_blank_is_the_finished_size_and_the_shops_allowance()
    {
        var shop = ShopProfile.Usual with { Families = [new FamilyRule(Core.Catalogs.MaterialFamily.SolidWood, 3, 25, 8)] };
        var plan = Sample.Plan(Sample.Marsh, shop);
        var front = plan.Part("shell/front");
        Assert.Equal((front.LengthMm + 25, front.WidthMm + 8), (front.BlankLengthMm, front.BlankWidthMm));
        // a bar keeps its section; a family that the shop does not list has no allowance
        Assert.Equal(20, plan.Part("block/front-top").BlankWidthMm);
        Assert.Equal(plan.Part("tray-1").LengthMm, plan.Part("tray-1").BlankLengthMm);
    }
}
