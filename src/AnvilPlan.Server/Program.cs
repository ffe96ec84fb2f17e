using System.Reflection;
using AnvilPlan.Core.Planning;
using AnvilPlan.Server.Arrangements;
using AnvilPlan.Server.Calculators;
using AnvilPlan.Server.Catalogs;
using AnvilPlan.Server.Construction;
using AnvilPlan.Server.Drawings;
using AnvilPlan.Server.Figures;
using AnvilPlan.Server.Gluing;
using AnvilPlan.Server.Lengths;
using AnvilPlan.Server.Measuring;
using AnvilPlan.Server.MockUps;
using AnvilPlan.Server.Projects;
using AnvilPlan.Server.Shops;
using AnvilPlan.Server.Web;
using AnvilPlan.Store;

var builder = WebApplication.CreateBuilder(args);
var data = builder.Configuration["data"] ?? Path.Combine(builder.Environment.ContentRootPath, "anvil-plan.db");
var port = builder.Configuration["port"] ?? "5180";
if (!int.TryParse(port, out var portNumber) || portNumber is < 0 or > 65535)
{
    Console.Error.WriteLine($"port is \"{port}\": it must be a whole number from 0 to 65535.");
    return 2;
}

builder.WebHost.UseUrls($"http://127.0.0.1:{portNumber}");
builder.WebHost.ConfigureKestrel(k =>
{
    k.Limits.MaxRequestBodySize = Limits.BodyBytes;
    k.AddServerHeader = false;
});
// a start that fails is told in one line on standard error
builder.Logging.AddFilter("Microsoft.Extensions.Hosting.Internal.Host", LogLevel.None);
builder.Services.ConfigureHttpJsonOptions(o => Shipped.Configure(o.SerializerOptions));
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
builder.Services.AddOpenApi(o => o.AddSchemaTransformer<AlwaysWritten>().AddSchemaTransformer<PlacesAsText>());
builder.Services.AddProblemDetails(o => o.CustomizeProblemDetails = Problems.Explain);
builder.Services.AddExceptionHandler<Problems>();
builder.Services.AddDelivery();
builder.Services.AddAnvilStore(data);
builder.Services.AddSingleton(new PlanLimit(builder.Configuration.GetValue("plan-seconds", PlanLimit.Usual.Seconds)));
builder.Services.AddSingleton<ViewShelf>();
builder.Services.AddSingleton<PlanDesk>();
builder.Services.AddSingleton<Editing>();
builder.Services.AddSingleton<BeginningDesk>();
builder.Services.AddSingleton<CardDesk>();
builder.Services.AddSingleton<ArrangementDesk>();
builder.Services.AddSingleton<ICaliper, SimulatedCaliper>(_ => new SimulatedCaliper());

var app = builder.Build();
var describing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
if (!describing)
{
    try
    {
        app.Services.PrepareAnvilStore();
        await DemoProjects.Seed(app.Services.GetRequiredService<ProjectStore>(), builder.Configuration["demo"], CancellationToken.None);
    }
    catch (Exception error) when (StoreTrouble.Sentence(error) is not null)
    {
        Console.Error.WriteLine(StoreTrouble.Sentence(error));
        return 2;
    }
}

app.UseMiddleware<Guard>();
app.UseResponseCompression();
app.UseExceptionHandler();
app.UseMiddleware<Deadline>();
app.UseStatusCodePages();
app.UseDefaultFiles();
app.UseStaticFiles(Delivery.Files);
app.MapOpenApi("/api/openapi.json");
var projects = app.MapGroup("").AddEndpointFilter<ViewAnswers>();
projects.MapProjects();
projects.MapProjectFiles();
projects.MapArrangements();
projects.MapConstruction();
projects.MapMockUps();
app.MapCatalog();
app.MapMeasuring();
app.MapShop();
app.MapCoupons();
projects.MapFigures();
projects.MapDrawings();
app.MapGluing();
app.MapCalculators();
app.MapLengths();
// not for the API: there a wrong address is told as such, and a wrong method with those that it takes
app.MapFallbackToFile("{**page:regex(^(?!api(/|$)).*$):nonfile}", "index.html", Delivery.Files);
try
{
    await app.StartAsync();
}
catch (IOException error)
{
    Console.Error.WriteLine($"port is {portNumber}: "
        + $"{(error.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException
            ? "another program answers there; name another port" : error.Message)}.");
    return 2;
}

await app.WaitForShutdownAsync();
return 0;

/// <summary>The application's entry, named for tests that host it.</summary>
public partial class Program;
