using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Layout;

/// <summary>
/// Several readings of one dimension: mean, range, sample deviation (mm) and the Dixon test for one outlier at 90 %.
/// The test speaks for 3 to 10 readings only; outside that no reading is called an outlier.
/// </summary>
/// <param name="OutlierIndex">Place of the suspect in the order of reading, from 0; null when no reading is one.</param>
public sealed record CaliperSeries(double MeanMm, double RangeMm, double DeviationMm, double DixonQ, int? OutlierIndex)
{
    /// <param name="readingsMm">At least two.</param>
    public static CaliperSeries Of(IReadOnlyList<double> readingsMm)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(readingsMm.Count, 2, nameof(readingsMm));
        var mean = readingsMm.Average();
        var sorted = readingsMm.Order().ToList();
        var range = sorted[^1] - sorted[0];
        var low = sorted[1] - sorted[0];
        var high = sorted[^1] - sorted[^2];
        var q = range > 0 ? Math.Max(low, high) / range : 0;
        var suspect = high >= low ? sorted[^1] : sorted[0];
        var outlier = DixonTable.Critical90(readingsMm.Count) is { } critical && q > critical;
        var deviation = Math.Sqrt(readingsMm.Sum(r => (r - mean) * (r - mean)) / (readingsMm.Count - 1));
        return new CaliperSeries(mean, range, deviation, q, outlier ? readingsMm.ToList().IndexOf(suspect) : null);
    }
}
