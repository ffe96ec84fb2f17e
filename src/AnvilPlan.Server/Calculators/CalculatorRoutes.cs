using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Json;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Server.Drawings;

namespace AnvilPlan.Server.Calculators;

public enum SumInputKind
{
    Number,
    List,
    Choice,
    Flag,
    Points,
}

/// <param name="Key">With its name and unit as they are read.</param>
/// <param name="Words">The words of a choice; empty for the others.</param>
/// <param name="Least">Of a number or of each number of a list; null for the others.</param>
public sealed record CalculatorInputLine(SumKey Key, string Expected, SumInputKind Kind, IReadOnlyList<string> Words, double? Least,
    double? Most, bool Whole, bool OrNull);

/// <param name="Start">Inputs to begin with.</param>
public sealed record CalculatorLine(
    string Name, string Topic, string Title, IReadOnlyList<string> Asks, string Formula, string Source,
        IReadOnlyList<CalculatorInputLine> Inputs, IReadOnlyList<SumKey> Outputs,
    IReadOnlyDictionary<string, JsonElement> Start);

public static class CalculatorRoutes
{
    public static void MapCalculators(this IEndpointRouteBuilder routes)
    {
        var calc = routes.MapGroup("/api/calc").WithTags("calc").ProducesProblem(400).ProducesProblem(422);
        calc.MapGet("/", () => CalculatorList.All.Select(Line).ToList()).WithName("listCalculators");
        calc.MapGet("/find", (string typed) => SumSearch.Find(typed).Select(c => c.Name).ToList()).WithName("findSums");
        calc.MapPost("/", (JsonElement batch) => CalculatorList.RunBatch(batch)).WithName("runBatch");
        calc.MapPost("/{name}", (string name, JsonElement inputs) => CalculatorList.Find(name).Run(inputs)).WithName("runCalculator");
        calc.MapPost("/{name}/drawing", Drawing).WithName("sumDrawing");
    }

    /// <summary>The sketch of a sum with its numbers; with those that went in alone where they give no result.</summary>
    private static ScreenSheet Drawing(string name, double width, double height, string? unit, JsonElement inputs)
    {
        var paper = new DrawnFor(width, height, unit);
        paper.Check();
        var sum = CalculatorList.Find(name);
        var values = inputs.ValueKind == JsonValueKind.Object
            ? inputs.EnumerateObject().GroupBy(p => p.Name, StringComparer.Ordinal).ToDictionary(g => g.Key, g => g.Last().Value)
            : [];
        try
        {
            foreach (var (key, value) in sum.Run(inputs))
            {
                values[key] = JsonSerializer.SerializeToElement(value, WireJson.Plain);
            }
        }
        catch (CalculatorException)
        {
            // the sum itself is asked for too, and tells what is wrong
        }

        return ScreenSheet.Of(SumSheet.Of(SumText.For(name), sum.Outputs.ToHashSet(), values, paper.Width, paper.Height, paper.Length));
    }

    private static CalculatorLine Line(Calculator c)
    {
        var text = SumText.For(c.Name);
        return new CalculatorLine(c.Name, c.Topic, text.Title, text.Asks, c.Formula, c.Source, [.. c.Inputs.Select(Line)],
            [.. c.Outputs.Select(SumKey.Of)], text.Start);
    }

    private static CalculatorInputLine Line(CalculatorInput input)
    {
        var number = input as NumberInput ?? (input as ListInput)?.Item;
        return new CalculatorInputLine(
            SumKey.Of(input.Key), input.Expected,
            input switch
            {
                NumberInput => SumInputKind.Number,
                ListInput => SumInputKind.List,
                ChoiceInput => SumInputKind.Choice,
                FlagInput => SumInputKind.Flag,
                _ => SumInputKind.Points,
            },
            input is ChoiceInput choice ? choice.Words : [], number?.Least, number?.Most, number?.Whole ?? false, number?.OrNull ?? false);
    }
}
