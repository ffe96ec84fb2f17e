using System.CommandLine;
using System.Diagnostics;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Formats.Nesting;

namespace AnvilPlan.Cli;

/// <summary><c>nest sheets|bars IN.json [--seconds S] [--out RESULT.json]</c>.</summary>
internal static class NestCommand
{
    public static Command Make()
    {
        var command = new Command("nest", "Lay parts on stock") { Sub("sheets", Sheets), Sub("bars", Bars) };
        return command;
    }

    private static Command Sub(string name, Func<string, double, string> run)
    {
        var file = new Argument<string>("job") { Description = "Job file, - for standard input" };
        var seconds = new Option<double>("--seconds") { Description = "How long to search, 0 to 600", DefaultValueFactory = _ => 2 };
        var to = new Option<string?>("--out") { Description = "File for the result; standard output without" };
        var command = new Command(name, $"Nest {name}") { file, seconds, to };
        command.SetAction(parsed =>
        {
            var bound = parsed.GetValue(seconds);
            if (!(bound >= 0 && bound <= 600))
            {
                throw new InputException($"--seconds is {bound}: it must lie between 0 and 600.");
            }

            var result = run(Input.Text(parsed.GetValue(file)!), bound);
            if (parsed.GetValue(to) is { } path)
            {
                File.WriteAllText(path, result);
            }
            else
            {
                Console.Out.Write(result);
            }
        });
        return command;
    }

    private static string Sheets(string text, double seconds)
    {
        var (name, job) = NestFile.ReadSheets(text);
        var watch = Stopwatch.StartNew();
        using var time = new CancellationTokenSource(TimeSpan.FromSeconds(seconds));
        var result = SheetNester.Search(job, seconds > 0 ? long.MaxValue : 0, time.Token);
        return NestChecker.Fault(job, result) is { } fault && result.Complete
            ? throw new InvalidOperationException(fault)
            : NestFile.WriteSheets(name, job, result, watch.Elapsed.TotalSeconds);
    }

    private static string Bars(string text, double seconds)
    {
        var (name, job) = NestFile.ReadBars(text);
        var watch = Stopwatch.StartNew();
        var result = BarNester.Nest(job);
        return BarChecker.Fault(job, result) is { } fault && result.Complete
            ? throw new InvalidOperationException(fault)
            : NestFile.WriteBars(name, job, result, watch.Elapsed.TotalSeconds);
    }
}
