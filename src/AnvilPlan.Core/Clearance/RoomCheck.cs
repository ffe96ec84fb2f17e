using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Clearance;

/// <summary>Holds zones against bodies, plates, bars and the inside of the box.</summary>
public sealed class RoomCheck(FitPlan fit, ShellPlan shell)
{
    private readonly List<(string Id, Block Block)> _parts =
    [
        .. shell.Trays.Select(t => (t.Key, t.Value.Block)),
            .. shell.Inside.SelectMany(m => m.Body.Select(b => (m.CarriesDeck ?? m.Id, new Block(b, m.Pose)))),
        .. shell.Adapters.Values.Select(a => (a.Id, a.Block)),
    ];

    /// <summary>Everything that stands in the zone, devices first.</summary>
    public IEnumerable<ZoneConflict> Conflicts(Zone zone, IEnumerable<PlacedDevice> devices)
    {
        foreach (var device in devices)
        {
            if (device.Id != zone.Owner && !zone.Exempt.Contains(device.Id) && InTheWay(zone, device)
                && device.Blocks.Select(b => Shared(zone, new Block(b, device.Pose))).FirstOrDefault(s => s is not null) is { } shared)
            {
                yield return new ZoneConflict(zone, device.Id, true, shared);
            }
        }

        if (zone.Outside)
        {
            yield break;
        }

        foreach (var (id, block) in _parts)
        {
            if (!zone.Exempt.Contains(id) && id != AdapterPlate.IdOf(zone.Owner) && Shared(zone, block) is { } shared && !Carries(zone, id))
            {
                yield return new ZoneConflict(zone, id, false, shared);
            }
        }

        foreach (var face in shell.Panels.Keys)
        {
            if (!zone.Exempt.Contains(Deck.OfPanel(face)) && fit.Envelope.Over(zone.Block, face) is > Box.Slack and var over)
            {
                // a slice as thick as what reaches past, across the zone's own axis that looks that way most
                var outward = fit.Envelope.PoseOf(face).VectorInSpace(face.Outward());
                var side = Enum.GetValues<Direction>().MaxBy(d => zone.Pose.VectorInSpace(d).Dot(outward));
                var end = zone.Box.Side(side);
                var plane = end - (side.Sign() * over);
                yield return new ZoneConflict(zone, Deck.PartOf(face), false, zone.Box.WithSpan(side.Axis(), Math.Min(plane, end),
                    Math.Max(plane, end)));
            }
        }
    }

    /// <summary>Whether a device can be in a zone: any inside; outside only what stands proud of its panel.</summary>
    private static bool InTheWay(Zone zone, PlacedDevice device) =>
        !(zone.Kind is ZoneKind.DrawerTravel or ZoneKind.DoorSwing && zone.Exempt.Contains(device.Device.DeckId))
        && (!zone.Outside || (device.Model.InPanel && device.Model.FrontMm > 0 && zone.Exempt.Contains(device.Device.DeckId)));

    /// <summary>The rails that carry a drawer lie beside its way, not in it.</summary>
    private bool Carries(Zone zone, string partId) => zone.Kind == ZoneKind.DrawerTravel && shell.Member(partId)?.Role is Role.TrayRail rail
        && rail.TrayId == zone.Owner;

    private static Box? Shared(Zone zone, Block body)
    {
        var along = ReferenceEquals(zone.Pose, body.Pose);
        if (!along && !zone.Block.Overlaps(body))
        {
            return null;
        }

        var shared = zone.Box.Intersect(along ? body.Box : body.HullIn(zone.Pose));
        return shared.Empty ? null : shared;
    }
}
