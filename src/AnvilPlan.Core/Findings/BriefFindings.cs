using System.Globalization;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Findings;

/// <summary>The plan against the limits of the brief, and cautions that go with what it holds.</summary>
internal static class BriefFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan) => [.. Limits(plan), .. Budget(plan), .. Cautions(plan)];

    private static IEnumerable<Finding> Limits(PlanSoFar plan)
    {
        var brief = plan.Design.Brief;
        foreach (var (axis, word, limit) in ((Axis, string, double?)[])[(Axis.X, "width", brief.LimitWidthMm), (Axis.Y, "depth", brief.LimitDepthMm), (Axis.Z, "height", brief.LimitHeightMm)])
        {
            var size = plan.Fit.Envelope.Outer.Size[axis] + (axis == Axis.Z ? plan.Design.Box.Feet?.HeightMm ?? 0 : 0);
            if (limit is not { } most || size <= most + 1e-6)
            {
                continue;
            }

            var over = size - most;
            var free = plan.Chains.Where(c => c.Axis == axis).Select(c => c.SlackMm).DefaultIfEmpty(0).Min();
            yield return Finding.Of("over-the-limit", Severity.Stop,
                $"The {word} is {Say.Mm(size)} mm{(axis == Axis.Z && plan.Design.Box.Feet is not null ? " with feet" : "")}, {Say.Mm(over)} mm over the brief's {Say.Mm(most)} mm; the tightest chain has {Say.Mm(free)} mm of air.",
                ["brief/" + word],
                new Remedy("shrink", $"Take {Say.Mm(over)} mm out of the air", d => free >= over ? ChainEdit.Resize(d, axis, -over) : null),
                new Remedy("raise-limit", $"Allow {Say.Mm(size)} mm in the brief", d => d with
                {
                    Brief = axis switch
                    {
                        Axis.X => d.Brief with { LimitWidthMm = size },
                        Axis.Y => d.Brief with { LimitDepthMm = size },
                        _ => d.Brief with { LimitHeightMm = size },
                    },
                }));
        }
    }

    private static IEnumerable<Finding> Budget(PlanSoFar plan)
    {
        var each = plan.Cost.TotalCents / Math.Max(1, plan.Design.Brief.Quantity);
        if (plan.Design.Brief.BudgetCents is { } budget && each > budget)
        {
            yield return Finding.Of("over-budget", Severity.Note,
                $"One unit comes to {Money(each)}, {Money(each - budget)} over the budget of {Money(budget)}.", ["brief/budget"]);
        }
    }

    private static IEnumerable<Finding> Cautions(PlanSoFar plan)
    {
        var mains = plan.Fit.Devices.Where(d => d.Model.Provides.Contains("mains")).ToList();
        var metal = plan.Parts.Parts.Count(p => plan.Catalog.Material(p.MaterialId).Metal);
        if (mains.Count > 0)
        {
            yield return Finding.Of("mains-inside", Severity.Note,
                $"Mains enters by {string.Join(", ", mains.Select(d => d.Device.Name))} and {metal} parts are metal: protective earth and insulation by local code, wired by a licensed electrician. Only room and holes are planned here.",
                [.. mains.Select(d => "device/" + d.Id)]);
        }
    }

    private static string Money(long cents) => (cents / 100.0).ToString("0.00", CultureInfo.InvariantCulture);
}
