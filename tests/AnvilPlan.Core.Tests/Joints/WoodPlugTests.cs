using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Construction;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Joints;

/// <summary>Screw heads under plugs of wood: what is bored, how deep the screw sits, what is bought and when it is glued in.</summary>
public class WoodPlugTests
{
    private static Design Plugged(string material = "birch-plywood", double nominal = 12, PanelHold hold = PanelHold.Fixed) =>
        Sample.Empty.WithPanel(Face.Front, p => p with { MaterialId = material, NominalMm = nominal, MeasuredMm = null, Hold = hold })
            .WithEdge(EdgeId.FrontLeft, e => e.Screwed() with { Covers = Face.Front, Plugged = true });

    [Fact]
    public void The_head_lies_on_the_floor_of_a_counterbore_and_the_screw_begins_there()
    {
        var plan = Sample.Plan(Plugged());
        var holes = plan.Part("shell/front").Features.OfType<Hole>().Where(h => h.CounterboreDiaMm is not null).ToList();
        var bare = Sample.Plan(Plugged().WithEdge(EdgeId.FrontLeft, e => e with { Plugged = false }));
        var flush = bare.Part("shell/front").Features.OfType<Hole>().Where(h => h.For == "edge/front-left").ToList();
        Assert.Equal(flush.Count, holes.Count);
        // 3 mm screw: head 6 wide and 2.1 high, a plug of 5 over it, and 8 is the least that covers it
        Assert.All(holes, h => Assert.Equal((8, 7.1), (h.CounterboreDiaMm, Math.Round(h.CounterboreDeepMm!.Value, 6))));
        Assert.All(flush, h => Assert.NotNull(h.SinkDiaMm));
        // of 11.9 mm of plywood 4.8 are under the head: as much as that shorter may the screw be, or it bites as much deeper
        var (deep, shallow) = (plan.Screws.Single(s => s.For == "edge/front-left"), bare.Screws.Single(s => s.For == "edge/front-left"));
        Assert.Equal(4.8, deep.GripMm, 2);
        Assert.Equal(11.9, shallow.GripMm, 2);
        Assert.True(deep.LengthMm < shallow.LengthMm, $"{deep.LengthMm} under a plug, {shallow.LengthMm} flush");
        // what is bored out: 8 mm round for 7.1 and the narrow hole for the rest; or the narrow hole and a cone of 90 degrees at its mouth,
        // π/3 (R - r) (R² + R r + r²), less what of that the hole has taken
        var (rim, narrow, clear) = (flush[0].SinkDiaMm!.Value / 2, flush[0].DiaMm / 2, holes[0].DiaMm / 2);
        var plugged = Math.PI * ((16 * 7.1) + (clear * clear * 4.8));
        var sunk = Math.PI * ((narrow * narrow * (11.9 - (rim - narrow)))
            + ((rim - narrow) * ((rim * rim) + (rim * narrow) + (narrow * narrow)) / 3));
        var density = Sample.Catalog.Material("birch-plywood").DensityKgPerM3 * 1e-6;
        Assert.Equal(holes.Count * (plugged - sunk) * density, bare.Part("shell/front").MassG - plan.Part("shell/front").MassG, 0.005);
        Assert.Empty(SolidityCheck.Faults(plan));
    }

    [Fact]
    public void Plugs_are_bought_and_glued_in_when_the_screws_are_tight_and_before_the_finish()
    {
        var plan = Sample.Plan(Plugged());
        var count = plan.Part("shell/front").Features.OfType<Hole>().Count(h => h.CounterboreDiaMm is not null);
        var line = plan.Cost.Purchase.Single(l => l.Kind == "plug");
        Assert.Equal(count, line.Count);
        var cap = plan.Work.Operations.Single(o => o.Does == Done.Capped);
        Assert.Equal(count * 1.5, cap.Minutes, 6);
        Assert.Contains($"{count} plugs", cap.Title, StringComparison.Ordinal);
        var order = plan.Work.Operations.Select((o, i) => (o.Does, o.Places, i)).ToList();
        var at = order.First(o => o.Does == Done.Capped).i;
        Assert.True(order.Where(o => o.Does == Done.Joined && o.Places.Any(p => p == "shell/front")).All(o => o.i < at));
        Assert.True(order.Where(o => o.Does == Done.Finished && o.Places.Any(p => p == "shell/front")).All(o => o.i > at));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "plugs-not-possible");
    }

    public static TheoryData<string, Design> NotPossible => new()
    {
        { "is 6 mm thick, 10.1 mm is wanted", Plugged(nominal: 6).WithPanel(Face.Front, p => p with { MeasuredMm = 6 }) },
        { "comes off", Plugged(hold: PanelHold.Removable) },
        { "no wood", Plugged("aluminium-5052", 2) },
    };

    [Theory]
    [MemberData(nameof(NotPossible))]
    public void Where_a_plug_cannot_be_it_is_said_why(string words, Design design)
    {
        Assert.Contains(words, Sample.Plan(design).Findings.Single(f => f.Code == "plugs-not-possible").Text, StringComparison.Ordinal);
        Provocation.Mends("plugs-not-possible", 1, design);
    }
}
