using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Frames;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Construction.LevelFrames;

/// <summary>An open frame of pipe or profile with levels of sliding rails.</summary>
public sealed partial class LevelFrameSystem : ConstructionSystem<LevelFrame>
{
    /// <summary>From the middle of a hole to the edge of its rail, mm.</summary>
    private const double RailEdgeMm = 4;

    /// <summary>Two columns of holes this near each other share a slot: the play of their clearance holes, mm.</summary>
    private const double OffSlotMm = 0.4;

    private const double LeastPostMm = 20;

    /// <summary>Between the fittings of two levels on one post, mm: they are not screwed against each other.</summary>
    private const double FittingsApartMm = 2;

    /// <summary>Two levels with hardware on both want at least so much, mm.</summary>
    private const double LeastHeightMm = 260;
    private const long SaddleCents = 110;
    private const long FittingCents = 420;
    private const long FlangeCents = 380;

    /// <summary>To draw one beam on between two sides, minutes [R].</summary>
    private const double LoopMin = 8;

    public override string Key => "levelFrame";
    public override string Name => "Level frame";
    public override string About => "Equal pipes or profiles with fittings; rails slide under the holes of the hardware and lock; levels "
        + "swap and turn.";

    protected override IReadOnlyList<Asked<LevelFrame>> Asked { get; } =
    [
        Asking.Bar<LevelFrame>("postBarId", "Posts and beams", s => s.PostBarId),
        Asking.Choice<LevelFrame, FrameFitting>("fitting", "Fittings", (FrameFitting.Clamp, "clamps, posts run through"),
            (FrameFitting.ThreadedTee, "threaded tees"), (FrameFitting.SocketTee, "solvent sockets"),
            (FrameFitting.Bracket, "brackets in slots")),
        Asking.Length<LevelFrame>("takeOffMm", "Take-off", s => s.TakeOffMm, 0, 200, "from the table"),
        Asking.Bar<LevelFrame>("railBarId", "Rails", s => s.RailBarId),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Box = design.Box with
        {
            HeightMm = Math.Max(design.Box.HeightMm, LeastHeightMm),
            Feet = null,
            Panels = [.. design.Box.Panels.Select(p => design.Devices.Any(d => d.DeckId == Deck.OfPanel(p.Face)) ? p
            : p with { Hold = PanelHold.Open })]
        },
        Trays = design.Trays.Any(t => t.Support == TraySupport.OnBars)
            ? design.Trays
            : [.. design.Trays, Level(id + "-low", "Lower level", 60), Level(id + "-high", "Upper level",
                Math.Max(150, Math.Round(design.Box.HeightMm * 0.6)))],
        Structures = [.. design.Structures, new LevelFrame(id, "steel-conduit-1-2", "aluminium-6061-slotted-20",
            FrameFitting.Clamp, null, [])],
    };

    private static Tray Level(string id, string name, double undersideMm) =>
        new(id, name, "aluminium-6061", 20, null, undersideMm, 0, TraySupport.OnBars, null);

    protected override void Check(StructureCheck check, LevelFrame own, Design design)
    {
        if (design.Structures.OfType<LevelFrame>().Count() > 1)
        {
            check.Refuse("id", $"id is \"{own.Id}\": a design has one level frame at most.");
        }

        if (!check.Catalog.HasBar(own.PostBarId) || !check.Catalog.HasBar(own.RailBarId))
        {
            return;
        }

        var (post, rail) = (check.Catalog.Bar(own.PostBarId), check.Catalog.Bar(own.RailBarId));
        if (own.Fitting == FrameFitting.Bracket && post.Shape != BarShape.Slotted)
        {
            check.Refuse("fitting", $"fitting is bracket with {own.PostBarId}: brackets want a slotted profile.");
        }
        else if (own.Fitting != FrameFitting.Bracket && post.Shape != BarShape.RoundTube)
        {
            check.Refuse("fitting", $"fitting is {own.Fitting.ToString().ToLowerInvariant()} with {own.PostBarId}: it wants a round pipe "
                + $"or tube.");
        }

        if (rail.Shape == BarShape.RoundTube)
        {
            check.Refuse("railBarId", $"railBarId is \"{own.RailBarId}\": hardware wants a flat rail, round tube has no flat side.");
        }

        foreach (var locked in own.Locked.Where(l => design.Trays.All(t => t.Id != l.TrayId || t.Support != TraySupport.OnBars)))
        {
            check.Refuse("locked", $"locked holds \"{locked.TrayId}\": there is no level of that name.");
        }
    }

