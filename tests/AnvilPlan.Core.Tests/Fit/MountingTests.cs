using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Fit;

/// <summary>How a device is held is one of a few ways, and what follows from it follows from that alone.</summary>
public class MountingTests
{
    private static Mounting Of(string modelId, Func<Device, Device>? decided = null, double standoffMm = 6)
    {
        var device = Sample.Device("d", modelId, "tray-1", 40, 40);
        return Mounting.Of(decided?.Invoke(device) ?? device, Sample.Catalog.Model(modelId), standoffMm);
    }

    [Fact]
    public void Each_kind_of_model_is_held_in_the_way_it_is_made_for()
    {
        Assert.Equal(new OnStandoffs(6), Of("relay-2"));
        Assert.Equal(new BoltedDown(), Of("relay-2", standoffMm: 0));
        Assert.Equal(new ByOwnNut(), Of("pot-m7"));
        foreach (var model in Sample.Catalog.Hardware)
        {
            var device = Sample.Device("d", model.Id, "tray-1", 0, 0);
            // what sits in a cut-out is held by nut, flange or threads; what stands on a deck by none of the first two
            Assert.Equal(model.InPanel, Mounting.Of(device, model, 6) is ByOwnNut or ByItsFlange
                || (model.InPanel && Mounting.Of(device, model, 6) is IntoItsThreads or Placed));
        }
    }

    [Fact]
    public void What_is_stuck_is_held_by_nothing_else()
    {
        var stick = new Stick(StickKind.FoamTape, 20, 40);
        Assert.Equal(new StuckDown(stick), Of("relay-2", d => d with { Mounting = stick }));
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("d", "relay-2", "tray-1", 60, 60) with { Mounting = stick }));
        Assert.DoesNotContain(plan.Fixings, f => f.For == "d");
        Assert.Contains(plan.Work.Operations, o => o.Id == "mount/d" && o.Title.Contains(", stuck,", StringComparison.Ordinal));
    }

    [Fact]
    public void No_driver_has_to_reach_the_holes_of_a_board_that_is_stuck_down()
    {
        // a tall board beside it stands over the screws of the first
        var design = Sample.WithTray.With(
            Sample.Device("low", "relay-2", "tray-1", 60, 60), Sample.Device("tall", "supply-100w", "tray-1", 60, 60));
        static int Blocks(Design d) => DriverReach.Blocks(d, FitStage.Run(d, Sample.Catalog)).Count(b => b.DeviceId == "low");
        Assert.True(Blocks(design) > 0);
        Assert.Equal(0, Blocks(design.WithDevice("low", d => d with { Mounting = new Stick(StickKind.HookAndLoop, 20, 40) })));
    }
}
