using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace AnvilPlan.Audit.Walk;

/// <summary>The application itself, started on a free port of this machine with a database of its own, and stopped with the walk.</summary>
public sealed class OwnServer : IAsyncDisposable
{
    private readonly Process _process;
    private readonly DirectoryInfo _folder;

    private OwnServer(Process process, DirectoryInfo folder, HttpClient client) => (_process, _folder, Client) = (process, folder, client);

    public HttpClient Client { get; }

    /// <param name="server">The server's assembly.</param>
    public static async Task<OwnServer> Start(string server)
    {
        var folder = Directory.CreateTempSubdirectory("anvil-audit-");
        int port;
        using (var probe = new TcpListener(IPAddress.Loopback, 0))
        {
            probe.Start();
            port = ((IPEndPoint)probe.LocalEndpoint).Port;
        }

        var process = Process.Start(new ProcessStartInfo("dotnet", [server, "--port", $"{port}", "--data",
            Path.Combine(folder.FullName, "walk.db")])
        {
            WorkingDirectory = Path.GetDirectoryName(Path.GetFullPath(server)),
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        })!;
        process.OutputDataReceived += (_, _) => { };
        process.ErrorDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        var client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}"), Timeout = TimeSpan.FromMinutes(5) };
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var answer = await client.GetAsync("/api/projects/");
                return new OwnServer(process, folder, client);
            }
            catch (HttpRequestException) when (tries < 100 && !process.HasExited)
            {
                await Task.Delay(100);
            }
        }
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        if (!_process.HasExited)
        {
            _process.Kill();
            await _process.WaitForExitAsync();
        }

        _process.Dispose();
        _folder.Delete(recursive: true);
    }
}
