using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>Projects: list, open, edit, undo, history, chains, remedies.</summary>
public static class ProjectRoutes
{
    public static void MapProjects(this IEndpointRouteBuilder routes)
    {
        var projects = routes.MapGroup("/api/projects").WithTags("projects").ProducesProblem(400).ProducesProblem(404).ProducesProblem(409)
            .ProducesProblem(422);
        projects.MapGet("/", (ProjectStore store, CancellationToken cancel) => store.List(cancel)).WithName("listProjects");
        projects.MapGet("/beginnings", (BeginningDesk beginnings, CancellationToken cancel) => beginnings.All(cancel))
            .WithName("beginnings");
        // many devices take their time to be placed
        projects.MapPost("/", Create).WithName("createProject").WithMetadata(new TimeLimit(60));
        projects.MapGet("/{id:guid}", Open).WithName("openProject");
        projects.MapGet("/{id:guid}/card", async (Guid id, ProjectStore store, PlanDesk desk, CardDesk cards, CancellationToken cancel)
            => cards.Of(await store.Open(id, cancel), await desk.Bench(cancel))).WithName("projectCard");
        projects.MapPost("/{id:guid}/name", (Guid id, NewName wanted, Editing editing, CancellationToken cancel) => editing.Save(
            id, wanted.ExpectedRevision, "Rename", (before, _) => before.Design with { Name = wanted.Name.Trim() }, cancel))
            .WithName("renameProject");
        projects.MapPut("/{id:guid}/design", Edit).WithName("editDesign");
        projects.MapGet("/deleted", (ProjectStore store, CancellationToken cancel) => store.Deleted(cancel)).WithName("deletedProjects");
        projects.MapDelete("/{id:guid}", async (Guid id, int expectedRevision, ProjectStore store, CancellationToken cancel) =>
            await Left(store.Delete(id, expectedRevision, cancel), store, cancel)).WithName("deleteProject");
        projects.MapPost("/{id:guid}/bring-back", async (Guid id, ProjectStore store, CancellationToken cancel) =>
            await Left(store.BringBack(id, cancel), store, cancel)).WithName("bringBackProject");
        projects.MapPost("/{id:guid}/copy", Copy).WithName("copyProject");
        projects.MapPost("/{id:guid}/undo", (Guid id, RevisionMove move, ProjectStore store, Editing editing, CancellationToken cancel) =>
            editing.Move(id, check => store.Undo(id, move.ExpectedRevision, check, cancel), cancel)).WithName("undo");
        projects.MapPost("/{id:guid}/redo", (Guid id, RevisionMove move, ProjectStore store, Editing editing, CancellationToken cancel) =>
            editing.Move(id, check => store.Redo(id, move.ExpectedRevision, check, cancel), cancel)).WithName("redo");
        projects.MapPost("/{id:guid}/revision", (Guid id, RevisionMove move, ProjectStore store, Editing editing,
            CancellationToken cancel) => editing.Move(
            id, check => store.GoTo(id, move.ExpectedRevision, move.Number
                ?? throw new FieldException("number", "number is missing: it must be a revision of the history."), check, cancel), cancel))
                .WithName("goToRevision");
        projects.MapGet("/{id:guid}/history", (Guid id, ProjectStore store, CancellationToken cancel) => store.History(id, cancel))
            .WithName("history");
        projects.MapGet("/{id:guid}/history/{number:int}/differences", Differences).WithName("differences");
        projects.MapGet("/{id:guid}/bench-log", async (Guid id, ProjectStore store, CancellationToken cancel) =>
            (await store.Open(id, cancel)).AsBuilt.Log).WithName("benchLog");
        projects.MapPost("/{id:guid}/bench-log", Record).WithName("recordWork");
        projects.MapGet("/{id:guid}/since/{revision:int}", Since).WithName("since");
        projects.MapPost("/{id:guid}/devices", AddDevice).WithName("addDevice");
        projects.MapGet("/{id:guid}/decks/{modelId}", Decks).WithName("decks");
        projects.MapPost("/{id:guid}/devices/deck", MoveDevice).WithName("moveDevice");
        projects.MapPost("/{id:guid}/chain", SetLayer).WithName("setLayer");
        projects.MapPost("/{id:guid}/remedies", Remedies).WithName("remedies");
        projects.MapPost("/{id:guid}/remedies/apply", Apply).WithName("applyRemedy");
        projects.MapPost("/{id:guid}/remedies/kind", Together).WithName("remediesOfKind");
        projects.MapPost("/{id:guid}/remedies/kind/apply", ApplyTogether).WithName("applyRemediesOfKind");
    }

    private static async Task<ProjectView> Create(NewProject wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var design = Beginning.With(wanted.System, wanted.Name.Trim(), bench);
        return await Begin(wanted.Hardware is { Count: > 0 } hardware ? Beginning.Housing(design, hardware, bench) : design, "New project",
            store, desk, bench, cancel);
    }

