using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fit;

/// <summary>
/// Plates in all planes, both faces, turned boards, holes that are there already. The box is 320 x 240 x 160, panels 11.9.
/// </summary>
public class DeckTests
{
    private static Design Upright(TrayPlane plane, double offset) =>
        Sample.WithTray.WithTray("tray-1", t => t with { Plane = plane, UndersideMm = offset, RailBarId = "aluminium-6061-10x10" });

    [Fact]
    public void An_upright_plate_stands_at_its_distance_from_the_panel_behind_it()
    {
        var front = Sample.Plan(Upright(TrayPlane.FacesFront, 60)).Part("tray-1").Box;
        // back inner face at 240 - 11.9 = 228.1; 60 mm air, 2 mm plate
        Assert.Equal((166.1, 168.1), (Math.Round(front.Min.Y, 6), Math.Round(front.Max.Y, 6)));
        var right = Sample.Plan(Upright(TrayPlane.FacesRight, 60)).Part("tray-1").Box;
        Assert.Equal((71.9, 73.9), (Math.Round(right.Min.X, 6), Math.Round(right.Max.X, 6)));
    }

    [Theory]
    [InlineData(TrayPlane.Level)]
    [InlineData(TrayPlane.FacesFront)]
    [InlineData(TrayPlane.FacesRight)]
    public void A_plate_is_carried_by_two_rails_behind_it_that_touch_it_and_both_walls(TrayPlane plane)
    {
        var plan = Sample.Plan(Upright(plane, 60));
        var plate = plan.Part("tray-1").Box;
        var rails = plan.Parts.Where(p => p.Id.StartsWith("rail/", StringComparison.Ordinal)).Select(p => p.Box).ToList();
        Assert.Equal(2, rails.Count);
        var normal = plane.Normal();
        Assert.All(rails, r => Assert.Equal(plate.Side(normal.Opposite()), r.Side(normal), 6));
        Assert.All(rails, r => Assert.DoesNotContain(plan.Parts.Where(p => p.Box != r && p.Kind != PartKind.Panel),
            p => p.Box.Overlaps(r)));
        Assert.DoesNotContain(plan.Findings, f => f.Code is "tray-unsupported" or "tray-outside");
    }

    [Fact]
    public void A_bay_hangs_from_the_top_on_posts_as_long_as_what_is_left_above_it()
    {
        var plan = Sample.Plan(Sample.WithTray.WithTray("tray-1", t => t with { Support = TraySupport.Hung, UndersideMm = 110 }));
        // inside 136.2 high: 110 + 2 leaves 24.2 for the posts
        Assert.Contains(plan.Screws, s => s.Where == "Top to posts");
        Assert.Equal(4, plan.Part("shell/top").Features.OfType<Hole>().Count(h => h.For == "tray/tray-1"));
        Assert.Equal(4, plan.Part("tray-1").Features.OfType<Hole>().Count(h => h.For == "tray/tray-1"));
    }

    [Fact]
    public void A_board_under_its_tray_looks_down_and_its_holes_mirror()
    {
        var above = Sample.Plan(Sample.WithTray.With(Sample.Device("relay", "relay-2", "tray-1", 60, 60)));
        var under = Sample.Plan(Sample.WithTray.With(Sample.Device("relay", "relay-2", "tray-1", 60, 60) with { FarFace = true }));
        var tray = under.Part("tray-1").Box;
        Assert.Equal(tray.Min.Z - under.Devices.Single().StandoffMm, under.Devices.Single().Body.Max.Z, 6);
        Assert.True(under.Devices.Single().Mirrored);
        Assert.Equal(Mirrored(above, 60, 51), Points(under));
    }

    [Fact]
    public void A_board_turned_over_stands_clear_of_its_tallest_part_and_its_holes_mirror()
    {
        var plain = Sample.Plan(Sample.WithTray.With(Sample.Device("relay", "relay-2", "tray-1", 60, 60)));
        var over = Sample.Plan(Sample.WithTray.With(Sample.Device("relay", "relay-2", "tray-1", 60, 60) with { TurnedOver = true }));
        var (place, tray, model) = (over.Devices.Single(), over.Part("tray-1").Box, Sample.Catalog.Model("relay-2"));
        // component side down: 19 mm high less the 1.6 mm board, and at least 1 mm
        Assert.True(place.StandoffMm >= model.HeightMm - model.BoardMm + 1 - 1e-9);
        Assert.Equal(tray.Max.Z + place.StandoffMm + model.BoardMm, place.Body.Max.Z, 6);
        Assert.Equal(model.HeightMm, place.Body.Size.Z, 6);
        Assert.Equal(Mirrored(plain, 60, 51), Points(over));
    }

