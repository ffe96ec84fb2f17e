using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;

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
