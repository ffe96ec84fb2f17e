using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>What a device needs somewhere in the plan and nobody gives: the things that are forgotten every time.</summary>
internal static class ControlFindings
{
    private static readonly Dictionary<string, (string Words, Severity Severity, string Model, Face Face)> Needs =
        new(StringComparer.Ordinal)
        {
            ["power-button"] = ("a power button", Severity.Warn, "button-16", Face.Front),
            ["power-inlet"] = ("a power inlet", Severity.Stop, "inlet-c14", Face.Back),
            ["dc-supply"] = ("a supply", Severity.Stop, "dc-jack", Face.Back),
        };

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var given = plan.Fit.Devices.SelectMany(d => d.Model.Provides).ToHashSet(StringComparer.Ordinal);
        var wanted = plan.Fit.Devices.SelectMany(d => d.Model.Needs.Select(n => (Need: n, Device: d))).Where(n => !given.Contains(n.Need))
            .GroupBy(n => n.Need);
        foreach (var group in wanted)
        {
            if (!Needs.TryGetValue(group.Key, out var need))
            {
                continue;
            }

            var names = string.Join(", ", group.Select(g => g.Device.Device.Name).Distinct());
            var model = plan.Catalog.HasModel(need.Model) ? plan.Catalog.Model(need.Model) : null;
            yield return Finding.Of("control-forgotten", need.Severity,
                $"{names} {(group.Count() == 1 ? "needs" : "need")} {need.Words}; 0 of {plan.Fit.Devices.Count} devices give one.",
                [need.Words.Split(' ')[^1] + "/" + group.Key, .. group.Select(g => Place.Device(g.Device.Id))],
                model is null ? [] : [new Remedy("add-" + need.Model, $"Add {model.Name} to the {Deck.Name(need.Face)}",
                    d => Add(plan, d, model, need.Face))]);
        }
    }

    private static Design? Add(PlanSoFar plan, Design design, HardwareModel model, Face preferred)
    {
        foreach (var face in ((Face[])[preferred, Face.Back, Face.Front, Face.Right, Face.Left]).Where(plan.Shell.Panels.ContainsKey))
        {
            var device = DeviceChoice.New(plan, model, Deck.OfPanel(face));
            if (Trial.FirstSound(plan, "control-forgotten", design, DeviceMoves.Spots(plan, device)
                .Select(at => design with { Devices = [.. design.Devices, at] })) is { } added)
            {
                return added;
            }
        }

        return null;
    }
}
