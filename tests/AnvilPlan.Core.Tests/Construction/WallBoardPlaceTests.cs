using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>A board on the wall is measured by one who stands before it, and is as deep as what stands on it.</summary>
public class WallBoardPlaceTests
{
    private static readonly string Back = Deck.OfPanel(Face.Back);

    private static Design Begun(Design design) => Sample.Catalog.Systems.Single(s => s is BackBoardSystem).Begin(design, Sample.Catalog)!;

    private static Device Board(double u, double v, int turns = 0) => new("board", "sbc-85", "Board", Back, u, v, turns, null, null, 0, null, null, []);

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void U_is_counted_from_the_left_as_one_stands_before_it(int turns)
    {
        var plan = Sample.Plan(Begun(Sample.Empty) with { Devices = [Board(100, 120, turns)] });
        var body = plan.Devices.Single().Body;
        // x runs to the right for one who looks at the front
        Assert.Equal((100.0, 120.0), (body.Min.X, body.Min.Z));
        var board = plan.Part("shell/back");
        Assert.Equal((Direction.Right, Direction.Up), (board.Frame.U, board.Frame.V));
        Assert.Equal("inside", board.SeenFrom);
    }

    [Fact]
    public void A_board_of_an_older_project_goes_on_counting_from_behind()
    {
        var old = Begun(Sample.Empty);
        old = old.WithStructure<BackBoard>(old.Structures[0].Id, b => b with { CountedFromFront = false }) with { Devices = [Board(100, 120)] };
        var plan = Sample.Plan(old);
        Assert.Equal(plan.Outer.Max.X - 100, plan.Devices.Single().Body.Max.X, 6);
    }

    [Fact]
    public void What_stands_on_the_back_stays_where_it_is_when_the_board_is_begun()
    {
        var before = Sample.Empty with { Devices = [Board(40, 60)] };
        before = before.WithPanel(Face.Back, p => p with { Drilled = [new DrilledHole(30, 20, 4)] });
        var after = Begun(before);
        var (was, now) = (Sample.Plan(before).Devices.Single().Body, Sample.Plan(after).Devices.Single().Body);
        Assert.Equal((was.Min.X, was.Max.X, was.Min.Z), (now.Min.X, now.Max.X, now.Min.Z));
        Assert.Equal(Sample.Plan(before).Outer.Max.X - 30, after.Panel(Face.Back).Drilled.Single().UMm, 6);
    }

    [Fact]
    public void The_depth_is_frame_board_pad_standoff_and_the_tallest_device()
    {
        var plan = Sample.Plan(Begun(Sample.Empty) with { Devices = [Board(100, 120)] });
        var frame = Sample.Catalog.Bar("pine-45x45").HeightMm;
        var device = plan.Devices.Single();
        var by = frame + plan.Part("shell/back").ThicknessMm + plan.Part(AdapterPlate.IdOf("board")).ThicknessMm + device.StandoffMm + Sample.Catalog.Model("sbc-85").HeightMm;
        Assert.Equal(Math.Ceiling(by), plan.Outer.Size.Y, 6);
        Assert.DoesNotContain(plan.Findings, f => f.Code == "device-outside");
    }

    [Fact]
    public void With_a_cover_round_it_the_depth_is_decided()
    {
        var design = Begun(Sample.Empty).WithPanel(Face.Left, p => p with { Hold = PanelHold.Fixed });
        Assert.False(Sample.Catalog.Spread(design).Box.DepthFollows);
        Assert.Equal(Sample.Plan(design with { Devices = [Board(100, 120)] }).Outer.Size.Y, design.Box.DepthMm);
        Assert.True(Sample.Catalog.Spread(Begun(Sample.Empty)).Box.DepthFollows);
    }

    [Fact]
    public void Spreading_twice_changes_nothing()
    {
        var once = Sample.Catalog.Spread(Begun(Sample.Empty) with { Devices = [Board(100, 120)] });
        Assert.Equal(once.Box.DepthMm, Sample.Catalog.Spread(once).Box.DepthMm);
    }
}
