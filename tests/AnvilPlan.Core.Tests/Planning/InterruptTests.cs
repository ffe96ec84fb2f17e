using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Planning;

public sealed class InterruptTests
{
    [Fact]
    public void A_plan_that_was_called_off_ends_and_the_next_one_is_whole()
    {
        using var off = new CancellationTokenSource();
        off.Cancel();
        Assert.Throws<OperationCanceledException>(() => Planner.Plan(Sample.WithTray, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing,
            off.Token));
        Assert.False(Interrupt.Current.CanBeCanceled);
        Assert.NotEmpty(Planner.Plan(Sample.WithTray, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing, CancellationToken.None).Parts);
    }

    [Fact]
    public void A_heavy_plan_ends_soon_after_it_is_called_off()
    {
        var board = new Device("b", "sbc-85", "Board", "tray-1", 20, 20, 0, null, null, []);
        var heavy = Sample.WithTray with
        { Devices = [.. Enumerable.Range(0, 500).Select(i => board with { Id = $"b-{i}", UMm = i % 23, VMm = i / 23 })] };
        using var off = new CancellationTokenSource();
        var watch = new System.Diagnostics.Stopwatch();
        var caller = new Thread(() =>
        {
            Thread.Sleep(300);
            watch.Start();
            off.Cancel();
        });
        caller.Start();
        try
        {
            Planner.Plan(heavy, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing, off.Token);
        }
        catch (OperationCanceledException)
        {
            Assert.True(off.IsCancellationRequested);
        }

        var late = watch.Elapsed;
        caller.Join();
        Assert.InRange(late.TotalSeconds, 0, 3);
    }

    [Fact]
    public void Remedies_that_plan_again_are_called_off_with_what_asked_for_them()
    {
        var board = new Device("b", "sbc-85", "Board", "tray-1", 900, 900, 0, null, null, []);
        var design = Sample.WithTray with { Devices = [board] };
        var plan = Sample.Plan(design);
        var finding = plan.Findings.First(f => f.Code == "device-outside");
        using var off = new CancellationTokenSource();
        off.Cancel();
        using (Interrupt.On(off.Token))
        {
            Assert.Throws<OperationCanceledException>(() => TriedRemedies.Of(finding, design, plan, Sample.Catalog, ShopProfile.Usual,
                AsBuilt.Nothing));
        }

        Assert.NotEmpty(TriedRemedies.Of(finding, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing));
    }
}