    protected override Design Spread(LevelFrame own, Design design, Catalog catalog) => design with
    {
        Trays = [.. design.Trays.Select(t => t.Support == TraySupport.OnBars ? t with { MeasuredMm = catalog.Bar(own.RailBarId).HeightMm,
            GapMm = 0, Plane = TrayPlane.Level } : t)],
    };

    /// <summary>The levels of a design from the floor up.</summary>
    public static IReadOnlyList<Tray> Levels(Design design) =>
        [.. design.Trays.Where(t => t.Support == TraySupport.OnBars).OrderBy(t => t.UndersideMm)];

    protected override void Lay(LevelFrame own, ShellDraft draft)
    {
        var (post, rail) = (draft.Catalog.Bar(own.PostBarId), draft.Catalog.Bar(own.RailBarId));
        var (outer, size) = (draft.Fit.Envelope.Outer, post.WidthMm);
        var levels = Levels(draft.Design);
        var nodes = levels.Select(t => BeamCentre(t, draft.Fit, size)).ToList();
        var takeOff = TakeOffMm(own, post);
        foreach (var (right, back) in Corners)
        {
            var at = PostAt(outer, size, right, back);
            foreach (var ((from, to), i) in PostSpans(own, outer, nodes, takeOff).Select((s, i) => (s, i + 1)))
            {
                Add(draft, $"{own.Id}/post-{Side(right, back)}-{i}",
                    $"Post {Word(right, back)}{(own.Fitting is FrameFitting.Clamp or FrameFitting.Bracket ? "" : $", {i} from below")}",
                    post, Square(at, size).WithSpan(Axis.Z, from, to), Axis.Z, Direction.Front, new Role.Post(own.Id, right, back));
            }
        }

        foreach (var (tray, z) in levels.Zip(nodes))
        {
            foreach (var back in (bool[])[false, true])
            {
                var (left, right) = (PostAt(outer, size, false, back), PostAt(outer, size, true, back));
                var box = Square(left with { Z = z }, size).WithSpan(Axis.X, left.X + takeOff, right.X - takeOff)
                    .WithSpan(Axis.Z, z - (size / 2), z + (size / 2));
                Add(draft, $"{own.Id}/{tray.Id}-{(back ? "back" : "front")}", $"Beam {(back ? "back" : "front")}, "
                    + $"{tray.Name.ToLowerInvariant()}", post, box, Axis.X, Direction.Up, new Role.Beam(own.Id, tray.Id));
            }

            var rails = RailCentres(tray, draft.Fit, rail).ToList();
            var plane = draft.Fit.Trays[tray.Id];
            foreach (var (x, i) in rails.Select((x, i) => (x, i + 1)))
            {
                var box = plane.WithSpan(Axis.X, x - (rail.WidthMm / 2), x + (rail.WidthMm / 2));
                Add(draft, RailId(own, tray, i), $"Rail {i}, {tray.Name.ToLowerInvariant()}", rail, box, Axis.Y, Direction.Up,
                    new Role.LevelRail(own.Id, tray.Id, i));
            }

            foreach (var ((a, b), i) in rails.Zip(rails.Skip(1)).Select((p, i) => (p, i + 1))
                .Where(p => p.p.Second - p.p.First - rail.WidthMm >= 5))
            {
                var y = outer.Min.Y + (size / 2);
                var box = plane.WithSpan(Axis.X, a + (rail.WidthMm / 2), b - (rail.WidthMm / 2))
                    .WithSpan(Axis.Y, Math.Max(outer.Min.Y, y - (rail.WidthMm / 2)), Math.Max(outer.Min.Y, y - (rail.WidthMm / 2))
                    + rail.WidthMm);
                Add(draft, $"{own.Id}/{tray.Id}-spacer-{i}", $"Spacer {i} to {i + 1}, {tray.Name.ToLowerInvariant()}", rail, box, Axis.X,
                    Direction.Up, new Role.Spacer(own.Id, tray.Id));
            }
        }
    }

