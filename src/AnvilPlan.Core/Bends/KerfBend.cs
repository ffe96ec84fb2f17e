using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Bends;

/// <summary>Guidance for cuts on the inside of a bend in one kind of wood, mm and %.</summary>
public sealed record KerfGuide(string Material, double WebMm, double StrainLimitPercent, double LeastRibMm, double ClosingFactor)
{
    private static IReadOnlyList<KerfGuide> Rows { get; } =
    [
        .. CsvTable.Shipped("kerf-bend-guidance").Rows.Select(r => new KerfGuide(
            r["material"], (r.Number("web_min_mm") + r.Number("web_max_mm")) / 2, r.Number("dry_web_strain_limit_pct"),
                r.Number("rib_min_mm"), r.Number("closing_factor_first_guess"))),
    ];

    public static KerfGuide For(Material material) => Rows.First(r => r.Material.StartsWith(material switch
    {
        { Family: MaterialFamily.Mdf } => "MDF",
        { Family: MaterialFamily.Plywood } => "plywood",
        { Engagement: "softwood side grain" } => "softwood",
        { Id: "ash" or "walnut" } => "ring-porous",
        _ => "diffuse-porous",
    }, StringComparison.Ordinal));
}

/// <summary>
/// Straight or tapered cuts that let a board turn a right angle. mm, radians inside. Source: geometry of the thin web, 4.1 of the
/// kerf-bending reference: closing angle k/h with h = T - w/2; zone a (Ro - w/2); tapered cuts close solid.
/// </summary>
/// <param name="MouthMm">Width of a cut at the inside face.</param>
/// <param name="SpacingMm">Centre to centre.</param>
/// <param name="RibMm">Wood left between cuts at the face.</param>
/// <param name="GapMm">Left open at each mouth; 0 when the cuts close.</param>
/// <param name="StrainPercent">Of the web, upper bound.</param>
public sealed record KerfBend(int Cuts, double ZoneMm, double SpacingMm, double MouthMm, double RibMm, double GapMm, double StrainPercent,
    double LeastRadiusMm)
{
    private const double QuarterTurn = Math.PI / 2;

    public static KerfBend Straight(double thicknessMm, double webMm, double kerfMm, double outsideRadiusMm, double closingFactor,
        double leastRibMm)
    {
        var height = thicknessMm - (webMm / 2);
        var used = closingFactor * kerfMm / height;
        var cuts = Grace.Ceiling(QuarterTurn / used);
        var zone = QuarterTurn * (outsideRadiusMm - (webMm / 2));
        var each = QuarterTurn / cuts;
        return new KerfBend(
            cuts, zone, zone / cuts, kerfMm, (zone / cuts) - kerfMm, Math.Max(0, kerfMm - (each * height)), 100 * webMm / 2 * each / kerfMm,
                ((kerfMm + leastRibMm) / each) + (webMm / 2));
    }

    /// <param name="tipMm">Flat at the bottom of the cutter.</param>
    public static KerfBend Tapered(double thicknessMm, double webMm, double tipMm, double outsideRadiusMm, int cuts, double leastRibMm)
    {
        var each = QuarterTurn / cuts;
        var height = thicknessMm - (webMm / 2);
        var mouth = tipMm + (2 * (height - (tipMm / each)) * Math.Tan(each / 2));
        var zone = QuarterTurn * (outsideRadiusMm - (webMm / 2));
        return new KerfBend(cuts, zone, zone / cuts, mouth, (zone / cuts) - mouth, 0, 100 * webMm / 2 * each / tipMm,
            ((mouth + leastRibMm) / each) + (webMm / 2));
    }

    /// <summary>Length of the board for two outside lengths that meet in a bend of that radius.</summary>
    public static double DevelopedMm(double firstOutsideMm, double secondOutsideMm, double outsideRadiusMm, double webMm) =>
        firstOutsideMm + secondOutsideMm - (2 * outsideRadiusMm) + (QuarterTurn * (outsideRadiusMm - (webMm / 2)));
}

/// <summary>A bend of n thin plies glued over a form.</summary>
/// <param name="LeastRadiusMm">Of the inside, by the strain of one ply.</param>
/// <param name="FormRadiusMm">The form is made this much tighter: curvature springs back by 1/n².</param>
public sealed record LaminatedBend(int Plies, double PlyMm, double LeastRadiusMm, double FormRadiusMm)
{
    public static LaminatedBend Of(double thicknessMm, double plyMm, double insideRadiusMm, double strainPercent)
    {
        var plies = Math.Max(2, Grace.Ceiling(thicknessMm / plyMm));
        var middle = insideRadiusMm + (thicknessMm / 2);
        return new LaminatedBend(plies, thicknessMm / plies, thicknessMm / plies / (2 * strainPercent / 100),
            (middle * (1 - (1.0 / (plies * plies)))) - (thicknessMm / 2));
    }
}
