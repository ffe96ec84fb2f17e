using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Work;
using Microsoft.AspNetCore.Http;

namespace AnvilPlan.Server.Tests;

/// <summary>Nothing that comes in spoils what is there: imports, models, deleting, backups, limits and bad requests.</summary>
public sealed class KeepingRouteTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    private static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");

    private async Task<JsonObject> New(string name) =>
        await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects/", new { name }));

    private async Task<JsonNode> Model(string id) =>
        (await _client.GetFromJsonAsync<JsonNode>("/api/catalog/"))!["hardware"]!.AsArray()
            .First(m => m!["id"]!.GetValue<string>() == id)!.DeepClone();

    private Task<HttpResponseMessage> Keep(JsonNode model, int version) =>
        _client.PostAsync("/api/catalog/models", JsonContent.Create(new[] { new { model, version } }));

    /// <summary>A project with one device of that model, as a file.</summary>
    private async Task<JsonNode> FileWith(string modelId, string name)
    {
        var view = await New(name);
        view = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/devices",
            new { expectedRevision = 1, modelId, deckId = "panel/bottom" }));
        return JsonNode.Parse(await _client.GetStringAsync($"/api/projects/{view["id"]}/project.json"))!;
    }

    [Fact]
    public async Task A_project_that_comes_in_changes_no_model_and_no_other_project()
    {
        var own = await Model("relay-2");
        (own["id"], own["name"]) = ("lamp-relay", "Lamp relay");
        await App.Read<JsonObject>(await Keep(own, 0));
        var file = await FileWith("lamp-relay", "Lamp box");
        file["models"]![0]!["heightMm"] = own["heightMm"]!.GetValue<double>() + 4;
        var text = file.ToJsonString();

        var asked = await App.Problem(await _client.PostAsync("/api/projects/import?models=ask", Json(text)), 409);
        var field = asked.GetProperty("differs")[0].GetProperty("fields")[0];
        Assert.Equal(("lamp-relay", "heightMm", "height"), (asked.GetProperty("differs")[0].GetProperty("id").GetString(),
            field.GetProperty("field").GetString(), field.GetProperty("what").GetString()));
        var before = (await _client.GetFromJsonAsync<JsonArray>("/api/projects/"))!.Count;

        var both = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import", Json(text)));
        Assert.Equal("lamp-relay-2", both["design"]!["devices"]![0]!["modelId"]!.GetValue<string>());
        Assert.Equal(own["heightMm"]!.GetValue<double>(), (await Model("lamp-relay"))["heightMm"]!.GetValue<double>());
        Assert.Equal(own["heightMm"]!.GetValue<double>() + 4, (await Model("lamp-relay-2"))["heightMm"]!.GetValue<double>());

        // the same file again uses what came in before; or what is here is used
        var again = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import?models=both", Json(text)));
        Assert.Equal("lamp-relay-2", again["design"]!["devices"]![0]!["modelId"]!.GetValue<string>());
        var ours = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import?models=ours", Json(text)));
        Assert.Equal("lamp-relay", ours["design"]!["devices"]![0]!["modelId"]!.GetValue<string>());
        Assert.Equal(before + 3, (await _client.GetFromJsonAsync<JsonArray>("/api/projects/"))!.Count);
        await App.Problem(await _client.PostAsync("/api/projects/import?models=mine", Json(text)), 422);

        // a library keeps to the same rule
        var library = new JsonObject
        {
            ["format"] = "anvil-plan/models",
            ["schema"] = 1,
            ["models"] = new JsonArray(file["models"]![0]!.DeepClone())
        }.ToJsonString();
        await App.Problem(await _client.PostAsJsonAsync("/api/catalog/models/library", new { text = library, models = "ask" }), 409);
        await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/catalog/models/library", new { text = library }));
        Assert.Equal(own["heightMm"]!.GetValue<double>(), (await Model("lamp-relay"))["heightMm"]!.GetValue<double>());
    }

    [Fact]
    public async Task A_shipped_model_in_a_file_comes_in_beside_the_shipped_one()
    {
        var file = await FileWith("relay-8", "Bell box");
        var other = await Model("relay-8");
        var width = other["widthMm"]!.GetValue<double>();
        other["widthMm"] = width + 1;
        file["models"] = new JsonArray(other);
        var view = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import", Json(file.ToJsonString())));
        Assert.Equal("relay-8-2", view["design"]!["devices"]![0]!["modelId"]!.GetValue<string>());
        Assert.Equal(width, (await Model("relay-8"))["widthMm"]!.GetValue<double>());
    }

    [Fact]
    public async Task A_model_that_a_project_uses_is_changed_only_so_that_the_project_still_fits_it()
    {
        var own = await Model("sbc-65");
        (own["id"], own["name"]) = ("desk-board", "Desk board");
        await App.Read<JsonObject>(await Keep(own, 0));
        var file = await FileWith("desk-board", "Desk box");
        var port = own["ports"]![0]!["id"]!.GetValue<string>();
        file["design"]!["devices"]![0]!["closedPorts"] = new JsonArray(port);
        await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import", Json(file.ToJsonString())));
        own["ports"]!.AsArray().RemoveAt(0);
        var refused = await App.Problem(await Keep(own, 1), 422);
        Assert.Contains("\"Desk box\" uses desk-board", refused.GetProperty("detail").GetString(), StringComparison.Ordinal);
        await App.Problem(await _client.DeleteAsync("/api/catalog/models/desk-board?version=1"), 422);
        own["id"] = "spare-board";
        await App.Read<JsonObject>(await Keep(own, 0));
        await App.Problem(await _client.DeleteAsync("/api/catalog/models/spare-board?version=4"), 409);
        await App.Read<JsonObject>(await _client.DeleteAsync("/api/catalog/models/spare-board?version=1"));
        Assert.DoesNotContain("spare-board", await _client.GetStringAsync("/api/catalog/"), StringComparison.Ordinal);
        await App.Problem(await _client.DeleteAsync("/api/catalog/models/sbc-65?version=0"), 422);
    }

    [Fact]
    public async Task A_project_is_copied_deleted_and_brought_back()
    {
        var id = (await New("Level frame"))["id"]!.GetValue<string>();
        var copy = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/copy",
            new { name = "Level frame, copy" }));
        Assert.NotEqual(id, copy["id"]!.GetValue<string>());
        Assert.Equal("Level frame, copy", copy["design"]!["name"]!.GetValue<string>());
        await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/copy", new { name = "" }), 422);
        await App.Problem(await _client.DeleteAsync($"/api/projects/{id}?expectedRevision=4"), 409);
        var left = await App.Read<JsonArray>(await _client.DeleteAsync($"/api/projects/{id}?expectedRevision=1"));
        Assert.DoesNotContain(left, p => p!["id"]!.GetValue<string>() == id);
        Assert.Contains((await _client.GetFromJsonAsync<JsonArray>("/api/projects/deleted"))!, p => p!["id"]!.GetValue<string>() == id);
        await App.Problem(await _client.GetAsync($"/api/projects/{id}"), 404);
        Assert.Contains(await App.Read<JsonArray>(await _client.PostAsync($"/api/projects/{id}/bring-back", null)),
            p => p!["id"]!.GetValue<string>() == id);
        Assert.True((await _client.GetAsync($"/api/projects/{id}")).IsSuccessStatusCode);
    }

    [Fact]
    public async Task All_of_a_thousand_units_are_cut_and_the_answer_is_no_longer_than_for_a_few()
    {
        var (_, demo) = await App.Demo(_client);
        var file = JsonNode.Parse(await _client.GetStringAsync($"/api/projects/{demo.GetProperty("id").GetGuid()}/project.json"))!;
        file["design"]!["name"] = "A thousand stations";
        file["design"]!["brief"]!["quantity"] = 1000;
        var view = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import", Json(file.ToJsonString())));
        var cuts = view["plan"]!["cuts"]!;
        var laid = cuts["sheets"]!.AsArray().SelectMany(s => s!["placements"]!.AsArray(), (s, p) => (Part: p!["partId"]!.GetValue<string>(),
            Count: s!["count"]!.GetValue<int>()))
            .GroupBy(p => p.Part).ToDictionary(g => g.Key, g => g.Sum(p => p.Count), StringComparer.Ordinal);
        var plies = view["plan"]!["parts"]!.AsArray().ToDictionary(p => p!["id"]!.GetValue<string>(), p => p!["plies"]!.GetValue<int>(),
            StringComparer.Ordinal);
        Assert.NotEmpty(laid);
        Assert.InRange(cuts["sheets"]!.AsArray().Count + cuts["bars"]!.AsArray().Count, 1, 200);
        Assert.All(laid, l => Assert.Equal(1000 * plies[l.Key], l.Value));
        Assert.Equal(laid.Count, view["plan"]!["parts"]!.AsArray().Count(p => p!["flat"]!.GetValue<bool>() && p["leafOf"] is null
            && p["print"] is null));
    }

    [Theory]
    [InlineData("POST", "/api/projects/", "application/json", "{\"name\":\"\\ud800\"}", 400, "half of a character")]
    [InlineData("POST", "/api/projects/", "application/json", "{}", 400, "'name' is missing")]
    [InlineData("POST", "/api/projects/", "application/json", "", 400, "body is missing")]
    [InlineData("POST", "/api/projects/", "text/plain", "{\"name\":\"x\"}", 415, "\"text/plain\"")]
    [InlineData("POST", "/api/projects/import", "text/plain", "{}", 415, "application/json")]
    [InlineData("POST", "/api/shop/restore", "application/json", "{}", 415, "must be application/vnd.sqlite3 here")]
    [InlineData("PUT", "/api/projects/", "application/json", "{}", 405, "it takes GET, HEAD, POST")]
    [InlineData("DELETE", "/api/shop/", null, null, 405, "it takes GET, HEAD, PUT")]
    [InlineData("GET", "/api/nothing/here", null, null, 404, "nothing at this address")]
    [InlineData("GET", "/api/coupon/?process=saw&materialId=mdf&thicknessMm=thick", null, null, 400, "thicknessMm is \"thick\": a number "
        + "is wanted")]
    [InlineData("GET", "/api/coupon/?process=saw&materialId=mdf", null, null, 400, "thicknessMm is missing")]
    [InlineData("POST", "/api/catalog/models", "application/json", "[null]", 400, "entry 0 is null")]
    [InlineData("POST", "/api/catalog/models", "application/json", "[]", 422, "holds 0 models")]
    [InlineData("POST", "/api/calc/mitre_angle", "application/json", "{\"sides\":1e999}", 422, "sides is 1e999")]
    [InlineData("POST", "/api/shop/restore", "application/vnd.sqlite3", "no backup", 422, "nothing was restored")]
    public async Task A_bad_request_is_one_sentence_with_every_header(string method, string address, string? type, string? body, int status,
        string says)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), address);
        if (body is not null)
        {
            request.Content = new StringContent(body, Encoding.UTF8);
            request.Content.Headers.ContentType = new MediaTypeHeaderValue(type!);
        }

        using var answer = await _client.SendAsync(request);
        Assert.Contains(says, (await App.Problem(answer, status)).GetProperty("detail").GetString(), StringComparison.Ordinal);
        foreach (var header in (string[])["Content-Security-Policy", "X-Content-Type-Options", "Referrer-Policy",
            "Cross-Origin-Opener-Policy", "Cross-Origin-Resource-Policy", "Cache-Control"])
        {
            Assert.True(answer.Headers.Contains(header), header);
        }
    }

    [Fact]
    public async Task Nulls_and_long_values_in_a_design_are_told_where_they_are()
    {
        var view = await New("Nulls");
        async Task<JsonElement> Refused(Action<JsonNode> spoil, int status)
        {
            var edit = new JsonObject { ["expectedRevision"] = 1, ["label"] = "x", ["design"] = view["design"]!.DeepClone() };
            spoil(edit["design"]!);
            return await App.Problem(await _client.PutAsync($"/api/projects/{view["id"]}/design", Json(edit.ToJsonString())), status);
        }

        Assert.Equal("design.devices", (await Refused(d => d["devices"] = new JsonArray(null, null), 400)).GetProperty("field")
            .GetString());
        Assert.Contains("'links' is null", (await Refused(d => d["links"] = null, 400)).GetProperty("detail").GetString(),
            StringComparison.Ordinal);
        Assert.Contains("must be there once", (await Refused(d => d["box"]!["panels"]!.AsArray().RemoveAt(0), 422)).GetProperty("detail")
            .GetString(), StringComparison.Ordinal);
        Assert.Contains("must be there once", (await Refused(d => d["box"]!["panels"]!.AsArray().Add(d["box"]!["panels"]![0]!.DeepClone()),
            422)).GetProperty("detail").GetString(), StringComparison.Ordinal);
        var longId = await Refused(d => d["box"]!["panels"]![0]!["materialId"] = new string('m', 9000), 422);
        Assert.InRange(longId.GetProperty("detail").GetString()!.Length, 60, 200);
        Assert.Equal(1, (await _client.GetFromJsonAsync<JsonNode>($"/api/projects/{view["id"]}"))!["revision"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_file_that_is_no_utf8_is_told()
    {
        var bytes = Encoding.UTF8.GetBytes(await _client.GetStringAsync($"/api/projects/{(await App.Demo(_client)).Id}/project.json"));
        bytes[bytes.AsSpan().IndexOf("Marsh"u8)] = 0xFF;
        using var body = new ByteArrayContent(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("application/json") } };
        Assert.Contains("no UTF-8", (await App.Problem(await _client.PostAsync("/api/projects/import", body), 422)).GetProperty("detail")
            .GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_shop_goes_out_as_one_file_and_comes_back_over_itself()
    {
        var gone = (await New("Before the backup"))["id"]!.GetValue<string>();
        var backup = await _client.GetByteArrayAsync("/api/shop/backup");
        Assert.Equal("SQLite format 3", Encoding.ASCII.GetString(backup[..15]));
        var later = (await New("After the backup"))["id"]!.GetValue<string>();
        using var body = new ByteArrayContent(backup) { Headers = { ContentType = new MediaTypeHeaderValue("application/vnd.sqlite3") } };
        var restored = await App.Read<JsonElement>(await _client.PostAsync("/api/shop/restore", body));
        Assert.Contains("before-restore", restored.GetProperty("keptIn").GetString(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _client.GetAsync($"/api/projects/{gone}")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await _client.GetAsync($"/api/projects/{later}")).StatusCode);
    }

    [Fact]
    public async Task A_design_too_heavy_is_refused_before_it_is_stored_and_one_that_is_there_keeps_its_history_and_file()
    {
        using var slow = new App();
        await App.Demo(slow.CreateClient());
        using var hurried = slow.WithWebHostBuilder(b => b.UseSetting("plan-seconds", "0"));
        var client = hurried.CreateClient();
        var refused = await App.Problem(await client.PostAsJsonAsync("/api/projects/", new { name = "Too heavy" }), 422);
        Assert.Contains("design is too heavy", refused.GetProperty("detail").GetString(), StringComparison.Ordinal);
        var list = (await client.GetFromJsonAsync<JsonArray>("/api/projects/"))!;
        Assert.DoesNotContain(list, p => p!["name"]!.GetValue<string>() == "Too heavy");
        var id = list[0]!["id"];
        Assert.Contains("too heavy", (await App.Problem(await client.GetAsync($"/api/projects/{id}"), 422)).GetProperty("detail")
            .GetString(), StringComparison.Ordinal);
        Assert.Single((await client.GetFromJsonAsync<JsonArray>($"/api/projects/{id}/history"))!);
        Assert.Contains("anvil-plan/project", await client.GetStringAsync($"/api/projects/{id}/project.json"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_request_that_takes_too_long_is_ended_with_a_sentence_and_so_is_what_it_began()
    {
        var begun = false;
        var deadline = new Web.Deadline(async context =>
        {
            begun = true;
            await Task.Delay(TimeSpan.FromMilliseconds(20), CancellationToken.None);
            Assert.Equal(context.RequestAborted, Interrupt.Current);
            await Task.Delay(Timeout.Infinite, context.RequestAborted);
        });
        var context = new DefaultHttpContext { RequestServices = app.Services };
        context.SetEndpoint(new Endpoint(null, new EndpointMetadataCollection(new Web.TimeLimit(1)), "slow"));
        using var body = new MemoryStream();
        context.Response.Body = body;
        await deadline.InvokeAsync(context).WaitAsync(TimeSpan.FromSeconds(10));
        Assert.True(begun);
        Assert.Equal(503, context.Response.StatusCode);
        Assert.Contains("longer than 1 s", Encoding.UTF8.GetString(body.ToArray()), StringComparison.Ordinal);
        Assert.False(Interrupt.Current.CanBeCanceled);
    }

    [Fact]
    public async Task A_stale_save_of_the_shop_speaks_of_the_shop()
    {
        var shop = (await _client.GetFromJsonAsync<JsonNode>("/api/shop/"))!;
        var edit = new JsonObject { ["version"] = shop["version"]!.GetValue<int>() + 7, ["shop"] = shop["shop"]!.DeepClone() };
        Assert.StartsWith("The shop profile is at version",
            (await App.Problem(await _client.PutAsync("/api/shop/", Json(edit.ToJsonString())), 409)).GetProperty("detail").GetString(),
            StringComparison.Ordinal);
    }
}
