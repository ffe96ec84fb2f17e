using System.CommandLine;
using AnvilPlan.Cli;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Formats.Nesting;
using AnvilPlan.Formats.Project;
using AnvilPlan.Store;

var root = new RootCommand("Anvil Plan on the command line: the same rules as the application, without a server.")
{
    CalcCommand.Make(), PlanCommand.Make(), NestCommand.Make(), ProjectCommands.List(), ProjectCommands.Export(), ProjectCommands.Import(), SchemaCommand.Make(),
};
var parsed = root.Parse(args);
if (parsed.Errors.Count > 0)
{
    return Fail(parsed.Errors[0].Message);
}

try
{
    return await parsed.InvokeAsync(new InvocationConfiguration { EnableDefaultExceptionHandler = false });
}
catch (Exception error) when (error is CalculatorException or ProjectFileException or NestFileException or NotFoundException or InputException)
{
    return Fail(error.Message);
}
catch (Exception error) when (error is IOException or UnauthorizedAccessException)
{
    return Fail(error.Message);
}
catch (Microsoft.Data.Sqlite.SqliteException error)
{
    return Fail($"the database cannot be used: {error.Message}");
}

static int Fail(string message)
{
    Console.Error.WriteLine(message.ReplaceLineEndings(" ").Trim());
    return 2;
}

/// <summary>The command line's entry, named for tests that run it.</summary>
public partial class Program;
