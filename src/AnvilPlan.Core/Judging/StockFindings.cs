using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Judging;

/// <summary>Parts that no stock gives, and stock that has to be bought.</summary>
internal static class StockFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        foreach (var id in plan.Cuts.TooLarge)
        {
            var part = plan.Parts.Find(id)!;
            var largest = plan.Catalog.SheetsOf(part.MaterialId, part.NominalMm).LastOrDefault();
            yield return Finding.Of("part-larger-than-stock", Severity.Stop,
                $"{part.Name} needs a blank of {Say.Mm(part.BlankLengthMm)} x {Say.Mm(part.BlankWidthMm)} mm; the largest "
                    + $"{part.Material} {Say.Mm(part.NominalMm)} mm on sale is "
                    + $"{(largest is null ? "none at all" : $"{Say.Mm(largest.LengthMm)} x {Say.Mm(largest.WidthMm)} mm")}.",
                [part.Id], [.. Remedies(plan, part)]).AlikeBy($"{part.MaterialId}+{part.NominalMm}", part.Name);
        }

        if (plan.Cuts.ToBuy.Count > 0)
        {
            yield return new Finding(
                "stock-not-on-hand:stock", "stock-not-on-hand", Severity.Note,
                $"Not on hand, {plan.Cuts.ToBuy.Sum(l => l.TotalCents) / 100.0:0.00} to buy: "
                    + $"{string.Join("; ", plan.Cuts.ToBuy.Select(l => $"{l.Count} {l.Unit}{(l.Count == 1 ? "" : "s")} of {l.Item}"))}.",
                [.. plan.Cuts.ToBuy.Select(l => "stock/" + l.Item)], []);
        }

        foreach (var part in plan.Parts.Parts.Where(p => p.Stale))
        {
            yield return Finding.Of("part-stale", Severity.Warn,
                $"{part.Name} was recorded as {part.State.ToString().ToLowerInvariant()} before its last change: what is cut no longer "
                    + $"matches the plan.", [part.Id]);
        }
    }

    private static IEnumerable<Remedy> Remedies(PlanSoFar plan, Part part)
    {
        if (part.Grain)
        {
            yield return new Remedy("turn-grain", "Turn the grain by a quarter", d => Turned(plan, d, part));
        }

        yield return new Remedy("other-stock", "Take the nearest stock of the same kind that is large enough",
            d => OtherStock(plan, d, part));
    }

    private static Design? Turned(PlanSoFar plan, Design design, Part part)
    {
        var rule = plan.Shop.Rule(plan.Catalog.Material(part.MaterialId).Family);
        var (length, width) = (part.WidthMm + rule.LengthAllowanceMm, part.LengthMm + rule.WidthAllowanceMm);
        var fits = plan.Catalog.SheetsOf(part.MaterialId, part.NominalMm).Any(s => Fits(plan, s.LengthMm, s.WidthMm, length, width, false));
        return fits && FaceOf(part) is { } face ? design.WithPanel(face, p => p.GrainTurned()) : null;
    }

    private static Design? OtherStock(PlanSoFar plan, Design design, Part part)
    {
        var family = plan.Catalog.Material(part.MaterialId).Family;
        var other = plan.Catalog.Boards
            .Where(s => plan.Catalog.Material(s.MaterialId).Family == family
                && Fits(plan, s.LengthMm, s.WidthMm, part.BlankLengthMm, part.BlankWidthMm, !part.Grain))
            .OrderBy(s => s.MaterialId == part.MaterialId ? 0 : 1).ThenBy(s => Math.Abs(s.NominalMm - part.NominalMm))
                .ThenBy(s => s.PriceCents)
            .FirstOrDefault();
        if (other is null)
        {
            return null;
        }

        return FaceOf(part) is { } face
            ? design.WithPanel(face, p => p with { MaterialId = other.MaterialId, NominalMm = other.NominalMm, MeasuredMm = null })
            : design.WithTray(part.Id, t => t with { MaterialId = other.MaterialId, NominalMm = other.NominalMm, MeasuredMm = null });
    }

    private static bool Fits(PlanSoFar plan, double sheetLength, double sheetWidth, double length, double width, bool mayTurn) =>
        SheetNester.Fits(
        new NestJob(0, plan.Shop.SheetTrimMm, [], []), new NestPart("", length, width, 1, mayTurn),
            new NestStock("", sheetLength, sheetWidth, null, 0));

    private static Face? FaceOf(Part part) => part.Closes;
}
