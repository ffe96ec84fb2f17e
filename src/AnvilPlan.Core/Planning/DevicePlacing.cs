using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Planning;

/// <summary>What came of bringing a device to a deck.</summary>
/// <param name="Design">With the device at a place that is free; null when there is none.</param>
/// <param name="Reason">Why there is none, and what would do; empty when there is one.</param>
public sealed record PlacedOrNot(Design? Design, string DeviceId, string Reason);

/// <summary>A deck for a device to be added.</summary>
/// <param name="Reason">Why there is no place; empty when there is one.</param>
public sealed record DeckOffer(string DeckId, bool Free, string Reason);

/// <summary>
/// Brings devices to decks that can carry them, at a place after which the plan has no new stop: as it lies, turned, on the other face
/// of its tray. Where there is none, nothing is changed and the reason says where there would be one.
/// </summary>
public static class DevicePlacing
{
    /// <summary>Free places at which the remedies of what is wrong there are tried.</summary>
    private const int MostMended = 6;

    /// <summary>Places looked at beyond the first that brings a warning.</summary>
    private const int MostForAWarning = 10;

    /// <summary>A new device of that model on that deck, with an id of its own.</summary>
    public static PlacedOrNot Add(Design design, Catalog catalog, ShopProfile shop, string modelId, string deckId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var model = catalog.Model(modelId);
        var id = DeviceChoice.NewId(plan.Design, model);
        return Bring(plan, design, DeviceChoice.New(plan, model, deckId) with { Id = id }, d => design with
        { Devices = [.. design.Devices, d] });
    }

    /// <summary>The device on another deck.</summary>
    public static PlacedOrNot Move(Design design, Catalog catalog, ShopProfile shop, string deviceId, string deckId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var device = design.Devices.First(d => d.Id == deviceId);
        var moved = device with
        {
            DeckId = deckId,
            FarFace = false,
            RebateToMm = DeviceChoice.RebateFor(plan, catalog.Model(device.ModelId), deckId),
        };
        moved = moved.Screwed(s => s.Over(DeviceChoice.AdapterFor(plan, catalog.Model(device.ModelId), deckId)));
        return Bring(plan, design, moved, d => design.WithDevice(deviceId, _ => d));
    }

    private static PlacedOrNot Bring(PlanSoFar plan, Design design, Device device, Func<Device, Design> with)
    {
        var model = plan.Catalog.Model(device.ModelId);
        if (DeviceChoice.WhyNot(plan, model, device.DeckId) is { } reason)
        {
            return new PlacedOrNot(null, device.Id, $"{reason}{Offer(plan, design, device, with)}");
        }

        var before = Trial.Weighed(plan, design);
        if ((Found(plan, device, with, before) ?? Mended(plan, device, with, before)) is { } found)
        {
            return new PlacedOrNot(found, device.Id, "");
        }

        var size = $"{model.Name}, {Say.Mm(model.WidthMm)} x {Say.Mm(model.DepthMm)} x {Say.Mm(model.HeightMm)} mm,";
        return new PlacedOrNot(null, device.Id, Obstacle(plan, device, with, before) is { } obstacle
            ? $"{size} finds room on {DeviceChoice.NameOf(plan, device.DeckId)}, but: "
                + $"{obstacle.TrimEnd('.')}{Offer(plan, design, device, with)}"
            : $"No place on {DeviceChoice.NameOf(plan, device.DeckId)} is free for {size} as it lies, "
                + $"turned{(Deck.IsPanel(device.DeckId, out _) ? "" : " or on its other face")}{Offer(plan, design, device, with)}");
    }

    /// <summary>The first free place with what its own snags' remedies make of it: washers, another standoff, a plate between.</summary>
    private static Design? Mended(PlanSoFar plan, Device device, Func<Device, Design> with,
        (HashSet<string> Stops, HashSet<string> Warns) before)
    {
        bool Sound(Design d) => DesignCheck.Problems(d, plan.Catalog).Count == 0 && Trial.Weighed(plan, d).Stops.IsSubsetOf(before.Stops);
        return DeviceMoves.Spots(plan, device).Take(MostMended).Select(with)
            // other places have been looked at already
            .SelectMany(tried => NewStops(plan, tried, before).SelectMany(f => f.Remedies).Where(r => r.Id != DeviceMoves.RemedyId(device))
                .Select(r => r.Change(tried)).OfType<Design>().Where(d => OnlyDevices(d, tried)))
            .FirstOrDefault(Sound);
    }

