using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;
using Google.OrTools.Sat;

namespace AnvilPlan.Search.Shells;

/// <summary>
/// What ways to build ask of the arrangement: pads under devices, columns over rails, copies of a tray, sizes that are not free.
/// </summary>
internal sealed partial class ArrangementModel
{
    private void AddRules()
    {
        var spread = _catalog.Spread(_design);
        foreach (var rules in Ways.Of(_catalog).Select(s => s.Rules(spread, _catalog)).OfType<ShellRules>())
        {
            foreach (var axis in Enum.GetValues<Axis>().Where(a => rules.LeastMm[a] > 0))
            {
                _model.Add(_shell[(int)axis] >= ConstraintSpace.Grid(rules.LeastMm[axis]));
            }

            if (rules.DepthMm is { } depth)
            {
                _model.Add(_shell[(int)Axis.Y] == ConstraintSpace.Grid(depth));
            }

            foreach (var columns in rules.Columns)
            {
                AddColumns(columns);
            }

            foreach (var (low, high, rise) in rules.Steps.Where(s => IndexOf(s.HighId) >= 0 && (s.LowId is null || IndexOf(s.LowId) >= 0)))
            {
                _model.Add(_shell[3 + IndexOf(high)] - (low is null ? LinearExpr.Constant(0)
                    : _shell[3 + IndexOf(low)]) >= ConstraintSpace.Grid(rise));
            }

            if (rules.Passages is { } passages)
            {
                AddPassages(passages);
            }

            foreach (var (deckId, above) in rules.Airs)
            {
                AddAir(deckId, above);
            }
        }

        AddPads();
        AddCopies();
    }

    /// <summary>
    /// Pads lie under their devices and a little beyond them: on the board, clear of one another and of what else stands there.
    /// </summary>
    private void AddPads()
    {
        var padded = Enumerable.Range(0, _design.Devices.Count).Where(i => _ways[0].Fit.Devices[i].Device.Adapter?.RevealMm is not null
            && _ways[0].Shell.Adapters.ContainsKey(_design.Devices[i].Id)).ToList();
        var parts = Parts().ToList();
        foreach (var i in padded)
        {
            var (id, deckId) = (_design.Devices[i].Id, _design.Devices[i].DeckId);
            var pad = Device(i, (s, _) => s.Shell.Adapters[id].Box);
            var deck = _ways[0].Still(s => s.Shell.Deck(deckId).Box);
            var frame = _ways[0].Fit.Devices[i].DeckFrame;
            foreach (var axis in (Axis[])[frame.U.Axis(), frame.V.Axis()])
            {
                _model.Add(_space.Beyond(new ConstraintSpace.Side(deck, false), new ConstraintSpace.Side(pad, false), axis) >= 0);
                _model.Add(_space.Beyond(new ConstraintSpace.Side(pad, true), new ConstraintSpace.Side(deck, true), axis) >= 0);
            }

            for (var other = 0; other < _design.Devices.Count; other++)
            {
                if (other == i)
                {
                    continue;
                }

                _space.Apart(pad.Grow(_gapMm / 2), _occupied[other].Grow(_gapMm / 2), null);
                if (padded.Contains(other) && other > i)
                {
                    var otherId = _design.Devices[other].Id;
                    _space.Apart(pad.Grow(_gapMm / 2), Device(other, (s, _) => s.Shell.Adapters[otherId].Box).Grow(_gapMm / 2), null);
                }

                var at = other;
                for (var z = 0; z < ZoneCount(other); z++)
                {
                    var index = z;
                    if (!ZonesAt(other, _ways[_turns[other][0]])[z].Exempt.Contains(AdapterPlate.IdOf(id)))
                    {
                        _space.Apart(pad, Device(at, (s, n) => s.Zones[n][index].Box), null);
                    }
                }

                if (_ways[_turns[other][0]].Fixings(other).Count > 0)
                {
                    _space.Apart(pad, Device(at, (s, n) => s.Fixings[n].Select(f => f.Box).Aggregate((a, b) => a.Hull(b))), null);
                }
            }

            foreach (var (_, part) in parts)
            {
                _space.Apart(pad, part, null);
            }
        }
    }

    /// <summary>An opening beside a device keeps to its board and off what stands there, seen from its front.</summary>
    private void AddPassages(Func<Design, PlacedDevice, IReadOnlyList<Box>> passages)
    {
        const double rimMm = 4;
        var bars = Parts().ToList();
        List<SymbolicBox> openings = [];
        for (var i = 0; i < _design.Devices.Count; i++)
        {
            for (var k = 0; k < passages(_ways[0].Start, _ways[0].Fit.Devices[i]).Count; k++)
            {
                var at = k;
                var opening = Device(i, (s, n) => passages(s.Design, s.Fit.Devices[n])[at]);
                var frame = _ways[0].Fit.Devices[i].DeckFrame;
                Axis[] plane = [frame.U.Axis(), frame.V.Axis()];
                var deckId = _design.Devices[i].DeckId;
                var deck = _ways[0].Still(s => s.Shell.Deck(deckId).Box);
                foreach (var axis in plane)
                {
                    _model.Add(_space.Beyond(new ConstraintSpace.Side(deck, false), new ConstraintSpace.Side(opening, false),
                        axis) >= ConstraintSpace.Grid(rimMm));
                    _model.Add(_space.Beyond(new ConstraintSpace.Side(opening, true), new ConstraintSpace.Side(deck, true),
                        axis) >= ConstraintSpace.Grid(rimMm));
                }

                foreach (var (_, bar) in bars)
                {
                    _space.Apart(opening, bar, null, plane);
                }

                for (var other = 0; other < _design.Devices.Count; other++)
                {
                    if (_design.Devices[other].DeckId == deckId)
                    {
                        var id = _design.Devices[other].Id;
                        _space.Apart(opening, _ways[0].Shell.Adapters.ContainsKey(id) ? Device(other, (s, _) => s.Shell.Adapters[id].Box)
                            : Device(other, (s, n) => s.Fit.Devices[n].Body), null, plane);
                    }
                }

                foreach (var before in openings)
                {
                    _space.Apart(opening, before, null, plane);
                }

                openings.Add(opening);
            }
        }
    }

