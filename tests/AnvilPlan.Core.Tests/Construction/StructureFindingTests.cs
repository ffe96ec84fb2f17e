using AnvilPlan.Core.Construction.AcrylicStacks;
using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.DrawerStands;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Construction.Plinths;
using AnvilPlan.Core.Construction.PrintedBodies;
using AnvilPlan.Core.Construction.RailFrames;
using AnvilPlan.Core.Construction.TrayRacks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Each finding of a structure or a joint method is provoked and mended by its remedies.</summary>
public class StructureFindingTests
{
    public static TheoryData<string, int, Design> Provoked => new()
    {
        { "corner-not-possible", 2, Wrapped(CornerMethod.StraightKerf, 13) },
        { "corner-not-possible", 2, Wrapped(CornerMethod.RoundedSolid, 40) },
        { "corner-not-possible", 2, Wrapped(CornerMethod.Laminated, 20) },
        { "corner-not-possible", 1, Wrapped(CornerMethod.CornerBlock, 120) },
        { "bend-too-tight", 1, Folded("aluminium-6061", 2, 1, 20) },
        { "flange-too-short", 1, Folded("aluminium-5052", 1.5, 2, 5) },
        { "slot-too-narrow", 1, OfPly(Begun("railFrame"), 12).WithStructure<RailFrame>("rail-frame", f => f with
            { BarId = "aluminium-6061-slotted-20", Seat = PanelSeat.Slipped }) },
        { "rack-pitch-low", 1, Racked(3, 20) },
        { "rack-too-tall", 1, Racked(12, null) },
        { "frame-no-level", 0, Levelled() with { Trays = [], Devices = [] } },
        { "take-off-unknown", 1, Levelled().WithStructure<LevelFrame>("frame", f => f with { PostBarId = "vinyl-pipe-3-4",
            Fitting = FrameFitting.SocketTee }) },
        { "levels-too-close", 1, Levelled().WithTray("b", t => t with { UndersideMm = 120 }) },
        { "beam-below-floor", 1, Levelled().WithTray("a", t => t with { UndersideMm = 5 }) },
        { "rail-in-post", 0, Levelled().WithDevice("board", d => d with { UMm = 2 }) },
        { "no-slide-fits", 2, Stand(t => t with { Drawer = new Drawer(Face.Front, 233) }) },
        { "drawer-jams", 1, Stand(t => t).WithStructure<DrawerStand>("stand", s => s with { Runner = RunnerKind.WoodenRunners,
            Play = FitClass.Press }) },
        { "drawer-too-tall", 1, Stand(t => t).WithStructure<DrawerStand>("stand", s => s with { WallHeightMm = 150 }) },
        { "anchor-wall-thin", 1, Begun("printedBody").WithStructure<PrintedBody>("printed-body", b => b with
            { WallMm = 3, Anchors = true }) },
        { "stack-height", 1, ChainlessStack(61) },
        { "stack-wall-thin", 1, ChainlessStack(60).WithStructure<AcrylicStack>("stack", s => s with { WallMm = 9 }) },
        { "bevel-does-not-turn-light", 1, Board(b => b with { Pads = b.Pads! with { BevelDeg = 30 } }) },
        { "one-stud", 1, Board(b => b with { StudSpacingMm = 400, FirstStudMm = 390 }) },
        { "wall-load", 0, Board(b => b) },
        { "wall-overloaded", 0, Heavy(Board(b => b with { FrameBarId = "pine-45x70", StudSpacingMm = 1200 })) },
        { "pad-over-edge", 1, Board(b => b with { Pads = b.Pads! with { RevealMm = 30 } }).WithDevice("a", d => d with { UMm = 4 }) },
        { "no-cable-hole", 1, Board(b => b).WithDevice("a", d => d with { ModelId = "sbc-85", UMm = 8, VMm = 200 }) },
        { "seam-without-pins", 1, Printed(b => b with { WallMm = 3, Anchors = false }) },
        { "joint-board-thin", 1, Jointed(JointKind.Dowel, 6) },
        { "joint-board-thin", 1, Jointed(JointKind.HalfBlind, 12) },
        { "joint-unsuited", 1, Jointed(JointKind.Finger, 12)
            .WithPanel(Face.Front, p => p with { MaterialId = "aluminium-5052", NominalMm = 3 }) },
        { "short-grain", 1, Jointed(JointKind.Dovetail, 16).WithPanel(Face.Front, p => p with { MaterialId = "cherry", NominalMm = 16,
            Grain = GrainRun.AlongV }) },
        { "plinth-chokes", 1, Breathing(Begun("plinth").WithStructure<Plinth>("plinth", p => p with { AirGapMm = 2 })) },
        { "feet-low", 1, Breathing(Sample.Empty with { Box = Sample.Empty.Box with { Feet = new Feet(12, 2, 20), WidthMm = 200,
            DepthMm = 160 } }) },
    };

    [Theory]
    [MemberData(nameof(Provoked))]
    public void It_is_found_with_its_numbers_and_its_remedies_mend_it(string code, int remedies, Design design) =>
        Provocation.Mends(code, remedies, design);

    [Fact]
    public void A_drawer_that_binds_at_this_shops_saw_is_given_more_play_or_slides()
    {
        var rough = ShopProfile.Usual with
        {
            Tolerances = [.. ShopProfile.UsualTolerances.Select(t => t.Process == ShopProcess.Saw
            ? t with { PlusMinusMm = 0.6 } : t)]
        };
        Provocation.Mends("fit-binds", 1, Stand(t => t).WithStructure<DrawerStand>("stand", s => s with
        {
            Runner = RunnerKind.WoodenRunners,
            Play = FitClass.Snug
        }), rough);
    }

