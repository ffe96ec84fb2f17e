using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace AnvilPlan.Soak;

/// <summary>
/// Requests made from the application's own OpenAPI document: every operation, parameters and bodies by their schemas, then spoiled.
/// Designs and profiles that are really there are changed in one to three places, so that many get past the first check.
/// </summary>
internal sealed class ApiFuzz(string root, string folder, Random random, Tally tally)
{
    private const int Workers = 4;
    private const int DeepestSchema = 7;
    private readonly List<string> _ids = [];
    private JsonNode _document = null!;
    private HttpClient _client = null!;

    public async Task Run(int requests)
    {
        var (server, said) = await ServerProcess.Start(root, Path.Combine(folder, "api.db"), Path.Combine(root, "demo"));
        if (server is null)
        {
            tally.Crash(said);
            return;
        }

        using (server)
        {
            _client = server.Client;
            _document = (await _client.GetFromJsonAsync<JsonNode>("/api/openapi.json"))!;
            _ids.AddRange((await _client.GetFromJsonAsync<JsonArray>("/api/projects/"))!.Select(p => p!["id"]!.GetValue<string>()));
            var left = requests;
            await Task.WhenAll(Enumerable.Range(0, Workers)
                .Select(w => Worker(new Random(random.Next()), () => Interlocked.Decrement(ref left) >= 0 && !server.Exited)));
            tally.Memory(server.PeakKb());
            foreach (var fault in server.Faults)
            {
                tally.Note(fault);
            }

            if (server.Exited)
            {
                tally.Crash($"the server ended: {server.Errors}");
                return;
            }

            // every project that is in the list still opens, or says why it cannot be planned
            foreach (var project in (await _client.GetFromJsonAsync<JsonArray>("/api/projects/"))!)
            {
                using var open = await _client.GetAsync($"/api/projects/{project!["id"]}");
                if (!open.IsSuccessStatusCode)
                {
                    tally.Lost($"project {project["name"]} does not open: {await open.Content.ReadAsStringAsync()}");
                }
            }
        }
    }

    private async Task Worker(Random own, Func<bool> more)
    {
        var operations = _document["paths"]!.AsObject().SelectMany(p => p.Value!.AsObject()
            .Select(o => (Path: p.Key, Method: o.Key, Operation: o.Value!))).Where(o => o.Method != "parameters").ToList();
        while (more())
        {
            var (path, method, operation) = operations[own.Next(operations.Count)];
            tally.Round();
            using var request = await Request(own, path, method, operation);
            var watch = Stopwatch.StartNew();
            try
            {
                using var answer = await _client.SendAsync(request);
                var body = await answer.Content.ReadAsByteArrayAsync();
                var status = (int)answer.StatusCode;
                tally.Count($"{status / 100}xx");
                if (status >= 500)
                {
                    tally.FiveHundred($"{method} {request.RequestUri}: {status} {Encoding.UTF8.GetString(body)} for "
                        + $"{(request.Content is null ? "" : await request.Content.ReadAsStringAsync())}");
                }
                else if (status >= 400 && JsonNode.Parse(body)?["detail"] is not JsonValue)
                {
                    tally.Crash($"{method} {request.RequestUri}: {status} without a sentence");
                }
                else if (!answer.Headers.Contains("Content-Security-Policy"))
                {
                    tally.Crash($"{method} {request.RequestUri}: {status} without its headers");
                }
                else
                {
                    tally.Acknowledged();
                }
            }
            catch (Exception error) when (error is HttpRequestException or TaskCanceledException or System.Text.Json.JsonException)
            {
                tally.Crash($"{method} {request.RequestUri}: {error.Message}");
            }

            tally.Took(watch.Elapsed, $"{method} {path}");
        }
    }

    private async Task<HttpRequestMessage> Request(Random own, string path, string method, JsonNode operation)
    {
        var query = new List<string>();
        foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
        {
            var (name, value) = (parameter!["name"]!.GetValue<string>(),
                Uri.EscapeDataString(Text(own, parameter["name"]!.GetValue<string>(), parameter["schema"])));
            if (parameter["in"]!.GetValue<string>() == "path")
            {
                path = path.Replace($"{{{name}}}", value, StringComparison.Ordinal);
            }
            else if (own.Next(10) > 0)
            {
                query.Add($"{name}={value}");
            }
        }

        var request = new HttpRequestMessage(new HttpMethod(own.Next(60) == 0 ? "PATCH" : method.ToUpperInvariant()), path
            + (query.Count > 0 ? "?" + string.Join('&', query) : ""));
        if (operation["requestBody"]?["content"] is JsonObject content)
        {
            var (type, schema) = (content.First().Key, content.First().Value!["schema"]);
            var text = own.Next(12) == 0 ? JsonChanges.Word(own) : (await Real(own, path, schema))?.ToJsonString()
                ?? Value(own, schema, 0)?.ToJsonString() ?? "null";
            request.Content = new ByteArrayContent(own.Next(6) == 0 ? new Mutations(own).Of(text + " ") : Encoding.UTF8.GetBytes(text));
            request.Content.Headers.TryAddWithoutValidation("Content-Type", own.Next(25) == 0 ? "text/plain" : type);
        }

        return request;
    }

