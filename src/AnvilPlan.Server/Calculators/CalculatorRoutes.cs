using System.Text.Json;
using AnvilPlan.Core.Calculators;

namespace AnvilPlan.Server.Calculators;

public enum SumInputKind
{
    Number,
    List,
    Choice,
    Flag,
    Points,
}

/// <param name="Words">The words of a choice; empty for the others.</param>
/// <param name="Least">Of a number or of each number of a list; null for the others.</param>
public sealed record CalculatorInputLine(string Key, string Expected, SumInputKind Kind, IReadOnlyList<string> Words, double? Least,
    double? Most, bool Whole, bool OrNull);

/// <param name="Start">Inputs to begin with.</param>
/// <param name="Sketch">See docs/formats.md, drawings of sums.</param>
public sealed record CalculatorLine(
    string Name, string Topic, string Title, IReadOnlyList<string> Asks, string Formula, string Source,
        IReadOnlyList<CalculatorInputLine> Inputs, IReadOnlyList<string> Outputs,
    IReadOnlyDictionary<string, JsonElement> Start, IReadOnlyList<string> Sketch);

public static class CalculatorRoutes
{
    public static void MapCalculators(this IEndpointRouteBuilder routes)
    {
        var calc = routes.MapGroup("/api/calc").WithTags("calc").ProducesProblem(400).ProducesProblem(422);
        calc.MapGet("/", () => CalculatorList.All.Select(Line).ToList()).WithName("listCalculators");
        calc.MapGet("/find", (string typed) => SumSearch.Find(typed).Select(c => c.Name).ToList()).WithName("findSums");
        calc.MapPost("/", (JsonElement batch) => CalculatorList.RunBatch(batch)).WithName("runBatch");
        calc.MapPost("/{name}", (string name, JsonElement inputs) => CalculatorList.Find(name).Run(inputs)).WithName("runCalculator");
    }

    private static CalculatorLine Line(Calculator c)
    {
        var text = SumText.For(c.Name);
        return new CalculatorLine(c.Name, c.Topic, text.Title, text.Asks, c.Formula, c.Source, [.. c.Inputs.Select(Line)], c.Outputs,
            text.Start, text.Sketch);
    }

    private static CalculatorInputLine Line(CalculatorInput input)
    {
        var number = input as NumberInput ?? (input as ListInput)?.Item;
        return new CalculatorInputLine(
            input.Key, input.Expected,
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
