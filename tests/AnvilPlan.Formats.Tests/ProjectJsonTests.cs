using System.Text.Json.Nodes;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Project;
using AnvilPlan.Formats.Tests.Support;
using NJsonSchema;

namespace AnvilPlan.Formats.Tests;

public class ProjectJsonTests
{
    [Fact]
    public void A_project_goes_out_and_comes_back_the_same()
    {
        var text = ProjectJson.Write(Demo.Project);
        Assert.Equal(text, ProjectJson.Write(ProjectJson.Read(text, Shipped.Catalog)));
    }

    [Fact]
    public void Own_models_travel_with_the_project_that_uses_them_and_no_others()
    {
        var own = Shipped.Catalog.Model("sbc-85") with { Id = "own-board", Name = "Own board" };
        var design = Demo.Project.Design with { Devices = [Demo.Project.Design.Devices[0] with { ModelId = "own-board" }], Links = [] };
        var file = ProjectFile.Of(design, Demo.Project.AsBuilt, [own, own with { Id = "unused" }]);
        Assert.Equal(["own-board"], file.Models.Select(m => m.Id));
        Assert.Equal("Own board", ProjectJson.Read(ProjectJson.Write(file), Shipped.Catalog).Models.Single().Name);
    }

    [Theory]
    [InlineData("", "not JSON")]
    [InlineData("[1,2", "line 1")]
    [InlineData("[]", "format")]
    [InlineData("""{"format":"other"}""", "format")]
    [InlineData("""{"format":"anvil-plan/project"}""", "schema")]
    [InlineData("""{"format":"anvil-plan/project","schema":4}""", "schema: it is 4")]
    [InlineData("""{"format":"anvil-plan/project","schema":1}""", "missing")]
    public void A_foreign_or_broken_file_is_refused_with_the_reason(string text, string reason)
    {
        var error = Assert.Throws<ProjectFileException>(() => ProjectJson.Read(text, Shipped.Catalog));
        Assert.Contains(reason, error.Message, StringComparison.Ordinal);
        Assert.DoesNotContain('\n', error.Message);
    }

