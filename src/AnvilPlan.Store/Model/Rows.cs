using AnvilPlan.Core.Bench;

namespace AnvilPlan.Store.Model;

/// <summary>A project; <see cref="CurrentNumber"/> is the revision that is shown and edited.</summary>
public sealed class ProjectRow
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public DateTime CreatedUtc { get; set; }
    public DateTime ChangedUtc { get; set; }
    public int CurrentNumber { get; set; }
    /// <summary>Set = deleted, to be brought back or not.</summary>
    public DateTime? DeletedUtc { get; set; }
    public List<RevisionRow> Revisions { get; } = [];
    public List<BenchRow> Bench { get; } = [];
}

/// <summary>A line of a project's bench log. Rows are added, never changed: the database refuses it.</summary>
public sealed class BenchRow
{
    public Guid ProjectId { get; set; }
    public int Number { get; set; }
    public DateTime AtUtc { get; set; }
    public int Unit { get; set; }
    public required string PartId { get; set; }
    public required string Fingerprint { get; set; }
    public string? Operation { get; set; }
    public PartState? State { get; set; }
    public string? Dimension { get; set; }
    public double? ReadingMm { get; set; }
    public double? Minutes { get; set; }
    public required string Note { get; set; }
}

/// <summary>Catalog and shop as revisions were planned with them; kept once for all that were planned with the same.</summary>
public sealed class KnowledgeRow
{
    /// <summary>The same for the same content.</summary>
    public required string Mark { get; set; }
    public required string Json { get; set; }
}

/// <summary>One immutable state of a project's design. Undo and redo only move the project's pointer along parents.</summary>
public sealed class RevisionRow
{
    public Guid ProjectId { get; set; }
    public int Number { get; set; }
    public int? ParentNumber { get; set; }
    public required string Label { get; set; }
    public required string DesignJson { get; set; }
    public DateTime CreatedUtc { get; set; }

    /// <summary>The catalog and shop that it was planned with when it was made; null in what was made before that was kept.</summary>
    public string? KnowledgeMark { get; set; }

    /// <summary>Written against an older revision: kept aside, never made current by itself.</summary>
    public bool KeptAside { get; set; }
}

/// <summary>A document of which there is one: the shop profile.</summary>
public sealed class DocumentRow
{
    public required string Key { get; set; }
    public required string Json { get; set; }
    public int Version { get; set; }
}

/// <summary>A hardware model that this shop added.</summary>
public sealed class ModelRow
{
    public required string Id { get; set; }
    public required string Json { get; set; }
    public int Version { get; set; }

    /// <summary>Set = taken out of the catalog; kept for the revisions that used it.</summary>
    public DateTime? RetiredUtc { get; set; }
}
