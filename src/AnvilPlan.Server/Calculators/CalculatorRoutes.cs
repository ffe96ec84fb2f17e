using System.Text.Json;
using AnvilPlan.Core.Calculators;

namespace AnvilPlan.Server.Calculators;

public sealed record CalculatorInputLine(string Key, string Expected);

public sealed record CalculatorLine(
    string Name, string Topic, string Formula, string Source, IReadOnlyList<CalculatorInputLine> Inputs, IReadOnlyList<string> Outputs);

public static class CalculatorRoutes
{
    public static void MapCalculators(this IEndpointRouteBuilder routes)
    {
        var calc = routes.MapGroup("/api/calc").WithTags("calc").ProducesProblem(400).ProducesProblem(422);
        calc.MapGet("/", () => CalculatorList.All.Select(Line).ToList()).WithName("listCalculators");
        calc.MapPost("/", (JsonElement batch) => CalculatorList.RunBatch(batch)).WithName("runBatch");
        calc.MapPost("/{name}", (string name, JsonElement inputs) => CalculatorList.Find(name).Run(inputs)).WithName("runCalculator");
    }

    private static CalculatorLine Line(Calculator c) => new(
        c.Name, c.Topic, c.Formula, c.Source, [.. c.Inputs.Select(i => new CalculatorInputLine(i.Key, i.Expected))], c.Outputs);
}
