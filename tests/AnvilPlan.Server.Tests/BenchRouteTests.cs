using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Server.Tests;

/// <summary>Sums, figures to and from a project, coupons, diagonals and corners of any edge over the wire.</summary>
public sealed class BenchRouteTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    private async Task<JsonNode> Begin() =>
        await App.Read<JsonObject>(await _client.PostAsJsonAsync("/api/projects", new { name = $"Trial {Guid.NewGuid()}" }));

    [Fact]
    public async Task Sums_are_listed_with_kind_and_range_and_found_by_a_question()
    {
        var sums = await _client.GetFromJsonAsync<JsonElement>("/api/calc");
        var shelf = sums.EnumerateArray().Single(s => s.GetProperty("name").GetString() == "shelf_deflection");
        Assert.Equal("choice", shelf.GetProperty("inputs")[0].GetProperty("kind").GetString());
        var span = shelf.GetProperty("inputs").EnumerateArray()
            .Single(i => i.GetProperty("key").GetProperty("key").GetString() == "span_mm");
        Assert.Equal(("span", "mm"), (span.GetProperty("key").GetProperty("name").GetString(),
            span.GetProperty("key").GetProperty("sign").GetString()));
        Assert.Equal((0.0, 100_000.0), (span.GetProperty("least").GetDouble(), span.GetProperty("most").GetDouble()));
        var start = await _client.PostAsync("/api/calc/shelf_deflection", new StringContent(shelf.GetProperty("start").GetRawText(),
            System.Text.Encoding.UTF8, "application/json"));
        Assert.True(start.IsSuccessStatusCode);
        var found = await _client.GetFromJsonAsync<string[]>("/api/calc/find?typed=does%20it%20sag");
        Assert.Equal("shelf_deflection", found![0]);
    }

    [Fact]
    public async Task A_result_goes_into_the_project_after_a_look_and_comes_back_as_a_figure()
    {
        var view = await Begin();
        var url = $"/api/projects/{view["id"]}/figures";
        var figures = await _client.GetFromJsonAsync<JsonElement>(url);
        var width = figures.EnumerateArray().Single(f => f.GetProperty("id").GetString() == "box/width");
        Assert.True(width.GetProperty("settable").GetBoolean());
        var choice = new { expectedRevision = 1, id = "box/width", value = width.GetProperty("value").GetDouble() + 12.5 };
        var effect = await App.Read<JsonObject>(await _client.PostAsJsonAsync(url + "/preview", choice));
        Assert.Contains(effect["shifts"]!.AsArray(), s => s!["key"]!.GetValue<string>() == "widthMm");
        var put = await App.Read<JsonObject>(await _client.PostAsJsonAsync(url, choice));
        Assert.Equal(choice.value, put["plan"]!["tally"]!["widthMm"]!.GetValue<double>(), 6);
        await App.Problem(await _client.PostAsJsonAsync(url, choice), 409);
        var (fixedFigure, far, unknown) = (choice with { id = "inside/width", expectedRevision = 2 }, choice with
        { value = 9000, expectedRevision = 2 }, choice with { id = "moon", expectedRevision = 2 });
        Assert.Contains("follows from other decisions", (await App.Problem(await _client.PostAsJsonAsync(url, fixedFigure), 422))
            .GetRawText(), StringComparison.Ordinal);
        Assert.Contains("between 20 and 3000", (await App.Problem(await _client.PostAsJsonAsync(url, far), 422)).GetRawText(),
            StringComparison.Ordinal);
        Assert.Contains("moon", (await App.Problem(await _client.PostAsJsonAsync(url, unknown), 422)).GetRawText(),
            StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_coupon_is_given_as_drawing_and_as_solid_and_wrong_ones_are_named()
    {
        const string query = "?process=printer&materialId=petg&thicknessMm=6";
        var coupon = await _client.GetFromJsonAsync<JsonElement>("/api/coupon" + query);
        Assert.Equal(8, coupon.GetProperty("coupon").GetProperty("stepsMm").GetArrayLength());
        foreach (var (file, begins) in ((string, string)[])[("comb.dxf", "0"), ("tongue.dxf", "0"), ("comb.svg", "<svg"),
            ("comb.stl", "solid comb"), ("tongue.stl", "solid tongue"), ("coupon.pdf", "%PDF")])
        {
            var answer = await _client.GetAsync(new Uri($"/api/coupon/{file}{query}", UriKind.Relative));
            Assert.True(answer.IsSuccessStatusCode, file);
            Assert.StartsWith(begins, (await answer.Content.ReadAsStringAsync()).TrimStart(), StringComparison.Ordinal);
        }

        foreach (var (wrong, named) in ((string, string)[])[("?process=chisel&materialId=petg&thicknessMm=6", "chisel"),
            ("?process=saw&materialId=cheese&thicknessMm=6", "cheese"), ("?process=saw&materialId=petg&thicknessMm=400", "0.5 and 40")])
        {
            Assert.Contains(named, (await App.Problem(await _client.GetAsync(new Uri("/api/coupon" + wrong, UriKind.Relative)), 422))
                .GetRawText(), StringComparison.Ordinal);
        }

        await App.Problem(await _client.GetAsync(new Uri("/api/coupon/comb.exe" + query, UriKind.Relative)), 404);
    }

    [Fact]
    public async Task Diagonals_are_judged_for_a_frame_of_the_plan()
    {
        var view = await Begin();
        var design = view["design"]!.DeepClone();
        foreach (var edge in design["box"]!["edges"]!.AsArray().Where(e => !e!["id"]!.GetValue<string>()
            .Contains("Top", StringComparison.Ordinal)))
        {
            edge!["joint"] = "buttGlued";
            edge["blockBarId"] = null;
        }

        var glued = await App.Read<JsonObject>(await _client.PutAsJsonAsync($"/api/projects/{view["id"]}/design",
            new { expectedRevision = 1, label = "Glue", design }));
        var frame = glued["plan"]!["glue"]!["squares"]![0]!;
        var diagonal = frame["diagonalMm"]!.GetValue<double>();
        var url = $"/api/projects/{view["id"]}/square";
        var name = frame["name"]!.GetValue<string>();
        Assert.True((await App.Read<JsonObject>(await _client.PostAsJsonAsync(url, new
        {
            frame = name,
            firstMm = diagonal,
            secondMm = diagonal
        })))["square"]!.GetValue<bool>());
        Assert.False((await App.Read<JsonObject>(await _client.PostAsJsonAsync(url, new
        {
            frame = name,
            firstMm = diagonal + 1,
            secondMm = diagonal - 1
        })))["square"]!.GetValue<bool>());
        Assert.Contains("firstMm",
            (await App.Problem(await _client.PostAsJsonAsync(url, new { frame = name, firstMm = 1.0, secondMm = diagonal }), 422))
            .GetRawText(), StringComparison.Ordinal);
        await App.Problem(await _client.PostAsJsonAsync(url, new { frame = "askew", firstMm = diagonal, secondMm = diagonal }), 422);
        Assert.Equal(12, (await _client.GetFromJsonAsync<JsonElement>("/api/glues")).GetArrayLength());
    }

    [Fact]
    public async Task Any_wooden_edge_is_compared_and_turned()
    {
        var view = await Begin();
        var url = $"/api/projects/{view["id"]}/edges/frontLeft";
        var options = await _client.GetFromJsonAsync<JsonElement>(url + "/corners?radiusMm=30");
        Assert.Equal(6, options.GetArrayLength());
        var mitred = options.EnumerateArray().Single(o => o.GetProperty("option").GetProperty("method").GetString() == "mitred");
        Assert.NotEqual(JsonValueKind.Null, mitred.GetProperty("effect").ValueKind);
        var turned = await App.Read<JsonObject>(await _client.PostAsJsonAsync(url + "/corner",
            new { expectedRevision = 1, method = "mitred", radiusMm = 30.0 }));
        Assert.Equal("bentWrap", turned["design"]!["structures"]![0]!["system"]!.GetValue<string>());
        Assert.Contains("frontSide",
            (await App.Problem(await _client.GetAsync(new Uri($"/api/projects/{view["id"]}/edges/frontSide/corners?radiusMm=30",
            UriKind.Relative)), 422)).GetRawText(), StringComparison.Ordinal);
        Assert.Contains("between 1 and 400",
            (await App.Problem(await _client.GetAsync(new Uri(url + "/corners?radiusMm=0", UriKind.Relative)), 422)).GetRawText(),
            StringComparison.Ordinal);
        // the wrap runs round the upright edges now: an edge of another axis cannot join it
        await App.Problem(await _client.PostAsJsonAsync($"/api/projects/{view["id"]}/edges/frontTop/corner",
            new { expectedRevision = 2, method = "mitred", radiusMm = 30.0 }), 422);
    }
}
