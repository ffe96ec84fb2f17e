namespace AnvilPlan.Core.Catalogs;

/// <summary>Critical values of the Dixon ratio (largest end gap over range) for 3 to 10 readings.</summary>
public static class DixonTable
{
    private static readonly Dictionary<int, double> Ninety = CsvTable.Shipped("dixon-q").Rows
        .ToDictionary(r => (int)r.Number("n"), r => r.Number("q_crit_90pct"));

    /// <summary>The 90 % critical value, or null outside 3 to 10 readings.</summary>
    public static double? Critical90(int readings) => Ninety.TryGetValue(readings, out var q) ? q : null;
}
