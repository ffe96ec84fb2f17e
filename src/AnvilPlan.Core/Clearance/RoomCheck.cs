using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Clearance;

/// <summary>Holds zones against bodies, plates, bars and the inside of the box.</summary>
public sealed class RoomCheck(FitPlan fit, ShellPlan shell)
{
    private readonly List<(string Id, Box Box)> _parts = [.. shell.Trays.Select(t => (t.Key, t.Value.Box)), .. shell.Members.SelectMany(m => m.Body.Select(b => (m.CarriesDeck ?? m.Id, b))), .. shell.Adapters.Values.Select(a => (a.Id, a.Box))];

    /// <summary>Everything that stands in the zone, devices first.</summary>
    public IEnumerable<ZoneConflict> Conflicts(Zone zone, IEnumerable<PlacedDevice> devices)
    {
        foreach (var device in devices)
        {
            if (device.Id != zone.Owner && !zone.Exempt.Contains(device.Id) && InTheWay(zone, device) is { } body && Shared(zone, body) is { } shared)
            {
                yield return new ZoneConflict(zone, device.Id, true, shared);
            }
        }

        if (zone.Outside)
        {
            yield break;
        }

        foreach (var (id, box) in _parts)
        {
            if (!zone.Exempt.Contains(id) && id != AdapterPlate.IdOf(zone.Owner) && !Carries(zone, id) && Shared(zone, box) is { } shared)
            {
                yield return new ZoneConflict(zone, id, false, shared);
            }
        }

        foreach (var face in shell.Panels.Keys)
        {
            var outward = face.Outward();
            var over = (zone.Box.Side(outward) - fit.Envelope.InnerPlane(face)) * outward.Sign();
            if (over > Box.Slack && !zone.Exempt.Contains(Deck.OfPanel(face)))
            {
                var plane = fit.Envelope.InnerPlane(face);
                yield return new ZoneConflict(zone, Deck.PartOf(face), false,
                    zone.Box.WithSpan(outward.Axis(), Math.Min(plane, zone.Box.Side(outward)), Math.Max(plane, zone.Box.Side(outward))));
            }
        }
    }

    /// <summary>What of a device can be in a zone: all of it inside; outside only what stands proud of its panel.</summary>
    private static Box? InTheWay(Zone zone, PlacedDevice device) => zone.Kind is ZoneKind.DrawerTravel or ZoneKind.DoorSwing && zone.Exempt.Contains(device.Device.DeckId) ? null
        : !zone.Outside ? device.Body
        : device.Model.InPanel && device.Model.FrontMm > 0 && zone.Exempt.Contains(device.Device.DeckId) ? device.Body
        : null;

    /// <summary>The rails that carry a drawer lie beside its way, not in it.</summary>
    private static bool Carries(Zone zone, string partId) => zone.Kind == ZoneKind.DrawerTravel && partId.StartsWith($"rail/{zone.Owner}/", StringComparison.Ordinal);

    private static Box? Shared(Zone zone, Box body)
    {
        var shared = zone.Box.Intersect(body);
        return shared.Empty ? null : shared;
    }
}
