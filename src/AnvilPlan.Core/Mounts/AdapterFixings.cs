using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>Tapped holes of adapter plates over the holes of their decks, and the screws from behind.</summary>
internal static class AdapterFixings
{
    /// <summary>Clamped between deck and device: bevelled edges, held by the device's own screws.</summary>
    private static void Pad(MountDraft draft, PlacedDevice device, SolidPart plate, SolidPart deck, Adapter pad)
    {
        if (device.Mounting is not StuckDown)
        {
            draft.Holds.Add(new Hold(plate.Id, deck.Id, HoldBy.Bolts, Place.Device(device.Id)));
        }

        if (pad.BevelDeg > 0)
        {
            foreach (var edge in Enum.GetValues<PartEdge>())
            {
                draft.Features.Add(new PartFeature(plate.Id, new Bevel($"{device.Id}/{edge}", device.Id, "bevel of the pad",
                    device.DeckFrame.Normal == device.Away ? WorkedFrom.Far : WorkedFrom.Seen, edge, pad.BevelDeg)));
            }
        }
    }

    /// <summary>On slotted bars: screws beside the device, through the plate into nuts in the slots.</summary>
    private static void Wings(MountDraft draft, PlacedDevice device, Design design, Catalog catalog, ShellPlan shell, SolidPart plate)
    {
        var places = AdapterPlate.Wings(device, AdapterPlate.DeckOf(device, design)).Select(w => device.DeckFrame.ToSpace(w));
        foreach (var group in places.GroupBy(p => shell.BarUnder(device.Device.DeckId, p)))
        {
            if (group.Key is not { Section: BarShape.Slotted } rail)
            {
                continue;
            }

            var thread = ScrewWays.SlotThread(catalog, catalog.Bar(rail.BarId!));
            var (clear, where) = (thread.ClearanceNormalMm, $"Adapter of {device.Device.Name} to {rail.Name.ToLowerInvariant()}");
            var hole = new WayLayer(plate.Id, plate, LayerRole.Clearance, 0, plate.ThicknessMm, clear, (id, at) => new Hole(id, device.Id,
                "screw into the slot", JointDraft.FaceTowards(plate, device.Away), plate.Frame.ToPlane(at),
                Bore.Through(clear, $"clearance for {thread.Name}, normal series: {clear} mm ({thread.Source})"),
                "beside the device, over the slot of the rail"));
            var need = new ScrewNeed($"screw/{device.Id}/adapter-{rail.Id}", device.Id, where,
                [new WhyTerm("adapter thickness", plate.ThicknessMm, "mm", "adapter")]);
            draft.Holds.Add(new Hold(plate.Id, rail.Id, HoldBy.Screws, Place.Device(device.Id)));
            draft.Fixings.Add(new FixingSet(
                $"{device.Id}/adapter-{rail.Id}", device.Id, where, device.Away.Opposite(), [new PointsLocus([.. group])],
                [.. Enumerable.Range(0, 4).Select(n => ScrewWays.IntoSlot(
                    catalog, need with { WasherMm = n * catalog.Fasteners.Nut(thread.Name).WasherThicknessMm }, thread, hole, rail,
                    plate.Box.Side(device.Away)))])
            { DeviceId = device.Id });
        }
    }

    public static void Add(MountDraft draft, PlacedDevice device, Design design, Catalog catalog, ShellPlan shell)
    {
        if (!shell.Adapters.TryGetValue(device.Id, out var plate))
        {
            return;
        }

        if (device.Device.Adapter is { RevealMm: not null } pad)
        {
            Pad(draft, device, plate, shell.Deck(device), pad);
            return;
        }

        Wings(draft, device, design, catalog, shell, plate);
        var picker = new ScrewPicker(catalog.Fasteners);
        var deck = shell.Deck(device);
        var drilled = AdapterPlate.Fixings(device, design);
        if (drilled.Count > 0)
        {
            draft.Holds.Add(new Hold(plate.Id, deck.Id, HoldBy.Screws, Place.Device(device.Id)));
        }

        foreach (var group in drilled.GroupBy(d => AdapterPlate.Thread(d)!))
        {
            var thread = group.Key;
            var choice = picker.Tapped(new ScrewNeed($"screw/{device.Id}/adapter-{thread.Name}", device.Id,
                $"Adapter of {device.Device.Name} to {deck.Name.ToLowerInvariant()}",
                [new WhyTerm($"{deck.Name.ToLowerInvariant()} thickness", deck.ThicknessMm, "mm", "deck")]), thread, HeadForm.Pan,
                new WhyTerm("three full threads", ScrewPicker.ThreePitchesMm(thread), "mm", "thread table"),
                new WhyTerm("adapter thickness", plate.ThicknessMm, "mm", "adapter"));
            var behind = deck.Box.Side(device.Away.Opposite());
            draft.Fixings.Add(new FixingSet(
                $"{device.Id}/adapter-{thread.Name}", device.Id, choice.Where, device.Away,
                    [new PointsLocus([.. group.Select(h => device.DeckFrame.ToSpace(new Uv(h.UMm, h.VMm)))])],
                [
                    new FixingWay(
                        FixingKind.Screw, behind,
                        [
                            new WayLayer(deck.Id, deck, LayerRole.Clearance, 0, deck.ThicknessMm, group.Min(h => h.DiaMm), null),
                            new WayLayer(plate.Id, plate, LayerRole.Thread, deck.ThicknessMm, deck.ThicknessMm + plate.ThicknessMm,
                                thread.TapDrillMm, (id, at) =>
                                    new Hole(id, device.Id, $"tapped hole over a hole of {deck.Name.ToLowerInvariant()}", WorkedFrom.Seen,
                                    plate.Frame.ToPlane(at),
                                    Bore.Through(thread.TapDrillMm, $"tap drill {thread.Name}: {thread.TapDrillMm} mm; its screw passes "
                                    + $"the deck's hole").Tapped(thread.Name), "over the deck's hole")),
                        ],
                        ScrewWays.Screw(catalog.Fasteners.Head(thread.Name, HeadForm.Pan), thread.NominalMm, choice.LengthMm
                            ?? deck.ThicknessMm + plate.ThicknessMm), [choice], []),
                ])
            { DeviceId = device.Id });
        }
    }
}