    /// <summary>Whoever brings a device does not ask for another box, tray or frame.</summary>
    private static bool OnlyDevices(Design changed, Design from) => ReferenceEquals(changed.Box, from.Box)
        && ReferenceEquals(changed.Trays, from.Trays) && ReferenceEquals(changed.Structures, from.Structures);

    /// <summary>What stops the device at the first free place, where it is not the place itself.</summary>
    private static string? Obstacle(PlanSoFar plan, Device device, Func<Device, Design> with,
        (HashSet<string> Stops, HashSet<string> Warns) before) =>
        DeviceMoves.Spots(plan, device).Take(MostMended).Select(with).Select(d => NewStops(plan, d, before).Select(f => f.Text)
            .FirstOrDefault()).FirstOrDefault(t => t is not null);

    private static IEnumerable<Finding> NewStops(PlanSoFar plan, Design tried, (HashSet<string> Stops, HashSet<string> Warns) before) =>
        plan.Judged(tried).Where(f => f.Severity == Severity.Stop && Trial.OfItsPlace(f) && f.Members.Any(m => !before.Stops.Contains(m)));

    /// <summary>
    /// Every deck for one model: those with a free place first, then those that are full, then those that cannot carry it.
    /// </summary>
    public static IReadOnlyList<DeckOffer> Offers(Design design, Catalog catalog, ShopProfile shop, string modelId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var model = catalog.Model(modelId);
        return
        [
            .. DeviceChoice.Decks(plan).Select(deck => DeviceChoice.WhyNot(plan, model, deck) is { } reason
                    ? new DeckOffer(deck, false, reason + ".")
                    : DeviceMoves.Spots(plan, DeviceChoice.New(plan, model, deck)).Any() ? new DeckOffer(deck, true, "")
                        : new DeckOffer(deck, false, "No free place is left on it."))
                .OrderByDescending(o => o.Free).ThenBy(o => DeviceChoice.WhyNot(plan, model, o.DeckId) is not null)
                // hands and plugs come to the front and the back
                .ThenBy(o => model.InPanel && Deck.IsPanel(o.DeckId, out var face) && face is Face.Bottom or Face.Top),
        ];
    }

    /// <summary>Names the first deck, in the order of the design, on which there is a place.</summary>
    private static string Offer(PlanSoFar plan, Design design, Device device, Func<Device, Design> with)
    {
        var model = plan.Catalog.Model(device.ModelId);
        var before = Trial.Weighed(plan, design);
        List<string> others = [.. DeviceChoice.Decks(plan).Where(d => d != device.DeckId && DeviceChoice.WhyNot(plan, model, d) is null)];
        foreach (var deck in others)
        {
            if (Found(plan, device with { DeckId = deck, FarFace = false, RebateToMm = DeviceChoice.RebateFor(plan, model, deck) }, with,
                before, mostTrials: 3) is not null)
            {
                return $"; on {DeviceChoice.NameOf(plan, deck)} there is one.";
            }
        }

        return others.Count > 0 ? "; no other deck has one either: make the box or a tray larger."
            : model.InPanel ? "; no other panel is closed that could carry it: close one first."
            : "; there is no other deck that could carry it: add a tray or close a panel.";
    }

    /// <summary>
    /// The nearest place that brings no stop and no warning; where each of the next ones brings a warning, the first of them.
    /// </summary>
    private static Design? Found(PlanSoFar plan, Device device, Func<Device, Design> with,
        (HashSet<string> Stops, HashSet<string> Warns) before, int mostTrials = int.MaxValue)
    {
        Design? warned = null;
        var more = MostForAWarning;
        foreach (var tried in DeviceMoves.Spots(plan, device).Take(mostTrials).Select(with).Where(d => DesignCheck.Problems(d, plan.Catalog)
            .Count == 0))
        {
            var after = Trial.Weighed(plan, tried);
            if (after.Stops.IsSubsetOf(before.Stops))
            {
                if (after.Warns.IsSubsetOf(before.Warns))
                {
                    return tried;
                }

                warned ??= tried;
            }

            if (warned is not null && more-- == 0)
            {
                break;
            }
        }

        return warned;
    }
}
