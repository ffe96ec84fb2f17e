using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>Says how a hole's position on its part came about: place of the device, its pattern, and where the part begins.</summary>
internal static class PositionWhy
{
    public static Why Of(PlacedDevice device, SolidPart deck, MountHole hole, Uv at, bool alongU)
    {
        var direction = alongU ? deck.Frame.U : deck.Frame.V;
        var axis = direction.Axis();
        var deckAlongU = device.DeckFrame.U.Axis() == axis;
        var place = deckAlongU ? device.Device.UMm : device.Device.VMm;
        var corner = device.DeckFrame.ToSpace(new Uv(device.Device.UMm, device.Device.VMm))[axis];
        var inPattern = Math.Abs(device.ToSpace(hole.XMm, hole.YMm, 0)[axis] - corner);
        var start = deck.Frame.Origin[axis] - device.DeckFrame.Origin[axis];
        return new Why(
            alongU ? "u" : "v", alongU ? at.U : at.V, "mm",
            direction == (deckAlongU ? device.DeckFrame.U : device.DeckFrame.V)
                ? "place of the device + hole in its pattern - start of the part"
                : "start of the part - (place of the device + hole in its pattern)",
            [
                new WhyTerm(deckAlongU ? "device u on the deck" : "device v on the deck", place, "mm", "design"),
                new WhyTerm($"hole in the pattern, {device.Device.QuarterTurns} quarter "
                    + $"turns{(device.Mirrored ? ", seen from behind" : "")}", inPattern, "mm", "model " + device.Model.Id),
                new WhyTerm("start of the part on the deck", Math.Abs(start), "mm", "shell"),
            ],
            device.Model.Source);
    }
}
