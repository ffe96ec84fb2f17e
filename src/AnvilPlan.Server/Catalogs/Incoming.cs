using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Catalogs;

/// <summary>Models that came differ from those that are here, and the one who brought them wants to be asked.</summary>
public sealed class ModelsDifferException(IReadOnlyList<ModelDifference> differs)
    : Exception($"{differs.Count} {(differs.Count == 1 ? "model differs" : "models differ")} from what is here: "
        + $"{string.Join(", ", differs.Select(d => d.Id))}. Say whether to keep both or to use what is here.")
{
    public IReadOnlyList<ModelDifference> Differs { get; } = differs;
}

/// <summary>
/// Models from a file on their way into the catalog. What is done with those that differ: <c>both</c> (they come in under ids of their
/// own; also when nothing is said), <c>ours</c> (what is here is used), <c>ask</c> (the request ends with a problem of status 409 that
/// lists them).
/// </summary>
internal static class Incoming
{
    /// <exception cref="ModelsDifferException">Some differ, and the choice is <c>ask</c>.</exception>
    public static ModelIntake Of(IReadOnlyList<HardwareModel> models, Catalog catalog, string? choice)
    {
        var intake = ModelIntake.Of(models, catalog, choice switch
        {
            null or "both" or "ask" => ModelChoice.Both,
            "ours" => ModelChoice.Ours,
            _ => throw new FieldException("models", $"models is \"{choice}\": it must be both, ours or ask."),
        });
        return choice == "ask" && intake.Differs.Count > 0 ? throw new ModelsDifferException(intake.Differs) : intake;
    }
}

/// <summary>A model is changed only so that the projects that use it can still be planned.</summary>
internal static class ModelUse
{
    /// <exception cref="RefusedException">A project uses something of a model that would be gone.</exception>
    public static async Task Check(IReadOnlyList<HardwareModel> changed, ShopStore shop, ProjectStore store, CancellationToken cancel)
    {
        var catalog = (await shop.Content(cancel)).Catalog.With(changed);
        foreach (var model in changed)
        {
            foreach (var project in await store.Using(model.Id, cancel))
            {
                if (DesignCheck.Problems(project.Design, catalog) is [var problem, ..])
                {
                    throw new RefusedException("model", $"\"{project.Design.Name}\" uses {model.Id} and would not fit it any more. "
                        + $"{problem.Path}: {problem.Message}");
                }
            }
        }
    }
}
