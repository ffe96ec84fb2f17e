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

/// <summary>What was really made so far.</summary>
public sealed record AsBuilt(IReadOnlyList<PartRecord> Parts)
{
    public static AsBuilt Nothing { get; } = new([]);
}

/// <param name="Fingerprint">Of the part as planned when it was recorded; a different one later makes the part stale.</param>
public sealed record PartRecord(string PartId, PartState State, string Fingerprint);
