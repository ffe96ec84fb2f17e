using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Figures;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sections;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Server.Lengths;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Drawings;

/// <summary>A section with how its devices are pushed about in it.</summary>
public sealed record SectionDrawing(ScreenSheet Sheet, IReadOnlyList<DevicePush> Pushes);

/// <summary>A part with what its holes and cuts are called by, by their ids.</summary>
public sealed record PartDrawing(ScreenSheet Sheet, IReadOnlyDictionary<string, string> Marks);

/// <summary>What a drawing is made for.</summary>
/// <param name="Width">Of the paper or screen, mm.</param>
/// <param name="Unit"><c>mm</c> or <c>in</c>.</param>
public sealed record DrawnFor(double Width, double Height, string? Unit)
{
    private const double Least = 20, Most = 3000;

    public LengthWriting Length => new(LengthRoutes.Unit(Unit));

    public void Check()
    {
        foreach (var (field, value) in ((string, double)[])[("width", Width), ("height", Height)])
        {
            if (value is not (>= Least and <= Most))
            {
                throw new FieldException(field, $"{field} is {value}: it must lie between {Least} and {Most} mm.");
            }
        }
    }
}

/// <summary>Drawings of a project as a screen paints them.</summary>
public static class DrawingRoutes
{
    public static void MapDrawings(this IEndpointRouteBuilder routes)
    {
        var drawings = routes.MapGroup("/api/projects/{id:guid}/drawings").WithTags("drawings").ProducesProblem(404).ProducesProblem(422);
        drawings.MapGet("/section/{view}", Section).WithName("section");
        drawings.MapGet("/part", Part).WithName("partDrawing");
        drawings.MapGet("/net", (Guid id, double width, double height, string? unit, ProjectStore store, PlanDesk desk,
            CancellationToken cancel) => Drawn(id, new(width, height, unit), store, desk, (design, plan, _, paper) => ScreenSheet.Of(
                NetSheet.Of(design, plan, width, height, paper.Length.Of)), cancel)).WithName("netDrawing");
        drawings.MapGet("/nest/{number:int}", (Guid id, int number, double width, double height, string? unit, ProjectStore store,
            PlanDesk desk, CancellationToken cancel) => Sheet(id, new(width, height, unit), store, desk, (plan, paper) =>
                number >= 1 && number <= plan.Cuts.Sheets.Count
                ? NestSheet.Of(plan.Cuts.Sheets[number - 1], plan, width, height, paper.Length.Of)
                : throw new NotFoundException($"The plan has no sheet of stock {number}."), cancel)).WithName("nestDrawing");
        drawings.MapGet("/bar/{number:int}", (Guid id, int number, double width, double height, string? unit, ProjectStore store,
            PlanDesk desk, CancellationToken cancel) => Sheet(id, new(width, height, unit), store, desk, (plan, paper) =>
                number >= 1 && number <= plan.Cuts.Bars.Count
                ? BarSheet.Of(plan.Cuts.Bars[number - 1], plan, width, paper.Length.Of)
                : throw new NotFoundException($"The plan has no bar {number}."), cancel)).WithName("barDrawing");
        drawings.MapGet("/solid", async (Guid id, ProjectStore store, PlanDesk desk, CancellationToken cancel) =>
            SolidModel.Of(desk.Plan(await store.Open(id, cancel), await desk.Bench(cancel)))).WithName("solidModel");
        drawings.MapGet("/assembly/{view}", (Guid id, string view, double width, double height, string? unit, ProjectStore store,
            PlanDesk desk, CancellationToken cancel) => Sheet(id, new(width, height, unit), store, desk, (plan, paper) =>
                plan.Views.FirstOrDefault(v => v.Id == view) is { } assembly ? AssemblySheet.Of(assembly, width, height, paper.Length.Of)
                : throw new NotFoundException($"The plan has no level or unit \"{view}\"."), cancel)).WithName("assemblyDrawing");
    }

    private static Task<PartDrawing> Part(Guid id, string part, bool? turned, double width, double height, string? unit,
        ProjectStore store, PlanDesk desk, CancellationToken cancel) => Drawn(id, new(width, height, unit), store, desk,
            (design, plan, bench, paper) => plan.Parts.FirstOrDefault(p => p.Id == part) is { } drawn
                ? new PartDrawing(ScreenSheet.Of(PartSheet.Of(drawn, width, height, paper.Length, turned == true,
                    Settable(design, plan, bench))), PartSheet.Marks(drawn))
                : throw new NotFoundException($"The plan has no part \"{part}\"."), cancel);

    /// <summary>Ids of the figures that a maker may type.</summary>
    private static HashSet<string> Settable(Design design, BuildPlan plan, Bench bench) =>
        ProjectFigures.Of(design, plan, bench.Catalog, bench.Shop).Where(f => f.Put is not null).Select(f => f.Id).ToHashSet();

    private static Task<ScreenSheet> Sheet(Guid id, DrawnFor paper, ProjectStore store, PlanDesk desk,
        Func<BuildPlan, DrawnFor, Sketch> draw, CancellationToken cancel) =>
        Drawn(id, paper, store, desk, (_, plan, _, on) => ScreenSheet.Of(draw(plan, on)), cancel);

    private static async Task<T> Drawn<T>(Guid id, DrawnFor paper, ProjectStore store, PlanDesk desk,
        Func<Design, BuildPlan, Bench, DrawnFor, T> draw, CancellationToken cancel)
    {
        paper.Check();
        var project = await store.Open(id, cancel);
        var bench = await desk.Bench(cancel);
        return draw(project.Design, desk.Plan(project, bench), bench, paper);
    }

    private static async Task<SectionDrawing> Section(Guid id, string view, string? through, bool? chains,
        double width, double height, string? unit, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var paper = new DrawnFor(width, height, unit);
        paper.Check();
        var from = view switch
        {
            "top" => SectionView.Top,
            "front" => SectionView.Front,
            "side" => SectionView.Side,
            _ => throw new FieldException("view", $"view is \"{view}\": it must be top, front or side."),
        };
        var bench = await desk.Bench(cancel);
        var project = await store.Open(id, cancel);
        var plan = desk.Plan(project, bench);
        var wish = new SectionWish(from, through, chains == true, paper.Width, paper.Height, paper.Length,
            Settable(project.Design, plan, bench));
        return new(ScreenSheet.Of(SectionSheet.Of(plan, project.Design.Box.Feet, wish)), DevicePush.Of(plan, from));
    }
}
