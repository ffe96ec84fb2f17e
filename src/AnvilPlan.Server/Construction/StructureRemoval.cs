using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Server.Construction;

/// <summary>
/// Takes a structure out so that the design is as it was without it: whatever was changed when it came, and not since, goes back; what
/// the maker decided meanwhile stays.
/// </summary>
public static class StructureRemoval
{
    /// <param name="without">The last design of the history without the structure; null when the history does not reach back.</param>
    /// <param name="with">The first design with it.</param>
    public static Design From(Design now, string structureId, Design? without, Design? with)
    {
        var kept = now with { Structures = [.. now.Structures.Where(s => s.Id != structureId)] };
        if (without is null || with is null)
        {
            return kept;
        }

        // what had to make way when it came stands again, where it stood
        var gone = without.Structures.Where(s => with.Structures.All(w => w.Id != s.Id) && kept.Structures.All(k => k.Id != s.Id));
        var order = without.Structures.Select(s => s.Id).ToList();
        kept = kept with
        {
            Structures = [.. kept.Structures.Concat(gone).OrderBy(s => order.IndexOf(s.Id) is >= 0 and var at ? at
            : int.MaxValue)]
        };
        var merged = Merge(Json(without), Json(with), Json(kept), "structures");
        return merged.Deserialize<Design>(Shipped.Json)!;
    }

    private static JsonNode Json(Design design) => JsonSerializer.SerializeToNode(design, Shipped.Json)!;

    /// <summary>
    /// A value that is still what it was made goes back to what it had been; objects by their fields, lists by what names their entries.
    /// </summary>
    private static JsonNode Merge(JsonNode before, JsonNode made, JsonNode now, string? skip = null)
    {
        var result = new JsonObject();
        foreach (var (key, value) in now.AsObject())
        {
            result[key] = key == skip ? value?.DeepClone() : Back(before[key], made[key], value);
        }

        return result;
    }

    private static JsonNode? Back(JsonNode? before, JsonNode? made, JsonNode? now)
    {
        if (JsonNode.DeepEquals(made, now) || JsonNode.DeepEquals(before, now))
        {
            return before?.DeepClone();
        }

        if (before is JsonObject b && made is JsonObject m && now is JsonObject n)
        {
            // a choice that is of another kind by now holds other fields: it stays whole
            return SameFields(b, n) && SameFields(m, n) ? Merge(before, made, now) : now.DeepClone();
        }

        return before is JsonArray was && made is JsonArray and var then && now is JsonArray list && Named(was) && Named((JsonArray)then)
            && Named(list) ? Entries(was, (JsonArray)then, list) : now?.DeepClone();
    }

    /// <summary>Entries that came with it and were not changed since go; those that it changed go back; the others stay.</summary>
    private static JsonArray Entries(JsonArray before, JsonArray made, JsonArray now)
    {
        JsonNode? Find(JsonArray of, string name) => of.FirstOrDefault(e => NameOf(e) == name);
        return
        [
            .. now.Select(e => (Entry: e, Was: Find(before, NameOf(e)!), Then: Find(made, NameOf(e)!)))
                .Where(e => e.Was is not null || e.Then is null || !JsonNode.DeepEquals(e.Then, e.Entry))
                .Select(e => e.Was is null ? e.Entry!.DeepClone() : Back(e.Was, e.Then, e.Entry)),
        ];
    }

    private static bool SameFields(JsonObject a, JsonObject b) => a.Count == b.Count && a.All(f => b.ContainsKey(f.Key));

    private static bool Named(JsonArray list) => list.All(e => NameOf(e) is not null);

    private static string? NameOf(JsonNode? entry) => entry is JsonObject o && (o["id"] ?? o["face"]) is JsonValue name
        && name.TryGetValue<string>(out var text) ? text : null;
}
