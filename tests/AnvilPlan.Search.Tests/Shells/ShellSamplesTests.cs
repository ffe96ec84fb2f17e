using AnvilPlan.Bench;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Stages;
using AnvilPlan.Core.Work;
using AnvilPlan.Search.Shells;

namespace AnvilPlan.Search.Tests.Shells;

/// <summary>What the search believes of how blocks move, against the planner's own stages at shells that were not sampled.</summary>
public class ShellSamplesTests
{
    [Fact]
    public void Blocks_move_as_the_stages_say_at_any_size()
    {
        var random = new Random(9);
        foreach (var set in DeviceSets.All)
        {
            var samples = new ShellSamples(set, Shipped.Catalog, ShopProfile.Usual);
            var start = samples.Fit.Envelope.Outer.Size;
            for (var round = 0; round < 5; round++)
            {
                var (dx, dy, dz, lift) = (random.Next(-60, 90), random.Next(-60, 90), random.Next(0, 90), random.Next(0, 25));
                var moved = ChainEdit.Resize(ChainEdit.Resize(ChainEdit.Resize(set, Axis.X, dx), Axis.Y, dy), Axis.Z, dz)
                    .WithTray("tray-1", t => t with { UndersideMm = t.UndersideMm + lift });
                var fit = FitStage.Run(moved, Shipped.Catalog);
                var shell = ShellStage.Run(moved, Shipped.Catalog, ShopProfile.Usual, fit);
                var joints = JointStage.Run(moved, Shipped.Catalog, ShopProfile.Usual, fit, shell);
                Same(samples.Still(s => s.Fit.Envelope.Inner), fit.Envelope.Inner);
                Same(samples.Still(s => s.Fit.Trays["tray-1"]), fit.Trays["tray-1"]);
                for (var i = 0; i < shell.Members.Count; i++)
                {
                    Same(samples.Still(s => s.Shell.Members[i].Box), shell.Members[i].Box);
                }

                for (var i = 0; i < fit.Devices.Count; i++)
                {
                    Same(SymbolicBox.Of(i, [0, 0, 0], [samples.Of(s => s.Fit.Devices[i].Occupied)], ShellSamples.StepMm),
                        fit.Devices[i].Occupied);
                }

                void Same(SymbolicBox box, Box real)
                {
                    double[] by = [dx, dy, dz, lift];
                    double At(Moving face) => face.ConstantMm + face.Factors.Select((f, k) => f * by[k]).Sum();
                    foreach (var axis in Enum.GetValues<Axis>())
                    {
                        Assert.Equal(real.Min[axis], At(box.Ways[0].Min[(int)axis]), 6);
                        Assert.Equal(real.Max[axis], At(box.Ways[0].Max[(int)axis]), 6);
                    }
                }
            }

            Assert.Equal(start, samples.Fit.Envelope.Outer.Size);
        }
    }

    [Fact]
    public void A_block_that_does_not_move_evenly_is_refused()
    {
        var (a, b) = (new Box(default, new Point3(10, 10, 10)), new Box(default, new Point3(12.5, 10, 10)));
        Assert.Contains("per mm", Assert.Throws<InvalidOperationException>(() => SymbolicBox.Of(-1, [0, 0, 0], [[a, b]], 8)).Message,
            StringComparison.Ordinal);
    }

    [Fact]
    public void Growing_a_block_moves_its_faces_out_and_keeps_how_they_move()
    {
        var grown = SymbolicBox.Of(-1, [0, 0, 0], [[new Box(default, new Point3(10, 10, 10)), new Box(default, new Point3(18, 10, 10))]], 8)
            .Grow(2);
        Assert.Equal(-2, grown.Ways[0].Min[0].ConstantMm);
        Assert.Equal(12, grown.Ways[0].Max[0].ConstantMm);
        Assert.Equal([1], grown.Ways[0].Max[0].Factors);
        Assert.Equal([0], grown.Ways[0].Min[0].Factors);
    }

    [Fact]
    public void Locked_trays_have_no_variable()
    {
        var set = DeviceSets.All[0];
        Assert.Equal(["tray-1"], new ShellSamples(set, Shipped.Catalog, ShopProfile.Usual).Trays);
        Assert.Empty(new ShellSamples(set.WithTray("tray-1", t => t with { Locked = true }), Shipped.Catalog, ShopProfile.Usual).Trays);
    }
}
