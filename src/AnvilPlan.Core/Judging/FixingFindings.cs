using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Fixings for which no free place was found: what is in the way of which, and what would do.</summary>
internal static class FixingFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan) => plan.Fixings.Conflicts.GroupBy(c => c.Set.Name)
        .Select(g => Tell(plan, [.. g]));

    private static Finding Tell(PlanSoFar plan, List<FixingConflict> stuck)
    {
        var worst = stuck.MaxBy(c => c.Obstacle.ByMm)!;
        var (set, obstacle) = (worst.Set, worst.Obstacle);
        var device = plan.Design.Devices.FirstOrDefault(d => d.Id == set.DeviceId);
        var other = obstacle.Fixing ? plan.Fixings.Sets.FirstOrDefault(s => s.Fixings.Any(f => f.Id == obstacle.Owner)) : null;
        var what = other is not null ? $"the fixings of {Lower(other.Set.What)}" : Name(plan, obstacle.Owner);
        var inside = !obstacle.Fixing && worst.Fixing.Layers.Any(l => l.Owner == obstacle.Owner);
        var finding = new Finding(
            $"fixing-blocked:{set.For}+{set.Name}", "fixing-blocked", Severity.Stop,
            obstacle.AtSeam
                ? $"{set.What}: {stuck.Count} of its fixings {(stuck.Count == 1 ? "stands" : "stand")} on a seam of {what}, between two "
                    + $"printed pieces."
                : inside
                ? $"{set.What}: {stuck.Count} of its fixings {(stuck.Count == 1 ? "finds" : "find")} no {Say.Mm(obstacle.ByMm)} mm of "
                    + $"material round {(stuck.Count == 1 ? "its hole" : "their holes")} in {what}."
                : $"{set.What}: {stuck.Count} of its fixings {(stuck.Count == 1 ? "runs" : "run")} {Say.Mm(obstacle.ByMm)} mm into "
                    + $"{what}, and no place beside it is free.",
            [device is null ? set.For : Place.Device(device.Id), obstacle.Fixing ? other?.Set.For ?? obstacle.Owner : obstacle.Owner],
            set.For == "feet" ? [new Remedy("feet-inset", "Set the feet where their screws find room", d => Feet(plan, d))]
                : device is null ? [] : [DeviceMoves.Remedy(plan, "fixing-blocked", device), .. OnPlate(plan, device)]);
        return device is null
            ? finding.AlikeBy($"{OtherDecisions.Causes(plan.Design, finding.Places)}{(obstacle.AtSeam ? "+seam" : inside ? "+inside"
                : "")}", set.What) : finding;
    }

    private static IEnumerable<Remedy> OnPlate(PlanSoFar plan, Device device)
    {
        if (device.Adapter is null && DeviceChoice.AdapterFor(plan, plan.Catalog.Model(device.ModelId), device.DeckId) is { } adapter)
        {
            yield return new Remedy("adapter", $"Stand it on a plate of {Say.Mm(adapter.NominalMm)} mm, screwed into the slots beside it",
                d => d.WithDevice(device.Id, x => x.Screwed(s => s.Over(adapter))));
        }
    }

    /// <summary>The inset nearest to what was decided at which no foot is in the way of anything.</summary>
    private static Design? Feet(PlanSoFar plan, Design design) => design.Box.Feet is not { } feet ? null : Enumerable.Range(1, 40)
        .SelectMany(k => (double[])[feet.InsetMm + k, feet.InsetMm - k])
        .Where(inset => inset >= feet.DiaMm / 2 && inset <= Math.Min(design.Box.WidthMm, design.Box.DepthMm) / 2 - feet.DiaMm)
        .Select(inset => design with { Box = design.Box with { Feet = feet with { InsetMm = inset } } })
        .FirstOrDefault(d => !plan.Again(d).Fixings.Conflicts.Any(c => c.Set.For == "feet"));

    private static string Name(PlanSoFar plan, Place owner) =>
        (owner.Is(PlaceKind.Device, out var device) ? plan.Fit.Device(device)?.Device.Name : plan.Parts.Find(owner.ToString())?.Name)
            ?? owner.ToString();

    private static string Lower(string text) => text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];
}
