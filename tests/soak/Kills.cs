using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Store;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace AnvilPlan.Soak;

/// <summary>
/// Kills the server again and again: while two windows edit, while projects come in and models are saved, while a backup is written,
/// while it starts, and while it brings an older database up to date. After each kill the next start has to show everything that was
/// acknowledged.
/// </summary>
internal sealed class Kills(string root, string folder, Random random, Tally tally)
{
    private const int RoundsOnOneProject = 15;
    private const int LongestLifeMs = 1500;
    private readonly ConcurrentDictionary<(string Project, int Revision), string> _revisions = new();
    private readonly ConcurrentDictionary<string, string> _projects = new();
    private readonly ConcurrentDictionary<string, int> _models = new();
    private int _number;

    public async Task Run(int rounds)
    {
        var data = Path.Combine(folder, "kills.db");
        var demo = Path.Combine(root, "demo");
        var file = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(demo, "bell-tower-control-board.json")))!;
        string? project = null;
        for (var round = 0; round < rounds; round++)
        {
            tally.Round();
            var kind = random.Next(10);
            if (kind == 0)
            {
                await WhileMigrating(round);
                continue;
            }

            if (kind == 1)
            {
                using var starting = ServerProcess.Begin(root, data, demo);
                await Task.Delay(random.Next(LongestLifeMs));
                starting.Kill();
                tally.Count("while starting");
                continue;
            }

            var (server, said) = await ServerProcess.Start(root, data, demo);
            if (server is null)
            {
                tally.Crash($"round {round}: {said}");
                continue;
            }

            using (server)
            {
                await Verify(server.Client);
                project = project is null || round % RoundsOnOneProject == 0 ? await Begin(server.Client) : project;
                using var stop = new CancellationTokenSource();
                List<Task> work = [Edits(server.Client, project, stop.Token), Edits(server.Client, project, stop.Token)];
                if (kind < 5)
                {
                    work.Add(Imports(server.Client, file, stop.Token));
                    tally.Count("while importing");
                }
                else if (kind < 7)
                {
                    work.Add(Backups(server.Client, round, stop.Token));
                    tally.Count("while backing up");
                }
                else
                {
                    tally.Count("while editing");
                }

                await Task.Delay(random.Next(LongestLifeMs));
                tally.Memory(server.PeakKb());
                server.Kill();
                await stop.CancelAsync();
                await Task.WhenAll(work);
            }
        }

        var (last, words) = await ServerProcess.Start(root, data, demo);
        if (last is null)
        {
            tally.Crash("at the end: " + words);
            return;
        }

        using (last)
        {
            await Verify(last.Client);
        }
    }

    private async Task<string?> Begin(HttpClient client)
    {
        var name = $"Shelf {Interlocked.Increment(ref _number)}";
        using var answer = await client.PostAsJsonAsync("/api/projects/", new { name });
        var id = (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("id").GetString()!;
        _projects[id] = name;
        tally.Acknowledged();
        return id;
    }

    private async Task Edits(HttpClient client, string? project, CancellationToken stop) => await UntilKilled(async () =>
    {
        var view = (await client.GetFromJsonAsync<JsonNode>($"/api/projects/{project}", stop))!;
        var label = $"edit {Interlocked.Increment(ref _number)}";
        var design = view["design"]!.DeepClone();
        design["brief"]!["notes"] = label;
        using var answer = await client.PutAsJsonAsync($"/api/projects/{project}/design",
            new { expectedRevision = view["revision"]!.GetValue<int>(), label, design }, stop);
        var body = (await answer.Content.ReadFromJsonAsync<JsonNode>(stop))!;
        var revision = answer.IsSuccessStatusCode ? body["revision"]!.GetValue<int>() : (int)answer.StatusCode == 409
            ? body["keptAs"]!.GetValue<int>() : 0;
        Judge(answer, "edit");
        if (revision > 0)
        {
            _revisions[(project!, revision)] = label;
            tally.Acknowledged();
        }
    }, stop);

    private async Task Imports(HttpClient client, JsonNode file, CancellationToken stop) => await UntilKilled(async () =>
    {
        var (copy, n) = (file.DeepClone(), Interlocked.Increment(ref _number));
        copy["design"]!["name"] = $"Imported {n}";
        using (var answer = await client.PostAsJsonAsync("/api/projects/import", copy, stop))
        {
            Judge(answer, "import");
            if (answer.IsSuccessStatusCode)
            {
                _projects[(await answer.Content.ReadFromJsonAsync<JsonNode>(stop))!["id"]!.GetValue<string>()] = $"Imported {n}";
                tally.Acknowledged();
            }
        }

        var model = JsonSerializer.SerializeToNode(Shipped.Catalog.Model("relay-4") with { Id = $"own-{n}" }, Shipped.Json);
        using var saved = await client.PostAsync("/api/catalog/models", JsonContent.Create(new[] { new { model, version = 0 } }), stop);
        Judge(saved, "model");
        if (saved.IsSuccessStatusCode)
        {
            _models[$"own-{n}"] = 1;
            tally.Acknowledged();
        }
    }, stop);

    /// <summary>A backup that came down whole can be restored, and holds a state of the database.</summary>
    private async Task Backups(HttpClient client, int round, CancellationToken stop) => await UntilKilled(async () =>
    {
        var bytes = await client.GetByteArrayAsync("/api/shop/backup", stop);
        var (backup, into) = (Path.Combine(folder, $"b{round}.backup"), Path.Combine(folder, $"b{round}.db"));
        await File.WriteAllBytesAsync(backup, bytes, stop);
        try
        {
            StoreSetup.OpenFile(into).Backup.Restore(backup, "backup");
            tally.Acknowledged();
        }
        catch (Exception error) when (error is BackupException or DatabaseException)
        {
            tally.Lost($"a backup in round {round}: {error.Message}");
        }

        SqliteConnection.ClearAllPools();
        foreach (var gone in Directory.EnumerateFiles(folder, $"b{round}.*"))
        {
            File.Delete(gone);
        }
    }, stop);

    /// <summary>A database of the first migration, killed while it is brought up to date, is whole at the next start.</summary>
    private async Task WhileMigrating(int round)
    {
        tally.Count("while migrating");
        var data = Path.Combine(folder, $"old{round}.db");
        OldDatabase(data);
        for (var kills = random.Next(1, 4); kills > 0; kills--)
        {
            using var starting = ServerProcess.Begin(root, data);
            await Task.Delay(random.Next(LongestLifeMs));
            starting.Kill();
        }

        var (server, said) = await ServerProcess.Start(root, data);
        if (server is null)
        {
            tally.Crash($"round {round}, migrating: {said}");
            return;
        }

        using (server)
        {
            var list = await server.Client.GetFromJsonAsync<JsonElement>("/api/projects/");
            if (list.GetArrayLength() == 1 && (await server.Client.GetAsync($"/api/projects/{list[0].GetProperty("id").GetString()}"))
                .IsSuccessStatusCode)
            {
                tally.Acknowledged();
            }
            else
            {
                tally.Lost($"the project of an old database in round {round}");
            }
        }
    }

    public static void OldDatabase(string data)
    {
        using (var db = new AnvilDb(new DbContextOptionsBuilder<AnvilDb>().UseSqlite(AnvilDb.ConnectionFor(data)).Options))
        {
            db.GetService<IMigrator>().Migrate(db.Database.GetMigrations().First());
        }

        using (var connection = new SqliteConnection(AnvilDb.ConnectionFor(data)))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = """
                INSERT INTO Projects(Id, Name, CreatedUtc, ChangedUtc, CurrentNumber, AsBuiltJson) VALUES ('0196F000-0000-7000-8000-000000000001', 'Old shelf', '2026-11-01 08:00:00', '2026-11-02 08:00:00', 1, '{"parts":[]}');
                INSERT INTO Revisions(ProjectId, Number, ParentNumber, Label, DesignJson, CreatedUtc, KeptAside) VALUES ('0196F000-0000-7000-8000-000000000001', 1, NULL, 'New', $design, '2026-11-01 08:00:00', 0);
                """;
            command.Parameters.AddWithValue("$design", JsonSerializer.Serialize(StartingDesign.Named("Old shelf"), Shipped.Json));
            command.ExecuteNonQuery();
        }

        SqliteConnection.ClearAllPools();
    }

    private async Task Verify(HttpClient client)
    {
        var watch = Stopwatch.StartNew();
        var there = (await client.GetFromJsonAsync<JsonElement>("/api/projects/")).EnumerateArray()
            .Select(p => p.GetProperty("id").GetString()!).ToHashSet(StringComparer.Ordinal);
        foreach (var (id, name) in _projects.Where(p => !there.Contains(p.Key)))
        {
            tally.Lost($"project {name} ({id})");
        }

        foreach (var edits in _revisions.GroupBy(r => r.Key.Project))
        {
            var history = (await client.GetFromJsonAsync<JsonElement>($"/api/projects/{edits.Key}/history")).EnumerateArray()
                .ToDictionary(r => r.GetProperty("number").GetInt32(), r => r.GetProperty("label").GetString());
            foreach (var ((_, revision), label) in edits.Where(e => history.GetValueOrDefault(e.Key.Revision) != e.Value))
            {
                tally.Lost($"revision {revision} \"{label}\"");
            }

            using var open = await client.GetAsync($"/api/projects/{edits.Key}");
            Judge(open, "open");
        }

        var own = (await client.GetFromJsonAsync<JsonElement>("/api/catalog/")).GetProperty("own").EnumerateObject().Select(m => m.Name)
            .ToHashSet(StringComparer.Ordinal);
        foreach (var model in _models.Keys.Where(m => !own.Contains(m)))
        {
            tally.Lost("model " + model);
        }

        // what was seen once is not asked for again: the soak would grow with its own square
        _revisions.Clear();
        tally.Took(watch.Elapsed / Math.Max(1, _projects.Count), "a look at one project after a kill");
    }

    private void Judge(HttpResponseMessage answer, string what)
    {
        if ((int)answer.StatusCode >= 500)
        {
            tally.FiveHundred($"{what}: {(int)answer.StatusCode}");
        }
    }

    private static async Task UntilKilled(Func<Task> once, CancellationToken stop)
    {
        try
        {
            while (!stop.IsCancellationRequested)
            {
                await once();
            }
        }
        catch (Exception error) when (error is HttpRequestException or OperationCanceledException or IOException or JsonException)
        {
            // the server was killed in the middle of an answer
        }
    }
}
