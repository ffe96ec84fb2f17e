using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Core.Catalogs;

/// <summary>
/// Fields of a hardware model's JSON in the words of the bench: <c>holes[0].diaMm</c> is "hole 1, diameter", and 2.7 there is "2.7 mm".
/// </summary>
internal static partial class ModelWords
{
    private static readonly Dictionary<string, string> Names = new(StringComparer.Ordinal)
    {
        ["xMm"] = "from the left",
        ["yMm"] = "from the front",
        ["zMm"] = "above the base",
        ["diaMm"] = "diameter",
        ["frontMm"] = "proud of the panel",
        ["underMm"] = "solder side",
        ["boardMm"] = "board or flange",
        ["depthMaxMm"] = "deepest screw",
        ["panelMinMm"] = "thinnest panel",
        ["panelMaxMm"] = "thickest panel",
        ["handMm"] = "room for fingers",
        ["threadSize"] = "screw",
        ["thread"] = "screw",
        ["mount"] = "held by",
        ["exit"] = "leaves to the",
        ["priceCents"] = "price, cents",
        ["confidence"] = "trust",
        ["takes"] = "draws",
    };

    /// <summary>Lists by what one entry is called.</summary>
    private static readonly Dictionary<string, string> Entries = new(StringComparer.Ordinal)
    {
        ["holes"] = "hole",
        ["cutouts"] = "cut-out",
        ["ports"] = "port",
        ["blocks"] = "block",
        ["keepOuts"] = "room",
        ["tails"] = "cable tail",
        ["air"] = "air face",
        ["gives"] = "rail",
        ["needs"] = "need",
        ["provides"] = "service",
    };

    private static readonly (string Suffix, string Unit)[] Units = [("Mm2", "mm²"), ("Mm", "mm"), ("massG", "g"), ("heatW", "W"),
        ("currentA", "A"), ("atts", "W"), ("olts", "V")];

    public static string Of(string path) => string.Join(", ", path.Split('.').Select(Step));

    public static string Value(string path, JsonNode? value) => value switch
    {
        null => "none",
        JsonArray list => $"{list.Count} {(list.Count == 1 ? "entry" : "entries")}",
        JsonObject => "stated",
        JsonValue v when v.TryGetValue<double>(out var number) =>
            $"{number.ToString("0.###", CultureInfo.InvariantCulture)} {UnitOf(path)}".TrimEnd(),
        JsonValue v when v.TryGetValue<bool>(out var flag) => flag ? "yes" : "no",
        _ => Shorten.Text(value.ToString()),
    };

    private static string Step(string step)
    {
        var (name, entry) = Entry().Match(step) is { Success: true } m
            ? (m.Groups[1].Value, $" {int.Parse(m.Groups[2].Value, CultureInfo.InvariantCulture) + 1}") : (step, "");
        return (entry.Length > 0 && Entries.TryGetValue(name, out var one) ? one : Names.GetValueOrDefault(name) ?? Spelled(name)) + entry;
    }

    /// <summary>Without its unit, in separate words.</summary>
    private static string Spelled(string name) => Hump().Replace(UnitAtEnd().Replace(name, ""), " $1").ToLowerInvariant();

    [GeneratedRegex("^(\\w+)\\[(\\d+)\\]$")]
    private static partial Regex Entry();

    [GeneratedRegex("(?<=[a-z])([A-Z])")]
    private static partial Regex Hump();

    [GeneratedRegex("(Mm2?|(?<=mass)G|(?<=heat)W|(?<=current)A)$")]
    private static partial Regex UnitAtEnd();

    private static string? UnitOf(string path) => Units.FirstOrDefault(u => path.EndsWith(u.Suffix, StringComparison.Ordinal)).Unit;
}
