using System.Security.Cryptography;
using System.Text.Json;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Shops;
using AnvilPlan.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace AnvilPlan.Store;

/// <summary>Something that a revision was planned with otherwise than it is planned now.</summary>
/// <param name="What">The field of the shop profile or of a model, by its path in files.</param>
/// <param name="Then">As it was; null = it was not there.</param>
/// <param name="Now">As it is; null = it is no more.</param>
public sealed record Difference(string What, string? Then, string? Now);

/// <summary>What a plan knows besides the design: the shop profile, the shop's own models, the tables that ship.</summary>
internal sealed record Knowledge(string Tables, JsonElement Shop, IReadOnlyDictionary<string, JsonElement> Models)
{
    private static readonly Lazy<string> ShippedTables = new(() =>
    {
        var core = typeof(Catalog).Assembly;
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var name in core.GetManifestResourceNames().Order(StringComparer.Ordinal))
        {
            using var table = core.GetManifestResourceStream(name)!;
            using var bytes = new MemoryStream();
            table.CopyTo(bytes);
            hash.AppendData(bytes.ToArray());
        }

        return Convert.ToHexString(hash.GetHashAndReset())[..16];
    });

    /// <summary>As it is in the database now.</summary>
    public static async Task<KnowledgeRow> Now(AnvilDb db, CancellationToken cancel)
    {
        var shop = await db.Documents.AsNoTracking().FirstOrDefaultAsync(d => d.Key == ShopStore.ShopKey, cancel);
        var models = await db.Models.AsNoTracking().Where(m => m.RetiredUtc == null).OrderBy(m => m.Id).ToListAsync(cancel);
        var json = Wire.Json(new Knowledge(ShippedTables.Value, Raw(shop?.Json ?? Wire.Json(ShopProfile.Usual)),
            models.ToDictionary(m => m.Id, m => Raw(m.Json), StringComparer.Ordinal)));
        return new KnowledgeRow { Mark = Wire.Fingerprint([json]), Json = json };
    }

    /// <summary>The mark of what is known now, kept in the database.</summary>
    public static async Task<string> Keep(AnvilDb db, CancellationToken cancel)
    {
        var now = await Now(db, cancel);
        if (!await db.Knowledge.AnyAsync(k => k.Mark == now.Mark, cancel) && db.Knowledge.Local.All(k => k.Mark != now.Mark))
        {
            db.Knowledge.Add(now);
        }

        return now.Mark;
    }

    /// <param name="models">The models that the revision uses: others make no difference to it.</param>
    public static IReadOnlyList<Difference> Between(KnowledgeRow then, KnowledgeRow now, IReadOnlySet<string> models)
    {
        var (a, b) = (Wire.Parse<Knowledge>(then.Json), Wire.Parse<Knowledge>(now.Json));
        return
        [
            .. a.Tables == b.Tables ? (IEnumerable<Difference>)[] : [new("tables of the application", a.Tables, b.Tables)],
            .. Compared("shop", a.Shop, b.Shop),
            .. models.Order(StringComparer.Ordinal).SelectMany(m => Compared($"models.{m}", Of(a.Models, m), Of(b.Models, m))),
        ];
    }

    private static JsonElement? Of(IReadOnlyDictionary<string, JsonElement> models, string id) => models.TryGetValue(id, out var model)
        ? model : null;

    private static IEnumerable<Difference> Compared(string path, JsonElement? a, JsonElement? b)
    {
        if (a is { ValueKind: JsonValueKind.Object } x && b is { ValueKind: JsonValueKind.Object } y)
        {
            return x.EnumerateObject().Concat(y.EnumerateObject()).Select(p => p.Name).Distinct(StringComparer.Ordinal)
                .SelectMany(name => Compared($"{path}.{name}", Field(x, name), Field(y, name)));
        }

        if (a is { ValueKind: JsonValueKind.Array } one && b is { ValueKind: JsonValueKind.Array } other)
        {
            // lines of a table are told by what names them, else by their number
            var (before, after) = (Lines(one), Lines(other));
            return before.Keys.Concat(after.Keys).Distinct(StringComparer.Ordinal)
                .SelectMany(key => Compared($"{path}[{key}]", before.TryGetValue(key, out var p) ? p
                    : null, after.TryGetValue(key, out var q) ? q : null));
        }

        return a?.GetRawText() == b?.GetRawText() ? [] : [new Difference(path, a?.GetRawText(), b?.GetRawText())];
    }

    private static JsonElement? Field(JsonElement of, string name) => of.TryGetProperty(name, out var value) ? value : null;

    private static Dictionary<string, JsonElement> Lines(JsonElement list)
    {
        var lines = new Dictionary<string, JsonElement>(StringComparer.Ordinal);
        foreach (var (line, i) in list.EnumerateArray().Select((l, i) => (l, i)))
        {
            var name = line.ValueKind == JsonValueKind.Object && line.TryGetProperty("id", out var id)
                && id.ValueKind == JsonValueKind.String ? id.GetString()! : $"{i + 1}";
            lines[lines.ContainsKey(name) ? $"{name} {i + 1}" : name] = line;
        }

        return lines;
    }

    private static JsonElement Raw(string json)
    {
        using var document = JsonDocument.Parse(json);
        return document.RootElement.Clone();
    }
}
