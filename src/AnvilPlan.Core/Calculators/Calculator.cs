using System.Text.Json;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Json;

namespace AnvilPlan.Core.Calculators;

/// <summary>
/// A named sum for the bench: a thin door to a rule that the planner itself uses. Keys carry units.
/// </summary>
public sealed record Calculator(
    string Name,
    string Topic,
    string Formula,
    string Source,
    IReadOnlyList<CalculatorInput> Inputs,
    IReadOnlyList<string> Outputs,
    Func<CalculatorValues, IReadOnlyDictionary<string, object?>> Rule)
{
    /// <summary>Reads the inputs, holds them to their ranges and computes.</summary>
    /// <exception cref="CalculatorException">A key is missing, unknown, of the wrong kind or out of range.</exception>
    public IReadOnlyDictionary<string, object?> Run(JsonElement inputs)
    {
        if (inputs.ValueKind != JsonValueKind.Object)
        {
            throw new CalculatorException("inputs", $"inputs of {Name} must be an object with the keys {Keys()}.");
        }

        try
        {
            var results = Rule(Read(inputs));
            return results.FirstOrDefault(r => !Finite(r.Value)).Key is { } beyond
                ? throw new CalculatorException("inputs", $"{beyond} of {Name} is beyond every number with these inputs.")
                : results;
        }
        catch (InvalidOperationException error) when (WireJson.IsHalfCharacter(error))
        {
            throw new CalculatorException("inputs", $"inputs of {Name} hold half of a character (a surrogate without its pair).");
        }
    }

    private static bool Finite(object? value) => value switch
    {
        double number => double.IsFinite(number),
        string => true,
        Uv point => double.IsFinite(point.U) && double.IsFinite(point.V),
        System.Collections.IEnumerable list => list.Cast<object?>().All(Finite),
        _ => true,
    };

    private CalculatorValues Read(JsonElement inputs)
    {
        var values = new Dictionary<string, object?>(StringComparer.Ordinal);
        foreach (var property in inputs.EnumerateObject())
        {
            var input = Inputs.FirstOrDefault(i => i.Key == property.Name)
                ?? throw new CalculatorException(property.Name, $"{property.Name} is not an input of {Name}: it takes {Keys()}.");
            if (!values.TryAdd(property.Name, input.Read(property.Value)))
            {
                throw new CalculatorException(property.Name, $"{property.Name} is given twice.");
            }
        }

        var missing = Inputs.FirstOrDefault(i => !values.ContainsKey(i.Key));
        return missing is null
            ? new CalculatorValues(values)
            : throw new CalculatorException(missing.Key, $"{missing.Key} is missing: it must be {missing.Expected}.");
    }

    private string Keys() => string.Join(", ", Inputs.Select(i => i.Key));
}

/// <summary>The checked inputs of one run, by key.</summary>
public sealed class CalculatorValues
{
    private readonly Dictionary<string, object?> _values;

    internal CalculatorValues(Dictionary<string, object?> values) => _values = values;

    public double Number(string key) => (double)_values[key]!;

    public double? NumberOrNull(string key) => (double?)_values[key];

    public IReadOnlyList<double> List(string key) => (List<double>)_values[key]!;

    public bool Flag(string key) => (bool)_values[key]!;

    public IReadOnlyList<Uv> Points(string key) => (List<Uv>)_values[key]!;

    public string Word(string key) => (string)_values[key]!;
}