    private static Design Begun(string system) => Sample.Catalog.Systems.Single(s => s.Key == system).Begin(Sample.Empty, Sample.Catalog)!;

    private static Design OfPly(Design design, double nominal) =>
        Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "birch-plywood",
            NominalMm = nominal,
            MeasuredMm = null
        }));

    private static Design Wrapped(CornerMethod method, double radius) => Begun("bentWrap")
        .WithStructure<BentWrap>("bent-wrap", w => w with
        {
            Corners = [w.Corners[0] with { Method = method, RadiusMm = radius },
            w.Corners[1] with { Method = CornerMethod.Mitred }]
        });

    private static Design Folded(string material, double nominal, double radius, double returns)
    {
        var design = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = material,
            NominalMm = nominal,
            MeasuredMm = null,
            Hold = f == Face.Top ? PanelHold.Removable : PanelHold.Fixed
        }));
        return design with
        {
            Box = design.Box with
            {
                WidthMm = 220,
                DepthMm = 180,
                HeightMm = 90,
                Feet = null,
                Edges = [.. design.Box.Edges.Select(e => e with { Joint = JointKind.ButtGlued, BlockBarId = null, DepthMm = null,
                Covers = e.Id.Of().B == Face.Top ? Face.Top : e.Covers })]
            },
            Structures = [new FoldedSheet("base", [Face.Bottom, Face.Front, Face.Back, Face.Left, Face.Right], radius, returns,
                SheetJoin.Rivets)],
        };
    }

    private static Design Racked(int count, double? pitch)
    {
        var design = Sample.WithTray.With(Sample.Device("audio", "audio-65", "tray-1", 60, 60));
        return design with { Box = design.Box with { HeightMm = 300 }, Structures = [new TrayRack("rack", "tray-1", count, pitch, 10)] };
    }

    private static Design Levelled() =>
        Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open })) with
        {
            Box = Sample.Empty.Box with
            {
                WidthMm = 400,
                DepthMm = 300,
                HeightMm = 400,
                Feet = null,
                Panels = [.. Sample.Empty.Box.Panels.Select(p => p with { Hold = PanelHold.Open })]
            },
            Trays = [new Tray("a", "Lower level", "aluminium-6061", 20, null, 90, 0, TraySupport.OnBars, null),
            new Tray("b", "Upper level", "aluminium-6061", 20, null, 250, 0, TraySupport.OnBars, null)],
            Devices = [Sample.Device("board", "audio-65", "a", 120, 100)],
            Structures = [new LevelFrame("frame", "steel-conduit-1-2", "aluminium-6061-slotted-20", FrameFitting.Clamp, null, [])],
        };

    private static Design Stand(Func<Tray, Tray> change) => Sample.Empty with
    {
        Trays = [change(new Tray("drawer", "Drawer bottom", "birch-plywood", 6, null, 16, 13, TraySupport.None, null)
            { Drawer = new Drawer(Face.Front, 150) })],
        Structures = [new DrawerStand("stand", "drawer", "birch-plywood", 9, 40, 6, RunnerKind.SideSlides)],
    };

    private static Design ChainlessStack(double height) =>
        Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "acrylic",
            NominalMm = 6,
            MeasuredMm = null,
            Hold = f == Face.Top ? PanelHold.Removable : PanelHold.Fixed
        })) is var d
        ? d with
        {
            Box = d.Box with { Basis = SizeBasis.Inner, WidthMm = 140, DepthMm = 110, HeightMm = height, Feet = null },
            Structures = [new AcrylicStack("stack", "acrylic", 6, 6, 16, 0, "M4")]
        }
        : Sample.Empty;

    private static Design Board(Func<BackBoard, BackBoard> change) =>
        Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            Hold = f == Face.Back ? PanelHold.Fixed
        : PanelHold.Open
        })) is var d
        ? d with
        {
            Box = d.Box with { WidthMm = 640, DepthMm = 140, HeightMm = 460, Feet = null },
            Devices = [Sample.Device("a", "audio-65", "panel/back", 120, 180)],
            Structures = [change(new BackBoard("board", "pine-40x20", 40, new PadRule("acrylic", 6, 6, 45, true), 400, 80, 2))],
        }
        : Sample.Empty;

    /// <summary>Of steel that nobody lifts alone.</summary>
    private static Design Heavy(Design board) => (board with { Box = board.Box with { WidthMm = 1500, DepthMm = 300 } })
        .WithPanel(Face.Back, p => p with { MaterialId = "steel", NominalMm = 3, MeasuredMm = 100 });

    /// <summary>Longer than the bed of the printer.</summary>
    private static Design Printed(Func<PrintedBody, PrintedBody> change) => Begun("printedBody") is var d
        ? (d with { Box = d.Box with { WidthMm = 420 } }).WithStructure<PrintedBody>("printed-body", change)
        : Sample.Empty;

    private static Design Jointed(JointKind joint, double nominal) =>
        OfPly(Sample.Empty, nominal).WithEdge(EdgeId.FrontLeft, e => e with { Joint = joint, DepthMm = null, BlockBarId = null });

    /// <summary>Two fans that draw from below.</summary>
    private static Design Breathing(Design design) => design.With(
        Sample.Device("fan-a", "fan-80", "panel/bottom", 30, 40) with { Grille = new Grille(GrilleKind.Open, 0, 0) });
}
