using System.Diagnostics;
using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Models;
using AnvilPlan.Formats.Nesting;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Patterns;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Soak;

/// <summary>
/// Mutated project, library, pattern, nest and sum files. Each is either read, and then planned, written, laid out or summed, or refused
/// with a sentence; nothing else may happen. Now and then the command line itself is asked.
/// </summary>
internal sealed class Files(string root, string folder, Random random, Tally tally)
{
    private const int CommandEvery = 250;
    private const int WriteEvery = 25;
    private static readonly TimeSpan Limit = TimeSpan.FromSeconds(8);

    private sealed record Kind(string Name, IReadOnlyList<string> Texts, Action<byte[]> Read, IReadOnlyList<string> Command);

    public async Task Run(int count)
    {
        var mutations = new Mutations(random);
        var kinds = Kinds();
        for (var i = 0; i < count; i++)
        {
            tally.Round();
            var kind = kinds[random.Next(kinds.Count)];
            var text = kind.Texts[random.Next(kind.Texts.Count)];
            var bytes = text[0] is '{' or '[' && random.Next(3) > 0 ? mutations.OfJson(text) : mutations.Of(text);
            var watch = Stopwatch.StartNew();
            try
            {
                kind.Read(bytes);
                tally.Count(kind.Name + " read");
            }
            catch (Exception error) when (Refusal(error) is { } sentence)
            {
                tally.Count(kind.Name + " refused");
                if (sentence.Length is 0 or > 2000 || sentence.Contains("   at ", StringComparison.Ordinal))
                {
                    tally.Crash($"{kind.Name}: the refusal is no sentence: {sentence}");
                }
            }
            catch (Exception error)
            {
                tally.Crash($"{kind.Name}: {error.GetType().Name} {error.Message} "
                    + $"{error.StackTrace?.Split('\n').FirstOrDefault(l => l.Contains("AnvilPlan", StringComparison.Ordinal))?.Trim()}, "
                    + $"kept as {Keep(bytes, i)}");
            }

            tally.Took(watch.Elapsed, watch.Elapsed > TimeSpan.FromSeconds(5) ? $"{kind.Name}, kept as {Keep(bytes, i)}" : kind.Name);
            if (i % CommandEvery == 0)
            {
                await Command(kind, bytes, i);
            }
        }

        tally.Memory(Process.GetCurrentProcess().PeakWorkingSet64 / 1024);
    }

    private static string? Refusal(Exception error) =>
        error is ProjectFileException or PatternFileException or NestFileException or CalculatorException ? error.Message
        : error is JsonException ? "this is not JSON." : null;

    private List<Kind> Kinds()
    {
        IReadOnlyList<string> Demo() => [.. Directory.EnumerateFiles(Path.Combine(root, "demo"), "*.json").Order(StringComparer.Ordinal)
            .Select(File.ReadAllText)];
        return
        [
            new("project", Demo(), Project, ["plan", "FILE", "--out", Path.Combine(folder, "out")]),
            new("library", [ModelLibrary.Write([.. Shipped.Catalog.Hardware.Where(h => h.Id.StartsWith("relay", StringComparison.Ordinal)
                || h.Id.StartsWith("sbc", StringComparison.Ordinal)).Select(h => h with { Id = "own-" + h.Id })])], bytes =>
                Library(Text(bytes)), []),
            new("dxf", Samples.Dxf, bytes => PatternFile.Read(Text(bytes), random.Next(3) switch { 0 => "mm", 1 => "in", _ => null }), []),
            new("csv", Samples.Csv, bytes => PatternFile.Read(Text(bytes), "mm"), []),
            new("nest", Samples.Sheets, bytes => Nested(() => NestFile.ReadSheets(Text(bytes)) is var (name, job)
                ? NestFile.WriteSheets(name, job, SheetNester.Quick(job), 0) : ""), ["nest", "sheets", "FILE", "--seconds", "0"]),
            new("bars", Samples.Bars, bytes => Nested(() => NestFile.ReadBars(Text(bytes)) is var (name, job)
                ? NestFile.WriteBars(name, job, BarNester.Nest(job), 0) : ""), ["nest", "bars", "FILE"]),
            new("calc", [Samples.Batch()], Sums, ["calc", "--batch", "FILE"]),
        ];
    }

    private void Project(byte[] bytes)
    {
        var file = ProjectJson.Read(bytes, Shipped.Catalog);
        using var limit = new CancellationTokenSource(Limit);
        try
        {
            var catalog = Shipped.Catalog.With(file.Models);
            var plan = Planner.Plan(file.Design, catalog, ShopProfile.Usual, file.AsBuilt, limit.Token);
            if (random.Next(WriteEvery) == 0)
            {
                using (Interrupt.On(limit.Token))
                {
                    _ = PlanFiles.Of(file.Design, plan, ShopProfile.Usual, Paper.A4).Interruptible().Sum(f => f.Write().Length);
                }
            }
        }
        catch (OperationCanceledException)
        {
            tally.Count("project called off");
        }
    }

    private static void Library(string text)
    {
        foreach (var model in ModelLibrary.Read(text))
        {
            // a model that was taken in can be drawn and put into a design
            _ = TemplatePages.Write(model, Paper.A4).Length;
        }
    }

    private void Nested(Func<string> run)
    {
        using var limit = new CancellationTokenSource(Limit);
        using (Interrupt.On(limit.Token))
        {
            try
            {
                _ = run();
            }
            catch (OperationCanceledException)
            {
                tally.Count("nest called off");
            }
        }
    }

    private static void Sums(byte[] bytes)
    {
        using var document = JsonDocument.Parse(Text(bytes));
        _ = JsonSerializer.Serialize(CalculatorList.RunBatch(document.RootElement), Shipped.Json);
    }

    private static string Text(byte[] bytes) => Utf8Text.Of(bytes) ?? throw new NestFileException(Utf8Text.Refusal);

    private string Keep(byte[] bytes, int number)
    {
        var path = Path.Combine(folder, $"bad-{number}");
        File.WriteAllBytes(path, bytes);
        return path;
    }

    /// <summary>The command ends with 0, 2 or 3, and for 2 with one line on standard error.</summary>
    private async Task Command(Kind kind, byte[] bytes, int number)
    {
        if (kind.Command.Count == 0)
        {
            return;
        }

        var path = Keep(bytes, number);
        var info = new ProcessStartInfo("dotnet") { RedirectStandardError = true, RedirectStandardOutput = true };
        info.ArgumentList.Add(Path.Combine(root, "src/AnvilPlan.Cli/bin/Release/net10.0/anvil.dll"));
        foreach (var argument in kind.Command)
        {
            info.ArgumentList.Add(argument == "FILE" ? path : argument);
        }

        using var process = Process.Start(info)!;
        var (output, errors) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        await process.WaitForExitAsync();
        var (_, lines) = (await output, (await errors).Trim().Split('\n'));
        tally.Count("by command");
        if (process.ExitCode is not (0 or 2 or 3) || (process.ExitCode == 2 && (lines.Length != 1 || lines[0].Length == 0)))
        {
            tally.Crash($"{string.Join(' ', kind.Command)}: exit {process.ExitCode}, {lines.Length} lines: {lines[0]}, kept as {path}");
        }
        else
        {
            File.Delete(path);
        }
    }
}
