using System.Text.Json.Nodes;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Server.Tests;

/// <summary>What a decision is until the maker takes another comes from the server.</summary>
public sealed class UsualTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task It_is_what_a_new_project_has()
    {
        var client = app.CreateClient();
        var usual = await App.Read<JsonObject>(await client.GetAsync("/api/usual"));
        Assert.Equal(StartingDesign.Named("x").Box.Feet!.DiaMm, usual["feet"]!["diaMm"]!.GetValue<double>());
    }
}
