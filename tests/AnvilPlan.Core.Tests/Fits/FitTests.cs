using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Stages;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fits;

/// <summary>Fits by class, stacks where parts meet, and coupons that replace the stated tolerance.</summary>
public class FitTests
{
    [Theory]
    [InlineData(FitClass.Press, 0, 0, 0, 0)]
    [InlineData(FitClass.Snug, 0.10, 0.15, 0.20, 0.30)]
    [InlineData(FitClass.Sliding, 0.20, 0.30, 0.40, 0.60)]
    [InlineData(FitClass.Loose, 0.30, 0.45, 0.60, 0.90)]
    public void Two_prints_meet_by_the_references_table(FitClass fit, double at10, double at15, double at20, double at30)
    {
        foreach (var (tolerance, clearance) in ((double, double)[])[(0.10, at10), (0.15, at15), (0.20, at20), (0.30, at30)])
        {
            Assert.Equal(clearance, fit.ClearanceMm(tolerance, tolerance), 9);
            // against a machined part only one tolerance counts: subtract 1 x tol
            Assert.Equal(clearance - tolerance, fit.ClearanceMm(tolerance, 0), 9);
        }
    }

    [Fact]
    public void Sliding_never_binds_and_nothing_tighter_is_safe()
    {
        var random = new Random(3);
        for (var i = 0; i < 400; i++)
        {
            var (a, b) = (random.NextDouble(), random.NextDouble());
            Assert.Equal(0, FitClass.Sliding.ClearanceMm(a, b) - a - b, 9);
            Assert.True(FitClass.Snug.ClearanceMm(a, b) - a - b < 0 || Math.Max(a, b) == 0);
            foreach (var fit in Enum.GetValues<FitClass>())
            {
                Assert.Equal(fit, FitClasses.Of(fit.ClearanceMm(a, b) + 1e-6, a, b));
            }
        }

        Assert.Null(FitClasses.Of(-1, 0.1, 0.1));
    }

