using System.Text.Json;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Calculators;

/// <summary>Every calculator of this build, by name.</summary>
public static class CalculatorList
{
    public static IReadOnlyList<Calculator> All { get; } = [.. FastenerCalculators.All, .. LayoutCalculators.All,
        .. HardwareCalculators.All, .. WoodCalculators.All, .. PrintingCalculators.All, .. FrameCalculators.All,
        .. PlasticsCalculators.All];

    private const int MostEntries = 10_000;

    /// <exception cref="CalculatorException">No calculator bears that name.</exception>
    public static Calculator Find(string name) => All.FirstOrDefault(c => c.Name == name)
        ?? throw new CalculatorException("calc", $"calc is \"{name}\": it must be one of {string.Join(", ", All.Select(c => c.Name))}.");

    /// <summary>
    /// Runs an array of <c>{"calc": NAME, "inputs": {…}}</c> and gives one entry each, in order: the outputs, or
    /// <c>{"error": sentence, "key": key}</c>. One bad entry never stops the others.
    /// </summary>
    public static IReadOnlyList<IReadOnlyDictionary<string, object?>> RunBatch(JsonElement batch)
    {
        if (batch.ValueKind != JsonValueKind.Array)
        {
            throw new CalculatorException("batch", "batch must be an array of {\"calc\": NAME, \"inputs\": {…}}.");
        }

        return batch.GetArrayLength() <= MostEntries
            ? [.. batch.EnumerateArray().Interruptible().Select(RunEntry)]
            : throw new CalculatorException("batch", $"batch holds {batch.GetArrayLength()} sums: at most {MostEntries} are done at "
                + $"a time.");
    }

    private static IReadOnlyDictionary<string, object?> RunEntry(JsonElement entry)
    {
        try
        {
            if (entry.ValueKind != JsonValueKind.Object || !entry.TryGetProperty("calc", out var name)
                || name.ValueKind != JsonValueKind.String)
            {
                throw new CalculatorException("calc", "calc is missing: each entry must be {\"calc\": NAME, \"inputs\": {…}}.");
            }

            if (!entry.TryGetProperty("inputs", out var inputs))
            {
                throw new CalculatorException("inputs", $"inputs is missing: {name.GetString()} needs an object of inputs.");
            }

            return Find(name.GetString()!).Run(inputs);
        }
        catch (InvalidOperationException error) when (WireJson.IsHalfCharacter(error))
        {
            return new Dictionary<string, object?>
            {
                ["error"] = "calc holds half of a character (a surrogate without its pair).",
                ["key"] = "calc"
            };
        }
        catch (CalculatorException error)
        {
            return new Dictionary<string, object?> { ["error"] = error.Message, ["key"] = error.Key };
        }
    }
}
