using System.Net.ServerSentEvents;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Measuring;
using AnvilPlan.Server.Catalogs;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

namespace AnvilPlan.Server.Measuring;

public sealed record CaliperView(string Name, bool Simulated);

/// <summary>A reading for one dimension; the source is the caliper's name or <c>typed</c>.</summary>
public sealed record NewReading(string Key, double ValueMm, string Source);

public sealed record DroppedReading(string Key, int Index);

public sealed record AcceptedDimension(string Key);

/// <summary>The piece between the jaws of the simulated caliper.</summary>
public sealed record SimulatedPiece(string ModelId, string Key);

/// <summary>Readings of a model's dimensions, the caliper that sends them, and taking them into the model.</summary>
public static class MeasuringRoutes
{
    private const int MostReadings = 50;

    public static void MapMeasuring(this IEndpointRouteBuilder routes)
    {
        var models = routes.MapGroup("/api/catalog/models/{id}").WithTags("measuring").ProducesProblem(400).ProducesProblem(404)
            .ProducesProblem(422);
        models.MapGet("/readings", (string id, ShopStore shop, PlanDesk desk, CancellationToken cancel) => Records(id, shop, desk, cancel))
            .WithName("readReadings");
        models.MapPost("/readings", Add).WithName("addReading");
        models.MapPost("/readings/drop", Drop).WithName("dropReading");
        models.MapPost("/readings/accept", Accept).WithName("acceptReading");

        var caliper = routes.MapGroup("/api/caliper").WithTags("measuring").ProducesProblem(404).ProducesProblem(422);
        caliper.MapGet("/", (ICaliper c) => new CaliperView(c.Name, c.Simulated)).WithName("caliper");
        caliper.MapGet("/stream", (ICaliper c, CancellationToken cancel) => TypedResults.ServerSentEvents(Sent(c.Readings(cancel))))
            .WithName("caliperStream").WithMetadata(new TimeLimit(0)).ExcludeFromDescription();
        caliper.MapPost("/press", Press).WithName("pressCaliper");
    }

    /// <summary>Says first that the line stands: a reading sent before that would be lost without a word.</summary>
    private static async IAsyncEnumerable<SseItem<CaliperReading?>> Sent(IAsyncEnumerable<CaliperReading> readings)
    {
        yield return new SseItem<CaliperReading?>(null, "listening");
        await foreach (var reading in readings)
        {
            yield return new SseItem<CaliperReading?>(reading, "reading");
        }
    }

    private static async Task<CaliperReading> Press(SimulatedPiece piece, ICaliper caliper, PlanDesk desk, CancellationToken cancel)
    {
        var dimension = Dimension(await Model(piece.ModelId, desk, cancel), piece.Key);
        return caliper is SimulatedCaliper simulated
            ? simulated.Press($"{piece.ModelId}/{piece.Key}", dimension.NominalMm)
            : throw new NotFoundException("The caliper that is plugged in is a real one: press its own button.");
    }

    private static async Task<IReadOnlyList<DimensionRecord>> Add(string id, NewReading reading, ShopStore shop, PlanDesk desk,
        CancellationToken cancel)
    {
        Dimension(await Model(id, desk, cancel), reading.Key);
        if (!double.IsFinite(reading.ValueMm) || reading.ValueMm is < 0 or > 2000)
        {
            throw new FieldException("valueMm", $"valueMm is {reading.ValueMm}: it must lie between 0 and 2000 mm.");
        }

        if (reading.Source.Length is 0 or > 60)
        {
            throw new FieldException("source", $"source has {reading.Source.Length} characters: it must have 1 to 60.");
        }

        await shop.ChangeReadings(id, reading.Key, all => all.Count < MostReadings
            ? [.. all, new Reading(reading.ValueMm, reading.Source)]
            : throw new FieldException("key", $"{reading.Key} has {all.Count} readings: at most {MostReadings}."), cancel);
        return await Records(id, shop, desk, cancel);
    }

    private static async Task<IReadOnlyList<DimensionRecord>> Drop(string id, DroppedReading dropped, ShopStore shop, PlanDesk desk,
        CancellationToken cancel)
    {
        Dimension(await Model(id, desk, cancel), dropped.Key);
        await shop.ChangeReadings(id, dropped.Key, all => dropped.Index >= 0 && dropped.Index < all.Count
            ? [.. all.Where((_, i) => i != dropped.Index)]
            : throw new FieldException("index", $"index is {dropped.Index}: {dropped.Key} has {all.Count} readings, counted from 0."),
                cancel);
        return await Records(id, shop, desk, cancel);
    }

    /// <summary>
    /// The model as measured. One that came with the application stays as it is: what was measured becomes a model of the shop's own.
    /// </summary>
    private static async Task<HardwareModel> Accept(string id, AcceptedDimension accepted, ShopStore shop, ProjectStore store,
        PlanDesk desk, CancellationToken cancel)
    {
        var content = await shop.Content(cancel);
        var version = content.Models.FirstOrDefault(m => m.Model.Id == id)?.Version ?? 0;
        var found = await Model(id, desk, cancel);
        var model = version == 0 ? ModelDimensions.OwnOf(found, content.Catalog) : found;
        var record = (await Records(id, shop, desk, cancel)).First(r => r.Key == Dimension(model, accepted.Key).Key);
        var measured = record.AcceptMm is { } mm
            ? ModelDimensions.Accept(model, accepted.Key, mm, record.Readings.Count - (record.OutlierIndex is null ? 0 : 1))
            : throw new FieldException("key", $"{record.Name} has 0 readings: at least 1 is needed.");
        if (ModelCheck.Problem(measured) is { } problem)
        {
            throw new FieldException("key", problem);
        }

        await ModelUse.Check([measured], shop, store, cancel);
        await shop.SaveModels([new ModelChange(measured, version)], cancel);
        if (measured.Id != id)
        {
            await shop.CopyReadings(id, measured.Id, cancel);
        }

        return measured;
    }

    private static async Task<IReadOnlyList<DimensionRecord>> Records(string id, ShopStore shop, PlanDesk desk, CancellationToken cancel)
    {
        var model = await Model(id, desk, cancel);
        var readings = await shop.Readings(id, cancel);
        return [.. ModelDimensions.Of(model).Select(d => DimensionRecord.Of(d, readings.GetValueOrDefault(d.Key) ?? []))];
    }

    private static async Task<HardwareModel> Model(string id, PlanDesk desk, CancellationToken cancel)
    {
        var catalog = (await desk.Bench(cancel)).Catalog;
        return catalog.HasModel(id) ? catalog.Model(id) : throw new NotFoundException($"There is no hardware model \"{id}\".");
    }

    private static ModelDimension Dimension(HardwareModel model, string key) =>
        ModelDimensions.Of(model).FirstOrDefault(d => d.Key == key)
            ?? throw new FieldException("key", $"key is \"{key}\": the model {model.Id} has no such dimension.");
}
