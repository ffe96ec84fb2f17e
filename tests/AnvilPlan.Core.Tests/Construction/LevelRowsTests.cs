using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Columns of holes on the rails of a level: on the middle of a slot, or a stop that says how near they are.</summary>
public class LevelRowsTests
{
    private static Design Frame { get; } = Begin();

    private static Design Begin() => Sample.Catalog.Systems.Single(s => s.Key == "levelFrame").Begin(Sample.Empty, Sample.Catalog)!;

    private static string Level => LevelFrameSystem.Levels(Frame)[0].Id;

    /// <summary>Two boards behind each other on one level, their columns so far apart.</summary>
    private static Design Apart(double mm) => Frame with
    {
        Devices = [Sample.Device("a", "euro-100", Level, 100, 20), Sample.Device("b", "euro-100", Level, 100 + mm, 135)],
    };

    [Fact]
    public void On_a_closed_tube_every_head_is_outside_and_the_screw_passes_both_walls()
    {
        var tubes = Frame.WithStructure<LevelFrame>(Frame.Structures[0].Id, f => f with { RailBarId = "aluminium-6061-tube-20" }) with
        { Devices = [Sample.Device("a", "euro-100", Level, 100, 60)] };
        var plan = Sample.Plan(tubes);
        var screws = plan.Fixings.Where(f => f.For == "a").ToList();
        Assert.NotEmpty(screws);
        Assert.All(screws, f =>
        {
            var (rail, layer) = (plan.Part(f.Layers[^1].Owner.Id), f.Layers[^1]);
            Assert.Equal(20, layer.ToMm - layer.FromMm, 6);
            Assert.DoesNotContain(f.Pieces, p => p.Kind is Core.Fixings.PieceKind.Head or Core.Fixings.PieceKind.Nut && rail.Box.Grow(-0.1)
                .Contains(f.At + (f.Axis.Vector() * ((p.FromMm + p.ToMm) / 2))));
        });
    }

    [Fact]
    public void Bringing_a_device_changes_no_frame()
    {
        var first = DevicePlacing.Add(Frame, Sample.Catalog, ShopProfile.Usual, "battery-pack", Level).Design!;
        foreach (var model in (string[])["charge-70", "relay-8", "sbc-65", "supply-35w"])
        {
            var placed = DevicePlacing.Add(first, Sample.Catalog, ShopProfile.Usual, model, Level);
            Assert.True(placed.Design is null ? placed.Reason.Length > 20 : placed.Design.Structures.SequenceEqual(first.Structures),
                model);
        }
    }

    [Fact]
    public void Columns_on_one_line_share_a_rail_and_its_slot()
    {
        var plan = Sample.Plan(Apart(0));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "rails-collide");
        Assert.Equal(2, plan.Parts.Count(p => p.Id.Contains($"/{Level}-rail-", StringComparison.Ordinal)));
    }

    [Fact]
    public void Columns_a_few_millimetres_apart_do_not_sit_beside_the_slot_but_stop()
    {
        var design = Apart(7);
        var plan = Sample.Plan(design);
        var stop = plan.Findings.Single(f => f.Code == "rails-collide");
        Assert.Contains("7 mm apart", stop.Text, StringComparison.Ordinal);
        var tried = TriedRemedies.Of(stop, design, plan, Sample.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        Assert.NotEmpty(tried);
        Assert.All(tried, r => Assert.DoesNotContain(r.Plan.Findings, f => f.Code == "rails-collide"));
    }

    [Fact]
    public void Columns_farther_apart_than_a_rail_is_wide_get_rails_of_their_own()
    {
        var plan = Sample.Plan(Apart(30));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "rails-collide");
        Assert.Equal(4, plan.Parts.Count(p => p.Id.Contains($"/{Level}-rail-", StringComparison.Ordinal)));
    }
}
