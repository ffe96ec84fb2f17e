using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Clearance;

public class ZoneTests
{
    [Fact]
    public void The_room_behind_a_drives_connector_turns_with_the_drive()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 60, 60, 1)));
        var room = plan.Rooms.Single(r => r.Kind == ZoneKind.KeepOut);
        var body = plan.Devices.Single().Body;
        // the connector leaves to the left of the model; a quarter turn counter-clockwise makes that the front
        Assert.Equal(body.Min.Y, room.Box.Max.Y, 6);
        Assert.Equal(25, room.Box.Size.Y, 6);
        Assert.True(room.Free);
    }

    [Fact]
    public void What_hangs_on_a_door_swings_through_the_circle_of_its_far_corner()
    {
        var design = Sample.Empty.WithPanel(Face.Front, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Left })
            .With(Sample.Device("b", "button-22", "panel/front", 230, 58) with { RebateToMm = 5 });
        var swing = Sample.Plan(design).Rooms.Single(r => r.Kind == ZoneKind.DoorSwing);
        // far edge 230 + 29 = 259 mm from the hinge; the button is 60 mm deep behind the panel's outer face
        Assert.Equal(Math.Sqrt((259 * 259) + (60 * 60)), swing.Box.Max.X, 6);
        Assert.Equal(230, swing.Box.Min.X, 6);
    }

    [Fact]
    public void A_drawer_sweeps_its_travel_with_all_that_stands_on_it()
    {
        var design = Sample.WithTray.WithTray("tray-1", t => t with { Drawer = new Drawer(Face.Right, 80) })
            .With(Sample.Device("audio", "audio-65", "tray-1", 40, 40));
        var swept = Sample.Plan(design).Rooms.Where(r => r.Kind == ZoneKind.DrawerTravel).ToList();
        Assert.Equal(2, swept.Count);
        Assert.Equal(65 + 80, swept.Single(s => s.What.StartsWith("audio", StringComparison.Ordinal)).Box.Size.X, 6);
    }

    [Fact]
    public void A_cable_room_is_plug_straight_run_bend_and_half_the_cable()
    {
        var design = Sample.WithTray.With(Sample.Device("audio", "audio-65", "tray-1", 40, 40), Sample.Device("other", "audio-65", "tray-1",
            190, 140, 2)) with
        {
            Links = [new Link("line", "audio", "line-out", "other", "line-in", "coax-rg-174", null)],
        };
        var room = Sample.Plan(design).Rooms.First(r => r.Kind == ZoneKind.PlugRoom && r.Owner == "audio");
        // RG-174: straight 20, bend 6 x 2.8, half of 2.8
        Assert.Equal(20 + 16.8 + 1.4, room.Box.Size.X, 6);
    }

    [Fact]
    public void A_door_hinged_on_the_other_side_sweeps_the_other_way()
    {
        var design = Sample.Empty.WithPanel(Face.Front, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Right })
            .With(Sample.Device("b", "button-22", "panel/front", 61, 58) with { RebateToMm = 5 });
        var swing = Sample.Plan(design).Rooms.Single(r => r.Kind == ZoneKind.DoorSwing);
        // its far edge from the right is 320 - 61 = 259 mm, 60 mm deep as before
        Assert.Equal(320 - Math.Sqrt((259 * 259) + (60 * 60)), swing.Box.Min.X, 6);
        Assert.Equal(61 + 29, swing.Box.Max.X, 6);
    }

    [Fact]
    public void Room_that_runs_into_a_wall_names_the_wall_and_by_how_much()
    {
        var plan = Sample.Plan(Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 18, 60)));
        // the tray lies 1 mm off the wall: 19 mm to it, 25 are wanted
        var finding = plan.Findings.Single(f => f.Code == "room-taken" && f.Places.Contains("shell/left"));
        Assert.Contains("Left side stands in it by 6 x 44 x 9 mm", finding.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Fingers_want_room_only_before_what_stands_proud()
    {
        Design Beside(string model) => Sample.Empty.With(Sample.Device("gain", "pot-m7", "panel/front", 100, 80) with { RebateToMm = 3 },
            Sample.Device("other", model, "panel/front", 122, 80) with { RebateToMm = 3 });
        Assert.Contains(Sample.Plan(Beside("encoder-m7")).Findings, f => f.Code == "no-finger-room");
        Assert.Equal(0, Sample.Catalog.Model("oled-096").FrontMm);
        Assert.DoesNotContain(Sample.Plan(Beside("oled-096")).Findings, f => f.Code == "no-finger-room");
    }

    [Fact]
    public void A_flat_ratchet_still_reaches_under_a_low_lid_where_a_long_driver_does_not()
    {
        // a board on the bottom of a box 70 mm high with a fixed lid: 56 mm above the screws, a stub driver needs 85
        var low = Sample.Empty.WithPanel(Face.Top, p => p with { Hold = PanelHold.Fixed })
            .WithPanel(Face.Front, p => p with { Hold = PanelHold.Removable });
        var design = low with
        {
            Box = low.Box with { HeightMm = 90 },
            Devices = [Sample.Device("adc", "adc-50", "panel/bottom", 130, 100)]
        };
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Code == "driver-blocked");
        var tight = Sample.Plan(design with { Box = design.Box with { HeightMm = 46 } });
        Assert.Contains(tight.Findings, f => f.Code == "driver-blocked" && f.Places.Contains("shell/top"));
    }

    /// <summary>
    /// Second method: bodies from the model's own numbers by hand-written turns, then points of a grid through every body, tried
    /// against every other body with its clearance and every room that must stay free.
    /// </summary>
    [Fact]
    public void What_the_checker_passes_does_not_overlap_point_by_point()
    {
        string[] models = ["sbc-85", "audio-65", "drive-25-7", "relay-2", "bec-5v", "adc-50", "clock-40", "radio-45", "charge-70"];
        var (random, passed) = (new Random(11), 0);
        for (var round = 0; round < 40; round++)
        {
            var design = Sample.WithTray with { Box = Sample.WithTray.Box with { WidthMm = 420, DepthMm = 320 } };
            for (var i = 0; i < 5; i++)
            {
                design = DevicePlacing.Add(design, Sample.Catalog, ShopProfile.Usual, models[random.Next(models.Length)], "tray-1")
                    .Design ?? design;
                var last = design.Devices[^1];
                var turned = design.WithDevice(last.Id, d => d with
                {
                    QuarterTurns = random.Next(4),
                    UMm = random.Next(300),
                    VMm = random.Next(220)
                });
                design = random.Next(2) == 0 && Clean(Sample.Plan(turned)) ? turned : design;
            }

            if (!Clean(Sample.Plan(design)))
            {
                continue;
            }

            passed++;
            var boxes = design.Devices.Select(d => (d.Id, Body: ByHand(d), Rooms: RoomsByHand(d))).ToList();
            foreach (var (a, b) in boxes.SelectMany(a => boxes.Where(b => b.Id != a.Id).Select(b => (a, b))))
            {
                Assert.DoesNotContain(Grid(a.Body), p => Inside(b.Body, p) || b.Rooms.Exists(r => Inside(r, p)));
            }
        }

        Assert.True(passed >= 25, $"only {passed} arrangements were clean");
    }

    private static bool Clean(BuildPlan plan) =>
        !plan.Findings.Any(f => f.Code is "devices-collide" or "device-outside" or "device-hits-part" or "room-taken" or "air-gap-taken"
        or "plug-no-room");

    /// <summary>Left, front, right, back, bottom, top on the tray, mm.</summary>
    private static double[] ByHand(Device d)
    {
        var m = Sample.Catalog.Model(d.ModelId);
        var (w, h) = d.QuarterTurns % 2 == 0 ? (m.WidthMm, m.DepthMm) : (m.DepthMm, m.WidthMm);
        return [d.UMm, d.VMm, d.UMm + w, d.VMm + h, 5, 5 + m.HeightMm];
    }

    private static List<double[]> RoomsByHand(Device d)
    {
        var m = Sample.Catalog.Model(d.ModelId);
        return [.. m.KeepOuts.Select(k =>
        {
            double[][] corners = [Turn(k.XMm, k.YMm), Turn(k.XMm + k.WidthMm, k.YMm + k.DepthMm)];
            return new[]
            {
                d.UMm + Math.Min(corners[0][0], corners[1][0]), d.VMm + Math.Min(corners[0][1], corners[1][1]),
                d.UMm + Math.Max(corners[0][0], corners[1][0]), d.VMm + Math.Max(corners[0][1], corners[1][1]), 0, 500.0,
            };
        })];

        double[] Turn(double x, double y) => d.QuarterTurns switch
        {
            0 => [x, y],
            1 => [m.DepthMm - y, x],
            2 => [m.WidthMm - x, m.DepthMm - y],
            _ => [y, m.WidthMm - x],
        };
    }

    private static IEnumerable<double[]> Grid(double[] b) =>
        from i in Enumerable.Range(0, 15)
        from j in Enumerable.Range(0, 15)
        from k in Enumerable.Range(0, 3)
        select new[] { b[0] + ((b[2] - b[0]) * (i + 0.5) / 15), b[1] + ((b[3] - b[1]) * (j + 0.5) / 15), b[4]
            + ((b[5] - b[4]) * (k + 0.5) / 3) };

    private static bool Inside(double[] b, double[] p) =>
        p[0] > b[0] + 1e-6 && p[0] < b[2] - 1e-6 && p[1] > b[1] + 1e-6 && p[1] < b[3] - 1e-6 && p[2] > b[4] + 1e-6 && p[2] < b[5] - 1e-6;
}
