using AnvilPlan.Core.Planning;
using AnvilPlan.Formats.Project;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>Fills an empty database with the demo projects of a folder.</summary>
public static class DemoProjects
{
    /// <param name="folder">Folder of project files; null = none wanted.</param>
    public static async Task Seed(ProjectStore store, string? folder, CancellationToken cancel)
    {
        if (folder is null || (await store.List(cancel)).Count > 0)
        {
            return;
        }

        foreach (var path in Directory.EnumerateFiles(folder, "*.json").Order(StringComparer.Ordinal))
        {
            var file = ProjectJson.Read(await File.ReadAllBytesAsync(path, cancel), Shipped.Catalog);
            await store.Create(file.Design, file.AsBuilt, "Demo", [], cancel);
        }
    }
}
