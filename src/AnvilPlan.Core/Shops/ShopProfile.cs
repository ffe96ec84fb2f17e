using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Shops;

/// <summary>The shop's own constants: tools, allowances, fits, stock on hand, rates.</summary>
public sealed record ShopProfile(
    string Name,
    IReadOnlyList<FamilyRule> Families,
    double SheetTrimMm,
    double LeastOffcutMm,
    FitRule Fits,
    WorkRates Rates,
    IReadOnlyList<Offcut> Offcuts,
    IReadOnlyList<StockCount> SheetsOnHand,
    IReadOnlyList<StockCount> BarsOnHand,
    int FractionDenominator)
{
    public ToolSet Tools { get; init; } = ToolSet.Unstated;

    /// <summary>Harvested devices and screws: used before anything is bought.</summary>
    public IReadOnlyList<SalvageItem> Salvage { get; init; } = [];

    public FamilyRule Rule(MaterialFamily family) => Families.FirstOrDefault(f => f.Family == family) ?? FamilyRule.Plain(family);

    /// <summary>A shop with common tools and starting values [R]; every figure is to be replaced by the shop's own.</summary>
    public static ShopProfile Usual { get; } = new(
        "Quillfen Casework",
        [
            new(MaterialFamily.SolidWood, 3.2, 10, 4), new(MaterialFamily.Plywood, 3.2, 0, 0), new(MaterialFamily.Mdf, 3.2, 0, 0),
            new(MaterialFamily.Aluminium, 1.1, 1, 1), new(MaterialFamily.Steel, 1.1, 1, 1),
            new(MaterialFamily.Acrylic, 3.2, 0, 0), new(MaterialFamily.Polycarbonate, 3.2, 0, 0),
        ],
        SheetTrimMm: 5,
        LeastOffcutMm: 80,
        new FitRule(GrooveWidthMm: 0.2, GrooveDepthMm: 0.5, PortMm: 0.75, BodyMm: 2),
        new WorkRates(HourCents: 3800, CutMin: 3, HoleMin: 1.5, OpeningMin: 9, ChannelMin: 6, BevelMin: 8, GlueMinPerJoint: 7, ScrewMin: 1, FinishMinPerDm2: 1.2),
        [], [], [], FractionDenominator: 16);
}

/// <summary>How one family of materials is cut here.</summary>
/// <param name="LengthAllowanceMm">Added to the finished length for the blank.</param>
public sealed record FamilyRule(MaterialFamily Family, double KerfMm, double LengthAllowanceMm, double WidthAllowanceMm)
{
    internal static FamilyRule Plain(MaterialFamily family) => new(family, 3.2, 0, 0);
}

/// <summary>Clearances that this shop works with, mm.</summary>
/// <param name="PortMm">All round a connector in its opening.</param>
/// <param name="BodyMm">Between two devices.</param>
public sealed record FitRule(double GrooveWidthMm, double GrooveDepthMm, double PortMm, double BodyMm);

/// <summary>Minutes of work and the price of an hour.</summary>
public sealed record WorkRates(
    long HourCents, double CutMin, double HoleMin, double OpeningMin, double ChannelMin, double BevelMin,
    double GlueMinPerJoint, double ScrewMin, double FinishMinPerDm2);

/// <summary>A left-over kept for use, length along its grain.</summary>
public sealed record Offcut(string Id, string MaterialId, double NominalMm, double LengthMm, double WidthMm, int Count)
{
    /// <summary>An untested one, warped or unknown, is not counted on.</summary>
    public Condition Condition { get; init; }
}

public sealed record StockCount(string StockId, int Count);
