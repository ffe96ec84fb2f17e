using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using Google.OrTools.Sat;

namespace AnvilPlan.Search.Shells;

/// <summary>
/// The arrangement as a constraint model over half millimetres: sizes of the shell, places of trays, place and quarter turn of each
/// device. Every block is rounded outwards to the grid, so what the model allows, the checker allows too.
/// </summary>
internal sealed partial class ArrangementModel
{
    private const double HoleSpareMm = 0.5;
    private const double CutoutRimMm = 3;

    private readonly CpModel _model = new();
    private readonly Design _design;
    private readonly Catalog _catalog;
    private readonly double _gapMm;
    private readonly IReadOnlyList<ShellSamples> _ways;
    private readonly IReadOnlyList<int[]> _turns;
    private readonly IntVar[] _shell;
    private readonly List<DeviceVariables> _devices = [];
    private readonly ConstraintSpace _space;
    private readonly List<SymbolicBox> _occupied = [];
    private readonly List<(BoolVar Reached, string DeviceId, string PortId)> _ports = [];
    private readonly List<BoolVar> _reachedRear = [];
    private readonly List<IntVar> _cables = [];
    private readonly IntVar _area;
    private readonly IntVar _volume;

    /// <param name="spareMm">Added to the clearance between devices.</param>
    /// <param name="leastMm">Sizes that the shell has at least; 0 = any.</param>
    public ArrangementModel(Design design, Catalog catalog, ShopProfile shop, double spareMm, Point3 leastMm = default)
    {
        (_design, _catalog, _gapMm) = (design, catalog, shop.Fits.BodyMm + spareMm);
        _turns = [.. design.Devices.Select(d => d.Locked || catalog.Model(d.ModelId).InPanel ? new[] { d.QuarterTurns } : [0, 1, 2, 3])];
        _ways = [.. Enumerable.Range(0, 4).Select(k => new ShellSamples(Laid(design, k), catalog, shop))];
        var outer = _ways[0].Fit.Envelope.Outer.Size;
        var limits = Limits(design, outer, _ways[0].Shell.StandsMm(design));
        _shell =
        [
            .. Enum.GetValues<Axis>().Select(a => _model.NewIntVar(ConstraintSpace.Grid(20), ConstraintSpace.Grid(limits[a]), $"size-{a}")),
            .. _ways[0].Trays.Select(t => _model.NewIntVar(0, ConstraintSpace.Grid(limits.Z), "tray-" + t)),
        ];
        _space = new ConstraintSpace(_model, _ways[0], _shell, _devices);
        AddDevices(limits);
        AddTrays();
        AddPairs();
        AddPorts();
        AddLinks();
        AddRules();
        foreach (var axis in Enum.GetValues<Axis>().Where(a => leastMm[a] > 0))
        {
            _model.Add(_shell[(int)axis] >= Math.Min(ConstraintSpace.Grid(leastMm[axis]), ConstraintSpace.Grid(limits[axis])));
        }

        var most = limits.X * limits.Y * ConstraintSpace.PerMm * ConstraintSpace.PerMm;
        _area = _model.NewIntVar(1, (long)Math.Ceiling(most), "area");
        _model.AddMultiplicationEquality(_area, [_shell[0], _shell[1]]);
        _volume = _model.NewIntVar(1, (long)Math.Ceiling(most * limits.Z * ConstraintSpace.PerMm), "volume");
        _model.AddMultiplicationEquality(_volume, [_area, _shell[2]]);
    }

    public bool HasCables => _cables.Count > 0;

    /// <summary>Volume of a shell in the model's unit, an eighth of a cubic millimetre.</summary>
    private static long Units(double volumeMm3) =>
        (long)Math.Ceiling(volumeMm3 * ConstraintSpace.PerMm * ConstraintSpace.PerMm * ConstraintSpace.PerMm);

    public static double Litres(double units) => units / (ConstraintSpace.PerMm * ConstraintSpace.PerMm * ConstraintSpace.PerMm) * 1e-6;

    public IntVar Volume => _volume;

