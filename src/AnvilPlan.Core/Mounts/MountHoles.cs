using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>
/// Holes and screws of a device's mounting pattern. One interface, one set of fixings: a board is screwed to its standoffs and the
/// standoffs to the deck, never one screw through all three.
/// </summary>
internal static class MountHoles
{
    private const long SlotNutCents = 35;

    public static void Add(MountDraft draft, PlacedDevice device, ShellPlan shell, Catalog catalog)
    {
        var model = device.Model;
        if (model.ThreadSize is null || model.Holes.Count == 0 || device.Device.Stuck is not null)
        {
            return;
        }

        var tables = catalog.Fasteners;
        var thread = tables.Thread(model.ThreadSize);
        var under = model.Holes.Select(h => shell.Under(device, device.ToSpace(h.XMm, h.YMm, 0))).ToList();
        if (under.FirstOrDefault(u => u is not null) is not { } carrier)
        {
            return;
        }

        var brittle = catalog.Material(carrier.MaterialId).Brittle;
        var dia = brittle ? thread.ClearanceLooseMm : thread.ClearanceNormalMm;
        var why = $"clearance for {thread.Name}, {(brittle ? "loose series because the sheet is brittle" : "normal series")}: {dia} mm ({thread.Source})";
        var outer = device.Away.Opposite();
        var pad = device.Device.Adapter is { RevealMm: not null } ? shell.Deck(device.Device.DeckId) : null;
        var flush = device.Device.Adapter is null || pad is not null ? null : tables.Head(thread.Name, HeadForm.Countersunk);
        foreach (var (hole, i) in model.Holes.Select((h, i) => (h, i + 1)))
        {
            if (under[i - 1] is not { } deck)
            {
                continue;
            }

            var point = device.ToSpace(hole.XMm, hole.YMm, 0);
            var at = deck.Frame.ToPlane(point);
            var from = deck.Frame.Normal == (model.InPanel ? device.Facing : outer) ? WorkedFrom.Seen : WorkedFrom.Far;
            if (deck.Section == BarShape.Slotted)
            {
                draft.Bought.Add(new BoughtPiece("nut", $"{thread.Name} slot nut for profile {deck.ThicknessMm:0.#}", 1, SlotNutCents));
            }
            else if (!device.Device.OnDrilledHoles)
            {
                draft.Features.Add(new PartFeature(deck.Id, new Hole($"{device.Id}/{i}", device.Id, $"{device.Device.Name}, hole {i}", from, at, dia, null, null, flush?.DiaMm, flush?.CountersinkDeg, why,
                    $"{device.Device.Name} at ({device.Device.UMm}, {device.Device.VMm}) on its deck, hole ({hole.XMm}, {hole.YMm}) of its pattern, {device.Device.QuarterTurns} quarter turns", null)));
            }

            if (pad is not null)
            {
                var clear = thread.ClearanceNormalMm;
                draft.Features.Add(new PartFeature(pad.Id, new Hole($"{device.Id}/{i}", device.Id, $"{device.Device.Name}, hole {i}, through the pad", JointDraft.FaceTowards(pad, outer), pad.Frame.ToPlane(point), clear, null, null, null, null,
                    $"clearance for {thread.Name}, normal series: {clear} mm ({thread.Source})", "behind the hole of the pad", null)));
            }

            draft.Points.Add(new MountPoint(device.Id, deck.Id, i, at, PositionWhy.Of(device, deck, hole, at, alongU: true), PositionWhy.Of(device, deck, hole, at, alongU: false)));
        }

        AddScrews(draft, device, carrier, pad, thread, new ScrewPicker(tables), tables);
    }

    private static void AddScrews(MountDraft draft, PlacedDevice device, SolidPart deck, SolidPart? behind, ThreadSize thread, ScrewPicker picker, FastenerTables tables)
    {
        var (model, d, count) = (device.Model, device.Device, device.Model.Holes.Count);
        var form = d.Adapter is null || behind is not null ? HeadForm.Pan : HeadForm.Countersunk;
        var plate = new WhyTerm($"{deck.Name.ToLowerInvariant()} thickness", MountStage.ThicknessAt(device, deck), "mm", d.RebateToMm is null ? "deck" : "rebate");
        List<WhyTerm> plates = behind is null ? [plate] : [plate, new WhyTerm($"{behind.Name.ToLowerInvariant()} thickness", behind.ThicknessMm, "mm", "deck")];
        var board = new WhyTerm("board or flange", model.BoardMm, "mm", "model " + model.Id);
        switch (model.Mount)
        {
            case MountStyle.Standoffs when device.StandoffMm > 0:
                var standoff = tables.Standoffs
                    .Where(s => s.Size == thread.Name && s.LengthMm >= device.StandoffMm - 1e-6)
                    .MinBy(s => s.LengthMm);
                draft.Standoffs.Add(new StandoffSet(device.Id, thread.Name, device.StandoffMm, standoff?.LengthMm, count, (standoff?.PriceCents ?? 0) * count));
                var depth = new WhyTerm("half the standoff, at most its thread", StandoffStack.DepthMm(standoff, device.StandoffMm), "mm", "standoff table");
                var least = picker.EngagementIn(StandoffStack.EngagementRow, thread);
                draft.Screws.Add(picker.Tapped($"screw/{d.Id}/board", d.Id, $"{d.Name} to standoffs", thread, HeadForm.Pan, [board], d.WasherMm, least, depth, count, d.ScrewLengthMm));
                draft.Screws.Add(picker.Tapped($"screw/{d.Id}/deck", d.Id, $"Standoffs of {d.Name} to {deck.Name.ToLowerInvariant()}", thread, form, plates, 0, least, depth, count, null));
                break;
            case MountStyle.TappedBody:
            case MountStyle.PanelScrews when model.DepthMaxMm is not null:
                var three = new WhyTerm("three full threads", ScrewPicker.ThreePitchesMm(thread), "mm", "thread table");
                draft.Screws.Add(picker.Tapped(
                    $"screw/{d.Id}", d.Id, $"{d.Name} to {deck.Name.ToLowerInvariant()}", thread, form, plates, d.WasherMm, three,
                    new WhyTerm("free depth in the device", model.DepthMaxMm!.Value, "mm", "model " + model.Id), count, d.ScrewLengthMm));
                break;
            default:
                draft.Screws.Add(picker.WithNut(
                    $"screw/{d.Id}", d.Id, $"{d.Name} to {deck.Name.ToLowerInvariant()}", thread, HeadForm.Pan, [.. plates, board], d.WasherMm, count, d.ScrewLengthMm));
                break;
        }
    }
}
