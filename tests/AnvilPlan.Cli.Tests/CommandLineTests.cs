using System.Text.Json;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Cli.Tests;

/// <summary>The command line as a process: exit codes, one line on standard error, files written.</summary>
public sealed class CommandLineTests : IDisposable
{
    private readonly CommandRun _command = new();

    public void Dispose() => _command.Dispose();

    [Fact]
    public void Plan_writes_all_files_and_exits_3_while_a_stop_stands_in_the_way()
    {
        var to = Path.Combine(_command.Folder, "out");
        var text = File.ReadAllText(CommandRun.Demo);
        var supply = text.IndexOf("\"id\": \"supply\"", StringComparison.Ordinal);
        var tooLong = new Regex("\"screwLengthMm\": null").Replace(text, "\"screwLengthMm\": 20", 1, supply);
        var (code, _, error) = _command.Run(tooLong, "plan", "-", "--out", to);
        Assert.Equal((3, ""), (code, error));
        foreach (var name in (string[])["plan.json", "cutlist.csv", "purchase.csv", "findings.json", "templates.pdf", "packet.pdf",
            "schedule.ics", "wrap.dxf", "wrap.svg", "tray-1.dxf"])
        {
            Assert.True(new FileInfo(Path.Combine(to, name)).Length > 0, name);
        }

        Assert.Contains("AC1015", File.ReadAllText(Path.Combine(to, "tray-1.dxf")), StringComparison.Ordinal);
        Assert.Equal(0, _command.Run(null, "plan", CommandRun.Demo, "--out", to, "--paper", "letter", "--dxf", "r12").Code);
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
        var (code, output, error) = _command.Run(input, arguments);
        Assert.Equal(2, code);
        Assert.Equal("", output);
        Assert.Single(error.TrimEnd('\n').Split('\n'));
        Assert.NotEqual("", error);
        Assert.DoesNotContain("Exception", error, StringComparison.Ordinal);
    }

    [Fact]
    public void Calc_lists_runs_and_batches()
    {
        using var list = JsonDocument.Parse(_command.Run(null, "calc", "--list").Output);
        Assert.Contains(list.RootElement.EnumerateArray(), c => c.GetProperty("name").GetString() == "screw_length"
            && c.GetProperty("inputs").TryGetProperty("clamped_mm", out _));
        using var one = JsonDocument.Parse(_command.Run("""{"sides":6}""", "calc", "mitre_angle", "--json", "-").Output);
        Assert.Equal(120, one.RootElement.GetProperty("corner_deg").GetDouble());
        using var batch = JsonDocument.Parse(
            _command.Run("""[{"calc":"mitre_angle","inputs":{"sides":6}},{"calc":"mitre_angle","inputs":{"sides":2}}]""", "calc", "--batch", "-")
            .Output);
        Assert.Equal(2, batch.RootElement.GetArrayLength());
        Assert.True(batch.RootElement[1].TryGetProperty("error", out _));
    }

    [Fact]
    public void Nest_writes_a_result_in_the_published_format()
    {
        const string Job =
            """{"name":"n","kind":"sheet","kerf":3.2,"trim":10,"stock":[{"id":"S1","w":2440,"h":1220,"qty":null,"price":1}],"parts":[{"id":"P1","w":600,"h":300.4,"qty":5,"grain":false}]}""";
        using var result = JsonDocument.Parse(_command.Run(Job, "nest", "sheets", "-", "--seconds", "0.2").Output);
        Assert.Equal(1, result.RootElement.GetProperty("objective").GetDouble());
        Assert.Equal(5, result.RootElement.GetProperty("sheets")[0].GetProperty("placements").GetArrayLength());
    }

    [Fact]
    public void The_same_input_gives_the_same_bytes_in_other_processes_languages_and_time_zones()
    {
        Dictionary<string, string>[] machines = [new() { ["TZ"] = "UTC", ["LANG"] = "C" }, new()
            { ["TZ"] = "Pacific/Auckland", ["LANG"] = "de_DE.UTF-8", ["LC_ALL"] = "tr_TR.UTF-8" }];
        var written = machines.Select((m, i) =>
        {
            var to = Path.Combine(_command.Folder, "machine-" + i);
            Assert.Equal(0, _command.RunOn(m, null, "plan", CommandRun.Demo, "--out", to).Code);
            return Directory.GetFiles(to).ToDictionary(f => Path.GetFileName(f), File.ReadAllBytes);
        }).ToList();
        Assert.Equal(written[0].Keys.Order(StringComparer.Ordinal), written[1].Keys.Order(StringComparer.Ordinal));
        Assert.All(written[0], f => Assert.True(f.Value.AsSpan().SequenceEqual(written[1][f.Key]), f.Key));
        Assert.True(written[0].Count > 20);
    }
}
