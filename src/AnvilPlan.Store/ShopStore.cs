using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Measuring;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>A hardware model of the shop's own.</summary>
/// <param name="Retired">Taken out of the catalog, and kept for revisions that use it.</param>
public sealed record OwnModel(HardwareModel Model, int Version, bool Retired);

/// <summary>What every design of the shop is planned with.</summary>
/// <param name="Content">The same for the same content, whoever wrote it.</param>
public sealed record ShopContent(ShopProfile Shop, int ShopVersion, IReadOnlyList<OwnModel> Models, string Content)
{
    public Catalog Catalog => field ??= Shipped.Catalog.With(Models.Where(m => !m.Retired).Select(m => m.Model),
        Models.Where(m => m.Retired).Select(m => m.Model));
}

/// <summary>A model as it is to be.</summary>
/// <param name="Version">The version that the change was made on; 0 for a new one.</param>
public sealed record ModelChange(HardwareModel Model, int Version);

/// <summary>
/// What belongs to the shop and to no project: its profile, its own hardware models, and readings of them. Every change names the version
/// that it was made on.
/// </summary>
public sealed class ShopStore(IDbContextFactory<AnvilDb> contexts, TimeProvider clock)
{
    internal const string ShopKey = "shop";
    private const string ReadingsKey = "readings/";
    private ShopContent? _last;

    public async Task<ShopContent> Content(CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        return await Content(db, cancel);
    }

    /// <returns>The version that it has now.</returns>
    /// <exception cref="StaleException">The profile was changed meanwhile; nothing is written.</exception>
    public async Task<int> SaveShop(ShopProfile shop, int expected, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var row = await db.Documents.FirstOrDefaultAsync(d => d.Key == ShopKey, cancel);
        if ((row?.Version ?? 0) != expected)
        {
            throw new StaleException("The shop profile", expected, row?.Version ?? 0);
        }

        var version = Put(db, row, ShopKey, Wire.Json(shop));
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return version;
    }

    /// <summary>Adds models of the shop's own or changes them; all or none.</summary>
    /// <exception cref="StaleException">One was changed or removed meanwhile; nothing is written.</exception>
    /// <exception cref="RefusedException">An id belongs to a model that came with the application.</exception>
    public async Task SaveModels(IReadOnlyList<ModelChange> changes, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        foreach (var (model, version) in changes)
        {
            var row = await db.Models.FindAsync([model.Id], cancel);
            if (row is null && Shipped.Catalog.HasModel(model.Id))
            {
                throw new RefusedException("id", $"id is \"{model.Id}\": a model that came with the application bears it and stays as it "
                    + $"is; give yours an id of its own.");
            }

            if (version == 0 && row is { RetiredUtc: not null })
            {
                throw new RefusedException("id", $"id is \"{model.Id}\": a model that was taken out of the catalog bears it, and older "
                    + $"revisions show it; take another id.");
            }

            if ((row?.Version ?? 0) != version)
            {
                throw new StaleException($"The model {model.Id}", version, row?.Version ?? 0);
            }

            Put(db, row, model);
        }

        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes a model out of the catalog. Older revisions that used it keep it.</summary>
    /// <exception cref="StaleException">It was changed meanwhile.</exception>
    /// <exception cref="RefusedException">A project uses it, or it is none of the shop's own.</exception>
    public async Task RetireModel(string id, int version, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var row = await db.Models.FirstOrDefaultAsync(m => m.Id == id && m.RetiredUtc == null, cancel);
        if (row is null)
        {
            throw Shipped.Catalog.HasModel(id)
                ? new RefusedException("id", $"id is \"{id}\": that model came with the application and stays in the catalog.")
                : new NotFoundException($"The shop has no model \"{id}\" of its own.");
        }

        if (row.Version != version)
        {
            throw new StaleException($"The model {id}", version, row.Version);
        }

        var users = await Users(db, id).Select(p => p.Name).ToListAsync(cancel);
        if (users.Count > 0)
        {
            throw new RefusedException("id",
                $"id is \"{id}\": {string.Join(", ", users.Take(3).Select(u => $"\"{u}\""))}{(users.Count > 3
                    ? $" and {users.Count - 3} more" : "")} {(users.Count == 1 ? "uses" : "use")} it; take it out there first.");
        }