    /// <summary>The design as it is now as a project of its own; nothing of it is made yet.</summary>
    private static async Task<ProjectView> Copy(Guid id, CopyName wanted, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var design = (await store.Open(id, cancel)).Design;
        return await Begin(design with { Name = wanted.Name.Trim() }, $"Copy of {design.Name}", store, desk, bench, cancel);
    }

    private static async Task<ProjectView> Begin(Design design, string label, ProjectStore store, PlanDesk desk, Bench bench,
        CancellationToken cancel)
    {
        var plan = desk.Plan(design, AsBuilt.Nothing, bench);
        return ProjectView.Of(await store.Create(design, AsBuilt.Nothing, label, [], cancel), plan);
    }

    /// <summary>The projects that are left after it.</summary>
    private static async Task<IReadOnlyList<ProjectLine>> Left(Task done, ProjectStore store, CancellationToken cancel)
    {
        await done;
        return await store.List(cancel);
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

    /// <summary>In what shop and catalog are otherwise now than when that revision was made.</summary>
    private static async Task<RevisionDifferences> Differences(Guid id, int number, ProjectStore store, CancellationToken cancel) =>
        await store.Differences(id, number, cancel) is { } differences ? new(true, differences) : new(false, []);

    /// <summary>Adds lines to the bench log; what a part was planned as is taken from the plan as it is now.</summary>
    private static async Task<ProjectView> Record(Guid id, WorkDone done, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var plan = desk.Plan(project, bench);
        if (done.Lines.Count == 0 || project.AsBuilt.Log.Count + done.Lines.Count > BenchCheck.MostEntries)
        {
            throw new FieldException("lines", $"lines holds {done.Lines.Count} entries: it must hold 1 to "
                + $"{BenchCheck.MostEntries - project.AsBuilt.Log.Count}.");
        }

        var lines = done.Lines.Select((line, i) =>
        {
            string At(string field) => $"lines[{i}].{field}";
            var part = plan.Made.FirstOrDefault(m => m.Id == line.PartId)
                ?? throw new FieldException(At("partId"), $"partId is \"{line.PartId}\": the plan makes no such part.");
            if (line.Operation is { } operation && plan.Work.Operations.All(o => o.Id != operation))
            {
                throw new FieldException(At("operation"), $"operation is \"{operation}\": the plan has no such operation.");
            }

            if (line.Unit < 1 || line.Unit > project.Design.Brief.Quantity)
            {
                throw new FieldException(At("unit"), $"unit is {line.Unit}: it must lie between 1 and {project.Design.Brief.Quantity}, "
                    + $"as many as are built.");
            }

            var entry = new BenchEntry(0, default, line.Unit, part.Id, part.Fingerprint, line.Operation, line.State, line.Reading,
                line.Minutes, line.Note);
            return BenchCheck.Problems(entry) is [var problem, ..] ? throw new FieldException(At(problem.Path), problem.Message) : entry;
        }).ToList();
        var after = await store.Record(id, lines, cancel);
        return ProjectView.Of(after, desk.Plan(after, bench), plan);
    }

    private static Task<ProjectView> Edit(Guid id, DesignEdit edit, Editing editing, CancellationToken cancel) =>
        editing.Save(id, edit.ExpectedRevision, edit.Label, (_, _) => edit.Design, cancel);

    private static Task<ProjectView> SetLayer(Guid id, ChainChange change, Editing editing, CancellationToken cancel) =>
        editing.Save(id, change.ExpectedRevision, "Change a layer", (before, bench) =>
        {
            var chain = before.Plan.Chains.FirstOrDefault(c => c.Id == change.ChainId)
                ?? throw new FieldException("chainId", $"chainId is \"{change.ChainId}\": the plan has no such chain.");
            return ChainEdit.Set(before.Design, bench.Catalog, chain, change.Layer, change.ThicknessMm, change.Policy);
        }, cancel);

    private static Task<ProjectView> AddDevice(Guid id, NewDevice wanted, Editing editing, CancellationToken cancel) =>
        editing.Save(id, wanted.ExpectedRevision, "Add a device", (before, bench) =>
        {
            if (!bench.Catalog.HasModel(wanted.ModelId))
            {
                throw new FieldException("modelId", $"modelId is \"{wanted.ModelId}\": the catalog has no such hardware model.");
            }

            return Placed(DevicePlacing.Add(before.Design, bench.Catalog, bench.Shop, wanted.ModelId, Known(before.Design, wanted.DeckId)));
        }, cancel);

    /// <summary>Where a model could go, what fits first.</summary>
    private static async Task<IReadOnlyList<DeckOffer>> Decks(Guid id, string modelId, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        return bench.Catalog.HasModel(modelId)
            ? DevicePlacing.Offers((await store.Open(id, cancel)).Design, bench.Catalog, bench.Shop, modelId)
            : throw new FieldException("modelId", $"modelId is \"{modelId}\": the catalog has no such hardware model.");
    }

    private static Task<ProjectView> MoveDevice(Guid id, DeckChoice wanted, Editing editing, CancellationToken cancel) =>
        editing.Save(id, wanted.ExpectedRevision, "Move to another deck",
            (before, bench) => before.Design.Devices.Any(d => d.Id == wanted.DeviceId)
            ? Placed(DevicePlacing.Move(before.Design, bench.Catalog, bench.Shop, wanted.DeviceId, Known(before.Design, wanted.DeckId)))
            : throw new FieldException("deviceId", $"deviceId is \"{wanted.DeviceId}\": the project has no such device."), cancel);

    private static Design Placed(PlacedOrNot place) => place.Design ?? throw new FieldException("deckId", place.Reason);

    private static string Known(Design design, string deckId) => Deck.IsPanel(deckId, out _) || design.Trays.Any(t => t.Id == deckId)
        ? deckId
        : throw new FieldException("deckId", $"deckId is \"{deckId}\": it must be the id of a tray or panel/left, right, front, back, "
            + $"bottom, top.");

    private static async Task<ProjectView> Apply(Guid id, RemedyChoice choice, ProjectStore store, PlanDesk desk, Editing editing,
        CancellationToken cancel)
    {
        var asBuilt = (await store.Open(id, cancel)).AsBuilt;
        return await editing.Save(id, choice.ExpectedRevision, "Remedy", (before, bench) =>
        {
            var finding = Finding(before.Plan, choice.FindingId);
            return TriedRemedies.Try(choice.RemedyId, finding, before.Design, before.Plan, bench.Catalog, bench.Shop, asBuilt)?.Design
                ?? throw new FieldException("remedyId", $"remedyId is \"{choice.RemedyId}\": the snag has no such remedy, or it was "
                    + $"tried, and the snag stays or a new one stops the plan.");
        }, cancel);
    }

    /// <summary>The remedies of one snag that were tried and mend it, each with what it would do.</summary>
    private static async Task<IReadOnlyList<RemedyOffer>> Remedies(Guid id, RemedyQuestion question, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        Expect(project, question.ExpectedRevision);
        var plan = desk.Plan(project, bench);
        return [.. TriedRemedies.Of(Finding(plan, question.FindingId), project.Design, plan, bench.Catalog, bench.Shop, project.AsBuilt)
            .Select(r => new RemedyOffer(r.Id, r.Title, Consequences.Between(plan, r.Plan)))];
    }

    /// <summary>What would mend the snags of one kind, or all stops, one after the other.</summary>
    private static async Task<KindOffer> Together(Guid id, KindQuestion question, ProjectStore store, PlanDesk desk,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        Expect(project, question.ExpectedRevision);
        var plan = desk.Plan(project, bench);
        using (Interrupt.On(cancel))
        {
            var mended = Mending.Of(Which(plan, question.Code), project.Design, plan, bench.Catalog, bench.Shop, project.AsBuilt);
            return new KindOffer(mended.Steps, Consequences.Between(plan, mended.Plan));
        }
    }

    private static async Task<ProjectView> ApplyTogether(Guid id, KindQuestion choice, ProjectStore store, Editing editing,
        CancellationToken cancel)
    {
        var asBuilt = (await store.Open(id, cancel)).AsBuilt;
        return await editing.Save(id, choice.ExpectedRevision, choice.Code is null ? "Remedies for all stops" : "Remedies of a kind",
            (before, bench) =>
            {
                var mended = Mending.Of(Which(before.Plan, choice.Code), before.Design, before.Plan, bench.Catalog, bench.Shop, asBuilt);
                return mended.Steps.Count > 0 ? mended.Design
                    : throw new FieldException("code", $"code is \"{choice.Code}\": nothing was found that mends one of these snags.");
            }, cancel);
    }

    private static Func<Finding, bool> Which(BuildPlan plan, string? code) => code is null ? f => f.Severity == Severity.Stop
        : plan.Findings.Any(f => f.Code == code) ? f => f.Code == code
        : throw new FieldException("code", $"code is \"{code}\": the plan has no snag of that kind.");

    private static Finding Finding(BuildPlan plan, string findingId) => plan.Findings.FirstOrDefault(f => f.Id == findingId)
        ?? throw new FieldException("findingId", $"findingId is \"{findingId}\": the plan has no such snag.");

    private static void Expect(OpenProject project, int revision)
    {
        if (project.Revision != revision)
        {
            throw new RevisionConflictException(revision, project.Revision, null);
        }
    }
}
