using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Gluing;

/// <summary>A family of wood glues; minutes at 20 °C, and the low end of the range where the table gives one.</summary>
/// <param name="ClosedMin">From the first spread until the last piece must stand under pressure.</param>
/// <param name="ClampMin">Least time under the clamps.</param>
/// <param name="CoverageM2PerL">The least that a litre covers; null = not known.</param>
public sealed record Glue(string Name, double OpenMin, double ClosedMin, double ClampMin, double FullStrengthH, double LeastC,
    double? CoverageM2PerL, string Source)
{
    public static IReadOnlyList<Glue> Shipped { get; } =
    [
        .. CsvTable.Shipped("glues").Rows.Select(r => new Glue(
            r["family"], r.Number("open_time_min_low"), r.Number("closed_time_min_low"), r.Number("clamp_min_low"),
                r.Number("full_strength_h"), r.Number("min_temp_C"),
            r.NumberOrNull("coverage_low_m2_per_L"), r["source"])),
    ];

    public static Glue? Find(string name) => Shipped.FirstOrDefault(g => g.Name == name);

    /// <summary>What is left of a time at another temperature: half for each 10 K more.</summary>
    public static double At(double minutesAt20, double temperatureC) => minutesAt20 * Math.Pow(2, (20 - temperatureC) / 10);

    /// <summary>Spread for an area, ml, with a quarter more for brush and edges; null when the table does not say.</summary>
    public double? NeedMl(double areaMm2) => CoverageM2PerL is { } coverage ? areaMm2 / 1e6 / coverage * 1000 * 1.25 : null;
}
