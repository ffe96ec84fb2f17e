using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Bench;

namespace AnvilPlan.Formats.Project;

/// <summary>Project files of earlier schemas in the words of the present one.</summary>
internal static class Earlier
{
    /// <summary>
    /// In schema 1 <c>asBuilt</c> held the state of each part and what it was made as: a line of the log each. When that happened was not
    /// kept.
    /// </summary>
    /// <exception cref="JsonException">A value is missing or of another kind; its path is that of schema 1.</exception>
    public static JsonObject FromFirst(JsonElement root)
    {
        var file = JsonObject.Create(root)!;
        file["schema"] = ProjectFile.CurrentSchema;
        if (file["asBuilt"] is not JsonObject asBuilt || !asBuilt.ContainsKey("parts"))
        {
            return file;
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
        return file;
    }

    private static JsonException Wrong(string path, string reason) => new(reason, path, null, null);
}
