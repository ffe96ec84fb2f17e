using AnvilPlan.Core.Construction.Plates;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Judging;

/// <summary>How devices sit on their decks, and what carries the trays.</summary>
internal static class DeckFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan) =>
    [
        .. plan.Design.Trays.SelectMany(t => Tray(plan, t)),
        .. plan.Fit.Devices.SelectMany(d => Board(plan, d)),
        .. plan.Fit.Devices.Where(d => d.Device.Adapter is { RevealMm: null }).SelectMany(d => Adapter(plan, d)),
        .. plan.Fit.Devices.SelectMany(d => Panel(plan, d)),
        .. plan.Mounts.Fans.SelectMany(f => Fan(plan, f)),
    ];

    private static IEnumerable<Finding> Tray(PlanSoFar plan, Tray tray)
    {
        var held = tray.Support switch
        {
            TraySupport.Rails => plan.Shell.Members.Count(b => b.Role is Role.TrayRail rail && rail.TrayId == tray.Id) == 2,
            TraySupport.Posts or TraySupport.Hung => PlateSupports.PostMm(tray, plan.Fit) >= FitStage.LeastStandoffMm
                && plan.Joints.Holds.Any(h => h.PartA == tray.Id || h.PartB == tray.Id),
            TraySupport.OnBars => plan.Shell.Members.Any(m => m.CarriesDeck == tray.Id),
            TraySupport.Flanges => TrayFolds.Sides(tray).Count(s => TrayFolds.FlangeId(tray, s) is var id
                && plan.Joints.Holds.Any(h => h.PartA == id || h.PartB == id)) >= 2,
            TraySupport.Housed => plan.Joints.Holds.Count(h => h.PartA == tray.Id || h.PartB == tray.Id) >= 2,
            // one with what it is printed with
            _ when plan.Shell.Trays.TryGetValue(tray.Id, out var plate) && plate.LeafOf is { } body =>
                plan.Shell.Parts.Where(p => p.LeafOf == body).Any(p => plan.Joints.Holds.Any(h => h.PartA == p.Id || h.PartB == p.Id)),
            _ => plan.Joints.Holds.Any(h => h.PartA == tray.Id || h.PartB == tray.Id),
        };
        var behind = Deck.Name(tray.Plane.Behind());
        // the plate of a structure is carried by that alone
        var owned = plan.Design.Structures.Any(s => plan.Catalog.Systems.Any(x => x.PlateOf(s) == tray.Id));
        if (!held)
        {
            yield return Finding.Of("tray-unsupported", Severity.Stop,
                $"{tray.Name} hangs in the air {Say.Mm(tray.UndersideMm)} mm from the {behind}: nothing carries it.",
                [tray.Id],
                new Remedy("rails", "Carry it on two aluminium rails 15 x 15", d => owned || tray.UndersideMm < 15 ? null
                    : d.WithTray(tray.Id, t => t with { Support = TraySupport.Rails, RailBarId = "aluminium-6061-15x15" })),
                new Remedy("posts", $"Stand it on four posts from the {behind}", d => owned || tray.UndersideMm < FitStage.LeastStandoffMm
                    ? null : d.WithTray(tray.Id, t => t with { Support = TraySupport.Posts })))
                .AlikeBy("trays", tray.Name);
        }

        var (box, inside, axis) = (tray.WithFlanges(plan.Fit.Trays[tray.Id]), plan.Fit.Envelope.Inner, tray.Plane.Normal().Axis());
        var below = tray.FlangesBeyond(plan.Fit.Trays[tray.Id].Size[axis]).Behind;
        var walls = tray.Plane.Rails().Least.Outward().Axis();
        // a housed plate ends in its walls
        var judged = tray.Support == TraySupport.Housed ? box.WithSpan(walls, inside.Min[walls], inside.Max[walls]) : box;
        if (!inside.Contains(judged) && !Copies.IsCopy(tray.Id))
        {
            yield return Finding.Of("tray-outside", Severity.Stop,
                $"{tray.Name} does not lie inside the box: it reaches from {Say.Mm(tray.UndersideMm - below)} to "
                    + $"{Say.Mm(tray.UndersideMm - below + box.Size[axis])} mm from the {behind}, the inside is "
                    + $"{Say.Mm(inside.Size[axis])} mm there.",
                [tray.Id],
                new Remedy("lower", "Bring it to the middle of the box",
                    d => d.WithTray(tray.Id, t => t with
                    {
                        UndersideMm = tray.Flanges is null ? Math.Round(inside.Size[axis] / 2)
                    : Math.Round(Math.Max(0, (inside.Size[axis] - box.Size[axis]) / 2) + below, 1)
                    })));
        }
    }

    private static IEnumerable<Finding> Board(PlanSoFar plan, PlacedDevice device)
    {
        if (!device.Model.BareBoard)
        {
            yield break;
        }

        var deck = plan.Shell.Under(device);
        var metal = plan.Catalog.Material(deck.MaterialId).Metal;
        // strips hold it as high as they are thick
        var auto = device.Device.Stuck is null
            ? new Remedy("standoff", "Stand it on the least standoff that clears it", d => d.WithDevice(device.Id,
                x => x.Screwed(s => s with { StandoffMm = null, ScrewLengthMm = null })))
            : ScrewIt(device.Id);
        if (metal && device.StandoffMm <= 0)
        {
            yield return Finding.Of("board-on-metal", Severity.Stop,
                $"{device.Device.Name} lies bare on the {plan.Catalog.Material(deck.MaterialId).Name} of {deck.Name}: its solder side "
                    + $"projects {Say.Mm(device.Model.UnderMm)} mm and will short.",
                [Place.Device(device.Id), deck.Id], auto);
        }
        else if (device.StandoffMm < device.Device.TowardsDeckMm(device.Model) + 0.5)
        {
            yield return Finding.Of("standoff-low", Severity.Stop,
                $"{device.Device.Name} stands {Say.Mm(device.StandoffMm)} mm high, its "
                    + $"{(device.Device.TurnedOver ? "tallest component" : "solder side")} needs "
                    + $"{Say.Mm(device.Device.TowardsDeckMm(device.Model) + 0.5)} mm.",
                [Place.Device(device.Id), deck.Id], auto);
        }

        if (device.StandoffMm > 0 && plan.Mounts.Standoffs.FirstOrDefault(s => s.DeviceId == device.Id) is { } set
            && (set.LengthMm is null || Math.Abs(set.LengthMm.Value - set.WantedMm) > 0.05))
        {
            var sold = plan.Catalog.Fasteners.Standoffs.Where(s => s.Size == set.Thread).Select(s => s.LengthMm).ToList();
            yield return Finding.Of("standoff-not-sold", Severity.Warn,
                $"{device.Device.Name} wants {set.Thread} standoffs of {Say.Mm(set.WantedMm)} mm; sold are "
                    + $"{string.Join(", ", sold.Select(Say.Mm))} mm.",
                [Place.Device(device.Id)],
                new Remedy("next-standoff", "Take the next length on sale", d => sold.Where(l => l >= set.WantedMm - 1e-6)
                    .Select(l => (double?)l).Min() is { } next
                    ? d.WithDevice(device.Id, x => x.Screwed(s => s with { StandoffMm = next }))
                    : null));
        }
    }

    /// <summary>For what is stuck where strips will not do.</summary>
    internal static Remedy ScrewIt(string deviceId) => new("screw-it", "Screw it by its own holes",
        d => d.WithDevice(deviceId, x => x with { Mounting = OwnFixings.Usual }));

    private static IEnumerable<Finding> Adapter(PlanSoFar plan, PlacedDevice device)
    {
        var (count, deck) = (AdapterPlate.Count(device, plan.Design), plan.Shell.Deck(device));
        if (count < 2)
        {
            yield return Finding.Of("adapter-unheld", Severity.Stop,
                $"The adapter under {device.Device.Name} meets {count} usable holes of {deck.Name}: it needs at least 2 that stay clear "
                    + $"of the device's own.",
                [Place.Device(device.Id), deck.Id],
                new Remedy("no-adapter", "Leave the adapter out and drill the deck", d => d.WithDevice(device.Id,
                    x => x.Screwed(s => s.Over(null)))));
        }
    }

    private static IEnumerable<Finding> Panel(PlanSoFar plan, PlacedDevice device)
    {
        if (!device.Model.InPanel)
        {
            yield break;
        }

        var deck = plan.Shell.Deck(device);
        var thickness = MountStage.ThicknessAt(device, deck);
        if (device.Model.PanelMaxMm is { } most && thickness > most + 1e-6)
        {
            yield return Finding.Of("panel-too-thick", Severity.Stop,
                $"{device.Device.Name} clamps panels up to {Say.Mm(most)} mm; {deck.Name} is {Say.Mm(thickness)} mm there.",
                [Place.Device(device.Id), deck.Id],
                new Remedy("rebate", $"Thin the panel from behind to {Say.Mm(DeviceChoice.Clamped(device.Model, most))} mm under it",
                    d => d.WithDevice(device.Id, x => x with { RebateToMm = DeviceChoice.Clamped(device.Model, most) })));
        }
        else if (device.Model.PanelMinMm is { } least && thickness < least - 1e-6)
        {
            yield return Finding.Of("panel-too-thin", Severity.Warn,
                $"{device.Device.Name} wants a panel of at least {Say.Mm(least)} mm; {deck.Name} is {Say.Mm(thickness)} mm there.",
                [Place.Device(device.Id), deck.Id]);
        }
    }

    private static IEnumerable<Finding> Fan(PlanSoFar plan, FanOpening fan)
    {
        var share = fan.OpenMm2 / fan.ApertureMm2;
        if (share >= GrillePattern.LeastOpenShare)
        {
            yield break;
        }

        var device = plan.Fit.Device(fan.DeviceId)!;
        yield return Finding.Of(fan.OpenMm2 <= 0 ? "fan-closed" : "fan-throttled", fan.OpenMm2 <= 0 ? Severity.Stop : Severity.Warn,
            $"{device.Device.Name} breathes through {Say.Mm(fan.OpenMm2 / 100)} cm² of {Say.Mm(fan.ApertureMm2 / 100)} cm², "
                + $"{Say.Mm(100 * share)} %: it should be at least {100 * GrillePattern.LeastOpenShare} %.",
            [Place.Device(device.Id), plan.Shell.Deck(device).Id],
            new Remedy("open", "Cut the whole aperture open", d => d.WithDevice(device.Id, x => x with
            { Grille = new Grille(GrilleKind.Open, 0, 0) })),
            new Remedy("holes", "Drill a 60° pattern of the smallest holes that open enough",
                d => GrillePattern.Opening(device.Model.Cutouts[0].WidthMm) is { } grille
                ? d.WithDevice(device.Id, x => x with { Grille = grille })
                : null));
    }
}
