using AnvilPlan.Core.Checks;
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
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

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
            _ => One(random, ["aluminium-6061-15x15", "aluminium-6061-12x12", "pine-20x20", "aluminium-6061-tube-20",
                "aluminium-6061-slotted-20"]),
        };
        var thin = seat == PanelSeat.Over ? 2 : 3;
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = thin,
            MeasuredMm = null,
            InsetMm = 0,
            Hold = random.Next(6) == 0 ? PanelHold.Open : PanelHold.Fixed,
        }));
        return design with { Structures = [new RailFrame("frame", bar, Faces.Edges, seat, (FitClass)random.Next(1, 4), 4)] };
    });

    [Fact]
    public void Tray_racks_in_shelves_and_frames_hold_every_tray() => Sound(3, 100, (random, design) =>
    {
        var framed = random.Next(2) == 0;
        var support = framed ? TraySupport.Rails : One(random, [TraySupport.Rails, TraySupport.Housed]);
        var tray = new Tray("tray", "Tray", support == TraySupport.Housed ? "birch-plywood" : "aluminium-5052",
            support == TraySupport.Housed ? 6 : 2, null, 30, 1.5, support, "aluminium-6061-15x15")
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
            ? Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { Hold = PanelHold.Open })) with
            {
                Structures = [.. design.Structures, new RailFrame("frame", "aluminium-6061-20x10", [EdgeId.FrontLeft, EdgeId.FrontRight,
                EdgeId.BackLeft, EdgeId.BackRight, .. Faces.Edges.Where(e => e.Along() != Axis.Z)], PanelSeat.Over, FitClass.Sliding, 4)]
            }
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
            Box = design.Box with
            {
                WidthMm = 320 + (random.NextDouble() * 200),
                DepthMm = 260 + (random.NextDouble() * 100),
                HeightMm = 150
                + (count * 130),
                Feet = null,
                Panels = [.. design.Box.Panels.Select(p => p with { Hold = PanelHold.Open })]
            },
            Trays = [.. Enumerable.Range(0, count).Select(i => new Tray($"level-{i + 1}", $"Level {i + 1}", "aluminium-6061", 20, null, 80
                + (i * 130), 0, TraySupport.OnBars, null))],
            Devices = [.. Enumerable.Range(0, count)
                .SelectMany(i => (Device[])[Sample.Device($"a-{i}", One(random, ["audio-65", "sbc-85", "adc-50"]), $"level-{i + 1}",
                Place(), Place())])],
            Structures = [new LevelFrame("frame", post,
                One(random, ["aluminium-6061-slotted-20", "aluminium-6061-12x12", "aluminium-6061-tube-15"]), fitting,
                fitting == FrameFitting.SocketTee ? 21.5 : null, [])],
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
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = 1.5,
            MeasuredMm = null,
            Hold = f == Face.Top || f == Face.Front ? PanelHold.Removable : PanelHold.Fixed
        }));
        if (second.Length == 1 && random.Next(2) == 0)
        {
            // a wooden door over the tray, hung at the back
            design = design.WithPanel(Face.Top, p => p with
            {
                MaterialId = "birch-plywood",
                NominalMm = 12,
                Hold = PanelHold.Hinged,
                HingeAt = Face.Back
            });
        }

        return design with
        {
            Box = design.Box with
            {
                WidthMm = 120 + random.Next(130),
                DepthMm = 120 + random.Next(120),
                HeightMm = 80 + random.Next(100),
                Edges = [.. design.Box.Edges.Select(e => e with { Joint = JointKind.ButtGlued, Covers = second.Contains(e.Id.Of().A)
                ? e.Id.Of().A : e.Id.Of().B, BlockBarId = null, DepthMm = null })]
            },
            Structures = [new FoldedSheet("base", first, radius, 12, join), .. second.Length > 1
                ? [new FoldedSheet("cover", second, radius, 0, join)] : (Structure[])[]],
        };
    });

    [Fact]
    public void Wraps_close_round_their_ends() => Sound(6, 110, (random, design) =>
    {
        Face[] path = random.Next(3) switch
        {
            0 => [Face.Front, Face.Top, Face.Back],
            1 => [Face.Left, Face.Top, Face.Right],
            _ => [Face.Front, Face.Top],
        };
        var thickness = One(random, [6.0, 9, 12]);
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            NominalMm = thickness,
            Hold = f == Face.Bottom
            ? PanelHold.Removable : PanelHold.Fixed
        }));
        var begun = Sample.Catalog.Systems.Single(s => s.Key == "bentWrap").Begin(design, Sample.Catalog)!;
        // two corners and a little flat between them
        var most = Math.Floor((Math.Min(design.Box.WidthMm, Math.Min(design.Box.DepthMm, design.Box.HeightMm)) - 10) / 2);
        var wrap = new BentWrap("wrap", path,
            [.. path.Zip(path.Skip(1)).Select(p => new WrapCorner(Faces.Between(p.First, p.Second), (CornerMethod)random.Next(6),
            Math.Min(One(random, [12.0, 20, 40, 80]), most), null))], null);
        var joint = One(random, [JointKind.ButtGlued, JointKind.Rabbet, JointKind.Groove]);
        return begun with
        {
            Box = begun.Box with
            {
                Edges = [.. begun.Box.Edges.Select(e =>
                {
                    var (a, b) = e.Id.Of();
                    return a == Face.Bottom || b == Face.Bottom ? e
                        : path.Contains(a) != path.Contains(b) ? e with { Covers = path.Contains(a) ? a : b, Joint = joint }
                            : e with { Joint = JointKind.ButtGlued, Covers = a };
                })],
            },
            Structures = [wrap],
        };
    });

    [Fact]
    public void Back_boards_hang_together() => Sound(7, 120, (random, design) =>
    {
        var pads = random.Next(3) == 0 ? null : new PadRule("acrylic", One(random, [4.0, 6, 8]), 3 + random.Next(6),
            One(random, [0.0, 45]), true);
        return Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            Hold = f == Face.Back ? PanelHold.Fixed
            : PanelHold.Open
        })) with
        {
            Box = design.Box with
            {
                WidthMm = 560 + random.Next(300),
                DepthMm = 140,
                HeightMm = 400 + random.Next(200),
                Feet = null,
                Panels = [.. design.Box.Panels.Select(p => p with { Hold = p.Face == Face.Back ? PanelHold.Fixed : PanelHold.Open })]
            },
            Devices = [Sample.Device("a", One(random, ["sbc-85", "audio-65"]), "panel/back", 90 + random.Next(40), 150 + random.Next(60)),
                Sample.Device("b", "adc-50", "panel/back", 330 + random.Next(40), 150 + random.Next(60))],
            Structures = [new BackBoard("board", One(random, ["pine-40x20", "pine-20x20", "aluminium-6061-20x10"]), 30 + random.Next(30),
                pads, 400, 80, 2)],
        };
    });

    [Fact]
    public void Drawers_run_in_their_stands() => Sound(8, 120, (random, design) =>
    {
        var tray = new Tray("drawer", "Drawer bottom", "birch-plywood", 6, null, 14 + random.Next(10), 13, TraySupport.None, null)
        { Drawer = new Drawer(Face.Front, 100 + random.Next(80)) };
        return design with
        {
            Box = design.Box with { DepthMm = 220 + random.Next(200), HeightMm = 110 + random.Next(80) },
            Trays = [tray],
            Structures = [new DrawerStand("stand", "drawer", "birch-plywood", One(random, [6.0, 9, 12]), 30 + random.Next(20),
                random.Next(12), (RunnerKind)random.Next(2))],
        };
    });

    [Fact]
    public void Printed_bodies_ends_and_feet_hold_together() => Sound(9, 150, (random, design) =>
    {
        Structure printed = random.Next(2) == 0
            ? new PrintedBody("body", One(random, [(Face[])[Face.Bottom, Face.Left, Face.Right, Face.Front, Face.Back],
                [Face.Front, Face.Left, Face.Right]]), One(random, ["pla", "petg", "asa"]), 3 + random.Next(6), 1.2, 0.2,
                (PieceJoin)random.Next(3), random.Next(2) == 0)
            : new PrintedEnds("ends", "petg", 10 + random.Next(10), 1.6, 0.3,
                One(random, ["aluminium-6061-12x12", "aluminium-6061-15x15", "beech-15x15"]), 4 + random.Next(4), (FitClass)random.Next(4));
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = printed is PrintedEnds ? "aluminium-5052"
            : "birch-plywood",
            NominalMm = printed is PrintedEnds ? 2 : 12,
            MeasuredMm = null
        }));
        return design with
        {
            Box = design.Box with
            {
                Feet = null,
                Edges = [.. design.Box.Edges.Select(e => printed is PrintedBody body
                ? Screwed(e, body) : e)]
            },
            Structures = [printed, new PrintedFeet("feet", "petg", 20 + random.Next(10), 10 + random.Next(20), 12, 0.4)],
        };
    });

    /// <summary>What is not printed is screwed to blocks.</summary>
    private static Edge Screwed(Edge edge, PrintedBody body) =>
        body.Faces.Contains(edge.Id.Of().A) && body.Faces.Contains(edge.Id.Of().B) ? edge
            : edge with { Joint = JointKind.ButtScrewed, DepthMm = null, BlockBarId = "beech-20x20" };

    [Fact]
    public void Layered_acrylic_closes_to_whole_layers() => Sound(10, 100, (random, design) =>
    {
        var (layers, spacer) = (4 + random.Next(12), One(random, [0.0, 3]));
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "acrylic",
            NominalMm = 6,
            MeasuredMm = null,
            Hold = f == Face.Top ? PanelHold.Removable : PanelHold.Fixed
        }));
        return design with
        {
            Box = design.Box with
            {
                Basis = SizeBasis.Inner,
                WidthMm = 100 + random.Next(150),
                DepthMm = 80 + random.Next(120),
                HeightMm = (layers * 6) + ((layers - 1) * spacer),
                Feet = null
            },
            Structures = [new AcrylicStack("stack", "acrylic", 6, 6, 14 + random.Next(8), spacer, One(random, ["M3", "M4"]))],
        };
    });

    [Fact]
    public void Every_joint_closes_without_overlap() => Sound(11, 110, (random, design) =>
    {
        var thickness = One(random, [12.0, 15, 18]);
        JointKind[] kinds = [JointKind.Dowel, JointKind.Biscuit, JointKind.PocketScrew, JointKind.Finger, JointKind.Dovetail,
            JointKind.HalfBlind, JointKind.ThroughTenon, JointKind.PrintedCorner, JointKind.Riveted, JointKind.Bolted,
            JointKind.ButtScrewed];
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with { NominalMm = thickness }));
        // uprights by one joint; floor and lid over them by another
        var (upright, floor) = (One(random, kinds), One(random, kinds));
        return design with
        {
            Box = design.Box with
            {
                Edges = [.. design.Box.Edges.Select(e => e.Id.Along() == Axis.Z ? e with { Joint = upright, Covers = e.Id.Of()
                    .A, DepthMm = null, BlockBarId = "beech-20x20" }
                    : e with { Joint = e.Id.Of().B == Face.Top ? JointKind.ButtScrewed : floor, Covers = e.Id.Of().B, DepthMm = null,
                        BlockBarId = "beech-20x20" })],
            },
        };
    });

    [Fact]
    public void Sheet_with_tapped_edges_closes() =>
        Sound(12, 60, (random, design) => Faces.All.Aggregate(design,
        (d, f) => d.WithPanel(f, p => p with { MaterialId = "acrylic", NominalMm = One(random, [5.0, 6, 8]), MeasuredMm = null })) with
        {
            Box = design.Box with
            {
                WidthMm = 150 + random.Next(150),
                DepthMm = 120 + random.Next(150),
                HeightMm = 100 + random.Next(100),
                Feet = null,
                Panels = [.. design.Box.Panels.Select(p => p with { MaterialId = "acrylic", NominalMm = 8, MeasuredMm = null })],
                Edges = [.. design.Box.Edges.Select(e => e with { Joint = e.Id.Of().B == Face.Top ? JointKind.Tapped
                : One(random, [JointKind.ButtGlued, JointKind.Tapped, JointKind.Finger]), Covers = e.Id.Along() == Axis.Z ? e.Id.Of().A
                : e.Id.Of().B, DepthMm = null, BlockBarId = null })],
            },
        });

    [Fact]
    public void Doors_magnets_and_plinths_go_with_any_panel_box() => Sound(13, 120, (random, design) =>
    {
        var door = One(random, [Face.Front, Face.Left, Face.Back]);
        var at = One(random, [.. door.Neighbours().Where(f => f != Face.Top)]);
        var over = random.Next(2) == 0;
        design = Faces.All.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            NominalMm = One(random, [12.0, 15, 18]),
            Hold = f == door ? PanelHold.Hinged : f == Face.Top ? PanelHold.Removable : PanelHold.Fixed,
            HingeAt = f == door ? at
            : null,
            Fit = f == door && !over ? (FitClass)random.Next(4) : null
        }));
        design = Faces.Edges.Where(e => e.Of().A == door || e.Of().B == door)
            .Aggregate(design, (d, id) => d.WithEdge(id, e => e with
            {
                Joint = JointKind.Loose,
                BlockBarId = null,
                DepthMm = null,
                Covers = over ? door : id.Of().A == door ? id.Of().B : id.Of().A
            }));
        design = Faces.Edges.Where(e => e.Of().B == Face.Top)
            .Aggregate(design, (d, id) => d.WithEdge(id, e => e with
            {
                Joint = id.Of().A == door ? JointKind.Loose : JointKind.Magnets,
                BlockBarId = null,
                Covers = id.Of().A == door && over ? door : Face.Top
            }));
        return random.Next(2) == 0 ? design : design with
        {
            Box = design.Box with { Feet = null },
            Structures = [new Plinth("plinth", "birch-plywood", One(random, [9.0, 12, 18]), 30 + random.Next(40), random.Next(25),
            random.Next(20))]
        };
    });

    [Fact]
    public void Wraps_take_a_rail_frame_a_tray_and_printed_feet() => Sound(14, 90, (random, design) =>
    {
        var radius = One(random, [25.0, 40, 60]);
        design = Faces.All.Aggregate(Sample.Empty with
        {
            Box = Sample.Empty.Box with
            {
                WidthMm = 260 + random.Next(160),
                DepthMm = 200
            + random.Next(140),
                HeightMm = 130 + random.Next(80),
                Feet = null
            }
        }, (d, f) =>
            d.WithPanel(f, p => p with
            {
                MaterialId = f == Face.Top ? "acrylic" : "birch-plywood",
                NominalMm = f == Face.Top ? 6
                : 9,
                Hold = f == Face.Top ? PanelHold.Removable : PanelHold.Fixed
            }));
        Face[] path = [Face.Left, Face.Front, Face.Right];
        return design with
        {
            Box = design.Box with
            {
                Edges = [.. design.Box.Edges.Select(e => e.Id.Of().A == Face.Back || e.Id.Of().B == Face.Back
                    ? e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-15x15", Covers = e.Id.Of().A == Face.Back ? e.Id.Of().B
                        : e.Id.Of().A }
                    : e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-15x15", Covers = e.Id.Of().B == Face.Bottom ? e.Id.Of().A
                        : e.Id.Of().B })],
            },
            Trays = [Sample.WithTray.Trays[0] with { UndersideMm = 45 + random.Next(20) }],
            Structures =
            [
                new BentWrap("wrap", path, [new WrapCorner(EdgeId.FrontLeft, CornerMethod.StraightKerf, radius, null),
                    new WrapCorner(EdgeId.FrontRight, (CornerMethod)random.Next(2, 4), radius, null)], null),
                new RailFrame("frame", One(random, ["aluminium-6061-12x12", "aluminium-6061-15x15", "pine-20x20"]),
                    [EdgeId.LeftBottom, EdgeId.RightBottom, EdgeId.FrontBottom, EdgeId.LeftTop, EdgeId.RightTop, EdgeId.FrontTop,
                    EdgeId.BackTop], PanelSeat.Over, FitClass.Sliding, 4),
                new PrintedFeet("feet", "petg", 24, 15, radius + 6, 0.4),
            ],
        };
    });

    [Fact]
    public void A_folded_base_wooden_ends_and_an_acrylic_window_are_one_design() => Sound(15, 90, (random, design) =>
    {
        var returns = 12 + random.Next(4);
        Face[] folded = [Face.Bottom, Face.Front, Face.Back];
        design = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => folded.Contains(f)
            ? p with { MaterialId = "aluminium-5052", NominalMm = 1.5, MeasuredMm = null }
            : f == Face.Top ? p with { MaterialId = "acrylic", NominalMm = 5, MeasuredMm = null, Hold = PanelHold.Removable }
                : p with { NominalMm = 12 }));
        return design with
        {
            Box = design.Box with
            {
                WidthMm = 150 + random.Next(140),
                DepthMm = 140 + random.Next(120),
                HeightMm = 90 + random.Next(80),
                Feet = null,
                Edges = [.. design.Box.Edges.Select(e => e with { Joint = e.Id is EdgeId.LeftTop or EdgeId.RightTop ? JointKind.ButtScrewed
                    : JointKind.ButtGlued, BlockBarId = "beech-15x15", DepthMm = null, Covers = e.Id.Of().B == Face.Top ? Face.Top
                    : e.Id.Of().B is Face.Left or Face.Right ? e.Id.Of().B : e.Id.Of().A is Face.Left or Face.Right ? e.Id.Of().A
                    : e.Covers })],
            },
            Structures = [new FoldedSheet("base", folded, 1.5, returns, SheetJoin.ScrewsAndNuts)],
        };
    });

    [Fact]
    public void Solid_bottoms_float_in_their_grooves() => Sound(16, 80, (random, design) =>
    {
        design = design.WithPanel(Face.Bottom, p => p with
        {
            MaterialId = One(random, ["beech", "cherry", "maple"]),
            NominalMm = 12,
            Floats = true,
            InsetMm = 6,
            Grain = (GrainRun)random.Next(2)
        });
        design = Faces.All.Where(f => f != Face.Bottom).Aggregate(design, (d, f) => d.WithPanel(f, p => p with { NominalMm = 15 }));
        return Faces.Edges.Where(e => e.Of().B == Face.Bottom).Aggregate(design with { Box = design.Box with { Feet = null } },
            (d, id) => d.WithEdge(id, e => e with { Joint = JointKind.Groove, Covers = id.Of().A, DepthMm = 6, BlockBarId = null }));
    });

    [Fact]
    public void Trays_with_folded_sides_lie_in_any_box() => Sound(17, 120, (random, design) =>
    {
        var support = One(random, [TraySupport.Flanges, TraySupport.Rails, TraySupport.Posts, TraySupport.Housed]);
        var edges = support switch
        {
            TraySupport.Flanges => One(random, [FlangedEdges.Walls, FlangedEdges.All]),
            TraySupport.Housed => FlangedEdges.Free,
            _ => (FlangedEdges)random.Next(3)
        };
        var behind = random.Next(2) == 0 && (support != TraySupport.Rails || edges == FlangedEdges.Free);
        var sheet = One(random, [1.0, 1.5, 2]);
        var tray = new Tray("tray", "Tray", "aluminium-5052", sheet, null, 40 + random.Next(20), One(random, [0.5, 1, 1.5]), support,
            support == TraySupport.Rails ? "aluminium-6061-15x15" : null)
        {
            Plane = (TrayPlane)random.Next(3),
            Flanges = new TrayFlanges(edges, behind, 13 + random.Next(15), One(random, [2.0, 3]), (SheetJoin)random.Next(3)),
        };
        var racked = tray.Plane == TrayPlane.Level && random.Next(3) == 0;
        return design with
        {
            Box = design.Box with { HeightMm = design.Box.HeightMm + 100 },
            Trays = [tray],
            Structures = racked ? [new TrayRack("rack", "tray", 2, null, 5)] : [],
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

        Assert.True(planned > count / 5, $"only {planned} of {count} designs had no stop; "
            + $"{string.Join("; ", stopped.OrderByDescending(x => x.Value).Take(3).Select(x => x.Key))}");
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
            design = design.WithEdge(id, e => e with
            {
                Joint = joint,
                Covers = rank.IndexOf(a) < rank.IndexOf(b) ? a
                : b,
                BlockBarId = joint == JointKind.ButtScrewed ? "beech-15x15" : null
            });
        }

        return design;
    }

    internal static T One<T>(Random random, IReadOnlyList<T> of) => of[random.Next(of.Count)];
}
