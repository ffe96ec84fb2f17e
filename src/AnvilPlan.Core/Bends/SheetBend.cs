using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

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

    /// <summary>The square corner of a flat blank between two sides, with a hole where the bend lines meet so that the bends do not tear.</summary>
    /// <param name="left">At the least u of the blank, else at its most.</param>
    /// <param name="low">At the least v, else at its most.</param>
    /// <param name="heightMm">Of the sides, outside.</param>
    internal IEnumerable<Feature> Relief(string forWhat, string name, bool left, bool low, double lengthMm, double widthMm, double heightMm)
    {
        var side = heightMm - SetbackMm + (AllowanceMm / 2);
        var (min, max) = (new Uv(left ? 0 : lengthMm - side, low ? 0 : widthMm - side), new Uv(left ? side : lengthMm, low ? side : widthMm));
        yield return Notch.Rectangle($"relief/{name}", forWhat, "corner between two sides", WorkedFrom.Seen, min, max, null, "height of the sides to the bend line");
        yield return new Hole(
            $"relief/{name}/hole", forWhat, "bend relief", WorkedFrom.Seen, new Uv(left ? max.U : min.U, low ? max.V : min.V), 2 * ThicknessMm, null, null, null, null,
            "twice the thickness [R]", "where both bend lines meet", null);
    }
}
