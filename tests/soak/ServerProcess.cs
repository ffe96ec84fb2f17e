using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;

namespace AnvilPlan.Soak;

/// <summary>A server of the application on a port and a database of its own; it is ended when this is disposed.</summary>
internal sealed class ServerProcess : IDisposable
{
    private static readonly TimeSpan StartLimit = TimeSpan.FromSeconds(30);
    private readonly Process _process;
    private readonly Task<string> _errors;
    private readonly HashSet<string> _faults = new(StringComparer.Ordinal);
    private string? _fault;

    private ServerProcess(string root, string data, string? demo, int port)
    {
        var folder = Path.Combine(root, "src/AnvilPlan.Server");
        var info = new ProcessStartInfo("dotnet")
        {
            WorkingDirectory = folder,
            RedirectStandardError = true,
            RedirectStandardOutput = true
        };
        foreach (var argument in (string[])[Path.Combine(folder, "bin/Release/net10.0/AnvilPlan.Server.dll"), "--port",
            port.ToString(CultureInfo.InvariantCulture), "--data", data, "--Logging:LogLevel:Default", "Error", .. demo is null
            ? (string[])[] : ["--demo", demo]])
        {
            info.ArgumentList.Add(argument);
        }

        _process = Process.Start(info)!;
        _errors = _process.StandardError.ReadToEndAsync();
        _process.OutputDataReceived += (_, line) => Hear(line.Data);
        _process.BeginOutputReadLine();
        Client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}"), Timeout = TimeSpan.FromSeconds(30) };
    }

    public HttpClient Client { get; }

    /// <summary>Faults that it logged: the exception and where in the application it was thrown, each once.</summary>
    public IReadOnlyCollection<string> Faults => _faults;

    public bool Exited => _process.HasExited;
    public int ExitCode => _process.ExitCode;
    public string Errors => _errors.IsCompleted ? _errors.Result : "";

    private void Hear(string? line)
    {
        if (line is null)
        {
            return;
        }

        if (line.Contains("Exception", StringComparison.Ordinal) && !line.Contains(" at ", StringComparison.Ordinal))
        {
            _fault = line.Trim();
        }
        else if (_fault is not null && line.Contains("at AnvilPlan.", StringComparison.Ordinal))
        {
            _faults.Add($"{_fault} {line.Trim()}");
            _fault = null;
        }
    }

    /// <summary>Starts one and does not wait for it.</summary>
    public static ServerProcess Begin(string root, string data, string? demo = null) => new(root, data, demo, FreePort());

    /// <summary>Starts one and waits until it answers; null, with what it said, when it does not.</summary>
    public static async Task<(ServerProcess? Server, string Said)> Start(string root, string data, string? demo = null)
    {
        var server = Begin(root, data, demo);
        for (var watch = Stopwatch.StartNew(); watch.Elapsed < StartLimit && !server.Exited;)
        {
            try
            {
                using var answer = await server.Client.GetAsync("/api/lengths?text=1");
                return (server, "");
            }
            catch (HttpRequestException)
            {
                await Task.Delay(30);
            }
        }

        var said = server.Exited ? $"exit {server.ExitCode}: {await server._errors}" : "no answer in 30 s";
        server.Dispose();
        return (null, said);
    }

    /// <summary>The most that it has held in memory so far, KB.</summary>
    public long PeakKb()
    {
        try
        {
            var line = File.ReadLines($"/proc/{_process.Id}/status").FirstOrDefault(l => l.StartsWith("VmHWM", StringComparison.Ordinal));
            return line is null ? 0 : long.Parse(string.Concat(line.Where(char.IsDigit)), CultureInfo.InvariantCulture);
        }
        catch (IOException)
        {
            return 0;
        }
    }

    /// <summary>Ends it at once, as a power cut would.</summary>
    public void Kill()
    {
        if (!_process.HasExited)
        {
            _process.Kill();
        }

        _process.WaitForExit();
    }

    public void Dispose()
    {
        Kill();
        Client.Dispose();
        _process.Dispose();
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