    /// <summary>Two columns of holes lie on one bar or as far apart as bars are wide, and none before the first place for a bar.</summary>
    private void AddColumns(ColumnRule rule)
    {
        var outer = _ways[0].Still(s => s.Fit.Envelope.Outer);
        var holes = Enumerable.Range(0, _design.Devices.Count).Where(i => _design.Devices[i].DeckId == rule.DeckId)
            .SelectMany(i => _ways[0].Fit.Devices[i]
                .Model.Holes.Select(h => (Device: i, Point: Device(i, (s, n) => s.Fit.Devices[n].ToSpace(h.XMm, h.YMm, 0) is var p
                ? new Box(p, p) : default)))).ToList();
        for (var a = 0; a < holes.Count; a++)
        {
            _model.Add(_space.Beyond(new ConstraintSpace.Side(outer, false), new ConstraintSpace.Side(holes[a].Point, false),
                Axis.X) >= ConstraintSpace.Grid(rule.FromSidesMm));
            _model.Add(_space.Beyond(new ConstraintSpace.Side(holes[a].Point, true), new ConstraintSpace.Side(outer, true),
                Axis.X) >= ConstraintSpace.Grid(rule.FromSidesMm));
            for (var b = a + 1; b < holes.Count; b++)
            {
                LinearExpr Beyond(int one, int other) =>
                    _space.Beyond(new ConstraintSpace.Side(holes[one].Point, true), new ConstraintSpace.Side(holes[other].Point, false),
                    Axis.X);
                var (same, before, after) = (_model.NewBoolVar(""), _model.NewBoolVar(""), _model.NewBoolVar(""));
                // distances are rounded down to the grid
                _model.Add(Beyond(a, b) >= -(long)Math.Floor(rule.SameMm * ConstraintSpace.PerMm)).OnlyEnforceIf(same);
                _model.Add(Beyond(b, a) >= -(long)Math.Floor(rule.SameMm * ConstraintSpace.PerMm)).OnlyEnforceIf(same);
                _model.Add(Beyond(a, b) >= ConstraintSpace.Grid(rule.ApartMm)).OnlyEnforceIf(before);
                _model.Add(Beyond(b, a) >= ConstraintSpace.Grid(rule.ApartMm)).OnlyEnforceIf(after);
                _model.AddBoolOr([same, before, after]);
            }
        }
    }

    private void AddAir(string deckId, double aboveMm)
    {
        var fit = _ways[0].Fit;
        var inner = _ways[0].Still(s => s.Fit.Envelope.Inner);
        Above(_ways[0].Still(s => s.Fit.Trays[deckId]));
        foreach (var (copy, original) in Enumerable.Range(0, fit.Devices.Count).Where(n => fit.Devices[n].Device.DeckId == deckId)
            .Select(n => (n, Original(n))).Where(x => x.Item2 >= 0))
        {
            Above(Device(original, (s, _) => s.Fit.Devices[copy].Occupied));
        }

        void Above(SymbolicBox box) =>
            _model.Add(_space.Beyond(new ConstraintSpace.Side(box, true), new ConstraintSpace.Side(inner, true),
            Axis.Z) >= ConstraintSpace.Grid(aboveMm));
    }

    /// <summary>What follows a tray or a device as its equal stays inside too.</summary>
    private void AddCopies()
    {
        var fit = _ways[0].Fit;
        var inner = _ways[0].Still(s => s.Fit.Envelope.Inner);
        foreach (var id in fit.Trays.Keys.Where(Copies.IsCopy))
        {
            _space.Within(_ways[0].Still(s => s.Fit.Trays[id]), inner, []);
        }

        for (var n = 0; n < fit.Devices.Count; n++)
        {
            if (Copies.IsCopy(fit.Devices[n].Id) && Original(n) is >= 0 and var original)
            {
                var copy = n;
                var body = Device(original, (s, _) => s.Fit.Devices[copy].Body);
                _space.Within(body, inner, []);
                for (var other = 0; other < _design.Devices.Count; other++)
                {
                    // equal trays are as far apart as their hardware asks: only what stands on other decks can be in the way
                    if (_design.Devices[other].DeckId != _design.Devices[original].DeckId)
                    {
                        _space.Apart(body, _occupied[other], null);
                    }
                }
            }
        }
    }

    /// <summary>The device of the design that this one is, or follows.</summary>
    private int Original(int placed)
    {
        var id = _ways[0].Fit.Devices[placed].Id;
        return _design.Devices.ToList().FindIndex(d => d.Id == Copies.TemplateOf(id));
    }
}
