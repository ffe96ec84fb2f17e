using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.DrawerStands;

/// <summary>Drawer walls on the tray, slides beside them, the front panel before them.</summary>
public sealed class DrawerStandSystem : ConstructionSystem<DrawerStand>
{
    /// <summary>Room of a side slide, mm [R].</summary>
    private const double SlideMm = 12.7;

    private const double SlideHeightMm = 35;

    /// <summary>A glued-up drawer and the opening for it are each true to this over their width, mm [R].</summary>
    private const double GluedUpMm = 0.5;

    private const double RunnerBarMm = 12;
    private const string RunnerBar = "beech-12x12";

    /// <summary>Lengths that slides are sold in, mm [R].</summary>
    private static readonly double[] SlideLengthsMm = [150, 200, 250, 300, 350, 400, 450, 500, 550, 600];

    public override string Key => "drawerStand";
    public override string Name => "Drawer in a stand";
    public override string About => "The box is a stand, open in front; everything sits in a drawer that runs out, under a load on top.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<DrawerStand>> Asked { get; } =
    [
        Asking.Plain<DrawerStand>(AskKind.Tray, "trayId", "Bottom of the drawer"),
        Asking.Material<DrawerStand>("wallMaterialId", "Walls", s => s.WallMaterialId),
        Asking.Length<DrawerStand>("wallNominalMm", "Walls, nominal", s => s.WallNominalMm, 2, 30),
        Asking.Length<DrawerStand>("wallHeightMm", "Height of the walls", s => s.WallHeightMm, 5, 600),
        Asking.Length<DrawerStand>("overlapMm", "Front covers by", s => s.OverlapMm, 0, 60),
        Asking.Choice<DrawerStand, RunnerKind>("runner", "Runners", (RunnerKind.SideSlides, "side slides"),
            (RunnerKind.WoodenRunners, "wooden runners")),
        Asking.Fit<DrawerStand>("play", "Play on wooden runners"),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var tray = design.Trays.FirstOrDefault(t => t.Plane == TrayPlane.Level);
        var bottom = (tray ?? new Tray(id + "-bottom", "Drawer bottom", "birch-plywood", 6, null, 10, SlideMm, TraySupport.None, null)) with
        {
            Support = TraySupport.None,
            RailBarId = null,
            GapMm = SlideMm + 0.3,
            Drawer = new Drawer(Face.Front, Travel(design, catalog)),
        };
        return design with
        {
            Box = design.Box with
            { Panels = [.. design.Box.Panels.Select(p => p.Face == Face.Front ? p with { Hold = PanelHold.Fixed, InsetMm = 0 } : p)] },
            Trays = tray is null ? [.. design.Trays, bottom] : [.. design.Trays.Select(t => t.Id == tray.Id ? bottom : t)],
            Structures = [.. design.Structures, new DrawerStand(id, bottom.Id, "birch-plywood", 9, 40, 6, RunnerKind.SideSlides)],
        };
    }

    /// <summary>The longest slide that finds room behind the front.</summary>
    private static double Travel(Design design, Catalog catalog) =>
        SlideLengthsMm.Where(l => l <= Envelope.Of(design, catalog).Inner.Size.Y - (2 * (SlideMm + 0.3)))
            .DefaultIfEmpty(SlideLengthsMm[0]).Max();

    protected override void Check(StructureCheck check, DrawerStand own, Design design)
    {
        if (design.Trays.FirstOrDefault(t => t.Id == own.TrayId) is not { } tray)
        {
            check.Refuse("trayId", $"trayId is \"{own.TrayId}\": the design has no such tray.");
        }
        else if (tray is not { Plane: TrayPlane.Level, Drawer.Out: Face.Front, Support: TraySupport.None, Flanges: null })
        {
            check.Refuse("trayId", $"trayId is \"{own.TrayId}\": the drawer's bottom is a level tray that slides out in front, flat, and "
                + $"has no support of its own.");
        }

        if (design.Panel(Face.Front).Hold is PanelHold.Open or PanelHold.Hinged)
        {
            check.Refuse("id", "the front is open or hinged: it is the front of the drawer.");
        }
    }

