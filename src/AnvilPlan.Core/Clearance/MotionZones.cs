using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Clearance;

/// <summary>What doors and drawers sweep through.</summary>
public static class MotionZones
{
    public static IEnumerable<Zone> Of(Design design, FitPlan fit) =>
    [
        .. design.Trays.Where(t => t.Drawer is not null).Select(t => Swept(t, t.Name, fit.Trays[t.Id], Along(t, fit), fit)),
        .. fit.Devices.SelectMany(d => Of(d, design, fit)),
    ];

    /// <summary>What one device sweeps through with the drawer or the door that carries it.</summary>
    public static IEnumerable<Zone> Of(PlacedDevice device, Design design, FitPlan fit)
    {
        if (Deck.IsPanel(device.Device.DeckId, out var face))
        {
            return design.Panel(face) is { Hold: PanelHold.Hinged } door ? [Swing(device, door, fit)] : [];
        }

        return design.Trays.First(t => t.Id == device.Device.DeckId) is { Drawer: not null } tray
            ? [Swept(tray, device.Device.Name, device.Occupied, Along(tray, fit), fit)] : [];
    }

    private static List<string> Along(Tray tray, FitPlan fit) =>
        [tray.Id, Deck.OfPanel(tray.Drawer!.Out), .. fit.Devices.Where(d => d.Device.DeckId == tray.Id).Select(d => d.Id)];

    /// <summary>A block drawn out by the travel; only the part inside the box can hit anything.</summary>
    private static Zone Swept(Tray tray, string what, Box box, List<string> exempt, FitPlan fit)
    {
        var direction = tray.Drawer!.Out.Outward();
        var end = box.Side(direction) + (direction.Sign() * tray.Drawer.TravelMm);
        var swept = direction.Sign() > 0 ? box with { Max = box.Max.With(direction.Axis(), end) }
            : box with { Min = box.Min.With(direction.Axis(), end) };
        return new Zone(tray.Id, ZoneKind.DrawerTravel, $"{what} on its way out", swept.Intersect(Opened(fit.Envelope.Inner, direction)),
            exempt, false);
    }

    /// <summary>
    /// The hinge axis lies in the door's outer plane at the edge of the box. A corner at distance s from the axis and depth q swings
    /// through the circle of radius sqrt(s^2 + q^2): a body reaches that far beyond its own edge while it still is inside.
    /// </summary>
    private static Zone Swing(PlacedDevice device, Panel panel, FitPlan fit)
    {
        var (outward, hinge) = (panel.Face.Outward(), panel.HingeAt!.Value.Outward());
        var axisAt = fit.Envelope.Outer.Side(hinge);
        var deep = Math.Abs(fit.Envelope.OuterPlane(panel.Face) - device.Body.Side(outward.Opposite()));
        var far = Math.Abs(axisAt - device.Body.Side(hinge.Opposite()));
        var reach = axisAt - (hinge.Sign() * Math.Sqrt((far * far) + (deep * deep)));
        var near = device.Body.Side(hinge);
        return new Zone(device.Id, ZoneKind.DoorSwing, $"the {Deck.Name(panel.Face)} door as it opens",
            device.Body.WithSpan(hinge.Axis(), Math.Min(near, reach), Math.Max(near, reach)).Intersect(Opened(fit.Envelope.Inner, outward)),
            [Deck.OfPanel(panel.Face), .. fit.Devices.Where(d => d.Device.DeckId == Deck.OfPanel(panel.Face)).Select(d => d.Id)], false);
    }

    /// <summary>The inside, open towards one side.</summary>
    private static Box Opened(Box inner, Direction side) => side.Sign() > 0 ? inner with { Max = inner.Max.With(side.Axis(), 1e6) }
        : inner with { Min = inner.Min.With(side.Axis(), -1e6) };
}
