using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Measuring;
using AnvilPlan.Core.Shops;
using AnvilPlan.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>A line of the list of projects.</summary>
public sealed record ProjectLine(Guid Id, string Name, DateTime ChangedUtc, int Revision);

/// <summary>A project at its current revision.</summary>
public sealed record OpenProject(Guid Id, int Revision, Design Design, AsBuilt AsBuilt, bool CanUndo, bool CanRedo);

/// <summary>A line of a project's history.</summary>
public sealed record RevisionLine(int Number, int? Parent, string Label, DateTime CreatedUtc, bool Current, bool KeptAside);

/// <summary>The project moved on since the writer last read it. What was to be written is kept aside under its own number.</summary>
public sealed class RevisionConflictException(int expected, int current, int? keptAs)
    : Exception($"The project is at revision {current}, the edit was made on revision {expected}.{(keptAs is null ? "" : $" It is kept aside as revision {keptAs}.")}")
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
    private const string ShopKey = "shop";
    private const string ReadingsKey = "readings/";

    public async Task<IReadOnlyList<ProjectLine>> List(CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        return await db.Projects.OrderByDescending(p => p.ChangedUtc).ThenBy(p => p.Id).Select(p => new ProjectLine(p.Id, p.Name, p.ChangedUtc, p.CurrentNumber)).ToListAsync(cancel);
    }

    public async Task<OpenProject> Create(Design design, AsBuilt asBuilt, string label, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var now = clock.GetUtcNow().UtcDateTime;
        var project = new ProjectRow { Id = Guid.CreateVersion7(clock.GetUtcNow()), Name = design.Name, CreatedUtc = now, ChangedUtc = now, CurrentNumber = 1, AsBuiltJson = Json(asBuilt) };
        project.Revisions.Add(new RevisionRow { ProjectId = project.Id, Number = 1, Label = label, DesignJson = Json(design), CreatedUtc = now });
        db.Projects.Add(project);
        await db.SaveChangesAsync(cancel);
        return new OpenProject(project.Id, 1, design, asBuilt, false, false);
    }

    /// <exception cref="NotFoundException">No such project.</exception>
    public async Task<OpenProject> Open(Guid id, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        return await Opened(db, await Find(db, id, cancel), cancel);
    }

    /// <summary>A project as it was at one revision; its pointer stays where it is.</summary>
    /// <exception cref="NotFoundException">No such project or revision.</exception>
    public async Task<OpenProject> At(Guid id, int number, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var project = await Find(db, id, cancel);
        var row = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.ProjectId == id && r.Number == number, cancel)
            ?? throw new NotFoundException($"revision is {number}: the project has no such revision.");
        return new OpenProject(id, number, Parse<Design>(row.DesignJson), Parse<AsBuilt>(project.AsBuiltJson), row.ParentNumber is not null, false);
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
        if (conflict && !await db.Revisions.AnyAsync(r => r.ProjectId == id && r.Number == expected, cancel))
        {
            throw new NotFoundException($"revision is {expected}: the project has 1 to {next - 1}.");
        }

        var now = clock.GetUtcNow().UtcDateTime;
        db.Revisions.Add(new RevisionRow { ProjectId = id, Number = next, ParentNumber = expected, Label = label, DesignJson = Json(design), CreatedUtc = now, KeptAside = conflict });
        if (!conflict)
        {
            project.CurrentNumber = next;
            project.Name = design.Name;
            project.ChangedUtc = now;
        }

        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return conflict ? throw new RevisionConflictException(expected, project.CurrentNumber, next) : await Opened(db, project, cancel);
    }

    /// <summary>Goes back to the revision before the current one; nothing is deleted.</summary>
    public Task<OpenProject> Undo(Guid id, int expected, CancellationToken cancel) => Move(id, expected, (current, _) => current.ParentNumber, cancel);

    /// <summary>Goes forward again to the newest revision made on the current one.</summary>
    public Task<OpenProject> Redo(Guid id, int expected, CancellationToken cancel) => Move(id, expected, NextOf, cancel);

    /// <summary>Makes any revision of the history current, also one that was kept aside.</summary>
    public Task<OpenProject> GoTo(Guid id, int expected, int number, CancellationToken cancel) =>
        Move(id, expected, (_, all) => all.Any(r => r.Number == number) ? number : null, cancel);

    public async Task<IReadOnlyList<RevisionLine>> History(Guid id, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var project = await Find(db, id, cancel);
        return await db.Revisions.Where(r => r.ProjectId == id).OrderByDescending(r => r.Number)
            .Select(r => new RevisionLine(r.Number, r.ParentNumber, r.Label, r.CreatedUtc, r.Number == project.CurrentNumber, r.KeptAside)).ToListAsync(cancel);
    }

    public async Task<(ShopProfile Shop, int Version)> Shop(CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var row = await db.Documents.AsNoTracking().FirstOrDefaultAsync(d => d.Key == ShopKey, cancel);
        return row is null ? (ShopProfile.Usual, 0) : (Parse<ShopProfile>(row.Json), row.Version);
    }

    /// <exception cref="RevisionConflictException">The profile was changed meanwhile; nothing is written.</exception>
    public async Task<int> SaveShop(ShopProfile shop, int expected, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var row = await db.Documents.FirstOrDefaultAsync(d => d.Key == ShopKey, cancel);
        if ((row?.Version ?? 0) != expected)
        {
            throw new RevisionConflictException(expected, row?.Version ?? 0, null);
        }

        if (row is null)
        {
            row = new DocumentRow { Key = ShopKey, Json = Json(shop), Version = 1 };
            db.Documents.Add(row);
        }
        else
        {
            (row.Json, row.Version) = (Json(shop), row.Version + 1);
        }

        await db.SaveChangesAsync(cancel);
        return row.Version;
    }

    public async Task<IReadOnlyList<HardwareModel>> OwnModels(CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var rows = await db.Models.AsNoTracking().OrderBy(m => m.Id).ToListAsync(cancel);
        return [.. rows.Select(r => Parse<HardwareModel>(r.Json))];
    }

    /// <summary>Adds own models or replaces those of the same id; all or none.</summary>
    public async Task SaveModels(IReadOnlyList<HardwareModel> models, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        foreach (var model in models)
        {
            var row = await db.Models.FindAsync([model.Id], cancel);
            if (row is null)
            {
                db.Models.Add(new ModelRow { Id = model.Id, Json = Json(model) });
            }
            else
            {
                row.Json = Json(model);
            }
        }

        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Readings that were taken of a model, by dimension.</summary>
    public async Task<IReadOnlyDictionary<string, IReadOnlyList<Reading>>> Readings(string modelId, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var row = await db.Documents.AsNoTracking().FirstOrDefaultAsync(d => d.Key == ReadingsKey + modelId, cancel);
        return row is null ? new Dictionary<string, IReadOnlyList<Reading>>(StringComparer.Ordinal) : Parse<Dictionary<string, IReadOnlyList<Reading>>>(row.Json);
    }

    /// <summary>Changes the readings of one dimension; two writers at once follow one another.</summary>
    public async Task ChangeReadings(string modelId, string key, Func<IReadOnlyList<Reading>, IReadOnlyList<Reading>> change, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(System.Data.IsolationLevel.Serializable, cancel);
        var row = await db.Documents.FirstOrDefaultAsync(d => d.Key == ReadingsKey + modelId, cancel);
        var all = row is null ? [] : Parse<Dictionary<string, IReadOnlyList<Reading>>>(row.Json);
        all[key] = change(all.GetValueOrDefault(key) ?? []);
        if (row is null)
        {
            db.Documents.Add(new DocumentRow { Key = ReadingsKey + modelId, Json = Json(all), Version = 1 });
        }
        else
        {
            (row.Json, row.Version) = (Json(all), row.Version + 1);
        }

        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    private async Task<OpenProject> Move(Guid id, int expected, Func<RevisionRow, IReadOnlyList<RevisionRow>, int?> to, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var project = await Find(db, id, cancel);
        if (project.CurrentNumber != expected)
        {
            throw new RevisionConflictException(expected, project.CurrentNumber, null);
        }

        var all = await db.Revisions.Where(r => r.ProjectId == id).ToListAsync(cancel);
        if (to(all.First(r => r.Number == project.CurrentNumber), all) is { } number)
        {
            project.CurrentNumber = number;
            project.Name = Parse<Design>(all.First(r => r.Number == number).DesignJson).Name;
            project.ChangedUtc = clock.GetUtcNow().UtcDateTime;
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(cancel);
        }

        return await Opened(db, project, cancel);
    }

    private static int? NextOf(RevisionRow current, IReadOnlyList<RevisionRow> all) =>
        all.Where(r => r.ParentNumber == current.Number && !r.KeptAside).Select(r => (int?)r.Number).Max();

    private static async Task<ProjectRow> Find(AnvilDb db, Guid id, CancellationToken cancel) =>
        await db.Projects.FirstOrDefaultAsync(p => p.Id == id, cancel) ?? throw new NotFoundException($"There is no project {id}.");

    private static async Task<OpenProject> Opened(AnvilDb db, ProjectRow project, CancellationToken cancel)
    {
        var current = await db.Revisions.AsNoTracking().FirstAsync(r => r.ProjectId == project.Id && r.Number == project.CurrentNumber, cancel);
        var canRedo = await db.Revisions.AnyAsync(r => r.ProjectId == project.Id && r.ParentNumber == current.Number && !r.KeptAside, cancel);
        return new OpenProject(project.Id, current.Number, Parse<Design>(current.DesignJson), Parse<AsBuilt>(project.AsBuiltJson), current.ParentNumber is not null, canRedo);
    }

    private static string Json<T>(T value) => JsonSerializer.Serialize(value, WireJson.Options);

    private static T Parse<T>(string json) => JsonSerializer.Deserialize<T>(json, WireJson.Options)!;
}
