using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>What has to come off before a device that wants service can be taken out.</summary>
internal static class ServiceFindings
{
    /// <summary>From this often on, a panel that is screwed shut is worth a remark.</summary>
    private const int OftenPerYear = 12;

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var need in plan.Design.Brief.Service)
        {
            if (plan.Fit.Device(need.DeviceId) is not { } device || device.Model.InPanel)
            {
                continue;
            }

            var ways = WaysOut(plan, device).OrderBy(w => w.Blockers.Count).ThenBy(w => w.Panel.Hold == PanelHold.Hinged ? 0 : 1).ToList();
            if (ways.Count == 0)
            {
                yield return Finding.Of("service-no-way", Severity.Warn,
                    $"{device.Device.Name} is to be reached {need.TimesPerYear} times a year, and none of the panels that it could leave "
                        + $"by comes off.",
                    [Place.Device(device.Id)],
                    new Remedy("open-top", "Make the top come off", d => AccessFindings.MakeRemovable(d, Face.Top)));
                continue;
            }

            var (panel, blockers) = ways[0];
            if (blockers.Count > 0)
            {
                yield return Finding.Of("service-blocked", Severity.Warn,
                    $"{device.Device.Name} is to be reached {need.TimesPerYear} times a year: by the {Deck.Name(panel.Face)}, "
                        + $"{string.Join(", ", blockers.Select(b => b.Name))} must come out first.",
                    [Place.Device(device.Id), .. blockers.Select(b => b.Place)],
                    new Remedy("move", "Move it where nothing is in its way out", d => DeviceMoves.Moved(plan, "service-blocked", d,
                        device.Device, at => WaysOut(plan, at).Any(w => w.Blockers.Count == 0))));
            }
            else if (need.TimesPerYear >= OftenPerYear && panel.Hold == PanelHold.Removable)
            {
                yield return Finding.Of("service-often", Severity.Note,
                    $"{device.Device.Name} is reached {need.TimesPerYear} times a year by the {Deck.Name(panel.Face)}, which is screwed "
                        + $"on: a door would save the screws.",
                    [Place.Device(device.Id), Deck.PartOf(panel.Face)]);
            }
        }
    }

    /// <summary>
    /// For each panel that opens: what stands between the device and it, straight out. A drawer moves its own devices aside.
    /// </summary>
    private static IEnumerable<(Panel Panel, List<(Place Place, string Name)> Blockers)> WaysOut(PlanSoFar plan, PlacedDevice device)
    {
        foreach (var panel in plan.Design.Box.Panels.Where(p => p.Hold != PanelHold.Fixed))
        {
            var outward = panel.Face.Outward();
            if (outward == device.Away.Opposite() && Deck.IsPanel(device.Device.DeckId, out _))
            {
                continue;
            }

            var plane = plan.Fit.Envelope.InnerPlane(panel.Face);
            var from = device.Body.Side(outward);
            var way = device.Body.WithSpan(outward.Axis(), Math.Min(from, plane), Math.Max(from, plane));
            List<(Place, string)> blockers =
            [
                .. plan.Fit.Devices.Where(d => d.Id != device.Id && d.Device.DeckId != Deck.OfPanel(panel.Face) && d.Body.Overlaps(way))
                    .Select(d => (Place.Device(d.Id), d.Device.Name)),
                .. plan.Shell.Trays.Where(t => t.Value.Box.Overlaps(way)).Select(t => (Place.Part(t.Key), t.Value.Name)),
            ];
            yield return (panel, blockers);
        }
    }
}
