using System.Globalization;
using System.Text.Json;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Core.Calculators;

/// <summary>One input key of a calculator: its kind and the range it must lie in. Reading it gives a value or a sentence.</summary>
public abstract record CalculatorInput(string Key)
{
    /// <summary>The kind and range in words, as shown in lists and in errors.</summary>
    public abstract string Expected { get; }

    internal object? Read(JsonElement value) => TryRead(value, out var result)
        ? result
        : throw new CalculatorException(Key, $"{Key} is {Shown(value)}: it must be {Expected}.");

    private protected abstract bool TryRead(JsonElement value, out object? result);

    private static string Shown(JsonElement value)
    {
        var text = value.GetRawText();
        return text.Length <= 60 ? text : text[..57] + "...";
    }
}

/// <summary>A number within a range; the ends belong to it unless said otherwise.</summary>
public sealed record NumberInput(string Key, double Least = 0, double Most = 1e6, bool AboveLeast = true, bool Whole = false,
    bool OrNull = false)
    : CalculatorInput(Key)
{
    public override string Expected =>
        (Whole ? "a whole number " : "a number ")
        + (AboveLeast ? "above " : "from ") + Least.ToString("0.######", CultureInfo.InvariantCulture)
        + (AboveLeast ? ", at most " : " to ") + Most.ToString("0.######", CultureInfo.InvariantCulture)
        + (OrNull ? ", or null" : "");

    private protected override bool TryRead(JsonElement value, out object? result)
    {
        result = null;
        if (value.ValueKind == JsonValueKind.Null)
        {
            return OrNull;
        }

        if (value.ValueKind != JsonValueKind.Number || !value.TryGetDouble(out var number) || !Holds(number))
        {
            return false;
        }

        result = number;
        return true;
    }

    internal bool Holds(double number) =>
        double.IsFinite(number) && number <= Most && (AboveLeast ? number > Least : number >= Least)
            && (!Whole || Math.Floor(number) == number);
}

/// <summary>A list of numbers, each in the same range.</summary>
public sealed record ListInput(string Key, NumberInput Item, int LeastCount = 1, int MostCount = 1000) : CalculatorInput(Key)
{
    public override string Expected => $"a list of {LeastCount} to {MostCount} numbers, each {Item.Expected["a number ".Length..]}";

    private protected override bool TryRead(JsonElement value, out object? result)
    {
        result = null;
        if (value.ValueKind != JsonValueKind.Array || value.GetArrayLength() < LeastCount || value.GetArrayLength() > MostCount)
        {
            return false;
        }

        var numbers = new List<double>();
        foreach (var element in value.EnumerateArray())
        {
            if (element.ValueKind != JsonValueKind.Number || !element.TryGetDouble(out var number) || !Item.Holds(number))
            {
                return false;
            }

            numbers.Add(number);
        }

        result = numbers;
        return true;
    }
}

/// <summary>One of a few words.</summary>
public sealed record ChoiceInput(string Key, IReadOnlyList<string> Words) : CalculatorInput(Key)
{
    public override string Expected => "one of " + string.Join(", ", Words.Select(w => $"\"{w}\""));

    private protected override bool TryRead(JsonElement value, out object? result)
    {
        result = value.ValueKind == JsonValueKind.String && Words.Contains(value.GetString()!) ? value.GetString() : null;
        return result is not null;
    }
}

/// <summary>True or false.</summary>
public sealed record FlagInput(string Key) : CalculatorInput(Key)
{
    public override string Expected => "true or false";

    private protected override bool TryRead(JsonElement value, out object? result)
    {
        result = value.ValueKind is JsonValueKind.True or JsonValueKind.False ? value.GetBoolean() : null;
        return result is not null;
    }
}

/// <summary>A list of points [x, y], both coordinates within plus and minus a limit.</summary>
public sealed record PointsInput(string Key, double LimitMm, int LeastCount, int MostCount) : CalculatorInput(Key)
{
    public override string Expected => $"a list of {LeastCount} to {MostCount} points [x, y], each number from -{LimitMm} to {LimitMm}";

    private protected override bool TryRead(JsonElement value, out object? result)
    {
        result = null;
        if (value.ValueKind != JsonValueKind.Array || value.GetArrayLength() < LeastCount || value.GetArrayLength() > MostCount)
        {
            return false;
        }

        var points = new List<Uv>();
        foreach (var pair in value.EnumerateArray())
        {
            if (pair.ValueKind != JsonValueKind.Array || pair.GetArrayLength() != 2 || !TryCoordinate(pair[0], out var x)
                || !TryCoordinate(pair[1], out var y))
            {
                return false;
            }

            points.Add(new Uv(x, y));
        }

        result = points;
        return true;
    }

    private bool TryCoordinate(JsonElement value, out double number)
    {
        number = 0;
        return value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out number) && Math.Abs(number) <= LimitMm;
    }
}

/// <summary>A calculator was given something it cannot take. The message is one sentence that names the key.</summary>
public sealed class CalculatorException : Exception
{
    public CalculatorException(string key, string message)
        : base(Shorten.Quotes(message)) => Key = key;

    /// <summary>The input key at fault, or the calculator's name when the name itself is unknown.</summary>
    public string Key { get; }
}
