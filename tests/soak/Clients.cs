using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace AnvilPlan.Soak;

/// <summary>
/// Two windows on each of a few projects, fifty clients together, for a time: every edit is in the history, as the current line or kept
/// aside.
/// </summary>
internal sealed class Clients(string root, string folder, Tally tally)
{
    private const int Windows = 50;
    private const int OnOneProject = 2;

    public async Task Run(TimeSpan time)
    {
        var (server, said) = await ServerProcess.Start(root, Path.Combine(folder, "clients.db"), Path.Combine(root, "demo"));
        if (server is null)
        {
            tally.Crash(said);
            return;
        }

        using (server)
        {
            var client = server.Client;
            var acknowledged = new ConcurrentBag<(string Project, int Revision, string Label)>();
            var projects = new List<string>();
            for (var i = 0; i < Windows / OnOneProject; i++)
            {
                using var made = await client.PostAsJsonAsync("/api/projects/", new { name = $"Project {i}" });
                projects.Add((await made.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>());
            }

            using var stop = new CancellationTokenSource(time);
            await Task.WhenAll(Enumerable.Range(0, Windows)
                .Select(w => Task.Run(() => Window(client, projects[w / OnOneProject], w, acknowledged, stop.Token))));
            tally.Memory(server.PeakKb());
            foreach (var project in acknowledged.GroupBy(a => a.Project))
            {
                var history = (await client.GetFromJsonAsync<JsonArray>($"/api/projects/{project.Key}/history"))!.ToDictionary(
                    r => r!["number"]!.GetValue<int>(), r => r!["label"]!.GetValue<string>());
                foreach (var (_, revision, label) in project.Where(a => history.GetValueOrDefault(a.Revision) != a.Label))
                {
                    tally.Lost($"revision {revision} \"{label}\"");
                }
            }
        }
    }

    private async Task Window(HttpClient client, string project, int window,
        ConcurrentBag<(string Project, int Revision, string Label)> acknowledged, CancellationToken stop)
    {
        for (var n = 0; !stop.IsCancellationRequested; n++)
        {
            var watch = Stopwatch.StartNew();
            try
            {
                var view = (await client.GetFromJsonAsync<JsonNode>($"/api/projects/{project}", CancellationToken.None))!;
                var (label, design) = ($"window {window} edit {n}", view["design"]!.DeepClone());
                design["brief"]!["notes"] = label;
                using var answer = await client.PutAsJsonAsync($"/api/projects/{project}/design",
                    new { expectedRevision = view["revision"]!.GetValue<int>(), label, design }, CancellationToken.None);
                var body = await answer.Content.ReadFromJsonAsync<JsonNode>(CancellationToken.None);
                tally.Round();
                switch ((int)answer.StatusCode)
                {
                    case 200:
                        acknowledged.Add((project, body!["revision"]!.GetValue<int>(), label));
                        tally.Acknowledged();
                        break;
                    case 409:
                        acknowledged.Add((project, body!["keptAs"]!.GetValue<int>(), label));
                        tally.Acknowledged();
                        tally.Count("kept aside");
                        break;
                    case >= 500:
                        tally.FiveHundred($"{(int)answer.StatusCode} {body}");
                        break;
                    default:
                        tally.Crash($"{(int)answer.StatusCode} {body}");
                        break;
                }
            }
            catch (Exception error) when (error is HttpRequestException or TaskCanceledException)
            {
                tally.Crash(error.Message);
            }

            tally.Took(watch.Elapsed, "an edit among fifty");
        }
    }
}
