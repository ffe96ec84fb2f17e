namespace AnvilPlan.Core.Cuts;

/// <summary>A sheet with its parts, ready to be drawn.</summary>
/// <param name="Count">Sheets that are cut like this one.</param>
/// <param name="FromOffcut">Taken from the shop's own offcuts.</param>
/// <param name="Yield">Share of the sheet's area that becomes finished blanks, 0 to 1.</param>
public sealed record SheetLayout(
    string StockId, int Count, string MaterialId, string Material, double NominalMm, double LengthMm, double WidthMm, bool FromOffcut,
        bool OnHand,
    IReadOnlyList<NestPlacement> Placements, IReadOnlyList<NestRest> Offcuts, double Yield);

/// <param name="Count">Bars that are cut like this one.</param>
public sealed record BarLayout(string StockId, int Count, string Material, string Section, double LengthMm, bool OnHand,
    IReadOnlyList<BarPiece> Pieces, double RestMm);

/// <summary>One line of what has to be bought.</summary>
public sealed record PurchaseLine(string Kind, string Item, int Count, string Unit, long PriceCents, long TotalCents);

/// <param name="TooLarge">Parts that no sheet or bar on sale can give.</param>
/// <param name="ToBuy">Stock that is not on hand.</param>
public sealed record CutPlan(
    IReadOnlyList<SheetLayout> Sheets, IReadOnlyList<BarLayout> Bars, IReadOnlyList<string> TooLarge, IReadOnlyList<PurchaseLine> ToBuy,
        double SheetUse)
{
    public long StockCents => ToBuy.Sum(l => l.TotalCents);

    public int SheetCount => Sheets.Sum(s => s.Count);
}
