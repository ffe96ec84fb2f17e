using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>
/// Each finding is provoked, carries a number in its sentence, and each of its remedies mends it: the finding is gone and no new
/// stop appears. A sound design does not have it.
/// </summary>
public class FindingTests
{
    private static readonly Design Sound = Sample.WithTray;

    public static TheoryData<string, int, Design> Provoked => new()
    {
        { "device-outside", 2, Sound.With(Sample.Device("sbc", "sbc-85", "tray-1", 250, 40)) },
        { "device-outside", 1, Sample.Empty.With(Sample.Device("supply", "supply-ps2", "panel/back", 100, 100)) },
        { "devices-collide", 2, Sound.With(Sample.Device("sbc", "sbc-85", "tray-1", 40, 40), Sample.Device("audio", "audio-65", "tray-1",
            100, 60)) },
        { "device-hits-part", 1, Sound.With(Sample.Device("supply", "supply-100w", "panel/bottom", 60, 60))
            .WithTray("tray-1", t => t with { UndersideMm = 25 }) },
        { "port-without-opening", 2,
            Powered(Sound.With(Sample.Device("sbc", "sbc-85", "tray-1", 90, 40) with { ClosedPorts = ["usb-a", "usb-b"] })) },
        { "control-forgotten", 1, Sound.With(Sample.Device("sbc", "sbc-65", "tray-1", 90, 40)) },
        { "control-forgotten", 1, Sound.With(Sample.Device("supply", "supply-35w", "tray-1", 90, 40)) },
        { "hole-near-edge", 1, Sound.With(Sample.Device("audio", "audio-65", "tray-1", -1.5, 60)) },
        { "hole-in-joint", 1, Sound.With(Sample.Device("drive", "drive-25-7", "panel/bottom", 60, 11.9))
            .WithEdge(EdgeId.FrontBottom, e => e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-20x20" }) },
        { "opening-cuts-joint", 1, Sample.Empty.With(Sample.Device("fan", "fan-60", "panel/back", 40, 100) with
            { Grille = new Grille(GrilleKind.Open, 0, 0) }) },
        { "holes-meet", 2, Sound.With(Sample.Device("a", "sma", "panel/back", 100, 80) with { RebateToMm = 3 },
            Sample.Device("b", "pot-38", "panel/back", 96, 76) with { RebateToMm = 4 }) },
        { "screw-too-short", 1, Sound.With(Sample.Device("drive", "drive-25-7", "tray-1", 40, 40) with { Mounting = new OwnFixings { ScrewLengthMm = 3 } }) },
        { "screw-too-long", 1, Sound.With(Sample.Device("drive", "drive-25-7", "tray-1", 40, 40) with { Mounting = new OwnFixings { ScrewLengthMm = 6 } }) },
        { "screw-none-fits", 1, Sound.WithPanel(Face.Bottom, p => p with { MaterialId = "aluminium-5052", NominalMm = 3 })
            .WithEdge(EdgeId.LeftTop, e => e with { BlockBarId = "beech-12x12" }) },
        { "part-larger-than-stock", 1, Sample.Empty.WithPanel(Face.Front, p => p with { MaterialId = "cherry", NominalMm = 12 }) is var d
            ? d with { Box = d.Box with { WidthMm = 1000 } } : Sample.Empty },
        { "feet-elsewhere", 1, Sound with { Brief = Sound.Brief with { StandsOn = Face.Back } } },
        { "load-on-door", 0, (Sound with { Brief = Sound.Brief with { CarriesKg = 3 } })
            .WithPanel(Face.Top, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Back }) },
        { "groove-open", 1, Sound.WithEdge(EdgeId.FrontBottom, e => e with { Joint = JointKind.Groove, Covers = Face.Front }) },
        { "no-way-in", 2, Sound.WithPanel(Face.Top, p => p with { Hold = PanelHold.Fixed }) },
        { "removable-held", 1, Sound.WithEdge(EdgeId.FrontTop, e => e with { Joint = JointKind.ButtGlued }) },
        { "board-on-metal", 1, Sound.With(Sample.Device("sbc", "sbc-65", "tray-1", 40, 40) with { Mounting = new OwnFixings { StandoffMm = 0 } },
            Sample.Device("jack", "dc-jack", "panel/back", 60, 90) with { RebateToMm = 3 }) },
        { "standoff-low", 1, Sample.Empty.With(Sample.Device("sbc", "sbc-65", "panel/bottom", 60, 60) with { Mounting = new OwnFixings { StandoffMm = 2 } },
            Sample.Device("jack", "dc-jack", "panel/back", 60, 90) with { RebateToMm = 3 }) },
        { "standoff-low", 1, Sample.Empty.With(Sample.Device("sbc", "sbc-65", "panel/bottom", 60, 60) with
            { Mounting = new Stick(StickKind.FoamTape, 20, 40) }) },
        { "standoff-not-sold", 1, Sound.With(Sample.Device("sbc", "sbc-65", "tray-1", 40, 40) with { Mounting = new OwnFixings { StandoffMm = 7 } },
            Sample.Device("jack", "dc-jack", "panel/back", 60, 90) with { RebateToMm = 3 }) },
        { "tray-unsupported", 2, Sound.WithTray("tray-1", t => t with { Support = TraySupport.None }) },
        { "tray-outside", 1, Sound.WithTray("tray-1", t => t with { UndersideMm = 150 }) },
        { "tray-outside", 1, Sound.WithTray("tray-1", t => t with { UndersideMm = 150, Support = TraySupport.Housed, RailBarId = null }) },
        { "fan-closed", 2, Sound.With(Sample.Device("fan", "fan-80", "panel/back", 100, 50)) },
        { "fan-throttled", 2, Sound.With(Sample.Device("fan", "fan-80", "panel/back", 100, 50) with
            { Grille = new Grille(GrilleKind.RoundHoles, 3, 7) }) },
        { "panel-too-thick", 1, Sound.With(Sample.Device("gain", "pot-m7", "panel/front", 100, 80)) },
        { "corner-open", 1, Sound.WithEdge(EdgeId.LeftBottom, e => e with { Covers = Face.Left })
            .WithEdge(EdgeId.FrontBottom, e => e with { Covers = Face.Bottom }) },
        { "inset-covers", 1, Sound.WithPanel(Face.Back, p => p with { InsetMm = 6 }) },
        { "mitre-entry-differs", 1, Sound.WithEdge(EdgeId.BackLeft, e => e with { Joint = JointKind.Mitre })
            .WithEdge(EdgeId.BackBottom, e => e with { Covers = Face.Bottom, Joint = JointKind.Rabbet, DepthMm = 5 })
            .WithEdge(EdgeId.LeftBottom, e => e with { Covers = Face.Bottom, Joint = JointKind.Rabbet, DepthMm = 3 })
            .WithEdge(EdgeId.FrontBottom, e => e with { Covers = Face.Bottom })
            .WithEdge(EdgeId.RightBottom, e => e with { Covers = Face.Bottom }) },
        { "joint-too-thin", 2, Sound.WithEdge(EdgeId.FrontLeft, e => e with { Joint = JointKind.Rabbet, DepthMm = 11.5 }) },
        { "glue-will-not-hold", 1, Sound.WithPanel(Face.Left, p => p with { MaterialId = "aluminium-5052", NominalMm = 2 }) },
        { "joint-material", 1, Sound.WithPanel(Face.Front, p => p with { MaterialId = "aluminium-5052", NominalMm = 3, MeasuredMm = 10 })
            .WithEdge(EdgeId.FrontBottom, e => e with { Joint = JointKind.Rabbet, DepthMm = 4 }).WithEdge(EdgeId.FrontLeft, Screwed)
            .WithEdge(EdgeId.FrontRight, Screwed) },
        { "block-missing", 1, Sound.WithEdge(EdgeId.FrontTop, e => e with { BlockBarId = null }) },
        { "room-taken", 2, Sound.With(Sample.Device("a", "drive-25-7", "tray-1", 40, 40), Sample.Device("b", "drive-25-7", "tray-1",
            150, 40)) },
        { "room-taken", 2, Sound.With(Sample.Device("a", "drive-25-7", "tray-1", 15, 40)) },
        { "plug-no-room", 2, Cabled(Sound.With(Sample.Device("audio", "audio-65", "tray-1", 60, 40),
            Sample.Device("adc", "adc-50", "tray-1", 135, 40), Sample.Device("audio-2", "audio-65", "tray-1", 60, 120))) },
        { "air-gap-taken", 2, Sound.With(Sample.Device("fan", "fan-60", "panel/back", 150, 72) with
            { Grille = new Grille(GrilleKind.Open, 0, 0) }, Sample.Device("box", "bec-5v", "tray-1", 100, 146)) },
        { "nut-out-of-reach", 2, Sound.With(Sample.Device("jack", "sma", "panel/back", 150, 60) with { RebateToMm = 3 },
            Sample.Device("box", "bec-5v", "tray-1", 100, 172)) },
        { "no-finger-room", 2, Sound.With(Sample.Device("gain", "pot-m7", "panel/front", 100, 80) with { RebateToMm = 3 },
            Sample.Device("b", "button-16", "panel/front", 125, 80) with { RebateToMm = 7 }) },
        { "driver-blocked", 2, Sample.Empty.With(Sample.Device("adc", "adc-50", "panel/bottom", 130, 100),
            Sample.Device("cell", "battery-pack", "panel/bottom", 70, 130.1)) },
        { "door-hits", 1, Door(Sound).With(Sample.Device("b", "button-22", "panel/front", 230, 58) with { RebateToMm = 5 },
            Sample.Device("relay", "relay-2", "tray-1", 248, 10, 1)) },
        { "door-held", 1, Sound.WithPanel(Face.Front, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Left }) },
        { "doors-hang-on-each-other", 2, Door(Sound).WithPanel(Face.Left, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Front }) },
        { "panel-loose", 1, Sound.WithEdge(EdgeId.FrontTop, Loose).WithEdge(EdgeId.BackTop, Loose).WithEdge(EdgeId.LeftTop, Loose) },
        { "drawer-hits", 1, Sound.WithTray("tray-1", t => t with { Drawer = new Drawer(Face.Front, 150) })
            .With(Sample.Device("sbc", "relay-2", "tray-1", 100, 120), Sample.Device("hung", "bec-5v", "panel/top", 100, 40) with
            { Mounting = new OwnFixings { StandoffMm = 70 } }) },
        { "cable-short", 2, Riser(100) },
        { "pattern-misses-holes", 2, Drilled(d => d with { TurnedOver = true }) },
        { "pattern-misses-holes", 2, Drilled(d => d with { QuarterTurns = 1 }) },
        { "adapter-unheld", 1, Sound.With(Sample.Device("relay", "relay-2", "tray-1", 60, 60) with
            { Mounting = new OnAdapter(new Adapter("aluminium-5052", 3)) }) },
        { "port-without-cable", 1, Sound.With(Sample.Device("audio", "audio-65", "tray-1", 60, 60)) },
        { "engraving-deep", 2, Sound.WithPanel(Face.Front, p => p with { MaterialId = "aluminium-5052", NominalMm = 3 })
            .With(Sample.Device("gain", "pot-m7", "panel/front", 100, 80) with { Marking = "Gain" }) with { Engraved = new Engraved(1.8, 60) } },
        { "label-open", 2, Sound.With(Sample.Device("gain", "pot-m7", "panel/front", 100, 80) with { RebateToMm = 3 }) },
        { "over-the-limit", 2, Sound with { Brief = Sound.Brief with { LimitWidthMm = 315 } } },
    };

    [Theory]
    [MemberData(nameof(Provoked))]
    public void It_is_found_with_its_numbers_and_its_remedies_mend_it(string code, int remedies, Design design) =>
        Provocation.Mends(code, remedies, design);

    [Fact]
    public void Enough_kinds_of_finding_are_provoked_here() => Assert.True(Provoked.Select(p => (string)p[0]).Distinct().Count() >= 25);

    [Fact]
    public void Stock_that_is_on_hand_is_not_bought()
    {
        var bare = Sample.Plan(Sample.Empty).Findings.Where(f => f.Code == "stock-not-on-hand");
        Assert.Equal(2, Assert.Single(bare).Places.Count);
        var shop = ShopProfile.Usual with
        {
            SheetsOnHand = [new StockCount("birch-plywood-12-1220x610", 5)],
            BarsOnHand = [new StockCount("beech-20x20", 9)]
        };
        Assert.DoesNotContain(Sample.Plan(Sample.Empty, shop).Findings, f => f.Code == "stock-not-on-hand");
    }

    [Fact]
    public void A_panel_too_thin_for_a_part_and_a_budget_overrun_are_told()
    {
        var thin = Sound.WithPanel(Face.Back, p => p with { MaterialId = "aluminium-5052", NominalMm = 1, MeasuredMm = 0.7 })
            .With(Sample.Device("b", "button-16", "panel/back", 100, 80));
        Assert.Contains(Sample.Plan(thin).Findings, f => f.Code == "panel-too-thin");
        var poor = Sound with { Brief = Sound.Brief with { BudgetCents = 100 } };
        Assert.Contains(Sample.Plan(poor).Findings, f => f.Code == "over-budget" && f.Text.Contains("1.00", StringComparison.Ordinal));
    }

    [Fact]
    public void Mains_brings_its_caution_and_defers_to_licensed_practice()
    {
        var plan = Sample.Plan(Sample.Marsh);
        Assert.Contains(plan.Findings, f => f.Code == "mains-inside" && f.Text.Contains("licensed electrician", StringComparison.Ordinal));
        Assert.DoesNotContain(Sample.Plan(Sound).Findings, f => f.Code == "mains-inside");
    }

    [Fact]
    public void A_screw_between_two_lengths_on_sale_gets_the_washer_that_makes_up_the_difference()
    {
        // through the bottom, 11.9, into 4 of the supply with 1.5 to bite: 13.4 to 15.9 without a washer, and no M3 is sold there;
        // one washer of 0.5 makes it 13.9 to 16.4
        var screw = Sample.Plan(Sample.Marsh).Screws.Single(s => s.For == "supply");
        Assert.Equal((16, 0.5, ScrewVerdict.Fits), (screw.LengthMm, screw.WasherMm, screw.Verdict));
        Assert.Equal((13.9, 16.4), (Math.Round(screw.MinMm, 3), Math.Round(screw.MaxMm!.Value, 3)));
    }

    private static Edge Screwed(Edge edge) => edge with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-20x20" };

    private static Edge Loose(Edge edge) => edge with { Joint = JointKind.Loose, BlockBarId = null };

    private static Design Door(Design design) => Faces.Edges.Where(e => e.Of().A == Face.Front).Aggregate(
        design.WithPanel(Face.Front, p => p with { Hold = PanelHold.Hinged, HingeAt = Face.Left }), (d, id) =>
            d.WithEdge(id, e => Loose(e) with { Covers = Face.Front }));

    private static Design Cabled(Design design) =>
        design with { Links = [new Link("line", "audio", "line-out", "audio-2", "line-in", "coax-rg-174", null)] };

    /// <summary>Two boards on one tray, joined by a cable that is too short.</summary>
    private static Design Riser(double lengthMm) =>
        Sound.With(Sample.Device("audio", "audio-65", "tray-1", 40, 40), Sample.Device("audio-2", "audio-65", "tray-1", 180, 140, 2)) with
        {
            Links = [new Link("line", "audio", "line-out", "audio-2", "line-in", "coax-rg-174", lengthMm)],
        };

    /// <summary>A tray drilled for a board as it first stood, and the board laid on it in another way.</summary>
    private static Design Drilled(Func<Device, Device> lay)
    {
        var board = Sample.Device("main", "board-170", "tray-1", 30, 30);
        var holes = Sample.Catalog.Model("board-170").Holes.Select(h => new DrilledHole(30 + h.XMm, 30 + h.YMm, 4)).ToList();
        return Powered(Sample.WithTray).WithTray("tray-1", t => t with { Drilled = holes })
            .With(lay(board with { Mounting = new OnDeckHoles(), ClosedPorts = ["rear"] })) is var d
            ? ChainEdit.Resize(d, Axis.Z, 80) : d;
    }

    private static Design Powered(Design design) => design.With(
        Sample.Device("jack", "dc-jack", "panel/back", 240, 100) with { RebateToMm = 3 },
        Sample.Device("button", "button-16", "panel/front", 40, 90) with { RebateToMm = 7 });

    [Fact]
    public void The_holes_of_one_grille_that_run_into_one_bar_are_told_once_by_the_worst()
    {
        var drilled = Sample.Empty.With(Sample.Device("fan", "fan-60", "panel/back", 40, 100) with
        { Grille = new Grille(GrilleKind.RoundHoles, 5, 7) });
        var plan = Sample.Plan(drilled);
        var told = plan.Findings.Where(f => f.Code == "opening-cuts-joint" && f.Text.Contains("rille", StringComparison.Ordinal)).ToList();
        var back = plan.Part("shell/back");
        var (block, foot) = (plan.Part("block/back-top").Box, back.Box.Min.Z);
        var over = back.Features.OfType<Opening>().Count(o => o.At.V + 2.5 > block.Min.Z - foot && o.At.V - 2.5 < block.Max.Z - foot);
        Assert.Equal(over, told.Sum(f => int.Parse(System.Text.RegularExpressions.Regex.Match(f.Text, "at ([0-9]+) of").Groups[1].Value,
            System.Globalization.CultureInfo.InvariantCulture)));
        Assert.Equal(told.Count, told.Select(f => f.Text.Split("into the")[1].Split(',')[0]).Distinct().Count());
    }
}
