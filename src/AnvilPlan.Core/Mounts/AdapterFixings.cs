using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>Tapped holes of adapter plates over the holes of their decks, and the screws from behind.</summary>
internal static class AdapterFixings
{
    /// <summary>Clamped between deck and device: bevelled edges, held by the device's own screws.</summary>
    private static void Pad(MountDraft draft, PlacedDevice device, SolidPart plate, SolidPart deck, Adapter pad)
    {
        draft.Holds.Add(new Hold(plate.Id, deck.Id, HoldBy.Bolts, "device/" + device.Id));
        if (pad.BevelDeg > 0)
        {
            foreach (var edge in Enum.GetValues<PartEdge>())
            {
                draft.Features.Add(new PartFeature(plate.Id, new Bevel($"{device.Id}/{edge}", device.Id, "bevel of the pad", device.DeckFrame.Normal == device.Away ? WorkedFrom.Far : WorkedFrom.Seen, edge, pad.BevelDeg)));
            }
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
            Pad(draft, device, plate, shell.Deck(device.Device.DeckId), pad);
            return;
        }

        var picker = new ScrewPicker(catalog.Fasteners);
        var deck = shell.Deck(device.Device.DeckId);
        draft.Holds.Add(new Hold(plate.Id, deck.Id, HoldBy.Screws, "device/" + device.Id));
        foreach (var group in AdapterPlate.Fixings(device, design).GroupBy(d => AdapterPlate.Thread(d)!))
        {
            var thread = group.Key;
            draft.Screws.Add(picker.Tapped(
                $"screw/{device.Id}/adapter-{thread.Name}", device.Id, $"Adapter of {device.Device.Name} to {deck.Name.ToLowerInvariant()}", thread, HeadForm.Pan,
                [new WhyTerm($"{deck.Name.ToLowerInvariant()} thickness", deck.ThicknessMm, "mm", "deck")], 0, new WhyTerm("three full threads", ScrewPicker.ThreePitchesMm(thread), "mm", "thread table"),
                new WhyTerm("adapter thickness", plate.ThicknessMm, "mm", "adapter"), group.Count(), null));
            foreach (var (hole, i) in group.Select((h, i) => (h, i + 1)))
            {
                var at = plate.Frame.ToPlane(device.DeckFrame.ToSpace(new Uv(hole.UMm, hole.VMm)));
                draft.Features.Add(new PartFeature(plate.Id, new Hole(
                    $"{device.Id}/adapter-{thread.Name}-{i}", device.Id, $"tapped hole over a hole of {deck.Name.ToLowerInvariant()}", WorkedFrom.Seen, at, thread.TapDrillMm, null, thread.Name, null, null,
                    $"tap drill {thread.Name}: {thread.TapDrillMm} mm; its screw passes the {hole.DiaMm} mm hole", $"the deck's hole at ({hole.UMm}, {hole.VMm})", null)));
            }
        }
    }
}
