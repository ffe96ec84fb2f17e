using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>A project as the interface holds it: decisions, plan, and what the last change did.</summary>
/// <param name="Milled">What is sawn and milled in each part that has such, equal ones gathered.</param>
public sealed record ProjectView(
    Guid Id, int Revision, bool CanUndo, bool CanRedo, Design Design, BuildPlan Plan,
    IReadOnlyDictionary<string, IReadOnlyList<MilledRow>> Milled, Consequences? Consequences)
{
    /// <summary>This revision was made with another catalog or shop than there is now, with which it is planned.</summary>
    public required bool KnewOtherwise { get; init; }

    public static ProjectView Of(OpenProject project, BuildPlan plan, BuildPlan? before = null) => new(
        project.Id, project.Revision, project.CanUndo, project.CanRedo, project.Design, plan,
        plan.Parts.Select(p => (p.Id, Rows: Core.Parts.Milled.Gathered(p))).Where(p => p.Rows.Count > 0)
            .ToDictionary(p => p.Id, p => p.Rows, StringComparer.Ordinal),
        before is null ? null : Consequences.Between(before, plan))
    {
        KnewOtherwise = project.KnewOtherwise,
    };
}

/// <param name="System">Key of the way to build that it begins with; null = a closed box.</param>
/// <param name="Hardware">What goes in from the start; the box grows until it does.</param>
public sealed record NewProject(string Name, string? System = null, IReadOnlyList<HardwareCount>? Hardware = null);

public sealed record CopyName(string Name);

public sealed record NewName(int ExpectedRevision, string Name);

/// <param name="Label">What was done, in a few words, for the history.</param>
public sealed record DesignEdit(int ExpectedRevision, string Label, Design Design);

public sealed record RevisionMove(int ExpectedRevision, int? Number);

/// <summary>Work that was done, in the order in which it was.</summary>
public sealed record WorkDone(IReadOnlyList<WorkLine> Lines);

/// <summary>A line for the bench log.</summary>
/// <param name="Unit">Which of the units that are built, from 1.</param>
/// <param name="PartId">A made part of the plan.</param>
/// <param name="Operation">An operation of the plan; null = none.</param>
/// <param name="State">How far the part is now; null = as before.</param>
public sealed record WorkLine(int Unit, string PartId, string? Operation, PartState? State, BenchReading? Reading, double? Minutes,
    string Note);

/// <param name="Kept">False for a revision of which shop and catalog were not kept yet.</param>
public sealed record RevisionDifferences(bool Kept, IReadOnlyList<Difference> Differences);

public sealed record ChainChange(int ExpectedRevision, string ChainId, int Layer, double ThicknessMm, ChainPolicy Policy);

public sealed record NewDevice(int ExpectedRevision, string ModelId, string DeckId);

public sealed record DeckChoice(int ExpectedRevision, string DeviceId, string DeckId);

public sealed record RemedyChoice(int ExpectedRevision, string FindingId, string RemedyId);

/// <summary>Which snag's remedies are to be tried.</summary>
public sealed record RemedyQuestion(int ExpectedRevision, string FindingId);

/// <summary>Snags that are to be mended together.</summary>
/// <param name="Code">Of which kind; null = all that stop the plan.</param>
public sealed record KindQuestion(int ExpectedRevision, string? Code);

/// <summary>What was tried for several snags, step by step, with what all of it together would do.</summary>
public sealed record KindOffer(IReadOnlyList<MendStep> Steps, Consequences Consequences);

/// <summary>A remedy that was tried and mends, with what it would do.</summary>
public sealed record RemedyOffer(string Id, string Title, Consequences Consequences);
