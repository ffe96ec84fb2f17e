using System.Diagnostics;
using System.Text.Json;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Cli.Tests;

/// <summary>The command line as a process: exit codes, one line on standard error, files written.</summary>
public sealed class CommandLineTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("anvil-cli-");
    private static readonly string Demo = Path.Combine(AppContext.BaseDirectory, "demo", "marsh-listening-station.json");

    public void Dispose() => _folder.Delete(recursive: true);

    [Fact]
    public void Plan_writes_all_files_and_exits_3_while_a_stop_stands_in_the_way()
    {
        var to = Path.Combine(_folder.FullName, "out");
        var text = File.ReadAllText(Demo);
        var supply = text.IndexOf("\"id\": \"supply\"", StringComparison.Ordinal);
        var tooLong = new Regex("\"screwLengthMm\": null").Replace(text, "\"screwLengthMm\": 20", 1, supply);
        var (code, _, error) = Run(tooLong, "plan", "-", "--out", to);
        Assert.Equal((3, ""), (code, error));
        foreach (var name in (string[])["plan.json", "cutlist.csv", "purchase.csv", "findings.json", "templates.pdf", "packet.pdf",
            "schedule.ics", "wrap.dxf", "wrap.svg", "tray-1.dxf"])
        {
            Assert.True(new FileInfo(Path.Combine(to, name)).Length > 0, name);
        }

        Assert.Contains("AC1015", File.ReadAllText(Path.Combine(to, "tray-1.dxf")), StringComparison.Ordinal);
        Assert.Equal(0, Run(null, "plan", Demo, "--out", to, "--paper", "letter", "--dxf", "r12").Code);
        Assert.Contains("AC1009", File.ReadAllText(Path.Combine(to, "tray-1.dxf")), StringComparison.Ordinal);
        using var plan = JsonDocument.Parse(File.ReadAllText(Path.Combine(to, "plan.json")));
        // 6 faces, a plate, 2 bends, 7 rails of the frame and 2 of the tray, 4 feet, the strip
        Assert.Equal(6 + 1 + 2 + 7 + 2 + 4 + 1, plan.RootElement.GetProperty("parts").GetArrayLength());
    }

    [Theory]
    [InlineData(null, "bogus")]
    [InlineData(null, "plan")]
    [InlineData(null, "plan", "/nowhere/x.json", "--out", "o")]
    [InlineData("", "plan", "-", "--out", "o")]
    [InlineData("{}", "plan", "-", "--out", "o")]
    [InlineData("{}", "plan", "-")]
    [InlineData("{}", "plan", "-", "--out", "o", "--paper", "a3")]
    [InlineData("{}", "plan", "-", "--out", "o", "--dxf", "r14")]
    [InlineData(null, "calc")]
    [InlineData(null, "calc", "nothing", "--json", "-")]
    [InlineData(null, "calc", "mitre_angle")]
    [InlineData("", "calc", "mitre_angle", "--json", "-")]
    [InlineData("nonsense", "calc", "mitre_angle", "--json", "-")]
    [InlineData("""{"sides":1}""", "calc", "mitre_angle", "--json", "-")]
    [InlineData("{}", "calc", "--batch", "-")]
    [InlineData("", "nest", "sheets", "-")]
    [InlineData("{}", "nest", "bars", "-")]
    [InlineData("{}", "nest", "sheets", "-", "--seconds", "-1")]
    [InlineData("{}", "nest", "sheets", "-", "--seconds", "soon")]
    [InlineData(null, "projects", "--data", "/nowhere/x.db")]
    [InlineData(null, "export", "not-an-id", "f.json")]
    [InlineData("[]", "import", "-", "--data", "/nowhere/x.db")]
    [InlineData("[]", "import", "-", "--models", "mine")]
    [InlineData(null, "backup", "b.backup", "--data", "/nowhere/x.db")]
    [InlineData(null, "restore", "/nowhere/b.backup")]
    [InlineData("""{"kind":"linear","kerf":2,"trim":0,"stock":[{"id":"s","len":6000}],"parts":[{"id":"p","len":100,"qty":10000},{"id":"q","len":90,"qty":10000},{"id":"r","len":80,"qty":1}]}""", "nest", "bars", "-")]
    [InlineData("""{"kind":"linear","\ud800":1}""", "nest", "bars", "-")]
    [InlineData("""[{"calc":"x"}""", "calc", "--batch", "-")]
    [InlineData("""{"format":"anvil-plan/project","schema":2}""", "plan", "-", "--out", "o")]
    public void Wrong_use_gets_one_line_and_exit_2(string? input, params string[] arguments)
    {
        var (code, output, error) = Run(input, arguments);
        Assert.Equal(2, code);
        Assert.Equal("", output);
        Assert.Single(error.TrimEnd('\n').Split('\n'));
        Assert.NotEqual("", error);
        Assert.DoesNotContain("Exception", error, StringComparison.Ordinal);
    }

    [Fact]
    public void Calc_lists_runs_and_batches()
    {
        using var list = JsonDocument.Parse(Run(null, "calc", "--list").Output);
        Assert.Contains(list.RootElement.EnumerateArray(), c => c.GetProperty("name").GetString() == "screw_length"
            && c.GetProperty("inputs").TryGetProperty("clamped_mm", out _));
        using var one = JsonDocument.Parse(Run("""{"sides":6}""", "calc", "mitre_angle", "--json", "-").Output);
        Assert.Equal(120, one.RootElement.GetProperty("corner_deg").GetDouble());
        using var batch = JsonDocument.Parse(
            Run("""[{"calc":"mitre_angle","inputs":{"sides":6}},{"calc":"mitre_angle","inputs":{"sides":2}}]""", "calc", "--batch", "-")
            .Output);
        Assert.Equal(2, batch.RootElement.GetArrayLength());
        Assert.True(batch.RootElement[1].TryGetProperty("error", out _));
    }

    [Fact]
    public void Nest_writes_a_result_in_the_published_format()
    {
        const string Job =
            """{"name":"n","kind":"sheet","kerf":3.2,"trim":10,"stock":[{"id":"S1","w":2440,"h":1220,"qty":null,"price":1}],"parts":[{"id":"P1","w":600,"h":300.4,"qty":5,"grain":false}]}""";
        using var result = JsonDocument.Parse(Run(Job, "nest", "sheets", "-", "--seconds", "0.2").Output);
        Assert.Equal(1, result.RootElement.GetProperty("objective").GetDouble());
        Assert.Equal(5, result.RootElement.GetProperty("sheets")[0].GetProperty("placements").GetArrayLength());
    }

    [Fact]
    public void A_project_goes_into_a_database_and_out_again_the_same()
    {
        var data = Path.Combine(_folder.FullName, "shop.db");
        var id = Run(null, "import", Demo, "--data", data).Output.Trim();
        Assert.Contains(id, Run(null, "projects", "--data", data).Output, StringComparison.Ordinal);
        var first = Run(null, "export", id, "-", "--data", data).Output;
        var again = Run(first, "import", "-", "--data", data).Output.Trim();
        Assert.Equal(first, Run(null, "export", again, "-", "--data", data).Output);
        Assert.Equal(2, Run(null, "export", Guid.NewGuid().ToString(), "-", "--data", data).Code);
        Assert.StartsWith("{", Run(null, "schema").Output, StringComparison.Ordinal);
    }

    [Fact]
    public void The_shop_is_backed_up_and_restored_and_models_that_differ_come_in_apart()
    {
        var (data, other, backup) = (Path.Combine(_folder.FullName, "shop.db"), Path.Combine(_folder.FullName, "other.db"),
            Path.Combine(_folder.FullName, "shop.backup"));
        var id = Run(null, "import", Demo, "--data", data).Output.Trim();
        Assert.Equal((0, ""), Run(null, "backup", backup, "--data", data) is var saved ? (saved.Code, saved.Error) : default);
        var restored = Run(null, "restore", backup, "--data", other);
        Assert.Equal((0, "1 project and 0 own models restored.\n"), (restored.Code, restored.Output));
        Assert.Contains(id, Run(null, "projects", "--data", other).Output, StringComparison.Ordinal);
        Assert.Contains("before-restore", Run(null, "restore", backup, "--data", other).Output, StringComparison.Ordinal);
        File.WriteAllText(backup, "torn");
        var torn = Run(null, "restore", backup, "--data", other);
        Assert.Equal(2, torn.Code);
        Assert.Contains("nothing was restored", torn.Error, StringComparison.Ordinal);

        var file = System.Text.Json.Nodes.JsonNode.Parse(File.ReadAllText(Demo))!;
        var model = Shipped.Catalog.Model(file["design"]!["devices"]![0]!["modelId"]!.GetValue<string>());
        file["models"] = new System.Text.Json.Nodes.JsonArray(JsonSerializer.SerializeToNode(model with { MassG = model.MassG + 3 },
            Shipped.Json));
        var came = Run(file.ToJsonString(), "import", "-", "--data", data);
        Assert.Equal(0, came.Code);
        Assert.Contains($"came in as {model.Id}-2", came.Error, StringComparison.Ordinal);
        Assert.Contains($"\"{model.Id}-2\"", Run(null, "export", came.Output.Trim(), "-", "--data", data).Output, StringComparison.Ordinal);
    }

    [Fact]
    public void The_same_input_gives_the_same_bytes_in_other_processes_languages_and_time_zones()
    {
        Dictionary<string, string>[] machines = [new() { ["TZ"] = "UTC", ["LANG"] = "C" }, new()
            { ["TZ"] = "Pacific/Auckland", ["LANG"] = "de_DE.UTF-8", ["LC_ALL"] = "tr_TR.UTF-8" }];
        var written = machines.Select((m, i) =>
        {
            var to = Path.Combine(_folder.FullName, "machine-" + i);
            Assert.Equal(0, Run(null, m, "plan", Demo, "--out", to).Code);
            return Directory.GetFiles(to).ToDictionary(f => Path.GetFileName(f), File.ReadAllBytes);
        }).ToList();
        Assert.Equal(written[0].Keys.Order(StringComparer.Ordinal), written[1].Keys.Order(StringComparer.Ordinal));
        Assert.All(written[0], f => Assert.True(f.Value.AsSpan().SequenceEqual(written[1][f.Key]), f.Key));
        Assert.True(written[0].Count > 20);
    }

    private (int Code, string Output, string Error) Run(string? input, params string[] arguments) => Run(input, [], arguments);

    private (int Code, string Output, string Error) Run(string? input, Dictionary<string, string> environment, params string[] arguments)
    {
        var info = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, .. arguments])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = _folder.FullName,
        };
        foreach (var (name, value) in environment)
        {
            info.Environment[name] = value;
        }

        using var process = Process.Start(info)!;
        var output = process.StandardOutput.ReadToEndAsync();
        var error = process.StandardError.ReadToEndAsync();
        process.StandardInput.Write(input ?? "");
        process.StandardInput.Close();
        process.WaitForExit();
        return (process.ExitCode, output.Result, error.Result);
    }
}
