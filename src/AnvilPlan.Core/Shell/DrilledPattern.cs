using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Core.Shell;

/// <summary>One hole of a device against the holes that its deck already has.</summary>
/// <param name="MissMm">Distance from the middle of the device's hole to the nearest hole of the deck; null when the deck has none.</param>
/// <param name="PlayMm">How far a screw may stand off the middle of that hole: half of what the hole is wider than the screw.</param>
public sealed record HoleMatch(int Number, Uv At, DrilledHole? Nearest, double? MissMm, double PlayMm)
{
    public bool Fits => MissMm is { } miss && PlayMm >= 0 && miss <= PlayMm + 1e-6;
}

/// <summary>Holes that a deck already has: a salvaged plate, or one drilled for an earlier board.</summary>
public static class DrilledPattern
{
    public static IReadOnlyList<DrilledHole> Of(Design design, string deckId) => Deck.IsPanel(deckId, out var face)
        ? design.Panel(face).Drilled
        : design.Trays.First(t => t.Id == deckId).Drilled;

    /// <summary>Each hole of the device against the nearest one of its deck, in the deck's frame.</summary>
    public static IReadOnlyList<HoleMatch> Match(PlacedDevice device, IReadOnlyList<DrilledHole> drilled, double screwMm) =>
    [
        .. device.Model.Holes.Select((hole, i) =>
        {
            var at = device.DeckFrame.ToPlane(device.ToSpace(hole.XMm, hole.YMm, 0));
            var nearest = drilled.MinBy(d => at.DistanceTo(new Uv(d.UMm, d.VMm)));
            return new HoleMatch(i + 1, at, nearest, nearest is null ? null : at.DistanceTo(new Uv(nearest.UMm, nearest.VMm)),
                ((nearest?.DiaMm ?? 0) - screwMm) / 2);
        }),
    ];

    /// <summary>The holes as features of their parts, so that drawings and checks know them.</summary>
    internal static IEnumerable<PartFeature> Features(Design design, FitPlan fit, ShellPlan shell)
    {
        foreach (var (deckId, frame) in design.Box.Panels.Where(p => shell.Panels.ContainsKey(p.Face))
            .Select(p => (Deck.OfPanel(p.Face), fit.Envelope.FaceFrame(p.Face)))
            .Concat(design.Trays.Select(t => (t.Id, t.Plane.NearFrame(fit.Trays[t.Id])))))
        {
            foreach (var (hole, i) in Of(design, deckId).Select((h, i) => (h, i + 1)))
            {
                var at = frame.ToSpace(new Uv(hole.UMm, hole.VMm));
                var part = Deck.IsPanel(deckId, out var face) ? shell.PanelAt(face, at) : shell.Deck(deckId);
                yield return new PartFeature(part.Id, new Hole($"drilled/{i}", "drilled", "hole that is there already", WorkedFrom.Seen,
                    part.Frame.ToPlane(at), Bore.Through(hole.DiaMm, "as measured on the part"), "as measured on the part")
                { Given = true });
            }
        }
    }

    /// <summary>
    /// The device turned, turned over or moved so that all its holes meet holes of the deck, nearest to where it stands; null when
    /// no way of laying it does.
    /// </summary>
    public static Device? Laid(Device device, Design design, Catalog catalog)
    {
        var model = catalog.Model(device.ModelId);
        var drilled = Of(design, device.DeckId);
        if (model.ThreadSize is null || model.Holes.Count == 0 || drilled.Count < model.Holes.Count)
        {
            return null;
        }

        var screw = catalog.Fasteners.Thread(model.ThreadSize).NominalMm;
        bool[] ways = model.Mount == MountStyle.Standoffs ? [device.TurnedOver, !device.TurnedOver] : [false];
        return ways
            .SelectMany(over => Enumerable.Range(0, 4)
                .Select(turns => (over == device.TurnedOver ? device : device.Screwed(s => s with { StandoffMm = null })) with
                {
                    TurnedOver = over,
                    QuarterTurns = turns,
                }))
            .SelectMany(turned =>
            {
                var first = Match(Placed(turned), drilled, screw)[0].At;
                return drilled.Select(d => turned with
                {
                    UMm = Math.Round(turned.UMm + d.UMm - first.U, 6),
                    VMm = Math.Round(turned.VMm + d.VMm - first.V, 6)
                });
            })
            .Where(way => Match(Placed(way), drilled, screw).All(m => m.Fits))
            .OrderBy(way => way.TurnedOver == device.TurnedOver ? 0 : 1).ThenBy(way => Math.Abs(way.UMm - device.UMm)
                + Math.Abs(way.VMm - device.VMm)).ThenBy(way => way.QuarterTurns)
            .FirstOrDefault();

        PlacedDevice Placed(Device d) => FitStage.Run(design with { Devices = [d], Links = [] }, catalog).Devices[0];
    }
}
