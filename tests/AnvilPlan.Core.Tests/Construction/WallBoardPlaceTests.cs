using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>A board on the wall is measured by one who stands before it, and is as deep as what stands on it.</summary>
public class WallBoardPlaceTests
{
    private static readonly string Back = Deck.OfPanel(Face.Back);

    private static Design Begun(Design design) => Sample.Catalog.Systems.Single(s => s is BackBoardSystem).Begin(design, Sample.Catalog)!;

    private static Device Board(double u, double v, int turns = 0) =>
        new("board", "sbc-85", "Board", Back, u, v, turns, null, null, []);

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void The_board_is_drawn_and_its_holes_are_counted_from_the_front(int turns)
    {
        var plan = Sample.Plan(Begun(Sample.Empty) with { Devices = [Board(100, 120, turns)] });
        var board = plan.Part("shell/back");
        // x runs to the right for one who looks at the front
        Assert.Equal((Direction.Right, Direction.Up, "inside"), (board.Frame.U, board.Frame.V, board.SeenFrom));
        var body = plan.Devices.Single().Body;
        var holes = board.Features.OfType<Hole>().Where(h => h.For == "board").ToList();
        Assert.NotEmpty(holes);
        Assert.All(holes, h => Assert.InRange(h.At.U + plan.Outer.Min.X, body.Min.X, body.Max.X));
    }

    [Fact]
    public void A_panel_of_a_box_is_still_drawn_from_outside()
    {
        var back = Sample.Plan(Sample.Empty).Part("shell/back");
        Assert.Equal((Direction.Left, "outside"), (back.Frame.U, back.SeenFrom));
    }

    [Fact]
    public void The_depth_is_frame_board_pad_standoff_and_the_tallest_device()
    {
        var plan = Sample.Plan(Begun(Sample.Empty) with { Devices = [Board(100, 120)] });
        var frame = Sample.Catalog.Bar("pine-45x45").HeightMm;
        var device = plan.Devices.Single();
        var by = frame + plan.Part("shell/back").ThicknessMm + plan.Part(AdapterPlate.IdOf("board")).ThicknessMm + device.StandoffMm
            + Sample.Catalog.Model("sbc-85").HeightMm;
        Assert.Equal(Math.Ceiling(by), plan.Outer.Size.Y, 6);
        Assert.DoesNotContain(plan.Findings, f => f.Code == "device-outside");
    }

    [Theory]
    [InlineData("supply-100w")]
    [InlineData("supply-35w")]
    [InlineData("sbc-85")]
    [InlineData("battery-pack")]
    public void An_empty_board_takes_hardware_however_far_it_stands_out(string model)
    {
        var design = Begun(Sample.Empty);
        var placed = DevicePlacing.Add(design, Sample.Catalog, Core.Shops.ShopProfile.Usual, model, Back);
        Assert.Equal("", placed.Reason);
        Assert.True(Sample.Plan(placed.Design!).Outer.Size.Y >= Sample.Catalog.Model(model).HeightMm + 45 + 11.9);
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
    public void With_another_structure_that_may_close_faces_the_depth_is_decided()
    {
        var wrap = Sample.Catalog.Systems.Single(s => s.Key == "bentWrap").Begin(Begun(Sample.Empty), Sample.Catalog)!;
        var both = wrap with
        {
            Box = wrap.Box with
            { Panels = [.. wrap.Box.Panels.Select(p => p.Face == Face.Back ? p : p with { Hold = PanelHold.Open })] }
        };
        Assert.False(Sample.Catalog.Spread(both).Box.DepthFollows);
        Assert.All(Sample.Plan(both).Parts, p => Assert.True(p.LengthMm > 0 && p.WidthMm > 0, p.Id));
    }

    [Fact]
    public void Spreading_twice_changes_nothing()
    {
        var once = Sample.Catalog.Spread(Begun(Sample.Empty) with { Devices = [Board(100, 120)] });
        Assert.Equal(once.Box.DepthMm, Sample.Catalog.Spread(once).Box.DepthMm);
    }
}
