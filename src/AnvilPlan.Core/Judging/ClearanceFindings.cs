using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Judging;

/// <summary>Room that is not free: each finding names both parties and the overlap.</summary>
internal static class ClearanceFindings
{
    private static readonly Dictionary<ZoneKind, (string Code, Severity Severity)> Kinds = new()
    {
        [ZoneKind.KeepOut] = ("room-taken", Severity.Stop),
        [ZoneKind.PlugRoom] = ("plug-no-room", Severity.Stop),
        [ZoneKind.AirGap] = ("air-gap-taken", Severity.Warn),
        [ZoneKind.NutRoom] = ("nut-out-of-reach", Severity.Warn),
        [ZoneKind.FingerRoom] = ("no-finger-room", Severity.Warn),
        [ZoneKind.DoorSwing] = ("door-hits", Severity.Stop),
        [ZoneKind.DrawerTravel] = ("drawer-hits", Severity.Stop),
    };

    /// <summary>What may be wanted beyond the overlap itself when the box grows.</summary>
    private static readonly double[] ExtraMm = [0, 5, 10, 20];

    public static IEnumerable<Finding> Find(PlanSoFar plan) =>
    [
        .. plan.Clearance.Conflicts.GroupBy(c => (c.Zone.Owner, c.Zone.Kind, c.OtherId))
            .Select(g => Taken(plan, g.MaxBy(c => c.Overlap.VolumeMm3)!)),
        .. plan.Clearance.Drivers.GroupBy(b => (b.DeviceId, b.OtherId)).Select(g => Driver(plan, [.. g])),
        .. plan.Clearance.Routes.Where(r => r.Short).Select(r => Short(plan, r)),
        .. plan.Design.Links.SelectMany(l => CablePassages.Closed(l, plan.Fit, plan.Shell,
            plan.Mounts.Features.Concat(plan.Joints.Features)).Select(p => Closed(plan, l, p))),
    ];

    private static Finding Taken(PlanSoFar plan, ZoneConflict conflict)
    {
        var (zone, shared) = (conflict.Zone, conflict.Overlap.Size);
        var (code, severity) = Kinds[zone.Kind];
        var remedies = new List<Remedy>();
        if (plan.Fit.Device(zone.Owner) is { } owner)
        {
            remedies.Add(DeviceMoves.Remedy(plan, code, owner.Device));
        }

        if (conflict.OtherIsDevice)
        {
            remedies.Add(DeviceMoves.Remedy(plan, code, plan.Fit.Device(conflict.OtherId)!.Device));
        }
        else if (plan.Shell.FaceOf(conflict.OtherId) is { } face)
        {
            var by = Math.Ceiling(conflict.Overlap.Size[face.Outward().Axis()]);
            remedies.Add(new Remedy("grow-box", $"Make the box larger, by {by} mm or a little more", d => Trial.FirstSound(plan, code, d,
                ExtraMm.Select(extra => Grown(d, plan, zone, face, by + extra)))));
        }

        return new Finding(
            $"{code}:{Told(plan, zone.Owner)}+{Told(plan, conflict.OtherId)}", code, severity,
            $"{NameOf(plan, zone.Owner)} needs room for {zone.What}; {NameOf(plan, conflict.OtherId)} stands in it by {Say.Mm(shared.X)} "
                + $"x {Say.Mm(shared.Y)} x {Say.Mm(shared.Z)} mm.",
            [Told(plan, zone.Owner), Told(plan, conflict.OtherId)], remedies)
        { Alike = new Alike($"{zone.Owner}+{zone.What}", NameOf(plan, conflict.OtherId)) };
    }

    /// <summary>Larger along the axis; when the tight side is the least one, what stands behind it moves along.</summary>
    private static Design Grown(Design design, PlanSoFar plan, Zone zone, Face face, double by)
    {
        var axis = face.Outward().Axis();
        var larger = ChainEdit.Resize(design, axis, by);
        if (face.Outward().Sign() > 0 || plan.Fit.Device(zone.Owner) is not { } device || device.DeckFrame.Normal.Axis() == axis)
        {
            return larger;
        }

        var along = device.DeckFrame.U.Axis() == axis ? device.DeckFrame.U : device.DeckFrame.V;
        return larger.WithDevice(device.Id, d => along == device.DeckFrame.U ? d with { UMm = d.UMm + (by * along.Sign()) }
            : d with { VMm = d.VMm + (by * along.Sign()) });
    }

