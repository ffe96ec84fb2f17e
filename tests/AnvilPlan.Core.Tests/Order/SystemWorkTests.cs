using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Order;

/// <summary>What each way to build has to do, by the shop's rates and by hand.</summary>
public class SystemWorkTests
{
    private static readonly WorkRates Rates = ShopProfile.Usual.Rates;

    private static Design Begin(string key) => Sample.Catalog.Systems.Single(s => s.Key == key).Begin(Sample.Empty, Sample.Catalog)!;

    private static int At(BuildPlan plan, Func<Operation, bool> of) => plan.Work.Operations.ToList().FindIndex(o => of(o));

    [Fact]
    public void A_stack_is_closed_by_its_bolts_when_the_boards_are_in()
    {
        var begun = Begin("acrylicStack");
        var plan = Sample.Plan(begun with { Devices = [Sample.Device("sbc", "sbc-65", Deck.OfPanel(Face.Bottom), 60, 60)] });
        var bolts = plan.Work.Operations.Single(o => o.Fixings.Any(f => plan.Fixings.Any(x => x.Id == f && x.Kind == FixingKind.Bolt
            && x.For == begun.Structures[0].Id)));
        Assert.Equal(Done.Closed, bolts.Does);
        Assert.True(At(plan, o => o.Id == "mount/sbc") < At(plan, o => o.Id == bolts.Id));
        Assert.NotNull(bolts.HoldPoint);
        Assert.Contains(plan.Work.Links, l => l.Before == "mount/sbc" && l.After == bolts.Id && l.Because == "it is covered then");
    }

    [Fact]
    public void A_frame_of_levels_takes_two_minutes_for_each_fitting_before_anything_stands_on_it()
    {
        var plan = Sample.Plan(Begin("levelFrame"));
        var frame = plan.Work.Operations.Single(o => o.Id.EndsWith("/fittings", StringComparison.Ordinal));
        var bought = plan.Cost.Purchase.Where(l => l.Kind is "fitting" or "clamp" or "foot").Sum(l => l.Count);
        Assert.True(bought > 0);
        Assert.Equal(bought * 2.0, frame.Minutes, 9);
        Assert.Contains($"{bought} fittings", frame.Title, StringComparison.Ordinal);
        Assert.True(At(plan, o => o.Id == frame.Id) < At(plan, o => o.Id == "finish"));
        Assert.True(At(plan, o => o.Id == frame.Id) > plan.Work.Operations.ToList().FindLastIndex(o => o.Does == Done.Sized));
    }

    [Fact]
    public void A_drawer_is_glued_fitted_out_and_slid_in_before_the_top_closes()
    {
        var begun = Begin("drawerStand");
        var plan = Sample.Plan(begun);
        var slid = plan.Work.Operations.First(o => o.Id.StartsWith("place/", StringComparison.Ordinal) && o.Does == Done.In);
        Assert.True(At(plan, o => o.Id == slid.Id) > At(plan, o => o.Id == "finish"));
        Assert.All(plan.Work.Operations.Where(o => o.Does == Done.Closed),
            o => Assert.True(At(plan, x => x.Id == slid.Id) < At(plan, x => x.Id == o.Id)));
        Assert.Equal(Rates.PlaceMin, slid.Minutes);
    }

    [Fact]
    public void Prints_take_set_up_of_hands_and_hours_of_the_printer_and_only_their_threads_are_cut()
    {
        var plan = Sample.Plan(Begin("printedBody"));
        var made = plan.Made.Where(m => m.Blank is PrintBlank).ToList();
        Assert.NotEmpty(made);
        foreach (var part in made)
        {
            var job = ((PrintBlank)part.Blank).Job;
            var print = plan.Work.Operations.Single(o => o.Id == "print/" + part.Id);
            Assert.Equal((job.Count * 15.0, Math.Round(job.Hours * 60, 1)), (print.Minutes, print.WaitMin));
            Assert.DoesNotContain(plan.Work.Operations, o => o.Does is Done.Drilled or Done.Opened or Done.Grooved && o.Makes[0]
                .Of == part.Id);
            Assert.Equal(job.Count > 1, plan.Work.Operations.Any(o => o.Id == "piece/" + part.Id));
            Assert.Equal(job.Count > 1 ? (job.Count - 1) * 7.0 : 0, plan.Work.Operations.Where(o => o.Id == "piece/" + part.Id)
                .Sum(o => o.Minutes));
        }

        Assert.DoesNotContain(plan.Work.Operations, o => o.Id.StartsWith("cut/", StringComparison.Ordinal)
            && made.Any(m => m.Id == o.Makes[0].Of));
    }