    private static void Add(ShellDraft draft, string id, string name, BarStock bar, Box box, Axis along, Direction seen, Role role)
    {
        if (box.Size[along] >= 4)
        {
            draft.Members.Add(BarPlacing.Solid(id, name, PartKind.Member, bar, box, along, seen, bar.HeightMm) with
            { CarriesDeck = (role as Role.LevelRail)?.TrayId, Role = role });
        }
    }

    /// <summary>Where the rails carry a device: at its own holes, or at the screws of the plate that it stands on.</summary>
    internal static IEnumerable<Point3> Carried(PlacedDevice device, Tray tray) => AdapterPlate.Wings(device, tray) is { Count: > 0 } wings
        ? wings.Select(w => device.DeckFrame.ToSpace(w))
        : device.Model.Holes.Select(h => device.ToSpace(h.XMm, h.YMm, 0));

    /// <summary>
    /// The middles of the rails: columns of holes that one rail can carry share it. A level without hardware has two at its quarters.
    /// </summary>
    internal static IReadOnlyList<double> RailCentres(Tray tray, FitPlan fit, BarStock rail)
    {
        var holes = fit.Devices.Where(d => d.Device.DeckId == tray.Id).SelectMany(d => Carried(d, tray).Select(p => p.X)).Order().ToList();
        var room = SharedMm(rail);
        var rails = new List<double>();
        for (var i = 0; i < holes.Count;)
        {
            var last = holes.FindLastIndex(x => x <= holes[i] + room + 1e-9);
            rails.Add((holes[i] + holes[last]) / 2);
            i = last + 1;
        }

        var box = fit.Trays[tray.Id];
        return rails.Count >= 2 ? rails : rails.Count == 1
            ? [.. ((double[])[rails[0], rails[0] > box.Centre.X ? box.Min.X + (box.Size.X / 4) : box.Max.X - (box.Size.X / 4)]).Order()]
            : [box.Min.X + (box.Size.X / 4), box.Max.X - (box.Size.X / 4)];
    }

    protected override void Join(LevelFrame own, JointDraft draft)
    {
        var (post, rail) = (draft.Catalog.Bar(own.PostBarId), draft.Catalog.Bar(own.RailBarId));
        var (outer, size) = (draft.Fit.Envelope.Outer, post.WidthMm);
        var levels = Levels(draft.Design);
        var reach = TakeOffMm(own, post) + 15;
        var bought = draft.Bought.Count;
        foreach (var tray in levels)
        {
            var z = BeamCentre(tray, draft.Fit, size);
            foreach (var (right, back) in Corners)
            {
                var node = new Box(PostAt(outer, size, right, back) with { Z = z }, PostAt(outer, size, right, back) with { Z = z })
                    .Grow(reach);
                var beam = draft.Shell.Member($"{own.Id}/{tray.Id}-{(back ? "back" : "front")}");
                foreach (var segment in draft.Shell.Members.Where(m => beam is not null && m.Role == new Role.Post(own.Id, right, back)
                    && m.Box.Overlaps(node)))
                {
                    draft.Hold(beam!, segment, own.Fitting == FrameFitting.Bracket ? HoldBy.Bolts : HoldBy.Fitting, own.Id, [node]);
                }

                // a loop of right-hand threads cannot be closed: one side of it takes left-hand ones
                var drawnOn = own.Fitting == FrameFitting.ThreadedTee && tray != levels[0] && right;
                draft.Bought.Add(new BoughtPiece("fitting", FittingName(own, post) + (drawnOn ? ", branch with left-hand thread" : ""), 1,
                    FittingCents));
                if (beam is not null)
                {
                    draft.Fittings.Add(LevelFittings.Node($"{own.Id}/{tray.Id}-fitting-{Side(right, back)}", own, post,
                        PostAt(outer, size, right, back) with { Z = z }, right) with
                    { StructureId = own.Id, LevelId = tray.Id });
                }
            }

            JoinRails(own, draft, tray, rail);
        }

        draft.Bought.Add(new BoughtPiece("foot", $"foot or floor flange for {post.Name}", 4, FlangeCents));
        draft.Fittings.AddRange(Corners.Select(c => LevelFittings.Flange($"{own.Id}/flange-{Side(c.Right, c.Back)}", post,
            PostAt(outer, size, c.Right, c.Back) with { Z = outer.Min.Z }) with
        { StructureId = own.Id }));
        List<BoughtPiece> pieces = [.. draft.Bought.Skip(bought).Where(b => b.Kind is "fitting" or "clamp" or "foot")];
        draft.Work.Add(new Operation(
            $"{own.Id}/fittings", $"Put the frame together: {pieces.Sum(p => p.Count)} fittings, loose until it stands square, then "
                + $"tight from the lowest level up", pieces.Sum(p => p.Count) * draft.Shop.Rates.FittingMin,
            [.. draft.Shell.Members.Where(m => m.Role?.Of == own.Id).Select(m => new Fact(Done.Joined, m.Id))], [own.Id])
        {
            Tool = own.Fitting == FrameFitting.ThreadedTee ? "two pipe wrenches" : "key of the fittings",
            HoldPoint = "Diagonals of every level equal before anything is drawn tight.",
        });
        if (own.Fitting == FrameFitting.ThreadedTee && levels.Count > 1)
        {
            draft.Work.Add(new Operation(
                $"{own.Id}/close-loops",
                $"Screw the sides together level by level: beams above {levels[0].Name.ToLowerInvariant()} are threaded right-hand at "
                    + $"the left and left-hand at the right, so that turning one draws both posts on; a union in each does the same",
                LoopMin * 2 * (levels.Count - 1), [new(Done.Joined, own.Id)], [own.Id])
            { Tool = "two pipe wrenches" });
        }
    }

