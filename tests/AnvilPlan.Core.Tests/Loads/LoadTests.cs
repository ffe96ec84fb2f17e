using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Loads;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Loads;

/// <summary>Sag, strips, magnets and hinges against sums made by hand, and the findings they lead to.</summary>
public class LoadTests
{
    private static Design Carrying(double kg, Design? design = null) =>
        (design ?? Bare) is var d ? d with { Brief = d.Brief with { CarriesKg = kg } } : Bare;

    /// <summary>No blocks below the top, so that only the walls carry it.</summary>
    private static Design Bare => Faces.Edges.Where(e => e.Of().B == Face.Top).Aggregate(
        Sample.Empty.WithPanel(Face.Top, p => p with { Hold = PanelHold.Fixed }), (d, id) =>
            d.WithEdge(id, e => e with { Joint = JointKind.ButtGlued, Covers = Face.Top, BlockBarId = null }));

    private static LoadCase Load(Design design, string id) => Sample.Plan(design).Loads.Single(l => l.Id == id);

    [Fact]
    public void A_top_is_a_beam_over_the_shorter_way_between_its_walls()
    {
        // 320 x 240 outside in 11.9 mm plywood: front to back 240 - 23.8, the grain across that span
        var load = Load(Carrying(20), "top");
        var (span, width) = (240 - 23.8, 320.0);
        var youngs = 0.79 * 9.5 * 1000;
        var sag = 20 * 9.81 * Math.Pow(span, 3) / (48 * youngs * width * Math.Pow(11.9, 3) / 12) * 1.7;
        Assert.Equal(sag, load.Value, 0.002);
        Assert.Equal(span / 600, load.Limit, 0.001);
    }

    [Fact]
    public void A_divider_in_the_middle_halves_the_span()
    {
        var divider = new Tray("divider", "Divider", "birch-plywood", 12, null, 142, 0, TraySupport.Housed, null)
        { Plane = TrayPlane.FacesRight };
        var bare = Carrying(20);
        var halved = Load(bare with { Trays = [divider] }, "top");
        var spans = Load(bare, "top");
        Assert.True(halved.Value < spans.Value / 2, $"{halved.Why} | {spans.Why}");
    }

    [Fact]
    public void A_tray_sags_between_its_rails_and_bars_under_its_edges_stiffen_it()
    {
        var heavy = Sample.WithTray.With(Sample.Device("supply", "supply-100w", "tray-1", 60, 60));
        var load = Load(heavy, "tray/tray-1");
        // 2 mm of aluminium between rails of 15: inside 296.2 less both rails; the tray's depth inside less a millimetre on each side
        var span = 320 - 23.8 - 30;
        var mass = Sample.Catalog.Model("supply-100w").MassG / 1000;
        var inertia = (240 - 23.8 - 2) * 8.0 / 12;
        Assert.Equal(mass * 9.81 * Math.Pow(span, 3) / (48 * 70_000 * inertia), load.Value, 0.002);
        var stiff = Load(heavy.WithTray("tray-1", t => t with { StiffenerBarId = "aluminium-6061-10x10" }), "tray/tray-1");
        Assert.Equal(load.Value * inertia / (inertia + (2 * Math.Pow(10, 4) / 12)), stiff.Value, 0.002);
    }

    [Fact]
    public void A_drawer_stand_carries_its_load_on_its_top()
    {
        var stand = Sample.Catalog.Systems.Single(s => s.Key == "drawerStand").Begin(Sample.Empty, Sample.Catalog)!;
        Assert.Contains(Sample.Plan(Carrying(15, stand)).Loads, l => l.Id == "top" && l.Value > 0);
    }

