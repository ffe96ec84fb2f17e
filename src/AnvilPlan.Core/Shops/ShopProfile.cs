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

    /// <summary>How true each process is, until coupons say better.</summary>
    public IReadOnlyList<ProcessTolerance> Tolerances { get; init; } = UsualTolerances;

    /// <summary>What the machines that cut the drawings read.</summary>
    public DxfRelease DxfRelease { get; init; }

    public PrintSettings Printing { get; init; } = PrintSettings.Usual;

    /// <summary>The printer with the largest bed on hand; null when none is.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Tool? Printer => Tools.Machines.Where(m => m.Kind == ToolKind.Printer)
        .MaxBy(m => (m.LengthMm ?? 0) * (m.WidthMm ?? 0));

    public IReadOnlyList<CouponResult> Coupons { get; init; } = [];

    /// <summary>An empty list says nothing: then nothing is judged by it.</summary>
    public IReadOnlyList<ClampStock> Clamps { get; init; } = [];

    /// <summary>The workshop's air: glue sets in it and wood is cut in it.</summary>
    public RoomAir Air { get; init; } = new(20, 50);

    /// <summary>Usual figures of a hand shop [R].</summary>
    public static IReadOnlyList<ProcessTolerance> UsualTolerances { get; } =
    [
        new(ShopProcess.Saw, 0.25), new(ShopProcess.Laser, 0.15), new(ShopProcess.Router, 0.15), new(ShopProcess.Printer, 0.2),
            new(ShopProcess.Brake, 0.4), new(ShopProcess.Drill, 0.4),
    ];

    /// <summary>
    /// Half of the clearance at which coupons slide, as a mean of all; without coupons what is stated, of a printer on hand first.
    /// </summary>
    public KnownTolerance ToleranceOf(ShopProcess process)
    {
        var tried = Coupons.Where(c => c.Process == process).Select(c => c.SlidesAtMm / 2).ToList();
        var stated = Tolerances.FirstOrDefault(t => t.Process == process) ?? UsualTolerances.First(t => t.Process == process);
        return tried.Count == 0 ? new KnownTolerance(process == ShopProcess.Printer && Printer?.ToleranceMm is { } own ? own
            : stated.PlusMinusMm, 0, 0) : new KnownTolerance(Math.Round(tried.Average(), 4), tried.Count, tried.Max() - tried.Min());
    }

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
        new WorkRates(HourCents: 3800, CutMin: 3, HoleMin: 1.5, OpeningMin: 9, ChannelMin: 6, BevelMin: 8, GlueMinPerJoint: 7, ScrewMin: 1,
            FinishMinPerDm2: 1.2),
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
    double GlueMinPerJoint, double ScrewMin, double FinishMinPerDm2)
{
    /// <summary>Setting up to bend one blank of metal or plastic, with its test strip [R].</summary>
    public double FoldSetUpMin { get; init; } = 12;

    /// <summary>Cutting a thread by hand in a hole that is drilled [R].</summary>
    public double TapMin { get; init; } = 3;

    /// <summary>Setting a dowel, a biscuit, a pin or a blind rivet [R].</summary>
    public double PegMin { get; init; } = 0.4;

    /// <summary>Setting a heat-set insert, a rivet nut or a magnet [R].</summary>
    public double InsertMin { get; init; } = 0.8;

    /// <summary>Putting a tee, a clamp or a flange on a pipe and drawing it tight [R].</summary>
    public double FittingMin { get; init; } = 2;

    /// <summary>A device in its cut-out, drawn tight by its own nut [R].</summary>
    public double NutMin { get; init; } = 1.5;

    /// <summary>A device stuck on, both faces wiped first [R].</summary>
    public double StickMin { get; init; } = 2;

    /// <summary>Laying one cable and plugging both of its ends [R].</summary>
    public double PlugMin { get; init; } = 2;

    /// <summary>Setting up one print and clearing it [R].</summary>
    public double PrintMin { get; init; } = 15;

    /// <summary>One label printed, stamped or engraved and set straight [R].</summary>
    public double LetterMin { get; init; } = 3;

    /// <summary>Gluing one plug over a screw and cutting it flush [R].</summary>
    public double CapMin { get; init; } = 1.5;

    /// <summary>One bend of it [R].</summary>
    public double FoldMin { get; init; } = 1.5;

    /// <summary>Spreading glue along a metre of joint while the clock of the first one runs [R].</summary>
    public double SpreadMinPerM { get; init; } = 1.2;

    /// <summary>Setting one piece in its place and drawing it close [R].</summary>
    public double PlaceMin { get; init; } = 0.6;
}

/// <summary>A release of the drawing exchange format.</summary>
public enum DxfRelease
{
    /// <summary>With units, and a line of its own for each outline.</summary>
    R2000,

    /// <summary>For machines and programs that read no other.</summary>
    R12,
}

/// <summary>A left-over kept for use, length along its grain.</summary>
public sealed record Offcut(string Id, string MaterialId, double NominalMm, double LengthMm, double WidthMm, int Count)
{
    /// <summary>An untested one, warped or unknown, is not counted on.</summary>
    public Condition Condition { get; init; }
}

public sealed record StockCount(string StockId, int Count);