    [Fact]
    public void A_board_of_several_plies_is_cut_as_often()
    {
        var begun = Begin("bentWrap");
        var plan = Sample.Plan(begun with
        {
            Structures = [.. begun.Structures.Select(s => s is BentWrap w
            ? w with { Corners = [.. w.Corners.Select(c => c with { Method = CornerMethod.Laminated })] } : s)]
        });
        Assert.Contains(plan.Made, m => m.Blank is SheetBlank { Plies: > 1 });
        foreach (var (made, sheet) in plan.Made.Where(m => m.Blank is SheetBlank).Select(m => (m, (SheetBlank)m.Blank)))
        {
            Assert.Equal(sheet.Plies * 2 * 3.0, plan.Work.Operations.Single(o => o.Id == "cut/" + made.Id).Minutes);
        }
    }

    [Fact]
    public void Pins_and_dowels_are_set_before_the_glue_and_take_their_own_minutes()
    {
        var design = Sample.Empty.WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Dowel })
            .WithEdge(EdgeId.FrontRight, e => e with { Joint = JointKind.Dowel });
        var plan = Sample.Plan(design);
        var dowels = plan.Fixings.Where(f => f.Kind == FixingKind.Dowel).ToList();
        var set = plan.Work.Operations.Where(o => o.Does == Done.Set).ToList();
        Assert.NotEmpty(dowels);
        Assert.Equal(dowels.Select(f => f.Id).Order(StringComparer.Ordinal), set.SelectMany(o => o.Fixings).Order(StringComparer.Ordinal));
        Assert.Equal(dowels.Count * 0.4, set.Sum(o => o.Minutes), 9);
        Assert.True(plan.Work.Operations.ToList().FindLastIndex(o => o.Does == Done.Set) < At(plan, o => o.Does == Done.Glued));
    }

    [Fact]
    public void A_door_hangs_after_the_finish()
    {
        var hinged = Sample.Plan(Sample.Empty.WithPanel(Face.Front, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Left })
            .WithEdge(EdgeId.FrontLeft, Lies).WithEdge(EdgeId.FrontRight, Lies).WithEdge(EdgeId.FrontTop, Lies)
                .WithEdge(EdgeId.FrontBottom, Lies));
        var hinges = hinged.Work.Operations.Where(o => o.Fixings.Any(f => f.Contains("hinge", StringComparison.Ordinal))).ToList();
        Assert.NotEmpty(hinges);
        Assert.All(hinges, o => Assert.True(At(hinged, x => x.Id == o.Id) > At(hinged, x => x.Id == "finish")));

        static Edge Lies(Edge edge) => edge with { Joint = JointKind.Loose, Covers = Face.Front, DepthMm = null, BlockBarId = null };
    }

    [Fact]
    public void What_is_stuck_on_takes_two_minutes_and_needs_no_driver()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("sbc", "sbc-65", "tray-1", 60, 60) with
        { Mounting = new Stick(StickKind.FoamTape, 20, 40) }));
        var stuck = plan.Work.Operations.Single(o => o.Id == "mount/sbc");
        Assert.Equal((Rates.StickMin, "", ""), (stuck.Minutes, stuck.Tool, stuck.Setting));
        Assert.Empty(stuck.Fixings);
        Assert.Contains("stuck", stuck.Title, StringComparison.Ordinal);
    }

    [Fact]
    public void Settings_say_how_many_are_made_alike()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 40, 40)));
        var drilled = plan.Work.Operations.Single(o => o.Id == "drill/tray-1");
        var holes = plan.Part("tray-1").Features.OfType<Hole>().GroupBy(h => (h.DiaMm, h.SinkDiaMm)).ToList();
        Assert.All(holes, g => Assert.Contains($"{(g.Count() == 1 ? "" : $"{g.Count()} of ")}{g.Key.DiaMm:0.##}", drilled.Setting,
            StringComparison.Ordinal));
        Assert.Equal(holes.Sum(g => g.Count()) * 1.5, drilled.Minutes, 9);
        Assert.Equal(drilled.Features.Count, holes.Sum(g => g.Count()));
    }
}