    /// <summary>A lid that lies between all four walls, held by loose edges and a hinge at the back.</summary>
    private static Design Lid(FitClass? fit) => Faces.Edges.Where(e => e.Of().B == Face.Top).Aggregate(
        Sample.Empty.WithPanel(Face.Top, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Back, Fit = fit }),
        (d, id) => d.WithEdge(id, e => e with { Joint = JointKind.Loose, Covers = id.Of().A, BlockBarId = null, DepthMm = null }));

    [Fact]
    public void A_lid_cut_to_size_may_bind_and_a_fit_makes_it_smaller_by_its_clearance()
    {
        var (plain, snug) = (Sample.Plan(Lid(null)), Sample.Plan(Lid(FitClass.Loose)));
        Assert.Equal(plain.Part("shell/top").LengthMm - (3 * 0.25), snug.Part("shell/top").LengthMm, 6);
        var meeting = plain.Meetings.First(m => m.Id == "shell/top/width");
        Assert.Equal(0, meeting.GapMm, 6);
        Assert.False(meeting.Closes);
        Assert.Equal(0.75, snug.Meetings.First(m => m.Id == "shell/top/width").GapMm, 6);
        Provocation.Mends("fit-binds", 1, Lid(null));
    }

    [Fact]
    public void A_stack_adds_the_sizes_that_set_the_opening()
    {
        // back and front run between left and right: the opening is one of them, less nothing; the lid fills it
        var meeting = Sample.Plan(Lid(FitClass.Sliding)).Meetings.First(m => m.Id == "shell/top/depth");
        Assert.Equal(meeting.GapMm, meeting.Terms.Sum(t => t.Sign * t.NominalMm), 6);
        Assert.Equal(meeting.WorstMm, meeting.Terms.Sum(t => t.PlusMinusMm), 6);
        Assert.Equal(meeting.RssMm, Math.Sqrt(meeting.Terms.Sum(t => t.PlusMinusMm * t.PlusMinusMm)), 3);
        Assert.Equal(-1, meeting.Terms[^1].Sign);
    }

    [Fact]
    public void Parts_off_by_chance_never_pass_the_worst_case_and_seldom_the_root_of_squares()
    {
        var random = new Random(8);
        var meetings = Sample.Plan(Sample.Marsh).Meetings;
        Assert.NotEmpty(meetings);
        foreach (var m in meetings)
        {
            var beyond = 0;
            for (var i = 0; i < 4000; i++)
            {
                // three sigma is the tolerance
                var gap = m.Terms.Sum(t => t.Sign * (t.NominalMm + Math.Clamp(Normal(random) * t.PlusMinusMm / 3, -t.PlusMinusMm,
                    t.PlusMinusMm)));
                Assert.InRange(gap, m.GapMm - m.WorstMm - 0.01, m.GapMm + m.WorstMm + 0.01);
                beyond += Math.Abs(gap - m.GapMm) > m.RssMm ? 1 : 0;
            }

            Assert.True(beyond < 4000 * 0.01, $"{m.What}: {beyond}");
        }
    }

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    [Fact]
    public void A_tight_tray_is_given_the_air_that_it_needs() =>
        Provocation.Mends("fit-binds", 1, Sample.WithTray.WithTray("tray-1", t => t with { GapMm = 0.1 }));

    [Fact]
    public void A_printer_on_hand_says_how_true_it_is_until_a_coupon_does_and_sockets_follow()
    {
        var own = ShopProfile.Usual with
        { Tools = new ToolSet([new Tool("p", ToolKind.Printer, "Printer", 250, 250, 250, null, null, 0.12, false)], [], []) };
        Assert.Equal((0.2, 0.12), (ShopProfile.Usual.ToleranceOf(ShopProcess.Printer).PlusMinusMm, own.ToleranceOf(ShopProcess.Printer)
            .PlusMinusMm));
        var tried = own with { Coupons = [new(ShopProcess.Printer, "petg", 0.5)] };
        Assert.Equal(new KnownTolerance(0.25, 1, 0), tried.ToleranceOf(ShopProcess.Printer));
        // a socket in which the bar slides is one tolerance of the print wider than the bar
        var ends = Sample.Catalog.Systems.Single(s => s.Key == "printedEnds")
            .Begin(Sample.Empty, Sample.Catalog)!.WithStructure<PrintedEnds>("printed-ends", e => e with { Fit = FitClass.Sliding });
        double Socket(ShopProfile shop) => Sample.Plan(ends, shop).Parts.SelectMany(p => p.Features.OfType<Channel>())
            .Where(c => c.Purpose.Contains("socket", StringComparison.OrdinalIgnoreCase)).Max(c => c.Max.U - c.Min.U);
        Assert.Equal(Socket(own) + 0.13, Socket(tried), 6);
    }

    [Fact]
    public void Coupons_take_the_place_of_the_stated_tolerance_with_count_and_spread()
    {
        var shop = ShopProfile.Usual;
        Assert.Equal(new KnownTolerance(0.25, 0, 0), shop.ToleranceOf(ShopProcess.Saw));
        shop = shop with
        {
            Coupons = [new(ShopProcess.Saw, "birch-plywood", 0.3), new(ShopProcess.Saw, "birch-plywood", 0.2),
            new(ShopProcess.Printer, "petg", 0.5)]
        };
        var known = shop.ToleranceOf(ShopProcess.Saw);
        Assert.Equal((0.125, 2, 0.05), (known.PlusMinusMm, known.Coupons, Math.Round(known.SpreadMm, 6)));
        // and the fit of a lid follows: three times an eighth for loose
        Assert.Equal(Sample.Plan(Lid(null)).Part("shell/top").LengthMm - 0.375, Sample.Plan(Lid(FitClass.Loose), shop).Part("shell/top")
            .LengthMm, 6);
    }

    [Theory]
    [InlineData(ShopProcess.Printer, 0.1)]
    [InlineData(ShopProcess.Saw, 0.1)]
    [InlineData(ShopProcess.Laser, 0.1)]
    public void A_comb_steps_from_nothing_to_more_than_a_sliding_fit(ShopProcess process, double step)
    {
        var coupon = FitCoupon.For(process, "petg", 6, ShopProfile.Usual);
        Assert.Equal(0, coupon.StepsMm[0]);
        Assert.Equal(step, coupon.StepsMm[1], 0.026);
        Assert.True(coupon.StepsMm[^1] >= 2 * ShopProfile.Usual.ToleranceOf(process).PlusMinusMm);
        var comb = coupon.Parts()[0];
        var widths = comb.Features.OfType<Notch>().Select(n => n.Reach.Max.U - n.Reach.Min.U).ToList();
        Assert.Equal(coupon.StepsMm.Select(s => 12 + s), widths, (a, b) => Math.Abs(a - b) < 1e-9);
        // teeth of 8 mm on both sides of every slot
        Assert.Equal(comb.LengthMm, widths.Sum() + (8 * (widths.Count + 1)), 6);
        Assert.Equal(12, coupon.Parts()[1].WidthMm);
        // the solid is the plate less its slots
        Assert.Equal(6 * ((comb.LengthMm * 32) - (20 * widths.Sum())), coupon.Solids().Sum(b => b.VolumeMm3), 3);
    }

    [Fact]
    public void Processes_follow_from_material_and_tools()
    {
        var shell = Fit(Sample.Empty, ShopProfile.Usual);
        Assert.Equal(ShopProcess.Saw, Making.ProcessOf(shell, Sample.Catalog, ShopProfile.Usual));
        var laser = ShopProfile.Usual with
        { Tools = new ToolSet([new Tool("l", ToolKind.Laser, "Laser", 600, 400, null, 12, 0.2, null, false)], [], []) };
        Assert.Equal(ShopProcess.Laser, Making.ProcessOf(shell, Sample.Catalog, laser));
    }

    private static AnvilPlan.Core.Shell.SolidPart Fit(Design design, ShopProfile shop) =>
        ShellStage.Run(design, Sample.Catalog, shop, AnvilPlan.Core.Fit.FitStage.Run(design, Sample.Catalog)).Panels[Face.Front];
}
