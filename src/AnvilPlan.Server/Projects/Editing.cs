using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Plans;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>A project as it stands while it is changed.</summary>
public sealed class Before(OpenProject project, Bench bench, PlanDesk desk)
{
    public OpenProject Project => project;
    public Design Design => project.Design;
    public int Revision => project.Revision;

    /// <exception cref="UnplannedException">It has none.</exception>
    public BuildPlan Plan => field ??= desk.Plan(project, bench);

    /// <summary>Null where there is none: a change can mend that.</summary>
    public BuildPlan? PlanOrNone
    {
        get
        {
            try
            {
                return Plan;
            }
            catch (UnplannedException)
            {
                return null;
            }
        }
    }
}

/// <summary>Every change of a project goes through here: it is planned before it is stored, so that what is stored can be opened.</summary>
public sealed class Editing(ProjectStore store, PlanDesk desk)
{
    private const int MostLabelChars = 200;

    /// <summary>
    /// Plans, changes, checks, plans again and saves a design in one go; what the change did comes back with the project.
    /// </summary>
    public Task<ProjectView> Save(Guid id, int expected, string label, Func<Before, Bench, Design> change, CancellationToken cancel)
    {
        if (label.Length is 0 or > MostLabelChars)
        {
            throw new FieldException("label", $"label has {label.Length} characters: it must have 1 to {MostLabelChars}.");
        }

        return Save(id, expected, (before, bench) => (label, change(before, bench)), cancel);
    }

    /// <param name="change">With what the history calls it.</param>
    public async Task<ProjectView> Save(Guid id, int expected, Func<Before, Bench, (string Label, Design Design)> change,
        CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var before = new Before(await store.Open(id, cancel), bench, desk);
        var (label, design) = change(before, bench);
        var plan = desk.Plan(design, before.Project.AsBuilt, bench);
        return ProjectView.Of(await store.Save(id, expected, design, label, cancel), plan, before.PlanOrNone);
    }

    /// <summary>Makes another revision current, once it can be planned.</summary>
    public async Task<ProjectView> Move(Guid id, Func<Action<OpenProject>, Task<OpenProject>> move, CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        var before = new Before(await store.Open(id, cancel), bench, desk);
        var after = await move(project => desk.Plan(project, bench));
        return ProjectView.Of(after, desk.Plan(after, bench), before.PlanOrNone);
    }
}
