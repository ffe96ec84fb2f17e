using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Construction.LevelFrames;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Construction;

/// <summary>A construction system that can be added to a design.</summary>
/// <param name="Asks">Its decisions, as they are asked for.</param>
public sealed record SystemView(string Key, string Name, string About, IReadOnlyList<Ask> Asks);

public sealed record NewStructure(int ExpectedRevision, string System);

/// <summary>The schools for one corner of a wrap, with the chosen one and what plan B would change.</summary>
public sealed record CornerView(WrapCorner Corner, IReadOnlyList<CornerOption> Options, Consequences? PlanB);

/// <param name="Effect">What taking it would change; null when it cannot be taken.</param>
public sealed record EdgeCorner(CornerOption Option, Consequences? Effect);

public sealed record CornerChoice(int ExpectedRevision, CornerMethod Method, double RadiusMm);

/// <param name="LevelB">Null to turn the first half round.</param>
public sealed record LevelChoice(int ExpectedRevision, string LevelA, string? LevelB);

/// <summary>Structures of a design: adding them, the schools of a corner, the order of levels.</summary>
public static class ConstructionRoutes
{
    public static void MapConstruction(this IEndpointRouteBuilder routes)
    {
        routes.MapGroup("/api/systems").WithTags("construction").MapGet("/", () => Shipped.Systems.Where(s => s.Decision is not null)
            .Select(s => new SystemView(s.Key, s.Name, s.About, s.Asks))).WithName("systems");
        var project = routes.MapGroup("/api/projects/{id:guid}").WithTags("construction").ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(409).ProducesProblem(422);
        project.MapPost("/structures", Add).WithName("addStructure");
        project.MapDelete("/structures/{structure}", Remove).WithName("removeStructure");
        project.MapGet("/structures/{structure}/corners", Corners).WithName("corners");
        project.MapGet("/edges/{edge}/corners", EdgeCorners).WithName("edgeCorners");
        project.MapPost("/edges/{edge}/corner", TakeCorner).WithName("takeCorner");
        project.MapGet("/levels", Levels).WithName("levelMoves");
        project.MapPost("/levels", MoveLevel).WithName("moveLevel");
    }

    private static Task<ProjectView> Add(Guid id, NewStructure wanted, Editing editing, CancellationToken cancel) =>
        editing.Save(id, wanted.ExpectedRevision, "Add a structure", (before, bench) =>
            (bench.Catalog.Systems.FirstOrDefault(s => s.Key == wanted.System && s.Decision is not null)
                ?? throw new FieldException("system", $"system is \"{wanted.System}\": it must be one of "
                    + $"{string.Join(", ", bench.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key))}."))
            .Begin(before.Design, bench.Catalog)!, cancel);

    private static async Task<ProjectView> Remove(Guid id, string structure, int expectedRevision, ProjectStore store, PlanDesk desk,
        Editing editing, CancellationToken cancel)
    {
        var now = await store.Open(id, cancel);
        if (now.Design.Structures.All(s => s.Id != structure))
        {
            throw new NotFoundException($"There is no structure \"{structure}\" in this project.");
        }

        Design? without = null, with = now.Design;
        // back along the line that led here, past what was undone
        var parents = (await store.History(id, cancel)).ToDictionary(h => h.Number, h => h.Parent);
        for (var at = parents.GetValueOrDefault(now.Revision); at is { } number && without is null; at = parents.GetValueOrDefault(number))
        {
            var earlier = (await store.At(id, number, cancel)).Design;
            if (earlier.Structures.All(s => s.Id != structure))
            {
                without = earlier;
            }
            else
            {
                with = earlier;
            }
        }

        return await editing.Save(id, expectedRevision, "Take out a structure", (before, _) => StructureRemoval.From(before.Design,
            structure, without, with), cancel);
    }

    private static async Task<IReadOnlyList<CornerView>> Corners(Guid id, string structure, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var wrap = project.Design.Structures.OfType<BentWrap>().FirstOrDefault(w => w.Id == structure)
            ?? throw new NotFoundException($"There is no wrap \"{structure}\" in this project.");
        var now = desk.Plan(project, bench);
        Consequences? Effect(WrapCorner corner)
        {
            var other = corner.PlanB is { } method ? BentWrapSystem.Changed(project.Design, wrap, corner, c => c with { Method = method })
                : null;
            return other is null || DesignCheck.Problems(other, bench.Catalog).Count > 0 ? null
                : Consequences.Between(now, desk.Plan(other, project.AsBuilt, bench));
        }

        return [.. wrap.Corners.Select(c => new CornerView(c, CornerSchools.Compare(c, wrap, project.Design, bench.Catalog, bench.Shop),
            Effect(c)))];
    }

    /// <summary>The schools for an edge of the box that no wrap turns yet, each with what taking it would change.</summary>
    private static async Task<IReadOnlyList<EdgeCorner>> EdgeCorners(Guid id, string edge, double radiusMm, ProjectStore store,
        PlanDesk desk, CancellationToken cancel)
    {
        Held(radiusMm);
        var at = Words.Read<EdgeId>("edge", edge);
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var now = desk.Plan(project, bench);
        return
        [
            .. BentWrapSystem.Compare(project.Design, bench.Catalog, bench.Shop, at, radiusMm).Select(option =>
            {
                var changed = option.Possible ? BentWrapSystem.Turned(project.Design, bench.Catalog, at, option.Method, radiusMm) : null;
                return new EdgeCorner(option, changed is null || DesignCheck.Problems(changed, bench.Catalog).Count > 0 ? null
                    : Consequences.Between(now, desk.Plan(changed, project.AsBuilt, bench)));
            }),
        ];
    }

    private static Task<ProjectView> TakeCorner(Guid id, string edge, CornerChoice choice, Editing editing, CancellationToken cancel) =>
        editing.Save(id, choice.ExpectedRevision, "Turn a corner", (before, bench) =>
        {
            Held(choice.RadiusMm);
            return BentWrapSystem.Turned(before.Design, bench.Catalog, Words.Read<EdgeId>("edge", edge), choice.Method, choice.RadiusMm)
                ?? throw new FieldException("edge", $"edge is \"{edge}\": the wrap of this project runs round another axis or holds four "
                    + $"faces already, or a face is not of wood.");
        }, cancel);

    private static void Held(double radiusMm)
    {
        if (!double.IsFinite(radiusMm) || radiusMm is < 1 or > 400)
        {
            throw new FieldException("radiusMm", $"radiusMm is {radiusMm}: it must lie between 1 and 400 mm.");
        }
    }

    private static async Task<IReadOnlyList<LevelMove>> Levels(Guid id, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        LevelMoves.All((await store.Open(id, cancel)).Design, (await desk.Bench(cancel)).Catalog);

    private static Task<ProjectView> MoveLevel(Guid id, LevelChoice choice, Editing editing, CancellationToken cancel) =>
        editing.Save(id, choice.ExpectedRevision, choice.LevelB is null ? "Turn a level" : "Swap two levels", (before, bench) =>
        {
            foreach (var (field, level) in ((string, string?)[])[("levelA", choice.LevelA), ("levelB", choice.LevelB)])
            {
                if (level is not null && LevelFrameSystem.Levels(before.Design).All(t => t.Id != level))
                {
                    throw new FieldException(field, $"{field} is \"{level}\": the frame has no such level.");
                }
            }

            return choice.LevelB is { } other ? LevelMoves.Swap(before.Design, choice.LevelA, other)
                : LevelMoves.Turn(before.Design, choice.LevelA, bench.Catalog);
        }, cancel);
}
