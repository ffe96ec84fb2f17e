using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Clearance;

public class CableRouteTests
{
    [Fact]
    public void A_polyline_with_two_corners_agrees_with_the_worked_case()
    {
        // worked case cable_route-1: 70 + 180 + 90 mm, radius 28: 315.96459 mm
        var path = CableRoutes.PathMm(default, Direction.Right.Vector(), new Point3(160, 180, 0), Direction.Left.Vector(), 35, 28);
        Assert.Equal(315.96459, path, 5);
    }

    [Fact]
    public void Ports_that_face_each_other_need_no_corner_and_ports_side_by_side_need_a_turn_back()
    {
        Assert.Equal(200, CableRoutes.PathMm(default, Direction.Right.Vector(), new Point3(200, 0, 0), Direction.Left.Vector(), 20, 10), 9);
        // out 30, across 50, back 30, two quarter corners of radius 10: 110 - 2 x (2 - pi/2) x 10
        Assert.Equal(110 - (20 * (2 - (Math.PI / 2))), CableRoutes.PathMm(default, Direction.Right.Vector(), new Point3(0, 50, 0),
            Direction.Right.Vector(), 20, 10), 9);
    }

    [Fact]
    public void A_drawer_adds_its_travel_and_bends_its_cable_wider()
    {
        var link = new Link("line", "audio", "line-out", "adc", "line-in", "coax-rg-174", 150);
        var design = Sample.WithTray.With(Sample.Device("audio", "audio-65", "tray-1", 30, 40),
            Sample.Device("adc", "audio-65", "panel/bottom", 180, 140)) with
        { Links = [link] };
        var still = Sample.Plan(design).Routes.Single();
        var sliding = Sample.Plan(design.WithTray("tray-1", t => t with { Drawer = new Drawer(Face.Front, 120) })).Routes.Single();
        Assert.True(sliding.NeededMm > still.NeededMm + 119, $"{sliding.NeededMm} against {still.NeededMm}");
        Assert.Equal(Math.Ceiling(still.PathMm * 1.05), still.NeededMm);
    }

    [Theory]
    [InlineData("usb-2-0", false, 43)] // straight 25, bend 4 x 4, half of 4
    [InlineData("usb-2-0", true, 59)] // moving bend 8 x 4
    [InlineData("hdmi-standard", false, 80.5)] // 35 + 6 x 7 + 3.5
    [InlineData("card-riser-ribbon", false, 30.75)] // 15 + 10 x 1.5 + 0.75
    public void The_room_before_a_wall_is_straight_run_bend_and_half_the_cable(string id, bool moving, double mm) =>
        Assert.Equal(mm, Core.Catalogs.CableKind.Find(id)!.RoomMm(moving), 9);

    [Fact]
    public void Every_cable_of_the_table_has_an_id_of_its_own_and_bends_wider_when_it_moves()
    {
        var all = Core.Catalogs.CableKind.Shipped;
        Assert.Equal(24, all.Count);
        Assert.Equal(all.Count, all.Select(c => c.Id).Distinct().Count());
        Assert.All(all, c => Assert.True(c.BendRadiusMm(true) > c.BendRadiusMm(false)));
        Assert.Null(Core.Catalogs.CableKind.Find("rope"));
    }
}
