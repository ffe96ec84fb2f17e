using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Server.Web;
using Microsoft.Extensions.DependencyInjection;

namespace AnvilPlan.Server.Tests;

/// <summary>An edit sends what changed; what is made of it is what would have been sent whole.</summary>
public sealed class ViewDeltaTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    private static JsonNode? Changed(JsonNode? was, JsonObject delta)
    {
        if (delta.ContainsKey("="))
        {
            return delta["="]?.DeepClone();
        }

        if (delta["~"] is JsonObject fields)
        {
            var now = was!.DeepClone().AsObject();
            foreach (var (name, change) in fields)
            {
                now[name] = Changed(now[name], change!.AsObject());
            }

            foreach (var gone in delta["-"]?.AsArray() ?? [])
            {
                now.Remove(gone!.GetValue<string>());
            }

            return now;
        }

        var list = was!.AsArray();
        if (delta["@"] is JsonArray entries)
        {
            JsonNode? Of(string id) => list.FirstOrDefault(e => e!["id"]!.GetValue<string>() == id);
            return new JsonArray([.. entries.Select(e => e is JsonObject o ? Changed(Of(o["id"]!.GetValue<string>()), o)
                : Of(e!.GetValue<string>())!.DeepClone())]);
        }

        if (delta["#"] is JsonObject places)
        {
            return new JsonArray([.. list.Select((e, i) => places[$"{i}"] is JsonObject o ? Changed(e, o) : e?.DeepClone())]);
        }

        var (start, length, put) = (delta["%"]![0]!.GetValue<int>(), delta["%"]![1]!.GetValue<int>(), delta["%"]![2]!.AsArray());
        return new JsonArray([.. list.Take(start).Concat(put).Concat(list.Skip(start + length)).Select(e => e?.DeepClone())]);
    }

    private static JsonObject Between(string was, string now)
    {
        using var stream = new MemoryStream();
        using (var writer = new Utf8JsonWriter(stream))
        {
            using var a = JsonDocument.Parse(was);
            using var b = JsonDocument.Parse(now);
            ViewDelta.Write(writer, a.RootElement, b.RootElement);
        }

        return JsonNode.Parse(Encoding.UTF8.GetString(stream.ToArray()))!.AsObject();
    }

    [Theory]
    [InlineData("""{"a":1,"b":2}""", """{"a":1,"b":3}""", """{"~":{"b":{"=":3}}}""")]
    [InlineData("""{"a":1,"b":2}""", """{"a":1,"c":null}""", """{"~":{"c":{"=":null}},"-":["b"]}""")]
    [InlineData("""[{"id":"x","u":1},{"id":"y","u":2}]""", """[{"id":"y","u":2},{"id":"z","u":0},{"id":"x","u":4}]""",
        """{"@":["y",{"id":"z","=":{"id":"z","u":0}},{"id":"x","~":{"u":{"=":4}}}]}""")]
    [InlineData("""[{"u":1},{"u":2}]""", """[{"u":1},{"u":3}]""", """{"#":{"1":{"~":{"u":{"=":3}}}}}""")]
    [InlineData("[1,2,3,4,5]", "[1,9,5]", """{"%":[1,3,[9]]}""")]
    [InlineData("[1,1]", "[1,1,1]", """{"%":[2,0,[1]]}""")]
    [InlineData("""[{"id":"x"},{"id":"x"}]""", """[{"id":"x"}]""", """{"%":[1,1,[]]}""")]
    [InlineData("""{"a":[1]}""", """{"a":{"b":1}}""", """{"~":{"a":{"=":{"b":1}}}}""")]
    public void What_differs_is_told_and_made_again(string was, string now, string said)
    {
        var delta = Between(was, now);
        Assert.Equal(JsonNode.Parse(said)!.ToJsonString(), delta.ToJsonString());
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(now), Changed(JsonNode.Parse(was), delta)));
    }

    private async Task<HttpResponseMessage> Put(Guid id, JsonNode view, string label, string? have)
    {
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/projects/{id}/design")
        {
            Content = JsonContent.Create(new { expectedRevision = view["revision"]!.GetValue<int>(), label, design = view["design"] }),
        };
        if (have is not null)
        {
            request.Headers.Add(ViewAnswers.Have, have);
        }

        return await _client.SendAsync(request);
    }

    private static string? Header(HttpResponseMessage answer, string name) =>
        answer.Headers.TryGetValues(name, out var values) ? values.Single() : null;

    [Fact]
    public async Task Edits_of_every_demo_come_as_what_changed_and_make_the_whole()
    {
        Action<JsonNode>[] edits =
        [
            d => d["devices"]![0]!["uMm"] = d["devices"]![0]!["uMm"]!.GetValue<double>() + 1,
            d => d["box"]!["widthMm"] = d["box"]!["widthMm"]!.GetValue<double>() + 7,
            d => d["links"] = new JsonArray(),
            d => d["devices"]!.AsArray().RemoveAt(d["devices"]!.AsArray().Count - 1),
            d => d["brief"]!["quantity"] = 3,
            d => d["brief"]!["notes"] = "Walnut, if there is any.",
        ];
        foreach (var project in (await _client.GetFromJsonAsync<JsonElement>("/api/projects/")).EnumerateArray().ToList())
        {
            var id = project.GetProperty("id").GetGuid();
            using var first = await _client.GetAsync($"/api/projects/{id}");
            var (tag, view) = (Header(first, ViewAnswers.Tag), JsonNode.Parse(await first.Content.ReadAsStringAsync())!);
            foreach (var edit in edits)
            {
                edit(view["design"]!);
                using var answer = await Put(id, view, "Edit", tag);
                var body = await answer.Content.ReadAsStringAsync();
                Assert.True(answer.IsSuccessStatusCode, body);
                Assert.Equal(tag, Header(answer, ViewAnswers.Base));
                // what was held is as it came, not as it was edited here
                view = Changed(JsonNode.Parse(await Whole(tag!)), JsonNode.Parse(body)!.AsObject())!;
                tag = Header(answer, ViewAnswers.Tag);
                Assert.True(JsonNode.DeepEquals(JsonNode.Parse(await Whole(tag!)), view));
                Assert.InRange(body.Length, 1, (await Whole(tag!)).Length / 2);
            }
        }
    }

    private Task<string> Whole(string tag) =>
        Task.FromResult(Encoding.UTF8.GetString(app.Services.GetRequiredService<ViewShelf>().Of(tag)!));

    [Fact]
    public async Task Who_holds_nothing_or_what_is_forgotten_gets_the_whole()
    {
        var (id, _) = await App.Demo(_client);
        foreach (var have in (string?[])[null, "0123456789abcdef"])
        {
            var view = (await _client.GetFromJsonAsync<JsonNode>($"/api/projects/{id}"))!;
            view["design"]!["box"]!["depthMm"] = view["design"]!["box"]!["depthMm"]!.GetValue<double>() + 1;
            using var answer = await Put(id, view, "Deeper", have);
            Assert.Null(Header(answer, ViewAnswers.Base));
            Assert.NotNull((await App.Read<JsonNode>(answer))["plan"]);
        }
    }

    [Fact]
    public async Task A_view_that_is_held_is_not_sent_again_and_a_changed_one_is()
    {
        var (id, _) = await App.Demo(_client);
        using var first = await _client.GetAsync($"/api/projects/{id}");
        async Task<HttpStatusCode> Ask()
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, $"/api/projects/{id}");
            request.Headers.IfNoneMatch.Add(first.Headers.ETag!);
            using var answer = await _client.SendAsync(request);
            Assert.Equal(answer.StatusCode == HttpStatusCode.NotModified, (await answer.Content.ReadAsByteArrayAsync()).Length == 0);
            return answer.StatusCode;
        }

        Assert.Equal(HttpStatusCode.NotModified, await Ask());
        var view = JsonNode.Parse(await first.Content.ReadAsStringAsync())!;
        view["design"]!["brief"]!["notes"] = "Another note";
        (await Put(id, view, "Rename", null)).Dispose();
        Assert.Equal(HttpStatusCode.OK, await Ask());
    }

    [Fact]
    public void The_shelf_forgets_the_oldest_when_it_is_full()
    {
        var shelf = new ViewShelf();
        for (var i = 0; i < 30; i++)
        {
            shelf.Keep($"t{i}", new byte[1_000_000]);
            shelf.Keep("t0", []);
        }

        // 24 of a million: the one that is asked for again and again, and the newest
        Assert.Equal([true, false, true, true], new[] { "t0", "t5", "t7", "t29" }.Select(t => shelf.Of(t) is not null));
    }
}
