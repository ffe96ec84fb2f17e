using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

/// <summary>Where everything stands: the envelope, the trays, the devices on their decks.</summary>
public sealed record FitPlan(Envelope Envelope, IReadOnlyDictionary<string, Box> Trays, IReadOnlyList<PlacedDevice> Devices)
{
    public PlacedDevice? Device(string id) => Devices.FirstOrDefault(d => d.Id == id);
}

/// <summary>First stage: puts every device on its deck.</summary>
public static class FitStage
{
    /// <summary>A standoff shorter than this is not sold (mm).</summary>
    public const double LeastStandoffMm = 5;

    public static FitPlan Run(Design design, Catalog catalog)
    {
        var envelope = Envelope.Of(design, catalog);
        var trays = design.Trays.ToDictionary(t => t.Id, t => envelope.TrayBox(t, Envelope.Thickness(t, catalog)), StringComparer.Ordinal);
        var devices = design.Devices.Select(d => Place(d, catalog, envelope, trays)).ToList();
        return new FitPlan(envelope, trays, devices);
    }

    /// <summary>
    /// Height of the standoffs (mm): as decided, else the lowest on sale that clears the solder side by 1 mm and takes both screws.
    /// </summary>
    private static double StandoffOf(Device device, HardwareModel model, Catalog catalog, double deckMm)
    {
        if (model.Mount != MountStyle.Standoffs || device.StandoffMm is not null)
        {
            return model.Mount != MountStyle.Standoffs ? 0 : device.StandoffMm!.Value;
        }

        var least = Math.Max(LeastStandoffMm, Math.Ceiling(model.UnderMm + 1));
        return model.ThreadSize is null
            ? least
            : StandoffStack.Lowest(catalog.Fasteners, catalog.Fasteners.Thread(model.ThreadSize), least, model.BoardMm, device.WasherMm, deckMm)?.LengthMm ?? least;
    }

    private static PlacedDevice Place(Device device, Catalog catalog, Envelope envelope, IReadOnlyDictionary<string, Box> trays)
    {
        var model = catalog.Model(device.ModelId);
        if (!Deck.IsPanel(device.DeckId, out var face))
        {
            var tray = trays[device.DeckId];
            var standoff = StandoffOf(device, model, catalog, tray.Size.Z);
            var top = new Frame(new Point3(tray.Min.X, tray.Min.Y, tray.Max.Z), Direction.Right, Direction.Back);
            return new PlacedDevice(device, model, top, Direction.Up, standoff, standoff);
        }

        var onPanel = StandoffOf(device, model, catalog, envelope.ThicknessMm[face]);
        var frame = envelope.FaceFrame(face);
        var outward = face.Outward();
        var inwardPerHeight = frame.Normal == outward ? -1 : 1;
        var seat = model.InPanel && !model.SeatInside
            ? envelope.InsetMm[face]
            : envelope.InsetMm[face] + envelope.ThicknessMm[face] + onPanel;
        return new PlacedDevice(device, model, frame, model.InPanel ? outward : outward.Opposite(), inwardPerHeight * seat, onPanel);
    }
}
