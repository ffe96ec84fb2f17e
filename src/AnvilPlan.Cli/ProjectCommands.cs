using System.CommandLine;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Formats.Project;
using AnvilPlan.Store;

namespace AnvilPlan.Cli;

/// <summary><c>projects</c>, <c>export PROJECT-ID FILE</c>, <c>import FILE</c>, all with <c>--data DB</c>.</summary>
internal static class ProjectCommands
{
    public static Command List()
    {
        var data = Data();
        var command = new Command("projects", "Name the projects of a database") { data };
        command.SetAction(async (parsed, cancel) =>
        {
            foreach (var line in await Open(parsed.GetValue(data)!).List(cancel))
            {
                Console.Out.WriteLine($"{line.Id}  revision {line.Revision}  {line.Name}");
            }
        });
        return command;
    }

    public static Command Export()
    {
        var data = Data();
        var id = new Argument<string>("project") { Description = "Id of the project" };
        var file = new Argument<string>("file") { Description = "File to write, - for standard output" };
        var command = new Command("export", "Write a project to a file") { id, file, data };
        command.SetAction(async (parsed, cancel) =>
        {
            if (!Guid.TryParse(parsed.GetValue(id), out var guid))
            {
                throw new InputException($"project is \"{parsed.GetValue(id)}\": it must be an id as `projects` prints it.");
            }

            var store = Open(parsed.GetValue(data)!);
            var project = await store.Open(guid, cancel);
            var text = ProjectJson.Write(ProjectFile.Of(project.Design, project.AsBuilt, await store.OwnModels(cancel)));
            if (parsed.GetValue(file) == "-")
            {
                Console.Out.Write(text);
            }
            else
            {
                await File.WriteAllTextAsync(parsed.GetValue(file)!, text, cancel);
            }
        });
        return command;
    }

    public static Command Import()
    {
        var data = Data();
        var file = new Argument<string>("file") { Description = "Project file, - for standard input" };
        var command = new Command("import", "Read a project file into a database") { file, data };
        command.SetAction(async (parsed, cancel) =>
        {
            var project = ProjectJson.Read(Input.Text(parsed.GetValue(file)!), Catalog.Shipped);
            var store = OpenOrMake(parsed.GetValue(data)!);
            if (project.Models.Count > 0)
            {
                await store.SaveModels(project.Models, cancel);
            }

            var created = await store.Create(project.Design, project.AsBuilt, "Imported", cancel);
            Console.Out.WriteLine(created.Id);
        });
        return command;
    }

    private static Option<string> Data() => new("--data") { Description = "Database file", DefaultValueFactory = _ => "anvil-plan.db" };

    private static ProjectStore Open(string file) => File.Exists(file) ? StoreSetup.OpenFile(file) : throw new InputException($"{file}: there is no such database; name one with --data.");

    private static ProjectStore OpenOrMake(string file) => StoreSetup.OpenFile(file);
}
