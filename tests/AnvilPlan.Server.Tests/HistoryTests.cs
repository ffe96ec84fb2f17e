using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Server.Tests;

/// <summary>History, undo and redo through the API, as two windows would use them.</summary>
public sealed class HistoryTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Fact]
    public async Task Each_edit_is_a_line_of_the_history_with_its_label()
    {
        var id = await New("lines");
        await Rename(id, 1, "one", "First change");
        await Rename(id, 2, "two", "Second change");
        var lines = await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}/history");
        Assert.Equal(["Second change", "First change", "New project"], lines.EnumerateArray().Select(l => l.GetProperty("label")
            .GetString()));
        Assert.Equal([true, false, false], lines.EnumerateArray().Select(l => l.GetProperty("current").GetBoolean()));
        Assert.All(lines.EnumerateArray(), l => Assert.EndsWith("Z", l.GetProperty("createdUtc").GetString(), StringComparison.Ordinal));
    }

    [Fact]
    public async Task Undo_and_redo_walk_along_the_branch_and_stop_at_its_ends()
    {
        var id = await New("walk");
        await Rename(id, 1, "one", "a");
        await Rename(id, 2, "two", "b");
        Assert.Equal("one", await Name(await Move(id, "undo", 3)));
        Assert.Equal("walk", await Name(await Move(id, "undo", 2)));
        Assert.Equal("walk", await Name(await Move(id, "undo", 1)));
        Assert.Equal("one", await Name(await Move(id, "redo", 1)));
        Assert.Equal("two", await Name(await Move(id, "redo", 2)));
        Assert.Equal("two", await Name(await Move(id, "redo", 3)));
    }

    [Fact]
    public async Task A_second_window_that_undoes_on_an_old_revision_is_told()
    {
        var id = await New("two windows");
        await Rename(id, 1, "one", "a");
        var problem = await App.Problem(await Move(id, "undo", 1), 409);
        Assert.Equal(2, problem.GetProperty("currentRevision").GetInt32());
        Assert.Equal(JsonValueKind.Null, problem.GetProperty("keptAs").ValueKind);
        Assert.Equal(2, (await _client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}")).GetProperty("revision").GetInt32());
    }

    [Fact]
    public async Task A_branch_left_behind_can_be_shown_again()
    {
        var id = await New("branch");
        await Rename(id, 1, "left behind", "a");
        await Move(id, "undo", 2);
        await Rename(id, 1, "taken", "b");
        var answer = await _client.PostAsJsonAsync($"/api/projects/{id}/revision", new { expectedRevision = 3, number = 2 });
        Assert.Equal("left behind", await Name(answer));
        await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{id}/revision", new { expectedRevision = 2, number = (int?)null }),
            422);
    }

    [Fact]
    public async Task A_label_that_is_empty_or_endless_is_refused()
    {
        var id = await New("labels");
        foreach (var label in (string[])["", new string('x', 201)])
        {
            var problem = await App.Problem(await Put(id, 1, "x", label), 422);
            Assert.Equal("label", problem.GetProperty("field").GetString());
        }
    }

    private async Task<Guid> New(string name)
    {
        var view = await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects/", App.Named(name), Shipped.Json));
        return view["id"]!.GetValue<Guid>();
    }

    private async Task Rename(Guid id, int expected, string name, string label) =>
        await App.Read<JsonObject>(await Put(id, expected, name, label));

    private async Task<HttpResponseMessage> Put(Guid id, int expected, string name, string label)
    {
        var view = JsonNode.Parse(await _client.GetStringAsync($"/api/projects/{id}"))!;
        var design = view["design"]!.DeepClone();
        design["name"] = name;
        var body = new JsonObject { ["expectedRevision"] = expected, ["label"] = label, ["design"] = design };
        return await _client.PutAsync($"/api/projects/{id}/design", new StringContent(body.ToJsonString(), Encoding.UTF8,
            "application/json"));
    }

    private Task<HttpResponseMessage> Move(Guid id, string way, int expected) =>
        _client.PostAsJsonAsync($"/api/projects/{id}/{way}", new { expectedRevision = expected, number = (int?)null });

    private static async Task<string> Name(HttpResponseMessage answer) =>
        (await App.Read<JsonObject>(answer))["design"]!["name"]!.GetValue<string>();
}
