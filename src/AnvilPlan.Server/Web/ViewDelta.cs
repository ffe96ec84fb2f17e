using System.Runtime.InteropServices;
using System.Text.Json;

namespace AnvilPlan.Server.Web;

/// <summary>
/// What must be changed in one JSON document to make it another. A change is an object with one of these keys:
/// <c>=</c> put this value; <c>~</c> change these fields (and <c>-</c> take these away); <c>@</c> a list by the ids of its entries, in
/// their order: an id = as it was, an object = the change of the entry with its <c>id</c>, or a new one; <c>#</c> change the entries at
/// these places of a list; <c>%</c> at this place of a list take so many out and put these in.
/// </summary>
public static class ViewDelta
{
    public static void Write(Utf8JsonWriter to, JsonElement was, JsonElement now)
    {
        to.WriteStartObject();
        if (was.ValueKind == JsonValueKind.Object && now.ValueKind == JsonValueKind.Object)
        {
            Fields(to, was, now);
        }
        else if (was.ValueKind == JsonValueKind.Array && now.ValueKind == JsonValueKind.Array)
        {
            if (ById(was) is { } before && ById(now) is { } after)
            {
                Entries(to, before, after);
            }
            else
            {
                Places(to, [.. was.EnumerateArray()], [.. now.EnumerateArray()]);
            }
        }
        else
        {
            Put(to, now);
        }

        to.WriteEndObject();
    }

    private static void Put(Utf8JsonWriter to, JsonElement value)
    {
        to.WritePropertyName("=");
        value.WriteTo(to);
    }

    private static void Fields(Utf8JsonWriter to, JsonElement was, JsonElement now)
    {
        var before = was.EnumerateObject().ToDictionary(f => f.Name, f => f.Value, StringComparer.Ordinal);
        to.WriteStartObject("~");
        foreach (var field in now.EnumerateObject())
        {
            if (!before.Remove(field.Name, out var old))
            {
                to.WriteStartObject(field.Name);
                Put(to, field.Value);
                to.WriteEndObject();
            }
            else if (!Same(old, field.Value))
            {
                to.WritePropertyName(field.Name);
                Write(to, old, field.Value);
            }
        }

        to.WriteEndObject();
        if (before.Count > 0)
        {
            to.WriteStartArray("-");
            foreach (var name in before.Keys)
            {
                to.WriteStringValue(name);
            }

            to.WriteEndArray();
        }
    }

    /// <summary>The entries by their ids, in their order; null where one has none, or two have the same.</summary>
    private static List<(string Id, JsonElement Value)>? ById(JsonElement list)
    {
        var entries = new List<(string, JsonElement)>();
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var entry in list.EnumerateArray())
        {
            if (entry.ValueKind != JsonValueKind.Object || !entry.TryGetProperty("id", out var id) || id.ValueKind != JsonValueKind.String
                || !seen.Add(id.GetString()!))
            {
                return null;
            }

            entries.Add((id.GetString()!, entry));
        }

        return entries;
    }

    private static void Entries(Utf8JsonWriter to, List<(string Id, JsonElement Value)> before, List<(string Id, JsonElement Value)> after)
    {
        var had = before.ToDictionary(e => e.Id, e => e.Value, StringComparer.Ordinal);
        to.WriteStartArray("@");
        foreach (var (id, value) in after)
        {
            if (had.TryGetValue(id, out var old) && Same(old, value))
            {
                to.WriteStringValue(id);
                continue;
            }

            to.WriteStartObject();
            to.WriteString("id", id);
            if (had.ContainsKey(id))
            {
                Fields(to, old, value);
            }
            else
            {
                Put(to, value);
            }

            to.WriteEndObject();
        }

        to.WriteEndArray();
    }

    private static void Places(Utf8JsonWriter to, JsonElement[] was, JsonElement[] now)
    {
        if (was.Length == now.Length && Array.TrueForAll(now, e => e.ValueKind is JsonValueKind.Object or JsonValueKind.Array))
        {
            to.WriteStartObject("#");
            for (var i = 0; i < now.Length; i++)
            {
                if (!Same(was[i], now[i]))
                {
                    to.WritePropertyName(i.ToString(System.Globalization.CultureInfo.InvariantCulture));
                    Write(to, was[i], now[i]);
                }
            }

            to.WriteEndObject();
            return;
        }

        var (start, end, shorter) = (0, 0, Math.Min(was.Length, now.Length));
        while (start < shorter && Same(was[start], now[start]))
        {
            start++;
        }

        while (end < shorter - start && Same(was[^(end + 1)], now[^(end + 1)]))
        {
            end++;
        }

        to.WriteStartArray("%");
        to.WriteNumberValue(start);
        to.WriteNumberValue(was.Length - start - end);
        to.WriteStartArray();
        foreach (var value in now[start..^end])
        {
            value.WriteTo(to);
        }

        to.WriteEndArray();
        to.WriteEndArray();
    }

    /// <summary>Both are written by the same writer: what is the same has the same bytes.</summary>
    private static bool Same(JsonElement a, JsonElement b) =>
        JsonMarshal.GetRawUtf8Value(a).SequenceEqual(JsonMarshal.GetRawUtf8Value(b));
}
