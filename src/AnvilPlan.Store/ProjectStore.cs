using System.Globalization;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>A line of the list of projects.</summary>
public sealed record ProjectLine(Guid Id, string Name, DateTime ChangedUtc, int Revision);

/// <summary>A project at its current revision.</summary>
/// <param name="Content">The same for the same design and records, in whichever project and revision.</param>
public sealed record OpenProject(Guid Id, int Revision, Design Design, AsBuilt AsBuilt, bool CanUndo, bool CanRedo, string Content)
{
    /// <summary>This revision was made with another catalog or shop than there is now.</summary>
    public bool KnewOtherwise { get; init; }
}

/// <summary>A project that was deleted and can be brought back.</summary>
public sealed record DeletedLine(Guid Id, string Name, DateTime DeletedUtc);

/// <summary>A line of a project's history.</summary>
/// <param name="KnewOtherwise">It was planned with another catalog or shop than there is now.</param>
public sealed record RevisionLine(int Number, int? Parent, string Label, DateTime CreatedUtc, bool Current, bool KeptAside,
    bool KnewOtherwise);

/// <summary>The project moved on since the writer last read it. What was to be written is kept aside under its own number.</summary>
public sealed class RevisionConflictException(int expected, int current, int? keptAs)
    : Exception($"The project is at revision {current}, the edit was made on revision "
        + $"{expected}.{(keptAs is null ? "" : $" It is kept aside as revision {keptAs}.")}")
{
    public int Expected { get; } = expected;
    public int Current { get; } = current;
    public int? KeptAs { get; } = keptAs;
}

/// <summary>No project or revision of that name.</summary>
public sealed class NotFoundException(string message) : Exception(message);

/// <summary>
/// Projects and their immutable revisions. Every write names the revision that it was made on; each is one transaction. A file is
/// shared by several readers and one writer at a time.
/// </summary>
public sealed class ProjectStore(IDbContextFactory<AnvilDb> contexts, TimeProvider clock)
{
    public async Task<IReadOnlyList<ProjectLine>> List(CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        return await db.Projects.Where(p => p.DeletedUtc == null).OrderByDescending(p => p.ChangedUtc).ThenBy(p => p.Id)
            .Select(p => new ProjectLine(p.Id, p.Name, p.ChangedUtc, p.CurrentNumber)).ToListAsync(cancel);
    }

    /// <summary>Those that were deleted, the last one first.</summary>
    public async Task<IReadOnlyList<DeletedLine>> Deleted(CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        return await db.Projects.Where(p => p.DeletedUtc != null).OrderByDescending(p => p.DeletedUtc).ThenBy(p => p.Id)
            .Select(p => new DeletedLine(p.Id, p.Name, p.DeletedUtc!.Value)).ToListAsync(cancel);
    }

    /// <summary>A new project, and the models that come with it; all or nothing.</summary>
    /// <param name="models">None of which is in the catalog yet.</param>
    /// <exception cref="StaleException">One of the models came into the catalog meanwhile.</exception>
    public async Task<OpenProject> Create(Design design, AsBuilt asBuilt, string label, IReadOnlyList<HardwareModel> models,
        CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        foreach (var model in models)
        {
            if (await db.Models.FindAsync([model.Id], cancel) is { } there)
            {
                throw new StaleException($"The model {model.Id}", 0, there.Version);
            }

            ShopStore.Put(db, null, model);
        }

        await ShopStore.Revive(db, design.Devices.Select(d => d.ModelId), cancel);
        await db.SaveChangesAsync(cancel);
        var now = clock.GetUtcNow().UtcDateTime;
        var project = new ProjectRow
        {
            Id = Guid.CreateVersion7(clock.GetUtcNow()),
            Name = design.Name,
            CreatedUtc = now,
            ChangedUtc = now,
            CurrentNumber = 1
        };
        project.Bench.AddRange(asBuilt.Log.Select(e => Row(project.Id, e)));
        project.Revisions.Add(new RevisionRow
        {
            ProjectId = project.Id,
            Number = 1,
            Label = label,
            DesignJson = Wire.Json(design),
            CreatedUtc = now,
            KnowledgeMark = await Knowledge.Keep(db, cancel)
        });
        db.Projects.Add(project);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return await Opened(db, project, cancel);
    }

