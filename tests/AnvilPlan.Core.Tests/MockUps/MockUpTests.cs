using AnvilPlan.Core.MockUps;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.MockUps;

public class MockUpTests
{
    [Fact]
    public void Card_of_4_mm_leaves_the_same_inside_by_hand()
    {
        // inside of the test box: 296.2 x 216.2 x 136.2
        var parts = MockUp.Of(Sample.Plan(Sample.Empty), 4, 25).Parts.ToDictionary(p => p.Id, p => (p.LengthMm, p.WidthMm));
        Assert.Equal((296.2, 216.2), parts["card/bottom"]);
        Assert.Equal((216.2, 140.2), parts["card/left"]);
        Assert.Equal((296.2 + 8 + 50, 140.2), parts["card/front"]);
        Assert.Equal((304.2, 224.2 + 25), parts["card/top"]);
    }

    [Fact]
    public void Openings_come_through_at_the_same_place_and_blocks_wrap_round()
    {
        var plan = Sample.Plan(Sample.Marsh);
        var mockUp = MockUp.Of(plan, 3, 20);
        foreach (var face in (string[])["front", "back", "left", "right"])
        {
            var (real, card) = (plan.Part("shell/" + face).Features.OfType<Opening>().ToList(),
                mockUp.Parts.Single(p => p.Id == "card/" + face));
            var cut = card.Features.OfType<Opening>().ToDictionary(o => o.Id);
            Assert.Equal(real.Count, cut.Count);
            Assert.All(real, o => Assert.Equal(o.Shape.AreaMm2, cut[o.Id].Shape.AreaMm2, 3));
            // distances between openings are kept
            foreach (var (a, b) in real.Zip(real.Skip(1)))
            {
                Assert.Equal(a.At.DistanceTo(b.At), cut[a.Id].At.DistanceTo(cut[b.Id].At), 4);
            }
        }

        var board = plan.Devices.Single(d => d.Id == "sbc").Body.Size;
        Assert.Equal((2 * (board.X + board.Y)) + 20, mockUp.Parts.Single(p => p.Id == "card/sbc/round").LengthMm, 6);
        // six walls, a tray, and two pieces for each of 15 devices
        Assert.Equal(6 + 1 + 30, mockUp.Parts.Count);
    }

    [Fact]
    public void What_was_measured_flows_back_into_the_design()
    {
        var lines = MockUpSheet.Lines(Sample.Marsh, Sample.Catalog);
        var tray = lines.Single(l => l.Key == "tray/tray-1");
        var after = MockUpSheet.Apply(Sample.Marsh, Sample.Catalog,
            [new("inside/z", lines.Single(l => l.Key == "inside/z").PlanMm + 6), new("tray/tray-1", tray.PlanMm + 2.5),
                new("place/sbc/u", 66)]);
        Assert.Equal(6, Sample.Plan(after).Inner.Size.Z - Sample.Plan(Sample.Marsh).Inner.Size.Z, 6);
        Assert.Equal(tray.PlanMm + 2.5, after.Trays.Single().UndersideMm);
        Assert.Equal(66, after.Devices.Single(d => d.Id == "sbc").UMm);
        Assert.Equal("inside/q", Assert.Throws<MockUpException>(() => MockUpSheet.Apply(Sample.Marsh, Sample.Catalog, [new("inside/q", 5)]))
            .Key);
        Assert.Throws<MockUpException>(() => MockUpSheet.Apply(Sample.Marsh, Sample.Catalog, [new("inside/x", double.NaN)]));
    }
}
