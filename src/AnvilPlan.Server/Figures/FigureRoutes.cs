using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Figures;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Figures;

/// <summary>A number of the project; <paramref name="Settable"/> when a result can be put in its place.</summary>
public sealed record FigureLine(string Id, string Name, string Group, string Unit, double Value, bool Settable);

public sealed record FigureChoice(int ExpectedRevision, string Id, double Value);

/// <summary>Values for sums from the open project, and results back into it.</summary>
public static class FigureRoutes
{
    public static void MapFigures(this IEndpointRouteBuilder routes)
    {
        var project = routes.MapGroup("/api/projects/{id:guid}/figures").WithTags("calc").ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(409).ProducesProblem(422);
        project.MapGet("/", List).WithName("figures");
        project.MapPost("/preview", Preview).WithName("previewFigure");
        project.MapPost("/", (Guid id, FigureChoice choice, Editing editing, CancellationToken cancel) => editing.Save(
            id, choice.ExpectedRevision, (before, bench) => Put(before.Design, before.Plan, choice, bench), cancel))
                .WithName("putFigure");
    }

    private static async Task<IReadOnlyList<FigureLine>> List(Guid id, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        return [.. ProjectFigures.Of(project.Design, desk.Plan(project, bench), bench.Catalog, bench.Shop)
            .Select(f => new FigureLine(f.Id, f.Name, f.Group, f.Unit, f.Value, f.Put is not null))];
    }

    private static async Task<Consequences> Preview(Guid id, FigureChoice choice, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var now = desk.Plan(project, bench);
        var (_, design) = Put(project.Design, now, choice, bench);
        PlanDesk.Check(design, bench);
        return Consequences.Between(now, desk.Plan(design, project.AsBuilt, bench));
    }

    private static (string Label, Design Design) Put(Design design, BuildPlan plan, FigureChoice choice, Bench bench)
    {
        var figure = ProjectFigures.Of(design, plan, bench.Catalog, bench.Shop).FirstOrDefault(f => f.Id == choice.Id)
            ?? throw new FieldException("id", $"id is \"{choice.Id}\": the project has no such figure.");
        if (figure.Put is null)
        {
            throw new FieldException("id", $"id is \"{choice.Id}\": {figure.Name} follows from other decisions and is not set by itself.");
        }

        return double.IsFinite(choice.Value) && choice.Value >= figure.Range.Least && choice.Value <= figure.Range.Most
            ? ($"Set {figure.Name}", figure.Put(design, choice.Value))
            : throw new FieldException("value", $"value is {choice.Value}: {figure.Name} must lie between {figure.Range.Least} and "
                + $"{figure.Range.Most} {figure.Unit}.");
    }
}
