using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fixings;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// A plug of wood over the head of a screw: turned or cut across the grain, glued in, cut flush. mm. Source: shop practice, [R].
/// </summary>
/// <param name="DeepMm">Of the counterbore: the plug and the head under it.</param>
public sealed record WoodPlug(double DiaMm, double DeepMm)
{
    /// <summary>What is left of a plug when it is cut flush.</summary>
    private const double PlugMm = 5;

    /// <summary>Wood that a head must have to bear on.</summary>
    public const double UnderHeadMm = 3;

    private const long PlugCents = 6;

    /// <summary>Plugs and the bits for them are sold in these.</summary>
    private static readonly double[] Sold = [8, 10, 12];

    public BoughtPiece Bought => new(Kind, $"wood plug {DiaMm:0.#}, grain across, of the panel's wood", 1, PlugCents);

    /// <summary>The kind of its line on the list of what is bought.</summary>
    public const string Kind = "plug";

    /// <summary>How thick a panel must be for a plug over a screw of that size.</summary>
    public static double LeastPanelMm(WoodScrewSize size) => size.PanHeadHighMm + PlugMm + UnderHeadMm;

    /// <summary>The same for the thinnest of the screws.</summary>
    public static double LeastPanelMm(Catalog catalog) =>
        ScrewWays.WoodSizes.Min(s => Math.Round(LeastPanelMm(catalog.Fasteners.WoodScrew(s)), 2));

    /// <summary>Null where too little would be left under the head, or the head is wider than any plug.</summary>
    public static WoodPlug? Over(WoodScrewSize size, double panelMm) =>
        panelMm >= LeastPanelMm(size) - 1e-6 && Sold.FirstOrDefault(d => d >= size.HeadMm + 0.3) is var dia and > 0
            ? new WoodPlug(dia, size.PanHeadHighMm + PlugMm) : null;
}