    private static void JoinRails(LevelFrame own, JointDraft draft, Tray tray, BarStock rail)
    {
        var count = RailCentres(tray, draft.Fit, rail).Count;
        var locked = FixedRail(own, tray);
        for (var i = 1; i <= count; i++)
        {
            if (draft.Shell.Member(RailId(own, tray, i)) is not { } bar)
            {
                continue;
            }

            foreach (var side in (string[])["front", "back"])
            {
                if (draft.Shell.Member($"{own.Id}/{tray.Id}-{side}") is { } beam)
                {
                    draft.Hold(bar, beam, i == locked ? HoldBy.Bolts : HoldBy.Slide, own.Id);
                    draft.Fittings.Add(LevelFittings.Saddle($"{own.Id}/{tray.Id}-saddle-{i}-{side}", bar, beam) with
                    { StructureId = own.Id, LevelId = tray.Id, OnRail = true });
                    draft.Bought.Add(new BoughtPiece("clamp", i == locked ? $"saddle clamp with through bolt for {rail.Name}"
                        : $"saddle clamp for {rail.Name}", 1, SaddleCents));
                }
            }

            if (draft.Shell.Member($"{own.Id}/{tray.Id}-spacer-{i}") is { } spacer)
            {
                draft.Hold(spacer, bar, HoldBy.Bolts, own.Id);
            }
        }
    }

    /// <summary>From the centre of a node to the end of a beam, mm: half the post where the beam butts against it.</summary>
    internal static double TakeOffMm(LevelFrame own, BarStock post) =>
        own.TakeOffMm is { } given && own.Fitting is FrameFitting.ThreadedTee or FrameFitting.SocketTee ? given
        : own.Fitting switch
        {
            FrameFitting.ThreadedTee => PipeFitting.For(post, threaded: true)?.TakeOffMm ?? post.WidthMm * 0.75,
            FrameFitting.SocketTee => post.WidthMm * 0.75,
            _ => post.WidthMm / 2,
        };

    /// <summary>Whole posts, or the lengths between the fittings of the levels.</summary>
    private static IEnumerable<(double From, double To)> PostSpans(LevelFrame own, Box outer, List<double> nodes, double takeOffMm)
    {
        if (own.Fitting is FrameFitting.Clamp or FrameFitting.Bracket)
        {
            yield return (outer.Min.Z, outer.Max.Z);
            yield break;
        }

        var from = outer.Min.Z;
        foreach (var node in nodes)
        {
            var centres = PipeCut.Of(node - from, 0, 0, takeOffMm, 0);
            yield return (from, from + Math.Max(0, centres.CutMm));
            from = node + takeOffMm;
        }

        if (outer.Max.Z - from >= LeastPostMm)
        {
            yield return (from, outer.Max.Z);
        }
    }

