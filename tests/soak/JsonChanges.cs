using System.Text.Json.Nodes;

namespace AnvilPlan.Soak;

/// <summary>Changes inside JSON that stay JSON.</summary>
internal static class JsonChanges
{
    private static readonly string[] Words = ["", "a", "front", "panel/left", "tray-1", "mm", "=1+1", "<script>", "\u202Ex", "\ud83d\ude00",
        "../x", "null", "%00", "0", "-1", "petg", "relay-4", "sbc-85"];

    public static string Word(Random own) => Words[own.Next(Words.Length)];

    /// <summary>Goes down to some value and puts another in its place.</summary>
    public static void Spoil(Random own, JsonNode node)
    {
        while (true)
        {
            switch (node)
            {
                case JsonObject { Count: > 0 } o when o.ElementAt(own.Next(o.Count)) is var (key, value):
                    if (value is JsonObject or JsonArray { Count: > 0 } && own.Next(12) > 0)
                    {
                        node = value;
                        continue;
                    }

                    o[key] = Other(own, value);
                    return;
                case JsonArray { Count: > 0 } a:
                    var at = own.Next(a.Count);
                    if (a[at] is JsonObject or JsonArray && own.Next(6) > 0)
                    {
                        node = a[at]!;
                        continue;
                    }

                    if (own.Next(2) == 0)
                    {
                        a.Add(a[at]?.DeepClone());
                    }
                    else
                    {
                        a.RemoveAt(at);
                    }

                    return;
                default:
                    return;
            }
        }
    }

    public static JsonNode? Other(Random own, JsonNode? value) => value switch
    {
        JsonValue v when v.TryGetValue<double>(out var number) =>
            own.Next(14) switch
            {
                0 => 0,
                1 => -number,
                2 => number * 10,
                3 => 1e300,
                4 => JsonValue.Create("x"),
                5 => null,
                < 9 => number
            + 0.3,
                < 12 => Math.Round(number * 1.1),
                _ => Math.Round(number / 2)
            },
        JsonValue v when v.TryGetValue<string>(out var text) =>
            own.Next(4) switch { 0 => Word(own), 1 => new string('x', own.Next(5000)), 2 => null, _ => text + "x" },
        JsonValue v when v.TryGetValue<bool>(out var flag) => !flag,
        null => own.Next(3) switch { 0 => 3, 1 => "front", _ => 12.5 },
        _ => null,
    };
}
