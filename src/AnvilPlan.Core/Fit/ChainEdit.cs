using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Fit;

public enum ChainPolicy
{
    /// <summary>The box keeps its outer size; the air in the chain gives way.</summary>
    UseSlack,

    /// <summary>The box grows or shrinks by the change; the air stays as it is.</summary>
    ChangeBox,
}

/// <summary>
/// Changes one layer of a chain: either the total changes by exactly as much, or exactly as much of the air is used. Everything
/// that lies behind the layer moves with it, because trays and devices are placed from the inner faces.
/// </summary>
public static class ChainEdit
{
    /// <exception cref="ChainEditException">The layer cannot be changed from here, or not to that thickness.</exception>
    public static Design Set(Design design, Catalog catalog, Chain chain, int layerIndex, double thicknessMm, ChainPolicy policy)
    {
        if (layerIndex < 0 || layerIndex >= chain.Layers.Count)
        {
            throw new ChainEditException($"layer is {layerIndex}: it must be 0 to {chain.Layers.Count - 1}.");
        }

        var layer = chain.Layers[layerIndex];
        var least = layer.Kind == LayerKind.Slack ? 0 : 0.3;
        if (!double.IsFinite(thicknessMm) || thicknessMm < least || thicknessMm > 2000)
        {
            throw new ChainEditException($"thicknessMm is {thicknessMm}: it must lie between {least} and 2000 mm.");
        }

        var handle = layer.Handle ?? throw new ChainEditException($"'{layer.What}' cannot be changed from the chain: change it where it "
            + $"was decided.");
        var change = thicknessMm - layer.ThicknessMm;
        var id = handle[(handle.IndexOf('/', StringComparison.Ordinal) + 1)..];
        return handle.Split('/')[0] switch
        {
            "panel" => Panel(design, catalog, handle, thicknessMm, policy),
            "tray" => Resize(design.WithTray(id, t => t with { MeasuredMm = thicknessMm }), chain.Axis, policy == ChainPolicy.ChangeBox
                ? change : 0),
            "standoff" => Resize(design.WithDevice(id, d => d with { StandoffMm = thicknessMm }), chain.Axis,
                policy == ChainPolicy.ChangeBox ? change : 0),
            "lift" => Resize(design.WithTray(id, t => t with { UndersideMm = Math.Round(t.UndersideMm + change, 6) }), chain.Axis,
                policy == ChainPolicy.ChangeBox ? change : 0),
            "place" => Resize(Move(design, catalog, id, chain.Axis, change), chain.Axis, policy == ChainPolicy.ChangeBox ? change : 0),
            _ => Resize(design, chain.Axis, change),
        };
    }

    private static Design Panel(Design design, Catalog catalog, string handle, double thicknessMm, ChainPolicy policy)
    {
        Deck.IsPanel(handle, out var face);
        var before = Envelope.Of(design, catalog).Outer.Size;
        var changed = design.WithPanel(face, p => p with { MeasuredMm = thicknessMm });
        var axis = face.Outward().Axis();
        var grown = Envelope.Of(changed, catalog).Outer.Size[axis] - before[axis];
        var wanted = policy == ChainPolicy.ChangeBox ? thicknessMm - Envelope.Thickness(design.Panel(face), catalog) : 0;
        return Resize(changed, axis, wanted - grown);
    }

    private static Design Move(Design design, Catalog catalog, string id, Axis axis, double by)
    {
        var placed = FitStage.Run(design, catalog).Device(id)!;
        var along = placed.DeckFrame.U.Axis() == axis ? placed.DeckFrame.U : placed.DeckFrame.V;
        var shift = by * along.Sign();
        return design.WithDevice(id, d => along == placed.DeckFrame.U
            ? d with { UMm = Math.Round(d.UMm + shift, 6) }
            : d with { VMm = Math.Round(d.VMm + shift, 6) });
    }

    /// <summary>Adds to the size of the box along an axis, whichever basis it is given in.</summary>
    public static Design Resize(Design design, Axis axis, double by)
    {
        var box = design.Box;
        return by == 0 ? design : design with
        {
            Box = axis switch
            {
                Axis.X => box with { WidthMm = Math.Round(box.WidthMm + by, 6) },
                Axis.Y => box with { DepthMm = Math.Round(box.DepthMm + by, 6) },
                _ => box with { HeightMm = Math.Round(box.HeightMm + by, 6) },
            },
        };
    }
}

/// <summary>A chain cannot be changed that way; the message is one sentence.</summary>
public sealed class ChainEditException(string message) : Exception(message);
