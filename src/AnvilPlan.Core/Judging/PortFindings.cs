using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

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
                [Place.Device(port.DeviceId), Place.Port(port.DeviceId, port.PortId)],
                new Remedy("bring-closer", "Move the device so that the port reaches its panel",
                    d => BringCloser(plan, d, device, port.PortId)),
                new Remedy("leave-closed", "It stays inside deliberately", d => d.WithDevice(device.Id, x => x with
                { ClosedPorts = [.. x.ClosedPorts, port.PortId] })));
        }
    }

    private static Design? BringCloser(PlanSoFar plan, Design design, PlacedDevice device, string portId)
    {
        var open = plan.Mounts.Ports.Where(p => p.DeviceId == device.Id && p.State == PortState.Opened).Select(p => p.PortId).Append(portId)
            .ToHashSet(StringComparer.Ordinal);
        return DeviceMoves.Moved(plan, "port-without-opening", design, device.Device,
            at => device.Model.Ports.Where(p => open.Contains(p.Id)).All(p => Reaches(plan, at, p)));
    }

    private static bool Reaches(PlanSoFar plan, PlacedDevice at, Catalogs.Port port)
    {
        var placed = at.Place(port);
        var face = Faces.Of(placed.Exit);
        var gap = (plan.Fit.Envelope.InnerPlane(face) - placed.Centre[placed.Exit.Axis()]) * placed.Exit.Sign();
        return placed.Exit.Axis() != at.DeckFrame.Normal.Axis() && gap >= 0 && gap <= PortOpenings.PlugLengthMm;
    }
}
