using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Server.Tests;

/// <summary>A project that begins from a list of hardware.</summary>
public sealed class HousedRouteTests : IDisposable
{
    private readonly App _app = new();
    private readonly HttpClient _client;

    public HousedRouteTests() => _client = _app.CreateClient();

    public void Dispose()
    {
        _client.Dispose();
        _app.Dispose();
    }

    [Fact]
    public async Task A_list_is_read_and_what_was_read_stands_in_the_new_project()
    {
        var lines = await App.Read<IReadOnlyList<HardwareLine>>(await _client.PostAsJsonAsync("/api/catalog/list",
            new { text = "2 x fan 60\n85 x 56 board" }));
        Assert.Equal([("fan-60", 2), ("sbc-85", 1)], lines.Select(l => (l.Candidates[0], l.Count)));
        var view = await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects", new
        {
            name = "Reed tally",
            hardware = lines.Select(l => new HardwareCount(l.Candidates[0], l.Count)),
        }));
        Assert.Equal(["fan-60", "fan-60", "sbc-85"], view["design"]!["devices"]!.AsArray().Select(d => (string?)d!["modelId"]).Order());
        Assert.Equal("", (string?)view["design"]!["brief"]!["notes"]);
    }

    [Fact]
    public async Task What_finds_no_place_is_told_in_the_notes_and_the_rest_stands()
    {
        var view = await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects", new
        {
            name = "Seed frame",
            system = "levelFrame",
            hardware = new[] { new HardwareCount("fan-60", 2), new HardwareCount("sbc-85", 1) },
        }));
        Assert.Equal("sbc-85", (string?)Assert.Single(view["design"]!["devices"]!.AsArray())!["modelId"]);
        var notes = (string?)view["design"]!["brief"]!["notes"];
        Assert.StartsWith("Found no place when this was begun. 2 x Fan 60", notes);
        Assert.Contains("sits in the cut-out of a panel", notes);
    }

    [Theory]
    [InlineData("igloo", 1, "hardware asks for \"igloo\": the catalog has no such hardware model.")]
    [InlineData("fan-60", 0, "hardware asks for 0 of Fan 60 x 60 x 25: it must be 1 to 40.")]
    [InlineData("fan-60", 41, "hardware asks for 41 of Fan 60 x 60 x 25: it must be 1 to 40.")]
    public async Task What_cannot_be_is_refused_in_a_sentence_and_nothing_begins(string model, int count, string sentence)
    {
        var before = (await _client.GetFromJsonAsync<JsonArray>("/api/projects"))!.Count;
        var problem = await App.Problem(await _client.PostAsJsonAsync("/api/projects",
            new { name = "x", hardware = new[] { new HardwareCount(model, count) } }), 422);
        Assert.Equal(sentence, problem.GetProperty("detail").GetString());
        Assert.Equal(before, (await _client.GetFromJsonAsync<JsonArray>("/api/projects"))!.Count);
    }

    [Fact]
    public async Task A_list_that_is_too_long_is_refused()
    {
        var text = string.Concat(Enumerable.Repeat("fan 60\n", HardwareList.MostLines + 1));
        var problem = await App.Problem(await _client.PostAsJsonAsync("/api/catalog/list", new { text }), 422);
        Assert.Equal("text has 61 lines: it must have 60 at the most.", problem.GetProperty("detail").GetString());
    }
}
