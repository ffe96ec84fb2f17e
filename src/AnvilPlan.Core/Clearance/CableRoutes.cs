using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Clearance;

/// <summary>How long a cable must be.</summary>
/// <param name="PathMm">Along the centre line, corners rounded.</param>
/// <param name="NeededMm">With slack, and with the travel of a drawer.</param>
/// <param name="AtHandMm">The cable at hand; null when it is to be bought.</param>
public sealed record CableRoute(string LinkId, string Cable, string From, string To, double PathMm, double NeededMm, double? AtHandMm)
{
    public bool Short => AtHandMm is { } length && length < NeededMm - 1e-6;
}

/// <summary>
/// Routes along the axes: straight out of both ports by the straight run and one bend, then along the three axes. Each right-angled
/// corner of radius R shortens the polyline by (2 - pi/2) R; a turn back on itself needs the width of two radii more.
/// Source: routing rules of the cable table, section 9.2.
/// </summary>
public static class CableRoutes
{
    /// <summary>Slack on a short route inside a case.</summary>
    public const double Slack = 0.05;

    public static IReadOnlyList<CableRoute> Run(Design design, FitPlan fit) =>
        [.. design.Links.Select(l => Of(l, fit.Device(l.FromDeviceId)!, fit.Device(l.ToDeviceId)!, design))];

    public static CableRoute Of(Link link, PlacedDevice from, PlacedDevice to, Design design)
    {
        var cable = CableKind.Find(link.Cable)!;
        var (a, b) = (from.Model.Ports.First(p => p.Id == link.FromPortId), to.Model.Ports.First(p => p.Id == link.ToPortId));
        var moving = DeviceZones.Moves(design, from) || DeviceZones.Moves(design, to);
        var radius = cable.BendRadiusMm(moving);
        var path = PathMm(
            from.Pose.InSpace(from.Place(a).Centre), from.Pose.VectorInSpace(from.ToSpace(a.Exit)), to.Pose.InSpace(to.Place(b).Centre),
                to.Pose.VectorInSpace(to.ToSpace(b.Exit)), cable.StraightMm, radius);
        var travel = Travel(design, from) + Travel(design, to);
        return new CableRoute(
            link.Id, cable.Name, $"{from.Device.Name}, {a.Name}", $"{to.Device.Name}, {b.Name}", Math.Round(path, 3),
                Math.Ceiling((path * (1 + Slack)) + travel), link.LengthMm);
    }

    /// <summary>Length of the centre line, mm.</summary>
    /// <param name="fromExit">Unit vector out of the first port; along an axis unless what it belongs to leans.</param>
    /// <param name="toExit">The same of the second.</param>
    public static double PathMm(Point3 from, Point3 fromExit, Point3 to, Point3 toExit, double straightMm, double radiusMm)
    {
        var lead = straightMm + radiusMm;
        var (start, end) = (from + (fromExit * lead), to + (toExit * lead));
        var legs = new List<Point3> { fromExit };
        var sum = 2 * lead;
        foreach (var axis in Enum.GetValues<Axis>().OrderBy(a => a == Main(fromExit) ? 0 : a == Main(toExit) ? 2 : 1))
        {
            var d = end[axis] - start[axis];
            if (Math.Abs(d) > Box.Slack)
            {
                legs.Add(Directions.Of(axis, Math.Sign(d)).Vector());
                sum += Math.Abs(d);
            }
        }

        legs.Add(toExit * -1);
        return sum + legs.Zip(legs.Skip(1)).Sum(turn => TurnMm(turn.First, turn.Second, radiusMm));
    }

    /// <summary>The axis that a direction follows most.</summary>
    private static Axis Main(Point3 way) => Enum.GetValues<Axis>().MaxBy(a => Math.Abs(way[a]));

    /// <summary>
    /// What a bend of that radius adds to the polyline, mm: an arc of the angle a is 2 R tan(a / 2) - R a shorter than its corner; one
    /// that turns back by more than three quarters of a half turn goes round two radii.
    /// </summary>
    private static double TurnMm(Point3 one, Point3 next, double radiusMm)
    {
        var angle = Math.Acos(Math.Clamp(one.Dot(next), -1, 1));
        return angle < 1e-6 ? 0 : angle > Math.PI * 0.75 + 1e-9 ? 2 * radiusMm : radiusMm * (angle - (2 * Math.Tan(angle / 2)));
    }

    private static double Travel(Design design, PlacedDevice device) =>
        design.Trays.FirstOrDefault(t => t.Id == device.Device.DeckId)?.Drawer?.TravelMm ?? 0;
}