    /// <summary>Takes a project out of the list; everything of it stays, to be brought back.</summary>
    /// <exception cref="RevisionConflictException">Somebody changed it meanwhile; it stays in the list.</exception>
    public async Task Delete(Guid id, int expected, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var project = await Find(db, id, cancel);
        Expect(project, expected);
        project.DeletedUtc = clock.GetUtcNow().UtcDateTime;
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Puts a deleted project back into the list; one that is there stays there.</summary>
    public async Task BringBack(Guid id, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var project = await db.Projects.FirstOrDefaultAsync(p => p.Id == id, cancel) ?? throw Missing(id);
        project.DeletedUtc = null;
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <exception cref="NotFoundException">No such project.</exception>
    public async Task<OpenProject> Open(Guid id, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        return await Opened(db, await Find(db, id, cancel), cancel);
    }

    /// <summary>The projects whose current revision uses a model.</summary>
    public async Task<IReadOnlyList<OpenProject>> Using(string modelId, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var projects = new List<OpenProject>();
        foreach (var project in await ShopStore.Users(db, modelId).AsNoTracking().ToListAsync(cancel))
        {
            projects.Add(await Opened(db, project, cancel));
        }

        return projects;
    }

    /// <summary>A project as it was at one revision; its pointer stays where it is.</summary>
    /// <exception cref="NotFoundException">No such project or revision.</exception>
    public async Task<OpenProject> At(Guid id, int number, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var project = await Find(db, id, cancel);
        return (await Opened(db, project, await Revision(db, id, number, cancel), cancel)) with { CanRedo = false };
    }

    /// <summary>Adds lines to the bench log of a project; the design stays as it is.</summary>
    /// <param name="lines">Their numbers are given here, in this order.</param>
    /// <exception cref="NotFoundException">No such project.</exception>
    public async Task<OpenProject> Record(Guid id, IReadOnlyList<BenchEntry> lines, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var project = await Find(db, id, cancel);
        var last = await db.Bench.Where(b => b.ProjectId == id).MaxAsync(b => (int?)b.Number, cancel) ?? 0;
        var now = clock.GetUtcNow().UtcDateTime;
        db.Bench.AddRange(lines.Select((line, i) => Row(id, line with { Number = last + i + 1, AtUtc = now })));
        project.ChangedUtc = now;
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return await Opened(db, project, cancel);
    }

    /// <summary>In what catalog and shop are otherwise now than when a revision was made; null where that was not kept yet.</summary>
    /// <exception cref="NotFoundException">No such project or revision.</exception>
    public async Task<IReadOnlyList<Difference>?> Differences(Guid id, int number, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await Find(db, id, cancel);
        var row = await Revision(db, id, number, cancel);
        if (row.KnowledgeMark is not { } mark)
        {
            return null;
        }

        var now = await Knowledge.Now(db, cancel);
        return now.Mark == mark
            ? []
            : Knowledge.Between(await db.Knowledge.AsNoTracking().FirstAsync(k => k.Mark == mark, cancel), now,
                Wire.Parse<Design>(row.DesignJson).Devices.Select(d => d.ModelId).ToHashSet(StringComparer.Ordinal));
    }

    /// <summary>Writes a new revision on top of <paramref name="expected"/> and makes it current.</summary>
    /// <exception cref="RevisionConflictException">Somebody else was faster; the design is kept aside.</exception>
    public async Task<OpenProject> Save(Guid id, int expected, Design design, string label, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var project = await Find(db, id, cancel);
        var next = 1 + await db.Revisions.Where(r => r.ProjectId == id).MaxAsync(r => r.Number, cancel);
        var conflict = project.CurrentNumber != expected;
        if (expected < 1)
        {
            throw new NotFoundException($"revision is {expected}: the project has 1 to {next - 1}.");
        }

        // a window that was open while an older backup was restored knows revisions that are no more
        var parent = expected < next ? expected : project.CurrentNumber;
        var now = clock.GetUtcNow().UtcDateTime;
        db.Revisions.Add(new RevisionRow
        {
            ProjectId = id,
            Number = next,
            ParentNumber = parent,
            Label = label,
            DesignJson = Wire.Json(design),
            CreatedUtc = now,
            KeptAside = conflict,
            KnowledgeMark = await Knowledge.Keep(db, cancel)
        });
        if (!conflict)
        {
            project.CurrentNumber = next;
            project.Name = design.Name;
            project.ChangedUtc = now;
            await ShopStore.Revive(db, design.Devices.Select(d => d.ModelId), cancel);
        }

        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return conflict ? throw new RevisionConflictException(expected, project.CurrentNumber, next) : await Opened(db, project, cancel);
    }

    /// <summary>Goes back to the revision before the current one; nothing is deleted.</summary>
    /// <param name="check">Sees the project as it would be, before it is made current; what it throws leaves everything as it is.</param>
    public Task<OpenProject> Undo(Guid id, int expected, Action<OpenProject> check, CancellationToken cancel) =>
        Move(id, expected, (_, now) => Task.FromResult(now.ParentNumber), check, cancel);

    /// <summary>Goes forward again to the newest revision made on the current one.</summary>
    /// <inheritdoc cref="Undo" path="/param"/>
    public Task<OpenProject> Redo(Guid id, int expected, Action<OpenProject> check, CancellationToken cancel) =>
        Move(id, expected, (db, now) => NextOf(db, id, now.Number, cancel), check, cancel);

    /// <summary>Makes any revision of the history current, also one that was kept aside.</summary>
    /// <inheritdoc cref="Undo" path="/param"/>
    public Task<OpenProject> GoTo(Guid id, int expected, int number, Action<OpenProject> check, CancellationToken cancel) =>
        Move(id, expected, (_, _) => Task.FromResult<int?>(number), check, cancel);

    public async Task<IReadOnlyList<RevisionLine>> History(Guid id, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var project = await Find(db, id, cancel);
        var known = (await Knowledge.Now(db, cancel)).Mark;
        return await db.Revisions.Where(r => r.ProjectId == id).OrderByDescending(r => r.Number)
            .Select(r => new RevisionLine(r.Number, r.ParentNumber, r.Label, r.CreatedUtc, r.Number == project.CurrentNumber, r.KeptAside,
                r.KnowledgeMark != null && r.KnowledgeMark != known)).ToListAsync(cancel);
    }

    /// <param name="to">The number that is gone to from the current revision; null = there is none.</param>
    private async Task<OpenProject> Move(Guid id, int expected, Func<AnvilDb, RevisionRow, Task<int?>> to, Action<OpenProject> check,
        CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var project = await Find(db, id, cancel);
        Expect(project, expected);
        if (await to(db, await Revision(db, id, project.CurrentNumber, cancel)) is not { } number || number == project.CurrentNumber)
        {
            return await Opened(db, project, cancel);
        }

        var moved = await Opened(db, project, await Revision(db, id, number, cancel), cancel);
        check(moved);

        // checked before the write begins, so that nobody waits for it; whoever was faster meanwhile is seen here
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.Entry(project).ReloadAsync(cancel);
        Expect(project, expected);
        (project.CurrentNumber, project.Name, project.ChangedUtc) = (number, moved.Design.Name, clock.GetUtcNow().UtcDateTime);
        await ShopStore.Revive(db, moved.Design.Devices.Select(d => d.ModelId), cancel);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return moved;
    }

    private static void Expect(ProjectRow project, int expected)
    {
        if (project.CurrentNumber != expected)
        {
            throw new RevisionConflictException(expected, project.CurrentNumber, null);
        }
    }

    /// <summary>The newest revision made on that one; null where it is the last.</summary>
    private static Task<int?> NextOf(AnvilDb db, Guid id, int number, CancellationToken cancel) =>
        db.Revisions.Where(r => r.ProjectId == id && r.ParentNumber == number && !r.KeptAside).MaxAsync(r => (int?)r.Number, cancel);

    private static async Task<ProjectRow> Find(AnvilDb db, Guid id, CancellationToken cancel)
    {
        var project = await db.Projects.FirstOrDefaultAsync(p => p.Id == id, cancel) ?? throw Missing(id);
        return project.DeletedUtc is { } on
            ? throw new NotFoundException($"The project \"{project.Name}\" was deleted on "
                + $"{on.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}: bring it back in the list of projects first.")
            : project;
    }

    private static NotFoundException Missing(Guid id) => new($"There is no project {id}.");

    private static NotFoundException NoRevision(int number) => new($"revision is {number}: the project has no such revision.");

    private static async Task<OpenProject> Opened(AnvilDb db, ProjectRow project, CancellationToken cancel)
    {
        var current = await db.Revisions.AsNoTracking().FirstAsync(r => r.ProjectId == project.Id
            && r.Number == project.CurrentNumber, cancel);
        return await Opened(db, project, current, cancel);
    }

    /// <summary>The <see cref="OpenProject.Content"/> that a project of that design and records would have.</summary>
    public static string ContentOf(Design design, AsBuilt asBuilt) => Wire.Fingerprint([Wire.Json(design), Wire.Json(asBuilt)]);

    private static async Task<RevisionRow> Revision(AnvilDb db, Guid id, int number, CancellationToken cancel) =>
        await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.ProjectId == id && r.Number == number, cancel)
            ?? throw NoRevision(number);

    private static BenchRow Row(Guid id, BenchEntry entry) => new()
    {
        ProjectId = id,
        Number = entry.Number,
        AtUtc = entry.AtUtc,
        Unit = entry.Unit,
        PartId = entry.PartId,
        Fingerprint = entry.Fingerprint,
        Operation = entry.Operation,
        State = entry.State,
        Dimension = entry.Reading?.Dimension,
        ReadingMm = entry.Reading?.Mm,
        Minutes = entry.Minutes,
        Note = entry.Note,
    };

    private static BenchEntry Entry(BenchRow row) => new(
        row.Number, row.AtUtc, row.Unit, row.PartId, row.Fingerprint, row.Operation, row.State,
        row is { Dimension: { } dimension, ReadingMm: { } mm } ? new BenchReading(dimension, mm) : null, row.Minutes, row.Note);

    private static async Task<OpenProject> Opened(AnvilDb db, ProjectRow project, RevisionRow at, CancellationToken cancel)
    {
        var canRedo = await NextOf(db, project.Id, at.Number, cancel) is not null;
        var asBuilt = new AsBuilt([.. (await db.Bench.AsNoTracking().Where(b => b.ProjectId == project.Id).OrderBy(b => b.Number)
            .ToListAsync(cancel)).Select(Entry)]);
        var content = Wire.Fingerprint([at.DesignJson, Wire.Json(asBuilt)]);
        return new OpenProject(project.Id, at.Number, Wire.Parse<Design>(at.DesignJson), asBuilt, at.ParentNumber is not null,
            canRedo, content)
        {
            KnewOtherwise = at.KnowledgeMark is { } mark && mark != (await Knowledge.Now(db, cancel)).Mark,
        };
    }
}
