using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Levels that change places and turn, and what that does to the cables.</summary>
public class LevelMoveTests
{
    private static Design Frame() =>
        Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open })) is var open
        ? open with
        {
            Box = open.Box with { WidthMm = 400, DepthMm = 300, HeightMm = 520, Feet = null },
            Trays = [Level("low", 90), Level("middle", 240), Level("high", 390)],
            Devices = [Sample.Device("audio", "audio-65", "low", 100, 60), Sample.Device("audio-2", "audio-65", "high", 220, 160, 2)],
            Links = [new Link("line", "audio", "line-out", "audio-2", "line-in", "coax-rg-174", null)],
            Structures = [new LevelFrame("frame", "steel-conduit-1-2", "aluminium-6061-slotted-20", FrameFitting.Clamp, null, [])],
        }
        : open;

    private static Tray Level(string id, double height) => new(id, id, "aluminium-6061", 20, null, height, 0, TraySupport.OnBars, null);

    [Fact]
    public void A_swap_or_a_turn_done_twice_is_none()
    {
        var design = Frame();
        var swapped = LevelMoves.Swap(LevelMoves.Swap(design, "low", "high"), "low", "high");
        Assert.Equal(design.Trays, swapped.Trays);
        var turned = LevelMoves.Turn(LevelMoves.Turn(design, "high", Sample.Catalog), "high", Sample.Catalog);
        Assert.Equal(design.Devices.Select(d => (d.UMm, d.VMm, d.QuarterTurns)),
            turned.Devices.Select(d => (d.UMm, d.VMm, d.QuarterTurns)));
    }

    [Fact]
    public void Every_swap_and_turn_is_listed_with_the_cable_that_it_then_needs()
    {
        var design = Frame();
        var moves = LevelMoves.All(design, Sample.Catalog);
        // three swaps of three levels, three turns
        Assert.Equal((3, 3), (moves.Count(m => m.LevelB is not null), moves.Count(m => m.LevelB is null)));
        Assert.Equal(moves.Select(m => m.CableMm).Order(), moves.Select(m => m.CableMm));
        var now = Sample.Plan(design).Routes.Single().NeededMm;
        foreach (var move in moves)
        {
            var moved = move.LevelB is { } other ? LevelMoves.Swap(design, move.LevelA, other)
                : LevelMoves.Turn(design, move.LevelA, Sample.Catalog);
            Assert.Equal(Sample.Plan(moved).Routes.Single().NeededMm, move.CableMm, 6);
            Assert.Equal(move.CableMm - now, move.ChangeMm, 6);
        }

        // the two boards one level nearer save about a level's height
        Assert.True(moves.Single(m => m is { LevelA: "low", LevelB: "middle" }).ChangeMm < -100);
    }

    [Fact]
    public void A_cable_at_hand_that_no_longer_reaches_is_named()
    {
        var design = Frame();
        var reach = Sample.Plan(design).Routes.Single().NeededMm;
        design = design with { Links = [design.Links[0] with { LengthMm = reach + 1 }] };
        foreach (var move in LevelMoves.All(design, Sample.Catalog))
        {
            Assert.Equal(move.CableMm > reach + 1, move.Short.Contains("line"));
        }
    }
}
