using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Audit.Checks;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Audit.Walk;

/// <summary>
/// Random actions of a user against the running application: nothing ends in an error of the server, every refusal is a sentence,
/// undo takes back exactly the last change, a structure taken out again leaves the design as it was, a remedy that is offered changes
/// something.
/// </summary>
public sealed class ApiWalk(HttpClient client, Catalog catalog, int seed)
{
    private readonly Random _random = new(seed);
    private readonly List<Defect> _defects = [];
    private Guid _id;
    private JsonNode _view = new JsonObject();

    public async Task<IReadOnlyList<Defect>> Run(int steps)
    {
        for (var step = 0; step < steps; step++)
        {
            if (step % 40 == 0)
            {
                await Begin($"walk {seed}/{step / 40}");
            }

            await Step();
        }

        return _defects;
    }

    private JsonNode Design => _view["design"]!;

    private int Revision => _view["revision"]!.GetValue<int>();

    private T One<T>(IReadOnlyList<T> of) => of[_random.Next(of.Count)];

    private Task Step() => _random.Next(10) switch
    {
        0 or 1 => AddDevice(),
        2 => Structure(),
        3 => Edit("add a tray", d => d["trays"]!.AsArray().Add(JsonSerializer.SerializeToNode(
            new Tray($"tray-{_random.Next(1000)}", "Tray", "aluminium-5052", 2, null, 20 + _random.Next(80), 1,
                One((TraySupport[])[TraySupport.Rails, TraySupport.Posts, TraySupport.Housed]), "aluminium-6061-15x15"), Shipped.Json))),
        4 => Edit("change a panel", d =>
        {
            var sheet = One([.. catalog.Boards]);
            var panel = One(d["box"]!["panels"]!.AsArray().ToList())!;
            (panel["materialId"], panel["nominalMm"]) = (sheet.MaterialId, sheet.NominalMm);
        }),
        5 => Edit("change a joint", d => One(d["box"]!["edges"]!.AsArray().ToList())!["joint"] = One((string[])["buttGlued", "buttScrewed",
            "rabbet", "dowel", "finger", "groove", "loose"])),
        6 => Edit("resize", d => d["box"]![One((string[])["widthMm", "depthMm", "heightMm"])] = 80 + _random.Next(500)),
        7 => Remove(),
        8 => Remedy(),
        _ => MoveDevice(),
    };

    private async Task AddDevice()
    {
        var decks = Design["trays"]!.AsArray().Select(t => t!["id"]!.GetValue<string>()).Concat(Faces.All.Select(Deck.OfPanel)).ToList();
        await Change("/devices", new { expectedRevision = Revision, modelId = One(catalog.Hardware).Id, deckId = One(decks) });
    }

    private async Task MoveDevice()
    {
        var devices = Design["devices"]!.AsArray();
        if (devices.Count > 0)
        {
            var decks = Design["trays"]!.AsArray().Select(t => t!["id"]!.GetValue<string>())
                .Concat(Faces.All.Select(Deck.OfPanel)).ToList();
            await Change("/devices/deck", new
            {
                expectedRevision = Revision,
                deviceId = One(devices.ToList())!["id"]!.GetValue<string>(),
                deckId = One(decks)
            });
        }
    }

    private async Task Remove() => await Edit("remove something", d =>
    {
        var list = d[One((string[])["devices", "trays", "structures"])]!.AsArray();
        if (list.Count > 0)
        {
            list.RemoveAt(_random.Next(list.Count));
        }
    });

    /// <summary>Adds a structure; half the time takes it out again at once.</summary>
    private async Task Structure()
    {
        var before = Design.ToJsonString();
        var had = Design["structures"]!.AsArray().Select(s => s!["id"]!.GetValue<string>()).ToHashSet();
        var added = await Change("/structures", new
        {
            expectedRevision = Revision,
            system = One([.. catalog.Systems.Where(s => s.Decision is not null)]).Key
        });
        if (added && _random.Next(2) == 0 && Design["structures"]!.AsArray().Select(s => s!["id"]!.GetValue<string>())
            .FirstOrDefault(i => !had.Contains(i)) is { } id
            && await Send(HttpMethod.Delete, $"/api/projects/{_id}/structures/{id}?expectedRevision={Revision}", null)
                && Design.ToJsonString() != before)
        {
            _defects.Add(new Defect("structure-left-traces", $"{id} was added and taken out again, and the design is another: "
                + $"{FirstDifference(before, Design.ToJsonString())}"));
        }
    }

