using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Core.Shell;

/// <summary>
/// A plate between a deck and a device whose patterns do not meet: it is screwed to holes of the deck from behind, and carries the
/// device by flush screws from its own underside.
/// </summary>
public static class AdapterPlate
{
    /// <summary>Plate left round the outermost hole, mm.</summary>
    private const double RimMm = 8;

    /// <summary>How far beyond the device's outline the plate may reach for a hole of the deck, mm.</summary>
    private const double ReachMm = 20;

    /// <summary>Material between a hole for the device and one for the deck, mm.</summary>
    private const double WebMm = 3;

    /// <summary>From the body to the middle of a screw beside it, mm: half a head of M4 and room for the driver.</summary>
    private const double WingMm = 8;

    /// <summary>From the front and the back of the body to those screws, mm; at most a quarter of it.</summary>
    private const double WingInMm = 15;

    public static string IdOf(string deviceId) => "adapter/" + deviceId;

    /// <summary>
    /// The deck's holes that the plate is screwed to: those under it that stay clear of the device's own, at most four, the outermost.
    /// </summary>
    public static IReadOnlyList<DrilledHole> Fixings(PlacedDevice device, Design design)
    {
        var own = device.Model.Holes.Select(h => (At: device.DeckFrame.ToPlane(device.ToSpace(h.XMm, h.YMm, 0)), h.DiaMm)).ToList();
        var (min, max) = device.DeckFrame.ToPlane(device.Body);
        var middle = new Uv((min.U + max.U) / 2, (min.V + max.V) / 2);
        return
        [
            .. DrilledPattern.Of(design, device.Device.DeckId)
                .Where(d => d.UMm > min.U - ReachMm && d.UMm < max.U + ReachMm && d.VMm > min.V - ReachMm && d.VMm < max.V + ReachMm)
                .Where(d => own.TrueForAll(o => o.At.DistanceTo(new Uv(d.UMm, d.VMm)) >= ((o.DiaMm + d.DiaMm) / 2) + WebMm))
                .Where(d => Thread(d) is not null)
                .OrderByDescending(d => middle.DistanceTo(new Uv(d.UMm, d.VMm))).ThenBy(d => d.UMm).ThenBy(d => d.VMm)
                .Take(4),
        ];
    }

    /// <summary>
    /// Where a plate that lies on the bars of a level is held: beside the body on both sides, near its front and its back, in the deck's
    /// drawing; empty on any other deck.
    /// </summary>
    public static IReadOnlyList<Uv> Wings(PlacedDevice device, Tray? deck)
    {
        if (deck?.Support != TraySupport.OnBars || device.Device.Adapter is not { RevealMm: null })
        {
            return [];
        }

        var (min, max) = device.DeckFrame.ToPlane(device.Body);
        var within = Math.Min(WingInMm, (max.V - min.V) / 4);
        return [new(min.U - WingMm, min.V + within), new(min.U - WingMm, max.V - within), new(max.U + WingMm, min.V + within),
            new(max.U + WingMm, max.V - within)];
    }

    /// <summary>What holds the plate: holes that its deck has, or screws beside the device into the bars of a level.</summary>
    public static int Count(PlacedDevice device, Design design) =>
        Fixings(device, design).Count + Wings(device, DeckOf(device, design)).Count;

    public static Tray? DeckOf(PlacedDevice device, Design design) => design.Trays.FirstOrDefault(t => t.Id == device.Device.DeckId);

    /// <summary>The largest usual thread whose screw passes the hole; null for a hole too small for any.</summary>
    public static ThreadSize? Thread(DrilledHole hole) => ((string[])["M5", "M4", "M3", "M2.5"])
        .Select(FastenerTables.Shipped.Thread).FirstOrDefault(t => t.NominalMm + 0.1 <= hole.DiaMm);

    internal static SolidPart Solid(PlacedDevice device, Design design, Catalog catalog)
    {
        var adapter = device.Device.Adapter!;
        var (min, max) = device.DeckFrame.ToPlane(device.Body);
        if (adapter.RevealMm is { } reveal)
        {
            (min, max) = (min - new Uv(reveal, reveal), max + new Uv(reveal, reveal));
        }

        var points = device.Model.Holes.Select(h => device.DeckFrame.ToPlane(device.ToSpace(h.XMm, h.YMm, 0)))
            .Concat(adapter.RevealMm is not null ? [] : Fixings(device, design).Select(d => new Uv(d.UMm, d.VMm))
                .Concat(Wings(device, DeckOf(device, design)))).ToList();
        var least = new Uv(points.Select(p => p.U - RimMm).Append(min.U).Min(), points.Select(p => p.V - RimMm).Append(min.V).Min());
        var most = new Uv(points.Select(p => p.U + RimMm).Append(max.U).Max(), points.Select(p => p.V + RimMm).Append(max.V).Max());
        var top = device.DeckHeightMm;
        var sign = device.Away == device.DeckFrame.Normal ? 1 : -1;
        var box = device.DeckFrame.ToSpace(least, most, top - (sign * FitStage.AdapterMm(device.Device, catalog)), top);
        return new SolidPart(
            IdOf(device.Id), $"{(adapter.RevealMm is null ? "Adapter" : "Pad")} for {device.Device.Name.ToLowerInvariant()}",
                PartKind.Adapter, adapter.MaterialId, adapter.NominalMm, box,
            SolidPart.FrameOf(box, device.DeckFrame.U, device.DeckFrame.V, most.V - least.V > most.U - least.U + Box.Slack),
            sign > 0 ? "its device's side" : "its deck's side", sign > 0 ? "its deck's side" : "its device's side", null)
        { Pose = device.Pose };
    }
}
