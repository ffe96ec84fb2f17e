using System.Text.RegularExpressions;

namespace AnvilPlan.Core.Calculators;

/// <summary>A key of a sum as a maker reads it: <c>span_mm</c> is <c>span</c> in <c>mm</c>.</summary>
/// <param name="Unit">As keys write it: <c>mm4</c>, <c>g_per_cm3</c>; empty where there is none.</param>
/// <param name="Sign">As it is written beside a number: <c>mm⁴</c>, <c>g/cm³</c>.</param>
public sealed partial record SumKey(string Key, string Name, string Unit, string Sign)
{
    private static readonly Dictionary<string, string> Signs = new(StringComparer.Ordinal)
    {
        ["pct"] = "%",
        ["deg"] = "°",
        ["C"] = "°C",
        ["mm2"] = "mm²",
        ["mm3"] = "mm³",
        ["mm4"] = "mm⁴",
        ["cm2"] = "cm²",
        ["cm3"] = "cm³",
        ["m2"] = "m²",
    };

    public static SumKey Of(string key)
    {
        var unit = PerUnit().Match(key) is { Success: true } per ? per.Groups[1].Value : UnitAtEnd().Match(key).Groups[1].Value;
        var name = unit.Length == 0 ? key : key[..^(unit.Length + 1)];
        var sign = unit.StartsWith("per_", StringComparison.Ordinal) ? "1/" + SignOf(unit[4..])
            : string.Join("/", unit.Split("_per_").Select(SignOf));
        return new(key, name.Replace('_', ' '), unit, sign);
    }

    private static string SignOf(string unit) => Signs.GetValueOrDefault(unit, unit);

    [GeneratedRegex(@"_(per_(?:pct|K))$", RegexOptions.CultureInvariant)]
    private static partial Regex PerUnit();

    [GeneratedRegex(@"_((?:mm|cm|m|g|kg|N|Nm|MPa|GPa|Pa|C|K|h|s|deg|pct|in|W|l)[234]?(?:_per_[A-Za-z]+[0-9]*)?)$",
        RegexOptions.CultureInvariant)]
    private static partial Regex UnitAtEnd();
}
