using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Server.Tests;

/// <summary>Searching shells, pockets and the mock-up, over the wire.</summary>
public sealed class FitRouteTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Fact]
    public async Task A_search_runs_reports_and_its_shell_is_taken_as_a_revision()
    {
        var id = await WithBoard();
        var started = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements",
            new { goals = new[] { "volume" }, seconds = 6 }));
        var search = started["id"]!.GetValue<Guid>();
        var state = await Done(id, search);
        var found = state["result"]!["arrangements"]!.AsArray();
        Assert.True(found.Count == 1, state.ToJsonString());
        Assert.True(found[0]!["volumeL"]!.GetValue<double>() < 12.2);
        await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements/{search}/take",
            new { expectedRevision = 2, index = 7 }), 422);
        var after = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements/{search}/take",
            new { expectedRevision = 2, index = 0 }));
        Assert.Equal(3, after["revision"]!.GetValue<int>());
        Assert.Equal(found[0]!["widthMm"]!.GetValue<double>(), after["design"]!["box"]!["widthMm"]!.GetValue<double>(), 6);
        // the project has moved on: what was found for the revision before is not laid over it
        await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements/{search}/take",
            new { expectedRevision = 3, index = 0 }), 409);
    }

    [Fact]
    public async Task A_search_is_stopped_and_bad_wishes_are_refused()
    {
        var id = await WithBoard();
        var started = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements",
            new { goals = new[] { "volume", "footprint", "flat" }, seconds = 60 }));
        var search = started["id"]!.GetValue<Guid>();
        await App.Read<JsonObject>(await _client.DeleteAsync($"/api/projects/{id}/arrangements/{search}"));
        var state = await Done(id, search);
        Assert.True(state["result"]!["seconds"]!.GetValue<double>() < 30);
        Assert.Equal("seconds",
            (await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements",
            new { goals = new[] { "volume" }, seconds = 1000 }), 422)).GetProperty("field").GetString());
        Assert.Equal("goals",
            (await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/arrangements", new
            {
                goals = Array.Empty<string>(),
                seconds = 5
            }), 422)).GetProperty("field").GetString());
        await App.Problem(await _client.GetAsync($"/api/projects/{id}/arrangements/{Guid.NewGuid()}"), 404);
    }

    [Fact]
    public async Task Pockets_are_listed_and_the_mock_up_is_cut_and_measured()
    {
        var id = await WithBoard();
        var pockets = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}/pockets");
        Assert.True(pockets.GetArrayLength() > 0);
        var mockUp = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}/mock-up?cardMm=4");
        Assert.Contains(mockUp.GetProperty("pieces").EnumerateArray(), p => p.GetProperty("id").GetString() == "card/front");
        var pdf = await _client.GetByteArrayAsync($"/api/projects/{id}/mock-up.pdf?cardMm=4");
        Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
        Assert.Equal("cardMm", (await App.Problem(await _client.GetAsync($"/api/projects/{id}/mock-up?cardMm=99"), 422))
            .GetProperty("field").GetString());

        var inside = mockUp.GetProperty("lines").EnumerateArray().First(l => l.GetProperty("key").GetString() == "inside/z")
            .GetProperty("planMm").GetDouble();
        var measured = new { expectedRevision = 2, readings = new[] { new { key = "inside/z", measuredMm = inside + 8 } } };
        var preview = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/mock-up/preview", measured));
        Assert.Contains(preview["shifts"]!.AsArray(), s => s!["key"]!.GetValue<string>() == "heightMm");
        var taken = await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/mock-up/take", measured));
        Assert.Equal(168, taken["design"]!["box"]!["heightMm"]!.GetValue<double>(), 6);
        Assert.Equal("inside/q",
            (await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/mock-up/preview",
            new { expectedRevision = 3, readings = new[] { new { key = "inside/q", measuredMm = 1 } } }), 422)).GetProperty("field")
            .GetString());
    }

    private async Task<Guid> WithBoard()
    {
        var view = await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects", new { name = "fit test" }));
        var id = view["id"]!.GetValue<Guid>();
        await App.Read<JsonObject>(await _client.PostAsJsonAsync($"/api/projects/{id}/devices",
            new { expectedRevision = 1, modelId = "relay-4", deckId = "panel/bottom" }));
        return id;
    }

    private async Task<JsonObject> Done(Guid id, Guid search)
    {
        for (var i = 0; i < 300; i++)
        {
            var state = (await _client.GetFromJsonAsync<JsonObject>($"/api/projects/{id}/arrangements/{search}"))!;
            if (!state["running"]!.GetValue<bool>())
            {
                return state;
            }

            await Task.Delay(100);
        }

        throw new TimeoutException("the search did not end");
    }
}
