using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Server.Tests;

/// <summary>Projects at a glance, and what a new one may begin with.</summary>
public sealed class CardTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    /// <summary>A board that stands on four screws.</summary>
    private static string Model { get; } = Shipped.Catalog.Hardware.First(m => m.Mount == MountStyle.Standoffs && m.Holes.Count == 4).Id;

    /// <summary>The first deck that takes it.</summary>
    private async Task<string> Deck(JsonNode project) =>
        (await _client.GetFromJsonAsync<JsonArray>($"/api/projects/{project["id"]}/decks/{Model}"))!
            .First(d => d!["free"]!.GetValue<bool>())!["deckId"]!.GetValue<string>();

    private async Task<JsonObject> Begin(string? system) => await App.Read<JsonObject>(
        await _client.PostAsJsonAsync("/api/projects", new { name = $"Trial {Guid.NewGuid()}", system }));

    private async Task<JsonObject> Card(JsonNode project) =>
        await App.Read<JsonObject>(await _client.GetAsync($"/api/projects/{project["id"]}/card"));

    [Fact]
    public async Task A_card_says_how_large_it_is_and_what_is_to_be_done_next()
    {
        var project = await Begin("railFrame");
        var card = await Card(project);
        Assert.Equal((320.0, 240.0, 160.0), (card["outerMm"]!["x"]!.GetValue<double>(), card["outerMm"]!["y"]!.GetValue<double>(),
            card["outerMm"]!["z"]!.GetValue<double>()));
        Assert.Equal(["Rail frame"], card["built"]!.AsArray().Select(b => b!.GetValue<string>()));
        Assert.Equal(("hardware", 0, 0), (card["next"]!["station"]!.GetValue<string>(), card["devices"]!.GetValue<int>(),
            card["stations"]!.AsArray().Count));
        Assert.True(card["picture"]!["facets"]!.AsArray().Count >= 3);

        // the first thing in the way is the next thing to do
        var changed = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{project["id"]}/devices",
            new { expectedRevision = 1, modelId = Model, deckId = await Deck(project) }));
        var with = await Card(changed);
        Assert.Equal(1, with["devices"]!.GetValue<int>());
        var first = changed["plan"]!["findings"]!.AsArray().FirstOrDefault(f => f!["severity"]!.GetValue<string>() != "note");
        Assert.Equal(first?["text"]!.GetValue<string>() ?? "Ready for the bench: take the files", with["next"]!["text"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_project_is_renamed_and_a_name_of_nothing_is_refused()
    {
        var project = await Begin(null);
        var url = $"/api/projects/{project["id"]}/name";
        var renamed = await App.Read<JsonObject>(await _client.PostAsJsonAsync(url, new { expectedRevision = 1, name = " Kiln shelf " }));
        Assert.Equal("Kiln shelf", renamed["design"]!["name"]!.GetValue<string>());
        var refused = await _client.PostAsJsonAsync(url, new { expectedRevision = 2, name = "  " });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("name", (await refused.Content.ReadFromJsonAsync<JsonObject>())!["detail"]!.GetValue<string>(),
            StringComparison.Ordinal);
        var list = await _client.GetFromJsonAsync<JsonArray>("/api/projects");
        Assert.Contains(list!, l => l!["name"]!.GetValue<string>() == "Kiln shelf");
    }

    [Fact]
    public async Task Every_beginning_has_a_picture_begins_without_a_snag_and_takes_hardware_at_once()
    {
        var beginnings = await _client.GetFromJsonAsync<JsonArray>("/api/projects/beginnings");
        Assert.Equal(1 + Shipped.Catalog.Systems.Count(s => s.Decision is not null), beginnings!.Count);
        foreach (var beginning in beginnings)
        {
            var system = beginning!["system"]?.GetValue<string>();
            Assert.True(beginning["picture"]!["facets"]!.AsArray().Count >= 3, system);
            var project = await Begin(system);
            Assert.Equal(beginning["outerMm"]!.ToJsonString(), (await Card(project))["outerMm"]!.ToJsonString());
            Assert.DoesNotContain(project["plan"]!["findings"]!.AsArray(), f => f!["severity"]!.GetValue<string>() != "note");
            var with = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{project["id"]}/devices",
                new { expectedRevision = 1, modelId = Model, deckId = await Deck(project) }));
            Assert.Single(with["design"]!["devices"]!.AsArray());
        }
    }

    [Fact]
    public async Task A_way_to_build_that_does_not_exist_is_named_with_those_that_do()
    {
        var refused = await _client.PostAsJsonAsync("/api/projects", new { name = "x", system = "igloo" });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        var problem = (await refused.Content.ReadFromJsonAsync<JsonObject>())!;
        Assert.Equal("system", problem["field"]!.GetValue<string>());
        Assert.Contains("\"igloo\"", problem["detail"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Contains("railFrame", problem["detail"]!.GetValue<string>(), StringComparison.Ordinal);
    }
}