    private static Finding Driver(PlanSoFar plan, IReadOnlyList<DriverBlock> blocks)
    {
        var (first, device) = (blocks[0], plan.Fit.Device(blocks[0].DeviceId)!);
        var other = first.OtherIsDevice ? plan.Fit.Device(first.OtherId) : null;
        return new Finding(
            $"driver-blocked:device/{device.Id}+{Told(plan, first.OtherId)}", "driver-blocked", Severity.Warn,
            $"No driver reaches "
                + $"{(blocks.Count == 1 ? $"screw {first.Hole}" : $"screws {string.Join(", ", blocks.Select(b => b.Hole))}")} of "
                + $"{device.Device.Name}: {NameOf(plan, first.OtherId)} stands {Say.Mm(blocks.Max(b => b.OverlapMm))} mm in the way of "
                + $"the {first.Tool}.",
            [Place.Device(device.Id), Told(plan, first.OtherId)], [.. new[] { device, other }.OfType<PlacedDevice>()
                .Select(x => DeviceMoves.Remedy(plan, "driver-blocked", x.Device))]);
    }

    private static Finding Closed(PlanSoFar plan, Link link, SolidPart plate)
    {
        var cable = CableKind.Find(link.Cable)!;
        var (wide, high) = CablePassages.Plug(cable);
        var (from, to) = (plan.Fit.Device(link.FromDeviceId)!.Device.Name, plan.Fit.Device(link.ToDeviceId)!.Device.Name);
        return Finding.Of("cable-closed-off", Severity.Stop,
            $"{plate.Name} stands between {from} and {to}: beside it "
                + $"{Say.Mm(Math.Max(0, CablePassages.Beside(plate, plan.Fit.Envelope.Inner)))} mm are free and it has no opening, the "
                + $"plug of {cable.Name} is {Say.Mm(wide)} x {Say.Mm(high)} mm.",
            [Place.Cable(link.Id), plate.Id],
            new Remedy("cut-through", $"Cut an opening of {Say.Mm(wide + 2)} x {Say.Mm(high + 2)} mm for it", d => d with
            { Links = [.. d.Links.Select(l => l.Id == link.Id ? l with { CutsThrough = true } : l)] }),
            new Remedy("no-cable", "Take the cable out", d => d with { Links = [.. d.Links.Where(l => l.Id != link.Id)] }));
    }

    private static Finding Short(PlanSoFar plan, CableRoute route)
    {
        var link = plan.Design.Links.First(l => l.Id == route.LinkId);
        return Finding.Of("cable-short", Severity.Stop,
            $"{route.Cable} from {route.From} to {route.To} needs {Say.Mm(route.NeededMm)} mm; the one at hand is "
                + $"{Say.Mm(route.AtHandMm!.Value)} mm.",
            [Place.Cable(link.Id), Place.Device(link.FromDeviceId), Place.Device(link.ToDeviceId)],
            new Remedy("buy-longer", $"Buy or make one of {Say.Mm(route.NeededMm)} mm", d => d with
            { Links = [.. d.Links.Select(l => l.Id == link.Id ? l with { LengthMm = null } : l)] }),
            Nearer(plan, link, link.ToDeviceId), Nearer(plan, link, link.FromDeviceId));
    }

    private static Remedy Nearer(PlanSoFar plan, Link link, string deviceId)
    {
        var device = plan.Design.Devices.First(d => d.Id == deviceId);
        return new Remedy("nearer-" + deviceId, $"Move {device.Name} so that it reaches", d => DeviceMoves.Moved(plan, "cable-short", d,
            device, at =>
        {
            PlacedDevice End(string id) => id == deviceId ? at : plan.Fit.Device(id)!;
            return !CableRoutes.Of(link, End(link.FromDeviceId), End(link.ToDeviceId), plan.Design).Short;
        }));
    }

    private static Place Told(PlanSoFar plan, string id) => plan.Fit.Device(id) is null ? Place.Part(id) : Place.Device(id);

    private static string NameOf(PlanSoFar plan, string id) => plan.Fit.Device(id)?.Device.Name ?? plan.Parts.Find(id)?.Name ?? id;

}