    /// <summary>
    /// A port that does not reach its panel weighs as much as a fifth of what the goal measures of the shell as it is; one that does so
    /// now, as much as twice that.
    /// </summary>
    /// <param name="now">Outer size of the shell as it is, mm.</param>
    /// <param name="openNow">Ports that reach a panel in it.</param>
    public void Aim(SearchGoal goal, Point3 now, IReadOnlySet<(string DeviceId, string PortId)> openNow)
    {
        var volume = Units(now.X * now.Y * now.Z);
        var area = volume / ConstraintSpace.Grid(now.Z);
        var (measured, reference) = goal switch
        {
            SearchGoal.Footprint => ((_area * ConstraintSpace.Grid(400)) + _shell[2], area * ConstraintSpace.Grid(400)),
            SearchGoal.Flat => ((_shell[2] * (volume / 100)) + _area, ConstraintSpace.Grid(now.Z) * (volume / 100)),
            SearchGoal.Cables => (_volume + (LinearExpr.Sum(_cables) * Math.Max(1, volume / ConstraintSpace.Grid(150))), volume),
            SearchGoal.RearPorts => (_volume + (LinearExpr.Sum(_reachedRear.Select(r => 1 - (LinearExpr)r)) * (volume / 4)), volume),
            _ => ((LinearExpr)_volume, volume),
        };
        _model.Minimize(measured + LinearExpr.Sum(_ports.Select(p => (1 - (LinearExpr)p.Reached) * (openNow.Contains((p.DeviceId, p.PortId))
            ? 2 * reference : reference / 5))));
    }

    /// <summary>Where to look first.</summary>
    public void Hint(Design at)
    {
        _model.ClearHints();
        var envelope = Envelope.Of(at, _catalog);
        foreach (var axis in Enum.GetValues<Axis>())
        {
            _model.AddHint(_shell[(int)axis], ConstraintSpace.Grid(envelope.Outer.Size[axis]));
        }

        for (var t = 0; t < _ways[0].Trays.Count; t++)
        {
            _model.AddHint(_shell[3 + t], ConstraintSpace.Grid(at.Trays.First(x => x.Id == _ways[0].Trays[t]).UndersideMm));
        }

        for (var i = 0; i < _devices.Count; i++)
        {
            var d = at.Devices[i];
            _model.AddHint(_devices[i].U, ConstraintSpace.Grid(d.UMm));
            _model.AddHint(_devices[i].V, ConstraintSpace.Grid(d.VMm));
            for (var k = 0; k < _turns[i].Length; k++)
            {
                _model.AddHint(_devices[i].Turn[k], _turns[i][k] == d.QuarterTurns);
            }
        }
    }

    public CpSolverStatus Solve(CpSolver solver, CpSolverSolutionCallback progress) => solver.Solve(_model, progress);

    /// <summary>The design that the solver ended with.</summary>
    public Design Read(CpSolver solver)
    {
        var walls = _ways[0].Fit.Envelope;
        var taken = walls.Outer.Size - walls.Inner.Size;
        double Size(Axis axis) => ConstraintSpace.Millimetres(solver.Value(_shell[(int)axis])) - (_design.Box.Basis == SizeBasis.Outer ? 0
            : taken[axis]);
        return _design with
        {
            Box = _design.Box with { WidthMm = Size(Axis.X), DepthMm = Size(Axis.Y), HeightMm = Size(Axis.Z) },
            Trays = [.. _design.Trays.Select(t => IndexOf(t.Id) is var i && i >= 0
                ? t with { UndersideMm = ConstraintSpace.Millimetres(solver.Value(_shell[3 + i])) } : t)],
            Devices =
            [
                .. _design.Devices.Select((d, i) => d with
                {
                    UMm = ConstraintSpace.Millimetres(solver.Value(_devices[i].U)),
                        VMm = ConstraintSpace.Millimetres(solver.Value(_devices[i].V)),
                    QuarterTurns = _turns[i].Where((_, k) => solver.BooleanValue(_devices[i].Turn[k])).First(),
                }),
            ],
        };
    }

