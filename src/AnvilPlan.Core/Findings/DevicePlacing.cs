using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Findings;

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
    /// <summary>So far from two walls a straight driver, fingers and plugs come by, mm: places are looked for from there.</summary>
    private const double FromWallsMm = 42;

    /// <summary>Free places at which the remedies of what is wrong there are tried.</summary>
    private const int MostMended = 6;

    /// <summary>Places looked at beyond the first that brings a warning.</summary>
    private const int MostForAWarning = 10;

    /// <summary>A new device of that model on that deck, with an id of its own.</summary>
    public static PlacedOrNot Add(Design design, Catalog catalog, ShopProfile shop, string modelId, string deckId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var model = catalog.Model(modelId);
        var id = NewId(plan.Design, model);
        return Bring(plan, design, New(plan, model, deckId) with { Id = id }, d => design with { Devices = [.. design.Devices, d] });
    }

    /// <summary>The device on another deck.</summary>
    public static PlacedOrNot Move(Design design, Catalog catalog, ShopProfile shop, string deviceId, string deckId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var device = design.Devices.First(d => d.Id == deviceId);
        var moved = device with { DeckId = deckId, FarFace = false, Adapter = AdapterFor(plan, catalog.Model(device.ModelId), deckId), OnDrilledHoles = false, RebateToMm = RebateFor(plan, catalog.Model(device.ModelId), deckId) };
        return Bring(plan, design, moved, d => design.WithDevice(deviceId, _ => d));
    }

    private static PlacedOrNot Bring(PlanSoFar plan, Design design, Device device, Func<Device, Design> with)
    {
        var model = plan.Catalog.Model(device.ModelId);
        if (WhyNot(plan, model, device.DeckId) is { } reason)
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
            ? $"{size} finds room on {NameOf(plan, device.DeckId)}, but: {obstacle.TrimEnd('.')}{Offer(plan, design, device, with)}"
            : $"No place on {NameOf(plan, device.DeckId)} is free for {size} as it lies, turned{(Deck.IsPanel(device.DeckId, out _) ? "" : " or on its other face")}{Offer(plan, design, device, with)}");
    }

    /// <summary>The first free place with what its own snags' remedies make of it: washers, another standoff, a plate between.</summary>
    private static Design? Mended(PlanSoFar plan, Device device, Func<Device, Design> with, (HashSet<string> Stops, HashSet<string> Warns) before)
    {
        bool Sound(Design d) => DesignCheck.Problems(d, plan.Catalog).Count == 0 && Trial.Weighed(plan, d).Stops.IsSubsetOf(before.Stops);
        return DeviceMoves.Spots(plan, device).Take(MostMended).Select(with)
            // other places have been looked at already
            .SelectMany(tried => NewStops(plan, tried, before).SelectMany(f => f.Remedies).Where(r => r.Id != DeviceMoves.RemedyId(device)).Select(r => r.Change(tried)).OfType<Design>().Where(d => OnlyDevices(d, tried)))
            .FirstOrDefault(Sound);
    }

    /// <summary>Whoever brings a device does not ask for another box, tray or frame.</summary>
    private static bool OnlyDevices(Design changed, Design from) => ReferenceEquals(changed.Box, from.Box) && ReferenceEquals(changed.Trays, from.Trays) && ReferenceEquals(changed.Structures, from.Structures);

    /// <summary>What stops the device at the first free place, where it is not the place itself.</summary>
    private static string? Obstacle(PlanSoFar plan, Device device, Func<Device, Design> with, (HashSet<string> Stops, HashSet<string> Warns) before) =>
        DeviceMoves.Spots(plan, device).Take(MostMended).Select(with).Select(d => NewStops(plan, d, before).Select(f => f.Text).FirstOrDefault()).FirstOrDefault(t => t is not null);

    private static IEnumerable<Finding> NewStops(PlanSoFar plan, Design tried, (HashSet<string> Stops, HashSet<string> Warns) before) =>
        Trial.Findings(plan, tried).Where(f => f.Severity == Severity.Stop && Trial.OfItsPlace(f) && f.Members.Any(m => !before.Stops.Contains(m)));

    /// <summary>Every deck for one model: those with a free place first, then those that are full, then those that cannot carry it.</summary>
    public static IReadOnlyList<DeckOffer> Offers(Design design, Catalog catalog, ShopProfile shop, string modelId)
    {
        var plan = Planner.Stages(design, catalog, shop, AsBuilt.Nothing);
        var model = catalog.Model(modelId);
        return
        [
            .. Decks(plan).Select(deck => WhyNot(plan, model, deck) is { } reason
                    ? new DeckOffer(deck, false, reason + ".")
                    : DeviceMoves.Spots(plan, New(plan, model, deck)).Any() ? new DeckOffer(deck, true, "") : new DeckOffer(deck, false, "No free place is left on it."))
                .OrderByDescending(o => o.Free).ThenBy(o => WhyNot(plan, model, o.DeckId) is not null)
                // hands and plugs come to the front and the back
                .ThenBy(o => model.InPanel && Deck.IsPanel(o.DeckId, out var face) && face is Face.Bottom or Face.Top),
        ];
    }

    /// <summary>Why that deck can carry no such device at all; null when it can.</summary>
    public static string? WhyNot(PlanSoFar plan, HardwareModel model, string deckId)
    {
        if (Deck.IsPanel(deckId, out var face))
        {
            return plan.Shell.Panels.ContainsKey(face) ? null
                : plan.Design.Panel(face).Hold == PanelHold.Open ? $"The {Deck.Name(face)} is open: nothing carries a device there"
                : $"The {Deck.Name(face)} is made of rings or bars: they carry no device";
        }

        return model.InPanel ? $"{model.Name} sits in the cut-out of a panel and cannot stand on {NameOf(plan, deckId)}" : null;
    }

    /// <summary>Names the first deck, in the order of the design, on which there is a place.</summary>
    private static string Offer(PlanSoFar plan, Design design, Device device, Func<Device, Design> with)
    {
        var model = plan.Catalog.Model(device.ModelId);
        var before = Trial.Weighed(plan, design);
        List<string> others = [.. Decks(plan).Where(d => d != device.DeckId && WhyNot(plan, model, d) is null)];
        foreach (var deck in others)
        {
            if (Found(plan, device with { DeckId = deck, FarFace = false, RebateToMm = RebateFor(plan, model, deck) }, with, before, mostTrials: 3) is not null)
            {
                return $"; on {NameOf(plan, deck)} there is one.";
            }
        }

        return others.Count > 0 ? "; no other deck has one either: make the box or a tray larger."
            : model.InPanel ? "; no other panel is closed that could carry it: close one first."
            : "; there is no other deck that could carry it: add a tray or close a panel.";
    }

    /// <summary>All decks, those made for hardware first.</summary>
    public static IEnumerable<string> Decks(PlanSoFar plan) => plan.Design.Trays.Where(t => !Copies.IsCopy(t.Id)).Select(t => t.Id)
        .Concat(((Face[])[Face.Bottom, Face.Front, Face.Back, Face.Right, Face.Left, Face.Top]).Select(Deck.OfPanel));

    /// <summary>The nearest place that brings no stop and no warning; where each of the next ones brings a warning, the first of them.</summary>
    private static Design? Found(PlanSoFar plan, Device device, Func<Device, Design> with, (HashSet<string> Stops, HashSet<string> Warns) before, int mostTrials = int.MaxValue)
    {
        Design? warned = null;
        var more = MostForAWarning;
        foreach (var tried in DeviceMoves.Spots(plan, device).Take(mostTrials).Select(with).Where(d => DesignCheck.Problems(d, plan.Catalog).Count == 0))
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

    private static string NameOf(PlanSoFar plan, string deckId) => Deck.IsPanel(deckId, out var face) ? "the " + Deck.Name(face) : plan.Design.Trays.First(t => t.Id == deckId).Name;

    private static string NewId(Design design, HardwareModel model)
    {
        var taken = design.Devices.Select(d => d.Id).Concat(design.Trays.Select(t => t.Id)).Concat(design.Structures.Select(s => s.Id)).ToHashSet(StringComparer.Ordinal);
        return Enumerable.Range(1, int.MaxValue).Select(i => i == 1 ? model.Id : $"{model.Id}-{i}").First(i => !taken.Contains(i));
    }

    /// <summary>A device not yet placed; its panel is thinned where it is too thick to clamp, a fan breathes.</summary>
    internal static Device New(PlanSoFar plan, HardwareModel model, string deckId) => new(
        NewId(plan.Design, model), model.Id, model.Name, deckId, FromWallsMm, FromWallsMm, 0, null, null, 0, RebateFor(plan, model, deckId),
        model.Fan && model.Cutouts.Count > 0 ? GrillePattern.Opening(model.Cutouts[0].WidthMm) ?? new Grille(GrilleKind.Open, 0, 0) : null, [])
    {
        Adapter = AdapterFor(plan, model, deckId),
    };

    /// <summary>Through a slotted bar no screw reaches a thread in the device's base: on a level of such bars it stands on a plate.</summary>
    internal static Adapter? AdapterFor(PlanSoFar plan, HardwareModel model, string deckId) =>
        model.Mount == MountStyle.TappedBody && plan.Shell.Members.Any(m => m.CarriesDeck == deckId && m.Section == BarShape.Slotted) ? new Adapter("aluminium-5052", 3) : null;

    private static double? RebateFor(PlanSoFar plan, HardwareModel model, string deckId) =>
        Deck.IsPanel(deckId, out var face) && model.InPanel && model.PanelMaxMm is { } most && plan.Fit.Envelope.ThicknessMm[face] > most
            ? Clamped(model, most)
            : null;

    /// <summary>A thickness that the device clamps with something to spare, mm.</summary>
    public static double Clamped(HardwareModel model, double most) => Math.Max(model.PanelMinMm ?? 0, most > 3 ? most - 1 : most);
}
