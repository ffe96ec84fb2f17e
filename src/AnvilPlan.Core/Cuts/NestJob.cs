namespace AnvilPlan.Core.Cuts;

/// <summary>A rectangle wanted <paramref name="Count"/> times, mm. Length lies along the stock's length unless it may turn.</summary>
public sealed record NestPart(string Id, double LengthMm, double WidthMm, int Count, bool MayTurn);

/// <summary>A rectangle of stock, mm. <paramref name="Count"/> null = as many as wanted.</summary>
public sealed record NestStock(string Id, double LengthMm, double WidthMm, int? Count, double Price);

/// <summary>Rectangles to be sawn from sheets by edge-to-edge cuts.</summary>
/// <param name="TrimMm">Taken off all round before the first part; includes the kerf of its own cut.</param>
public sealed record NestJob(double KerfMm, double TrimMm, IReadOnlyList<NestStock> Stock, IReadOnlyList<NestPart> Parts);

/// <summary>A part at its place; the corner nearest the sheet's origin, measured from the untrimmed edge. Size as placed.</summary>
public sealed record NestPlacement(string PartId, double X, double Y, double LengthMm, double WidthMm, bool Turned);

/// <summary>A free rectangle left on a sheet, a kerf away from every part.</summary>
public sealed record NestRest(double X, double Y, double LengthMm, double WidthMm);

public sealed record NestedSheet(string StockId, IReadOnlyList<NestPlacement> Placements, IReadOnlyList<NestRest> Rests);

/// <param name="Unplaced">Ids of parts for which no stock was left or large enough, one entry for each missing piece.</param>
public sealed record NestResult(IReadOnlyList<NestedSheet> Sheets, IReadOnlyList<string> Unplaced, double Price)
{
    public bool Complete => Unplaced.Count == 0;
}
