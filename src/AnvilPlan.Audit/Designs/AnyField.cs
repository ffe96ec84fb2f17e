using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization.Metadata;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Audit.Designs;

/// <summary>
/// Gives one field of a design another value of its kind, whichever field it is: what nobody thought of when the audit was written is
/// tried as well, and so is what the model gains later.
/// </summary>
internal sealed class AnyField(Catalog catalog, Random random)
{
    /// <summary>Parts of a design that no part, fixing or file follows from.</summary>
    private static readonly HashSet<string> Beside = ["Criteria", "Options", "Likeness", "Service", "Locked"];

    private sealed record Spot(JsonObject In, JsonPropertyInfo Field);

    /// <summary>The design with one field changed; null when the value drawn is none that a design can have.</summary>
    public Design? Changed(Design design)
    {
        var json = JsonSerializer.SerializeToNode(design, Shipped.Json)!.AsObject();
        List<Spot> spots = [.. Spots(design, json)];
        // each field of each kind of thing as often as any other, however many edges and devices there are
        var kinds = spots.GroupBy(s => (s.Field.DeclaringType, s.Field.Name)).ToList();
        var (owner, field) = One([.. One(kinds)]);
        if (!Drawn(field, owner[field.Name], out var value))
        {
            return null;
        }

        owner[field.Name] = value;
        try
        {
            return json.Deserialize<Design>(Shipped.Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static JsonTypeInfo Info(Type type) => Shipped.Json.GetTypeInfo(type);

    private static IEnumerable<Spot> Spots(object owner, JsonObject json)
    {
        foreach (var field in Info(owner.GetType()).Properties.Where(p => p.Get is not null && !Beside.Contains(Pascal(p.Name))))
        {
            yield return new Spot(json, field);
            var value = field.Get!(owner);
            List<(object Value, JsonNode? Node)> within = (value, json[field.Name]) switch
            {
                ({ } one, JsonObject node) => [(one, node)],
                (System.Collections.IEnumerable many, JsonArray nodes) => [.. many.Cast<object>().Zip(nodes)],
                _ => [],
            };
            foreach (var spot in within.Where(w => w.Node is JsonObject).SelectMany(w => Spots(w.Value, w.Node!.AsObject())))
            {
                yield return spot;
            }
        }
    }

    private static string Pascal(string name) => char.ToUpperInvariant(name[0]) + name[1..];

    private bool Drawn(JsonPropertyInfo field, JsonNode? now, out JsonNode? value)
    {
        value = null;
        if (now is JsonArray { Count: > 0 } list && (list[0] is not JsonObject || random.Next(2) == 0))
        {
            value = list.DeepClone();
            value.AsArray().RemoveAt(random.Next(list.Count));
            return true;
        }

        if (now is not null && field.IsSetNullable && random.Next(3) == 0)
        {
            return true;
        }

        value = Invented(field.PropertyType, field.Name, now, deep: 0);
        return value is not null;
    }

    /// <summary>A value of that type, near the one that is there; null when none is known for it.</summary>
    private JsonNode? Invented(Type type, string name, JsonNode? now, int deep)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(bool))
        {
            return now is null ? random.Next(2) == 0 : !now.GetValue<bool>();
        }

        if (type == typeof(double))
        {
            return Math.Round(now?.GetValue<double>() is { } v and not 0 ? v * (0.6 + random.NextDouble())
                : 1 + (random.NextDouble() * 30), 1);
        }

        if (type == typeof(int))
        {
            return now?.GetValue<int>() is { } n ? n + random.Next(-1, 3) : random.Next(1, 5);
        }

        if (type.IsEnum)
        {
            return JsonSerializer.SerializeToNode(One<object>([.. Enum.GetValues(type).Cast<object>()]), type, Shipped.Json);
        }

        if (type == typeof(string))
        {
            return name switch
            {
                _ when name.EndsWith("BarId", StringComparison.OrdinalIgnoreCase) => One(catalog.Bars).Id,
                _ when name.EndsWith("MaterialId", StringComparison.OrdinalIgnoreCase) => One([.. catalog.Boards]).MaterialId,
                _ => null,
            };
        }

        var info = Info(type);
        if (info.Kind == JsonTypeInfoKind.Enumerable && Invented(info.ElementType!, name, null, deep + 1) is { } element)
        {
            return new JsonArray(now is JsonArray old ? [.. old.Select(o => o?.DeepClone()), element] : [element]);
        }

        return info.Kind == JsonTypeInfoKind.Object && !type.IsAbstract && deep < 3 ? Record(info, deep) : null;
    }

    private JsonObject? Record(JsonTypeInfo info, int deep)
    {
        var made = new JsonObject();
        foreach (var field in info.Properties)
        {
            var value = field.IsRequired || random.Next(3) == 0 ? Invented(field.PropertyType, field.Name, null, deep + 1) : null;
            if (value is not null)
            {
                made[field.Name] = value;
            }
            else if (field.IsRequired && !field.IsSetNullable)
            {
                return null;
            }
            else if (field.IsRequired)
            {
                made[field.Name] = null;
            }
        }

        return made;
    }

    private T One<T>(IReadOnlyList<T> of) => of[random.Next(of.Count)];
}
