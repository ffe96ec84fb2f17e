using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Shell;

/// <summary>The parts as solids: panels by the face they close, plates by their id, adapters by the id of their device, and members.</summary>
/// <param name="Members">Blocks, rails, posts and all else that is neither panel nor plate, in the order they were laid.</param>
public sealed record ShellPlan(
    IReadOnlyDictionary<Face, SolidPart> Panels, IReadOnlyDictionary<string, SolidPart> Trays, IReadOnlyDictionary<string, SolidPart> Adapters,
    IReadOnlyList<SolidPart> Members)
{
    /// <summary>What a device is screwed to: its adapter plate, else its deck.</summary>
    public SolidPart Under(PlacedDevice device) => Adapters.TryGetValue(device.Id, out var plate) ? plate : Deck(device.Device.DeckId);

    public SolidPart Deck(string deckId) => Designs.Deck.IsPanel(deckId, out var face) ? Panels[face] : Trays[deckId];

    public SolidPart? Member(string id) => Members.FirstOrDefault(m => m.Id == id);
}

/// <summary>Second stage: each construction system lays its solids.</summary>
public static class ShellStage
{
    public static ShellPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit)
    {
        var draft = new ShellDraft(design, catalog, shop, fit);
        foreach (var system in catalog.Systems)
        {
            system.Lay(draft);
        }

        var adapters = fit.Devices.Where(d => d.Device.Adapter is not null).ToDictionary(d => d.Id, d => AdapterPlate.Solid(d, design, catalog), StringComparer.Ordinal);
        return new ShellPlan(draft.Panels, draft.Trays, adapters, draft.Members);
    }
}

/// <summary>What the systems have laid so far.</summary>
public sealed class ShellDraft(Design design, Catalog catalog, ShopProfile shop, FitPlan fit)
{
    public Design Design { get; } = design;
    public Catalog Catalog { get; } = catalog;
    public ShopProfile Shop { get; } = shop;
    public FitPlan Fit { get; } = fit;

    /// <summary>In the order of the faces; open faces have none.</summary>
    public SortedDictionary<Face, SolidPart> Panels { get; } = [];
    public Dictionary<string, SolidPart> Trays { get; } = new(StringComparer.Ordinal);
    public List<SolidPart> Members { get; } = [];
}