    [Fact]
    public void A_main_board_turned_over_misses_its_old_holes_by_what_the_pattern_says()
    {
        var model = Sample.Catalog.Model("board-170");
        var drilled = model.Holes.Select(h => new DrilledHole(30 + h.XMm, 30 + h.YMm, 4)).ToList();
        var design = Sample.WithTray.WithTray("tray-1", t => t with { Drilled = drilled })
            .With(Sample.Device("main", "board-170", "tray-1", 30, 30) with { Mounting = new OnDeckHoles() });
        Assert.DoesNotContain(Sample.Plan(design).Findings, f => f.Code == "pattern-misses-holes");
        Assert.DoesNotContain(Sample.Plan(design).Part("tray-1").Features, f => f.For == "main");

        var finding = Sample.Plan(design.WithDevice("main", d => d with { TurnedOver = true }))
            .Findings.Single(f => f.Code == "pattern-misses-holes");
        // mirrored across 170.18: x 33.02 -> 137.16, nearest hole at 165.10: 27.94; 10.16 -> 160.02: 5.08 off 165.10; 165.10 -> 5.08: 5.08
        // off 10.16, and 27.94 off 33.02
        Assert.Contains("hole 1 misses by 27.9 mm; hole 2 misses by 5.1 mm; hole 3 misses by 27.9 mm; hole 4 misses by 5.1 mm",
            finding.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_device_is_laid_so_that_it_meets_holes_drilled_for_it_elsewhere_and_turned()
    {
        var model = Sample.Catalog.Model("drive-25-7");
        // the plate was drilled for the drive turned by a quarter: (x, y) -> (69.85 - y, x), at (80, 20)
        var drilled = model.Holes.Select(h => new DrilledHole(80 + 69.85 - h.YMm, 20 + h.XMm, 3.4)).ToList();
        var design = Sample.WithTray.WithTray("tray-1", t => t with { Drilled = drilled })
            .With(Sample.Device("drive", "drive-25-7", "tray-1", 40, 40) with { Mounting = new OnDeckHoles() });
        var finding = Sample.Plan(design).Findings.Single(f => f.Code == "pattern-misses-holes");
        var laid = finding.Remedies.Single(r => r.Id == "lay-to-match").Change(design)!.Devices.Single();
        Assert.Equal(1, laid.QuarterTurns % 2);
        Assert.DoesNotContain(Sample.Plan(design.WithDevice("drive", _ => laid)).Findings, f => f.Code == "pattern-misses-holes");
    }

    [Fact]
    public void An_adapter_plate_carries_both_patterns_and_lifts_the_device()
    {
        var drilled = new List<DrilledHole> { new(45, 45, 3.4), new(140, 45, 3.4), new(45, 130, 3.4), new(140, 130, 3.4) };
        var bare = Sample.WithTray.WithTray("tray-1", t => t with { Drilled = drilled })
            .With(Sample.Device("relay", "relay-4", "tray-1", 55, 55));
        var plan = Sample.Plan(bare.WithDevice("relay", d => d with { Mounting = new OnAdapter(new Adapter("aluminium-5052", 3)) }));
        var plate = plan.Part("adapter/relay");
        Assert.Equal(4, plate.Features.OfType<Hole>().Count(h => h.Thread == "M3"));
        Assert.Equal(4, plate.Features.OfType<Hole>().Count(h => h.SinkDiaMm is not null));
        Assert.DoesNotContain(plan.Part("tray-1").Features, f => f.For == "relay");
        Assert.Equal(plan.Part("tray-1").Box.Max.Z, plate.Box.Min.Z, 6);
        Assert.Equal(plate.ThicknessMm, plan.Devices.Single().Body.Min.Z - plan.Devices.Single().StandoffMm - plan.Part("tray-1")
            .Box.Max.Z, 6);
        Assert.DoesNotContain(plan.Findings, f => f.Severity == Core.Findings.Severity.Stop);
    }

    [Fact]
    public void The_air_behind_an_upright_plate_is_set_from_its_chain()
    {
        var design = Upright(TrayPlane.FacesFront, 60).With(Sample.Device("relay", "relay-2", "tray-1", 100, 60));
        var chain = Sample.Plan(design).Chains.Single(c => c.Id == "relay/y");
        var index = chain.Layers.ToList().FindIndex(l => l.Handle == new LiftLayer("tray-1"));
        Assert.Equal(60, chain.Layers[index].ThicknessMm, 6);
        var moved = ChainEdit.Set(design, Sample.Catalog, chain, index, 70, ChainPolicy.UseSlack);
        Assert.Equal(70, moved.Trays.Single().UndersideMm);
        Assert.Equal(chain.TotalMm, Sample.Plan(moved).Chains.Single(c => c.Id == "relay/y").TotalMm, 6);
    }

    [Fact]
    public void A_card_folded_flat_over_its_board_hangs_on_a_riser_that_must_be_long_enough()
    {
        // a hung bay above the board carries the card on its underside, the riser runs from the slot up to the card's edge
        var board = Sample.Device("board", "board-170", "panel/bottom", 40, 20) with { ClosedPorts = ["rear", "power", "switch"] };
        var card = Sample.Device("card", "card-168", "tray-1", 40, 40) with { FarFace = true, ClosedPorts = ["sockets"] };
        var start = ChainEdit.Resize(Sample.WithTray.WithTray("tray-1", t => t with { Support = TraySupport.Hung, UndersideMm = 150 }),
            Axis.Z, 80).With(board, card);
        var design = start with { Links = [new Link("riser", "board", "slot", "card", "edge", "card-riser-ribbon", 400)] };
        var plan = Sample.Plan(design);
        var (low, high) = (plan.Devices.Single(d => d.Id == "board").Body, plan.Devices.Single(d => d.Id == "card").Body);
        Assert.True(high.Min.Z > low.Max.Z, "the card clears the tall parts of the board");
        Assert.DoesNotContain(plan.Findings, f => f.Code is "cable-short" or "devices-collide" or "tray-unsupported");
        var needed = plan.Routes.Single().NeededMm;
        var shorter = Sample.Plan(design with { Links = [design.Links[0] with { LengthMm = needed - 1 }] });
        Assert.Contains(shorter.Findings, f => f.Code == "cable-short" && f.Text.Contains("card riser ribbon", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(TrayPlane.Level)]
    [InlineData(TrayPlane.FacesFront)]
    [InlineData(TrayPlane.FacesRight)]
    public void Devices_on_both_faces_look_away_from_the_plate_and_never_into_it(TrayPlane plane)
    {
        var design = Upright(plane, 60).With(Sample.Device("near", "relay-2", "tray-1", 60, 40), Sample.Device("far", "relay-2", "tray-1",
            60, 40) with
        { FarFace = true });
        var plan = Sample.Plan(design);
        var plate = plan.Part("tray-1").Box;
        var normal = plane.Normal();
        var (near, far) = (plan.Devices.Single(d => d.Id == "near"), plan.Devices.Single(d => d.Id == "far"));
        Assert.Equal(near.StandoffMm, (near.Body.Side(normal.Opposite()) - plate.Side(normal)) * normal.Sign(), 6);
        Assert.Equal(far.StandoffMm, (plate.Side(normal.Opposite()) - far.Body.Side(normal)) * normal.Sign(), 6);
        Assert.NotEqual(near.Mirrored, far.Mirrored);
        // seen from its near side the plate's drawing shows both footprints at the same u and v
        Assert.Equal(near.Body.Centre[plan.Part("tray-1").Frame.U.Axis()], far.Body.Centre[plan.Part("tray-1").Frame.U.Axis()], 6);
    }

    [Theory]
    [InlineData("farFace", "only trays carry hardware on both faces")]
    [InlineData("turnedOver", "only boards on standoffs")]
    [InlineData("hingeAt", "a hinged panel hangs at one of front, back, bottom, top")]
    [InlineData("drawer.out", "the tray slides in its own plane")]
    [InlineData("cable", "it must be one of usb-2-0")]
    [InlineData("fromPortId", "has no such port")]
    public void What_cannot_be_is_refused_with_its_field(string field, string says)
    {
        var sound = Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 60, 60));
        var link = new Link("l", "drive", "data", "drive", "data", "usb-2-0", null);
        var wrong = field switch
        {
            "farFace" => sound.WithDevice("drive", d => d with { DeckId = "panel/bottom", FarFace = true }),
            "turnedOver" => sound.WithDevice("drive", d => d with { TurnedOver = true }),
            "hingeAt" => sound.WithPanel(Face.Left, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Right }),
            "drawer.out" => sound.WithTray("tray-1", t => t with { Drawer = new Drawer(Face.Top, 50) }),
            "cable" => sound with { Links = [link with { Cable = "string" }] },
            _ => sound with { Links = [link with { FromPortId = "video" }] },
        };
        var problem = Assert.Single(DesignCheck.Problems(wrong, Sample.Catalog));
        Assert.EndsWith(field, problem.Path, StringComparison.Ordinal);
        Assert.Contains(says, problem.Message, StringComparison.Ordinal);
    }

    private static List<(double, double)> Points(BuildPlan plan) =>
        [.. plan.MountPoints.Select(p => (Math.Round(p.At.U, 6), Math.Round(p.At.V, 6))).Order()];

    /// <summary>The pattern seen from the other face: x' = W - x about the device's own outline.</summary>
    private static List<(double, double)> Mirrored(BuildPlan plan, double u, double width) =>
        [.. plan.MountPoints.Select(p => (Math.Round((2 * u) + width - p.At.U, 6), Math.Round(p.At.V, 6))).Order()];
}
