using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Findings;

/// <summary>Ports that should be reached from outside and are not.</summary>
internal static class PortFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var port in plan.Mounts.Ports.Where(p => p.State is PortState.OutOfReach or PortState.Blocked))
        {
            var device = plan.Fit.Device(port.DeviceId)!;
            yield return Finding.Of("port-without-opening", Severity.Warn,
                $"{device.Device.Name}, {port.Name}: no opening, {port.Verdict}.",
                ["device/" + port.DeviceId, $"port/{port.DeviceId}/{port.PortId}"],
                new Remedy("bring-closer", "Move the device so that the port reaches its panel", d => BringCloser(plan, d, device, port.PortId)),
                new Remedy("leave-closed", "It stays inside deliberately", d => d.WithDevice(device.Id, x => x with { ClosedPorts = [.. x.ClosedPorts, port.PortId] })));
        }
    }

    private static Design? BringCloser(PlanSoFar plan, Design design, PlacedDevice device, string portId)
    {
        var port = device.Model.Ports.First(p => p.Id == portId);
        var exit = device.ToSpace(port.Exit);
        if (exit.Axis() == device.DeckFrame.Normal.Axis())
        {
            return null;
        }

        var open = plan.Mounts.Ports.Where(p => p.DeviceId == device.Id && p.State == PortState.Opened).Select(p => p.PortId).Append(portId).ToHashSet(StringComparer.Ordinal);
        var moved = FreeSpot.For(device.Device, plan, at => device.Model.Ports.Where(p => open.Contains(p.Id)).All(p => Reaches(plan, at, p)));
        return moved is null ? null : design.WithDevice(device.Id, _ => moved);
    }

    private static bool Reaches(PlanSoFar plan, PlacedDevice at, Catalogs.Port port)
    {
        var placed = at.Place(port);
        var face = Faces.Of(placed.Exit);
        var gap = (plan.Fit.Envelope.InnerPlane(face) - placed.Centre[placed.Exit.Axis()]) * placed.Exit.Sign();
        return gap >= 0 && gap <= PortOpenings.PlugLengthMm;
    }
}
