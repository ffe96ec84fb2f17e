using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Remedies;

/// <summary>Which decks can carry a model, and how it comes to them before it has its place.</summary>
public static class DeviceChoice
{
    /// <summary>So far from two walls a straight driver, fingers and plugs come by, mm: places are looked for from there.</summary>
    private const double FromWallsMm = 42;

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

    /// <summary>All decks, those made for hardware first.</summary>
    public static IEnumerable<string> Decks(PlanSoFar plan) => plan.Design.Trays.Where(t => !Copies.IsCopy(t.Id)).Select(t => t.Id)
        .Concat(((Face[])[Face.Bottom, Face.Front, Face.Back, Face.Right, Face.Left, Face.Top]).Select(Deck.OfPanel));

    public static string NameOf(PlanSoFar plan, string deckId) => Deck.IsPanel(deckId, out var face) ? "the " + Deck.Name(face)
        : plan.Design.Trays.First(t => t.Id == deckId).Name;

    public static string NewId(Design design, HardwareModel model)
    {
        var taken = design.Devices.Select(d => d.Id).Concat(design.Trays.Select(t => t.Id)).Concat(design.Structures.Select(s => s.Id))
            .ToHashSet(StringComparer.Ordinal);
        return Enumerable.Range(1, int.MaxValue).Select(i => i == 1 ? model.Id : $"{model.Id}-{i}").First(i => !taken.Contains(i));
    }

    /// <summary>A device not yet placed; its panel is thinned where it is too thick to clamp, a fan breathes.</summary>
    public static Device New(PlanSoFar plan, HardwareModel model, string deckId) => new(
        NewId(plan.Design, model), model.Id, model.Name, deckId, FromWallsMm, FromWallsMm, 0, RebateFor(plan, model, deckId),
        model.Fan && model.Cutouts.Count > 0 ? GrillePattern.Opening(model.Cutouts[0].WidthMm)
            ?? new Grille(GrilleKind.Open, 0, 0) : null, [])
    {
        Mounting = OwnFixings.Usual.Over(AdapterFor(plan, model, deckId)),
    };

    /// <summary>
    /// Through a slotted bar no screw reaches a thread in the device's base: on a level of such bars it stands on a plate.
    /// </summary>
    public static Adapter? AdapterFor(PlanSoFar plan, HardwareModel model, string deckId) =>
        model.Mount == MountStyle.TappedBody && plan.Shell.Members.Any(m => m.CarriesDeck == deckId && m.Section == BarShape.Slotted)
            ? Adapter.Usual : null;

    public static double? RebateFor(PlanSoFar plan, HardwareModel model, string deckId) =>
        Deck.IsPanel(deckId, out var face) && model.InPanel && model.PanelMaxMm is { } most && plan.Fit.Envelope.ThicknessMm[face] > most
            ? Clamped(model, most)
            : null;

    /// <summary>A thickness that the device clamps with something to spare, mm.</summary>
    public static double Clamped(HardwareModel model, double most) => Math.Max(model.PanelMinMm ?? 0, most > 3 ? most - 1 : most);
}
