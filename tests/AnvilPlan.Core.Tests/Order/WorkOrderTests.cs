using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Order;

/// <summary>Work stands in the order in which a shop does it.</summary>
public class WorkOrderTests
{
    public static TheoryData<string> Systems => [.. Sample.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key)];

    private static BuildPlan Begun(string key) => Sample.Plan(Sample.Catalog.Systems.Single(s => s.Key == key).Begin(Sample.Empty, Sample.Catalog)! with { Devices = [] });

    private static int First(BuildPlan plan, Func<WorkStep, bool> of) => plan.Work.ToList().FindIndex(s => of(s));

    [Theory]
    [MemberData(nameof(Systems))]
    public void Nothing_of_a_stage_comes_before_what_it_needs(string key)
    {
        var plan = Begun(key);
        Assert.Equal(plan.Work.Select(s => s.Stage).Order(), plan.Work.Select(s => s.Stage));
        Assert.DoesNotContain(plan.Work, s => s.Minutes <= 0);
    }

    [Fact]
    public void A_strip_is_bent_before_its_ends_are_joined_and_feet_are_screwed_on()
    {
        var plan = Begun("bentWrap");
        var bent = plan.Work.ToList().FindLastIndex(s => s.Title.StartsWith("Turn the corner", StringComparison.Ordinal));
        Assert.True(bent >= 0 && bent < First(plan, s => s.Id.StartsWith("join/", StringComparison.Ordinal)), string.Join("; ", plan.Work.Select(s => s.Id)));
        Assert.True(bent < First(plan, s => s.Id == "fix/feet"));
        // what is cut into the faces is cut while the strip is flat
        Assert.InRange(plan.Work.ToList().FindLastIndex(s => s.Stage == WorkStage.Machine), 0, bent - 1);
    }

    [Fact]
    public void Faces_are_sanded_before_hardware_comes_in_and_a_board_is_hung_last()
    {
        var board = Sample.Catalog.Systems.Single(s => s.Key == "backBoard").Begin(Sample.Empty, Sample.Catalog)!;
        var plan = Sample.Plan(board with { Devices = [new Device("board", "sbc-85", "Board", Deck.OfPanel(Face.Back), 100, 120, 0, null, null, 0, null, null, [])] });
        var sanded = First(plan, s => s.Id == "finish");
        Assert.True(sanded < First(plan, s => s.Stage == WorkStage.Mount));
        Assert.Equal(WorkStage.Place, plan.Work[^1].Stage);
        Assert.StartsWith("Hang it", plan.Work[^1].Title, StringComparison.Ordinal);
    }
}
