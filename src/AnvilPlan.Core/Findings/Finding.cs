using System.Text.Json.Serialization;
using AnvilPlan.Core.Designs;

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
public sealed record Finding(string Id, string Code, Severity Severity, string Text, IReadOnlyList<string> Places, IReadOnlyList<Remedy> Remedies)
{
    public static Finding Of(string code, Severity severity, string text, IReadOnlyList<string> places, params Remedy[] remedies) =>
        new($"{code}:{string.Join('+', places)}", code, severity, text, places, remedies);
}

/// <summary>A change of the design that mends a finding. Found out only when it is asked for.</summary>
/// <param name="Change">The new design, or null when there is no place or stock for it after all.</param>
public sealed record Remedy(string Id, string Title, [property: JsonIgnore] Func<Design, Design?> Change);
