using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Bends;

/// <summary>A right-angled bend in sheet. mm. Source: bend allowance on the neutral line, BA = a (R + K T); BD = 2 OSSB - BA.</summary>
/// <param name="Source">Where K comes from.</param>
public sealed record SheetBend(double ThicknessMm, double RadiusMm, double K, string Source)
{
    public double AllowanceMm => Math.PI / 2 * (RadiusMm + (K * ThicknessMm));

    public double SetbackMm => RadiusMm + ThicknessMm;

    /// <summary>What two outside lengths together are longer than the flat sheet.</summary>
    public double DeductionMm => (2 * SetbackMm) - AllowanceMm;

    /// <summary>
    /// With K from the air-bend table for metal, 0.45 for hot plastic; a test strip of the shop is better than either.
    /// </summary>
    public static SheetBend Of(Material material, double thicknessMm, double radiusMm)
    {
        if (!material.Metal)
        {
            return new SheetBend(thicknessMm, radiusMm, 0.45, "hot line bend, K 0.45-0.50 [R]; verify by strip");
        }

        var ratio = radiusMm / thicknessMm;
        var row = CsvTable.Shipped("k-factor").Rows.First(r => r["method"] == "air bend" && ratio <= r.Number("r_over_t_to"));
        return new SheetBend(thicknessMm, radiusMm, row.Number("k_medium_mild_steel_halfhard_al"), $"air bend, R/T {ratio:0.##}: {row["source"]}");
    }
}
