using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Server.Tests;

/// <summary>Structures over the wire: added by their system, compared at their corners, levels moved; wrong ones refused.</summary>
public sealed class ConstructionRouteTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Fact]
    public async Task Every_system_that_is_listed_can_be_added_to_a_new_project()
    {
        var systems = await _client.GetFromJsonAsync<JsonElement>("/api/systems");
        Assert.Equal(
            Shipped.Systems.Where(s => s.Decision is not null).Select(s => s.Key).Order(StringComparer.Ordinal),
            systems.EnumerateArray().Select(s => s.GetProperty("key").GetString()).Order(StringComparer.Ordinal));
        foreach (var system in systems.EnumerateArray())
        {
            var view = await Begin();
            var added = await Add(view, system.GetProperty("key").GetString()!);
            Assert.Equal(system.GetProperty("key").GetString(), added["design"]!["structures"]![0]!["system"]!.GetValue<string>());
        }

        var problem = await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{(await Begin())["id"]}/structures",
            new { expectedRevision = 1, system = "igloo" }), 422);
        Assert.Contains("igloo", problem.GetRawText(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Corners_are_compared_with_what_plan_B_would_change()
    {
        var view = await Add(await Begin(), "bentWrap");
        var corners = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{view["id"]}/structures/bent-wrap/corners");
        Assert.Equal(2, corners.GetArrayLength());
        Assert.Equal(6, corners[0].GetProperty("options").GetArrayLength());
        Assert.NotEqual(0, corners[0].GetProperty("planB").GetProperty("partsChanged").GetArrayLength());
        await App.Problem(await _client.GetAsync(new Uri($"/api/projects/{view["id"]}/structures/nothing/corners", UriKind.Relative)), 404);
    }

    [Fact]
    public async Task Levels_swap_and_an_unknown_one_is_named()
    {
        var view = await Add(await Begin(), "levelFrame");
        var heights = view["design"]!["trays"]!.AsArray().Select(t => t!["undersideMm"]!.GetValue<double>()).ToList();
        var swapped = await Answer(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/levels",
            new { expectedRevision = 2, levelA = "level-frame-low", levelB = "level-frame-high" }));
        Assert.Equal([heights[1], heights[0]], swapped["design"]!["trays"]!.AsArray().Select(t => t!["undersideMm"]!.GetValue<double>()));
        var problem = await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/levels",
            new { expectedRevision = 3, levelA = "attic", levelB = (string?)null }), 422);
        Assert.Contains("attic", problem.GetRawText(), StringComparison.Ordinal);
    }

    private async Task<JsonNode> Begin() =>
        await Answer(await _client.PostAsJsonAsync("/api/projects", new { name = $"Trial {Guid.NewGuid()}" }));

    private async Task<JsonNode> Add(JsonNode view, string system) =>
        await Answer(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/structures",
            new { expectedRevision = view["revision"]!.GetValue<int>(), system }));

    private static async Task<JsonNode> Answer(HttpResponseMessage response)
    {
        var text = await response.Content.ReadAsStringAsync();
        Assert.True(response.IsSuccessStatusCode, text);
        return JsonNode.Parse(text)!;
    }
}
