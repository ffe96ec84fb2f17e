using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Server.Web;

namespace AnvilPlan.Server.Projects;

/// <summary>What a new project may begin with.</summary>
/// <param name="System">Key of the way to build; null = a closed box.</param>
/// <param name="OuterMm">Width, depth and height over all, before the maker says how large it may be.</param>
public sealed record Beginning(string? System, string Name, string About, Point3 OuterMm, SolidPicture Picture)
{
    private const string BoxAbout = "Six panels with a joint of your choice at each edge, held together by glue, screws or both.";

    /// <summary>
    /// A closed box first, then each way to build on its own, looked into where its front and its lid are those of any box.
    /// </summary>
    public static IReadOnlyList<Beginning> All(Bench bench)
    {
        // not at the desk: what it remembers are the projects that are open
        BuildPlan Plan(string? system, string name) =>
            Planner.Plan(With(system, name, bench), bench.Catalog, bench.Shop, AsBuilt.Nothing);
        var lids = Plan(null, "Closed box").Parts
            .Where(p => p.Closes is Face.Front or Face.Top).ToDictionary(p => p.Id, p => p.Box, StringComparer.Ordinal);
        return
        [
            .. bench.Catalog.Systems.Where(s => s.Decision is not null).Select(s => (Key: (string?)s.Key, s.Name, s.About))
                .Prepend((null, "Closed box", BoxAbout)).Select(s =>
                {
                    var plan = Plan(s.Key, s.Name);
                    return new Beginning(s.Key, s.Name, s.About, plan.Outer.Size, SolidPicture.Of(plan,
                        p => s.Key is null || !lids.TryGetValue(p.Id, out var box) || box != p.Box));
                }),
        ];
    }

    /// <exception cref="FieldException">There is no such way to build.</exception>
    public static Design With(string? system, string name, Bench bench)
    {
        var start = StartingDesign.Named(name);
        if (system is null)
        {
            return start;
        }

        return bench.Catalog.Systems.FirstOrDefault(s => s.Key == system && s.Decision is not null)?.Begin(start, bench.Catalog)
            ?? throw new FieldException("system", $"system is \"{system}\": it must be one of "
                + $"{string.Join(", ", bench.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key))}, or left out.");
    }

    /// <summary>With a list of hardware in it; what finds no place in any box stands in the notes of the brief.</summary>
    /// <exception cref="FieldException">A model is unknown, or there are too many.</exception>
    public static Design Housing(Design design, IReadOnlyList<HardwareCount> hardware, Bench bench)
    {
        if (hardware.Count > HardwareList.MostLines)
        {
            throw new FieldException("hardware",
                $"hardware has {hardware.Count} lines: it must have {HardwareList.MostLines} at the most.");
        }

        foreach (var line in hardware)
        {
            if (!bench.Catalog.HasModel(line.ModelId))
            {
                throw new FieldException("hardware", $"hardware asks for \"{line.ModelId}\": the catalog has no such hardware model.");
            }

            if (line.Count is < 1 or > HardwareList.MostOfOne)
            {
                throw new FieldException("hardware", $"hardware asks for {line.Count} of {bench.Catalog.Model(line.ModelId).Name}: it must "
                    + $"be 1 to {HardwareList.MostOfOne}.");
            }
        }

        var housed = Housed.Into(design, hardware, bench.Catalog, bench.Shop);
        return housed.Left.Count == 0 ? housed.Design : housed.Design with
        {
            Brief = housed.Design.Brief with
            {
                Notes = "Found no place when this was begun. " + string.Join(" ", housed.Left.GroupBy(l => l.ModelId)
                    .Select(g => $"{g.Count()} x {bench.Catalog.Model(g.Key).Name}: {g.First().Reason.TrimEnd('.')}.")),
            },
        };
    }
}

/// <summary>The beginnings, as long as catalog and shop stay as they are.</summary>
public sealed class BeginningDesk(PlanDesk desk)
{
    private (string Content, IReadOnlyList<Beginning> All)? _known;

    public async Task<IReadOnlyList<Beginning>> All(CancellationToken cancel)
    {
        var bench = await desk.Bench(cancel);
        if (_known is { } known && known.Content == bench.Content)
        {
            return known.All;
        }

        var all = Beginning.All(bench);
        _known = (bench.Content, all);
        return all;
    }
}
