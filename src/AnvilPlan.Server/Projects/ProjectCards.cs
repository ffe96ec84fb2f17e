using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Projects;

/// <summary>A project at a glance.</summary>
/// <param name="OuterMm">Width, depth and height over all.</param>
/// <param name="Built">The ways to build that it uses, in words.</param>
/// <param name="Stations">Those with snags.</param>
public sealed record ProjectCard(
    Guid Id, int Revision, Point3 OuterMm, IReadOnlyList<string> Built, int Devices, int Parts,
    IReadOnlyList<StationSays> Stations, NextStep Next, SolidPicture Picture)
{
    public static ProjectCard Of(OpenProject project, BuildPlan plan, Catalog catalog) => new(
        project.Id, project.Revision, plan.Outer.Size,
        [.. project.Design.Structures.Select(s => catalog.Systems.First(y => y.Decision == s.GetType()).Name).Distinct()],
        plan.Devices.Count, plan.Made.Count,
        [.. plan.Findings.Where(f => f.Severity != Severity.Note).GroupBy(f => f.Station).OrderBy(g => g.Key)
            .Select(g => new StationSays(g.Key, g.Count(f => f.Severity == Severity.Stop), g.Count(f => f.Severity == Severity.Warn)))],
        NextStep.Of(project.Design, plan), SolidPicture.Of(plan));
}

/// <summary>Cards, kept as long as nothing that they tell of has changed.</summary>
public sealed class CardDesk(PlanDesk desk)
{
    private const int Remembered = 200;

    private readonly Recent<ProjectCard> _cards = new(Remembered);

    public ProjectCard Of(OpenProject project, Bench bench)
    {
        var key = $"{bench.Content}{project.Content}{project.Id}";
        var card = _cards.Find(key) ?? _cards.Keep(key, ProjectCard.Of(project, desk.Glance(project, bench), bench.Catalog));
        return card with { Revision = project.Revision };
    }
}

public sealed record StationSays(Station Station, int Stops, int Warns);

/// <summary>What is to be done next.</summary>
/// <param name="Station">Where; null = the files.</param>
public sealed record NextStep(string Text, Station? Station)
{
    /// <summary>Hardware first; then what stops, what warns, and at last the bench.</summary>
    public static NextStep Of(Design design, BuildPlan plan)
    {
        if (design.Devices.Count == 0)
        {
            return new("Add the hardware that goes in", Core.Findings.Station.Hardware);
        }

        if (plan.Findings.FirstOrDefault(f => f.Severity != Severity.Note) is { } first)
        {
            return new(first.Text, first.Station);
        }

        var done = plan.Made.Count(m => m.Drawn.Begun);
        return done == 0 ? new("Ready for the bench: take the files", null)
            : new($"At the bench: work on {done} of {plan.Made.Count} parts is recorded", null);
    }
}
