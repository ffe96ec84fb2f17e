using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Construction;

/// <summary>A construction system that can be added to a design.</summary>
public sealed record SystemView(string Key, string Name, string About);

public sealed record NewStructure(int ExpectedRevision, string System);

/// <summary>The schools for one corner of a wrap, with the chosen one and what plan B would change.</summary>
public sealed record CornerView(WrapCorner Corner, IReadOnlyList<CornerOption> Options, Consequences? PlanB);

/// <param name="LevelB">Null to turn the first half round.</param>
public sealed record LevelChoice(int ExpectedRevision, string LevelA, string? LevelB);

/// <summary>Structures of a design: adding them, the schools of a corner, the order of levels.</summary>
public static class ConstructionRoutes
{
    public static void MapConstruction(this IEndpointRouteBuilder routes)
    {
        routes.MapGroup("/api/systems").WithTags("construction").MapGet("/", () => ConstructionSystems.Shipped.Where(s => s.Decision is not null).Select(s => new SystemView(s.Key, s.Name, s.About))).WithName("systems");
        var project = routes.MapGroup("/api/projects/{id:guid}").WithTags("construction").ProducesProblem(400).ProducesProblem(404).ProducesProblem(409).ProducesProblem(422);
        project.MapPost("/structures", Add).WithName("addStructure");
        project.MapGet("/structures/{structure}/corners", Corners).WithName("corners");
        project.MapGet("/levels", Levels).WithName("levelMoves");
        project.MapPost("/levels", MoveLevel).WithName("moveLevel");
    }

    private static Task<ProjectView> Add(Guid id, NewStructure wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        ProjectRoutes.Save(id, wanted.ExpectedRevision, "Add a structure", (before, bench) =>
            (bench.Catalog.Systems.FirstOrDefault(s => s.Key == wanted.System && s.Decision is not null)
                ?? throw new FieldException("system", $"system is \"{wanted.System}\": it must be one of {string.Join(", ", bench.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key))}."))
            .Begin(before.Design, bench.Catalog)!, store, desk, cancel);

    private static async Task<IReadOnlyList<CornerView>> Corners(Guid id, string structure, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var wrap = project.Design.Structures.OfType<BentWrap>().FirstOrDefault(w => w.Id == structure) ?? throw new NotFoundException($"There is no wrap \"{structure}\" in this project.");
        var now = desk.Plan(project, bench);
        Consequences? Effect(WrapCorner corner)
        {
            var other = corner.PlanB is { } method ? BentWrapSystem.Changed(project.Design, wrap, corner, c => c with { Method = method }) : null;
            return other is null || DesignCheck.Problems(other, bench.Catalog).Count > 0 ? null : Consequences.Between(now, Planner.Plan(other, bench.Catalog, bench.Shop, project.AsBuilt));
        }

        return [.. wrap.Corners.Select(c => new CornerView(c, CornerSchools.Compare(c, wrap, project.Design, bench.Catalog, bench.Shop), Effect(c)))];
    }

    private static async Task<IReadOnlyList<LevelMove>> Levels(Guid id, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        LevelMoves.All((await store.Open(id, cancel)).Design, (await desk.Bench(cancel)).Catalog);

    private static Task<ProjectView> MoveLevel(Guid id, LevelChoice choice, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        ProjectRoutes.Save(id, choice.ExpectedRevision, choice.LevelB is null ? "Turn a level" : "Swap two levels", (before, bench) =>
        {
            foreach (var (field, level) in ((string, string?)[])[("levelA", choice.LevelA), ("levelB", choice.LevelB)])
            {
                if (level is not null && LevelFrameSystem.Levels(before.Design).All(t => t.Id != level))
                {
                    throw new FieldException(field, $"{field} is \"{level}\": the frame has no such level.");
                }
            }

            return choice.LevelB is { } other ? LevelMoves.Swap(before.Design, choice.LevelA, other) : LevelMoves.Turn(before.Design, choice.LevelA, bench.Catalog);
        }, store, desk, cancel);
}
