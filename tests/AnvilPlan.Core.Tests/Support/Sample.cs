using System.Text.Json;
using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Tests.Support;

/// <summary>Designs that tests start from.</summary>
internal static class Sample
{
    public static Catalog Catalog => Shipped.Catalog;

    /// <summary>
    /// A station in a plain panel box with rabbets, grooves and screwed blocks; its figures are checked by hand in many tests.
    /// </summary>
    public static Design Marsh { get; } = JsonDocument.Parse(
        File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Data", "panel-box-station.json")))
        .RootElement.GetProperty("design").Deserialize<Design>(Shipped.Json)!;

    public static Design Empty => StartingDesign.Named("test box");

    /// <summary>The plywood box with an aluminium tray on rails half way up.</summary>
    public static Design WithTray => Empty with
    {
        Trays = [new Tray("tray-1", "Tray", "aluminium-5052", 2, null, 40, 1, TraySupport.Rails, "aluminium-6061-15x15")],
    };

    public static Device Device(string id, string model, string deck, double u, double v, int turns = 0) =>
        new(id, model, id, deck, u, v, turns, null, null, []);

    public static Design With(this Design design, params Device[] devices) => design with { Devices = [.. design.Devices, .. devices] };

    public static BuildPlan Plan(Design design, ShopProfile? shop = null) =>
        Planner.Plan(design, Catalog, shop ?? ShopProfile.Usual, AsBuilt.Nothing);
}