    private int IndexOf(string trayId) => _ways[0].Trays.ToList().IndexOf(trayId);

    private static Design Laid(Design design, int turns) => design with
    {
        Devices = [.. design.Devices.Select(d => d with { UMm = 0, VMm = 0, QuarterTurns = turns })],
    };

    /// <summary>The brief's limits, else half as much again as now, and never less than a row of all devices wants.</summary>
    private static Point3 Limits(Design design, Point3 outer, double standsMm)
    {
        var brief = design.Brief;
        return new Point3(
            brief.LimitWidthMm ?? Math.Max(1.5 * outer.X, 500), brief.LimitDepthMm ?? Math.Max(1.5 * outer.Y, 500),
            (brief.LimitHeightMm ?? Math.Max(1.5 * outer.Z, 400)) - (brief.LimitHeightMm is null ? 0 : standsMm));
    }

    private void AddDevices(Point3 limits)
    {
        var most = ConstraintSpace.Grid(Math.Max(limits.X, Math.Max(limits.Y, limits.Z)));
        for (var i = 0; i < _design.Devices.Count; i++)
        {
            var d = _design.Devices[i];
            var (u, v) = (_model.NewIntVar(-ConstraintSpace.Grid(50), most, d.Id + "/u"), _model.NewIntVar(-ConstraintSpace.Grid(50), most,
                d.Id + "/v"));
            var turn = _turns[i].Select(k => _model.NewBoolVar($"{d.Id}/turn-{k}")).ToArray();
            _model.AddExactlyOne(turn);
            _devices.Add(new DeviceVariables(u, v, turn));
            _occupied.Add(Device(i, (s, n) => s.Fit.Devices[n].Occupied));
            if (d.Locked)
            {
                _model.Add(u == (long)Math.Round(d.UMm * ConstraintSpace.PerMm));
                _model.Add(v == (long)Math.Round(d.VMm * ConstraintSpace.PerMm));
            }
        }

        var inner = _ways[0].Still(s => s.Fit.Envelope.Inner);
        for (var i = 0; i < _design.Devices.Count; i++)
        {
            var open = _ways[0].Fit.Devices[i] is { Model.InPanel: true } placed && Deck.IsPanel(placed.Device.DeckId, out var face)
                ? face.Outward() : (Direction?)null;
            _space.Within(Device(i, (s, n) => s.Fit.Devices[n].Body), inner, open is { } o ? [o] : []);
            Holes(i);
        }
    }

    private void AddTrays()
    {
        var inner = _ways[0].Still(s => s.Fit.Envelope.Inner);
        var bars = _ways[0].Bars;
        foreach (var tray in _design.Trays)
        {
            var plate = _ways[0].Still(s => s.Fit.Trays[tray.Id]);
            _space.Within(plate, inner, []);
            foreach (var bar in bars.Where(_ => !tray.Locked))
            {
                // a plate may be notched round an upright block, but it need not lie at the height of a level one
                if (bar.Frame.U.Axis() != tray.Plane.Normal().Axis() && !Folds(bar, tray) && bar.Role is not Role.TrayRail)
                {
                    _space.Apart(plate, _ways[0].Still(s => s.Member(bar.Id)), null);
                }
            }

            foreach (var bar in bars.Where(b => (b.Role is Role.TrayRail rail && rail.TrayId == tray.Id) || Folds(b, tray)))
            {
                _space.Within(_ways[0].Still(s => s.Member(bar.Id)), inner, []);
            }

            if (IndexOf(tray.Id) is var i && i >= 0 && tray.Support == TraySupport.Posts)
            {
                _model.Add(_shell[3 + i] >= ConstraintSpace.Grid(FitStage.LeastStandoffMm));
            }
        }
    }

    /// <summary>A side or bend that is folded from the tray itself.</summary>
    private bool Folds(SolidPart bar, Tray tray) => bar.LeafOf is { } whole && _ways[0].Shell.Trays.TryGetValue(tray.Id, out var plate)
        && plate.LeafOf == whole;