    /// <summary>The front goes with the drawer; the bottom leaves room for the runners.</summary>
    protected override Design Spread(DrawerStand own, Design design, Catalog catalog)
    {
        return design with
        {
            // over wooden runners, where it runs on them
            Trays = [.. design.Trays.Select(t => t.Id == own.TrayId
                ? t with { GapMm = RoomMm(own), UndersideMm = own.Runner == RunnerKind.WoodenRunners ? Math.Max(t.UndersideMm, RunnerBarMm)
                : t.UndersideMm } : t)],
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => p.Face == Face.Front ? p with { Hold = PanelHold.OnDrawer, InsetMm = 0 } : p)],
                Edges = [.. design.Box.Edges.Select(e => e.Id.Of().A == Face.Front || e.Id.Of().B == Face.Front
                    ? e with { Joint = JointKind.Loose, Covers = Face.Front, DepthMm = null, BlockBarId = null } : e)],
            },
        };
    }

    private static double WallMm(DrawerStand own, Catalog catalog) => catalog.TypicalThicknessMm(own.WallMaterialId, own.WallNominalMm);

    private static double RoomMm(DrawerStand own) => own.Runner == RunnerKind.SideSlides ? SlideMm
        : own.Play.ClearanceMm(GluedUpMm, GluedUpMm) / 2;

    protected override void Lay(DrawerStand own, ShellDraft draft)
    {
        var inner = draft.Fit.Envelope.Inner;
        // the bottom reaches to the front wall, which stands before it
        var plate = draft.Fit.Trays[own.TrayId].WithSpan(Axis.Y, inner.Min.Y + WallMm(own, draft.Catalog),
            draft.Fit.Trays[own.TrayId].Max.Y);
        draft.PlateBoxes[own.TrayId] = plate;
        var (t, room) = (WallMm(own, draft.Catalog), RoomMm(own));
        var (left, right) = (inner.Min.X + room, inner.Max.X - room);
        var (low, high) = (plate.Max.Z, plate.Max.Z + own.WallHeightMm);
        var tray = draft.Design.Trays.First(x => x.Id == own.TrayId);
        Wall(own, draft, "front", "Drawer front wall", new Box(new(left, inner.Min.Y, plate.Min.Z), new(right, inner.Min.Y + t, high)),
            Direction.Front);
        Wall(own, draft, "left", "Drawer left wall", new Box(new(plate.Min.X, inner.Min.Y + t, low),
            new(plate.Min.X + t, plate.Max.Y, high)), Direction.Left);
        Wall(own, draft, "right", "Drawer right wall", new Box(new(plate.Max.X - t, inner.Min.Y + t, low),
            new(plate.Max.X, plate.Max.Y, high)), Direction.Right);
        Wall(own, draft, "back", "Drawer back wall", new Box(new(plate.Min.X + t, plate.Max.Y - t, low),
            new(plate.Max.X - t, plate.Max.Y, high)), Direction.Back);
        if (own.Runner == RunnerKind.WoodenRunners)
        {
            var bar = draft.Catalog.Bar(RunnerBar);
            foreach (var (name, from) in ((string, double)[])[("left", inner.Min.X), ("right", inner.Max.X - RunnerBarMm)])
            {
                var box = new Box(new(from, inner.Min.Y + t, plate.Min.Z - RunnerBarMm), new(from + RunnerBarMm, inner.Max.Y, plate.Min.Z));
                box = BarPlacing.Trim(box, Axis.Y, draft.Members.Select(m => m.Box));
                if (box.Size.Y >= BarPlacing.LeastLengthMm)
                {
                    draft.Members.Add(BarPlacing.Solid($"{own.Id}/runner-{name}", $"Runner {name}, {tray.Name.ToLowerInvariant()}",
                        PartKind.Rail, bar, box, Axis.Y, Direction.Up, RunnerBarMm));
                }
            }
        }

        if (draft.Panels.TryGetValue(Face.Front, out var front))
        {
            var box = front.Box;
            foreach (var side in Face.Front.Neighbours().Where(draft.Panels.ContainsKey).Select(f => f.Outward()))
            {
                var end = inner.Side(side) + (side.Sign() * Math.Min(own.OverlapMm, draft.Fit.Envelope.ThicknessMm[Faces.Of(side)]));
                box = side.Sign() > 0 ? box with { Max = box.Max.With(side.Axis(), end) }
                    : box with { Min = box.Min.With(side.Axis(), end) };
            }

            draft.Panels[Face.Front] = front.Resized(box);
        }
    }

    private static void Wall(DrawerStand own, ShellDraft draft, string name, string title, Box box, Direction seen)
    {
        if (box.Empty)
        {
            return;
        }

        var (u, v) = Faces.Of(seen).DrawnAxes();
        draft.Members.Add(new SolidPart($"{own.Id}/{name}", title, PartKind.Panel, own.WallMaterialId, own.WallNominalMm, box,
            SolidPart.FrameOf(box, u, v, false), "outside", "inside", null)
        { CarriesDeck = own.TrayId });
    }

    protected override void Join(DrawerStand own, JointDraft draft)
    {
        var plate = draft.Shell.Trays[own.TrayId];
        SolidPart? Named(string name) => draft.Shell.Member($"{own.Id}/{name}");
        foreach (var name in (string[])["left", "right", "back"])
        {
            if (Named(name) is { } wall)
            {
                draft.Keep(plate, wall.Box.Grow(0.01), wall.Name.ToLowerInvariant());
                if (draft.Catalog.Material(plate.MaterialId).Wood && draft.Catalog.Material(wall.MaterialId).Wood)
                {
                    draft.Hold(plate, wall, HoldBy.Glue, own.Id);
                }
                else
                {
                    FixingRows.Screw(draft, plate, wall, new RowRule(own.Id, $"{own.Id}/bottom-{name}", 25, 150,
                        $"screw to {wall.Name.ToLowerInvariant()}"));
                }
            }
        }

        if (Named("front") is { } face)
        {
            if (draft.Catalog.Material(plate.MaterialId).Wood && draft.Catalog.Material(face.MaterialId).Wood)
            {
                draft.Hold(plate, face, HoldBy.Glue, own.Id);
            }

            foreach (var name in (string[])["left", "right"])
            {
                if (Named(name) is { } wall)
                {
                    draft.Hold(face, wall, HoldBy.Glue, own.Id);
                }
            }

            if (draft.Shell.Panels.TryGetValue(Face.Front, out var front))
            {
                // the front is glued on where both are of wood: a board of that thickness holds no screw from inside
                if (draft.Catalog.Material(face.MaterialId).Wood && draft.Catalog.Material(front.MaterialId).Wood)
                {
                    draft.Hold(face, front, HoldBy.Glue, own.Id);
                }
                else
                {
                    FixingRows.Screw(draft, face, front, new RowRule(own.Id, $"{own.Id}/front", 30, 250, "screw to the drawer's front"));
                }
            }
        }

        Runners(own, draft, plate);
    }

    private static void Runners(DrawerStand own, JointDraft draft, SolidPart plate)
    {
        var inner = draft.Fit.Envelope.Inner;
        foreach (var (name, face) in ((string, Face)[])[("left", Face.Left), ("right", Face.Right)])
        {
            if (!draft.Shell.Panels.TryGetValue(face, out var side))
            {
                continue;
            }

            if (own.Runner == RunnerKind.SideSlides && draft.Shell.Member($"{own.Id}/{name}") is { } wall)
            {
                var middle = wall.Box.Centre.Z;
                var bridge = new Box(
                    new(Math.Min(inner.Side(face.Outward()), wall.Box.Side(face.Outward())), wall.Box.Min.Y, middle - (SlideHeightMm / 2)),
                    new(Math.Max(inner.Side(face.Outward()), wall.Box.Side(face.Outward())), wall.Box.Max.Y, middle + (SlideHeightMm / 2)));
                draft.Hold(wall, side, HoldBy.Slide, own.Id, [bridge]);
                foreach (var (part, towards, what) in ((SolidPart, Direction, string)[])[(wall, face.Outward(), "drawer"),
                    (side, face.Outward().Opposite(), "stand")])
                {
                    SlideScrews(own, draft, part, towards, $"{own.Id}/slide-{name}-{what}", middle, wall.Box);
                }
            }
            else if (draft.Shell.Member($"{own.Id}/runner-{name}") is { } runner)
            {
                FixingRows.Screw(draft, side, runner, new RowRule(own.Id, $"{own.Id}/runner-{name}", 30, 200, "screw to the runner"));
                draft.Hold(plate, runner, HoldBy.Slide, own.Id);
            }
        }

        if (own.Runner == RunnerKind.SideSlides && SlideFor(own, draft.Design, draft.Fit) is { } slide)
        {
            draft.Bought.Add(new BoughtPiece("slide", $"pair of side slides {slide} mm, full travel, 12.7 mm each side", 1, 900
                + (long)slide));
        }
    }

    /// <summary>Three short screws of the slide's own, from its middle line into the board behind it.</summary>
    /// <param name="towards">The way that the board looks at the slide.</param>
    private static void SlideScrews(DrawerStand own, JointDraft draft, SolidPart part, Direction towards, string name,
        double middleMm, Box along)
    {
        var wood = draft.Catalog.Material(part.MaterialId).Wood;
        var deep = Math.Min(10, part.ThicknessMm - 1);
        var dia = wood ? 2.0 : 3.3;
        var (from, to) = (along.Min.Y + 37, along.Max.Y - 30);
        var points = Enumerable.Range(0, 3).Select(i => part.Box.Centre.With(Axis.Y, from + ((to - from) * i / 2)).With(Axis.Z, middleMm))
            .ToList();
        var way = new FixingWay(
            wood ? FixingKind.WoodScrew : FixingKind.Bolt, part.Box.Side(towards) + (towards.Sign() * SlideLeafMm),
            [
                new WayLayer(part.Id, part, wood ? LayerRole.Bite : LayerRole.Clearance, SlideLeafMm, SlideLeafMm
                    + (wood ? deep : part.ThicknessMm), dia, (id, at) =>
                        FixingRows.Bored(part, towards, at, new Hole(id, own.Id, wood ? "pilot for the slide" : "screw of the slide",
                        WorkedFrom.Seen, default, new Bore(dia, wood ? deep : null, PlainBore.It, wood
                        ? "pilot for the slide's screws, 3 mm" : "clearance M3", wood ? "short of coming through"
                        : null), "on the slide's middle line, from its first hole"))),
            ],
            [new(PieceKind.Shank, 0, wood ? SlideLeafMm + deep - 1 : SlideLeafMm + part.ThicknessMm + 3, 3)], [],
                [new BoughtPiece("screw for slides", wood ? "wood screw 3 x 10, flat head" : "M3 x 10 flat head with nut", 1, 5)]);
        draft.Fixings.Add(new FixingSet(name, own.Id, $"Slide to {part.Name.ToLowerInvariant()}", towards.Opposite(),
            [.. SlideShiftsMm.Select(s => new PointsLocus([.. points.Select(p => p + new Point3(0, s, 0))]))], [way])
        { Turn = FixingTurn.AfterFinish });
    }

    private const double SlideLeafMm = 1.2;

    /// <summary>Slides have several holes: their screws may go into others.</summary>
    private static readonly double[] SlideShiftsMm = [0, 8, -8, 16, -16];

    /// <summary>The shortest slide that gives the travel and fits the depth; null when none does.</summary>
    private static double? SlideFor(DrawerStand own, Design design, FitPlan fit)
    {
        var travel = design.Trays.First(t => t.Id == own.TrayId).Drawer?.TravelMm ?? 0;
        return SlideLengthsMm.Where(l => l >= travel && l <= fit.Trays[own.TrayId].Size.Y).Select(l => (double?)l).FirstOrDefault();
    }

    public override IEnumerable<Remedy> MoreRoom(PlanSoFar plan, string partId)
    {
        foreach (var own in plan.Design.Structures.OfType<DrawerStand>().Where(s => s.TrayId == partId
            && s.Runner == RunnerKind.WoodenRunners))
        {
            foreach (var play in Enum.GetValues<FitClass>().Where(f => f > own.Play))
            {
                yield return new Remedy("play-" + play.ToString().ToLowerInvariant(),
                    $"Make the drawer a {play.ToString().ToLowerInvariant()} fit", d =>
                    d.WithStructure<DrawerStand>(own.Id, s => s with { Play = play }));
            }

            yield return new Remedy("slides", "Run it on side slides", d => d.WithStructure<DrawerStand>(own.Id, s => s with
            { Runner = RunnerKind.SideSlides }));
        }
    }

    protected override IEnumerable<Finding> Findings(DrawerStand own, PlanSoFar plan)
    {
        var tray = plan.Design.Trays.First(t => t.Id == own.TrayId);
        var depth = plan.Fit.Trays[own.TrayId].Size.Y;
        if (own.Runner == RunnerKind.SideSlides && SlideFor(own, plan.Design, plan.Fit) is null)
        {
            var most = SlideLengthsMm.Where(l => l <= depth).Select(l => (double?)l).LastOrDefault();
            yield return Finding.Of("no-slide-fits", Severity.Stop,
                $"No slide on sale gives {Say.Mm(tray.Drawer!.TravelMm)} mm of travel in {Say.Mm(depth)} mm of "
                    + $"depth{(most is { } m ? $": the longest that fits has {Say.Mm(m)} mm" : "")}.",
                [own.Id, own.TrayId],
                [.. most is { } length
                    ? [new Remedy("travel", $"Let it come out {Say.Mm(length)} mm",
                    d => d.WithTray(own.TrayId, t => t with { Drawer = new Drawer(Face.Front, length) }))] : (Remedy[])[],
                    new Remedy("wooden", "Run it on wooden runners", d => d.WithStructure<DrawerStand>(own.Id, s => s with
                    { Runner = RunnerKind.WoodenRunners }))]);
        }

        if (own.Runner == RunnerKind.WoodenRunners && own.Play == FitClass.Press)
        {
            yield return Finding.Of("drawer-jams", Severity.Stop,
                $"The drawer is a press fit between the walls: it has {Say.Mm(RoomMm(own))} mm on each side and does not run.",
                [own.Id, own.TrayId],
                new Remedy("loose", "Make it a loose fit", d => d.WithStructure<DrawerStand>(own.Id, s => s with
                { Play = FitClass.Loose })));
        }

        var top = plan.Fit.Trays[own.TrayId].Max.Z + own.WallHeightMm;
        if (top > plan.Fit.Envelope.Inner.Max.Z - 1)
        {
            yield return Finding.Of("drawer-too-tall", Severity.Stop,
                $"The drawer's walls reach {Say.Mm(top)} mm, the inside of the stand {Say.Mm(plan.Fit.Envelope.Inner.Max.Z)} mm: 1 mm of "
                    + $"play is wanted.",
                [own.Id],
                new Remedy("lower-walls", "Make the walls lower", d => own.WallHeightMm - (top - plan.Fit.Envelope.Inner.Max.Z) - 1 >= 5
                    ? d.WithStructure<DrawerStand>(own.Id, s => s with
                    { WallHeightMm = Math.Floor(own.WallHeightMm - (top - plan.Fit.Envelope.Inner.Max.Z) - 1) }) : null));
        }
    }
}
