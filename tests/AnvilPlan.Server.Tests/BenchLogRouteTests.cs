using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace AnvilPlan.Server.Tests;

/// <summary>Work is recorded through the API, and a revision says what is otherwise in the shop since.</summary>
public sealed class BenchLogRouteTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    private async Task<JsonObject> Begin() =>
        await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects", new { name = $"Trial {Guid.NewGuid()}" }));

    private static object Line(string part, string? state = "cut", int unit = 1, string? operation = null, double? minutes = 3) =>
        new { unit, partId = part, operation, state, reading = (object?)null, minutes, note = "" };

    [Fact]
    public async Task Work_is_recorded_against_the_part_as_planned_and_a_later_change_makes_it_stale()
    {
        var view = await Begin();
        var url = $"/api/projects/{view["id"]}";
        var after = await App.Read<JsonObject>(await _client.PostAsJsonAsync(url + "/bench-log",
            new { lines = new[] { Line("shell/front"), Line("shell/left") } }));
        JsonNode Made(JsonNode project, string id) => project["plan"]!["made"]!.AsArray().Single(m => m!["id"]!.GetValue<string>() == id)!;
        Assert.Equal(("cut", false), (Made(after, "shell/front")["state"]!.GetValue<string>(),
            Made(after, "shell/front")["stale"]!.GetValue<bool>()));
        Assert.Equal(1, after["revision"]!.GetValue<int>());

        var design = after["design"]!.DeepClone();
        design["box"]!["widthMm"] = 330;
        var changed = await App.Read<JsonObject>(await _client.PutAsJsonAsync(url + "/design",
            new { expectedRevision = 1, label = "Wider", design }));
        Assert.True(Made(changed, "shell/front")["stale"]!.GetValue<bool>());
        Assert.False(Made(changed, "shell/left")["stale"]!.GetValue<bool>());
        Assert.Equal(["Front"], changed["consequences"]!["workLost"]!.AsArray().Select(n => n!.GetValue<string>()));

        var log = await _client.GetFromJsonAsync<JsonElement>(url + "/bench-log");
        Assert.Equal(["shell/front", "shell/left"], log.EnumerateArray().Select(l => l.GetProperty("partId").GetString()));
        Assert.All(log.EnumerateArray(), l => Assert.NotEqual("", l.GetProperty("fingerprint").GetString()));
    }

    [Fact]
    public async Task Wrong_lines_are_named_and_none_of_them_is_kept()
    {
        var url = $"/api/projects/{(await Begin())["id"]}/bench-log";
        async Task Refused(object line, string field, string said)
        {
            var problem = await App.Problem(await _client.PostAsJsonAsync(url, new { lines = new[] { Line("shell/front"), line } }), 422);
            Assert.Equal(field, problem.GetProperty("field").GetString());
            Assert.Contains(said, problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
        }

        await Refused(Line("shell/roof"), "lines[1].partId", "shell/roof");
        await Refused(Line("shell/front", unit: 2), "lines[1].unit", "between 1 and 1");
        await Refused(Line("shell/front", operation: "polish"), "lines[1].operation", "polish");
        await Refused(Line("shell/front", minutes: -3), "lines[1].minutes", "-3");
        await Refused(Line("shell/front", state: null, minutes: null), "lines[1].note", "says nothing");
        Assert.Empty((await _client.GetFromJsonAsync<JsonElement>(url)).EnumerateArray());
        await App.Problem(await _client.PostAsJsonAsync(url, new { lines = Array.Empty<object>() }), 422);
    }

    [Fact]
    public async Task An_exported_project_takes_its_log_along()
    {
        var view = await Begin();
        await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/bench-log", new { lines = new[] { Line("shell/front") } });
        var file = await _client.GetStringAsync($"/api/projects/{view["id"]}/project.json");
        var back = await App.Read<JsonObject>(await _client.PostAsync("/api/projects/import",
            new StringContent(file, System.Text.Encoding.UTF8, "application/json")));
        Assert.Single((await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{back["id"]}/bench-log")).EnumerateArray());
    }

    [Fact]
    public async Task A_revision_says_that_the_shop_is_otherwise_now_and_in_what()
    {
        var view = await Begin();
        Assert.False(view["knewOtherwise"]!.GetValue<bool>());
        var shop = await App.Read<JsonObject>(await _client.GetAsync("/api/shop"));
        var changed = shop["shop"]!.DeepClone();
        changed["fits"]!["portMm"] = 0.85;
        Assert.True((await _client.PutAsJsonAsync("/api/shop", new { version = shop["version"]!.GetValue<int>(), shop = changed }))
            .IsSuccessStatusCode);
        var opened = await App.Read<JsonObject>(await _client.GetAsync($"/api/projects/{view["id"]}"));
        Assert.True(opened["knewOtherwise"]!.GetValue<bool>());
        var differences = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{view["id"]}/history/1/differences");
        var one = Assert.Single(differences.GetProperty("differences").EnumerateArray());
        Assert.Equal(("shop.fits.portMm", "0.85"), (one.GetProperty("what").GetString(), one.GetProperty("now").GetString()));
        await App.Problem(await _client.GetAsync($"/api/projects/{view["id"]}/history/9/differences"), 404);
    }
}
