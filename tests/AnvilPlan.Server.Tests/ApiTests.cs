using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Server.Tests;

public sealed class ApiTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Fact]
    public async Task A_new_project_is_planned_at_once_and_an_edit_tells_its_consequences()
    {
        var view = await New("bench test");
        var id = view["id"]!.GetValue<Guid>();
        Assert.Equal(10, view["plan"]!["parts"]!.AsArray().Count);
        var design = view["design"]!.DeepClone();
        design["box"]!["widthMm"] = 330;
        var after = await App.Read<JsonObject>(await Edit(id, 1, design));
        Assert.Equal(2, after["revision"]!.GetValue<int>());
        var shift = after["consequences"]!["shifts"]!.AsArray().First(s => s!["key"]!.GetValue<string>() == "widthMm")!;
        Assert.Equal((320, 330), (shift["from"]!.GetValue<double>(), shift["to"]!.GetValue<double>()));
        var undone = await App.Read<JsonObject>(await Post($"/api/projects/{id}/undo", new { expectedRevision = 2, number = (int?)null }));
        Assert.Equal(320, undone["design"]!["box"]!["widthMm"]!.GetValue<double>());
        Assert.True(undone["canRedo"]!.GetValue<bool>());
    }

    [Fact]
    public async Task A_wrong_field_is_a_problem_with_path_value_and_range_and_nothing_is_saved()
    {
        var view = await New("careful");
        var id = view["id"]!.GetValue<Guid>();
        var design = view["design"]!.DeepClone();
        design["box"]!["widthMm"] = 99999;
        var problem = await App.Problem(await Edit(id, 1, design), 422);
        Assert.Equal("box.widthMm", problem.GetProperty("field").GetString());
        Assert.Contains("99999", problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
        Assert.Contains("3000", problem.GetProperty("detail").GetString(), StringComparison.Ordinal);

        design["box"]!["widthMm"] = "wide";
        Assert.Contains("design.box.widthMm", (await App.Problem(await Edit(id, 1, design), 400)).GetProperty("field").GetString(),
            StringComparison.Ordinal);
        design["box"]!.AsObject().Remove("widthMm");
        Assert.Contains("widthMm", (await App.Problem(await Edit(id, 1, design), 400)).GetProperty("detail").GetString(),
            StringComparison.Ordinal);
        await App.Problem(await _client.PutAsync($"/api/projects/{id}/design", Json("{broken")), 400);
        await App.Problem(await _client.PutAsync($"/api/projects/{id}/design", Json("")), 400);
        Assert.Equal(1, (await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}")).GetProperty("revision").GetInt32());
    }

    [Fact]
    public async Task The_second_tab_gets_a_conflict_that_names_both_revisions()
    {
        var view = await New("two tabs");
        var id = view["id"]!.GetValue<Guid>();
        var design = view["design"]!;
        await App.Read<JsonObject>(await Edit(id, 1, Renamed(design, "first")));
        var problem = await App.Problem(await Edit(id, 1, Renamed(design, "second")), 409);
        Assert.Equal(2, problem.GetProperty("currentRevision").GetInt32());
        Assert.Equal(3, problem.GetProperty("keptAs").GetInt32());
        var mine = await App.Read<JsonObject>(await Post($"/api/projects/{id}/revision", new { expectedRevision = 2, number = 3 }));
        Assert.Equal("second", mine["design"]!["name"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_remedy_is_tried_without_change_and_then_applied()
    {
        var (id, whole) = await App.Demo(_client);
        var design = JsonNode.Parse(whole.GetProperty("design").GetRawText())!;
        design["devices"]!.AsArray().First(d => d!["id"]!.GetValue<string>() == "supply")!["mounting"]!["screwLengthMm"] = 20;
        var view = await App.Read<JsonElement>(await Edit(id, whole.GetProperty("revision").GetInt32(), design));
        var finding = view.GetProperty("plan").GetProperty("findings").EnumerateArray().First(f => f.GetProperty("severity")
            .GetString() == "stop");
        var choice = new
        {
            expectedRevision = view.GetProperty("revision").GetInt32(),
            findingId = finding.GetProperty("id").GetString(),
            remedyId = "pick-length"
        };
        Assert.False(finding.TryGetProperty("remedies", out _));
        var offers = await App.Read<JsonArray>(await Post($"/api/projects/{id}/remedies",
            new { choice.expectedRevision, choice.findingId }));
        Assert.Equal("pick-length", Assert.Single(offers)!["id"]!.GetValue<string>());
        Assert.Single(offers[0]!["consequences"]!["findingsLost"]!.AsArray());
        Assert.Equal(choice.expectedRevision, (await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}")).GetProperty("revision")
            .GetInt32());
        var after = await App.Read<JsonObject>(await Post($"/api/projects/{id}/remedies/apply", choice));
        Assert.Equal(0, after["plan"]!["tally"]!["stops"]!.GetValue<int>());
        var gone = new { expectedRevision = after["revision"]!.GetValue<int>(), choice.findingId, choice.remedyId };
        await App.Problem(await Post($"/api/projects/{id}/remedies/apply", gone), 422);
        await App.Problem(await Post($"/api/projects/{id}/remedies", new { gone.expectedRevision, choice.findingId }), 422);
        await App.Read<JsonObject>(await Post($"/api/projects/{id}/undo", new { gone.expectedRevision, number = (int?)null }));
    }

    [Fact]
    public async Task Snags_of_one_kind_are_mended_together_as_one_edit_once_it_was_shown()
    {
        var (id, whole) = await App.Demo(_client);
        var design = JsonNode.Parse(whole.GetProperty("design").GetRawText())!;
        foreach (var device in design["devices"]!.AsArray().Where(d => d!["mounting"]?["screwLengthMm"] is not null
            || d!["id"]!.GetValue<string>() is "supply" or "drive-a" or "drive-b"))
        {
            device!["mounting"]!["screwLengthMm"] = 40;
        }

        var view = await App.Read<JsonElement>(await Edit(id, whole.GetProperty("revision").GetInt32(), design));
        var stops = view.GetProperty("plan").GetProperty("findings").EnumerateArray()
            .Where(f => f.GetProperty("severity").GetString() == "stop").Select(f => f.GetProperty("code").GetString()).ToList();
        Assert.True(stops.Count > 1 && stops.Distinct().Count() == 1, string.Join(", ", stops));
        var question = new { expectedRevision = view.GetProperty("revision").GetInt32(), code = stops[0] };
        var offer = await App.Read<JsonObject>(await Post($"/api/projects/{id}/remedies/kind", question));
        Assert.Equal(stops.Count, offer["steps"]!.AsArray().Count);
        Assert.Equal(stops.Count, offer["consequences"]!["findingsLost"]!.AsArray().Count);
        var problem = await App.Problem(await Post($"/api/projects/{id}/remedies/kind", question with { code = "no-such" }), 422);
        Assert.Equal("code is \"no-such\": the plan has no snag of that kind.", problem.GetProperty("detail").GetString());
        var after = await App.Read<JsonObject>(await Post($"/api/projects/{id}/remedies/kind/apply", question));
        Assert.Equal((0, question.expectedRevision + 1), (after["plan"]!["tally"]!["stops"]!.GetValue<int>(),
            after["revision"]!.GetValue<int>()));
        var gone = new { expectedRevision = question.expectedRevision + 1, code = (string?)null };
        problem = await App.Problem(await Post($"/api/projects/{id}/remedies/kind/apply", gone), 422);
        Assert.Contains("nothing was found that mends", problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Decks_are_offered_with_what_fits_first_and_the_reason_where_nothing_does()
    {
        var (id, _) = await App.Demo(_client);
        var offers = (await _client.GetFromJsonAsync<JsonArray>($"/api/projects/{id}/decks/button-16"))!;
        var free = offers.Select(o => o!["free"]!.GetValue<bool>()).ToList();
        Assert.Equal(free.OrderDescending(), free);
        Assert.Contains(true, free);
        // a button sits in a panel: the tray comes last and says so
        Assert.Equal("tray-1", offers[^1]!["deckId"]!.GetValue<string>());
        Assert.Contains("cut-out of a panel", offers[^1]!["reason"]!.GetValue<string>(), StringComparison.Ordinal);
        await App.Problem(await _client.GetAsync($"/api/projects/{id}/decks/toaster"), 422);
    }

    [Fact]
    public async Task A_layer_is_set_through_its_chain_and_a_device_is_added_where_it_is_free()
    {
        var id = (await New("layers"))["id"]!.GetValue<Guid>();
        var grown = await App.Read<JsonObject>(await Post($"/api/projects/{id}/chain", new
        {
            expectedRevision = 1,
            chainId = "box/x",
            layer = 0,
            thicknessMm = 14.9,
            policy = "changeBox"
        }));
        Assert.Equal(323, grown["plan"]!["tally"]!["widthMm"]!.GetValue<double>(), 6);
        await App.Problem(await Post($"/api/projects/{id}/chain", new
        {
            expectedRevision = 2,
            chainId = "box/q",
            layer = 0,
            thicknessMm = 1,
            policy = "changeBox"
        }), 422);
        await App.Problem(await Post($"/api/projects/{id}/chain", new
        {
            expectedRevision = 2,
            chainId = "box/x",
            layer = 0,
            thicknessMm = -1,
            policy = "changeBox"
        }), 422);
        var two = await App.Read<JsonObject>(await Post($"/api/projects/{id}/devices", new
        {
            expectedRevision = 2,
            modelId = "fan-60",
            deckId = "panel/back"
        }));
        var three = await App.Read<JsonObject>(await Post($"/api/projects/{id}/devices", new
        {
            expectedRevision = 3,
            modelId = "fan-60",
            deckId = "panel/back"
        }));
        Assert.Equal(["fan-60", "fan-60-2"], three["design"]!["devices"]!.AsArray().Select(d => d!["id"]!.GetValue<string>()));
        Assert.DoesNotContain(three["plan"]!["findings"]!.AsArray(), f => f!["code"]!.GetValue<string>() is "devices-collide"
            or "hole-in-joint");
        var moved = await App.Read<JsonObject>(await Post($"/api/projects/{id}/devices/deck",
            new { expectedRevision = 4, deviceId = "fan-60", deckId = "panel/left" }));
        Assert.Equal("panel/left", moved["design"]!["devices"]![0]!["deckId"]!.GetValue<string>());
        Assert.NotNull(two);
        await App.Problem(await Post($"/api/projects/{id}/devices", new
        {
            expectedRevision = 5,
            modelId = "toaster",
            deckId = "panel/back"
        }), 422);
        await App.Problem(await Post($"/api/projects/{id}/devices", new
        {
            expectedRevision = 5,
            modelId = "fan-60",
            deckId = "panel/roof"
        }), 422);
    }

    [Fact]
    public async Task Files_come_down_and_a_project_comes_back_in_the_same()
    {
        var (id, view) = await App.Demo(_client);
        var dxf = await _client.GetStringAsync($"/api/projects/{id}/files/shell-back.dxf");
        Assert.Contains("AC1015", dxf, StringComparison.Ordinal);
        var pdf = await _client.GetByteArrayAsync($"/api/projects/{id}/files/packet.pdf?paper=letter");
        Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
        using var zip = new System.IO.Compression.ZipArchive(await _client.GetStreamAsync($"/api/projects/{id}/everything.zip"));
        Assert.Contains(zip.Entries, e => e.Name == "cutlist.csv");
        await App.Problem(await _client.GetAsync($"/api/projects/{id}/files/..%2Fsecret"), 404);
        Assert.True((await _client.GetAsync($"/api/projects/{id}/files?paper=a3")).IsSuccessStatusCode);
        await App.Problem(await _client.GetAsync($"/api/projects/{id}/files?paper=a9"), 422);

        var text = await _client.GetStringAsync($"/api/projects/{id}/project.json");
        var copy = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import", Json(text)));
        Assert.Equal(text, await _client.GetStringAsync($"/api/projects/{copy["id"]}/project.json"));
        Assert.Equal(JsonNode.Parse(view.GetProperty("plan").GetRawText())!.ToJsonString(), copy["plan"]!.ToJsonString());
        var refused = await App.Problem(await _client.PostAsync("/api/projects/import",
            Json(text.Replace("\"undersideMm\": 45", "\"undersideMm\": -1", StringComparison.Ordinal))), 422);
        Assert.Equal("design.trays[0].undersideMm", refused.GetProperty("field").GetString());
    }

    [Fact]
    public async Task Calculators_answer_singly_and_in_batch()
    {
        var one = await App.Read<JsonObject>(await _client.PostAsync("/api/calc/mitre_angle", Json("""{"sides":6}""")));
        Assert.Equal(30, one["cut_angle_deg"]!.GetValue<double>());
        Assert.Equal("sides", (await App.Problem(await _client.PostAsync("/api/calc/mitre_angle", Json("""{"sides":0}""")), 422))
            .GetProperty("field").GetString());
        await App.Problem(await _client.PostAsync("/api/calc/nothing", Json("{}")), 422);
        await App.Problem(await _client.PostAsync("/api/calc/mitre_angle", Json("")), 400);
        var batch = await App.Read<JsonArray>(await _client.PostAsync("/api/calc/",
            Json("""[{"calc":"mitre_angle","inputs":{"sides":4}},{"calc":"mitre_angle","inputs":{}}]""")));
        Assert.Equal(45, batch[0]!["cut_angle_deg"]!.GetValue<double>());
        Assert.Contains("sides", batch[1]!["error"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.True((await _client.GetFromJsonAsync<JsonElement>("/api/calc/")).GetArrayLength() >= 20);
    }

    [Theory]
    [InlineData("5 1/4", "mm", 133.35)]
    [InlineData("2", "in", 50.8)]
    public async Task Lengths_are_read_by_the_server(string text, string unit, double mm)
    {
        var view = await _client.GetFromJsonAsync<JsonElement>($"/api/lengths?text={Uri.EscapeDataString(text)}&unit={unit}");
        Assert.Equal(mm, view.GetProperty("mm").GetDouble(), 6);
    }

    [Fact]
    public async Task A_text_that_is_no_length_is_a_problem()
    {
        await App.Problem(await _client.GetAsync("/api/lengths?text=wide"), 422);
        await App.Problem(await _client.GetAsync("/api/lengths?text=1&unit=ell"), 422);
        await App.Problem(await _client.GetAsync("/api/lengths"), 400);
    }

    [Fact]
    public async Task The_shop_profile_is_checked_and_changes_the_plan()
    {
        var shop = JsonNode.Parse(await _client.GetStringAsync("/api/shop/"))!;
        Assert.Equal(0.25, shop["known"]!["saw"]!["plusMinusMm"]!.GetValue<double>());
        shop.AsObject().Remove("known");
        var wrong = shop.DeepClone();
        wrong["shop"]!["sheetTrimMm"] = -2;
        Assert.Equal("sheetTrimMm", (await App.Problem(await _client.PutAsync("/api/shop/", Json(wrong.ToJsonString())), 422))
            .GetProperty("field").GetString());
        var id = (await New("trimmed"))["id"]!.GetValue<Guid>();
        var before = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}");
        shop["shop"]!["rates"]!["hourCents"] = 0;
        shop["shop"]!["coupons"]!.AsArray().Add(new JsonObject { ["process"] = "saw", ["materialId"] = "mdf", ["slidesAtMm"] = 0.3 });
        var saved = await App.Read<JsonObject>(await _client.PutAsync("/api/shop/", Json(shop.ToJsonString())));
        Assert.Equal((0.15, 1), (saved["known"]!["saw"]!["plusMinusMm"]!.GetValue<double>(),
            saved["known"]!["saw"]!["coupons"]!.GetValue<int>()));
        var after = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}");
        static long Cost(JsonElement v) => v.GetProperty("plan").GetProperty("tally").GetProperty("costCents").GetInt64();
        Assert.True(Cost(after) < Cost(before));
        await App.Problem(await _client.PutAsync("/api/shop/", Json(shop.ToJsonString())), 409);
    }

    [Fact]
    public async Task Own_models_join_the_catalog_and_wrong_ones_change_nothing()
    {
        var catalog = JsonNode.Parse(await _client.GetStringAsync("/api/catalog/"))!;
        var model = catalog["hardware"]!.AsArray().First(h => h!["id"]!.GetValue<string>() == "sbc-85")!.DeepClone();
        foreach (var computed in (string[])["inPanel", "bareBoard", "fan"])
        {
            model.AsObject().Remove(computed);
        }

        model["id"] = "own-board";
        var bad = model.DeepClone();
        bad["widthMm"] = 0;
        Task<HttpResponseMessage> Save(params (JsonNode Model, int Version)[] models) =>
            _client.PostAsync("/api/catalog/models",
                Json(new JsonArray([.. models.Select(m => new JsonObject { ["model"] = m.Model.DeepClone(), ["version"] = m.Version })])
                .ToJsonString()));
        await App.Problem(await Save((model, 0), (bad, 0)), 422);
        Assert.DoesNotContain("own-board", await _client.GetStringAsync("/api/catalog/"), StringComparison.Ordinal);
        await App.Read<JsonObject>(await Save((model, 0)));
        Assert.Contains("own-board", await _client.GetStringAsync("/api/catalog/"), StringComparison.Ordinal);

        // two windows, one model: the second is told, and nothing of the first is lost
        model["massG"] = 51;
        await App.Read<JsonObject>(await Save((model, 1)));
        Assert.Contains("own-board is at version 2", (await App.Problem(await Save((model, 1)), 409)).GetProperty("detail").GetString(),
            StringComparison.Ordinal);
        await App.Problem(await Save((model, 2), (model, 2)), 422);
        model["id"] = "sbc-85";
        Assert.Contains("came with the application", (await App.Problem(await Save((model, 0)), 422)).GetProperty("detail").GetString(),
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_has_changed_since_a_revision_is_told_and_dropped_by_going_back()
    {
        var view = await New("what if");
        var id = view["id"]!.GetValue<Guid>();
        var wider = view["design"]!.DeepClone();
        wider["box"]!["widthMm"] = 380;
        await App.Read<JsonObject>(await Edit(id, 1, wider));
        var same = await App.Read<JsonObject>(await _client.GetAsync($"/api/projects/{id}/since/2"));
        Assert.Empty(same["shifts"]!.AsArray());
        var since = await App.Read<JsonObject>(await _client.GetAsync($"/api/projects/{id}/since/1"));
        Assert.Contains(since["shifts"]!.AsArray(), s => s!["key"]!.GetValue<string>() == "widthMm" && s["to"]!.GetValue<double>() == 380);
        Assert.Contains("shell/front", since["partsChanged"]!.AsArray().Select(p => p!.GetValue<string>()));
        await App.Problem(await _client.GetAsync($"/api/projects/{id}/since/77"), 404);
        await App.Read<JsonObject>(await Post($"/api/projects/{id}/revision", new { expectedRevision = 2, number = 1 }));
        Assert.Empty((await App.Read<JsonObject>(await _client.GetAsync($"/api/projects/{id}/since/1")))["shifts"]!.AsArray());
    }

    [Fact]
    public async Task A_check_sheet_of_a_model_comes_down_as_pdf()
    {
        var pdf = await _client.GetByteArrayAsync("/api/catalog/models/sbc-85/sheet.pdf?paper=letter");
        Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
        await App.Problem(await _client.GetAsync("/api/catalog/models/toaster/sheet.pdf"), 404);
        await App.Problem(await _client.GetAsync("/api/catalog/models/sbc-85/sheet.pdf?paper=b5"), 422);
    }

    [Fact]
    public async Task A_pattern_is_taken_from_a_file_and_its_unit_asked_for()
    {
        const string Csv = "x,y,dia\\n3.5,3.5,2.7\\n61.5,3.5,2.7";
        Assert.Equal("unit",
            (await App.Problem(await _client.PostAsync("/api/catalog/pattern", Json($$"""{"text":"{{Csv}}","unit":null}""")), 422))
            .GetProperty("field").GetString());
        var pattern = await App.Read<JsonObject>(await _client.PostAsync("/api/catalog/pattern",
            Json($$"""{"text":"{{Csv}}","unit":"mm"}""")));
        Assert.Equal(2, pattern["holes"]!.AsArray().Count);
        await App.Problem(await _client.PostAsync("/api/catalog/pattern", Json("""{"text":"rubbish","unit":"mm"}""")), 422);
    }

    [Theory]
    [InlineData("evil.example")]
    [InlineData("192.168.0.7:5180")]
    [InlineData("localhost.evil.example")]
    public async Task Another_host_name_is_refused(string host)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/projects/");
        request.Headers.Host = host;
        await App.Problem(await _client.SendAsync(request), 421);
    }

    [Fact]
    public async Task A_foreign_page_cannot_change_anything_and_foreign_script_does_not_run()
    {
        foreach (var (name, value) in ((string, string)[])[("Origin", "http://evil.example"), ("Origin", "null"),
            ("Sec-Fetch-Site", "cross-site")])
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/projects/") { Content = Json("""{"name":"x"}""") };
            request.Headers.Add(name, value);
            await App.Problem(await _client.SendAsync(request), 403);
        }

        using var form = new HttpRequestMessage(HttpMethod.Post, "/api/projects/")
        { Content = new StringContent("""{"name":"x"}""", Encoding.UTF8, "text/plain") };
        Assert.Contains((await _client.SendAsync(form)).StatusCode, (HttpStatusCode[])[HttpStatusCode.UnsupportedMediaType,
            HttpStatusCode.NotFound]);
        var answer = await _client.GetAsync("/api/projects/");
        Assert.Contains("default-src 'none'", answer.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.DoesNotContain("script-src 'self' ", answer.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task No_address_changes_anything_by_get()
    {
        var document = await _client.GetFromJsonAsync<JsonElement>("/api/openapi.json");
        var count = (await _client.GetFromJsonAsync<JsonElement>("/api/projects/")).GetArrayLength();
        var (id, view) = await App.Demo(_client);
        foreach (var path in document.GetProperty("paths").EnumerateObject().Where(p => p.Value.TryGetProperty("get", out _)))
        {
            await _client.GetAsync(path.Name.Replace("{id}", id.ToString(), StringComparison.Ordinal)
                .Replace("{name}", "cutlist.csv", StringComparison.Ordinal).Replace("{revision}", "1", StringComparison.Ordinal));
        }

        Assert.Equal(count, (await _client.GetFromJsonAsync<JsonElement>("/api/projects/")).GetArrayLength());
        Assert.Equal(view.GetProperty("revision").GetInt32(), (await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}"))
            .GetProperty("revision").GetInt32());
    }

    [Fact]
    public async Task Too_large_a_request_is_refused()
    {
        using var content = new ByteArrayContent(new byte[4_100_000]);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/json");
        var answer = await _client.PostAsync("/api/projects/import", content);
        // the test host has no limit of its own, so the reader refuses it; the real server's 413 is in the browser tests
        await App.Problem(answer, 422);
        await App.Problem(await _client.GetAsync("/api/nothing/here"), 404);
        await App.Problem(await _client.GetAsync($"/api/projects/{Guid.NewGuid()}"), 404);
        await App.Problem(await _client.PostAsync("/api/projects/", Json("""{"name":""}""")), 422);
    }

    private async Task<JsonObject> New(string name) =>
        await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects/", App.Named(name), Shipped.Json));

    private Task<HttpResponseMessage> Edit(Guid id, int expected, JsonNode design) =>
        _client.PutAsync($"/api/projects/{id}/design", Json(new JsonObject
        {
            ["expectedRevision"] = expected,
            ["label"] = "test",
            ["design"] = design.DeepClone()
        }.ToJsonString()));

    private Task<HttpResponseMessage> Post<T>(string path, T body) => _client.PostAsJsonAsync(path, body);

    private static JsonNode Renamed(JsonNode design, string name)
    {
        var copy = design.DeepClone();
        copy["name"] = name;
        return copy;
    }

    private static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");
}
