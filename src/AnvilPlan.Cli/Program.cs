using System.CommandLine;
using AnvilPlan.Cli;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Nesting;
using AnvilPlan.Formats.Project;
using AnvilPlan.Store;

var root = new RootCommand("Anvil Plan on the command line: the same rules as the application, without a server.")
{
    CalcCommand.Make(), PlanCommand.Make(), NestCommand.Make(), ProjectCommands.List(), ProjectCommands.Export(), ProjectCommands.Import(),
        ProjectCommands.Backup(), ProjectCommands.Restore(), SchemaCommand.Make(),
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
catch (Exception error) when (error is CalculatorException or ProjectFileException or NestFileException or NotFoundException
    or StaleException or UnreadableException or BackupException or InputException)
{
    return Fail(error.Message);
}
catch (Exception error) when (error is IOException or UnauthorizedAccessException)
{
    return Fail(error.Message);
}
catch (Exception error) when (StoreTrouble.Sentence(error) is not null)
{
    return Fail(StoreTrouble.Sentence(error)!);
}

static int Fail(string message)
{
    Console.Error.WriteLine(Shorten.Quotes(message).ReplaceLineEndings(" ").Trim());
    return 2;
}

/// <summary>The command line's entry, named for tests that run it.</summary>
public partial class Program;
