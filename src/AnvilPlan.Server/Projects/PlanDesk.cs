using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>What a design was planned with.</summary>
/// <param name="Content">The same for the same catalog and profile.</param>
public sealed record Bench(Catalog Catalog, ShopProfile Shop, string Content)
{
    /// <summary>With models that are about to come in.</summary>
    public Bench And(IReadOnlyList<HardwareModel> models) =>
        models.Count == 0 ? this : new(Catalog.With(models), Shop, $"{Content}+{Guid.NewGuid()}");
}

/// <summary>A stored design of which there is no plan; one sentence. The project can still be opened at another revision.</summary>
public sealed class UnplannedException(string message, Exception? inner = null) : Exception(message, inner);

/// <summary>
/// Plans designs with the shop's catalog and profile, and remembers the last few plans. A plan follows from what went into it, so it is
/// kept under the content of that, and nothing has to be forgotten when something changes.
/// </summary>
public sealed partial class PlanDesk(ShopStore shop, PlanLimit most, ILogger<PlanDesk> log)
{
    /// <summary>A plan with all that its remedies start from takes 5 to 10 MB: what two or three windows are at work on.</summary>
    private const int Remembered = 6;

    private readonly Recent<BuildPlan> _plans = new(Remembered);

    public async Task<Bench> Bench(CancellationToken cancel)
    {
        var content = await shop.Content(cancel);
        return new(content.Catalog, content.Shop, content.Content);
    }

    /// <exception cref="FieldException">The design holds a value out of range.</exception>
    public static void Check(Design design, Bench bench)
    {
        var problems = DesignCheck.Problems(design, bench.Catalog);
        if (problems.Count > 0)
        {
            throw new FieldException(problems);
        }
    }

    /// <summary>The plan of what is stored.</summary>
    /// <exception cref="UnplannedException">There is none.</exception>
    public BuildPlan Plan(OpenProject project, Bench bench) => Known(project.Content, bench, () => Made(project, bench));

    /// <summary>The same for a look in passing: it pushes no plan out that someone is at work on.</summary>
    /// <exception cref="UnplannedException">There is none.</exception>
    public BuildPlan Glance(OpenProject project, Bench bench) => Known(project.Content, bench, () => Made(project, bench), keep: false);

    private BuildPlan Made(OpenProject project, Bench bench)
    {
        if (DesignCheck.Problems(project.Design, bench.Catalog) is [var problem, ..])
        {
            throw new UnplannedException($"This revision cannot be planned with the catalog as it is now. {problem.Path}: "
                + $"{problem.Message}");
        }

        try
        {
            return most.Plan(project.Design, bench.Catalog, bench.Shop, project.AsBuilt)
                ?? throw new UnplannedException($"This revision is too heavy: its plan was not done after {most.Seconds} s.");
        }
        catch (Exception error) when (error is not (OperationCanceledException or UnplannedException))
        {
            NoPlan(error, project.Id, project.Revision);
            throw new UnplannedException("This revision cannot be planned, by a fault of the program.", error);
        }
    }

    /// <summary>The plan of a design that is not stored yet; it is remembered for when it is.</summary>
    /// <exception cref="FieldException">The design holds a value out of range, or is too heavy.</exception>
    public BuildPlan Plan(Design design, AsBuilt asBuilt, Bench bench)
    {
        Check(design, bench);
        return Known(ProjectStore.ContentOf(design, asBuilt), bench, () => most.Plan(design, bench.Catalog, bench.Shop, asBuilt)
            ?? throw new FieldException(
            "design", $"design is too heavy: its plan was not done after {most.Seconds} s ({design.Devices.Count} devices, "
                + $"{design.Trays.Count} trays, {design.Structures.Count} structures). Nothing was changed."));
    }

    private BuildPlan Known(string content, Bench bench, Func<BuildPlan> make, bool keep = true)
    {
        var key = bench.Content + content;
        return _plans.Find(key) ?? (keep ? _plans.Keep(key, make()) : make());
    }

    [LoggerMessage(LogLevel.Error, "Project {Project} at revision {Revision} cannot be planned.")]
    private partial void NoPlan(Exception error, Guid project, int revision);
}
