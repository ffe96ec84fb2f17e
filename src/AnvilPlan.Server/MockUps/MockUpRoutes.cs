using AnvilPlan.Core.MockUps;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.MockUps;

/// <summary>One piece of card to cut, mm.</summary>
public sealed record CardPiece(string Id, string Name, double LengthMm, double WidthMm, int Folds, int Openings);

/// <param name="CardDm2">All pieces together.</param>
public sealed record MockUpView(double CardMm, double TabMm, double CardDm2, IReadOnlyList<CardPiece> Pieces,
    IReadOnlyList<MockUpLine> Lines);

public sealed record MockUpMeasured(int ExpectedRevision, IReadOnlyList<MockUpReading> Readings);

/// <summary>The cardboard mock-up: cut list, true-scale sheets, and what was measured on it.</summary>
public static class MockUpRoutes
{
    public static void MapMockUps(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/api/projects/{id:guid}").WithTags("mock-up").ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(409).ProducesProblem(422);
        group.MapGet("/mock-up", Read).WithName("mockUp");
        group.MapGet("/mock-up.pdf", Sheets).WithName("mockUpSheets").Produces<byte[]>(200, "application/pdf");
        group.MapPost("/mock-up/preview", Preview).WithName("previewMockUp");
        group.MapPost("/mock-up/take", (Guid id, MockUpMeasured measured, Editing editing, CancellationToken cancel) => editing.Save(
            id, measured.ExpectedRevision, "As measured on the mock-up", (before, bench) =>
                Applied(before.Design, bench, measured), cancel)).WithName("takeMockUp");
    }

    private static async Task<MockUpView> Read(Guid id, double? cardMm, double? tabMm, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var mockUp = Of(desk.Plan(project, bench), cardMm, tabMm);
        return new MockUpView(
            mockUp.CardMm, mockUp.TabMm, mockUp.CardDm2,
            [.. mockUp.Parts.Select(p => new CardPiece(p.Id, p.Name, p.LengthMm, p.WidthMm, p.Features.Count(f => f.For == "fold"),
                p.Features.Count(f => f.For != "fold")))],
            MockUpSheet.Lines(project.Design, bench.Catalog));
    }

    private static async Task<IResult> Sheets(Guid id, double? cardMm, double? tabMm, string? paper, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var sheet = Paper.Named(paper ?? "a4") ?? throw new FieldException("paper", $"paper is \"{paper}\": it must be {Paper.Names}.");
        var plan = desk.Plan(await store.Open(id, cancel), await desk.Bench(cancel));
        return TypedResults.File(TemplatePages.Write(plan.Name + ", mock-up", Of(plan, cardMm, tabMm).Parts, sheet), "application/pdf",
            "mock-up.pdf");
    }

    private static async Task<Consequences> Preview(Guid id, MockUpMeasured measured, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var design = Applied(project.Design, bench, measured);
        PlanDesk.Check(design, bench);
        return Consequences.Between(desk.Plan(project, bench), desk.Plan(design, project.AsBuilt, bench));
    }

    private static Core.Designs.Design Applied(Core.Designs.Design design, Bench bench, MockUpMeasured measured)
    {
        try
        {
            return MockUpSheet.Apply(design, bench.Catalog, measured.Readings);
        }
        catch (MockUpException error)
        {
            throw new FieldException(error.Key, error.Message);
        }
    }

    private static MockUp Of(BuildPlan plan, double? cardMm, double? tabMm)
    {
        var (card, tab) = (cardMm ?? 3, tabMm ?? 20);
        if (!double.IsFinite(card) || card is < 0.3 or > 15)
        {
            throw new FieldException("cardMm", $"cardMm is {card}: it must lie between 0.3 and 15 mm.");
        }

        return double.IsFinite(tab) && tab is >= 5 and <= 100 ? MockUp.Of(plan, card, tab)
            : throw new FieldException("tabMm", $"tabMm is {tab}: it must lie between 5 and 100 mm.");
    }
}
