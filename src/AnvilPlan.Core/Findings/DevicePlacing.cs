using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Findings;

/// <summary>
/// Brings devices into a design at a place that the findings accept. Where there is none, the device still comes in, at the deck's
/// least corner, and the findings say what is wrong.
/// </summary>
public static class DevicePlacing
{
    /// <summary>A new device of that model on that deck, with an id of its own.</summary>
    public static (Design Design, string DeviceId) Add(Design design, Catalog catalog, ShopProfile shop, string modelId, string deckId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var device = New(plan, catalog.Model(modelId), deckId);
        var placed = FreeSpot.For(device, plan) ?? device;
        return (design with { Devices = [.. design.Devices, placed] }, placed.Id);
    }

    /// <summary>The device on another deck.</summary>
    public static Design Move(Design design, Catalog catalog, ShopProfile shop, string deviceId, string deckId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var device = design.Devices.First(d => d.Id == deviceId);
        var moved = device with { DeckId = deckId, RebateToMm = RebateFor(plan, catalog.Model(device.ModelId), deckId) };
        return design.WithDevice(deviceId, _ => FreeSpot.For(moved, plan) ?? moved);
    }

    /// <summary>A device not yet placed; its panel is thinned where it is too thick to clamp.</summary>
    internal static Device New(PlanSoFar plan, HardwareModel model, string deckId)
    {
        var taken = plan.Design.Devices.Select(d => d.Id).Concat(plan.Design.Trays.Select(t => t.Id)).ToHashSet(StringComparer.Ordinal);
        var id = Enumerable.Range(1, int.MaxValue).Select(i => i == 1 ? model.Id : $"{model.Id}-{i}").First(i => !taken.Contains(i));
        return new Device(id, model.Id, model.Name, deckId, 0, 0, 0, null, null, 0, RebateFor(plan, model, deckId), model.Fan ? new Grille(GrilleKind.Closed, 6, 7) : null, []);
    }

    private static double? RebateFor(PlanSoFar plan, HardwareModel model, string deckId) =>
        Deck.IsPanel(deckId, out var face) && model.InPanel && model.PanelMaxMm is { } most && plan.Fit.Envelope.ThicknessMm[face] > most
            ? Clamped(model, most)
            : null;

    /// <summary>A thickness that the device clamps with something to spare, mm.</summary>
    public static double Clamped(HardwareModel model, double most) => Math.Max(model.PanelMinMm ?? 0, most > 3 ? most - 1 : most);
}
