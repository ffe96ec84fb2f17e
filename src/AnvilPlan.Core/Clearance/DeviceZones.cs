using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Clearance;

/// <summary>The room that one device needs beyond its body, wherever it is put.</summary>
public static class DeviceZones
{
    /// <summary>From a face that breathes to the next wall, mm: at least 10, better 15 on the suction side [R].</summary>
    public const double AirGapMm = 10;

    /// <summary>Room for a flat spanner round a nut behind the panel, mm [R].</summary>
    public const double NutRoundMm = 6;
    public const double NutDepthMm = 12;

    /// <summary>How far a finger room stands out before its panel, mm [R].</summary>
    public const double FingerReachMm = 25;

    public static IEnumerable<Zone> Of(PlacedDevice device, Design design, FitPlan fit) =>
    [
        .. device.Model.KeepOuts.Select(k => Inside(device, ZoneKind.KeepOut, k.What, device.Place(k))),
        .. Plugs(device, design), .. Air(device), .. Panel(device, fit),
    ];

    private static Zone Inside(PlacedDevice device, ZoneKind kind, string what, Box box) =>
        new(device.Id, kind, what, box, [device.Device.DeckId], false) { Pose = device.Pose };

    /// <summary>Ports with a cable inside the box; what is reached from outside has its room outside.</summary>
    private static IEnumerable<Zone> Plugs(PlacedDevice device, Design design)
    {
        foreach (var link in design.Links)
        {
            foreach (var (deviceId, portId) in (IEnumerable<(string, string)>)[(link.FromDeviceId, link.FromPortId),
                (link.ToDeviceId, link.ToPortId)])
            {
                if (deviceId == device.Id && device.Model.Ports.FirstOrDefault(p => p.Id == portId) is { } port
                    && CableKind.Find(link.Cable) is { } cable)
                {
                    yield return Inside(device, ZoneKind.PlugRoom, $"{port.Name} with {cable.Name}",
                        Beyond(device.Place(port).Plug, device.ToSpace(port.Exit), cable.RoomMm(Moves(design, device))));
                }
            }
        }
    }

    /// <summary>Whether the device stands on a drawer or a door, so that its cables bend again and again.</summary>
    internal static bool Moves(Design design, PlacedDevice device) => Deck.IsPanel(device.Device.DeckId, out var face)
        ? design.Panel(face).Hold == PanelHold.Hinged
        : design.Trays.First(t => t.Id == device.Device.DeckId).Drawer is not null;

    private static IEnumerable<Zone> Air(PlacedDevice device) => device.Model.Air
        .Select(air => device.Model.Fan && device.Model.InPanel ? device.Facing.Opposite() : device.ToSpace(air.Side))
        .Where(side => !device.Model.InPanel || side != device.Facing)
        .Distinct()
        .Select(side => Inside(device, ZoneKind.AirGap, $"air at its {side.Word()}", Beyond(device.Body, side, AirGapMm)));

    private static IEnumerable<Zone> Panel(PlacedDevice device, FitPlan fit)
    {
        if (!Deck.IsPanel(device.Device.DeckId, out var face) || !device.Model.InPanel)
        {
            yield break;
        }

        var axis = face.Outward().Axis();
        var rear = device.DeckFrame.ToSpace(default, device.DeckHeightMm)[axis];
        var front = rear + (device.Facing.Sign() * fit.Envelope.ThicknessMm[face]);
        if (device.Mounting is ByOwnNut)
        {
            var deep = rear - (device.Facing.Sign() * NutDepthMm);
            yield return Inside(device, ZoneKind.NutRoom, "nut behind the panel", Round(device.Body, axis, NutRoundMm)
                .WithSpan(axis, Math.Min(rear, deep), Math.Max(rear, deep)));
        }

        if (device.Model.HandMm > 0)
        {
            var reach = front + (device.Facing.Sign() * FingerReachMm);
            yield return new Zone(device.Id, ZoneKind.FingerRoom, "fingers round it",
                Round(device.Body, axis, device.Model.HandMm).WithSpan(axis, Math.Min(front, reach), Math.Max(front, reach)),
                    [device.Device.DeckId], true)
            { Pose = device.Pose };
        }
    }

    private static Box Round(Box box, Axis through, double by) => box.Grow(by).WithSpan(through, box.Min[through], box.Max[through]);

    /// <summary>The block that lies before a face, as deep as given.</summary>
    private static Box Beyond(Box box, Direction side, double depthMm)
    {
        var (from, to) = (box.Side(side), box.Side(side) + (side.Sign() * depthMm));
        return box.WithSpan(side.Axis(), Math.Min(from, to), Math.Max(from, to));
    }
}
