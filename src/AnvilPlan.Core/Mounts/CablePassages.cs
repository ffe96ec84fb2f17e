using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>
/// Plates that stand between the two ends of a cable and reach so near the walls that its plug does not pass beside them; and the
/// opening that is cut where the maker wants one.
/// </summary>
internal static class CablePassages
{
    /// <summary>All round the plug, mm.</summary>
    private const double RoundPlugMm = 1;

    /// <summary>From the rim of the opening to the edge of the plate, a bar or the body of a device, mm.</summary>
    private const double RimMm = 5;
    private const double StepMm = 4;

    /// <summary>
    /// The plates that close the way of a cable: between its ends, with no gap beside them and no opening that its plug passes.
    /// </summary>
    public static IEnumerable<SolidPart> Closed(Link link, FitPlan fit, ShellPlan shell, IEnumerable<PartFeature> features)
    {
        var (from, to, cable) = (End(fit, link.FromDeviceId, link.FromPortId), End(fit, link.ToDeviceId, link.ToPortId),
            CableKind.Find(link.Cable)!);
        var (wide, high) = Plug(cable);
        return shell.Trays.Values.Where(p => Between(p, from, to) && Beside(p, fit.Envelope.Inner) < high
            && !features.Any(f => f.PartId == p.Id && f.Feature is Opening o && Math.Max(o.WidthMm, o.HeightMm ?? o.WidthMm) >= wide
                && Math.Min(o.WidthMm, o.HeightMm ?? o.WidthMm) >= high));
    }

    public static (double Wide, double High) Plug(CableKind cable) =>
        (Math.Max(cable.PlugWidthMm, cable.PlugHeightMm), Math.Min(cable.PlugWidthMm, cable.PlugHeightMm));

    /// <summary>The largest gap between the plate and the inside of the box, mm.</summary>
    public static double Beside(SolidPart plate, Box inner) => Enum.GetValues<Direction>().Where(d => d.Axis() != plate.Frame.Normal.Axis())
        .Max(d => (inner.Side(d) - plate.Box.Side(d)) * d.Sign());

    public static void Add(MountDraft draft, Design design, FitPlan fit, ShellPlan shell, JointPlan joints)
    {
        foreach (var link in design.Links.Where(l => l.CutsThrough))
        {
            foreach (var plate in Closed(link, fit, shell, [.. draft.Features, .. joints.Features]).ToList())
            {
                if (Place(draft, link, plate, fit, joints) is not { } at)
                {
                    continue;
                }

                var (from, to) = (fit.Device(link.FromDeviceId)!.Device.Name, fit.Device(link.ToDeviceId)!.Device.Name);
                draft.Features.Add(new PartFeature(plate.Id, new Opening(
                    $"{link.Id}/passage", link.Id, $"cable from {from} to {to}", WorkedFrom.Seen,
                        new Uv((at.Min.U + at.Max.U) / 2, (at.Min.V + at.Max.V) / 2), at.Max.U - at.Min.U, at.Max.V - at.Min.V, 2,
                    $"plug and {RoundPlugMm} mm all round", "the free place nearest to the straight way; ease its edges or line it with "
                        + "a grommet")));
            }
        }
    }

    /// <summary>Nearest to where the straight line from end to end meets the plate, lying or upright.</summary>
    private static (Uv Min, Uv Max)? Place(MountDraft draft, Link link, SolidPart plate, FitPlan fit, JointPlan joints)
    {
        var (from, to, normal) = (End(fit, link.FromDeviceId, link.FromPortId), End(fit, link.ToDeviceId, link.ToPortId),
            plate.Frame.Normal.Axis());
        var share = (plate.Box.Centre[normal] - from[normal]) / (to[normal] - from[normal]);
        var wanted = plate.Frame.ToPlane(from + ((to - from) * share));
        var (wide, high) = Plug(CableKind.Find(link.Cable)!);
        List<(Uv Min, Uv Max)> taken =
        [
            .. fit.Devices.Where(d => new Block(d.Occupied.Grow(RimMm), d.Pose).Overlaps(plate.Block))
                .Select(d => plate.Frame.ToPlane(d.Filled.HullIn(plate.Pose))),
            .. joints.KeepClear.Where(k => k.PartId == plate.Id).Select(k => (k.Min, k.Max)),
            .. draft.Features.Concat(joints.Features).Where(f => f.PartId == plate.Id).Select(f => f.Feature).OfType<Opening>()
                .Select(o => (o.Min, o.Max)),
            .. draft.Points.Where(p => p.PartId == plate.Id).Select(p => (p.At - new Uv(3, 3), p.At + new Uv(3, 3))),
        ];
        foreach (var (halfU, halfV) in ((double, double)[])[((wide / 2) + RoundPlugMm, (high / 2) + RoundPlugMm),
            ((high / 2) + RoundPlugMm, (wide / 2) + RoundPlugMm)])
        {
            bool Free(Uv p) => !taken.Exists(t => p.U - halfU - RimMm < t.Max.U && p.U + halfU + RimMm > t.Min.U
                && p.V - halfV - RimMm < t.Max.V && p.V + halfV + RimMm > t.Min.V);
            var (at, nearestMm) = ((Uv?)null, double.MaxValue);
            foreach (var u in Steps(RimMm + halfU, plate.LengthMm - RimMm - halfU))
            {
                foreach (var v in Steps(RimMm + halfV, plate.WidthMm - RimMm - halfV))
                {
                    // what lies farther than a free place needs no look
                    var p = new Uv(u, v);
                    if (p.DistanceTo(wanted) is var mm && mm < nearestMm && Free(p))
                    {
                        (at, nearestMm) = (p, mm);
                    }
                }
            }

            if (at is { } middle)
            {
                return (middle - new Uv(halfU, halfV), middle + new Uv(halfU, halfV));
            }
        }

        return null;
    }

    private static IEnumerable<double> Steps(double from, double to)
    {
        for (var x = from; x <= to + 1e-9; x += StepMm)
        {
            yield return x;
        }
    }

    private static bool Between(SolidPart plate, Point3 a, Point3 b)
    {
        var (axis, low, high) = (plate.Frame.Normal.Axis(), plate.Box.Min[plate.Frame.Normal.Axis()],
            plate.Box.Max[plate.Frame.Normal.Axis()]);
        return (a[axis] <= low + 1e-6 && b[axis] >= high - 1e-6) || (b[axis] <= low + 1e-6 && a[axis] >= high - 1e-6);
    }

    private static Point3 End(FitPlan fit, string deviceId, string portId)
    {
        var device = fit.Device(deviceId)!;
        return device.Pose.InSpace(device.Place(device.Model.Ports.First(p => p.Id == portId)).Centre);
    }
}
