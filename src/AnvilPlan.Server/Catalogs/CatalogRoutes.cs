using AnvilPlan.Core.Catalogs;
using AnvilPlan.Formats.Models;
using AnvilPlan.Formats.Patterns;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Catalogs;

/// <summary>The catalog as the interface needs it.</summary>
public sealed record CatalogView(
    IReadOnlyList<Material> Materials, IReadOnlyList<SheetStock> Sheets, IReadOnlyList<BarStock> Bars, IReadOnlyList<HardwareModel> Hardware,
    IReadOnlyList<string> Threads, IReadOnlyList<CableKind> Cables);

/// <summary>A model library as text.</summary>
public sealed record LibraryText(string Text);

/// <summary>A DXF or CSV file with a hole pattern; unit <c>mm</c> or <c>in</c>, null = as the file says.</summary>
public sealed record PatternText(string Text, string? Unit);

public static class CatalogRoutes
{
    public static void MapCatalog(this IEndpointRouteBuilder routes)
    {
        var catalog = routes.MapGroup("/api/catalog").WithTags("catalog").ProducesProblem(400).ProducesProblem(422);
        catalog.MapGet("/", Read).WithName("readCatalog");
        catalog.MapPost("/models", Add).WithName("addModels");
        catalog.MapGet("/models", (ProjectStore store, CancellationToken cancel) => store.OwnModels(cancel)).WithName("ownModels");
        catalog.MapGet("/models/library.json", Library).WithName("exportModels").Produces<byte[]>(200, "application/json");
        catalog.MapPost("/models/library", ReadLibrary).WithName("importModels");
        catalog.MapGet("/models/{id}/sheet.pdf", Sheet).WithName("checkSheet").Produces<byte[]>(200, "application/pdf").ProducesProblem(404);
        catalog.MapPost("/pattern", (PatternText file) => PatternFile.Read(file.Text, file.Unit)).WithName("readPattern");
    }

    private static async Task<CatalogView> Read(PlanDesk desk, CancellationToken cancel)
    {
        var catalog = (await desk.Bench(cancel)).Catalog;
        return new CatalogView(catalog.Materials, catalog.Sheets, catalog.Bars, catalog.Hardware, [.. catalog.Fasteners.Threads.Where(t => catalog.Fasteners.HasScrews(t.Name)).Select(t => t.Name)], CableKind.Shipped);
    }

    private static async Task<IResult> Sheet(string id, string? paper, PlanDesk desk, CancellationToken cancel)
    {
        var sheet = Paper.Named(paper ?? "a4") ?? throw new FieldException("paper", $"paper is \"{paper}\": it must be a4 or letter.");
        var catalog = (await desk.Bench(cancel)).Catalog;
        return catalog.HasModel(id)
            ? TypedResults.File(TemplatePages.Write(catalog.Model(id), sheet), "application/pdf", id + "-check-sheet.pdf")
            : throw new NotFoundException($"There is no hardware model \"{id}\".");
    }

    private static async Task<IResult> Library(ProjectStore store, CancellationToken cancel) =>
        TypedResults.File(System.Text.Encoding.UTF8.GetBytes(ModelLibrary.Write(await store.OwnModels(cancel))), "application/json", "models.json");

    /// <summary>All models of a library or none.</summary>
    private static async Task<CatalogView> ReadLibrary(LibraryText file, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        await store.SaveModels(ModelLibrary.Read(file.Text), cancel);
        desk.Forget();
        return await Read(desk, cancel);
    }

    private static async Task<CatalogView> Add(IReadOnlyList<HardwareModel> models, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        for (var i = 0; i < models.Count; i++)
        {
            if (ModelCheck.Problem(models[i]) is { } problem)
            {
                throw new FieldException($"[{i}]", problem);
            }
        }

        await store.SaveModels(models, cancel);
        desk.Forget();
        return await Read(desk, cancel);
    }
}
