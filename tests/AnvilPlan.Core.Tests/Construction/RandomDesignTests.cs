using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Construction.RailFrames;
using AnvilPlan.Core.Construction.TrayRacks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Random designs of each system: no two parts interpenetrate, joints close, nothing floats.</summary>
public class RandomDesignTests
{
    [Fact]
    public void Panel_boxes_close_without_overlap() => Sound(1, 120, (random, design) => design);

    [Fact]
    public void Rail_frames_close_without_overlap() => Sound(2, 150, (random, design) =>
    {
        var seat = (PanelSeat)random.Next(3);
        var bar = seat switch
        {
            PanelSeat.Behind => One(random, ["aluminium-6061-angle-15x1-5", "aluminium-6061-angle-20x2", "aluminium-6061-angle-25x2"]),
            PanelSeat.Slipped => One(random, ["aluminium-6061-slotted-20", "aluminium-6061-slotted-30", "beech-20x20", "pine-20x20"]),
            _ => One(random, ["aluminium-6061-15x15", "aluminium-6061-12x12", "pine-20x20", "aluminium-6061-tube-20", "aluminium-6061-slotted-20"]),
        };
        var thin = seat == PanelSeat.Over ? 2 : 3;
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052", NominalMm = thin, MeasuredMm = null, InsetMm = 0, Hold = random.Next(6) == 0 ? PanelHold.Open : PanelHold.Fixed,
        }));
        return design with { Structures = [new RailFrame("frame", bar, Faces.Edges, seat, (FitClass)random.Next(1, 4), 4)] };
    });

    [Fact]
    public void Tray_racks_in_shelves_and_frames_hold_every_tray() => Sound(3, 100, (random, design) =>
    {
        var framed = random.Next(2) == 0;
        var support = framed ? TraySupport.Rails : One(random, [TraySupport.Rails, TraySupport.Housed]);
        var tray = new Tray("tray", "Tray", support == TraySupport.Housed ? "birch-plywood" : "aluminium-5052", support == TraySupport.Housed ? 6 : 2, null, 30, 1.5, support, "aluminium-6061-15x15")
        {
            Drawer = support == TraySupport.Rails && random.Next(2) == 0 ? new Drawer(Face.Front, 100) : null,
            StiffenerBarId = support == TraySupport.Rails && random.Next(2) == 0 ? "aluminium-6061-10x10" : null,
        };
        var count = random.Next(2, 9);
        design = design with
        {
            Box = design.Box with { HeightMm = 120 + (count * 60) },
            Trays = [tray],
            Devices = [Sample.Device("board", "audio-65", "tray", 20 + random.Next(10), 20 + random.Next(10))],
            Structures = [new TrayRack("rack", "tray", count, random.Next(2) == 0 ? null : 60, 10)],
        };
        return framed
            ? Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open })) with { Structures = [.. design.Structures, new RailFrame("frame", "aluminium-6061-20x10", [EdgeId.FrontLeft, EdgeId.FrontRight, EdgeId.BackLeft, EdgeId.BackRight, .. Faces.Edges.Where(e => e.Along() != Axis.Z)], PanelSeat.Over, FitClass.Sliding, 4)] }
            : design;
    });

    [Fact]
    public void Level_frames_stand_and_carry_their_levels() => Sound(4, 150, (random, design) =>
    {
        var fitting = (FrameFitting)random.Next(4);
        var post = fitting switch
        {
            FrameFitting.Bracket => One(random, ["aluminium-6061-slotted-20", "aluminium-6061-slotted-30"]),
            FrameFitting.ThreadedTee => One(random, ["steel-pipe-1-2", "steel-pipe-3-4"]),
            FrameFitting.SocketTee => "vinyl-pipe-3-4",
            _ => One(random, ["steel-conduit-1-2", "steel-conduit-3-4", "steel-pipe-1-2"]),
        };
        var count = random.Next(1, 5);
        double Place() => 70 + (random.NextDouble() * 60);
        return Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open })) with
        {
            Box = design.Box with { WidthMm = 320 + (random.NextDouble() * 200), DepthMm = 260 + (random.NextDouble() * 100), HeightMm = 150 + (count * 130), Feet = null, Panels = [.. design.Box.Panels.Select(p => p with { Hold = PanelHold.Open })] },
            Trays = [.. Enumerable.Range(0, count).Select(i => new Tray($"level-{i + 1}", $"Level {i + 1}", "aluminium-6061", 20, null, 80 + (i * 130), 0, TraySupport.OnBars, null))],
            Devices = [.. Enumerable.Range(0, count).SelectMany(i => (Device[])[Sample.Device($"a-{i}", One(random, ["audio-65", "sbc-85", "adc-50"]), $"level-{i + 1}", Place(), Place())])],
            Structures = [new LevelFrame("frame", post, One(random, ["aluminium-6061-slotted-20", "aluminium-6061-12x12", "aluminium-6061-tube-15"]), fitting, fitting == FrameFitting.SocketTee ? 21.5 : null, [])],
        };
    });

    [Fact]
    public void Folded_sheets_close_without_overlap() => Sound(5, 150, (random, design) =>
    {
        var radius = One(random, [1.5, 2, 3]);
        var join = (SheetJoin)random.Next(3);
        var (first, second) = random.Next(3) switch
        {
            0 => ((Face[])[Face.Bottom, Face.Front, Face.Back], (Face[])[Face.Top, Face.Left, Face.Right]),
            1 => ([Face.Bottom, Face.Front, Face.Back, Face.Left, Face.Right], [Face.Top]),
            _ => ([Face.Back, Face.Left, Face.Right], [Face.Front, Face.Top, Face.Bottom]),
        };
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { MaterialId = "aluminium-5052", NominalMm = 1.5, MeasuredMm = null, Hold = f == Face.Top || f == Face.Front ? PanelHold.Removable : PanelHold.Fixed }));
        return design with
        {
            Box = design.Box with { WidthMm = 120 + random.Next(130), DepthMm = 120 + random.Next(120), HeightMm = 80 + random.Next(100), Edges = [.. design.Box.Edges.Select(e => e with { Joint = JointKind.ButtGlued, Covers = second.Contains(e.Id.Of().A) ? e.Id.Of().A : e.Id.Of().B, BlockBarId = null, DepthMm = null })] },
            Structures = [new FoldedSheet("base", first, radius, 12, join), .. second.Length > 1 ? [new FoldedSheet("cover", second, radius, 0, join)] : (Structure[])[]],
        };
    });

    [Fact]
    public void Wraps_close_round_their_ends() => Sound(6, 150, (random, design) =>
    {
        Face[] path = random.Next(3) switch
        {
            0 => [Face.Front, Face.Top, Face.Back],
            1 => [Face.Left, Face.Top, Face.Right],
            _ => [Face.Front, Face.Top],
        };
        var thickness = One(random, [6.0, 9, 12]);
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { NominalMm = thickness, Hold = f == Face.Bottom ? PanelHold.Removable : PanelHold.Fixed }));
        var begun = Sample.Catalog.Systems.Single(s => s.Key == "bentWrap").Begin(design, Sample.Catalog)!;
        var wrap = new BentWrap("wrap", path, [.. path.Zip(path.Skip(1)).Select(p => new WrapCorner(Faces.Between(p.First, p.Second), (CornerMethod)random.Next(6), One(random, [12.0, 20, 40, 80]), null))], null);
        var joint = One(random, [JointKind.ButtGlued, JointKind.Rabbet, JointKind.Groove]);
        return begun with
        {
            Box = begun.Box with
            {
                Edges = [.. begun.Box.Edges.Select(e =>
                {
                    var (a, b) = e.Id.Of();
                    return a == Face.Bottom || b == Face.Bottom ? e
                        : path.Contains(a) != path.Contains(b) ? e with { Covers = path.Contains(a) ? a : b, Joint = joint } : e with { Joint = JointKind.ButtGlued, Covers = a };
                })],
            },
            Structures = [wrap],
        };
    });

    private static void Sound(int seed, int count, Func<Random, Design, Design> build)
    {
        var random = new Random(seed);
        var planned = 0;
        var stopped = new Dictionary<string, int>();
        for (var i = 0; i < count; i++)
        {
            var design = build(random, RandomBox(random));
            if (DesignCheck.Problems(design, Sample.Catalog) is { Count: > 0 } problems)
            {
                Assert.Fail($"{seed}/{i}: {problems[0].Path}: {problems[0].Message}");
            }

            var plan = Sample.Plan(design);
            if (plan.Findings.FirstOrDefault(f => f.Severity == Severity.Stop) is { } stop)
            {
                stopped[stop.Text] = stopped.GetValueOrDefault(stop.Text) + 1;
                continue;
            }

            planned++;
            var faults = SolidityCheck.Faults(plan).ToList();
            Assert.True(faults.Count == 0, $"{seed}/{i}: {string.Join("; ", faults.Take(4))}");
        }

        Assert.True(planned > count / 5, $"only {planned} of {count} designs had no stop; {string.Join("; ", stopped.OrderByDescending(x => x.Value).Take(3).Select(x => x.Key))}");
    }

    /// <summary>A closed box in wood, joints as they come; the top comes off.</summary>
    internal static Design RandomBox(Random random)
    {
        double Size() => Math.Round(140 + (random.NextDouble() * 400), 1);
        var thickness = One(random, [6.0, 9, 12, 15, 18]);
        var design = Sample.Empty;
        design = design with { Box = design.Box with { WidthMm = Size(), DepthMm = Size(), HeightMm = Size() } };
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { MaterialId = "birch-plywood", NominalMm = thickness }));
        // one order of the faces for all corners, so that each corner closes
        var rank = Faces.All.OrderBy(_ => random.Next()).ToList();
        foreach (var id in Faces.Edges.Where(e => e.Of().A != Face.Top && e.Of().B != Face.Top))
        {
            var (a, b) = id.Of();
            var joint = One(random, [JointKind.ButtGlued, JointKind.Rabbet, JointKind.Groove, JointKind.ButtScrewed]);
            design = design.WithEdge(id, e => e with { Joint = joint, Covers = rank.IndexOf(a) < rank.IndexOf(b) ? a : b, BlockBarId = joint == JointKind.ButtScrewed ? "beech-15x15" : null });
        }

        return design;
    }

    internal static T One<T>(Random random, IReadOnlyList<T> of) => of[random.Next(of.Count)];
}
