using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Remedies;

/// <summary>
/// Every port, fixing, air face and need of every device against the plan: provided, deliberately not, or missing. What is not in
/// this list was forgotten by nobody; every missing line is a finding as well.
/// </summary>
public static class CheckList
{
    public static IReadOnlyList<CheckLine> Run(PlanSoFar plan) =>
        [.. plan.Fit.Devices.SelectMany(d => (IEnumerable<CheckLine>)[.. Ports(plan, d.Id), .. Fixings(plan, d), .. Air(plan, d),
            .. Needs(plan, d), .. Cables(plan, d), .. Labels(plan, d)])];

    /// <summary>Ports that are used inside the case, and whether a cable is planned at them.</summary>
    internal static IEnumerable<Port> InsidePorts(Fit.PlacedDevice device) => device.Model.Ports.Where(p => !p.NeedsOpening);

    /// <summary>Whether hands look for it on the panel: a control or a connector in it, or a port that opens through one.</summary>
    internal static bool WantsLabel(PlanSoFar plan, Fit.PlacedDevice device) =>
        (device.Model.InPanel && device.Model.HandMm > 0) || plan.Mounts.Ports.Any(p => p.DeviceId == device.Id
            && p.State == PortState.Opened);

    private static IEnumerable<CheckLine> Cables(PlanSoFar plan, Fit.PlacedDevice device)
    {
        foreach (var port in InsidePorts(device))
        {
            var state = plan.LinksAt.Contains((device.Id, port.Id)) ? CheckState.Provided : device.Device.ClosedPorts.Contains(port.Id)
                ? CheckState.LeftOut : CheckState.Missing;
            yield return new CheckLine(device.Id, CheckKind.Cable, port.Name, state, state switch
            {
                CheckState.Provided =>
                    string.Join(", ", plan.LinksAt[(device.Id, port.Id)].Select(l => plan.Clearance.Routes.First(r => r.LinkId == l.Id))
                    .Select(r => $"{r.Cable}, {r.NeededMm} mm")),
                CheckState.LeftOut => "deliberately unused",
                _ => "no cable planned",
            });
        }

        foreach (var tail in device.Model.Tails)
        {
            yield return new CheckLine(device.Id, CheckKind.Cable, tail.Name, CheckState.Provided, $"fixed to it, {tail.LengthMm} mm");
        }
    }

    private static IEnumerable<CheckLine> Labels(PlanSoFar plan, Fit.PlacedDevice device)
    {
        if (WantsLabel(plan, device))
        {
            yield return device.Device.Marking switch
            {
                null => new CheckLine(device.Id, CheckKind.Label, "label", CheckState.Missing, "not decided"),
                "" => new CheckLine(device.Id, CheckKind.Label, "label", CheckState.LeftOut, "deliberately none"),
                { } text => new CheckLine(device.Id, CheckKind.Label, "label", CheckState.Provided, $"“{text}”{OnPanel(device.Device)}"),
            };
        }
    }

    private static IEnumerable<CheckLine> Ports(PlanSoFar plan, string deviceId) =>
        plan.Mounts.Ports.Where(p => p.DeviceId == deviceId && p.State != PortState.Inside).Select(p => new CheckLine(
        deviceId, CheckKind.Port, p.Name,
        p.State switch
        {
            PortState.Opened or PortState.Free => CheckState.Provided,
            PortState.LeftClosed => CheckState.LeftOut,
            _ => CheckState.Missing,
        },
        p.Verdict));

    private static IEnumerable<CheckLine> Fixings(PlanSoFar plan, Fit.PlacedDevice device)
    {
        if (device.Mounting is Fit.StuckDown { Stick: var stick })
        {
            yield return new CheckLine(device.Id, CheckKind.Fixing, "stuck to its deck", CheckState.Provided,
                $"{Sticking.Of(stick.Kind).Name}, {stick.WidthMm} x {stick.LengthMm} mm");
        }

        if (device.Mounting is Fit.ByOwnNut)
        {
            yield return new CheckLine(device.Id, CheckKind.Fixing, "its own nut", CheckState.Provided,
                $"cut-out in {plan.Shell.Deck(device).Name.ToLowerInvariant()}");
        }

        foreach (var screw in plan.Fixings.Screws.Where(s => s.For == device.Id))
        {
            var fits = screw.Verdict == ScrewVerdict.Fits;
            yield return new CheckLine(device.Id, CheckKind.Fixing, $"{screw.Count} screws, {screw.Where}", fits ? CheckState.Provided
                : CheckState.Missing, screw.Label);
        }
    }

    private static IEnumerable<CheckLine> Air(PlanSoFar plan, Fit.PlacedDevice device) =>
        plan.Mounts.Fans.Where(f => f.DeviceId == device.Id).Select(f => new CheckLine(
        device.Id, CheckKind.Air, "air through its opening", f.OpenMm2 > 0 ? CheckState.Provided : CheckState.Missing,
        $"{Math.Round(f.OpenMm2 / 100, 1)} of {Math.Round(f.ApertureMm2 / 100, 1)} cm² open"));

    private static IEnumerable<CheckLine> Needs(PlanSoFar plan, Fit.PlacedDevice device) => device.Model.Needs.Select(need =>
    {
        var giver = plan.Fit.Devices.FirstOrDefault(d => d.Model.Provides.Contains(need));
        var rail = need == "dc-supply" ? plan.Power.RailOf(device.Id) : null;
        return new CheckLine(
            device.Id, CheckKind.Need, need.Replace('-', ' '), giver is null || (need == "dc-supply" && rail is null
                && plan.Power.Unfed.Any(l => l.Id == device.Id)) ? CheckState.Missing : CheckState.Provided,
            giver is null ? "no device gives it"
                : rail is not null ? $"{rail.Name}, {Math.Round(rail.UsedW, 1)} of {rail.GivesW} W at {rail.Volts:0.#} V"
                : giver.Device.Name + OnPanel(giver.Device) + Others(plan, need, device.Id));
    });

    /// <summary>Who else hangs on it.</summary>
    private static string Others(PlanSoFar plan, string need, string deviceId) =>
        plan.Fit.Devices.Where(d => d.Id != deviceId && d.Model.Needs.Contains(need)).Select(d => d.Device.Name)
            .ToList() is { Count: > 0 } others ? $", with {string.Join(", ", others)}" : "";

    private static string OnPanel(Device device) => Deck.IsPanel(device.DeckId, out var face) ? $", {Deck.Name(face)}" : "";
}
