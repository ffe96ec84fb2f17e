using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Planning;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>Projects: list, open, edit, undo, history, chains, remedies.</summary>
public static class ProjectRoutes
{
    public static void MapProjects(this IEndpointRouteBuilder routes)
    {
        var projects = routes.MapGroup("/api/projects").WithTags("projects").ProducesProblem(400).ProducesProblem(404).ProducesProblem(409).ProducesProblem(422);
        projects.MapGet("/", (ProjectStore store, CancellationToken cancel) => store.List(cancel)).WithName("listProjects");
        projects.MapPost("/", Create).WithName("createProject");
        projects.MapGet("/{id:guid}", Open).WithName("openProject");
        projects.MapPut("/{id:guid}/design", Edit).WithName("editDesign");
        projects.MapPost("/{id:guid}/undo", (Guid id, RevisionMove move, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
            Moved(id, store.Undo, move, store, desk, cancel)).WithName("undo");
        projects.MapPost("/{id:guid}/redo", (Guid id, RevisionMove move, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
            Moved(id, store.Redo, move, store, desk, cancel)).WithName("redo");
        projects.MapPost("/{id:guid}/revision", (Guid id, RevisionMove move, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
            Moved(id, (i, e, c) => store.GoTo(i, e, move.Number ?? throw new FieldException("number", "number is missing: it must be a revision of the history."), c), move, store, desk, cancel)).WithName("goToRevision");
        projects.MapGet("/{id:guid}/history", (Guid id, ProjectStore store, CancellationToken cancel) => store.History(id, cancel)).WithName("history");
        projects.MapGet("/{id:guid}/since/{revision:int}", Since).WithName("since");
        projects.MapPost("/{id:guid}/devices", AddDevice).WithName("addDevice");
        projects.MapPost("/{id:guid}/devices/deck", MoveDevice).WithName("moveDevice");
        projects.MapPost("/{id:guid}/chain", SetLayer).WithName("setLayer");
        projects.MapPost("/{id:guid}/remedies/preview", Preview).WithName("previewRemedy");
        projects.MapPost("/{id:guid}/remedies/apply", Apply).WithName("applyRemedy");
    }

    private static async Task<ProjectView> Create(NewProject wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var design = StartingDesign.Named(wanted.Name.Trim());
        PlanDesk.Check(design, bench);
        var project = await store.Create(design, AsBuilt.Nothing, "New project", cancel);
        return ProjectView.Of(project, desk.Plan(project, bench));
    }

    private static async Task<ProjectView> Open(Guid id, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var project = await store.Open(id, cancel);
        return ProjectView.Of(project, desk.Plan(project, await desk.Bench(cancel)));
    }

    /// <summary>What the current revision has that an earlier one had not, and the other way round.</summary>
    private static async Task<Consequences> Since(Guid id, int revision, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        return Consequences.Between(desk.Plan(await store.At(id, revision, cancel), bench), desk.Plan(await store.Open(id, cancel), bench));
    }

    private static Task<ProjectView> Edit(Guid id, DesignEdit edit, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        Save(id, edit.ExpectedRevision, edit.Label, (_, _) => edit.Design, store, desk, cancel);

    private static Task<ProjectView> SetLayer(Guid id, ChainChange change, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        Save(id, change.ExpectedRevision, "Change a layer", (before, bench) =>
        {
            var chain = before.Plan.Chains.FirstOrDefault(c => c.Id == change.ChainId)
                ?? throw new FieldException("chainId", $"chainId is \"{change.ChainId}\": the plan has no such chain.");
            return ChainEdit.Set(before.Design, bench.Catalog, chain, change.Layer, change.ThicknessMm, change.Policy);
        }, store, desk, cancel);

    private static Task<ProjectView> AddDevice(Guid id, NewDevice wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        Save(id, wanted.ExpectedRevision, "Add a device", (before, bench) =>
        {
            if (!bench.Catalog.HasModel(wanted.ModelId))
            {
                throw new FieldException("modelId", $"modelId is \"{wanted.ModelId}\": the catalog has no such hardware model.");
            }

            return Placed(DevicePlacing.Add(before.Design, bench.Catalog, bench.Shop, wanted.ModelId, Known(before.Design, wanted.DeckId)));
        }, store, desk, cancel);

    private static Task<ProjectView> MoveDevice(Guid id, DeckChoice wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        Save(id, wanted.ExpectedRevision, "Move to another deck", (before, bench) => before.Design.Devices.Any(d => d.Id == wanted.DeviceId)
            ? Placed(DevicePlacing.Move(before.Design, bench.Catalog, bench.Shop, wanted.DeviceId, Known(before.Design, wanted.DeckId)))
            : throw new FieldException("deviceId", $"deviceId is \"{wanted.DeviceId}\": the project has no such device."), store, desk, cancel);

    private static Design Placed(PlacedOrNot place) => place.Design ?? throw new FieldException("deckId", place.Reason);

    private static string Known(Design design, string deckId) => Deck.IsPanel(deckId, out _) || design.Trays.Any(t => t.Id == deckId)
        ? deckId
        : throw new FieldException("deckId", $"deckId is \"{deckId}\": it must be the id of a tray or panel/left, right, front, back, bottom, top.");

    private static Task<ProjectView> Apply(Guid id, RemedyChoice choice, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
        Save(id, choice.ExpectedRevision, "Remedy", (before, _) => Remedied(before, choice)
            ?? throw new FieldException("remedyId", $"remedyId is \"{choice.RemedyId}\": there is no free place or stock for it here."), store, desk, cancel);

    private static async Task<RemedyPreview> Preview(Guid id, RemedyChoice choice, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        Expect(project, choice.ExpectedRevision);
        var before = ProjectView.Of(project, desk.Plan(project, bench));
        if (Remedied(before, choice) is not { } design || DesignCheck.Problems(design, bench.Catalog).Count > 0)
        {
            return new RemedyPreview(false, null);
        }

        // one that leaves the snag as it is helps nobody
        var after = Planner.Plan(design, bench.Catalog, bench.Shop, project.AsBuilt);
        return after.Findings.Any(f => f.Id == choice.FindingId && f.Text == before.Plan.Findings.First(b => b.Id == choice.FindingId).Text)
            ? new RemedyPreview(false, null)
            : new RemedyPreview(true, Consequences.Between(before.Plan, after));
    }

    private static Design? Remedied(ProjectView before, RemedyChoice choice)
    {
        var finding = before.Plan.Findings.FirstOrDefault(f => f.Id == choice.FindingId)
            ?? throw new FieldException("findingId", $"findingId is \"{choice.FindingId}\": the plan has no such snag.");
        var remedy = finding.Remedies.FirstOrDefault(r => r.Id == choice.RemedyId)
            ?? throw new FieldException("remedyId", $"remedyId is \"{choice.RemedyId}\": the snag has no such remedy.");
        return remedy.Change(before.Design) is { } changed && !Same(changed, before.Design) ? changed : null;
    }

    private static bool Same(Design a, Design b) => JsonSerializer.Serialize(a, WireJson.Options) == JsonSerializer.Serialize(b, WireJson.Options);

    /// <summary>Plans, changes, checks and saves a design in one go; what the change did comes back with the project.</summary>
    internal static async Task<ProjectView> Save(
        Guid id, int expected, string label, Func<ProjectView, Bench, Design> change, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        if (label.Length is 0 or > 200)
        {
            throw new FieldException("label", $"label has {label.Length} characters: it must have 1 to 200.");
        }

        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var before = ProjectView.Of(project, desk.Plan(project, bench));
        var design = change(before, bench);
        PlanDesk.Check(design, bench);
        var saved = await store.Save(id, expected, design, label, cancel);
        return ProjectView.Of(saved, desk.Plan(saved, bench), before.Plan);
    }

    private static async Task<ProjectView> Moved(
        Guid id, Func<Guid, int, CancellationToken, Task<OpenProject>> move, RevisionMove to, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var before = await store.Open(id, cancel);
        var after = await move(id, to.ExpectedRevision, cancel);
        return ProjectView.Of(after, desk.Plan(after, bench), desk.Plan(before, bench));
    }

    private static void Expect(OpenProject project, int revision)
    {
        if (project.Revision != revision)
        {
            throw new RevisionConflictException(revision, project.Revision, null);
        }
    }
}
