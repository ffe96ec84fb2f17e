using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Supplies that give too little or the wrong voltage, and controls that several devices share.</summary>
internal static class PowerFindings
{
    private const int MostPlaces = 3;

    public static IEnumerable<Finding> Find(PlanSoFar plan) => [.. Unfed(plan), .. Short(plan), .. Wrong(plan), .. Shared(plan)];

    private static IEnumerable<Finding> Unfed(PlanSoFar plan)
    {
        foreach (var group in plan.Power.Unfed.GroupBy(l => string.Join(" or ", l.Volts.Order().Select(v => $"{v:0.#}"))))
        {
            var (volts, watts) = (group.First().Volts, group.Sum(l => l.Watts));
            yield return Finding.Of("supply-volts", Severity.Stop,
                $"{string.Join(", ", group.Select(l => l.Name))} {(group.Count() == 1 ? "takes" : "take")} "
                    + $"{Say.Mm(Math.Round(watts, 1))} W at {group.Key} V; {Given(plan)}.",
                [.. group.Select(l => Told(plan, l.Id))],
                [.. Adding(plan, "supply-volts", m => m.Gives.Any(g => volts.Contains(g.Volts) && g.Watts >= watts))]);
        }
    }

    private static IEnumerable<Finding> Short(PlanSoFar plan)
    {
        foreach (var rail in plan.Power.Rails.Where(r => r.Short))
        {
            var device = plan.Fit.Device(rail.DeviceId)!.Device;
            yield return Finding.Of("supply-short", Severity.Stop,
                $"{rail.Name} gives {Say.Mm(rail.GivesW)} W at {rail.Volts:0.#} V; {string.Join(", ", rail.Loads.Select(l => l.Name))} "
                    + $"take {Say.Mm(Math.Round(rail.UsedW, 1))} W.",
                [Place.Device(rail.DeviceId), .. rail.Loads.Select(l => Told(plan, l.Id))],
                [
                    new Remedy("stronger", "Take the next stronger supply that finds a place", d => Trial.FirstSound(plan, "supply-short",
                        d, Stronger(plan, d, device, rail))),
                    .. Adding(plan, "supply-short", m => !m.GivesOneOf && m.Takes is null && m.Gives.Any(g => g.Volts.Equals(rail.Volts)
                        && g.Watts >= rail.UsedW - rail.GivesW)),
                ]);
        }
    }

