namespace AnvilPlan.Core.Bench;

public enum PartState
{
    ToDo,
    Cut,
    Machined,
    Fitted,
    Finished,
    InPlace,
}

/// <summary>A dimension as it was measured, mm.</summary>
/// <param name="Dimension">What was measured, for example <c>length</c> or a feature's id.</param>
public sealed record BenchReading(string Dimension, double Mm);

/// <summary>
/// One line of the bench log: what happened to a part, as it was known then. Lines are added, never changed or taken out.
/// </summary>
/// <param name="Number">In the order in which they were written, from 1.</param>
/// <param name="Unit">Which of the units that are built, from 1.</param>
/// <param name="PartId">A made part of the plan as it was then.</param>
/// <param name="Fingerprint">Of that part as planned then; another one later makes what was done stale.</param>
/// <param name="Operation">The operation that was done; null = none that the plan knows.</param>
/// <param name="State">How far the part is now; null = as before.</param>
/// <param name="Minutes">Of work; null = not taken.</param>
public sealed record BenchEntry(
    int Number, DateTime AtUtc, int Unit, string PartId, string Fingerprint, string? Operation, PartState? State, BenchReading? Reading,
        double? Minutes, string Note);

/// <summary>What was really made so far: all that follows from it is read off the log.</summary>
public sealed record AsBuilt(IReadOnlyList<BenchEntry> Log)
{
    private Dictionary<string, List<BenchEntry>>? _last;

    public static AsBuilt Nothing { get; } = new([]);

    /// <summary>How far a part is in all of so many units, and what it was when work on it was last recorded; null = nothing was.</summary>
    public PartRecord? Of(string partId, int units)
    {
        if (!Last.TryGetValue(partId, out var last))
        {
            return null;
        }

        var state = last.Count < units ? PartState.ToDo : last.Min(e => e.State!.Value);
        return new PartRecord(partId, state, [.. last.Where(e => e.State > PartState.ToDo).Select(e => e.Fingerprint)
            .Distinct(StringComparer.Ordinal)]);
    }

    /// <summary>The last state of each unit of each part.</summary>
    private Dictionary<string, List<BenchEntry>> Last => _last ??= Log.Where(e => e.State is not null)
        .GroupBy(e => e.PartId, StringComparer.Ordinal)
        .ToDictionary(g => g.Key, g => g.GroupBy(e => e.Unit).Select(u => u.MaxBy(e => e.Number)!).ToList(), StringComparer.Ordinal);

    public bool Equals(AsBuilt? other) => other is not null && Log.SequenceEqual(other.Log);

    public override int GetHashCode() => Log.Count;
}

/// <param name="State">Of the unit that is least far.</param>
/// <param name="MadeAs">Fingerprints of the part as planned when it was worked on.</param>
public sealed record PartRecord(string PartId, PartState State, IReadOnlyList<string> MadeAs)
{
    /// <summary>It was worked on as something else than it is now.</summary>
    public bool StaleAt(string fingerprint) => MadeAs.Any(f => f != fingerprint);
}
