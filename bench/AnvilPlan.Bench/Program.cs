using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using AnvilPlan.Bench;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Project;
using AnvilPlan.Search.Shells;

// bench [NAME...] [--json] --demo FOLDER: medians after warm-up, each with its unit in its name.
var names = new List<string>();
var json = false;
var demo = "demo";
for (var i = 0; i < args.Length; i++)
{
    switch (args[i])
    {
        case "--json":
            json = true;
            break;
        case "--demo" when i + 1 < args.Length:
            demo = args[++i];
            break;
        default:
            names.Add(args[i]);
            break;
    }
}

var marsh = ProjectJson.Read(File.ReadAllText(Path.Combine(demo, "marsh-listening-station.json")), Shipped.Catalog);
var many = LargeCases.FiveHundredParts();
var units = LargeCases.FiftyUnits();
var devices = LargeCases.HundredAndTwentyDevices();
var sheets = LargeCases.SheetJob(200);
var figures = new Dictionary<string, Func<double>>(StringComparer.Ordinal)
{
    ["plan_demo_ms"] = () => Median(60, () => Planner.Plan(marsh.Design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing)),
    ["plan_500_parts_ms"] = () => Median(12, () => Planner.Plan(many, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing)),
    ["plan_50_units_ms"] = () => Median(12, () => Planner.Plan(units, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing)),
    ["plan_1000_units_ms"] = () =>
        Median(12, () => Planner.Plan(marsh.Design with { Brief = marsh.Design.Brief with { Quantity = 1000 } }, Shipped.Catalog,
        ShopProfile.Usual, AsBuilt.Nothing)),
    ["plan_120_devices_ms"] = () => Median(12, () => Planner.Plan(devices, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing)),
    ["nest_200_parts_quick_ms"] = () => Median(12, () => SheetNester.Quick(sheets)),
};
const string ArrangedSets = "arranged_sets";
var unknown = names.FirstOrDefault(n => n != ArrangedSets && !figures.ContainsKey(n));
if (unknown is not null)
{
    Console.Error.WriteLine($"{unknown} is not measured here: {string.Join(", ", figures.Keys.Append(ArrangedSets))} are.");
    return 2;
}

var results = figures.Where(f => names.Count == 0 || names.Contains(f.Key)).ToDictionary(f => f.Key, f => Math.Round(f.Value(), 3),
    StringComparer.Ordinal);
if (names.Count == 0 || names.Contains(ArrangedSets))
{
    foreach (var (set, i) in DeviceSets.All.Select((s, i) => (s, i + 1)))
    {
        // the shell found, the sum of all device boxes with their clearance, how many times that the shell is, and how long it took
        var found = ShellSearch.Run(set, Shipped.Catalog, ShopProfile.Usual, [SearchGoal.Volume], 8, null, default);
        var inflated = DeviceSets.InflatedL(set, ShopProfile.Usual.Fits.BodyMm);
        var volume = found.Arrangements.Count > 0 ? found.Arrangements[0].VolumeL : double.NaN;
        results[$"set_{i}_of_{set.Devices.Count}_devices_l"] = Math.Round(volume, 3);
        results[$"set_{i}_inflated_boxes_l"] = Math.Round(inflated, 3);
        results[$"set_{i}_times_inflated"] = Math.Round(volume / inflated, 2);
        results[$"set_{i}_s"] = Math.Round(found.Seconds, 2);
    }
}

if (json)
{
    Console.Out.WriteLine(JsonSerializer.Serialize(results.ToDictionary(r => r.Key, r => double.IsNaN(r.Value) ? (double?)null : r.Value)));
}
else
{
    foreach (var (name, value) in results)
    {
        Console.Out.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{name,-28}{value,10:0.000}"));
    }
}

return 0;

static double Median(int runs, Func<object> work)
{
    // warm until steady: the compiler goes on improving what runs often, for seconds
    var (best, since) = (double.MaxValue, 0);
    var warm = Stopwatch.StartNew();
    while (since < 4 && warm.Elapsed.TotalSeconds < 20)
    {
        var window = Stopwatch.StartNew();
        var done = 0;
        do
        {
            work();
            done++;
        }
        while (window.Elapsed.TotalSeconds < 1);

        var each = window.Elapsed.TotalMilliseconds / done;
        (best, since) = each < 0.95 * best ? (each, 0) : (best, since + 1);
    }

    var times = new List<double>();
    for (var i = 0; i < runs; i++)
    {
        var watch = Stopwatch.StartNew();
        work();
        times.Add(watch.Elapsed.TotalMilliseconds);
    }

    times.Sort();
    return (times[(runs - 1) / 2] + times[runs / 2]) / 2;
}
