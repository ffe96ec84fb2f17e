using System.Text.Json;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Cli.Tests;

/// <summary>Commands that keep projects and the shop in a database.</summary>
public sealed class KeepingCommandTests : IDisposable
{
    private readonly CommandRun _command = new();

    public void Dispose() => _command.Dispose();

    [Fact]
    public void A_project_goes_into_a_database_and_out_again_the_same()
    {
        var data = Path.Combine(_command.Folder, "shop.db");
        var id = _command.Run(null, "import", CommandRun.Demo, "--data", data).Output.Trim();
        Assert.Contains(id, _command.Run(null, "projects", "--data", data).Output, StringComparison.Ordinal);
        var first = _command.Run(null, "export", id, "-", "--data", data).Output;
        var again = _command.Run(first, "import", "-", "--data", data).Output.Trim();
        Assert.Equal(first, _command.Run(null, "export", again, "-", "--data", data).Output);
        Assert.Equal(2, _command.Run(null, "export", Guid.NewGuid().ToString(), "-", "--data", data).Code);
        Assert.StartsWith("{", _command.Run(null, "schema").Output, StringComparison.Ordinal);
    }

    [Fact]
    public void The_shop_is_backed_up_and_restored_and_models_that_differ_come_in_apart()
    {
        var (data, other, backup) = (Path.Combine(_command.Folder, "shop.db"), Path.Combine(_command.Folder, "other.db"),
            Path.Combine(_command.Folder, "shop.backup"));
        var id = _command.Run(null, "import", CommandRun.Demo, "--data", data).Output.Trim();
        Assert.Equal((0, ""), _command.Run(null, "backup", backup, "--data", data) is var saved ? (saved.Code, saved.Error) : default);
        var restored = _command.Run(null, "restore", backup, "--data", other);
        Assert.Equal((0, "1 project and 0 own models restored.\n"), (restored.Code, restored.Output));
        Assert.Contains(id, _command.Run(null, "projects", "--data", other).Output, StringComparison.Ordinal);
        Assert.Contains("before-restore", _command.Run(null, "restore", backup, "--data", other).Output, StringComparison.Ordinal);
        File.WriteAllText(backup, "torn");
        var torn = _command.Run(null, "restore", backup, "--data", other);
        Assert.Equal(2, torn.Code);
        Assert.Contains("nothing was restored", torn.Error, StringComparison.Ordinal);

        var file = System.Text.Json.Nodes.JsonNode.Parse(File.ReadAllText(CommandRun.Demo))!;
        var model = Shipped.Catalog.Model(file["design"]!["devices"]![0]!["modelId"]!.GetValue<string>());
        file["models"] = new System.Text.Json.Nodes.JsonArray(JsonSerializer.SerializeToNode(model with { MassG = model.MassG + 3 },
            Shipped.Json));
        var came = _command.Run(file.ToJsonString(), "import", "-", "--data", data);
        Assert.Equal(0, came.Code);
        Assert.Contains($"came in as {model.Id}-2", came.Error, StringComparison.Ordinal);
        Assert.Contains($"\"{model.Id}-2\"", _command.Run(null, "export", came.Output.Trim(), "-", "--data", data).Output, StringComparison.Ordinal);
    }
}
