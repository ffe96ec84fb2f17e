using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Judging;

/// <summary>Devices that are to use the holes that their deck has: which of their own holes miss, and by how much.</summary>
internal static class PatternFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var device in plan.Fit.Devices.Where(d => d.Device.OnDrilledHoles && d.Model.ThreadSize is not null))
        {
            var drilled = DrilledPattern.Of(plan.Design, device.Device.DeckId);
            var misses = DrilledPattern.Match(device, drilled, plan.Catalog.Fasteners.Thread(device.Model.ThreadSize!).NominalMm)
                .Where(m => !m.Fits).ToList();
            if (misses.Count == 0)
            {
                continue;
            }

            var deck = plan.Shell.Deck(device);
            yield return Finding.Of("pattern-misses-holes", Severity.Stop,
                $"{device.Device.Name}{Lying(device)} does not meet the {drilled.Count} holes of {deck.Name}: "
                    + $"{string.Join("; ", misses.Select(Miss))}.",
                [Place.Device(device.Id), deck.Id],
                new Remedy("lay-to-match", "Turn and move it so that all its holes meet", d => DrilledPattern.Laid(device.Device, d,
                    plan.Catalog) is { } laid ? d.WithDevice(device.Id, _ => laid) : null),
                new Remedy("new-holes", "Drill new holes for it, clear of those that are there",
                    d => Trial.FirstSound(plan, "pattern-misses-holes", d, Drilled(plan, d, device.Device))),
                new Remedy("adapter", "Set an adapter plate of 3 mm aluminium between", d => AdapterFor(d, device)));
        }
    }

    /// <summary>New holes where it stands, else at the nearest place where they keep clear of the old ones.</summary>
    private static IEnumerable<Design> Drilled(PlanSoFar plan, Design design, Device device)
    {
        var free = device.Screwed(s => s.Over(null));
        return DeviceMoves.Spots(plan, free).Prepend(free).Select(at => design.WithDevice(device.Id, _ => at));
    }

    private static Design? AdapterFor(Design design, PlacedDevice device) =>
        device.Model.Mount is MountStyle.Standoffs or MountStyle.TappedBody && AdapterPlate.Fixings(device, design).Count >= 2
        ? design.WithDevice(device.Id, x => x.Screwed(s => s.Over(Adapter.Usual)))
        : null;

    private static string Lying(PlacedDevice device) => device.Device.TurnedOver ? ", turned over," : device.Device.FarFace
        ? ", on the far face," : "";

    private static string Miss(HoleMatch miss) => miss switch
    {
        { MissMm: null } => $"hole {miss.Number} has none to meet",
        { PlayMm: < 0 } => $"hole {miss.Number} meets one of {Say.Mm(miss.Nearest!.DiaMm)} mm that its screw does not pass",
        _ => $"hole {miss.Number} misses by {Say.Mm(miss.MissMm!.Value)} mm",
    };
}