    [Theory]
    [InlineData("\"undersideMm\": 45", "\"undersideMm\": \"high\"", "design.trays[0].undersideMm")]
    [InlineData("\"undersideMm\": 45", "\"undersideMm\": 4e9", "design.trays[0].undersideMm")]
    [InlineData("\"undersideMm\": 45", "\"undersideMm\": null", "design.trays[0].undersideMm")]
    [InlineData("\"undersideMm\": 45", "\"undersideCm\": 4.5", "undersideCm")]
    [InlineData("\"materialId\": \"birch-plywood\"", "\"materialId\": \"gold\"", "design.box.panels[0].materialId")]
    [InlineData("\"joint\": \"buttGlued\"", "\"joint\": \"stitched\"", "design.box.edges[0].joint")]
    [InlineData("\"deckId\": \"tray-1\"", "\"deckId\": \"tray-9\"", "design.devices[0].deckId")]
    [InlineData("\"quantity\": 1", "\"quantity\": 1.5", "design.brief.quantity")]
    public void A_wrong_value_is_named_by_its_path(string good, string bad, string path)
    {
        var at = Demo.Text.IndexOf(good, StringComparison.Ordinal);
        Assert.True(at >= 0);
        var spoiled = Demo.Text.Remove(at, good.Length).Insert(at, bad);
        var error = Assert.Throws<ProjectFileException>(() => ProjectJson.Read(spoiled, Shipped.Catalog));
        Assert.Contains(path, error.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("\"undersideMm\": 45", "\"undersideMm\": \"high\"", "design.trays[0].undersideMm: a number is expected.")]
    [InlineData("\"quantity\": 1", "\"quantity\": 1.5", "design.brief.quantity: a whole number is expected.")]
    [InlineData("\"joint\": \"buttGlued\"", "\"joint\": \"stitched\"", "design.box.edges[0].joint: one of buttGlued, buttScrewed, "
        + "rabbet, groove, mitre, dowel, biscuit, pocketScrew, finger, dovetail, halfBlind, throughTenon, tapped, riveted, bolted, "
        + "printedCorner, magnets, loose, onRail, inRail, bent, sloped is expected.")]
    [InlineData("\"insetMm\": 0", "\"insetMm\": 0, \"fit\": \"tight\"", "design.box.panels[0].fit: one of press, snug, sliding, loose is "
        + "expected.")]
    [InlineData("\"quantity\": 1", "\"quantity\": 1, \"home\": null", "design.brief.home: null is not allowed here")]
    [InlineData("\"name\": \"Marsh listening station\"", "\"name\": 7", "design.name: a text is expected.")]
    [InlineData("\"closedPorts\": []", "\"closedPorts\": 1", "design.devices[1].closedPorts: a list is expected.")]
    [InlineData("\"undersideMm\": 45", "\"undersideMm\": 45, \"gapMm\": 2", "not JSON")]
    public void A_value_of_the_wrong_kind_is_told_what_is_expected(string good, string bad, string sentence)
    {
        var at = Demo.Text.IndexOf(good, StringComparison.Ordinal);
        var error = Assert.Throws<ProjectFileException>(() => ProjectJson.Read(Demo.Text.Remove(at, good.Length).Insert(at, bad),
            Shipped.Catalog));
        Assert.Contains(sentence == "not JSON" ? "JSON" : sentence, error.Message, StringComparison.Ordinal);
    }

    public static TheoryData<string> Earlier =>
        [.. Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "Data"), "*.json", SearchOption.AllDirectories)
        .Select(f => Path.GetRelativePath(AppContext.BaseDirectory, f)).Order(StringComparer.Ordinal)];

    [Theory]
    [MemberData(nameof(Earlier))]
    public void A_file_of_every_earlier_version_reads_and_plans(string file)
    {
        var project = ProjectJson.Read(File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, file)), Shipped.Catalog);
        Assert.NotEmpty(Core.Planning.Planner.Plan(project.Design, Shipped.Catalog.With(project.Models), Core.Shops.ShopProfile.Usual,
            project.AsBuilt).Parts);
        var text = ProjectJson.Write(project);
        Assert.Equal(text, ProjectJson.Write(ProjectJson.Read(text, Shipped.Catalog)));
    }

    private static string First(string asBuilt) => Demo.Text.Replace("\"schema\": 3", "\"schema\": 1", StringComparison.Ordinal)
        .Replace("\"asBuilt\": {\n    \"log\": []\n  }", "\"asBuilt\": " + asBuilt, StringComparison.Ordinal);

    [Fact]
    public void What_a_file_of_the_first_schema_says_is_made_becomes_lines_of_the_log()
    {
        var read = ProjectJson.Read(
            First("""{"parts":[{"partId":"shell/front","state":"cut","fingerprint":"abc"},{"partId":"tray","state":"inPlace","fingerprint":"def"}]}"""), Shipped.Catalog);
        Assert.Equal([(1, "shell/front", "abc", PartState.Cut), (2, "tray", "def", PartState.InPlace)],
            read.AsBuilt.Log.Select(e => (e.Number, e.PartId, e.Fingerprint, e.State!.Value)));
        Assert.Contains("\"schema\": 3", ProjectJson.Write(read), StringComparison.Ordinal);
    }

    public static TheoryData<string, DeviceMounting> Held => new()
    {
        { """ "standoffMm": null, "screwLengthMm": null, "washerMm": 0 """, new OwnFixings() },
        { """ "standoffMm": 6, "screwLengthMm": 8, "washerMm": 0.5, "onDrilledHoles": false """,
            new OwnFixings { StandoffMm = 6, ScrewLengthMm = 8, WasherMm = 0.5 } },
        { """ "standoffMm": 6, "screwLengthMm": null, "washerMm": 0, "onDrilledHoles": true """, new OnDeckHoles { StandoffMm = 6 } },
        { """ "standoffMm": null, "screwLengthMm": 8, "washerMm": 0, "adapter": { "materialId": "aluminium-5052", "nominalMm": 3 } """,
            new OnAdapter(new Adapter("aluminium-5052", 3)) { ScrewLengthMm = 8 } },
        { """ "standoffMm": null, "screwLengthMm": null, "washerMm": 0, "stuck": { "kind": "foamTape", "widthMm": 20, "lengthMm": 40 } """,
            new Stick(StickKind.FoamTape, 20, 40) },
    };

    [Theory]
    [MemberData(nameof(Held))]
    public void What_a_file_of_the_second_schema_says_of_a_fixing_becomes_one_choice(string fields, DeviceMounting mounting)
    {
        var now = JsonNode.Parse(Demo.Text)!;
        now["schema"] = 2;
        var board = now["design"]!["devices"]!.AsArray().Single(d => d!["id"]!.GetValue<string>() == "audio")!.AsObject();
        board.Remove("mounting");
        foreach (var (key, value) in JsonNode.Parse("{" + fields + "}")!.AsObject())
        {
            board[key] = value?.DeepClone();
        }

        var read = ProjectJson.Read(now.ToJsonString(), Shipped.Catalog);
        Assert.Equal(mounting, read.Design.Devices.Single(d => d.Id == "audio").Mounting);
        Assert.Equal(Demo.Project.Design.Devices.Where(d => d.Id != "audio").Select(d => d.Mounting),
            read.Design.Devices.Where(d => d.Id != "audio").Select(d => d.Mounting));
    }

    [Theory]
    [InlineData("""{"parts":7}""", "asBuilt.parts")]
    [InlineData("""{"parts":[7]}""", "asBuilt.parts[0]")]
    [InlineData("""{"parts":[{"partId":"a","state":"lost","fingerprint":"abc"}]}""", "asBuilt.parts[0].state")]
    [InlineData("""{"parts":[{"partId":"a","state":"cut"}]}""", "asBuilt.parts[0].fingerprint")]
    [InlineData("""{"parts":[{"partId":"a","state":"cut","fingerprint":"abc","who":"me"}]}""", "asBuilt.parts[0].who")]
    public void A_wrong_record_of_the_first_schema_is_named_by_its_place_there(string asBuilt, string path) =>
        Assert.Equal(path, Assert.Throws<ProjectFileException>(() => ProjectJson.Read(First(asBuilt), Shipped.Catalog)).Path);

    [Fact]
    public void The_bench_log_goes_out_and_comes_back_and_a_wrong_line_is_named()
    {
        var line = new BenchEntry(1, new DateTime(2026, 11, 3, 9, 30, 0, DateTimeKind.Utc), 1, "shell/front", "abc", "cut/shell-front",
            PartState.Cut, new BenchReading("length", 319.8), 6.5, "knot near the edge");
        var text = ProjectJson.Write(Demo.Project with { AsBuilt = new AsBuilt([line]) });
        Assert.Equal(line, Assert.Single(ProjectJson.Read(text, Shipped.Catalog).AsBuilt.Log));
        var error = Assert.Throws<ProjectFileException>(() => ProjectJson.Read(text.Replace("\"unit\": 1", "\"unit\": 0",
            StringComparison.Ordinal), Shipped.Catalog));
        Assert.Equal("asBuilt.log[0].unit", error.Path);
    }

    [Fact]
    public async Task The_published_schema_is_current_and_accepts_the_demo_and_no_unknown_key()
    {
        var published = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "docs", "project.schema.json"));
        Assert.Equal(ProjectJson.Schema(), published);
        var schema = await JsonSchema.FromJsonAsync(published);
        Assert.Empty(schema.Validate(Demo.Text));
        Assert.NotEmpty(schema.Validate(Demo.Text.Replace("\"undersideMm\": 45", "\"undersideCm\": 4.5", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_wrong_own_model_is_refused()
    {
        var model = Shipped.Catalog.Model("drive-25-7");
        Assert.Null(ModelCheck.Problem(model));
        Assert.Contains("id", ModelCheck.Problem(model with { Id = "Not An Id" }), StringComparison.Ordinal);
        Assert.Contains("widthMm", ModelCheck.Problem(model with { WidthMm = double.NaN }), StringComparison.Ordinal);
        Assert.Contains("threadSize", ModelCheck.Problem(model with { ThreadSize = "M99" }), StringComparison.Ordinal);
        Assert.Contains("depthMaxMm", ModelCheck.Problem(model with { DepthMaxMm = null }), StringComparison.Ordinal);
        Assert.Contains("holes", ModelCheck.Problem(model with { Holes = [new MountHole(500, 1, 3)] }), StringComparison.Ordinal);
        Assert.All(Shipped.Catalog.Hardware, m => Assert.Null(ModelCheck.Problem(m)));
    }
}
