using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace AnvilPlan.Soak;

/// <summary>
/// A disk that fills up, and one that may only be read. The disks are small ones in memory, mounted for this and unmounted again; where
/// mounting is not allowed it says so and tries nothing.
/// </summary>
internal sealed class Disks(string root, string folder, Tally tally)
{
    private const int MostEdits = 2000;

    public async Task Run()
    {
        var disk = Path.Combine(folder, "disk");
        Directory.CreateDirectory(disk);
        if (!Mount("-t", "tmpfs", "-o", "size=3m", "tmpfs", disk))
        {
            tally.Count("not tried: mounting a small disk is not allowed here");
            return;
        }

        try
        {
            await Full(Path.Combine(disk, "shop.db"));
            await ReadOnly(disk);
        }
        finally
        {
            Start("umount", disk);
        }
    }

    /// <summary>
    /// Edits until the disk is full: the one that does not fit is told, all before it are there, and room makes it go on.
    /// </summary>
    private async Task Full(string data)
    {
        var (server, said) = await ServerProcess.Start(root, data);
        if (server is null)
        {
            tally.Crash(said);
            return;
        }

        using (server)
        {
            using var made = await server.Client.PostAsJsonAsync("/api/projects/", new { name = "Narrow shelf" });
            var view = (await made.Content.ReadFromJsonAsync<JsonNode>())!;
            var filler = Path.Combine(Path.GetDirectoryName(data)!, "filler");
            await File.WriteAllBytesAsync(filler, new byte[400_000]);
            var (full, edits) = (false, 0);
            while (!full && edits < MostEdits)
            {
                using var answer = await Edit(server.Client, view, edits);
                full = !answer.IsSuccessStatusCode;
                var body = (await answer.Content.ReadFromJsonAsync<JsonNode>())!;
                if (full)
                {
                    Judge((int)answer.StatusCode == 503 && body["detail"]!.GetValue<string>().Contains("disk", StringComparison.Ordinal),
                        $"a full disk is told as {(int)answer.StatusCode} {body}");
                }
                else
                {
                    (view, edits) = (body, edits + 1);
                    tally.Acknowledged();
                }
            }

            Judge(full, "the disk never filled up");
            await Still(server.Client, view, "after the disk was full");
            File.Delete(filler);
            using var again = await Edit(server.Client, view, edits);
            Judge(again.IsSuccessStatusCode, $"with room again: {(int)again.StatusCode} {await again.Content.ReadAsStringAsync()}");
            view = (await again.Content.ReadFromJsonAsync<JsonNode>())!;
            server.Kill();
            var (next, words) = await ServerProcess.Start(root, data);
            Judge(next is not null, words);
            if (next is not null)
            {
                await Still(next.Client, view, "after a kill");
                next.Dispose();
            }
        }
    }

    private async Task ReadOnly(string disk)
    {
        var data = Path.Combine(disk, "shop.db");
        Judge(Mount("-o", "remount,ro", disk), "the disk cannot be made read-only");
        var (server, said) = await ServerProcess.Start(root, data);
        if (server is null)
        {
            Judge(said.StartsWith("exit 2", StringComparison.Ordinal) && said.Trim().Split('\n').Length == 1,
                $"a start on a read-only disk: {said}");
        }
        else
        {
            using (server)
            {
                var list = (await server.Client.GetFromJsonAsync<JsonArray>("/api/projects/"))!;
                var view = (await server.Client.GetFromJsonAsync<JsonNode>($"/api/projects/{list[0]!["id"]}"))!;
                using var answer = await Edit(server.Client, view, 0);
                Judge((int)answer.StatusCode == 503, $"an edit on a read-only disk is told as {(int)answer.StatusCode} "
                    + $"{await answer.Content.ReadAsStringAsync()}");
                await Still(server.Client, view, "on a read-only disk");
            }
        }

        Mount("-o", "remount,rw", disk);
    }

    private static Task<HttpResponseMessage> Edit(HttpClient client, JsonNode view, int number)
    {
        var design = view["design"]!.DeepClone();
        design["brief"]!["notes"] = new string((char)('a' + (number % 26)), 8000);
        return client.PutAsJsonAsync($"/api/projects/{view["id"]}/design", new
        {
            expectedRevision = view["revision"]!.GetValue<int>(),
            label = $"edit {number}",
            design
        });
    }

    private async Task Still(HttpClient client, JsonNode view, string when)
    {
        var now = await client.GetFromJsonAsync<JsonNode>($"/api/projects/{view["id"]}");
        if (now!["revision"]!.GetValue<int>() != view["revision"]!.GetValue<int>() || !JsonNode.DeepEquals(now["design"], view["design"]))
        {
            tally.Lost($"{when}: revision {now["revision"]} instead of {view["revision"]}");
        }
    }

    private void Judge(bool right, string what)
    {
        tally.Round();
        if (!right)
        {
            tally.Crash(what);
        }
    }

    private static bool Mount(params string[] arguments) => Start("mount", arguments);

    private static bool Start(string command, params string[] arguments)
    {
        try
        {
            var info = new ProcessStartInfo(command) { RedirectStandardError = true };
            foreach (var argument in arguments)
            {
                info.ArgumentList.Add(argument);
            }

            using var process = Process.Start(info)!;
            process.WaitForExit();
            return process.ExitCode == 0;
        }
        catch (System.ComponentModel.Win32Exception)
        {
            return false;
        }
    }
}
