using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Mounts;

/// <summary>A cable that a plate closes off is a stop; the opening cut for it lies clear of all else.</summary>
public class CablePassageTests
{
    private static readonly Link Cable = new("pair", "low", "out", "high", "power", "low-voltage-dc-pair-2-x-0-75", null);

    /// <summary>A converter on the bottom, a board on the tray above it.</summary>
    private static Design OverAndUnder(double gapMm = 1) =>
        (Sample.WithTray with { Trays = [Sample.WithTray.Trays[0] with { GapMm = gapMm, UndersideMm = 60 }], Links = [Cable] })
        .With(Sample.Device("low", "bec-5v", "panel/bottom", 130, 90), Sample.Device("high", "sbc-85", "tray-1", 110, 90));

    [Fact]
    public void A_plate_between_the_ends_that_leaves_no_gap_is_a_stop()
    {
        var stop = Sample.Plan(OverAndUnder()).Findings.Single(f => f.Code == "cable-closed-off");
        Assert.Equal(Severity.Stop, stop.Severity);
        Assert.Contains("beside it 1 mm are free", stop.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_gap_beside_the_plate_or_both_ends_on_one_side_need_no_opening()
    {
        Assert.DoesNotContain(Sample.Plan(OverAndUnder(gapMm: 20)).Findings, f => f.Code == "cable-closed-off");
        var beside = OverAndUnder().WithDevice("low", d => d with { DeckId = "tray-1", UMm = 10, VMm = 10 });
        Assert.DoesNotContain(Sample.Plan(beside).Findings, f => f.Code == "cable-closed-off");
    }

    [Fact]
    public void The_remedy_cuts_an_opening_that_the_plug_passes_clear_of_devices_holes_and_edges()
    {
        var design = OverAndUnder();
        var plan = Sample.Plan(design);
        var stop = plan.Findings.Single(f => f.Code == "cable-closed-off");
        var cut = TriedRemedies.Of(stop, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing)
            .Single(r => r.Id == "cut-through");
        var tray = cut.Plan.Part("tray-1");
        var opening = Assert.Single(tray.Features.OfType<Opening>(), o => o.For == "pair");
        var size = ((double[])[opening.WidthMm, opening.HeightMm!.Value]).Order().ToList();
        // the plug of the cable table and a millimetre all round
        var cable = CableKind.Find(Cable.Cable)!;
        Assert.Equal(new[] { cable.PlugWidthMm + 2, cable.PlugHeightMm + 2 }.Order(), size);
        Assert.True(opening.Min.U >= 5 && opening.Min.V >= 5 && opening.Max.U <= tray.LengthMm - 5 && opening.Max.V <= tray.WidthMm - 5);
        var (min, max) = tray.Frame.ToPlane(cut.Plan.Devices.Single(d => d.Id == "high").Body);
        Assert.True(opening.Max.U <= min.U || opening.Min.U >= max.U || opening.Max.V <= min.V || opening.Min.V >= max.V);
        Assert.All(tray.Features.OfType<Hole>(), h => Assert.True(
            h.At.U + (h.DiaMm / 2) < opening.Min.U || h.At.U - (h.DiaMm / 2) > opening.Max.U || h.At.V + (h.DiaMm / 2) < opening.Min.V
                || h.At.V - (h.DiaMm / 2) > opening.Max.V));
    }

    [Fact]
    public void A_cable_that_is_not_at_hand_is_bought_in_the_next_length()
    {
        var plan = Sample.Plan(OverAndUnder());
        var route = Assert.Single(plan.Routes);
        var line = Assert.Single(plan.Cost.Purchase, l => l.Kind == "cable");
        Assert.Equal($"{route.Cable}, {Math.Ceiling(route.NeededMm / 50) * 50:0} mm", line.Item);
        var owned = OverAndUnder() with { Links = [Cable with { LengthMm = 900 }] };
        Assert.DoesNotContain(Sample.Plan(owned).Cost.Purchase, l => l.Kind == "cable");
    }
}
