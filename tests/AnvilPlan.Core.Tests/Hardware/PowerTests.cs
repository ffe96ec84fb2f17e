using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Hardware;

/// <summary>What is drawn hangs on rails of its voltage; what finds none, or too little, is told with what would do.</summary>
public class PowerTests
{
    private static Design Roomy => Sample.Empty with { Box = Sample.Empty.Box with { WidthMm = 500, DepthMm = 400, HeightMm = 220 } };

    private static Design With(params string[] models) => models.Select((m, i) => (m, i)).Aggregate(
        Roomy, (d, x) => DevicePlacing.Add(d, Sample.Catalog, ShopProfile.Usual, x.m, Sample.Catalog.Model(x.m).InPanel ? "panel/back"
            : "panel/bottom").Design!);

    private static PowerBalance Balance(Design design, params PowerLoad[] others) =>
        PowerBalance.Of(FitStage.Run(design, Sample.Catalog).Devices, others);

    [Fact]
    public void Nothing_is_balanced_where_nothing_gives_power() => Assert.Empty(Balance(With("sbc-85", "fan-60")).Unfed);

    [Fact]
    public void A_board_of_five_volts_finds_nothing_on_a_supply_of_twelve()
    {
        var balance = Balance(With("sbc-85", "fan-60", "supply-100w"));
        Assert.Equal("sbc-85", Assert.Single(balance.Unfed).Id);
        // the fan is sold for 12 V too
        Assert.Equal(["fan-60"], Assert.Single(balance.Rails).Loads.Select(l => l.Id));
    }

    [Fact]
    public void A_step_down_module_draws_what_hangs_on_it_and_its_losses()
    {
        var balance = Balance(With("sbc-85", "supply-100w", "bec-5v"));
        Assert.Empty(balance.Unfed);
        // 15 W at 5 V through 90 %: 16.7 W at 12 V
        Assert.Equal(16.7, balance.Rails.Single(r => r.Volts.Equals(12.0)).UsedW, 6);
        Assert.Equal(15, balance.Rails.Single(r => r.Volts.Equals(5.0)).UsedW, 6);
    }

    [Fact]
    public void Three_boards_of_fifteen_watts_are_too_much_for_one_supply_and_not_for_two()
    {
        Assert.True(Assert.Single(Balance(With("sbc-85", "sbc-85", "sbc-85", "supply-35w")).Rails).Short);
        Assert.DoesNotContain(Balance(With("sbc-85", "sbc-85", "sbc-85", "supply-35w", "supply-35w")).Rails, r => r.Short);
    }

    [Fact]
    public void A_jack_is_fed_with_the_voltage_that_serves()
    {
        Assert.Equal(5, Assert.Single(Balance(With("sbc-85", "dc-jack")).Rails).Volts);
        Assert.Equal(12, Assert.Single(Balance(With("board-170", "dc-jack-large")).Rails).Volts);
        // one plug is not two voltages
        Assert.Single(Balance(With("sbc-85", "board-170", "dc-jack-large")).Unfed);
    }

    [Theory]
    [InlineData("supply-volts", "sbc-85", "supply-100w", "inlet-c14")]
    [InlineData("supply-short", "sbc-85", "sbc-85", "supply-15w", "inlet-c14")]
    public void A_supply_that_does_not_do_is_a_stop_and_its_remedies_end_it(string code, params string[] models)
    {
        var design = With(models);
        var plan = Sample.Plan(design);
        var stop = plan.Findings.Single(f => f.Code == code);
        Assert.Equal(Severity.Stop, stop.Severity);
        var tried = TriedRemedies.Of(stop, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        Assert.NotEmpty(tried);
        Assert.All(tried, r => Assert.DoesNotContain(r.Plan.Findings, f => f.Code is "supply-volts" or "supply-short"));
    }

    [Fact]
    public void A_cable_from_the_wrong_supply_is_a_stop_and_is_led_from_the_right_one()
    {
        var fed = With("sbc-85", "supply-100w", "bec-5v", "inlet-c14");
        var design = fed with { Links = [new Link("dc", "supply-100w", "dc", "sbc-85", "power", "low-voltage-dc-pair-2-x-0-75", null)] };
        var plan = Sample.Plan(design);
        var stop = plan.Findings.Single(f => f.Code == "link-volts");
        Assert.Contains("12 V", stop.Text, StringComparison.Ordinal);
        Assert.Equal("bec-5v", stop.Remedies.First(r => r.Id == "from-bec-5v").Change(design)!.Links[0].FromDeviceId);
    }

    [Fact]
    public void One_button_for_two_boards_is_told_and_each_can_have_its_own()
    {
        var design = With("sbc-85", "sbc-85", "dc-jack-large", "button-16");
        var plan = Sample.Plan(design);
        var note = plan.Findings.Single(f => f.Code == "button-shared");
        Assert.Equal(Severity.Note, note.Severity);
        var tried = TriedRemedies.Of(note, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        Assert.Equal(2, Assert.Single(tried).Design.Devices.Count(d => d.ModelId == "button-16"));
        Assert.Contains(plan.CheckList, l => l.What == "power button" && l.Where.Contains(", with ", StringComparison.Ordinal));
    }

    [Fact]
    public void A_strip_of_lights_goes_round_every_pad_and_on_to_the_nearest()
    {
        Assert.Equal(0, LightStrip.Round([]).LengthM);
        Box Pad(double x, double z, double w, double h) => new(new(x, 0, z), new(x + w, 6, z + h));
        // round 100 x 60 and 80 x 40: 320 and 240; from one to the next 50 along and 20 up
        var strip = LightStrip.Round([Pad(0, 0, 100, 60), Pad(150, 80, 80, 40)]);
        Assert.Equal((560, 70), (strip.RoundMm, strip.BetweenMm));
        Assert.Equal(0.7, strip.LengthM, 9);
        Assert.Equal(6.7, strip.Watts, 9);
        // three in a row: on to the nearest, not back and forth
        Assert.Equal(20, LightStrip.Round([Pad(0, 0, 50, 50), Pad(120, 0, 50, 50), Pad(60, 0, 50, 50)]).BetweenMm, 9);
    }
}
