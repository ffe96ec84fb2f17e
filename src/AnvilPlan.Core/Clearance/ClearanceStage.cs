using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Clearance;

/// <summary>
/// The room round everything: what must stay free, what stands in it, which screws no driver reaches, how long cables are.
/// </summary>
public sealed record ClearancePlan(
    IReadOnlyList<Zone> Zones, IReadOnlyList<ZoneConflict> Conflicts, IReadOnlyList<DriverBlock> Drivers, IReadOnlyList<CableRoute> Routes);

public static class ClearanceStage
{
    public static ClearancePlan Run(Design design, FitPlan fit, ShellPlan shell)
    {
        List<Zone> zones = [.. fit.Devices.Interruptible().SelectMany(d => DeviceZones.Of(d, design, fit)), .. MotionZones.Of(design, fit)];
        var check = new RoomCheck(fit, shell);
        return new ClearancePlan(
            zones, [.. zones.Interruptible().SelectMany(z => check.Conflicts(z, fit.Devices)), .. Plugs(zones)],
                [.. DriverReach.Blocks(design, fit)], CableRoutes.Run(design, fit));
    }

    /// <summary>Two plugs cannot be in one place either.</summary>
    private static IEnumerable<ZoneConflict> Plugs(List<Zone> zones)
    {
        var plugs = zones.Where(z => z.Kind == ZoneKind.PlugRoom).ToList();
        return plugs.Interruptible().SelectMany((a, i) => plugs.Skip(i + 1)
            .Where(b => b.Owner != a.Owner && a.Block.Overlaps(b.Block))
            .Select(b => new ZoneConflict(a, b.Owner, true, a.Box.Intersect(b.Block.HullIn(a.Pose)))));
    }
}
