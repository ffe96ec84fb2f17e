namespace AnvilPlan.Core.Cuts;

/// <summary>
/// Checks a nest by another way than it was made: counts, borders, distances, and whether the sheet really comes apart by
/// edge-to-edge cuts. Says what is wrong, or null.
/// </summary>
public static class NestChecker
{
    private const double Tolerance = 1e-3;

    public static string? Fault(NestJob job, NestResult result)
    {
        var stock = job.Stock.ToDictionary(s => s.Id, StringComparer.Ordinal);
        var parts = job.Parts.ToDictionary(p => p.Id, StringComparer.Ordinal);
        foreach (var sheet in result.Sheets)
        {
            if (SheetFault(job, stock[sheet.StockId], parts, sheet) is { } fault)
            {
                return fault;
            }
        }

        foreach (var s in job.Stock.Where(s => s.Count is not null))
        {
            var used = result.Sheets.Count(r => r.StockId == s.Id);
            if (used > s.Count)
            {
                return $"{used} of {s.Id} used, {s.Count} there";
            }
        }

        foreach (var p in job.Parts)
        {
            var placed = result.Sheets.Sum(s => s.Placements.Count(x => x.PartId == p.Id)) + result.Unplaced.Count(id => id == p.Id);
            if (placed != p.Count)
            {
                return $"{p.Id} accounted for {placed} times, wanted {p.Count}";
            }
        }

        return null;
    }

    private static string? SheetFault(NestJob job, NestStock stock, Dictionary<string, NestPart> parts, NestedSheet sheet)
    {
        foreach (var p in sheet.Placements)
        {
            var part = parts[p.PartId];
            var (length, width) = p.Turned ? (part.WidthMm, part.LengthMm) : (part.LengthMm, part.WidthMm);
            if (Math.Abs(length - p.LengthMm) > Tolerance || Math.Abs(width - p.WidthMm) > Tolerance)
            {
                return $"{p.PartId} is placed with another size";
            }

            if (p.Turned && !part.MayTurn)
            {
                return $"{p.PartId} is turned against its grain";
            }

            if (p.X < job.TrimMm - Tolerance || p.Y < job.TrimMm - Tolerance
                || p.X + length > stock.LengthMm - job.TrimMm + Tolerance || p.Y + width > stock.WidthMm - job.TrimMm + Tolerance)
            {
                return $"{p.PartId} leaves the usable sheet";
            }
        }

        return Separable([.. sheet.Placements], job.KerfMm) ? null : $"{sheet.StockId} does not come apart by edge-to-edge cuts";
    }

    /// <summary>There is a cut with a free kerf that separates the parts, and so on for both halves.</summary>
    private static bool Separable(List<NestPlacement> parts, double kerf)
    {
        if (parts.Count <= 1)
        {
            return true;
        }

        return SplitAlong(parts, kerf, p => p.X, p => p.X + p.LengthMm) || SplitAlong(parts, kerf, p => p.Y, p => p.Y + p.WidthMm);
    }

    private static bool SplitAlong(List<NestPlacement> parts, double kerf, Func<NestPlacement, double> from, Func<NestPlacement, double> to)
    {
        var sorted = parts.OrderBy(from).ToList();
        var reach = to(sorted[0]);
        for (var i = 1; i < sorted.Count; i++)
        {
            if (from(sorted[i]) >= reach + kerf - Tolerance)
            {
                return Separable(sorted[..i], kerf) && Separable(sorted[i..], kerf);
            }

            reach = Math.Max(reach, to(sorted[i]));
        }

        return false;
    }
}
