using System.Diagnostics;

namespace AnvilPlan.Cli.Tests;

/// <summary>Runs the command line as a process in a folder of its own.</summary>
internal sealed class CommandRun : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("anvil-cli-");

    public static readonly string Demo = Path.Combine(AppContext.BaseDirectory, "demo", "marsh-listening-station.json");

    public string Folder => _folder.FullName;

    public void Dispose() => _folder.Delete(recursive: true);

    public (int Code, string Output, string Error) Run(string? input, params string[] arguments) =>
        RunOn([], input, arguments);

    public (int Code, string Output, string Error) RunOn(Dictionary<string, string> environment, string? input, params string[] arguments)
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
