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
        return handle.Set(new LayerEdit(design, catalog, chain.Axis, thicknessMm, thicknessMm - layer.ThicknessMm, policy));
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