    /// <summary>A cable from a supply to something that takes another voltage.</summary>
    private static IEnumerable<Finding> Wrong(PlanSoFar plan)
    {
        foreach (var link in plan.Design.Links)
        {
            foreach (var (giver, taker) in ((string, string)[])[(link.FromDeviceId, link.ToDeviceId), (link.ToDeviceId, link.FromDeviceId)])
            {
                var (from, to) = (plan.Fit.Device(giver)!, plan.Fit.Device(taker)!);
                if (from.Model.Gives.Count == 0 || to.Model.Takes is not { Watts: > 0 } takes || to.Model.Gives.Count > 0
                    || from.Model.Gives.Any(g => takes.Volts.Contains(g.Volts)))
                {
                    continue;
                }

                var right = plan.Power.RailOf(taker);
                var port = right is null ? null : plan.Fit.Device(right.DeviceId)!.Model.Ports.FirstOrDefault(p => !p.NeedsOpening
                    && p.Kind is PortKind.Header or PortKind.PowerOut);
                yield return Finding.Of("link-volts", Severity.Stop,
                    $"A cable leads {string.Join(" and ", from.Model.Gives.Select(g => $"{g.Volts:0.#}"))} V from {from.Device.Name} to "
                        + $"{to.Device.Name}, which takes {string.Join(" or ", takes.Volts.Select(v => $"{v:0.#}"))} V.",
                    [Place.Cable(link.Id), Place.Device(giver), Place.Device(taker)],
                    [
                        .. right is null || port is null ? []
                            : (Remedy[])[new Remedy("from-" + right.DeviceId, $"Lead it from {right.Name}", d => d with
                        {
                            Links = [.. d.Links.Select(l => l.Id != link.Id ? l : l.FromDeviceId == giver
                                ? l with { FromDeviceId = right.DeviceId, FromPortId = port.Id }
                                : l with { ToDeviceId = right.DeviceId, ToPortId = port.Id })],
                        })],
                        new Remedy("no-link", "Take the cable out", d => d with { Links = [.. d.Links.Where(l => l.Id != link.Id)] }),
                    ]);
            }
        }
    }

    private static IEnumerable<Finding> Shared(PlanSoFar plan)
    {
        const string button = "power-button";
        var (asking, giving) = (plan.Fit.Devices.Where(d => d.Model.Needs.Contains(button)).ToList(),
            plan.Fit.Devices.Where(d => d.Model.Provides.Contains(button)).ToList());
        if (giving.Count > 0 && giving.Count < asking.Count)
        {
            yield return Finding.Of("button-shared", Severity.Note,
                $"{giving.Count} power button{(giving.Count == 1 ? "" : "s")} for {asking.Count} boards, "
                    + $"{string.Join(", ", asking.Select(a => a.Device.Name))}: what hangs on one button is switched together; a board "
                    + $"to be switched alone wants its own.",
                [.. asking.Select(a => Place.Device(a.Id))],
                [.. Adding(plan, "button-shared", m => m.Id == giving[0].Model.Id)]);
        }
    }

    private static string Given(PlanSoFar plan) =>
        $"{string.Join(", ", plan.Power.Rails.GroupBy(r => r.DeviceId)
            .Select(g => $"{g.First().Name} gives {string.Join(" and ", g.Select(r => $"{r.Volts:0.#}"))} V"))}";

    private static Place Told(PlanSoFar plan, string id) => plan.Fit.Device(id) is null ? Place.Part(id) : Place.Device(id);

    /// <summary>
    /// Adds the first model of that kind, a converter before a supply, the weakest first, at the first place that is free.
    /// </summary>
    private static IEnumerable<Remedy> Adding(PlanSoFar plan, string code, Func<HardwareModel, bool> which)
    {
        if (plan.Catalog.Hardware.Where(which).OrderBy(m => m.Takes is null).ThenBy(m => m.GivesOneOf)
            .ThenBy(m => m.Gives.Sum(g => g.Watts)).ThenBy(m => m.Id, StringComparer.Ordinal).FirstOrDefault() is not { } model)
        {
            yield break;
        }

        yield return new Remedy("add-" + model.Id, $"Add {model.Name}", d => Trial.FirstSound(plan, code, d, DeviceChoice.Decks(plan)
            // on a tray that others follow there would be one on each of them
            .Where(deck => DeviceChoice.WhyNot(plan, model, deck) is null && !plan.Design.Trays.Any(t => Copies.IsCopy(t.Id)
                && Copies.TemplateOf(t.Id) == deck))
            .SelectMany(deck => DeviceMoves.Spots(plan, DeviceChoice.New(plan, model, deck)).Take(MostPlaces))
            .Select(device => d with { Devices = [.. d.Devices, device] })));
    }

    /// <summary>In the place of the one that is short, or the nearest place free for it.</summary>
    private static IEnumerable<Design> Stronger(PlanSoFar plan, Design design, Device device, PowerRail rail) => plan.Catalog.Hardware
        .Where(m => !m.GivesOneOf && m.Takes is null && m.InPanel == plan.Catalog.Model(device.ModelId).InPanel
            && m.Gives.Any(g => g.Volts.Equals(rail.Volts) && g.Watts >= rail.UsedW))
        .OrderBy(m => m.Gives.Max(g => g.Watts)).ThenBy(m => m.Id, StringComparer.Ordinal)
        .SelectMany(m => (Device[])[With(device, m), .. DeviceMoves.Spots(plan, With(device, m)).Take(MostPlaces)])
        .Select(d => design.WithDevice(device.Id, _ => d));

    private static Device With(Device device, HardwareModel model) =>
        device with
        {
            ModelId = model.Id,
            Name = model.Name,
            Mounting = device.Stuck is null ? OwnFixings.Usual : device.Mounting,
            ClosedPorts = [],
        };
}
