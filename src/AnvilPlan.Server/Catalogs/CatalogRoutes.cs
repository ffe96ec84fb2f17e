using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Formats.Models;
using AnvilPlan.Formats.Patterns;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Catalogs;

/// <summary>The catalog as the interface needs it.</summary>
/// <param name="Own">Version of each model of the shop's own, by id; the others came with the application and stay as they are.</param>
public sealed record CatalogView(
    IReadOnlyList<Material> Materials, IReadOnlyList<SheetStock> Sheets, IReadOnlyList<BarStock> Bars,
        IReadOnlyList<HardwareModel> Hardware,
    IReadOnlyDictionary<string, int> Own, IReadOnlyList<string> Threads, IReadOnlyList<CableKind> Cables);

/// <summary>What a decision is until the maker takes another.</summary>
/// <param name="Plate">Between a device and holes that it does not meet.</param>
public sealed record UsualDecisions(Feet Feet, Engraved Engraved, Adapter Plate, Tray Tray, TrayFlanges Flanges)
{
    public static UsualDecisions Shipped { get; } = new(Feet.Usual, Engraved.Usual, Adapter.Usual, Tray.Usual, TrayFlanges.Usual);
}

/// <summary>A model library as text.</summary>
/// <param name="Models">See <see cref="Incoming"/>.</param>
public sealed record LibraryText(string Text, string? Models = null);

/// <summary>A DXF or CSV file with a hole pattern; unit <c>mm</c> or <c>in</c>, null = as the file says.</summary>
public sealed record PatternText(string Text, string? Unit);

/// <summary>A list of hardware as makers write one.</summary>
public sealed record HardwareText(string Text);

public static class CatalogRoutes
{
    private const int MostModels = 500;

    public static void MapCatalog(this IEndpointRouteBuilder routes)
    {
        var catalog = routes.MapGroup("/api/catalog").WithTags("catalog").ProducesProblem(400).ProducesProblem(409).ProducesProblem(422);
        catalog.MapGet("/", async (PlanDesk desk, ShopStore shop, CancellationToken cancel) => View(await shop.Content(cancel)))
            .WithName("readCatalog");
        routes.MapGet("/api/usual", () => UsualDecisions.Shipped).WithTags("catalog").WithName("usualDecisions");
        catalog.MapPost("/models", Save).WithName("saveModels");
        catalog.MapDelete("/models/{id}", Retire).WithName("removeModel").ProducesProblem(404);
        catalog.MapGet("/models", async (ShopStore shop, CancellationToken cancel) => Offered(await shop.Content(cancel)))
            .WithName("ownModels");
        catalog.MapGet("/models/library.json", Library).WithName("exportModels").Produces<byte[]>(200, "application/json");
        catalog.MapPost("/models/library", ReadLibrary).WithName("importModels");
        catalog.MapGet("/models/{id}/sheet.pdf", Sheet).WithName("checkSheet").Produces<byte[]>(200, "application/pdf")
            .ProducesProblem(404);
        catalog.MapPost("/list", async (HardwareText list, ShopStore shop, CancellationToken cancel) => Listed(list.Text,
            (await shop.Content(cancel)).Catalog)).WithName("readHardwareList");
        catalog.MapPost("/pattern", (PatternText file) => PatternFile.Read(file.Text, file.Unit)).WithName("readPattern");
    }

    private static IReadOnlyList<HardwareLine> Listed(string text, Catalog catalog) => HardwareList.Read(text, catalog) is var lines
        && lines.Count <= HardwareList.MostLines ? lines : throw new FieldException("text",
            $"text has {lines.Count} lines: it must have {HardwareList.MostLines} at the most.");

    private static CatalogView View(ShopContent shop)
    {
        var catalog = shop.Catalog;
        return new CatalogView(
            catalog.Materials, catalog.Sheets, catalog.Bars, catalog.Hardware, Offered(shop).ToDictionary(m => m.Model.Id, m => m.Version,
                StringComparer.Ordinal),
            [.. catalog.Fasteners.Threads.Where(t => catalog.Fasteners.HasScrews(t.Name)).Select(t => t.Name)], CableKind.Shipped);
    }

    private static IReadOnlyList<OwnModel> Offered(ShopContent shop) => [.. shop.Models.Where(m => !m.Retired)];

    private static async Task<IResult> Sheet(string id, string? paper, PlanDesk desk, CancellationToken cancel)
    {
        var sheet = Paper.Named(paper ?? "a4") ?? throw new FieldException("paper", $"paper is \"{paper}\": it must be {Paper.Names}.");
        var catalog = (await desk.Bench(cancel)).Catalog;
        return catalog.HasModel(id)
            ? TypedResults.File(TemplatePages.Write(catalog.Model(id), sheet), "application/pdf", id + "-check-sheet.pdf")
            : throw new NotFoundException($"There is no hardware model \"{id}\".");
    }

    private static async Task<IResult> Library(ShopStore shop, CancellationToken cancel) =>
        TypedResults.File(System.Text.Encoding.UTF8.GetBytes(ModelLibrary.Write([.. Offered(await shop.Content(cancel))
            .Select(m => m.Model)])), "application/json", "models.json");

    /// <summary>All models of a library or none; none that is here is changed.</summary>
    private static async Task<CatalogView> ReadLibrary(LibraryText file, ShopStore shop, CancellationToken cancel)
    {
        var intake = Incoming.Of(ModelLibrary.Read(file.Text), (await shop.Content(cancel)).Catalog, file.Models);
        await shop.SaveModels([.. intake.Add.Select(m => new ModelChange(m, 0))], cancel);
        return View(await shop.Content(cancel));
    }

    private static async Task<CatalogView> Save(IReadOnlyList<ModelChange> models, ShopStore shop, ProjectStore store,
        CancellationToken cancel)
    {
        if (models.Count is 0 or > MostModels)
        {
            throw new FieldException("", $"The list holds {models.Count} models: it must hold 1 to {MostModels}.");
        }

        for (var i = 0; i < models.Count; i++)
        {
            if (ModelCheck.Problem(models[i].Model) is { } problem)
            {
                throw new FieldException($"[{i}].model", problem);
            }
        }

        if (models.GroupBy(m => m.Model.Id, StringComparer.Ordinal).FirstOrDefault(g => g.Count() > 1) is { } twice)
        {
            throw new FieldException("[].model.id", $"id is \"{twice.Key}\": it is there {twice.Count()} times, each model needs one of "
                + $"its own.");
        }

        await ModelUse.Check([.. models.Select(m => m.Model)], shop, store, cancel);
        await shop.SaveModels(models, cancel);
        return View(await shop.Content(cancel));
    }

    private static async Task<CatalogView> Retire(string id, int version, ShopStore shop, CancellationToken cancel)
    {
        await shop.RetireModel(id, version, cancel);
        return View(await shop.Content(cancel));
    }
}
