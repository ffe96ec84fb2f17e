using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Construction.BackBoards;

/// <summary>A wall board: frame behind, pads in front, a hole behind each connector, screws into the wall's framing.</summary>
public sealed partial class BackBoardSystem : ConstructionSystem<BackBoard>
{
    /// <summary>Light leaves a polished or bevelled edge of acrylic when the bevel is steeper than the critical angle.</summary>
    private const double AcrylicIndex = 1.49;

    /// <summary>Before a board with nothing on it, mm.</summary>
    private const double LeastRoomMm = 20;
    private const double UsualStudsMm = 400;
    private const double UsualFirstStudMm = 60;

    /// <summary>Two people, a level, pilot holes in the studs, minutes [R].</summary>
    private const double HangMin = 40;

    /// <summary>Bend radius of a cable that is not chosen yet, mm: four times 6 mm [R].</summary>
    private const double UsualBendMm = 24;

    /// <summary>From the rim of a pad to its own screws, mm.</summary>
    private const double PadScrewInMm = 12;

    /// <summary>A wall screw stays this far from the end of its bar, mm.</summary>
    private const double NearEndMm = 15;
    private const double WallScrewMm = 5;

    /// <summary>A stud is 38 mm wide and more: its screw may stand so far from its middle, mm.</summary>
    private static readonly double[] StudOffsetsMm = [0, 4, -4, 8, -8, 12, -12];

    /// <summary>From the middle of the bar, mm.</summary>
    private static readonly double[] AcrossOffsetsMm = [0, 2, -2, 4, -4];

    /// <summary>Beyond plug and bend a hole is looked for so far, mm.</summary>
    private const double FarthestMm = 80;

    /// <summary>From a cable hole to the edge of the board, and to what stands beside it, mm.</summary>
    private const double RimMm = 6;
    private const double RoundHoleMm = 2;
    private const double WallScrewInMm = 40;
    private const double SafetyFactor = 5;
    private const double SpruceGravity = 0.42;
    private const long WallScrewCents = 12;
    private const long StripCentsPerM = 900;

    public override string Key => "backBoard";
    public override string Name => "Back board";
    public override string About => "A board on the wall with everything on its face, cables behind it, and a lit reveal round each "
        + "device.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<BackBoard>> Asked { get; } =
    [
        Asking.Bar<BackBoard>("frameBarId", "Frame", s => s.FrameBarId),
        Asking.Choice<BackBoard, Hanging>("hanging", "Hung by", (Hanging.ScrewedFrame, "screwed frame"),
            (Hanging.BevelledRails, "bevelled rails")),
        Asking.Length<BackBoard>("frameInsetMm", "Frame from the edge", s => s.FrameInsetMm, 0, 500),
        Asking.Length<BackBoard>("studSpacingMm", "Studs apart", s => s.StudSpacingMm, 100, 2000),
        Asking.Length<BackBoard>("firstStudMm", "First stud from the left", s => s.FirstStudMm, 0, 2000),
        Asking.Length<BackBoard>("cableClearMm", "Round a plug", s => s.CableClearMm, 0, 30),
        Asking.Material<BackBoard>("pads.materialId", "Pads", s => s.Pads?.MaterialId),
        Asking.Length<BackBoard>("pads.nominalMm", "Pads, nominal", s => s.Pads?.NominalMm, 1, 30),
        Asking.Length<BackBoard>("pads.revealMm", "Reveal of the pads", s => s.Pads?.RevealMm, 0, 60),
        Asking.Number<BackBoard>("pads.bevelDeg", "Bevel, degrees", s => s.Pads?.BevelDeg, 0, 60, " degrees"),
        Asking.Plain<BackBoard>(AskKind.Flag, "pads.lit", "Lit from behind"),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Brief = design.Brief with { Place = UsedAt.Wall, StandsOn = Face.Back },
        Box = design.Box with
        {
            // as wide as reaches two studs, as high as leaves uprights between the bars of the frame
            WidthMm = Math.Max(design.Box.WidthMm, UsualFirstStudMm + UsualStudsMm + 60),
            HeightMm = Math.Max(design.Box.HeightMm, 320),
            Feet = null,
            Panels = [.. design.Box.Panels.Select(p => p.Face == Face.Back ? p with { Hold = PanelHold.Fixed }
                : design.Devices.Any(d => d.DeckId == Deck.OfPanel(p.Face)) ? p : p with { Hold = PanelHold.Open })],
        },
        Structures = [.. design.Structures, new BackBoard(id, "pine-45x45", 40, new PadRule("acrylic", 6, 5, 45, true), UsualStudsMm,
            UsualFirstStudMm, 2)],
    };

