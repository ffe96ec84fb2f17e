using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Hardware;

public enum CheckKind
{
    Port,
    Fixing,
    Air,
    Need,
}

public enum CheckState
{
    Provided,

    /// <summary>The maker said that it is not wanted.</summary>
    LeftOut,
    Missing,
}

/// <summary>One thing that a device asks for, and where the plan provides for it.</summary>
public sealed record CheckLine(string DeviceId, CheckKind Kind, string What, CheckState State, string Where);

/// <summary>
/// Every port, fixing, air face and need of every device against the plan: provided, deliberately not, or missing. What is not in
/// this list was forgotten by nobody; every missing line is a finding as well.
/// </summary>
public static class CheckList
{
    public static IReadOnlyList<CheckLine> Run(PlanSoFar plan) =>
        [.. plan.Fit.Devices.SelectMany(d => (IEnumerable<CheckLine>)[.. Ports(plan, d.Id), .. Fixings(plan, d), .. Air(plan, d), .. Needs(plan, d)])];

    private static IEnumerable<CheckLine> Ports(PlanSoFar plan, string deviceId) => plan.Mounts.Ports.Where(p => p.DeviceId == deviceId).Select(p => new CheckLine(
        deviceId, CheckKind.Port, p.Name,
        p.State switch
        {
            PortState.Opened or PortState.Inside => CheckState.Provided,
            PortState.LeftClosed => CheckState.LeftOut,
            _ => CheckState.Missing,
        },
        p.Verdict));

    private static IEnumerable<CheckLine> Fixings(PlanSoFar plan, Fit.PlacedDevice device)
    {
        if (device.Model.Mount == Catalogs.MountStyle.PanelNut)
        {
            yield return new CheckLine(device.Id, CheckKind.Fixing, "its own nut", CheckState.Provided, $"cut-out in {plan.Shell.Deck(device.Device.DeckId).Name.ToLowerInvariant()}");
        }

        foreach (var screw in plan.Mounts.Screws.Where(s => s.For == device.Id))
        {
            var fits = screw.Verdict == ScrewVerdict.Fits;
            yield return new CheckLine(device.Id, CheckKind.Fixing, $"{screw.Count} screws, {screw.Where}", fits ? CheckState.Provided : CheckState.Missing, screw.Label);
        }
    }

    private static IEnumerable<CheckLine> Air(PlanSoFar plan, Fit.PlacedDevice device) => plan.Mounts.Fans.Where(f => f.DeviceId == device.Id).Select(f => new CheckLine(
        device.Id, CheckKind.Air, "air through its opening", f.OpenMm2 > 0 ? CheckState.Provided : CheckState.Missing,
        $"{Math.Round(f.OpenMm2 / 100, 1)} of {Math.Round(f.ApertureMm2 / 100, 1)} cm² open"));

    private static IEnumerable<CheckLine> Needs(PlanSoFar plan, Fit.PlacedDevice device) => device.Model.Needs.Select(need =>
    {
        var giver = plan.Fit.Devices.FirstOrDefault(d => d.Model.Provides.Contains(need));
        return new CheckLine(
            device.Id, CheckKind.Need, need.Replace('-', ' '), giver is null ? CheckState.Missing : CheckState.Provided,
            giver is null ? "no device gives it" : giver.Device.Name + OnPanel(giver.Device));
    });

    private static string OnPanel(Device device) => Deck.IsPanel(device.DeckId, out var face) ? $", {Deck.Name(face)}" : "";
}
