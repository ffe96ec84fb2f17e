using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Core.Bends;

/// <summary>
/// A bend in sheet. mm. Source: bend allowance on the neutral line, BA = a (R + K T); OSSB = tan(a / 2) (R + T); BD = 2 OSSB - BA.
/// </summary>
/// <param name="Source">Where K comes from.</param>
public sealed record SheetBend(double ThicknessMm, double RadiusMm, double K, string Source)
{
    /// <summary>Turned from flat, between 0 and 165 degrees; beyond, the mould line runs away.</summary>
    public double AngleDeg { get; init; } = 90;

    public double AllowanceMm => AngleDeg * Math.PI / 180 * (RadiusMm + (K * ThicknessMm));

    public double SetbackMm => Math.Tan(AngleDeg * Math.PI / 360) * (RadiusMm + ThicknessMm);

    public FlatBend Flat =>
        new(AngleDeg, RadiusMm, AllowanceMm, $"R {RadiusMm:0.##}, T {ThicknessMm:0.##}, K {K:0.##}: {Source}");

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
        return new SheetBend(thicknessMm, radiusMm, row.Number("k_medium_mild_steel_halfhard_al"), $"air bend, R/T {ratio:0.##}: "
            + $"{row["source"]}");
    }

    /// <summary>A hole at each inner corner of what is cut out, so that the two bends that meet there do not tear.</summary>
    internal IEnumerable<Feature> Reliefs(string forWhat, IReadOnlyList<Feature> corners, double lengthMm, double widthMm)
    {
        foreach (var (corner, i) in corners.OfType<Notch>().Select((c, i) => (c.Reach, i + 1)))
        {
            var (left, low) = (corner.Min.U < 0, corner.Min.V < 0);
            if ((left || corner.Max.U > lengthMm) && (low || corner.Max.V > widthMm) && corner.Max.U - corner.Min.U > RadiusMm + ThicknessMm
                && corner.Max.V - corner.Min.V > RadiusMm + ThicknessMm)
            {
                yield return new Hole($"relief/{i}", forWhat, "bend relief", WorkedFrom.Seen, new Uv(left ? corner.Max.U : corner.Min.U, low
                    ? corner.Max.V : corner.Min.V), Bore.Through(2 * ThicknessMm, "twice the thickness [R]"), "where both bend lines meet");
            }
        }
    }
}