    protected override void Check(StructureCheck check, BackBoard own, Design design)
    {
        if (design.Panel(Face.Back).Hold == PanelHold.Open)
        {
            check.Refuse("id", "the back is open: the board is the back panel.");
        }

        if (design.Structures.OfType<BackBoard>().Count() > 1)
        {
            check.Refuse("id", $"id is \"{own.Id}\": a design has one back board at most.");
        }

        if (check.Catalog.HasBar(own.FrameBarId) && WallBars.Of(own.Hanging).Unfit(check.Catalog.Bar(own.FrameBarId)) is { } unfit)
        {
            check.Refuse("hanging", $"hanging is bevelledRails: {unfit}");
        }
    }

    /// <summary>
    /// The board stands before the frame's depth; devices on it stand on pads; with nothing else round them the depth is theirs.
    /// </summary>
    protected override Design Spread(BackBoard own, Design design, Catalog catalog)
    {
        var spread = design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => p.Face == Face.Back ? p with { InsetMm = catalog.Bar(own.FrameBarId).HeightMm,
                    ShowsInside = true } : p)],
            },
            Devices =
            [
                .. design.Devices.Select(d => own.Pads is { } pads && d.DeckId == Deck.OfPanel(Face.Back) && d.Mounting is OwnFixings
                    && catalog.Model(d.ModelId) is { InPanel: false, Holes.Count: > 0 }
                    ? d.Screwed(s => s.Over(new Adapter(pads.MaterialId, pads.NominalMm)
                        { RevealMm = pads.RevealMm, BevelDeg = pads.BevelDeg }))
                    : d),
            ],
        };
        // another structure may close faces that are still open here
        return design.Trays.Count == 0 && design.Structures.All(s => s is BackBoard) && design.Box.Panels.All(p => p.Face == Face.Back
            || p.Hold == PanelHold.Open) ? AsDeepAsItsHardware(spread, catalog) : spread;
    }

    private static Design AsDeepAsItsHardware(Design design, Catalog catalog)
    {
        var fit = FitStage.Run(design, catalog);
        var (outer, board) = (fit.Envelope.Outer, fit.Envelope.InnerPlane(Face.Back));
        var front = fit.Devices.Select(d => d.Body.Min.Y).Append(board - LeastRoomMm).Min();
        var wanted = Math.Ceiling(Math.Round(outer.Max.Y - front, 6));
        return design with { Box = design.Box with { DepthMm = design.Box.DepthMm + wanted - outer.Size.Y, DepthFollows = true } };
    }

    protected override void Lay(BackBoard own, ShellDraft draft)
    {
        if (!draft.Panels.TryGetValue(Face.Back, out var board))
        {
            return;
        }

        var bar = draft.Catalog.Bar(own.FrameBarId);
        var (front, back) = (board.Box.Max.Y, draft.Fit.Envelope.Outer.Max.Y);
        var frame = board.Box.WithSpan(Axis.Y, front, back);
        frame = new Box(frame.Min + new Point3(own.FrameInsetMm, 0, own.FrameInsetMm), frame.Max - new Point3(own.FrameInsetMm, 0,
            own.FrameInsetMm));
        List<Box> others = [.. draft.Members.Select(m => m.Box)];
        foreach (var (at, name, box, along) in WallBars.Of(own.Hanging).Lay(frame, bar))
        {
            // uprights end at the bars above and below; bevelled rails lie in each other
            var trimmed = BarPlacing.Trim(box, along, along == Axis.X ? others : draft.Members.Select(m => m.Box));
            if (trimmed.Size[along] >= BarPlacing.LeastLengthMm && !trimmed.Empty)
            {
                draft.Members.Add(BarPlacing.Solid($"{own.Id}/frame-{at.ToString().ToLowerInvariant()}", name, PartKind.Member, bar,
                    trimmed, along, Direction.Front, bar.HeightMm) with
                { Role = new Role.WallBar(own.Id, at) });
            }
        }
    }

    protected override void Join(BackBoard own, JointDraft draft)
    {
        if (!draft.Shell.Panels.TryGetValue(Face.Back, out var board))
        {
            return;
        }

        var bars = draft.Shell.Members.Where(m => m.Role is Role.WallBar && m.Role.Of == own.Id).ToList();
        var hanging = WallBars.Of(own.Hanging);
        hanging.Join(own, draft, board, bars);
        WallScrews(own, draft, board, bars);
        draft.Work.Add(new Operation($"{own.Id}/hang", hanging.HangStep(draft.Catalog.Bar(own.FrameBarId)), HangMin,
            [new(Done.Standing, own.Id)], [own.Id, board.Id])
        {
            Tool = "level, driver",
            Needs =
            [
                .. draft.Fit.Devices.Select(d => new Need(new Fact(Done.Mounted, Place.Device(d.Id)),
                    "the board is fitted out on the bench")),
                .. draft.Design.Links.Select(l => new Need(new Fact(Done.Plugged, Place.Cable(l.Id)),
                    "the board is fitted out on the bench")),
                new Need(new Fact(Done.Closed, board.Id), "it is hung when it is whole"),
            ],
            HoldPoint = "Studs found, no cable and no pipe behind the screws.",
            Caution = "Weight on a wall: local code and the wall's own strength decide; two people lift.",
        });
        CableHoles(own, draft, board, bars);
        ScrewPads(own, draft, board);
        if (own.Pads is { Lit: true } && LightStrip.Round(Pads(draft.Fit, draft.Shell).Select(p => p.Pad.Box)) is { LengthM: > 0 } strip)
        {
            var volts = LightStrip.VoltsSold.FirstOrDefault(
                v => draft.Fit.Devices.Any(d => d.Model.Gives.Any(g => Math.Abs(g.Volts - v) < 0.1)), LightStrip.VoltsSold[0]);
            draft.Power.Add(new PowerLoad(own.Id, "Light strip", [volts], strip.Watts));
            draft.Bought.Add(new BoughtPiece("light", $"light strip {volts:0} V, {strip.LengthM:0.0} m in one run, {strip.Watts:0.#} W", 1,
                (long)(strip.LengthM * StripCentsPerM)));
        }
    }

    private static IEnumerable<(PlacedDevice Device, SolidPart Pad)> Pads(FitPlan fit, ShellPlan shell) => fit.Devices
        .Where(d => d.Device.DeckId == Deck.OfPanel(Face.Back) && shell.Adapters.ContainsKey(d.Id)).Select(d => (d, shell.Adapters[d.Id]));

    /// <summary>
    /// A device's own screws pass its pad; the pad of one that is only stuck on is screwed for itself, at its corners, heads flush under
    /// the device.
    /// </summary>
    private static void ScrewPads(BackBoard own, JointDraft draft, SolidPart board)
    {
        foreach (var (device, pad) in Pads(draft.Fit, draft.Shell).Where(p => p.Device.Mounting is StuckDown))
        {
            if (Contact.Between(board.Box, pad.Box) is not { } contact)
            {
                continue;
            }

            var (a, b) = (contact.Along, contact.Across);
            var area = contact.Area;
            var inset = Math.Min(PadScrewInMm, Math.Min(area.Size[a], area.Size[b]) / 4);
            var rule = new RowRule(own.Id, $"{device.Id}/pad", inset, WallBars.PitchMostMm, $"screw of the pad of {device.Device.Name}");
            List<Point3> corners = [.. from x in (double[])[area.Min[a] + inset, area.Max[a] - inset]
                from y in (double[])[area.Min[b] + inset, area.Max[b] - inset] select area.Centre.With(a, x).With(b, y)];
            draft.Fixings.Add(new FixingSet(rule.Name, rule.Place, $"Pad of {device.Device.Name} to {board.Name.ToLowerInvariant()}",
                contact.Side.Opposite(), [new PointsLocus(corners)], ScrewWays.Of(draft, FixingRows.Joint(pad, board, contact, rule))));
            draft.Hold(pad, board, HoldBy.Screws, own.Id);
        }
    }

    /// <summary>Where the studs lie under the upper and lower bar.</summary>
    private static List<double> Studs(BackBoard own, SolidPart board, SolidPart bar) =>
        [.. Enumerable.Range(0, 60).Select(i => board.Box.Min.X + own.FirstStudMm + (i * own.StudSpacingMm))
            .Where(x => x > bar.Box.Min.X + NearEndMm && x < bar.Box.Max.X - NearEndMm)];

    private static void WallScrews(BackBoard own, JointDraft draft, SolidPart board, List<SolidPart> bars)
    {
        var hanging = WallBars.Of(own.Hanging);
        foreach (var bar in bars.Where(hanging.OnStuds))
        {
            foreach (var (x, i) in Studs(own, board, bar).Select((x, i) => (x, i + 1)))
            {
                draft.Fixings.Add(new FixingSet(
                    $"{bar.Id}/wall-{i}", own.Id, $"{bar.Name} to the wall", Direction.Back,
                    [.. StudOffsetsMm.SelectMany(
                        along => AcrossOffsetsMm.Select(across =>
                        new PointsLocus([bar.Box.Centre with { X = x + along, Z = hanging.ScrewLineZ(bar) + across }])))],
                    [WallScrew(own, bar, i)])
                { Turn = FixingTurn.InPlace });
            }
        }
    }

    /// <summary>Through the bar, its head flush under the board that is hung over it, into the framing behind.</summary>
    private static FixingWay WallScrew(BackBoard own, SolidPart bar, int stud)
    {
        var deep = bar.Box.Size.Y;
        var length = Math.Ceiling((deep + WallScrewInMm) / 10) * 10;
        return new FixingWay(
            FixingKind.WoodScrew, bar.Box.Min.Y,
            [
                new WayLayer(bar.Id, bar, LayerRole.Clearance, 0, deep, WallScrewMm + 0.5,
                    (id, at) => FixingRows.Bored(bar, Direction.Front, at, new Hole(id, own.Id, "screw into the wall's framing",
                        WorkedFrom.Seen, default, Bore.Through(WallScrewMm + 0.5, $"clearance for a wood screw {WallScrewMm} mm")
                        .Sunk(2 * WallScrewMm, 90), $"on stud {stud}: {own.FirstStudMm} mm from the board's left edge "
                        + $"and {own.StudSpacingMm} mm apart, within {StudOffsetsMm.Max()} mm of its middle"))),
            ],
            [new(PieceKind.Head, 0, 0.4 * 2 * WallScrewMm, 2 * WallScrewMm), new(PieceKind.Shank, 0, length, WallScrewMm)], [],
            [new BoughtPiece("wall screw", $"wood screw {WallScrewMm} x {length}, countersunk", 1, WallScrewCents)]);
    }

    /// <summary>
    /// A hole through the board for each connector's cable, where the plug has run straight out and is clear of pads and frame; searched
    /// outwards from there.
    /// </summary>
    private static void CableHoles(BackBoard own, JointDraft draft, SolidPart board, List<SolidPart> bars)
    {
        var taken = bars.Select(b => b.Box).Concat(draft.Shell.Adapters.Values.Select(a => a.Box))
            .Concat(draft.Fit.Devices.Where(d => d.Device.DeckId == Deck.OfPanel(Face.Back)).Select(d => d.Body)).ToList();
        foreach (var device in draft.Fit.Devices.Where(d => !d.Model.InPanel && d.Device.DeckId == Deck.OfPanel(Face.Back)))
        {
            foreach (var port in Cabled(draft.Design, device))
            {
                var (exit, lead, half, cable) = Passage(own, draft.Design, device, port);
                for (var further = 0.0; further <= FarthestMm; further += 2.5)
                {
                    var at = device.Place(port).Centre + (exit.Vector() * (lead + further));
                    var hole = new Box(at - half, at + half).WithSpan(Axis.Y, board.Box.Min.Y - 200, board.Box.Max.Y + 100);
                    if (!board.Box.Grow(-RimMm).WithSpan(Axis.Y, -1e4, 1e4).Contains(hole.WithSpan(Axis.Y, 0, 1))
                        || taken.Exists(hole.Grow(RoundHoleMm).Overlaps))
                    {
                        continue;
                    }

                    taken.Add(hole);
                    var (min, max) = board.Frame.ToPlane(hole);
                    draft.Cut(board, new Opening(
                        $"{device.Id}/{port.Id}/cable", device.Id, $"{device.Device.Name}: cable of {port.Name}", WorkedFrom.Seen,
                            new Uv((min.U + max.U) / 2, (min.V + max.V) / 2), max.U - min.U, max.V - min.V, 3,
                        $"plug {port.PlugWidthMm} x {port.PlugHeightMm} and {own.CableClearMm} mm all round",
                            $"{lead + further:0.#} mm out of the connector: "
                            + $"{(cable is null ? $"{PortOpenings.PlugLengthMm} mm of plug and a bend of {UsualBendMm} mm"
                                : $"{cable.StraightMm} mm straight and a bend of {cable.BendRadiusMm(moving: false):0.#} mm")}"));
                    draft.PortHoles.Add((device.Id, port.Id, board.Id));
                    break;
                }
            }
        }
    }

    /// <summary>Ports whose cable goes through the board.</summary>
    private static IEnumerable<Port> Cabled(Design design, PlacedDevice device) =>
        device.Model.Ports.Where(p => !device.Device.ClosedPorts.Contains(p.Id) && (p.NeedsOpening || Linked(design, device.Id, p.Id)));

    /// <summary>Which way a cable leaves, how far out its plug and bend have come, and half of the hole that it then takes.</summary>
    private static (Direction Exit, double LeadMm, Point3 Half, CableKind? Cable) Passage(BackBoard own, Design design,
        PlacedDevice device, Port port)
    {
        var placed = device.Place(port);
        var cable = design.Links.Where(l => (l.FromDeviceId, l.FromPortId) == (device.Id, port.Id)
            || (l.ToDeviceId, l.ToPortId) == (device.Id, port.Id)).Select(l => CableKind.Find(l.Cable)).FirstOrDefault();
        var exit = placed.Exit.Axis() == Axis.Y ? Direction.Down : placed.Exit;
        var (width, height) = (Math.Max(port.PlugWidthMm, port.PlugHeightMm), Math.Min(port.PlugWidthMm, port.PlugHeightMm));
        var half = new Point3((exit.Axis() == Axis.X ? height : width) / 2, 0, (exit.Axis() == Axis.X ? width : height) / 2)
            + new Point3(own.CableClearMm, 0, own.CableClearMm);
        // the plug's straight run and the bend behind it; where the cable is not yet known, of a usual one
        return (exit, cable is null ? PortOpenings.PlugLengthMm + UsualBendMm : cable.StraightMm + cable.BendRadiusMm(moving: false),
            half, cable);
    }

    /// <summary>So wide that two studs lie behind the bars; as deep as the hardware asks.</summary>
    public override ShellRules? Rules(Design design, Catalog catalog)
    {
        if (design.Structures.OfType<BackBoard>().FirstOrDefault() is not { } own)
        {
            return null;
        }

        // the first stud that the bars reach, and the next
        var first = own.FirstStudMm;
        while (first <= own.FrameInsetMm + NearEndMm)
        {
            first += own.StudSpacingMm;
        }

        return ShellRules.None with
        {
            LeastMm = new Point3(Math.Ceiling(first + own.StudSpacingMm + NearEndMm + own.FrameInsetMm + 1), 0, (2 * own.FrameInsetMm)
                + WallBars.Of(own.Hanging).LeastHeightMm(catalog.Bar(own.FrameBarId))),
            DepthMm = design.Box.DepthFollows ? Envelope.Of(design, catalog).Outer.Size.Y : null,
            Passages = (d, device) => device.Model.InPanel || device.Device.DeckId != Deck.OfPanel(Face.Back) ? []
                :
                [
                    .. Cabled(d, device).Select(p => (Port: p, Way: Passage(own, d, device, p))).Select(p =>
                    {
                        var at = device.Place(p.Port).Centre + (p.Way.Exit.Vector() * p.Way.LeadMm);
                        return new Box(at - p.Way.Half, at + p.Way.Half).Grow(RoundHoleMm).WithSpan(Axis.Y, 0, 1);
                    }),
                ],
        };
    }

    /// <summary>Deeper bars keep the board farther off the wall.</summary>
    public override IEnumerable<Remedy> MoreRoom(PlanSoFar plan, string partId)
    {
        foreach (var own in plan.Design.Structures.OfType<BackBoard>().Where(_ => partId == Deck.PartOf(Face.Back)))
        {
            var now = plan.Catalog.Bar(own.FrameBarId);
            var deeper = plan.Catalog.Bars.Where(b => b.Shape == now.Shape && b.HeightMm > now.HeightMm
                && plan.Catalog.Material(b.MaterialId).Family == plan.Catalog.Material(now.MaterialId).Family)
                .OrderBy(b => b.HeightMm).ThenBy(b => b.Id, StringComparer.Ordinal).ToList();
            yield return new Remedy("deeper-frame", "Take bars for the wall frame that are deep enough",
                d => Trial.FirstSound(plan, "device-outside", d,
                deeper.Select(b => d.WithStructure<BackBoard>(own.Id, x => x with { FrameBarId = b.Id }))));
        }
    }

    private static bool Linked(Design design, string device, string port) =>
        design.Links.Any(l => (l.FromDeviceId, l.FromPortId) == (device, port) || (l.ToDeviceId, l.ToPortId) == (device, port));
}