    private async Task Remedy()
    {
        var snags = Snags.Select(f => (Id: f["id"]!.GetValue<string>(), Text: f["text"]!.GetValue<string>())).ToList();
        if (snags.Count == 0)
        {
            return;
        }

        var (snag, text) = One(snags);
        using var answer = await Timed($"remedies of {snag}, {text}", () => client.PostAsJsonAsync($"/api/projects/{_id}/remedies",
            new { expectedRevision = Revision, findingId = snag }));
        if (!await Held(answer, $"remedies of {snag}")
            || await answer.Content.ReadFromJsonAsync<JsonNode>() is not JsonArray { Count: > 0 } offers)
        {
            return;
        }

        var remedy = One([.. offers])!["id"]!.GetValue<string>();
        var (stops, choice) = (Stops, new { expectedRevision = Revision, findingId = snag, remedyId = remedy });
        var before = Design.ToJsonString();
        if (!await Change("/remedies/apply", choice))
        {
            _defects.Add(new Defect("remedy-refused", $"{remedy} for \"{text}\" was tried and offered, and then refused"));
        }
        else if (_view["design"]!.ToJsonString() == before)
        {
            _defects.Add(new Defect("remedy-changes-nothing", $"{remedy} for \"{text}\""));
        }
        else if (Snags.Any(f => f["id"]!.GetValue<string>() == snag && f["text"]!.GetValue<string>() == text) || Stops > stops)
        {
            _defects.Add(new Defect("remedy-mends-nothing", $"{remedy} for \"{text}\": {stops} stops before, {Stops} after"));
        }
    }

    private IEnumerable<JsonNode> Snags => _view["plan"]!["findings"]!.AsArray().Select(f => f!);

    private int Stops => Snags.Count(f => f["severity"]!.GetValue<string>() == "stop");

    private async Task Edit(string label, Action<JsonNode> how)
    {
        var design = Design.DeepClone();
        how(design);
        await Send(HttpMethod.Put, $"/api/projects/{_id}/design", new JsonObject
        {
            ["expectedRevision"] = Revision,
            ["label"] = label,
            ["design"] = design
        }, undoes: true);
    }

    private Task<bool> Change(string path, object body) =>
        Send(HttpMethod.Post, $"/api/projects/{_id}{path}", JsonSerializer.SerializeToNode(body, Shipped.Json), undoes: true);

    private async Task Begin(string name)
    {
        await Send(HttpMethod.Post, "/api/projects/", new JsonObject { ["name"] = name });
        _id = _view["id"]!.GetValue<Guid>();
    }

    /// <returns>False when it was refused; the project is then as it was.</returns>
    private async Task<bool> Send(HttpMethod method, string path, JsonNode? body, bool undoes = false)
    {
        var before = _view;
        using var request = new HttpRequestMessage(method, path) { Content = body is null ? null : JsonContent.Create(body) };
        using var answer = await Timed($"{method} {path} {body?.ToJsonString()[..Math.Min(160, body.ToJsonString().Length)]}",
            () => client.SendAsync(request));
        if (!await Held(answer, $"{method} {path} {body?.ToJsonString()[..Math.Min(160, body.ToJsonString().Length)]}"))
        {
            return false;
        }

        _view = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
        if (undoes && _random.Next(4) == 0 && _view["revision"]!.GetValue<int>() != before["revision"]!.GetValue<int>())
        {
            await Undone(before["design"]!.ToJsonString(), _view["design"]!.ToJsonString());
        }

        return true;
    }

    private async Task Undone(string before, string after)
    {
        foreach (var (move, wanted) in ((string, string)[])[("undo", before), ("redo", after)])
        {
            using var answer = await client.PostAsJsonAsync($"/api/projects/{_id}/{move}", new
            {
                expectedRevision = Revision,
                number = (int?)null
            });
            if (!await Held(answer, move))
            {
                return;
            }

            _view = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
            if (Design.ToJsonString() != wanted)
            {
                _defects.Add(new Defect("undo", $"{move} gave another design: {FirstDifference(wanted, Design.ToJsonString())}"));
            }
        }
    }

    /// <summary>
    /// Whoever waits longer than this thinks that nothing comes any more, s; generous, since other work may share the machine.
    /// </summary>
    private const double PatienceS = 30;

    private async Task<HttpResponseMessage> Timed(string what, Func<Task<HttpResponseMessage>> ask)
    {
        var watch = Stopwatch.StartNew();
        var answer = await ask();
        if (watch.Elapsed.TotalSeconds > PatienceS)
        {
            _defects.Add(new Defect("slow-answer", $"{watch.Elapsed.TotalSeconds:0} s: {what}"));
        }

        return answer;
    }

    /// <summary>An answer is a success or a refusal that says why in a sentence.</summary>
    private async Task<bool> Held(HttpResponseMessage answer, string what)
    {
        if (answer.IsSuccessStatusCode)
        {
            return true;
        }

        var text = await answer.Content.ReadAsStringAsync();
        if ((int)answer.StatusCode >= 500)
        {
            _defects.Add(new Defect("server-error", $"{(int)answer.StatusCode}: {what}"));
        }
        else if (!text.StartsWith('{') || JsonNode.Parse(text)?["detail"]?.GetValue<string>() is not { Length: > 20 } detail
            || !detail.TrimEnd().EndsWith('.'))
        {
            _defects.Add(new Defect("refusal-without-reason", $"{(int)answer.StatusCode}: {what}: {text[..Math.Min(120, text.Length)]}"));
        }

        return false;
    }

    private static string FirstDifference(string a, string b)
    {
        var i = 0;
        while (i < a.Length && i < b.Length && a[i] == b[i])
        {
            i++;
        }

        string Near(string s) => s[Math.Max(0, i - 40)..Math.Min(s.Length, i + 40)];
        return $"...{Near(a)}... and ...{Near(b)}...";
    }
}
