using System.Net.Http.Json;
using System.Text.Json;
using AnvilPlan.Core.Planning;
using AnvilPlan.Server.Projects;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;

namespace AnvilPlan.Server.Tests;

/// <summary>The application on a database file of its own.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("anvil-server-");

    protected override void ConfigureWebHost(IWebHostBuilder builder) =>
        builder.UseSetting("data", Path.Combine(_folder.FullName, "t.db"))
            .UseSetting("demo", Path.Combine(AppContext.BaseDirectory, "demo"));

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        SqliteConnection.ClearAllPools();
        if (_folder.Exists)
        {
            _folder.Delete(recursive: true);
            _folder.Refresh();
        }
    }

    public static async Task<T> Read<T>(HttpResponseMessage answer)
    {
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<T>(Shipped.Json))!;
    }

    public static async Task<JsonElement> Problem(HttpResponseMessage answer, int status)
    {
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        return (await answer.Content.ReadFromJsonAsync<JsonElement>())!;
    }

    /// <summary>Id and revision of the demo project.</summary>
    public static async Task<(Guid Id, JsonElement View)> Demo(HttpClient client)
    {
        var list = await client.GetFromJsonAsync<JsonElement>("/api/projects/");
        var id = list.EnumerateArray().First(p => p.GetProperty("name").GetString() == "Marsh listening station")
            .GetProperty("id").GetGuid();
        return (id, await client.GetFromJsonAsync<JsonElement>($"/api/projects/{id}"));
    }

    public static NewProject Named(string name) => new(name);
}
