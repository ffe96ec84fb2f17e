using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using Google.OrTools.Sat;

namespace AnvilPlan.Search.Shells;

/// <summary>Ports that reach their panel and cables that run from port to port.</summary>
internal sealed partial class ArrangementModel
{
    /// <summary>A port reaches its panel when its face lies at most a plug's length behind the inside and nothing is between.</summary>
    private void AddPorts()
    {
        for (var i = 0; i < _design.Devices.Count; i++)
        {
            var placed = _ways[0].Fit.Devices[i];
            foreach (var port in placed.Model.Ports.Where(p => p.NeedsOpening && !placed.Device.ClosedPorts.Contains(p.Id)
                && !Linked(placed.Id, p.Id)))
            {
                var reached = _model.NewBoolVar($"{placed.Id}/{port.Id}");
                var rear = _model.NewBoolVar($"{placed.Id}/{port.Id}/rear");
                var ways = _turns[i].Select((turn, k) => Reach(i, k, turn, port)).ToList();
                _model.AddBoolOr([.. ways.Select(w => (ILiteral)w.Literal), reached.Not()]);
                _model.AddBoolOr([.. ways.Where(w => w.Face == Face.Back).Select(w => (ILiteral)w.Literal), rear.Not()]);
                _ports.Add((reached, placed.Id, port.Id));
                _reachedRear.Add(rear);
            }
        }
    }

    private bool Linked(string deviceId, string portId) =>
        _design.Links.Any(l => (l.FromDeviceId, l.FromPortId) == (deviceId, portId) || (l.ToDeviceId, l.ToPortId) == (deviceId, portId));

    private (BoolVar Literal, Face Face) Reach(int device, int k, int turn, Port port)
    {
        var exit = _ways[turn].Fit.Devices[device].ToSpace(port.Exit);
        var face = Faces.Of(exit);
        var literal = _model.NewBoolVar($"{_design.Devices[device].Id}/{port.Id}/{turn}");
        _model.AddImplication(literal, _devices[device].Turn[k]);
        var inner = _ways[0].Still(s => s.Fit.Envelope.Inner);
        var connector = Device(device, (s, n) => s.Fit.Devices[n].Place(port).Connector);
        var gap = exit.Sign() > 0
            ? _space.Beyond(new ConstraintSpace.Side(connector, true), new ConstraintSpace.Side(inner, true), exit.Axis())
            : _space.Beyond(new ConstraintSpace.Side(inner, false), new ConstraintSpace.Side(connector, false), exit.Axis());
        _model.Add(gap >= 0).OnlyEnforceIf(literal);
        _model.Add(gap <= ConstraintSpace.Grid(PortOpenings.PlugLengthMm) - 2).OnlyEnforceIf(literal);
        var corridor = Device(device, (s, n) => Beyond(s.Fit.Devices[n].Place(port).Plug, s.Fit.Devices[n].ToSpace(port.Exit)));
        for (var other = 0; other < _occupied.Count; other++)
        {
            if (other != device)
            {
                _space.Apart(corridor, Device(other, (s, n) => s.Fit.Devices[n].Body), literal);
            }
        }

        return (literal, face);
    }

    private static Box Beyond(Box plug, Direction exit)
    {
        var (from, to) = (plug.Side(exit), plug.Side(exit) + (exit.Sign() * PortOpenings.PlugLengthMm));
        return plug.WithSpan(exit.Axis(), Math.Min(from, to), Math.Max(from, to));
    }

    /// <summary>Length of each cable along the axes; a cable at hand must reach.</summary>
    private void AddLinks()
    {
        foreach (var link in _design.Links)
        {
            var (a, b) = (DeviceIndex(link.FromDeviceId), DeviceIndex(link.ToDeviceId));
            var cable = CableKind.Find(link.Cable)!;
            var lead = cable.StraightMm + cable.BendRadiusMm(false);
            var (from, to) = (Lead(a, link.FromPortId, lead), Lead(b, link.ToPortId, lead));
            var sum = _model.NewIntVar(0, ConstraintSpace.Grid(20_000), link.Id);
            var parts = new List<LinearExpr>();
            foreach (var axis in Enum.GetValues<Axis>())
            {
                var apart = _model.NewIntVar(0, ConstraintSpace.Grid(5000), $"{link.Id}/{axis}");
                _model.Add(apart >= _space.Beyond(new ConstraintSpace.Side(from, false), new ConstraintSpace.Side(to, false), axis));
                _model.Add(apart >= _space.Beyond(new ConstraintSpace.Side(to, false), new ConstraintSpace.Side(from, false), axis));
                parts.Add(apart);
            }

            _model.Add(sum == LinearExpr.Sum(parts) + ConstraintSpace.Grid(2 * lead));
            _cables.Add(sum);
            if (link.LengthMm is { } length)
            {
                _model.Add(sum <= (long)Math.Floor(length / (1 + CableRoutes.Slack) * ConstraintSpace.PerMm) - 2);
            }
        }
    }

    private int DeviceIndex(string id) => _design.Devices.ToList().FindIndex(d => d.Id == id);

    private SymbolicBox Lead(int device, string portId, double leadMm)
    {
        var port = _ways[0].Fit.Devices[device].Model.Ports.First(p => p.Id == portId);
        return Device(device, (s, n) =>
        {
            var end = s.Fit.Devices[n].Place(port).Centre + (s.Fit.Devices[n].ToSpace(port.Exit).Vector() * leadMm);
            return new Box(end, end);
        });
    }
}
