using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.BackBoards;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Construction.RailFrames;
using AnvilPlan.Core.Construction.TrayRacks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Figures of each system against numbers worked out by hand or by the reference.</summary>
public class SystemTests
{
    private static Design Open(Design design, params Face[] faces) =>
        faces.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open }));

    [Fact]
    public void An_open_face_takes_no_room_and_its_neighbours_run_to_the_outside()
    {
        var plan = Sample.Plan(Open(Sample.Empty, Face.Front));
        Assert.DoesNotContain(plan.Parts, p => p.Id == "shell/front");
        Assert.Equal(0, plan.Inner.Min.Y);
        // covered by the front before; by nothing now
        Assert.Equal(240 - 11.9, plan.Part("shell/left").Box.Size.Y, 6);
        Assert.DoesNotContain(plan.Findings, f => f.Code is "corner-open" or "no-way-in" or "panel-loose");
        var problem = DesignCheck.Problems(Open(Sample.Empty, Face.Front).With(Sample.Device("led", "led-5", "panel/front", 60, 60)),
            Sample.Catalog);
        Assert.Contains(problem, p => p.Path == "devices[0].deckId" && p.Message.Contains("is open", StringComparison.Ordinal));
    }

    [Fact]
    public void A_panel_in_slots_is_as_large_as_opening_slots_and_play_make_it()
    {
        var design = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = 3,
            MeasuredMm = 3
        })) with
        {
            Structures = [new RailFrame("frame", "aluminium-6061-slotted-20", Faces.Edges, PanelSeat.Slipped, FitClass.Sliding, 4)],
        };
        var plan = Sample.Plan(design);
        // 320 outside: opening 320 - 40, two slots of 6, less the play of twice the saw's 0.3
        Assert.Equal(320 - 40 + 12 - 0.6, plan.Part("shell/front").LengthMm, 6);
        Assert.Equal(160, plan.Part("frame/front-left").LengthMm, 6);
        Assert.Equal(320 - 40, plan.Part("frame/front-bottom").LengthMm, 6);
        // eight rails between the four posts, two ends each
        Assert.Equal(16, plan.Cost.Purchase.Where(l => l.Kind == "bracket").Sum(l => l.Count));
        // the posts run across bottom and top only
        Assert.Equal((0, 4), (plan.Part("shell/front").Features.OfType<Notch>().Count(), plan.Part("shell/bottom")
            .Features.OfType<Notch>().Count()));
    }

    [Fact]
    public void A_rail_end_has_two_fixings_so_that_it_cannot_turn()
    {
        var plan = Sample.Plan(Sample.Empty with
        { Structures = [new RailFrame("frame", "aluminium-6061-15x15", Faces.Edges, PanelSeat.Over, FitClass.Sliding, 4)] });
        var rail = plan.Part("frame/front-top");
        foreach (var end in (PartEdge[])[PartEdge.ULeast, PartEdge.UMost])
        {
            Assert.Equal(2, rail.Features.OfType<EdgeHole>().Count(h => h.Edge == end && h.Thread == "M3"));
        }

        Assert.All(plan.Screws.Where(s => s.Where.Contains("to the end of", StringComparison.Ordinal)),
            s => Assert.Equal("countersunk", s.Head));
    }

    [Fact]
    public void Equal_trays_stand_one_pitch_apart_and_one_remedy_changes_them_all()
    {
        var design = Sample.WithTray.With(Sample.Device("sbc", "sbc-65", "tray-1", 40, 40)) with
        { Structures = [new TrayRack("rack", "tray-1", 3, null, 12)] };
        design = design with { Box = design.Box with { HeightMm = 300 } };
        var rack = (TrayRack)design.Structures[0];
        // tray 2, the lowest M2.5 standoff that takes both screws 6, board 6, air 12 above it; the rail's 15 below
        Assert.Equal(2 + 6 + 6 + 15 + 12.0, TrayRackSystem.LeastPitchMm(rack, design, Sample.Catalog));
        var plan = Sample.Plan(design);
        Assert.Equal(41.0, plan.Part("tray-1@2").Box.Min.Z - plan.Part("tray-1").Box.Min.Z, 6);
        Assert.Equal(3, plan.Devices.Count(d => d.ModelId == "sbc-65"));
        var moved = design.WithDevice("sbc@3", d => d with { UMm = 55, DeckId = "tray-1@3" });
        Assert.Equal(("sbc", 55.0, "tray-1"), (moved.Devices[0].Id, moved.Devices[0].UMm, moved.Devices[0].DeckId));
        Assert.Contains(Sample.Plan(design with { Box = design.Box with { HeightMm = 120 } }).Findings, f => f.Code == "rack-too-tall");
    }

    [Fact]
    public void Pipes_between_threaded_tees_are_cut_to_centre_distance_less_take_offs()
    {
        var design = Open(Sample.Empty, [.. Faces.All]) with
        {
            Box = Sample.Empty.Box with
            {
                WidthMm = 426.67,
                DepthMm = 326.67,
                HeightMm = 500,
                Feet = null,
                Panels = [.. Sample.Empty.Box.Panels.Select(p => p with { Hold = PanelHold.Open })]
            },
            Trays = [new Tray("low", "Low", "aluminium-6061", 20, null, 113.335, 0, TraySupport.OnBars, null),
                new Tray("high", "High", "aluminium-6061", 20, null, 313.335, 0, TraySupport.OnBars, null)],
            Structures = [new LevelFrame("frame", "steel-pipe-3-4", "aluminium-6061-slotted-20", FrameFitting.ThreadedTee, null, [])],
        };
        var plan = Sample.Plan(design);
        // worked case pipe_cut-1: 400 centre to centre leaves 362.028
        Assert.Equal(362.028, plan.Part("frame/low-front").LengthMm, 2);
        // 200 between the levels' centres
        Assert.Equal(200 - (2 * 18.986), plan.Part("frame/post-front-left-2").LengthMm, 2);
        Assert.Equal(8, plan.Cost.Purchase.Where(l => l.Kind == "fitting").Sum(l => l.Count));
    }

    [Fact]
    public void Rails_lie_under_the_columns_of_holes_and_swapping_levels_tells_the_cables()
    {
        var design = Demo("seed-house-level-frame");
        var plan = Sample.Plan(design);
        foreach (var device in plan.Devices.Where(d => d.ModelId == "sbc-85"))
        {
            var rails = plan.Parts.Where(p => p.Id.StartsWith("frame/logging-rail-", StringComparison.Ordinal)).ToList();
            Assert.Equal(2, rails.Count);
            // holes 58 mm apart along the board
            Assert.Equal(58, rails[1].Box.Centre.X - rails[0].Box.Centre.X, 6);
        }

        var moves = LevelMoves.All(design, Sample.Catalog);
        Assert.Equal(3 + 3, moves.Count);
        var now = plan.Routes.Sum(r => r.NeededMm);
        foreach (var move in moves)
        {
            var moved = move.LevelB is { } other ? LevelMoves.Swap(design, move.LevelA, other)
                : LevelMoves.Turn(design, move.LevelA, Sample.Catalog);
            Assert.Equal(Sample.Plan(moved).Routes.Sum(r => r.NeededMm), move.CableMm, 6);
            Assert.Equal(move.CableMm - now, move.ChangeMm, 6);
        }
    }

    [Theory]
    [InlineData(18, 1.5, 2.4, 100, 0.85, 14, 155.902, 11.136, 8.736)]
    public void Straight_kerfs_agree_with_the_worked_example(double t, double web, double kerf, double ro, double c, int cuts, double zone,
        double spacing, double rib)
    {
        var bend = KerfBend.Straight(t, web, kerf, ro, c, 4);
        Assert.Equal(cuts, bend.Cuts);
        Assert.Equal(zone, bend.ZoneMm, 3);
        Assert.Equal(spacing, bend.SpacingMm, 3);
        Assert.Equal(rib, bend.RibMm, 3);
        Assert.Equal(605.902, KerfBend.DevelopedMm(250, 400, 100, 1.5), 3);
    }

    [Fact]
    public void Tapered_and_laminated_bends_agree_with_the_worked_examples()
    {
        var tapered = KerfBend.Tapered(19, 1.6, 1, 60, 9, 4);
        Assert.Equal((92.991, 10.332, 3.182, 7.150), (Math.Round(tapered.ZoneMm, 3), Math.Round(tapered.SpacingMm, 3),
            Math.Round(tapered.MouthMm, 3), Math.Round(tapered.RibMm, 3)));
        var laminated = LaminatedBend.Of(12, 1.5, 88, 1);
        Assert.Equal((8, 1.5, 75.0), (laminated.Plies, laminated.PlyMm, laminated.LeastRadiusMm));
        Assert.Equal(86.531, laminated.FormRadiusMm, 3);
    }

    [Fact]
    public void A_sheet_bend_takes_its_deduction_from_the_blank()
    {
        // small-sheet check of the reference: R = T, K = 0.4 at 90 degrees takes 1.80 T
        Assert.Equal(1.80, new SheetBend(1, 1, 0.4, "").DeductionMm, 2);
        var design = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = 1.5,
            MeasuredMm = 1.5
        })) with
        {
            Structures = [new FoldedSheet("tray", [Face.Bottom, Face.Front, Face.Back], 1.5, 0, SheetJoin.Rivets)],
        };
        var bend = new SheetBend(1.5, 1.5, 0.38, "");
        var blank = Sample.Plan(design).Part("tray");
        // front and back stand under the top, which is 1.5
        Assert.Equal(240 + 158.5 + 158.5 - (2 * bend.DeductionMm), Math.Min(blank.LengthMm, blank.WidthMm) < 400
            ? Math.Max(blank.LengthMm, blank.WidthMm) : blank.WidthMm, 3);
        Assert.Empty(blank.Body);
    }

    [Fact]
    public void Corner_schools_stand_side_by_side_and_plan_B_changes_the_inside()
    {
        var design = Sample.Catalog.Systems.Single(s => s.Key == "bentWrap")
            .Begin(Sample.Empty with { Box = Sample.Empty.Box with { HeightMm = 220 } }, Sample.Catalog)!;
        var wrap = design.Structures.OfType<BentWrap>().Single();
        var options = CornerSchools.Compare(wrap.Corners[0], wrap, design, Sample.Catalog, Core.Shops.ShopProfile.Usual);
        Assert.Equal(Enum.GetValues<CornerMethod>(), options.Select(o => o.Method));
        // 60 outside in 11.9 board: 48.1 inside; a solid corner can be rounded to 2.2 T at most
        Assert.Equal(48.1, options.Single(o => o.Method == CornerMethod.StraightKerf).InsideRadiusMm, 6);
        Assert.Equal(2.2 * 11.9, options.Single(o => o.Method == CornerMethod.RoundedSolid).MostRadiusMm!.Value, 6);
        Assert.False(options.Single(o => o.Method == CornerMethod.RoundedSolid).Possible);
        var mitred = BentWrapSystem.Changed(design, wrap, wrap.Corners[0], c => c with { Method = CornerMethod.Mitred });
        var (bent, sharp) = (Sample.Plan(design), Sample.Plan(mitred));
        Assert.Equal(320, sharp.Part("shell/front").Box.Size.X, 6);
        Assert.Equal(bent.Part("shell/front").Box.Size.Z + 60, sharp.Part("shell/front").Box.Size.Z, 6);
        Assert.Contains(bent.Part(wrap.Id).Features, f => f is Kerf);
    }

    [Fact]
    public void Pads_show_their_reveal_and_every_led_port_has_a_hole_clear_of_frame_and_pads()
    {
        var design = Demo("bell-tower-control-board");
        var plan = Sample.Plan(design);
        var (device, pad) = (plan.Devices.Single(d => d.Id == "relays"), plan.Part("adapter/relays"));
        Assert.Equal(device.Body.Size.X + 12, pad.Box.Size.X, 6);
        Assert.Equal(4, pad.Features.OfType<Bevel>().Count(b => b.AngleDeg == 45));
        var board = plan.Part("shell/back");
        var holes = board.Features.OfType<Opening>().Where(o => o.Id.EndsWith("/cable", StringComparison.Ordinal)).ToList();
        Assert.NotEmpty(holes);
        Assert.All(holes, h =>
        {
            var through = board.Frame.ToSpace(h.Min, h.Max, -500, 500);
            Assert.DoesNotContain(plan.Parts.Where(p => p.Id.StartsWith("board/frame", StringComparison.Ordinal)
                || p.Id.StartsWith("adapter/", StringComparison.Ordinal)), p => p.Box.Overlaps(through));
        });
        Assert.Contains(plan.Findings, f => f.Code == "wall-load" && f.Text.Contains("framing", StringComparison.Ordinal));
        Assert.Contains(Sample.Plan(design.WithStructure<BackBoard>("board", b => b with { StudSpacingMm = 900, FirstStudMm = 300 }))
            .Findings, f => f.Code == "one-stud");
    }

    [Fact]
    public void A_body_larger_than_the_bed_is_split_as_the_worked_case_splits_it()
    {
        var job = PrintJobs.Of([new Box(default, new(460, 240, 90))], Sample.Catalog.Material("petg"), 1.2, 0.2,
            Core.Shops.ShopProfile.Usual, "pins");
        Assert.Equal([3, 2, 1], job.Pieces);
        // 3 x 2 pieces meet in 2 x 2 + 3 x 1 joints
        Assert.Equal(7, job.Joints);
    }

    [Fact]
    public void The_demos_of_the_workshop_have_no_stop()
    {
        foreach (var name in (string[])["bell-tower-control-board", "kiln-room-tray-rack", "seed-house-level-frame"])
        {
            var plan = Sample.Plan(Demo(name));
            Assert.DoesNotContain(plan.Findings, f => f.Severity == Core.Findings.Severity.Stop);
            Assert.Empty(SolidityCheck.Faults(plan));
        }
    }

    private static Design Demo(string name) =>
        System.Text.Json.JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Data", "demo", name + ".json")))
        .RootElement.GetProperty("design").Deserialize<Design>();
}

internal static class Elements
{
    public static T Deserialize<T>(this System.Text.Json.JsonElement element) =>
        System.Text.Json.JsonSerializer.Deserialize<T>(element, Shipped.Json)!;
}
