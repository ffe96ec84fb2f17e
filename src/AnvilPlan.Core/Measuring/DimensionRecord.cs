using AnvilPlan.Core.Layout;

namespace AnvilPlan.Core.Measuring;

/// <summary>One reading of a caliper, or typed by hand.</summary>
/// <param name="Source">The device that gave it, or <c>typed</c>.</param>
public sealed record Reading(double ValueMm, string Source);

/// <summary>All readings that were taken of one dimension.</summary>
/// <param name="Readings">In the order in which they were taken.</param>
/// <param name="OutlierIndex">The one reading that the Dixon test (90 %) throws out; null when none.</param>
/// <param name="AcceptMm">Mean without the outlier.</param>
/// <param name="DifferenceMm">What would be accepted, less the nominal.</param>
public sealed record DimensionRecord(
    string Key, string Name, double NominalMm, IReadOnlyList<Reading> Readings,
    double? MeanMm, double? RangeMm, double? DeviationMm, int? OutlierIndex, double? AcceptMm, double? DifferenceMm)
{
    public static DimensionRecord Of(ModelDimension dimension, IReadOnlyList<Reading> readings)
    {
        var values = readings.Select(r => r.ValueMm).ToList();
        if (values.Count == 0)
        {
            return new DimensionRecord(dimension.Key, dimension.Name, dimension.NominalMm, readings, null, null, null, null, null, null);
        }

        var series = values.Count >= 2 ? CaliperSeries.Of(values) : null;
        var kept = values.Where((_, i) => i != series?.OutlierIndex).ToList();
        var accept = Math.Round(kept.Average(), 3);
        return new DimensionRecord(
            dimension.Key, dimension.Name, dimension.NominalMm, readings, values.Average(), series?.RangeMm ?? 0, series?.DeviationMm,
                series?.OutlierIndex, accept, Math.Round(accept - dimension.NominalMm, 3));
    }
}
