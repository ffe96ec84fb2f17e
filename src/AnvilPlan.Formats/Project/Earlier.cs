using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Bench;

namespace AnvilPlan.Formats.Project;

/// <summary>Project files of earlier schemas in the words of the present one.</summary>
internal static class Earlier
{
    /// <summary>What schemas 1 and 2 said of a device's fixing, each in a field of its own.</summary>
    private static readonly string[] MountingFields = ["standoffMm", "screwLengthMm", "washerMm", "stuck", "adapter", "onDrilledHoles"];

    /// <exception cref="JsonException">A value is missing or of another kind; its path is that of the file.</exception>
    public static JsonObject Present(JsonElement root, int schema)
    {
        var file = JsonObject.Create(root)!;
        file["schema"] = ProjectFile.CurrentSchema;
        if (schema < 2)
        {
            StatesToLog(file);
        }

        if (schema < 3)
        {
            OneMounting(file);
        }

        return file;
    }

    /// <summary>Where a file said several of them, strips came before a plate, and a plate before holes that are there.</summary>
    private static void OneMounting(JsonObject file)
    {
        var devices = (file["design"] as JsonObject)?["devices"] as JsonArray ?? [];
        foreach (var device in devices.OfType<JsonObject>().Where(d => !d.ContainsKey("mounting")))
        {
            var said = MountingFields.ToDictionary(f => f, f => device[f]?.DeepClone(), StringComparer.Ordinal);
            foreach (var field in MountingFields)
            {
                device.Remove(field);
            }

            device["mounting"] = said["stuck"] is JsonObject strips ? With(strips, "sticking") : Screwed(said);
        }
    }

    private static JsonObject Screwed(Dictionary<string, JsonNode?> said)
    {
        var screws = new JsonObject
        {
            ["standoffMm"] = said["standoffMm"],
            ["screwLengthMm"] = said["screwLengthMm"],
            ["washerMm"] = said["washerMm"] ?? 0,
        };
        if (said["adapter"] is { } plate)
        {
            screws["plate"] = plate;
            return With(screws, "adapter");
        }

        return With(screws, said["onDrilledHoles"] is JsonValue there && there.GetValueKind() == JsonValueKind.True ? "deckHoles"
            : "ownFixings");
    }

    /// <summary>The word that tells the kind comes first.</summary>
    private static JsonObject With(JsonObject fields, string by)
    {
        fields.Insert(0, "by", by);
        return fields;
    }

    /// <summary>
    /// In schema 1 <c>asBuilt</c> held the state of each part and what it was made as: a line of the log each. When that happened was not
    /// kept.
    /// </summary>
    private static void StatesToLog(JsonObject file)
    {
        if (file["asBuilt"] is not JsonObject asBuilt || !asBuilt.ContainsKey("parts"))
        {
            return;
        }

        if (asBuilt["parts"] is not JsonArray parts)
        {
            throw Wrong("$.asBuilt.parts", "it must be a list.");
        }

        var log = new JsonArray();
        foreach (var (node, i) in parts.Select((p, i) => (p, i)))
        {
            var at = $"$.asBuilt.parts[{i}]";
            if (node is not JsonObject record)
            {
                throw Wrong(at, "it must be an object.");
            }

            if (record.Select(f => f.Key).FirstOrDefault(k => k is not ("partId" or "state" or "fingerprint")) is { } strange)
            {
                throw Wrong($"{at}.{strange}", $"the key '{strange}' is not known here.");
            }

            string Text(string key) => record[key] is JsonValue value && value.TryGetValue<string>(out var text) ? text
                : throw Wrong($"{at}.{key}", "it must be a text.");
            log.Add(new JsonObject
            {
                ["number"] = i + 1,
                ["atUtc"] = DateTime.UnixEpoch,
                ["unit"] = 1,
                ["partId"] = Text("partId"),
                ["fingerprint"] = Text("fingerprint"),
                ["operation"] = null,
                ["state"] = Enum.TryParse<PartState>(Text("state"), ignoreCase: true, out _) ? Text("state")
                    : throw Wrong($"{at}.state", $"it is \"{Text("state")}\", which is no state of a part."),
                ["reading"] = null,
                ["minutes"] = null,
                ["note"] = "",
            });
        }

        file["asBuilt"] = new JsonObject { ["log"] = log };
    }

    private static JsonException Wrong(string path, string reason) => new(reason, path, null, null);
}
