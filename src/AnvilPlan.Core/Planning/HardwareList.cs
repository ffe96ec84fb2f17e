using System.Globalization;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Planning;

/// <summary>A line of a list of hardware.</summary>
/// <param name="Written">As it came.</param>
/// <param name="Candidates">Ids of the models that it may mean, the likeliest first; empty where the catalog has none.</param>
public sealed record HardwareLine(string Written, int Count, IReadOnlyList<string> Candidates);

/// <summary>So many of a model.</summary>
public sealed record HardwareCount(string ModelId, int Count);

/// <summary>Reads a list of hardware as makers write one: <c>2 x fan 80</c>, <c>drive x3</c>, <c>85 x 56 board</c>.</summary>
public static partial class HardwareList
{
    public const int MostLines = 60, MostOfOne = 40;
    private const int MostCandidates = 8;

    /// <summary>Words that tell no model from another.</summary>
    private static readonly HashSet<string> Idle = new(StringComparer.Ordinal)
    {
        "x", "mm", "of", "with", "a", "an", "and", "the", "for", "pcs", "piece", "pieces",
    };

    /// <summary>Lines end with the line or a semicolon; empty ones are left out.</summary>
    public static IReadOnlyList<HardwareLine> Read(string text, Catalog catalog) =>
        [.. text.Split(['\n', ';']).Select(l => l.Trim()).Where(l => l.Length > 0).Select(l => Line(l, catalog))];

    private static HardwareLine Line(string written, Catalog catalog)
    {
        var (count, name) = Counted(written);
        var full = Candidates(name, catalog, all: true);
        // "85 x 56 board" is no count of 85: what is no plain count is a name, where there is such a name
        if ((full.Count == 0 || !PlainCount().IsMatch(written)) && Candidates(written, catalog, all: true) is { Count: > 0 } whole)
        {
            return new(written, 1, whole);
        }

        return new(written, count, full.Count > 0 ? full : Candidates(name, catalog, all: false));
    }

    private static (int Count, string Name) Counted(string written)
    {
        foreach (var form in (Regex[])[CountFirst(), CountLast()])
        {
            if (form.Match(written) is { Success: true } m
                && int.TryParse(m.Groups["count"].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var count) && count > 0)
            {
                return (count, m.Groups["name"].Value);
            }
        }

        return (1, written);
    }

    /// <param name="all">Only models in which every word is found.</param>
    private static List<string> Candidates(string name, Catalog catalog, bool all)
    {
        var asked = Words(name);
        // one number alone tells nothing
        return asked.Count == 0 || asked is [[>= '0' and <= '9', ..]] ? [] :
        [
            .. catalog.Hardware.Select(m => (m.Id, Named: Words(m.Name), Words: Words($"{m.Name} {m.Group} {m.Id}")))
                .Select(m => (m.Id, Told: asked.Where(w => m.Words.Any(o => Means(w, o))).ToList(),
                    Spare: m.Named.Count(o => !asked.Any(w => Means(w, o)))))
                .Where(m => all ? m.Told.Count == asked.Count : m.Told.Exists(w => !char.IsDigit(w[0])))
                .OrderByDescending(m => m.Told.Count).ThenBy(m => m.Spare).Select(m => m.Id).Take(MostCandidates),
        ];
    }

    private static List<string> Words(string text) =>
        [.. Word().Matches(text.ToLowerInvariant()).Select(m => m.Value).Where(w => !Idle.Contains(w)).Distinct()];

    /// <summary>A number means itself; a word what begins with it, in one or in several.</summary>
    private static bool Means(string asked, string own) => char.IsDigit(asked[0]) ? own == asked
        : own.StartsWith(asked, StringComparison.Ordinal)
            || (asked.Length > 3 && asked[^1] == 's' && own.StartsWith(asked[..^1], StringComparison.Ordinal));

    [GeneratedRegex(@"^\d{1,4}\s*[x×*]\s*\p{L}", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PlainCount();

    [GeneratedRegex(@"^(?<count>\d{1,4})\s*(?:[x×*]\s*|\s+)(?<name>.+)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex CountFirst();

    [GeneratedRegex(@"^(?<name>.+?)\s*[x×*,]\s*(?<count>\d{1,4})$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex CountLast();

    [GeneratedRegex(@"\d+(?:[.,]\d+)?|\p{L}+", RegexOptions.CultureInvariant)]
    private static partial Regex Word();
}
