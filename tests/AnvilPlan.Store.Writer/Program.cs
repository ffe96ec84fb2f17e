using AnvilPlan.Store;

// Saves revision after revision and prints each number once it is saved: a process for tests to kill.
var store = StoreSetup.OpenFile(args[0]).Projects;
var id = Guid.Parse(args[1]);
var project = await store.Open(id, CancellationToken.None);
while (project.Revision < 5000)
{
    project = await store.Save(id, project.Revision, project.Design with { Name = "edit " + (project.Revision + 1) }, "edit",
        CancellationToken.None);
    Console.Out.WriteLine(project.Revision);
    Console.Out.Flush();
}

namespace Writer
{
    /// <summary>Names this assembly.</summary>
    public static class Marker;
}
