using System.Text.Json.Nodes;

namespace AnvilPlan.Server.Tests;

/// <summary>Drawings as a screen asks for them.</summary>
public sealed class DrawingTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    private Task<string> Address(string view, string query) => Drawing($"section/{view}?{query}");

    private async Task<string> Drawing(string rest)
    {
        var list = await App.Read<JsonArray>(await _client.GetAsync("/api/projects"));
        var id = list.First(p => p!["name"]!.GetValue<string>() == "Marsh listening station")!["id"]!.GetValue<string>();
        return $"/api/projects/{id}/drawings/{rest}";
    }

    [Theory]
    [InlineData("mm", "11.9", "340")]
    [InlineData("in", "15/32\"", "13 3/8\"")]
    public async Task A_section_tells_its_figures_in_the_unit_of_who_asks(string unit, string wall, string width)
    {
        var drawing = await App.Read<JsonObject>(await _client.GetAsync(await Address("front", $"chains=true&width=190&height=140&unit={unit}")));
        var figures = drawing["sheet"]!["marks"]!.AsArray().Where(m => m!["kind"]!.GetValue<string>() == "text" && m["figure"] is not null)
            .ToDictionary(m => m!["figure"]!["id"]!.GetValue<string>(), m => m!["text"]!.GetValue<string>());
        Assert.Equal((wall, width), (figures["chain/sbc/x/0"], figures["outside/width"]));
        Assert.InRange(drawing["sheet"]!["widthMm"]!.GetValue<double>(), 150, 190.5);
    }

    [Theory]
    [InlineData("below", "width=190&height=140", "view is \"below\": it must be top, front or side.")]
    [InlineData("2", "width=190&height=140", "view is \"2\": it must be top, front or side.")]
    [InlineData("front", "width=5&height=140", "width is 5: it must lie between 20 and 3000 mm.")]
    [InlineData("front", "width=190&height=140&unit=ell", "unit is \"ell\": it must be mm or in.")]
    public async Task What_cannot_be_drawn_is_refused_with_field_value_and_range(string view, string query, string sentence)
    {
        var problem = await App.Problem(await _client.GetAsync(await Address(view, query)), 422);
        Assert.Equal(sentence, problem.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task A_part_is_drawn_by_its_id_from_either_side_with_what_its_holes_are_called_by()
    {
        async Task<(JsonNode Sheet, JsonObject Marks)> Part(string rest) =>
            await App.Read<JsonObject>(await _client.GetAsync(await Drawing($"part?part=shell/left&width=180&height=150{rest}"))) is var drawing
                ? (drawing["sheet"]!, drawing["marks"]!.AsObject()) : default;
        string Side(JsonNode sheet) => sheet["marks"]!.AsArray().Select(m => m!["text"]?.GetValue<string>() ?? "")
            .Single(t => t.Contains("seen from", StringComparison.Ordinal));
        var (seen, turned) = (await Part(""), await Part("&turned=true&unit=in"));
        Assert.Equal(seen.Marks.ToJsonString(), turned.Marks.ToJsonString());
        Assert.Contains(seen.Sheet["marks"]!.AsArray(), m => m!["of"]?.GetValue<string>() is { } of && seen.Marks.ContainsKey(of["hole/".Length..]));
        Assert.Equal("Birch plywood 11.9 mm, seen from outside, grain along; dashed = worked from inside", Side(seen.Sheet));
        Assert.Equal("Birch plywood 15/32\", seen from inside, grain along; dashed = worked from outside", Side(turned.Sheet));
        await App.Problem(await _client.GetAsync(await Drawing("part?part=shell/lid&width=180&height=150")), 404);
    }

    [Fact]
    public async Task A_sheet_of_stock_is_drawn_by_its_number_and_one_that_is_not_there_is_not_found()
    {
        var sheet = await App.Read<JsonObject>(await _client.GetAsync(await Drawing("nest/1?width=120&height=80")));
        Assert.Contains(sheet["marks"]!.AsArray(), m => m!["of"]?.GetValue<string>() == "shell/top");
        await App.Problem(await _client.GetAsync(await Drawing("nest/99?width=120&height=80")), 404);
        await App.Problem(await _client.GetAsync(await Drawing("assembly/none?width=120&height=80")), 404);
    }
}