    private void AddPairs()
    {
        for (var i = 0; i < _occupied.Count; i++)
        {
            for (var j = i + 1; j < _occupied.Count; j++)
            {
                _space.Apart(_occupied[i].Grow(_gapMm / 2), _occupied[j].Grow(_gapMm / 2), null);
            }
        }

        var parts = Parts().ToList();
        var inner = _ways[0].Still(s => s.Fit.Envelope.Inner);
        var between = _ways[0].Between.ToList();
        for (var i = 0; i < _design.Devices.Count; i++)
        {
            var body = Device(i, (s, n) => s.Fit.Devices[n].Body);
            foreach (var (id, box) in parts.Where(p => p.Id != _design.Devices[i].DeckId))
            {
                _space.Apart(body, box, null);
            }

            for (var z = 0; z < ZoneCount(i); z++)
            {
                AddZone(i, z, parts, inner);
            }

            AddFixings(i, parts);
            foreach (var at in between)
            {
                _space.Apart(body, _ways[0].Still(s => s.Between[at].Box), null);
            }
        }
    }

    /// <summary>
    /// Heads, nuts and tips stay off the parts that they do not hold and off devices of other decks. One block round all of a device's is
    /// near enough and light to search, but for what runs across beneath its own deck.
    /// </summary>
    private void AddFixings(int device, List<(string Id, SymbolicBox Box)> parts)
    {
        var fixings = _ways[_turns[device][0]].Fixings(device);
        if (fixings.Count == 0)
        {
            return;
        }

        var deckId = _design.Devices[device].DeckId;
        var all = Device(device, (s, n) => s.Fixings[n].Select(f => f.Box).Aggregate((a, b) => a.Hull(b)));
        // a level of bars is no plate: what holds the device passes between them
        foreach (var (id, part) in parts.Where(p => !fixings[0].Through.Contains(p.Id)
            && !(p.Id == deckId && _ways[0].Shell.Levels.ContainsKey(deckId))))
        {
            if (_ways[0].Shell.Member(id)?.Role is Role.Stiffener stiffener && stiffener.TrayId == deckId)
            {
                foreach (var at in Enumerable.Range(0, fixings.Count))
                {
                    _space.Apart(Device(device, (s, n) => s.Fixings[n][at].Box), part, null);
                }
            }
            else
            {
                _space.Apart(all, part, null);
            }
        }

        for (var other = 0; other < _occupied.Count; other++)
        {
            if (_design.Devices[other].DeckId != deckId)
            {
                _space.Apart(all, Device(other, (s, n) => s.Fit.Devices[n].Body), null);
            }
        }
    }

    private int ZoneCount(int device) => ZonesAt(device, _ways[_turns[device][0]]).Count;

    private static IReadOnlyList<Zone> ZonesAt(int device, ShellSamples way) => way.Zones(device);

    private void AddZone(int owner, int index, List<(string Id, SymbolicBox Box)> parts, SymbolicBox inner)
    {
        var zone = ZonesAt(owner, _ways[_turns[owner][0]])[index];
        var box = Device(owner, (s, n) => s.Zones[n][index].Box);
        for (var other = 0; other < _occupied.Count; other++)
        {
            var device = _ways[0].Fit.Devices[other];
            if (other != owner && (!zone.Outside || (device.Model.InPanel && device.Model.FrontMm > 0
                && device.Device.DeckId == _design.Devices[owner].DeckId)))
            {
                _space.Apart(box, Device(other, (s, n) => s.Fit.Devices[n].Body), null);
            }
        }

        if (zone.Outside)
        {
            return;
        }

        foreach (var (_, part) in parts.Where(p => !zone.Exempt.Contains(p.Id)))
        {
            _space.Apart(box, part, null);
        }

        var open = zone.Exempt.Select(e => Deck.IsPanel(e, out var face) ? (Direction?)face.Outward() : null).OfType<Direction>().ToList();
        _space.Within(box, inner, open);
        if (zone.Kind == ZoneKind.PlugRoom)
        {
            for (var other = owner + 1; other < _occupied.Count; other++)
            {
                for (var z = 0; z < ZoneCount(other); z++)
                {
                    if (ZonesAt(other, _ways[_turns[other][0]])[z].Kind == ZoneKind.PlugRoom)
                    {
                        var at = z;
                        _space.Apart(box, Device(other, (s, n) => s.Zones[n][at].Box), null);
                    }
                }
            }
        }
    }

