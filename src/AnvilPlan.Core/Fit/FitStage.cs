using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>Where everything stands: the envelope, the trays, the devices on their decks.</summary>
public sealed record FitPlan(Envelope Envelope, IReadOnlyDictionary<string, Box> Trays, IReadOnlyList<PlacedDevice> Devices)
{
    private readonly Dictionary<string, PlacedDevice> byId = Devices.ToDictionary(d => d.Id, StringComparer.Ordinal);

    public PlacedDevice? Device(string id) => byId.GetValueOrDefault(id);
}

/// <summary>First stage: puts every device on its deck.</summary>
public static class FitStage
{
    /// <summary>A standoff shorter than this is not sold (mm).</summary>
    public const double LeastStandoffMm = 5;

    public static FitPlan Run(Design design, Catalog catalog)
    {
        var envelope = Envelope.Of(design, catalog);
        var trays = design.Trays.ToDictionary(t => t.Id, t => (Box: envelope.TrayBox(t, Envelope.Thickness(t, catalog)), t.Plane),
            StringComparer.Ordinal);
        var devices = design.Devices.Select(d => Place(d, design, catalog, envelope, trays)).ToList();
        return new FitPlan(envelope, trays.ToDictionary(t => t.Key, t => t.Value.Box, StringComparer.Ordinal), devices);
    }

    /// <summary>
    /// Height of the standoffs (mm): as decided, else the lowest on sale that clears the solder side by 1 mm and takes both screws.
    /// </summary>
    private static double StandoffOf(Device device, HardwareModel model, Catalog catalog, double deckMm)
    {
        if (device.Stuck is { } stick)
        {
            return Sticking.Of(stick.Kind).ThicknessMm;
        }

        if (!model.BareBoard || device.Screws.StandoffMm is not null)
        {
            return model.BareBoard ? device.Screws.StandoffMm!.Value : 0;
        }

        var least = Math.Max(LeastStandoffMm, Math.Ceiling(device.TowardsDeckMm(model) + 1));
        return model.ThreadSize is null
            ? least
            : StandoffStack.Lowest(catalog.Fasteners, catalog.Fasteners.Thread(model.ThreadSize), least, model.BoardMm,
                device.Screws.WasherMm, deckMm)?.LengthMm ?? least;
    }

    /// <summary>Thickness of the plate or pad under a device, mm; 0 where there is none.</summary>
    public static double AdapterMm(Device device, Catalog catalog) =>
        device.Adapter is { } adapter ? catalog.TypicalThicknessMm(adapter.MaterialId, adapter.NominalMm) : 0;

    private static PlacedDevice Place(Device device, Design design, Catalog catalog, Envelope envelope,
        IReadOnlyDictionary<string, (Box Box, TrayPlane Plane)> trays)
    {
        var model = catalog.Model(device.ModelId);
        if (!Deck.IsPanel(device.DeckId, out var face))
        {
            var (box, plane) = trays[device.DeckId];
            var near = plane.NearFrame(box);
            var thickness = box.Size[plane.Normal().Axis()];
            var away = device.FarFace ? plane.Normal().Opposite() : plane.Normal();
            var raised = AdapterMm(device, catalog);
            return Standing(device, model, near, away, device.FarFace ? -thickness - raised
                : raised, StandoffOf(device, model, catalog, raised > 0 ? raised : thickness));
        }

        var onPanel = StandoffOf(device, model, catalog, device.Adapter switch
        {
            null => envelope.ThicknessMm[face],
            { RevealMm: not null } => envelope.ThicknessMm[face] + AdapterMm(device, catalog),
            _ => AdapterMm(device, catalog)
        });
        var frame = envelope.FaceFrame(face);
        var outward = face.Outward();
        var inwardPerHeight = frame.Normal == outward ? -1 : 1;
        var inside = envelope.InsetMm[face] + envelope.ThicknessMm[face];
        // a board that shows its inner side has its devices looking inwards, their bodies behind it
        var (facing, front, rear) = design.Panel(face).ShowsInside ? (outward.Opposite(), inside, envelope.InsetMm[face])
            : (outward, envelope.InsetMm[face], inside);
        var pose = envelope.PoseOf(face);
        return model.InPanel
            ? new PlacedDevice(device, model, frame, facing, inwardPerHeight * (model.SeatInside ? rear : front), 0,
                inwardPerHeight * rear, pose)
            : Standing(device, model, frame, outward.Opposite(), inwardPerHeight * (inside + AdapterMm(device, catalog)), onPanel, pose);
    }

    /// <summary>On its standoffs, base towards the deck, or turned over with its component side towards it.</summary>
    private static PlacedDevice Standing(Device device, HardwareModel model, Frame frame, Direction away, double deckMm, double standoffMm,
        Pose? pose = null)
    {
        var sign = away == frame.Normal ? 1 : -1;
        return device.TurnedOver
            ? new PlacedDevice(device, model, frame, away.Opposite(), deckMm + (sign * (standoffMm + model.BoardMm)), standoffMm,
                deckMm, pose)
            : new PlacedDevice(device, model, frame, away, deckMm + (sign * standoffMm), standoffMm, deckMm, pose);
    }

    /// <summary>What of the board projects towards its deck, mm: the solder side, or turned over the tallest component.</summary>
    public static double TowardsDeckMm(this Device device, HardwareModel model) => device.TurnedOver ? model.HeightMm - model.BoardMm
        : model.UnderMm;
}
