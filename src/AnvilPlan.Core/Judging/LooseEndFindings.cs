using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Ports without a cable and controls without a label: nothing that is forgotten stays silent.</summary>
internal static class LooseEndFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var device in plan.Fit.Devices)
        {
            var bare = CheckList.InsidePorts(device).Where(p => !plan.LinksAt.Contains((device.Id, p.Id))
                && !device.Device.ClosedPorts.Contains(p.Id)).ToList();
            if (bare.Count > 0)
            {
                yield return Finding.Of("port-without-cable", Severity.Note,
                    $"{device.Device.Name}: {bare.Count} of {device.Model.Ports.Count} ports {(bare.Count == 1 ? "has" : "have")} no "
                        + $"cable yet: {string.Join(", ", bare.Select(p => p.Name))}.",
                    [Place.Device(device.Id)],
                    new Remedy("leave-unused", "They stay unused deliberately", d => d.WithDevice(device.Id, x => x with
                    { ClosedPorts = [.. x.ClosedPorts, .. bare.Select(p => p.Id)] })))
                    .AlikeBy("cables", $"{device.Device.Name} ({string.Join(", ", bare.Select(p => p.Name))})");
            }
        }

        if (plan.Labels.Unplaced.Count > 0)
        {
            var crowded = plan.Fit.Devices.Where(d => plan.Labels.Unplaced.Contains(d.Id)).ToList();
            yield return Finding.Of("label-no-room", Severity.Note,
                $"{crowded.Count} of {plan.Fit.Devices.Count} devices find no room for their label beside them: "
                    + $"{string.Join(", ", crowded.Select(d => $"{d.Device.Name}, “{d.Device.Marking}”"))}.",
                [.. crowded.Select(d => Place.Device(d.Id))],
                new Remedy("label-none", "They get no labels",
                    d => crowded.Aggregate(d, (x, c) => x.WithDevice(c.Id, y => y with { Marking = "" }))));
        }

        foreach (var part in plan.Parts.Parts.Where(p => p.Features.OfType<Engraving>().Any(e => e.DepthMm > p.ThicknessMm / 2)))
        {
            yield return Finding.Of("engraving-deep", Severity.Stop,
                $"Labels are engraved {Say.Mm(plan.Design.Engraved!.DepthMm)} mm deep into {part.Name}, which is "
                    + $"{Say.Mm(part.ThicknessMm)} mm thick: at most {Say.Mm(part.ThicknessMm / 2)} mm leaves half of it.",
                [Place.Parse(part.Id)],
                new Remedy("engraving-shallow", "Engrave a third as deep as the sheet is thick", d => d.Engraved is { } cut
                    ? d with { Engraved = cut with { DepthMm = Math.Max(0.05, Math.Round(part.ThicknessMm / 3, 2)) } } : null),
                new Remedy("label-on-finish", "Put the labels on the finish", d => d with { Engraved = null }));
        }

        var unmarked = plan.Fit.Devices.Where(d => d.Device.Marking is null && CheckList.WantsLabel(plan, d)).ToList();
        if (unmarked.Count > 0)
        {
            yield return Finding.Of("label-open", Severity.Note,
                $"{unmarked.Count} of {plan.Fit.Devices.Count} devices show on a panel and have no label decided: "
                    + $"{string.Join(", ", unmarked.Select(d => d.Device.Name))}.",
                [.. unmarked.Select(d => Place.Device(d.Id))],
                new Remedy("label-names", "Label each with its name",
                    d => unmarked.Aggregate(d, (x, u) => x.WithDevice(u.Id, y => y with
                    { Marking = y.Name[..Math.Min(y.Name.Length, 40)] }))),
                new Remedy("label-none", "They get no labels",
                    d => unmarked.Aggregate(d, (x, u) => x.WithDevice(u.Id, y => y with { Marking = "" }))));
        }
    }
}
