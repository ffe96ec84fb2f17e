using System.CommandLine;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Cli;

/// <summary><c>schema</c>: the JSON Schema of project files.</summary>
internal static class SchemaCommand
{
    public static Command Make()
    {
        var command = new Command("schema", "Print the JSON Schema of project files");
        command.SetAction(_ => Console.Out.Write(ProjectJson.Schema()));
        return command;
    }
}
