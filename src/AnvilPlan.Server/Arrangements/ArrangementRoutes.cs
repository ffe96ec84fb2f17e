using AnvilPlan.Core.Planning;
using AnvilPlan.Search.Shells;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Arrangements;

/// <param name="Seconds">1 to 120.</param>
public sealed record ArrangementWish(IReadOnlyList<SearchGoal> Goals, double Seconds);

public sealed record ArrangementChoice(int ExpectedRevision, int Index);

/// <summary>Searching for the smallest shells, and the pockets that are left.</summary>
public static class ArrangementRoutes
{
    public static void MapArrangements(this IEndpointRouteBuilder routes)
    {
        var group = routes.MapGroup("/api/projects/{id:guid}").WithTags("arrangements").ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(409).ProducesProblem(422);
        group.MapPost("/arrangements", Start).WithName("startArrangement");
        group.MapGet("/arrangements/{search:guid}", (Guid id, Guid search, ArrangementDesk desk) => desk.State(search))
            .WithName("arrangementState");
        group.MapDelete("/arrangements/{search:guid}", (Guid id, Guid search, ArrangementDesk desk) => desk.Cancel(search))
            .WithName("stopArrangement");
        group.MapPost("/arrangements/{search:guid}/take", Take).WithName("takeArrangement");
        group.MapGet("/pockets", Pockets).WithName("pockets");
    }

    private static async Task<ArrangementState> Start(Guid id, ArrangementWish wish, ArrangementDesk searches, ProjectStore store,
        PlanDesk desk, CancellationToken cancel)
    {
        if (!double.IsFinite(wish.Seconds) || wish.Seconds is < 1 or > 120)
        {
            throw new FieldException("seconds", $"seconds is {wish.Seconds}: it must lie between 1 and 120.");
        }

        if (wish.Goals.Count is 0 or > 5)
        {
            throw new FieldException("goals", $"goals holds {wish.Goals.Count} entries: 1 to 5.");
        }

        var project = await store.Open(id, cancel);
        return project.Design.Devices.Count > 0
            ? searches.Start(project, await desk.Bench(cancel), [.. wish.Goals.Distinct()], wish.Seconds)
            : throw new FieldException("devices", "devices is empty: there is nothing to arrange yet.");
    }

    private static Task<ProjectView> Take(Guid id, Guid search, ArrangementChoice choice, ArrangementDesk searches, Editing editing,
        CancellationToken cancel)
    {
        var state = searches.State(search);
        return state.ProjectId == id
            ? editing.Save(id, choice.ExpectedRevision, "Take a shell that was found", (before, _) => before.Revision == state.Revision
                ? searches.Found(search, choice.Index)
                : throw new RevisionConflictException(state.Revision, before.Revision, null), cancel)
            : throw new NotFoundException($"There is no search {search} in this project.");
    }

    private static async Task<IReadOnlyList<FreePocket>> Pockets(Guid id, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        return FreePockets.Of(desk.Plan(await store.Open(id, cancel), bench), bench.Catalog, bench.Shop.Fits.BodyMm);
    }
}