    [Fact]
    public void Strips_bear_by_their_area_in_shear_on_a_wall_and_in_pull_under_a_floor()
    {
        var stuck = Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 60, 60) with
        { Mounting = new Stick(StickKind.HookAndLoop, 25, 50) });
        var load = Load(stuck, "stuck/drive");
        var newton = Sample.Catalog.Model("drive-25-7").MassG / 1000 * 9.81;
        Assert.Equal((newton, 25 * 50 * 0.05 / 8), (load.Value, load.Limit), (a, b) => Math.Abs(a.Item1 - b.Item1) < 0.006
            && Math.Abs(a.Item2 - b.Item2) < 0.006);
        var plan = Sample.Plan(stuck);
        Assert.DoesNotContain(plan.Screws, s => s.For == "drive");
        Assert.Equal(5, plan.Devices.Single(d => d.Id == "drive").StandoffMm);
        Assert.Contains(plan.CheckList, l => l.DeviceId == "drive" && l.What == "stuck to its deck");
        var upright = Sample.Empty.With(Sample.Device("drive", "drive-25-7", "panel/back", 60, 60) with
        { Mounting = new Stick(StickKind.HookAndLoop, 25, 50) });
        Assert.Equal(25 * 50 * 0.1 / 8, Load(upright, "stuck/drive").Limit, 2);
    }

    /// <summary>The top on magnets at two or four of its edges.</summary>
    private static Design OnMagnets(params EdgeId[] edges) => edges.Aggregate(
        Faces.Edges.Where(e => e.Of().B == Face.Top)
            .Aggregate(Sample.Empty, (d, id) => d.WithEdge(id, e => e with
            {
                Joint = JointKind.Loose,
                Covers = Face.Top,
                BlockBarId = null
            })),
        (d, id) => d.WithEdge(id, e => e with { Joint = JointKind.Magnets, BlockBarId = null }));

    [Fact]
    public void Magnets_are_the_largest_that_the_end_takes_flush_in_both_boards()
    {
        var plan = Sample.Plan(OnMagnets(EdgeId.FrontTop, EdgeId.BackTop));
        Assert.DoesNotContain(plan.Findings, f => f.Code is "removable-held" or "panel-loose" or "part-floats");
        // 11.9 mm less 1.5 on either side: 8 mm
        var pockets = plan.Part("shell/top").Features.OfType<Hole>().Where(h => h.Purpose.Contains("magnet", StringComparison.Ordinal))
            .ToList();
        var ends = plan.Part("shell/front").Features.OfType<EdgeHole>().Concat(plan.Part("shell/back").Features.OfType<EdgeHole>())
            .ToList();
        Assert.Equal(pockets.Count, ends.Count);
        Assert.All(pockets, p => Assert.Equal((8.0, 3.0), (p.DiaMm, p.DepthMm!.Value)));
        var front = plan.Part("shell/front");
        foreach (var (pocket, end) in pockets.Where(p => p.For == "edge/front-top").Zip(plan.Part("shell/front").Features.OfType<EdgeHole>()
            .OrderBy(h => h.AlongMm)))
        {
            // the two pockets of a pair lie over each other
            var top = plan.Part("shell/top");
            var at = top.Frame.ToSpace(pocket.At);
            Assert.Equal(front.Box.Min.X + end.AlongMm, at.X, 6);
            Assert.Equal(front.Box.Centre.Y, at.Y, 6);
        }

        Assert.Equal(2 * pockets.Count, plan.Cost.Purchase.Single(l => l.Kind == "magnet").Count);
    }

    [Fact]
    public void A_heavy_panel_wants_more_magnets() => Provocation.Mends(
        "hold-weak", 1, OnMagnets(EdgeId.LeftTop, EdgeId.RightTop) is var d
            ? d with { Brief = d.Brief with { StandsOn = Face.Back }, Box = d.Box with { Feet = null } } is var s
                ? s.WithPanel(Face.Top, p => p with { NominalMm = 18, MeasuredMm = null }) : d
            : Sample.Empty);

    private static Design Door(Face at, Face covers, Design? design = null) => Faces.Edges.Where(e => e.Of().A == Face.Front).Aggregate(
        (design ?? Sample.Empty).WithPanel(Face.Front, p => p with { Hold = PanelHold.Hinged, HingeAt = at }),
        (d, id) => d.WithEdge(id, e => e with
        {
            Joint = JointKind.Loose,
            BlockBarId = null,
            DepthMm = null,
            Covers = covers == Face.Front
            ? Face.Front : id.Of().B
        }));

    [Theory]
    [InlineData(Face.Front)]
    [InlineData(Face.Left)]
    public void Hinges_sit_a_sixth_from_the_ends_with_both_leaves_in_one_plane(Face covers)
    {
        var plan = Sample.Plan(Door(Face.Left, covers));
        var (edged, faced) = covers == Face.Front ? (plan.Part("shell/front"), plan.Part("shell/left"))
            : (plan.Part("shell/left"), plan.Part("shell/front"));
        var face = faced.Features.OfType<Hole>().Where(h => h.Id.Contains("/hinge-", StringComparison.Ordinal)).ToList();
        var edge = edged.Features.OfType<EdgeHole>().Where(h => h.Id.Contains("/hinge-", StringComparison.Ordinal)).ToList();
        // a leaf of 11 mm in 11.9: 38 x 38 with two holes; two hinges on less than half a metre
        Assert.Equal((4, 4), (face.Count, edge.Count));
        var length = Math.Min(edged.Box.Max.Z, faced.Box.Max.Z) - Math.Max(edged.Box.Min.Z, faced.Box.Min.Z);
        var from = Math.Max(edged.Box.Min.Z, faced.Box.Min.Z);
        var heights = face.Select(h => faced.Frame.ToSpace(h.At).Z - from).Order().ToList();
        Assert.Equal([(length / 6) - 12, (length / 6) + 12, (length * 5 / 6) - 12, (length * 5 / 6) + 12], heights,
            (a, b) => Math.Abs(a - b) < 1e-6);
        // 6 mm to either side of the joint line
        var joint = covers == Face.Front ? edged.Box.Max.Y : edged.Box.Max.X;
        var axis = covers == Face.Front ? Axis.Y : Axis.X;
        Assert.All(face, h => Assert.Equal(joint + 6, faced.Frame.ToSpace(h.At)[axis], 6));
        Assert.All(edge, h => Assert.Equal(edged.ThicknessMm - 6, edged.SeenFrom == "outside" ? h.FromSeenMm
            : edged.ThicknessMm - h.FromSeenMm, 6));
        Assert.Equal(2, plan.Cost.Purchase.Single(l => l.Kind == "hinge").Count);
        Assert.DoesNotContain(plan.Findings, f => f.Code is "hinge-finds-no-room" or "part-floats");
    }

    [Fact]
    public void A_door_pulls_its_upper_hinge_by_half_its_width_over_the_distance_of_the_hinges()
    {
        var plan = Sample.Plan(Door(Face.Left, Face.Front));
        var load = plan.Loads.Single(l => l.Id == "hinges/front");
        var door = plan.Part("shell/front");
        var z = plan.Part("shell/left").Features.OfType<Hole>().Where(h => h.Id.Contains("/hinge-", StringComparison.Ordinal))
            .Select(h => plan.Part("shell/left").Frame.ToSpace(h.At).Z).Order().ToList();
        var apart = ((z[2] + z[3]) / 2) - ((z[0] + z[1]) / 2);
        var weight = door.Box.VolumeMm3 * Sample.Catalog.Material("birch-plywood").DensityKgPerM3 * 1e-9 * 9.81;
        Assert.Equal(weight * door.Box.Size.X / 2 / apart / 2, load.Value, 0.02);
        Assert.True(load.Holds);
    }

    public static TheoryData<string, int, Design> Provoked => new()
    {
        { "board-sags", 1, Carrying(90) },
        { "board-sags", 2, Sample.WithTray.WithTray("tray-1", t => t with { MaterialId = "acrylic", NominalMm = 2, UndersideMm = 24 })
            .With(Sample.Device("cells", "battery-pack", "tray-1", 60, 60)) },
        { "hold-weak", 2, Sample.WithTray.With(Sample.Device("drive", "drive-25-7", "tray-1", 60, 60) with
            { Mounting = new Stick(StickKind.FoamTape, 10, 20) }) },
        { "hinge-finds-no-room", 1, Door(Face.Left, Face.Front, Sample.Empty.WithPanel(Face.Front, p => p with
            { NominalMm = 6, MeasuredMm = null })) },
    };

    [Theory]
    [MemberData(nameof(Provoked))]
    public void What_is_too_weak_is_found_and_mended(string code, int remedies, Design design) => Provocation.Mends(code, remedies, design);

    [Fact]
    public void A_plinth_lifts_the_box_and_leaves_its_gap_behind()
    {
        var design = Sample.Catalog.Systems.Single(s => s.Key == "plinth").Begin(Sample.Empty, Sample.Catalog)!;
        var plan = Sample.Plan(design);
        Assert.Equal(plan.Outer.Size.Z + 50, plan.Tally.StandsHighMm, 6);
        Assert.Equal(50, plan.Part("plinth/front").Box.Size.Z, 6);
        Assert.Equal(38, plan.Part("plinth/back").Box.Size.Z, 6);
        // front and back run over the sides
        Assert.Equal(320 - 30, plan.Part("plinth/front").LengthMm, 6);
        Assert.Equal(240 - 30 - (2 * 11.9), plan.Part("plinth/left").LengthMm, 6);
        Assert.Contains(DesignCheck.Problems(design with { Box = design.Box with { Feet = new Feet(20, 10, 30) } }, Sample.Catalog),
            p => p.Message.Contains("not on both", StringComparison.Ordinal));
    }

    [Fact]
    public void The_briefs_height_counts_whatever_it_stands_on()
    {
        var plinth = Sample.Catalog.Systems.Single(s => s.Key == "plinth").Begin(Sample.Empty, Sample.Catalog)!;
        foreach (var (limit, over) in ((double, bool)[])[(209, true), (211, false)])
        {
            // 160 of box on 50 of plinth
            var plan = Sample.Plan(plinth with { Brief = plinth.Brief with { LimitHeightMm = limit } });
            Assert.Equal(over, plan.Findings.Any(f => f.Code == "over-the-limit"
                && f.Text.Contains("with what it stands on", StringComparison.Ordinal)));
        }
    }

    [Theory]
    [InlineData(5, true)]
    [InlineData(8, false)]
    public void A_fan_below_breathes_through_the_gap_round_the_feet(double feetMm, bool chokes)
    {
        var design = Sample.Empty with { Box = Sample.Empty.Box with { Feet = new Feet(12, feetMm, 20), WidthMm = 200, DepthMm = 160 } };
        var plan = Sample.Plan(design.With(Sample.Device("fan", "fan-80", "panel/bottom", 30, 40) with
        { Grille = new Grille(GrilleKind.Open, 0, 0) }));
        // 720 mm round the bottom times the height of the feet against the opening
        Assert.InRange(plan.Fans.Single().OpenMm2, 720 * 5, 720 * 8);
        Assert.Equal(chokes, plan.Findings.Any(f => f.Code == "feet-low"));
    }

    [Fact]
    public void A_board_that_nothing_carries_from_two_sides_is_no_beam()
    {
        var open = ((Face[])[Face.Left, Face.Right, Face.Back])
            .Aggregate(Carrying(10), (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open }));
        Assert.DoesNotContain(Sample.Plan(open).Loads, l => l.Id == "top");
    }
}