    private static string FittingName(LevelFrame own, BarStock post) => own.Fitting switch
    {
        FrameFitting.ThreadedTee => $"threaded tee for {post.Name}",
        FrameFitting.SocketTee => $"socket tee for {post.Name}",
        FrameFitting.Bracket => $"inside bracket for {post.Name}, two screws and slot nuts",
        _ => $"tee clamp for {post.Name}",
    };

    private static double BeamCentre(Tray tray, FitPlan fit, double size) => fit.Trays[tray.Id].Min.Z - (size / 2);

    private static readonly (bool Right, bool Back)[] Corners = [(false, false), (true, false), (false, true), (true, true)];

    private static Point3 PostAt(Box outer, double size, bool right, bool back) =>
        new(right ? outer.Max.X - (size / 2) : outer.Min.X + (size / 2), back ? outer.Max.Y - (size / 2) : outer.Min.Y + (size / 2), 0);

    private static Box Square(Point3 at, double size) =>
        new(at - new Point3(size / 2, size / 2, 0), at + new Point3(size / 2, size / 2, 0));

    private static string Side(bool right, bool back) => $"{(back ? "back" : "front")}-{(right ? "right" : "left")}";

    private static string Word(bool right, bool back) => $"{(back ? "back" : "front")} {(right ? "right" : "left")}";

    /// <summary>The rail of that level that is fixed, counted from the left, from 1.</summary>
    internal static int FixedRail(LevelFrame own, Tray level) => own.Locked.FirstOrDefault(l => l.TrayId == level.Id)?.Rail ?? 1;

    public override ShellRules? Rules(Design design, Catalog catalog)
    {
        if (design.Structures.OfType<LevelFrame>().FirstOrDefault() is not { } own)
        {
            return null;
        }

        var (post, rail, levels) = (catalog.Bar(own.PostBarId), catalog.Bar(own.RailBarId), Levels(design));
        var (same, sides) = (SharedMm(rail), (post.WidthMm / 2) + LevelFittings.ReachMm(own, post) + (rail.WidthMm / 2));
        return ShellRules.None with
        {
            // rails of a level with nothing on it lie at its quarters
            LeastMm = new Point3(levels.All(t => design.Devices.Any(d => d.DeckId == t.Id)) ? 0 : Math.Ceiling(4 * sides), 0, 0),
            Columns = [.. levels.Select(t => new ColumnRule(t.Id, same, rail.WidthMm + same, sides))],
            Steps =
            [
                .. levels.Take(1).Select(t => ((string?)null, t.Id, LowestMm(own, post))),
                .. levels.Zip(levels.Skip(1)).Select(p => ((string?)p.First.Id, p.Second.Id, StepMm(own, post, rail))),
            ],
        };
    }

    /// <summary>Least rise from one level to the next: rails, beam and fittings, mm.</summary>
    private static double StepMm(LevelFrame own, BarStock post, BarStock rail) =>
        Math.Max(rail.HeightMm + post.HeightMm + LeastPostMm, LevelFittings.AboveMm(own, post) + LevelFittings.BelowMm(own, post)
            + FittingsApartMm);

    /// <summary>Least height of a level's underside, which its beams touch: their fittings stand over the floor flanges, mm.</summary>
    private static double LowestMm(LevelFrame own, BarStock post) =>
        (post.HeightMm / 2) + Math.Max(post.HeightMm / 2, LevelFittings.FlangeMm + LevelFittings.BelowMm(own, post));

    /// <summary>A profile carries on the middle of its slot only; anything else wherever its edges are far enough, mm.</summary>
    private static double SharedMm(BarStock rail) => rail.Shape == BarShape.Slotted ? OffSlotMm
        : Math.Max(0, rail.WidthMm - (2 * RailEdgeMm));

    protected override IEnumerable<AssemblyView> Views(LevelFrame own, PlanSoFar plan) =>
        Levels(plan.Design).Select(t => LevelDrawings.Of(own, t, plan));

    internal static string RailId(LevelFrame own, Tray tray, int number) => $"{own.Id}/{tray.Id}-rail-{number}";
}