    /// <summary>An edit of what is really there, changed in a few places; null where the operation edits nothing.</summary>
    private async Task<JsonNode?> Real(Random own, string path, JsonNode? schema)
    {
        var name = schema?["$ref"]?.GetValue<string>() ?? "";
        if (own.Next(8) == 0 || !(name.EndsWith("/DesignEdit", StringComparison.Ordinal)
            || name.EndsWith("/ShopEdit", StringComparison.Ordinal)))
        {
            return null;
        }

        try
        {
            var now = await _client.GetFromJsonAsync<JsonNode>(name.EndsWith("/ShopEdit", StringComparison.Ordinal) ? "/api/shop/"
                : path.Split('?')[0][..path.LastIndexOf('/')]);
            if (now is not JsonObject)
            {
                return null;
            }

            var (of, body) = now["design"] is { } design
                ? (design, new JsonObject
                {
                    ["expectedRevision"] = now["revision"]!.DeepClone(),
                    ["label"] = "fuzz",
                    ["design"] = design.DeepClone()
                }) : (now["shop"]!, new JsonObject
                {
                    ["version"] = now["version"]!.DeepClone(),
                    ["shop"] = now["shop"]!.DeepClone()
                });
            for (var n = own.Next(1, 4); n > 0; n--)
            {
                JsonChanges.Spoil(own, body[of == now["design"] ? "design" : "shop"]!);
            }

            return body;
        }
        catch (HttpRequestException)
        {
            return null;
        }
    }

    private string Text(Random own, string name, JsonNode? schema)
    {
        if (own.Next(8) == 0)
        {
            return JsonChanges.Word(own);
        }

        return name switch
        {
            "id" when schema?["format"]?.GetValue<string>() == "uuid" => _ids[own.Next(_ids.Count)],
            "id" or "modelId" => own.Next(2) == 0 ? "relay-4" : "sbc-85",
            "revision" or "expectedRevision" or "version" => own.Next(1, 6).ToString(CultureInfo.InvariantCulture),
            "process" => "saw",
            "materialId" => "mdf",
            "edge" => "frontTop",
            "paper" => "a4",
            "name" => "cutlist.csv",
            _ => Value(own, schema, 0)?.ToString() ?? "",
        };
    }

    /// <summary>A value by a schema, now and then another.</summary>
    private JsonNode? Value(Random own, JsonNode? schema, int depth)
    {
        if (schema is null || depth > DeepestSchema || own.Next(40) == 0)
        {
            return JsonChanges.Other(own, own.Next(2) == 0 ? JsonValue.Create(5.5) : JsonValue.Create("x"));
        }

        if (schema["$ref"] is JsonValue reference)
        {
            return Value(own, _document["components"]!["schemas"]![reference.GetValue<string>().Split('/')[^1]], depth);
        }

        if ((schema["oneOf"] ?? schema["anyOf"] ?? schema["allOf"]) is JsonArray { Count: > 0 } of)
        {
            return Value(own, of[own.Next(of.Count)], depth + 1);
        }

        if (schema["enum"] is JsonArray { Count: > 0 } words)
        {
            return words[own.Next(words.Count)]?.DeepClone();
        }

        var types = schema["type"] is JsonArray several ? [.. several.Select(t => t!.GetValue<string>())] : schema["type"] is JsonValue one
            ? [one.GetValue<string>()] : (string[])[];
        return (types.Length == 0 ? "object" : types[own.Next(types.Length)]) switch
        {
            "null" => null,
            "boolean" => own.Next(2) == 0,
            "integer" => own.Next(12) == 0 ? own.Next() : own.Next(6),
            "number" => own.Next(10) switch { 0 => -1, 1 => 1e9, 2 => 0, _ => own.Next(1, 400) / 2.0 },
            "string" => schema["format"]?.GetValue<string>() switch
            {
                "uuid" => _ids[own.Next(_ids.Count)],
                "date" => "2026-12-01",
                _ => JsonChanges.Word(own)
            },
            "array" => new JsonArray([.. Enumerable.Range(0, own.Next(4)).Select(_ => Value(own, schema["items"], depth + 1))]),
            _ => new JsonObject((schema["properties"]?.AsObject() ?? []).Where(_ => own.Next(40) > 0)
                .Select(p => KeyValuePair.Create(p.Key, Value(own, p.Value, depth + 1)))),
        };
    }
}
