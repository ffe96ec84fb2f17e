using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Work;
using AnvilPlan.Server.Measuring;

namespace AnvilPlan.Server.Tests;

/// <summary>Readings, the simulated caliper, and model libraries.</summary>
public sealed class MeasuringRouteTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Fact]
    public async Task Readings_gather_and_are_accepted_into_the_model()
    {
        JsonElement width = default;
        foreach (var value in (double[])[75.11, 75.13, 75.12])
        {
            var records = await App.Read<JsonElement>(await _client.PostAsJsonAsync("/api/catalog/models/relay-4/readings",
                new { key = "width", valueMm = value, source = "typed" }));
            width = records.EnumerateArray().First(r => r.GetProperty("key").GetString() == "width");
        }

        Assert.Equal(75.12, width.GetProperty("meanMm").GetDouble(), 9);
        Assert.Equal(0.12, width.GetProperty("differenceMm").GetDouble(), 9);
        var model = await App.Read<JsonElement>(await _client.PostAsJsonAsync("/api/catalog/models/relay-4/readings/accept",
            new { key = "width" }));
        Assert.Equal(75.12, model.GetProperty("widthMm").GetDouble());
        Assert.Contains("width as measured (3 readings)", model.GetProperty("confidence").GetString(), StringComparison.Ordinal);
        var catalog = await _client.GetFromJsonAsync<JsonElement>("/api/catalog");
        double Width(string id) => catalog.GetProperty("hardware").EnumerateArray().Single(m => m.GetProperty("id").GetString() == id)
            .GetProperty("widthMm").GetDouble();
        Assert.Equal((75.12, 75.0), (Width("own-relay-4"), Width("relay-4")));

        // what is measured next goes into the shop's own, with the readings that it began with
        await App.Read<JsonElement>(await _client.PostAsJsonAsync("/api/catalog/models/own-relay-4/readings",
            new { key = "depth", valueMm = 55.2, source = "typed" }));
        var again = await App.Read<JsonElement>(await _client.PostAsJsonAsync("/api/catalog/models/own-relay-4/readings/accept",
            new { key = "depth" }));
        Assert.Equal(("own-relay-4", 75.12, 55.2), (again.GetProperty("id").GetString(), again.GetProperty("widthMm").GetDouble(),
            again.GetProperty("depthMm").GetDouble()));

        var dropped = await App.Read<JsonElement>(await _client.PostAsJsonAsync("/api/catalog/models/own-relay-4/readings/drop",
            new { key = "width", index = 1 }));
        Assert.Equal(2, dropped.EnumerateArray().First(r => r.GetProperty("key").GetString() == "width").GetProperty("readings")
            .GetArrayLength());
    }

    [Theory]
    [InlineData("relay-2", "waist", 10.0, "typed", "key")]
    [InlineData("relay-2", "width", -1.0, "typed", "valueMm")]
    [InlineData("relay-2", "width", 10.0, "", "source")]
    public async Task A_wrong_reading_names_its_field(string model, string key, double value, string source, string field) =>
        Assert.Equal(field,
        (await App.Problem(await _client.PostAsJsonAsync($"/api/catalog/models/{model}/readings", new { key, valueMm = value, source }),
            422)).GetProperty("field").GetString());

    [Fact]
    public async Task The_caliper_says_that_it_is_simulated_and_pushes_what_it_reads()
    {
        Assert.True((await _client.GetFromJsonAsync<JsonElement>("/api/caliper")).GetProperty("simulated").GetBoolean());
        using var stream = await _client.GetStreamAsync("/api/caliper/stream");
        using var reader = new StreamReader(stream);
        await Line(reader, "event: listening");
        await _client.PostAsJsonAsync("/api/caliper/press", new { modelId = "relay-2", key = "width" });
        await Line(reader, "event: reading");
        var line = await Line(reader, "data:");
        var sent = JsonNode.Parse(line[5..])!;
        Assert.InRange(sent["valueMm"]!.GetValue<double>(), 50, 52.5);
        await App.Problem(await _client.PostAsJsonAsync("/api/caliper/press", new { modelId = "relay-2", key = "waist" }), 422);
    }

    private static async Task<string> Line(StreamReader reader, string begin)
    {
        while (true)
        {
            var line = await reader.ReadLineAsync().WaitAsync(TimeSpan.FromSeconds(10));
            if (line?.StartsWith(begin, StringComparison.Ordinal) == true)
            {
                return line;
            }
        }
    }

    [Fact]
    public void The_same_piece_reads_the_same_again_within_the_repeat_error_and_slips_are_rare()
    {
        var caliper = new SimulatedCaliper(7);
        var values = Enumerable.Range(0, 400).Select(_ => caliper.Press("relay-2/width", 51).ValueMm).Order().ToList();
        var median = values[200];
        Assert.InRange(median, 51 - 0.13, 51 + 0.13);
        Assert.InRange(values.Count(v => Math.Abs(v - median) <= 0.06), 360, 400);
        Assert.InRange(values.Count(v => v - median > 0.1), 4, 36);
        Assert.All(values, v => Assert.Equal(v, Math.Round(v, 2)));
    }

    [Fact]
    public async Task A_model_library_goes_out_and_comes_back_and_a_bad_one_changes_nothing()
    {
        await _client.PostAsJsonAsync("/api/catalog/models/clock-40/readings", new { key = "height", valueMm = 9.3, source = "typed" });
        await _client.PostAsJsonAsync("/api/catalog/models/clock-40/readings/accept", new { key = "height" });
        var text = await _client.GetStringAsync("/api/catalog/models/library.json");
        Assert.Contains("anvil-plan/models", text, StringComparison.Ordinal);
        var other = text.Replace("\"own-clock-40\"", "\"clock-41\"", StringComparison.Ordinal);
        var catalog = await App.Read<JsonElement>(await _client.PostAsJsonAsync("/api/catalog/models/library", new { text = other }));
        Assert.Contains(catalog.GetProperty("hardware").EnumerateArray(), m => m.GetProperty("id").GetString() == "clock-41");
        foreach (var (bad, field, says) in ((string, string, string)[])
        [
            ("{broken", "", "not JSON"), (other.Replace("anvil-plan/models", "other/format", StringComparison.Ordinal),
                "format", "must be"),
            (other.Replace("\"schema\": 1", "\"schema\": 3", StringComparison.Ordinal), "schema", "this version reads 1"),
            (other.Replace("\"heightMm\": 9.3", "\"heightMm\": -9.3", StringComparison.Ordinal)
                .Replace("clock-41", "clock-42", StringComparison.Ordinal), "models[", "heightMm is -9.3"),
        ])
        {
            var problem = await App.Problem(await _client.PostAsJsonAsync("/api/catalog/models/library", new { text = bad }), 422);
            Assert.StartsWith(field, problem.GetProperty("field").GetString(), StringComparison.Ordinal);
            Assert.Contains(says, problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
        }

        Assert.DoesNotContain("clock-42", await _client.GetStringAsync("/api/catalog/models/library.json"), StringComparison.Ordinal);
    }
}