    private IEnumerable<(string Id, SymbolicBox Box)> Parts() =>
    [
        .. _design.Trays.Select(t => (t.Id, _ways[0].Still(s => s.Fit.Trays[t.Id]))),
        .. _ways[0].Bars.Select(b => (b.Id, _ways[0].Still(s => s.Member(b.Id)))),
    ];

    /// <summary>Holes and cut-outs keep off the edges of their deck and off what is joined there.</summary>
    private void Holes(int index)
    {
        var placed = _ways[0].Fit.Devices[index];
        if (placed.Device.Adapter is not null || placed.Device.OnDrilledHoles)
        {
            return;
        }

        var deckId = placed.Device.DeckId;
        var deck = _ways[0].Still(s => s.Shell.Deck(deckId).Box);
        var material = _catalog.Material(_ways[0].Shell.Deck(deckId).MaterialId);
        Axis[] plane = [placed.DeckFrame.U.Axis(), placed.DeckFrame.V.Axis()];
        var keep = KeepClear(deckId).ToList();
        foreach (var hole in placed.Model.Holes)
        {
            var point = Device(index, (s, n) => s.Fit.Devices[n].ToSpace(hole.XMm, hole.YMm, 0) is var p ? new Box(p, p) : default);
            Spot(point, deck, plane, keep, PlacementCheck.EdgeDistanceMm(material, hole.DiaMm + HoleSpareMm), (hole.DiaMm / 2)
                + HoleSpareMm);
        }

        foreach (var cutout in placed.Model.Cutouts)
        {
            var half = Math.Max(cutout.WidthMm, cutout.HeightMm ?? cutout.WidthMm) / 2;
            var point = Device(index, (s, n) => s.Fit.Devices[n].ToSpace(cutout.XMm, cutout.YMm, 0) is var p ? new Box(p, p) : default);
            Spot(point, deck, plane, keep, half + CutoutRimMm, half);
        }
    }

    private void Spot(SymbolicBox point, SymbolicBox deck, Axis[] plane, List<SymbolicBox> keep, double rimMm, double halfMm)
    {
        foreach (var axis in plane)
        {
            _model.Add(_space.Beyond(new ConstraintSpace.Side(deck, false), new ConstraintSpace.Side(point, false),
                axis) >= ConstraintSpace.Grid(rimMm));
            _model.Add(_space.Beyond(new ConstraintSpace.Side(point, true), new ConstraintSpace.Side(deck, true),
                axis) >= ConstraintSpace.Grid(rimMm));
        }

        foreach (var strip in keep)
        {
            _space.Apart(point.Grow(halfMm), strip, null, plane);
        }
    }

    private IEnumerable<SymbolicBox> KeepClear(string deckId)
    {
        var partId = _ways[0].Shell.Deck(deckId).Id;
        var strips = _ways[0].Joints.KeepClear;
        return Enumerable.Range(0, strips.Count).Where(k => strips[k].PartId == partId)
            .Select(k => _ways[0].Still(s => s.Shell.Deck(deckId).Frame.ToSpace(s.Joints.KeepClear[k].Min, s.Joints.KeepClear[k]
                .Max, 0, 0)));
    }

    private SymbolicBox Device(int index, Func<ShellSamples.Sample, int, Box> of)
    {
        var frame = _ways[0].Fit.Devices[index].DeckFrame;
        var along = new int[3];
        along[(int)frame.U.Axis()] = frame.U.Sign();
        along[(int)frame.V.Axis()] = 2 * frame.V.Sign();
        return SymbolicBox.Of(index, along, [.. _turns[index].Select(turn => _ways[turn].Of(s => of(s, index)))], ShellSamples.StepMm);
    }
}
