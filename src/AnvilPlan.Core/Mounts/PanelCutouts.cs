using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Mounts;

/// <summary>Cut-outs of panel devices, the grilles of fans, and rebates where a panel is too thick to clamp.</summary>
internal static class PanelCutouts
{
    private const double RebateMarginMm = 2;

    public static void Add(MountDraft draft, PlacedDevice device, SolidPart deck)
    {
        if (!device.Model.InPanel)
        {
            return;
        }

        foreach (var (cutout, i) in device.Model.Cutouts.Select((c, i) => (c, i + 1)))
        {
            var centre = deck.Frame.ToPlane(device.ToSpace(cutout.XMm, cutout.YMm, 0));
            var open = device.Model.Fan && cutout.HeightMm is null
                ? AddGrille(draft, device, deck, centre, cutout)
                : AddOpening(draft, device, deck, centre, cutout, i);
            if (device.Model.Fan)
            {
                draft.Fans.Add(new FanOpening(device.Id, open, Math.PI / 4 * cutout.WidthMm * cutout.WidthMm));
            }
        }

        if (device.Device.RebateToMm is { } left && left < deck.ThicknessMm)
        {
            var (min, max) = deck.Frame.ToPlane(device.Body);
            var margin = new Uv(RebateMarginMm, RebateMarginMm);
            draft.Features.Add(new PartFeature(deck.Id, new Channel(
                $"{device.Id}/rebate", device.Id, $"rebate behind {device.Device.Name}", deck.Frame.Normal == device.Facing ? WorkedFrom.Far
                    : WorkedFrom.Seen,
                ChannelShape.Pocket, min - margin, max + margin, deck.ThicknessMm - left, deck.ThicknessMm - left,
                $"leaves {left} mm of {deck.ThicknessMm} mm for the part to clamp; body and {RebateMarginMm} mm all round")));
        }
    }

    private static double AddOpening(MountDraft draft, PlacedDevice device, SolidPart deck, Uv centre, PanelCutout cutout, int number)
    {
        var turned = ((device.Device.QuarterTurns & 1) == 1) != (deck.Frame.U.Axis() != device.DeckFrame.U.Axis());
        var (width, height) = turned && cutout.HeightMm is { } h ? (h, (double?)cutout.WidthMm) : (cutout.WidthMm, cutout.HeightMm);
        var opening = new Opening(
            $"{device.Id}/cutout-{number}", device.Id, $"cut-out for {device.Device.Name}", WorkedFrom.Seen, centre, width, height,
                cutout.CornerRadiusMm,
            $"panel cut-out of the model ({device.Model.Source}); confidence: {device.Model.Confidence}",
            $"middle of the cut-out, ({cutout.XMm}, {cutout.YMm}) of the model, which stands at ({device.Device.UMm}, "
                + $"{device.Device.VMm}) on its deck");
        draft.Features.Add(new PartFeature(deck.Id, opening));
        return opening.Shape.AreaMm2;
    }

    private static double AddGrille(MountDraft draft, PlacedDevice device, SolidPart deck, Uv centre, PanelCutout cutout)
    {
        switch (device.Device.Grille?.Kind ?? GrilleKind.Closed)
        {
            case GrilleKind.Open:
                return AddOpening(draft, device, deck, centre, cutout, 1);
            case GrilleKind.RoundHoles:
                var grille = device.Device.Grille!;
                var holes = GrillePattern.Centres(cutout.WidthMm, grille).ToList();
                foreach (var (offset, i) in holes.Select((o, i) => (o, i + 1)))
                {
                    draft.Features.Add(new PartFeature(deck.Id, new Opening(
                        $"{device.Id}/grille-{i}", device.Id, $"grille of {device.Device.Name}", WorkedFrom.Seen, centre + offset,
                            grille.HoleDiaMm, null, 0,
                        $"60° pattern, hole {grille.HoleDiaMm} mm at {grille.PitchMm} mm pitch inside the fan's {cutout.WidthMm} mm "
                            + $"aperture", "60° pattern about the fan's middle")));
                }

                return holes.Count * Math.PI / 4 * grille.HoleDiaMm * grille.HoleDiaMm;
            default:
                return 0;
        }
    }
}
