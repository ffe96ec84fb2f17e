using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>A board that hangs by two bevelled rails: figures worked out by hand for a bar of 45 x 45 at 30 degrees.</summary>
public class HookedRailsTests
{
    /// <summary>45 * tan 30.</summary>
    private const double Drop = 25.981;

    private static Design Begun(string bar = "pine-45x45") => Sample.Catalog.Systems.Single(s => s is BackBoardSystem)
        .Begin(Sample.Empty, Sample.Catalog)! is var d
        ? d.WithStructure<BackBoard>(d.Structures[^1].Id, b => b with { Hanging = Hanging.BevelledRails, FrameBarId = bar }) : d;

    private static Part Bar(BuildPlan plan, string end) => plan.Parts.Single(p => p.Id.EndsWith("/frame-" + end, StringComparison.Ordinal));

    private static bool HasMaterial(Part part, Point3 at) => part.Box.Contains(at) && !part.Features.OfType<Bevel>()
        .SelectMany(f => f.Cuts(part.Slab)).Any(c => c.Removes(part.Frame.ToPlane(at), -part.Frame.HeightOf(at), part.Slab));

    [Fact]
    public void The_rails_hook_into_each_other_and_share_no_material()
    {
        var plan = Sample.Plan(Begun());
        var (hung, rail) = (Bar(plan, "top"), Bar(plan, "wall"));
        Assert.Equal(Drop, rail.Box.Max.Z - hung.Box.Min.Z, 2);
        var (front, back) = (hung.Box.Min.Y, hung.Box.Max.Y);
        var x = hung.Box.Centre.X;
        // in the strip where both blocks lie, the hung rail is at the wall and the wall rail at the board
        var low = hung.Box.Min.Z + 2;
        Assert.True(HasMaterial(hung, new Point3(x, back - 1, low)));
        Assert.False(HasMaterial(rail, new Point3(x, back - 1, low)));
        Assert.True(HasMaterial(rail, new Point3(x, front + 1, low)));
        Assert.False(HasMaterial(hung, new Point3(x, front + 1, low)));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "parts-collide");
    }

    [Fact]
    public void Screws_of_the_board_meet_the_full_depth_of_the_hung_rail_and_none_the_wall_rail()
    {
        var plan = Sample.Plan(Begun());
        var (hung, rail) = (Bar(plan, "top"), Bar(plan, "wall"));
        var screws = plan.Fixings.Where(f => f.Id.StartsWith(hung.Id + "/board", StringComparison.Ordinal)).ToList();
        Assert.NotEmpty(screws);
        Assert.All(screws, s => Assert.InRange(s.At.Z, hung.Box.Min.Z + Drop + 2, hung.Box.Max.Z - 2));
        Assert.DoesNotContain(plan.Fixings, f => f.Layers.Any(l => l.Owner == rail.Id) && f.Layers.Any(l => l.Owner == "shell/back"));
    }

    [Fact]
    public void Only_the_wall_rail_is_screwed_to_the_studs_in_the_middle_of_what_the_bevel_leaves()
    {
        var plan = Sample.Plan(Begun());
        var rail = Bar(plan, "wall");
        var screws = plan.Fixings.Where(f => f.Id.Contains("/wall-", StringComparison.Ordinal)).ToList();
        Assert.Equal(2, screws.Count);
        // 45 - 26 = 19 left at the wall, its middle 9.5 above the lower edge; 4 mm either way to pass others
        Assert.All(screws, s => Assert.InRange(s.At.Z - rail.Box.Min.Z, 9.5 - 4, 9.5 + 4));
        Assert.All(screws, s => Assert.Equal(rail.Id, Assert.Single(s.Layers, l => l.Role == LayerRole.Clearance).Owner));
    }

    [Fact]
    public void The_flat_bar_is_bevelled_at_45_degrees()
    {
        var plan = Sample.Plan(Begun("pine-40x20"));
        Assert.All(["top", "wall"], end => Assert.Equal(45, Bar(plan, end).Features.OfType<Bevel>().Single().AngleDeg));
        Assert.Equal(20, Bar(plan, "wall").Box.Max.Z - Bar(plan, "top").Box.Min.Z, 6);
        Assert.Empty(Bar(plan, "bottom").Features.OfType<Bevel>());
    }

    [Theory]
    [InlineData("pine-45x70")]
    [InlineData("aluminium-6061-tube-25")]
    public void A_bar_that_a_bevel_would_cut_through_is_refused(string bar)
    {
        var problem = Assert.Single(DesignCheck.Problems(Begun(bar), Sample.Catalog));
        Assert.EndsWith(".hanging", problem.Path, StringComparison.Ordinal);
        Assert.Contains(bar, problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_step_says_how_far_the_board_is_lifted()
    {
        var step = Sample.Plan(Begun()).Work.Operations.Single(w => w.Id.EndsWith("/hang", StringComparison.Ordinal));
        Assert.Contains("lift the board 26 mm", step.Title, StringComparison.Ordinal);
    }

    [Fact]
    public void A_board_too_low_for_its_bars_is_a_stop_that_both_remedies_mend()
    {
        // 3 * 45 - 26 = 109 and 1 mm of play, twice 40 of inset: 190
        var low = Begun();
        low = low with { Box = low.Box with { HeightMm = 180 } };
        var finding = Sample.Plan(low).Findings.Single(f => f.Code == "bars-have-no-room");
        Assert.Equal(Core.Findings.Severity.Stop, finding.Severity);
        Assert.All(finding.Remedies, r => Assert.DoesNotContain(Sample.Plan(r.Change(low)!).Findings,
            f => f.Code is "bars-have-no-room" or "parts-collide"));
    }

    [Fact]
    public void A_higher_board_pulls_less_on_its_screws()
    {
        static double Pull(double heightMm)
        {
            var design = Begun();
            var text = Sample.Plan(design with { Box = design.Box with { HeightMm = heightMm } })
                .Findings.Single(f => f.Code == "wall-load").Text;
            return double.Parse(text.Split("is pulled by ")[1].Split(' ')[0], System.Globalization.CultureInfo.InvariantCulture);
        }

        Assert.True(Pull(250) > Pull(900));
    }
}
