using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Catalogs;

public enum AskKind
{
    /// <summary>A length in mm, typed in the maker's unit.</summary>
    Length,
    Number,

    /// <summary>One of <see cref="Ask.Words"/>.</summary>
    Choice,

    /// <summary>Bar stock of the catalog, by its id.</summary>
    Bar,
    Material,
    Tray,

    /// <summary>Several faces, in the order in which they are named.</summary>
    Faces,
    Edges,
    Flag,
}

/// <summary>One decision of a structure, as a maker is asked for it.</summary>
/// <param name="Key">The field of its record in files; a dot reaches into a part of it.</param>
public sealed record Ask(AskKind Kind, string Key, string Label)
{
    public double? Least { get; init; }
    public double? Most { get; init; }
    public bool Whole { get; init; }

    /// <summary>What it means to leave it empty; null = it has to be decided.</summary>
    public string? Empty { get; init; }

    public IReadOnlyList<AskWord> Words { get; init; } = [];
}

/// <summary>A word of the files, and how it is told to the maker.</summary>
public sealed record AskWord(string Key, string Text);

/// <summary>A decision with the rule that its answer is held to.</summary>
public sealed record Asked<T>(Ask Ask, Action<StructureCheck, T> Check);

/// <summary>The usual ways to ask for a field of a record.</summary>
public static class Asking
{
    /// <param name="empty">What it means to leave it empty; null = it has to be decided.</param>
    public static Asked<T> Length<T>(string key, string label, Func<T, double?> value, double least, double most, string? empty = null) =>
        new(new Ask(AskKind.Length, key, label) { Least = least, Most = most, Empty = empty }, (check, own) => check.OrNull(key, value(own),
            least, most));

    public static Asked<T> Number<T>(string key, string label, Func<T, double?> value, double least, double most, string unit = "") =>
        new(new Ask(AskKind.Number, key, label) { Least = least, Most = most }, (check, own) => check.OrNull(key, value(own), least,
            most, unit));

    public static Asked<T> Count<T>(string key, string label, Func<T, int> value, int least, int most) =>
        new(new Ask(AskKind.Number, key, label) { Least = least, Most = most, Whole = true }, (check, own) => check.Range(key, value(own),
            least, most, ""));

    public static Asked<T> Bar<T>(string key, string label, Func<T, string> value) =>
        new(new Ask(AskKind.Bar, key, label), (check, own) => check.Bar(key, value(own)));

    /// <param name="value">Null when the part of the record that it belongs to is left out.</param>
    public static Asked<T> Material<T>(string key, string label, Func<T, string?> value) =>
        new(new Ask(AskKind.Material, key, label), (check, own) =>
    {
        if (value(own) is { } material)
        {
            check.Material(key, material);
        }
    });

    /// <summary>One word of an enumeration, each with its text; files refuse any other.</summary>
    public static Asked<T> Choice<T, TWord>(string key, string label, params (TWord Word, string Text)[] words)
        where TWord : struct, Enum =>
        Plain<T>(AskKind.Choice, key, label, [.. words.Select(w => new AskWord(WireOf(w.Word.ToString()), w.Text))]);

    public static Asked<T> Fit<T>(string key, string label) =>
        Choice<T, FitClass>(key, label, (FitClass.Press, "press"), (FitClass.Snug, "snug"), (FitClass.Sliding, "sliding"),
            (FitClass.Loose, "loose"));

    /// <summary>Answers that the system's own check holds to more than a range.</summary>
    public static Asked<T> Plain<T>(AskKind kind, string key, string label, params IReadOnlyList<AskWord> words) =>
        new(new Ask(kind, key, label) { Words = words }, (_, _) => { });

    private static string WireOf(string word) => char.ToLowerInvariant(word[0]) + word[1..];
}
