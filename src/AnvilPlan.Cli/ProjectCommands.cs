using System.CommandLine;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Planning;
using AnvilPlan.Formats.Project;
using AnvilPlan.Store;

namespace AnvilPlan.Cli;

/// <summary>
/// <c>projects</c>, <c>export PROJECT-ID FILE</c>, <c>import FILE</c>, <c>backup FILE</c>, <c>restore FILE</c>, all with <c>--data DB</c>.
/// </summary>
internal static class ProjectCommands
{
    public static Command List()
    {
        var data = Data();
        var command = new Command("projects", "Name the projects of a database") { data };
        command.SetAction(async (parsed, cancel) =>
        {
            foreach (var line in await Open(parsed.GetValue(data)!).Projects.List(cancel))
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

            var stores = Open(parsed.GetValue(data)!);
            var project = await stores.Projects.Open(guid, cancel);
            var text = ProjectJson.Write(ProjectFile.Of(project.Design, project.AsBuilt, (await stores.Shop.Content(cancel))
                .Models.Select(m => m.Model)));
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
        var models = new Option<string>("--models")
        {
            Description = "What is done with models that differ from those of the shop: both "
            + "(they come in under ids of their own) or ours",
            DefaultValueFactory = _ => "both"
        };
        var command = new Command("import", "Read a project file into a database") { file, data, models };
        command.SetAction(async (parsed, cancel) =>
        {
            var choice = parsed.GetValue(models) switch
            {
                "both" => ModelChoice.Both,
                "ours" => ModelChoice.Ours,
                var other => throw new InputException($"--models is \"{other}\": it must be both or ours."),
            };
            var text = Input.Bytes(parsed.GetValue(file)!);
            // read once before the database is touched: a wrong file makes none
            ProjectJson.Read(text, Shipped.Catalog);
            var stores = StoreSetup.OpenFile(parsed.GetValue(data)!);
            var shop = await stores.Shop.Content(cancel);
            var project = ProjectJson.Read(text, shop.Catalog);
            var intake = ModelIntake.Of(project.Models, shop.Catalog, choice);
            var design = intake.Of(project.Design);
            var catalog = shop.Catalog.With(intake.Add);
            if (DesignCheck.Problems(design, catalog) is [var problem, ..])
            {
                throw new ProjectFileException("design." + problem.Path, problem.Message);
            }

            // planned before it is stored: what cannot be planned could not be opened
            if (PlanLimit.Usual.Plan(design, catalog, shop.Shop, project.AsBuilt) is null)
            {
                throw new InputException($"the design is too heavy: its plan was not done after {PlanLimit.Usual.Seconds} s; nothing was "
                    + $"brought in.");
            }

            var created = await stores.Projects.Create(design, project.AsBuilt, "Imported", intake.Add, cancel);
            Console.Out.WriteLine(created.Id);
            foreach (var differs in intake.Differs)
            {
                Console.Error.WriteLine(choice == ModelChoice.Ours
                    ? $"{differs.Id}: the shop's own is used; it differs in {string.Join(", ", differs.Fields.Select(f => f.Field))}."
                    : $"{differs.Id}: it differs from the shop's in {string.Join(", ", differs.Fields.Select(f => f.Field))} and came in "
                        + $"as {intake.Names[differs.Id]}.");
            }
        });
        return command;
    }

    public static Command Backup()
    {
        var data = Data();
        var file = new Argument<string>("file") { Description = "File to write" };
        var command = new Command("backup", "Write the whole shop to one file, also while the application runs") { file, data };
        command.SetAction(parsed =>
        {
            Open(parsed.GetValue(data)!).Backup.Write(parsed.GetValue(file)!);
            Console.Out.WriteLine($"The shop is in {parsed.GetValue(file)}.");
        });
        return command;
    }

    public static Command Restore()
    {
        var data = Data();
        var file = new Argument<string>("file") { Description = "A backup" };
        var command = new Command("restore", "Replace the whole shop with what a backup holds; what was there is kept beside the database")
        { file, data };
        command.SetAction(parsed =>
        {
            var path = parsed.GetValue(file)!;
            if (!File.Exists(path))
            {
                throw new InputException($"{path}: there is no such file.");
            }

            var restored = StoreSetup.OpenFile(parsed.GetValue(data)!).Backup.Restore(path, path);
            Console.Out.WriteLine($"{restored.Projects} {(restored.Projects == 1 ? "project" : "projects")} and {restored.Models} own "
                + $"{(restored.Models == 1 ? "model" : "models")} "
                + $"restored{(restored.KeptIn is { } kept ? $"; the shop as it was before is in {kept}" : "")}.");
        });
        return command;
    }

    private static Option<string> Data() => new("--data") { Description = "Database file", DefaultValueFactory = _ => "anvil-plan.db" };

    private static Stores Open(string file) => File.Exists(file) ? StoreSetup.OpenFile(file)
        : throw new InputException($"{file}: there is no such database; name one with --data.");
}
