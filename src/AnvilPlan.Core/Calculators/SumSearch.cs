namespace AnvilPlan.Core.Calculators;

/// <summary>Finds sums by what is typed: words of the question, of the title, of the keys.</summary>
public static class SumSearch
{
    private static readonly char[] Between = [' ', ',', '?', '-', '_', '.', ';', '\''];

    /// <summary>Little words that say nothing.</summary>
    private static readonly HashSet<string> Idle = ["a", "an", "the", "is", "of", "for", "to", "in", "on", "my", "do", "does", "i", "it",
        "and", "or", "with", "what", "how", "much", "many", "will", "be", "should", "need", "mm"];

    /// <summary>
    /// All sums, best answer first, when something is typed only those that share a word with it; ties in the order of the list.
    /// </summary>
    public static IReadOnlyList<Calculator> Find(string typed)
    {
        var words = Words(typed);
        return words.Count == 0
            ? CalculatorList.All
            : [.. CalculatorList.All.Select(c => (Sum: c, Score: Score(c, words))).Where(x => x.Score > 0).OrderByDescending(x => x.Score)
                .Select(x => x.Sum)];
    }

    private static List<string> Words(string text)
    {
        var all = text.ToLowerInvariant().Split(Between, StringSplitOptions.RemoveEmptyEntries).Distinct().ToList();
        var telling = all.Where(w => !Idle.Contains(w)).ToList();
        return telling.Count > 0 ? telling : all;
    }

    /// <summary>A whole word of the title or a question counts most, the beginning of one less, a key's word least.</summary>
    private static double Score(Calculator sum, IReadOnlyList<string> words)
    {
        var text = SumText.For(sum.Name);
        var (title, asks) = (Words(text.Title), text.Asks.SelectMany(Words).ToHashSet());
        var keys = sum.Inputs.Select(i => i.Key).Concat(sum.Outputs).Append(sum.Topic).SelectMany(Words).ToHashSet();
        var found = words.Sum(w => Math.Max(Match(title, w, 6), Math.Max(Match(asks, w, 5), Match(keys, w, 2))));
        // of two titles that hold the words the one that says little else comes first
        return found == 0 ? 0 : found + ((double)title.Count(t => words.Any(w => Match([t], w, 1) > 0)) / title.Count);
    }

    private static double Match(IEnumerable<string> own, string word, double whole) =>
        own.Select(o => o == word || Stem(o) == Stem(word) ? whole : o.StartsWith(word, StringComparison.Ordinal) ? whole * 0.7 : 0)
            .DefaultIfEmpty(0).Max();

    /// <summary>Without the ending of a plural or of a verb.</summary>
    private static string Stem(string word) => word.Length > 4 && word.EndsWith("ing", StringComparison.Ordinal) ? word[..^3]
        : word.Length > 3 && word.EndsWith('s') ? word[..^1] : word;
}
