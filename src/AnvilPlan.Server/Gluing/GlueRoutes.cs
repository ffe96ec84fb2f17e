using AnvilPlan.Core.Gluing;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Gluing;

/// <param name="Frame">Name of one of the plan's frames.</param>
public sealed record Diagonals(string Frame, double FirstMm, double SecondMm);

/// <summary>Glues of the table, and what measured diagonals say.</summary>
public static class GlueRoutes
{
    public static void MapGluing(this IEndpointRouteBuilder routes)
    {
        routes.MapGroup("/api/glues").WithTags("glue").MapGet("/", () => Glue.Shipped).WithName("glues");
        routes.MapGroup("/api/projects/{id:guid}/square").WithTags("glue").ProducesProblem(400).ProducesProblem(404).ProducesProblem(422)
            .MapPost("/", Square).WithName("readDiagonals");
    }

    private static async Task<SquareReading> Square(Guid id, Diagonals read, ProjectStore store, PlanDesk desk, CancellationToken cancel)
    {
        var plan = desk.Plan(await store.Open(id, cancel), await desk.Bench(cancel));
        var frame = plan.Glue.Squares.FirstOrDefault(s => s.Name == read.Frame)
            ?? throw new FieldException("frame", $"frame is \"{read.Frame}\": the plan glues no such frame.");
        foreach (var (field, value) in ((string, double)[])[("firstMm", read.FirstMm), ("secondMm", read.SecondMm)])
        {
            var (least, most) = (Math.Round(Math.Abs(frame.WidthMm - frame.HeightMm), 1), Math.Round(frame.WidthMm + frame.HeightMm, 1));
            if (!double.IsFinite(value) || value <= least || value >= most)
            {
                throw new FieldException(field, $"{field} is {value}: between sides of {frame.WidthMm:0.#} and {frame.HeightMm:0.#} mm a "
                    + $"diagonal lies between {least} and {most} mm.");
            }
        }

        return SquareReading.Of(frame, read.FirstMm, read.SecondMm)
            ?? throw new FieldException("secondMm", $"secondMm is {read.SecondMm}: with {read.FirstMm} mm no frame of "
                + $"{frame.WidthMm:0.#} x {frame.HeightMm:0.#} mm has such diagonals. Measure again.");
    }
}
