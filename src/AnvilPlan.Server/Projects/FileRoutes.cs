using System.IO.Compression;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Formats.Packet;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Project;
using AnvilPlan.Server.Catalogs;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>A file that can be downloaded.</summary>
public sealed record FileLine(string Name, string What, string MediaType);

/// <summary>Everything that leaves a project as a file, and project files coming in.</summary>
public static class FileRoutes
{
    public static void MapProjectFiles(this IEndpointRouteBuilder routes)
    {
        var files = routes.MapGroup("/api/projects").WithTags("files").ProducesProblem(404).ProducesProblem(422);
        files.MapGet("/{id:guid}/files", List).WithName("listFiles");
        files.MapGet("/{id:guid}/files/{name}", Download).WithName("downloadFile").Produces<byte[]>(200, "application/octet-stream");
        files.MapGet("/{id:guid}/everything.zip", Zip).WithName("downloadAll").Produces<byte[]>(200, "application/zip");
        files.MapGet("/{id:guid}/project.json", Export).WithName("exportProject").Produces<byte[]>(200, "application/json");
        files.MapPost("/import", Import).WithName("importProject").ProducesProblem(409).Accepts<byte[]>("application/json");
    }

    private static async Task<IReadOnlyList<FileLine>> List(Guid id, string? paper, ProjectStore store, PlanDesk desk,
        CancellationToken cancel) =>
        [.. (await Files(id, paper, store, desk, cancel)).Select(f => new FileLine(f.Name, f.What, f.MediaType))];

    private static async Task<IResult> Download(Guid id, string name, string? paper, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var file = (await Files(id, paper, store, desk, cancel)).FirstOrDefault(f => f.Name == name)
            ?? throw new NotFoundException($"The plan has no file \"{name}\".");
        return TypedResults.File(file.Write(), file.MediaType, file.Name);
    }

    private static async Task<IResult> Zip(Guid id, string? paper, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var files = await Files(id, paper, store, desk, cancel);
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var file in files.Interruptible())
            {
                await using var entry = await zip.CreateEntry(file.Name).OpenAsync(cancel);
                await entry.WriteAsync(file.Write(), cancel);
            }
        }

        return TypedResults.File(stream.ToArray(), "application/zip", "everything.zip");
    }

    private static async Task<IResult> Export(Guid id, ProjectStore store, ShopStore shop, CancellationToken cancel)
    {
        var project = await store.Open(id, cancel);
        var file = ProjectFile.Of(project.Design, project.AsBuilt, (await shop.Content(cancel)).Models.Select(m => m.Model));
        return TypedResults.File(System.Text.Encoding.UTF8.GetBytes(ProjectJson.Write(file)), "application/json", "project.json");
    }

    /// <summary>A project file comes in as a project of its own; no other is changed by it.</summary>
    /// <param name="models">See <see cref="Incoming"/>.</param>
    private static async Task<ProjectView> Import(HttpRequest request, string? models, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, cancel);
        var bench = await desk.Bench(cancel);
        var file = ProjectJson.Read(body.ToArray(), bench.Catalog);
        var intake = Incoming.Of(file.Models, bench.Catalog, models);
        var design = intake.Of(file.Design);
        var plan = desk.Plan(design, file.AsBuilt, bench.And(intake.Add));
        return ProjectView.Of(await store.Create(design, file.AsBuilt, "Imported", intake.Add, cancel), plan);
    }

    private static async Task<IReadOnlyList<PlanFile>> Files(Guid id, string? paper, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var sheet = Paper.Named(paper ?? "a4") ?? throw new FieldException("paper", $"paper is \"{paper}\": it must be {Paper.Names}.");
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        return PlanFiles.Of(project.Design, desk.Plan(project, bench), bench.Shop, sheet);
    }
}
