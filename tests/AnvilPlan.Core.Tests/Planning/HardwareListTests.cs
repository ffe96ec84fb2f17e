using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Tests.Planning;

public class HardwareListTests
{
    [Theory]
    [InlineData("2 x fan 80", 2, "fan-80")]
    [InlineData("3x fans 40", 3, "fan-40")]
    [InlineData("4 fan 120", 4, "fan-120")]
    [InlineData("drive 3.5 x2", 2, "drive-35")]
    [InlineData("85 x 56 board", 1, "sbc-85")]
    [InlineData("2 × 85 x 56 board", 2, "sbc-85")]
    [InlineData("Push-button 16", 1, "button-16")]
    [InlineData("RELAY-8", 1, "relay-8")]
    public void A_line_is_read_as_makers_write_it(string written, int count, string likeliest)
    {
        var line = Assert.Single(HardwareList.Read($"\n  {written} \r\n", Shipped.Catalog));
        Assert.Equal((count, likeliest), (line.Count, line.Candidates[0]));
    }

    [Fact]
    public void Every_model_is_found_by_its_own_name_and_by_several_of_it()
    {
        foreach (var model in Shipped.Catalog.Hardware)
        {
            Assert.Contains(model.Id, Assert.Single(HardwareList.Read(model.Name.Replace(';', ' '), Shipped.Catalog)).Candidates);
            var several = Assert.Single(HardwareList.Read($"7 x {model.Name.Replace(';', ' ')}", Shipped.Catalog));
            Assert.True(several.Count == 7 && several.Candidates.Contains(model.Id), several.Written);
        }
    }

    [Theory]
    [InlineData("flux gate")]
    [InlineData("17 22")]
    [InlineData("0 x ???")]
    public void What_the_catalog_has_not_is_no_model(string written) =>
        Assert.Empty(Assert.Single(HardwareList.Read(written, Shipped.Catalog)).Candidates);

    [Fact]
    public void All_of_a_list_is_housed_without_a_new_stop_and_the_box_grows_as_it_must()
    {
        HardwareCount[] list = [new("board-305", 1), new("supply-sfx", 1), new("fan-120", 2), new("inlet-c14", 1), new("relay-8", 1)];
        var housed = Housed.Into(StartingDesign.Named("Housing"), list, Shipped.Catalog, ShopProfile.Usual);
        Assert.Empty(housed.Left);
        Assert.Equal(list.SelectMany(l => Enumerable.Repeat(l.ModelId, l.Count)).Order(), housed.Design.Devices.Select(d => d.ModelId).Order());
        Assert.True(housed.Design.Box.WidthMm > 320 || housed.Design.Box.DepthMm > 240);
        var placed = Planner.Plan(housed.Design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing).Findings.Where(f => f.Severity == Severity.Stop);
        Assert.DoesNotContain(placed, f => f.Code is "device-outside" or "devices-collide" or "device-hits-part" or "holes-meet");
    }

    [Fact]
    public void What_no_deck_can_carry_is_left_with_its_reason_and_the_box_stays()
    {
        var frame = Shipped.Catalog.Systems.First(s => s.Key == "levelFrame").Begin(StartingDesign.Named("Frame"), Shipped.Catalog)!;
        var housed = Housed.Into(frame, [new("fan-60", 2), new("sbc-85", 1)], Shipped.Catalog, ShopProfile.Usual);
        Assert.Equal(["fan-60", "fan-60"], housed.Left.Select(l => l.ModelId));
        Assert.All(housed.Left, l => Assert.Contains("cut-out of a panel", l.Reason));
        Assert.Equal("sbc-85", Assert.Single(housed.Design.Devices).ModelId);
        Assert.Equal(frame.Box.WidthMm, housed.Design.Box.WidthMm);
    }
}
