using System.CommandLine;
using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Cli;

/// <summary><c>calc NAME --json -</c>, <c>calc --list</c>, <c>calc --batch -</c>.</summary>
internal static class CalcCommand
{
    public static Command Make()
    {
        var name = new Argument<string?>("name") { Arity = ArgumentArity.ZeroOrOne, Description = "Name of the sum" };
        var json = new Option<string?>("--json") { Description = "File with the inputs as one JSON object, - for standard input" };
        var batch = new Option<string?>("--batch")
        {
            Description = "File with an array of {\"calc\": NAME, \"inputs\": {…}}, - for "
            + "standard input"
        };
        var list = new Option<bool>("--list") { Description = "Name all sums with their keys" };
        var command = new Command("calc", "Sums for the bench") { name, json, batch, list };
        command.SetAction(parsed =>
        {
            if (parsed.GetValue(list))
            {
                List();
            }
            else if (parsed.GetValue(batch) is { } file)
            {
                Print(CalculatorList.RunBatch(Input.Json(file)));
            }
            else
            {
                var calculator = CalculatorList.Find(parsed.GetValue(name)
                    ?? throw new InputException("calc needs the name of a sum, --list or --batch."));
                Print(calculator.Run(Input.Json(parsed.GetValue(json)
                    ?? throw new InputException($"calc {calculator.Name} needs --json FILE, or --json - for standard input."))));
            }
        });
        return command;
    }

    private static void List() => Print(CalculatorList.All.Select(c => new
    {
        name = c.Name,
        topic = c.Topic,
        inputs = c.Inputs.ToDictionary(i => i.Key, i => i.Expected),
        outputs = c.Outputs,
        formula = c.Formula,
        source = c.Source,
    }));

    private static void Print<T>(T value) => Console.Out.WriteLine(JsonSerializer.Serialize(value, Shipped.Json));
}
