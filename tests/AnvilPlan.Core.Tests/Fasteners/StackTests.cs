using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Work;
using CsCheck;

namespace AnvilPlan.Core.Tests.Fasteners;

/// <summary>Screw stacks against brute force and hand-worked figures.</summary>
public class StackTests
{
    private static readonly FastenerTables Tables = FastenerTables.Shipped;

    [Fact]
    public void The_chosen_length_is_the_shortest_that_bites_and_does_not_bottom_out()
    {
        double[] stock = [3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30];
        Gen.Select(Gen.Double[0.5, 20], Gen.Double[0, 2], Gen.Double[0.5, 8], Gen.Double[0.5, 12]).Sample((clamped, washer, bite, depth) =>
        {
            var chosen = new ScrewStack(LengthMeasured.UnderHead, [clamped], washer, 0, bite, depth).Choose(stock);
            var byHand = stock.Where(l => l - clamped - washer >= bite - 1e-9 && l - clamped - washer <= depth + 1e-9)
                .Select(l => (double?)l).FirstOrDefault();
            return chosen == byHand;
        });
    }

    [Fact]
    public void A_nut_leaves_at_least_a_pitch_and_no_shorter_screw_would()
    {
        double[] stock = [6, 8, 10, 12, 16, 20, 25, 30, 40, 50];
        Gen.Select(Gen.Double[0.5, 20], Gen.Double[0.4, 1]).Sample((clamped, pitch) =>
        {
            var stack = new NutStack([clamped], 1, 3, pitch, 1);
            var chosen = stack.Choose(stock)!.Value;
            return chosen - stack.StackMm >= pitch - 1e-9 && stock.Where(l => l < chosen).All(l => l - stack.StackMm < pitch - 1e-9);
        });
    }

    [Theory]
    [InlineData("M2.5", 4, 1.6, 2, 5)]
    [InlineData("M3", 5, 1.6, 2, 6)]
    [InlineData("M2.5", 4, 1.6, 11.9, 10)]
    public void The_lowest_standoff_takes_both_screws(string thread, double least, double board, double deck, double expected)
    {
        var standoff = StandoffStack.Lowest(Tables, Tables.Thread(thread), least, board, 0, deck);
        Assert.Equal(expected, standoff!.LengthMm);
    }

    [Fact]
    public void Both_screws_of_a_standoff_never_meet()
    {
        foreach (var standoff in Tables.Standoffs)
        {
            Assert.True(2 * StandoffStack.DepthMm(standoff, standoff.LengthMm) <= standoff.LengthMm + 1e-9);
            Assert.True(StandoffStack.DepthMm(standoff, standoff.LengthMm) <= standoff.ThreadDepthMm);
        }
    }

    [Fact]
    public void A_countersink_cone_has_the_depth_of_its_triangle()
    {
        var c = Countersink.Of(6.3, 3.4, new Angle(90), 2, 0);
        Assert.Equal((6.3 - 3.4) / 2, c.ConeDepthMm, 9);
        Assert.False(c.KnifeEdge);
        Assert.True(Countersink.Of(6.3, 3.4, new Angle(90), 1.2, 0).KnifeEdge);
        // sunk deeper by s the rim grows by 2 s tan(a / 2)
        Assert.Equal(6.3 + (2 * 0.3), Countersink.Of(6.3, 3.4, new Angle(90), 2, 0.3).SurfaceDiaMm, 9);
    }

    [Fact]
    public void A_hexagon_is_wider_over_its_corners_by_two_over_root_three()
    {
        var pocket = NutPocket.Of(5.5, 2.4, 0, 0);
        Assert.Equal(5.5 * 2 / Math.Sqrt(3), pocket.AcrossCornersMm, 9);
    }

    [Fact]
    public void A_washer_is_ignored_under_a_flush_head_only()
    {
        Assert.Equal(3.0, new ScrewStack(LengthMeasured.UnderHead, [2.5], 0.5, 0, 1, null).GripMm, 9);
        Assert.Equal(2.5, new ScrewStack(LengthMeasured.OverHead, [2.5], 0.5, 0, 1, null).GripMm, 9);
        Assert.Null(new ScrewStack(LengthMeasured.OverHead, [2.5], 0.5, 0, 1, null).LengthMaxMm);
        Assert.Equal(1.5, new ScrewStack(LengthMeasured.UnderHead, [2.5], 0, 1, 1, null).GripMm, 9);
    }

    [Fact]
    public void A_picked_screw_tells_its_terms_and_they_give_its_range()
    {
        var picker = new ScrewPicker(Tables);
        var thread = Tables.Thread("M3");
        var choice = picker.Tapped(new ScrewNeed("s", "d", "here", [new("plate", 2, "mm", "deck")]) { WasherMm = 0.5 }, thread,
            HeadForm.Pan, new("bite", 1.5, "mm", "rule"), new("depth", 2.5, "mm", "model"));
        Assert.Equal((4.0, 5.0), (choice.MinMm, choice.MaxMm!.Value));
        Assert.Equal(4, choice.LengthMm);
        Assert.Equal(["plate", "washer under head", "bite", "depth"], choice.Why.Terms.Select(t => t.Name));
        Assert.Equal("M3 x 4 pan", choice.Label);
        var byHand = picker.Tapped(new ScrewNeed("s", "d", "here", [new("plate", 2, "mm", "deck")]) { ChosenMm = 3 }, thread, HeadForm.Pan,
            new("bite", 1.5, "mm", "rule"), null);
        Assert.Equal(ScrewVerdict.TooShort, byHand.Verdict);
        Assert.Null(byHand.MaxMm);
    }

    [Fact]
    public void Withdrawal_grows_with_the_square_of_density()
    {
        var one = WoodScrewForm.WithdrawalN(0.4, 4, 25);
        Assert.Equal(4 * one, WoodScrewForm.WithdrawalN(0.8, 4, 25), 6);
        Assert.Equal(2 * one, WoodScrewForm.WithdrawalN(0.4, 4, 50), 6);
    }
}
