using System.Text.Json.Serialization;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Findings;

public enum Severity
{
    /// <summary>It cannot be built or used like this.</summary>
    Stop,
    Warn,
    Note,
}

/// <summary>Something the plan found out, with the numbers in its sentence.</summary>
/// <param name="Id">Code and places: the same finding keeps its id from plan to plan.</param>
/// <param name="Places">Parts, devices or edges that it touches.</param>
/// <param name="Remedies">What might mend it, not yet tried.</param>
public sealed record Finding(string Id, string Code, Severity Severity, string Text, IReadOnlyList<Place> Places,
    [property: JsonIgnore] IReadOnlyList<Remedy> Remedies)
{
    /// <summary>Its kind, where a way to build from outside tells it and no list of this code base knows it.</summary>
    [JsonIgnore] public FindingKind? Kind { get; init; }

    /// <summary>Where it is mended.</summary>
    public Station Station => (Kind ?? FindingList.Find(Code))?.Station ?? Station.Shell;

    /// <summary>What is told by this code, in general.</summary>
    public string About => (Kind ?? FindingList.Find(Code))?.About ?? "";

    /// <summary>What it has in common with others of its code; those are told as one.</summary>
    [JsonIgnore]
    public Alike? Alike { get; init; }

    /// <summary>Ids of the findings that were told as this one; its own when it stands alone.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> Members { get => field ?? [Id]; init; }

    /// <summary>What is tried when no remedy of its own mends it.</summary>
    [JsonIgnore]
    public Func<IEnumerable<Remedy>> Otherwise { get; init; } = () => [];

    public static Finding Of(string code, Severity severity, string text, IReadOnlyList<Place> places, params Remedy[] remedies) =>
        new($"{code}:{string.Join('+', places)}", code, severity, text, places, remedies);

    /// <param name="key">Equal for findings that have one cause.</param>
    /// <param name="where">What this one is about, in words that can stand in a list.</param>
    public Finding AlikeBy(string key, string where) => this with { Alike = new Alike(key, where) };

    /// <summary>Findings with one cause as one: the first one's sentence, where else it is so, and remedies for all of them.</summary>
    public static Finding Merge(IReadOnlyList<Finding> alike)
    {
        var first = alike[0];
        if (alike.Count == 1)
        {
            return first;
        }

        const int most = 4;
        var elsewhere = alike.Skip(1).Select(f => f.Alike?.Where ?? "").Where(w => w.Length > 0 && w != first.Alike?.Where)
            .Distinct(StringComparer.Ordinal).ToList();
        return first with
        {
            Id = first.Alike is { Key: var key } ? $"{first.Code}:{key}" : first.Id,
            Text = $"{first.Text} "
                + $"{(elsewhere.Count == 0 ? $"So at {alike.Count} places."
                    : $"So also: {string.Join(", ", elsewhere.Take(most))}{(elsewhere.Count > most
                        ? $" and at {elsewhere.Count - most} more places" : "")}.")}",
            Places = [.. alike.SelectMany(f => f.Places).Distinct()],
            Members = [.. alike.Select(f => f.Id).Distinct(StringComparer.Ordinal)],
            Remedies = [.. alike.SelectMany(f => f.Remedies).GroupBy(r => r.Id).Select(Remedy.ForAll)],
        };
    }
}

public sealed record Alike(string Key, string Where);

/// <summary>A change of the design that may mend a finding. Found out only when it is asked for.</summary>
/// <param name="Change">The new design, or null when there is no place or stock for it after all.</param>
public sealed record Remedy(string Id, string Title, Func<Design, Design?> Change)
{
    /// <summary>The same change for each of several findings, one after the other; those for which there is none are left.</summary>
    internal static Remedy ForAll(IEnumerable<Remedy> same)
    {
        List<Remedy> each = [.. same];
        return each.Count == 1 ? each[0] : each[0] with
        {
            Change = design => each.Aggregate((Design?)null, (changed, r) => r.Change(changed ?? design) ?? changed),
        };
    }
}
