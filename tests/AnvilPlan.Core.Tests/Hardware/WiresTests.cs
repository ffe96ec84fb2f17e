using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Hardware;

/// <summary>What has terminals asks for its wires.</summary>
public class WiresTests
{
    [Fact]
    public void Every_control_inlet_display_and_board_has_a_place_for_its_wires()
    {
        string[] bare = [.. Sample.Catalog.Hardware
            .Where(m => m.Ports.Count == 0 && m.Tails.Count == 0 && m.Group is "Panel controls" or "Inlets" or "Displays" or "Boards"
                && m.Ports.Count == 0).Select(m => m.Id)];
        Assert.Empty(bare);
    }

    [Fact]
    public void Terminals_behind_a_panel_lie_at_the_back_of_the_body_and_look_into_the_box()
    {
        foreach (var model in Sample.Catalog.Hardware.Where(m => m.InPanel && m.Group is "Panel controls" or "Inlets"))
        {
            Assert.All(model.Ports.Where(p => !p.NeedsOpening), p =>
            {
                Assert.Equal(-model.HeightMm, p.ZMm);
                Assert.Equal(Direction.Down, p.Exit);
                Assert.InRange(p.XMm, 0, model.WidthMm);
                Assert.InRange(p.YMm, 0, model.DepthMm);
            });
        }
    }

    [Fact]
    public void What_has_no_wires_yet_is_one_snag_and_one_line_each_of_the_check_list()
    {
        var design = Sample.Empty with
        {
            Devices = [Sample.Device("button", "button-16", "panel/front", 60, 60), Sample.Device("relays", "relay-4", "panel/bottom", 80,
                80), Sample.Device("inlet", "inlet-c14", "panel/back", 60, 50)],
        };
        var plan = Sample.Plan(design);
        var snag = Assert.Single(plan.Findings, f => f.Code == "port-without-cable");
        Assert.Equal(3, snag.Members.Count);
        Assert.Equal(3, plan.CheckList.Count(l => l.Kind == CheckKind.Cable && l.State == CheckState.Missing));
        var mended = snag.Remedies.Single().Change(design)!;
        Assert.DoesNotContain(Sample.Plan(mended).Findings, f => f.Code == "port-without-cable");
    }
}
