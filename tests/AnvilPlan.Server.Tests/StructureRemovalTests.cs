using System.Net.Http.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Audit.Walk;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Server.Tests;

/// <summary>
/// A structure goes as it came, with what was done since left alone; random walks through the application end in no error.
/// </summary>
public sealed class StructureRemovalTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Fact]
    public async Task A_structure_taken_out_leaves_the_design_as_it_was_before_it_came()
    {
        var view = await New("in and out");
        var before = view["design"]!.ToJsonString();
        foreach (var system in Shipped.Catalog.Systems.Where(s => s.Decision is not null))
        {
            using var answer = await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/structures",
                new { expectedRevision = Revision(view), system = system.Key });
            if (!answer.IsSuccessStatusCode)
            {
                await App.Problem(answer, 422);
                continue;
            }

            var with = await App.Read<JsonNode>(answer);
            Assert.NotEqual(before, with["design"]!.ToJsonString());
            view = await Removed(with, with["design"]!["structures"]![0]!["id"]!.GetValue<string>());
            Assert.Equal(before, view["design"]!.ToJsonString());
        }
    }

    [Fact]
    public async Task A_structure_that_makes_way_for_another_stands_again_when_that_one_goes()
    {
        var keys = Shipped.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key).ToList();
        var tried = 0;
        foreach (var first in keys)
        {
            // a third of all pairs, and all that come to what makes way
            foreach (var second in keys.Where(k => k != first && (first is "printedFeet" or "plinth"
                || (keys.IndexOf(k) + keys.IndexOf(first)) % 3 == 0)))
            {
                var view = await New($"{first} then {second}");
                using var one = await Added(view, first);
                var before = await App.Read<JsonNode>(one);
                using var two = await Added(before, second);
                if (!two.IsSuccessStatusCode)
                {
                    continue;
                }

                var with = await App.Read<JsonNode>(two);
                var had = before["design"]!["structures"]!.AsArray().Select(s => s!["id"]!.GetValue<string>()).ToHashSet();
                var id = with["design"]!["structures"]!.AsArray().Select(s => s!["id"]!.GetValue<string>()).First(i => !had.Contains(i));
                Assert.Equal(before["design"]!.ToJsonString(), (await Removed(with, id))["design"]!.ToJsonString());
                tried++;
            }
        }

        Assert.True(tried > 30, $"{tried} pairs");
    }

    private Task<HttpResponseMessage> Added(JsonNode view, string system) =>
        _client.PostAsJsonAsync($"/api/projects/{view["id"]}/structures", new { expectedRevision = Revision(view), system });

    [Fact]
    public async Task What_was_changed_since_stays_when_the_structure_goes()
    {
        var view = await New("changed since");
        var height = view["design"]!["box"]!["heightMm"]!.GetValue<double>();
        view = await App.Read<JsonNode>(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/structures",
            new { expectedRevision = Revision(view), system = "railFrame" }));
        var design = view["design"]!.DeepClone();
        (design["name"], design["box"]!["widthMm"]) = ("renamed", 431);
        view = await App.Read<JsonNode>(await _client.PutAsJsonAsync($"/api/projects/{view["id"]}/design",
            new { expectedRevision = Revision(view), label = "wider", design }));
        view = await Removed(view, "rail-frame");
        Assert.Equal(("renamed", 431.0, height), (view["design"]!["name"]!.GetValue<string>(),
            view["design"]!["box"]!["widthMm"]!.GetValue<double>(), view["design"]!["box"]!["heightMm"]!.GetValue<double>()));
        Assert.Empty(view["design"]!["structures"]!.AsArray());
    }

    [Fact]
    public async Task A_structure_that_is_not_there_or_an_old_revision_is_refused()
    {
        var view = await New("refused");
        await App.Problem(await _client.DeleteAsync($"/api/projects/{view["id"]}/structures/nothing?expectedRevision=1"), 404);
        view = await App.Read<JsonNode>(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/structures",
            new { expectedRevision = 1, system = "railFrame" }));
        await App.Problem(await _client.DeleteAsync($"/api/projects/{view["id"]}/structures/rail-frame?expectedRevision=1"), 409);
    }

    [Theory]
    [InlineData(31)]
    [InlineData(32)]
    public async Task Eighty_random_actions_end_in_no_error_and_every_refusal_has_its_reason(int seed) =>
        Assert.Equal("", string.Join('\n', (await new ApiWalk(_client, Shipped.Catalog, seed).Run(80)).Select(d => $"{d.Kind}: {d.Text}")));

    private async Task<JsonNode> New(string name) =>
        await App.Read<JsonNode>(await _client.PostAsJsonAsync("/api/projects/", App.Named(name), Shipped.Json));

    private async Task<JsonNode> Removed(JsonNode view, string structure) =>
        await App.Read<JsonNode>(
            await _client.DeleteAsync($"/api/projects/{view["id"]}/structures/{structure}?expectedRevision={Revision(view)}"));

    private static int Revision(JsonNode view) => view["revision"]!.GetValue<int>();
}