        (row.RetiredUtc, row.Version) = (clock.GetUtcNow().UtcDateTime, row.Version + 1);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Readings that were taken of a model, by dimension.</summary>
    public async Task<IReadOnlyDictionary<string, IReadOnlyList<Reading>>> Readings(string modelId, CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        var row = await db.Documents.AsNoTracking().FirstOrDefaultAsync(d => d.Key == ReadingsKey + modelId, cancel);
        return row is null ? new Dictionary<string, IReadOnlyList<Reading>>(StringComparer.Ordinal)
            : Wire.Parse<Dictionary<string, IReadOnlyList<Reading>>>(row.Json);
    }

    /// <summary>Changes the readings of one dimension; two writers at once follow one another.</summary>
    public async Task ChangeReadings(string modelId, string key, Func<IReadOnlyList<Reading>, IReadOnlyList<Reading>> change,
        CancellationToken cancel)
    {
        await using var db = await contexts.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var row = await db.Documents.FirstOrDefaultAsync(d => d.Key == ReadingsKey + modelId, cancel);
        var all = row is null ? [] : Wire.Parse<Dictionary<string, IReadOnlyList<Reading>>>(row.Json);
        all[key] = change(all.GetValueOrDefault(key) ?? []);
        Put(db, row, ReadingsKey + modelId, Wire.Json(all));
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Readings of one model for another that was made from it.</summary>
    public async Task CopyReadings(string fromId, string toId, CancellationToken cancel)
    {
        foreach (var (key, readings) in await Readings(fromId, cancel))
        {
            await ChangeReadings(toId, key, _ => readings, cancel);
        }
    }

    internal async Task<ShopContent> Content(AnvilDb db, CancellationToken cancel)
    {
        var shop = await db.Documents.AsNoTracking().FirstOrDefaultAsync(d => d.Key == ShopKey, cancel);
        var rows = await db.Models.AsNoTracking().OrderBy(m => m.Id).ToListAsync(cancel);
        var content = Wire.Fingerprint([shop?.Version.ToString(System.Globalization.CultureInfo.InvariantCulture) ?? "", shop?.Json
            ?? "", .. rows.SelectMany(r => (string[])[r.Json, $"{r.Version} {r.RetiredUtc}"])]);
        return _last is { } last && last.Content == content ? last : _last = new ShopContent(
            shop is null ? ShopProfile.Usual : Wire.Parse<ShopProfile>(shop.Json), shop?.Version ?? 0,
            [.. rows.Select(r => new OwnModel(Wire.Parse<HardwareModel>(r.Json), r.Version, r.RetiredUtc is not null))], content);
    }

    /// <summary>Models that a design uses are in the catalog, also when they were taken out of it meanwhile.</summary>
    internal static async Task Revive(AnvilDb db, IEnumerable<string> modelIds, CancellationToken cancel)
    {
        List<string> used = [.. modelIds.Distinct(StringComparer.Ordinal)];
        foreach (var row in await db.Models.Where(m => m.RetiredUtc != null && used.Contains(m.Id)).ToListAsync(cancel))
        {
            (row.RetiredUtc, row.Version) = (null, row.Version + 1);
        }
    }

    internal static void Put(AnvilDb db, ModelRow? row, HardwareModel model)
    {
        if (row is null)
        {
            db.Models.Add(new ModelRow { Id = model.Id, Json = Wire.Json(model), Version = 1 });
        }
        else
        {
            (row.Json, row.RetiredUtc, row.Version) = (Wire.Json(model), null, row.Version + 1);
        }
    }

    /// <summary>Projects whose current revision uses a model; deleted ones as well, for they can come back.</summary>
    internal static IQueryable<ProjectRow> Users(AnvilDb db, string modelId)
    {
        var mention = $"\"modelId\":\"{modelId}\"";
        return db.Projects.Where(p => db.Revisions.Any(r => r.ProjectId == p.Id && r.Number == p.CurrentNumber
            && r.DesignJson.Contains(mention)));
    }

    private static int Put(AnvilDb db, DocumentRow? row, string key, string json)
    {
        if (row is null)
        {
            db.Documents.Add(new DocumentRow { Key = key, Json = json, Version = 1 });
            return 1;
        }

        (row.Json, row.Version) = (json, row.Version + 1);
        return row.Version;
    }
}
