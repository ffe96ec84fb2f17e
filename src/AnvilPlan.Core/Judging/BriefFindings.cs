using System.Globalization;
using AnvilPlan.Core.Decisions;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Judging;

/// <summary>The plan against the limits of the brief, and cautions that go with what it holds.</summary>
internal static class BriefFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan) =>
        [.. Limits(plan), .. Budget(plan), .. Deadline(plan), .. Standing(plan), .. Likeness(plan), .. Salvage(plan), .. Cautions(plan)];

    private static IEnumerable<Finding> Limits(PlanSoFar plan)
    {
        var brief = plan.Design.Brief;
        foreach (var (axis, word, limit) in ((Axis, string, double?)[])[(Axis.X, "width", brief.LimitWidthMm),
            (Axis.Y, "depth", brief.LimitDepthMm), (Axis.Z, "height", brief.LimitHeightMm)])
        {
            var size = plan.Fit.Envelope.Outer.Size[axis] + (axis == Axis.Z ? plan.Shell.StandsMm(plan.Design) : 0);
            if (limit is not { } most || size <= most + 1e-6)
            {
                continue;
            }

            var over = size - most;
            var free = plan.Chains.Where(c => c.Axis == axis).Select(c => c.SlackMm).DefaultIfEmpty(0).Min();
            yield return Finding.Of("over-the-limit", Severity.Stop,
                $"The {word} is {Say.Mm(size)} "
                    + $"mm{(axis == Axis.Z && plan.Shell.StandsMm(plan.Design) > 0 ? " with what it stands on" : "")}, {Say.Mm(over)} mm "
                    + $"over the brief's {Say.Mm(most)} mm; the tightest chain has {Say.Mm(free)} mm of air.",
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

    private static IEnumerable<Finding> Deadline(PlanSoFar plan)
    {
        if (plan.Design.Brief is not { HoursPerDay: { } perDay, StartOn: { } start, DueOn: { } due } brief)
        {
            yield break;
        }

        var (needed, has) = (Math.Ceiling(plan.Cost.Hours / perDay), WorkCalendar.WorkDays(start, due, brief.WorkDaysPerWeek));
        if (needed > has)
        {
            yield return Finding.Of("late", Severity.Warn,
                string.Create(CultureInfo.InvariantCulture, $"{plan.Cost.Hours:0.0} h of work at {perDay:0.##} h a day take {needed} "
                    + $"working days; from {start:yyyy-MM-dd} to {due:yyyy-MM-dd} there are {has}. Drying times are not counted."),
                ["brief/due"],
                [.. WorkCalendar.DoneOn(start, needed, brief.WorkDaysPerWeek) is { } ready
                    ? [new Remedy("later", string.Create(CultureInfo.InvariantCulture, $"Promise it for {ready:yyyy-MM-dd}"), d => d with
                    { Brief = d.Brief with { DueOn = ready } })] : (Remedy[])[],
                new Remedy("longer-days", "Work longer each day", d => has > 0 && Math.Ceiling(plan.Cost.Hours / has * 4) / 4 is var hours
                    && hours <= 12 ? d with { Brief = d.Brief with { HoursPerDay = hours } } : null)]);
        }
    }

    private static IEnumerable<Finding> Standing(PlanSoFar plan)
    {
        var brief = plan.Design.Brief;
        if (brief.StandsOn != Face.Bottom && plan.Design.Box.Feet is not null)
        {
            yield return Finding.Of("feet-elsewhere", Severity.Note,
                $"It stands on its {Deck.Name(brief.StandsOn)}, and the 4 feet are under its bottom.", ["shell/bottom"],
                new Remedy("no-feet", "Leave the feet off", d => d with { Box = d.Box with { Feet = null } }));
        }

        var on = brief.StandsOn.Opposite();
        if (brief.CarriesKg is { } kg and > 0 && plan.Design.Panel(on).Hold == PanelHold.Hinged)
        {
            yield return Finding.Of("load-on-door", Severity.Warn,
                $"{kg.ToString("0.##", CultureInfo.InvariantCulture)} kg stand on the {Deck.Name(on)}, and that is a door: it opens only "
                    + $"when they are taken off.", [Deck.PartOf(on)]);
        }
    }

    private static IEnumerable<Finding> Likeness(PlanSoFar plan)
    {
        if (LikenessCheck.Of(plan.Design.Brief, plan.Chains) is not { Misses.Count: > 0 } check)
        {
            yield break;
        }

        var like = plan.Design.Brief.Likeness!;
        yield return Finding.Of("likeness-too-small", Severity.Warn,
            $"{like.Name} scaled down {Say.Mm(like.Factor)} times is {Say.Mm(check.WidthMm)} x {Say.Mm(check.DepthMm)} x "
                + $"{Say.Mm(check.HeightMm)} mm; "
                + $"{string.Join("; ", check.Misses.Select(m => $"{m.Name} lacks {Say.Mm(m.ShortMm)} mm of {Word(m.Axis)}"))}.",
            ["brief/likeness"],
            new Remedy("largest-factor", $"Scale it down {Math.Floor(check.LargestFactor!.Value * 1000) / 1000} times", d => d with
            { Brief = d.Brief with { Likeness = like with { Factor = Math.Floor(check.LargestFactor!.Value * 1000) / 1000 } } }));
    }

    private static string Word(Axis axis) => axis switch { Axis.X => "width", Axis.Y => "depth", _ => "height" };

    private static IEnumerable<Finding> Salvage(PlanSoFar plan)
    {
        if (plan.Cost.FromSalvage.Count > 0)
        {
            yield return Finding.Of("salvage-used", Severity.Note,
                $"From salvage, not bought: {string.Join(", ", plan.Cost.FromSalvage.Select(l => $"{l.Count} x {l.Item}"))}.",
                    ["shop/salvage"]);
        }

        var wanted = plan.Design.Devices.Select(d => d.ModelId).ToHashSet(StringComparer.Ordinal);
        var untested = plan.Shop.Salvage.Where(s => s.Condition == Condition.Untested && s.Kind == SalvageKind.Device
            && wanted.Contains(s.Of)).ToList();
        if (untested.Count > 0)
        {
            yield return Finding.Of("salvage-untested", Severity.Note,
                $"Untested in the salvage and therefore not counted on: "
                    + $"{string.Join(", ", untested.Select(s => $"{s.Count} x {plan.Catalog.Model(s.Of).Name}"))}.", ["shop/salvage"]);
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
                $"Mains enters by {string.Join(", ", mains.Select(d => d.Device.Name))} and {metal} parts are metal: protective earth "
                    + $"and insulation by local code, wired by a licensed electrician. Only room and holes are planned here.",
                [.. mains.Select(d => Place.Device(d.Id))]);
        }
    }

    private static string Money(long cents) => (cents / 100.0).ToString("0.00", CultureInfo.InvariantCulture);
}
