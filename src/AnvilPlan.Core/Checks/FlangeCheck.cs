using System.Globalization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;

namespace AnvilPlan.Core.Checks;

/// <summary>Folded edges of a tray against its sheet, what carries it and what lies under it: the field at fault, and a sentence.</summary>
internal static class FlangeCheck
{
    public static IEnumerable<(string Field, string Message)> Problems(Tray tray, Catalog catalog)
    {
        if (tray.Support == TraySupport.Flanges && tray.Flanges is not { Edges: FlangedEdges.Walls or FlangedEdges.All })
        {
            yield return ("support", "support is flanges: the edges beside the walls must be folded over, flanges.edges walls or all.");
        }

        if (tray.Flanges is not { } flanges)
        {
            yield break;
        }

        if (!(flanges.HeightMm is >= 3 and <= 300))
        {
            yield return ("flanges.heightMm", $"heightMm is {Number(flanges.HeightMm)}: it must lie between 3 and 300 mm.");
        }

        if (!(flanges.RadiusMm is >= 0.2 and <= 30))
        {
            yield return ("flanges.radiusMm", $"radiusMm is {Number(flanges.RadiusMm)}: it must lie between 0.2 and 30 mm.");
        }

        if (!(flanges.TurnDeg is >= 10 and <= 170))
        {
            yield return ("flanges.turnDeg", $"turnDeg is {Number(flanges.TurnDeg)}: it must lie between 10 and 170 degrees.");
            yield break;
        }

        if (flanges.TurnDeg != 90 && flanges.Edges != FlangedEdges.Free && tray.Support is not (TraySupport.None or TraySupport.Posts
            or TraySupport.Hung))
        {
            yield return ("flanges.turnDeg", $"turnDeg is {Number(flanges.TurnDeg)}: edges beside the walls that carry the tray are turned "
                + $"90 degrees; turn the free edges alone, or stand the tray on posts.");
        }

        if (catalog.HasMaterial(tray.MaterialId) && Sheet(tray, flanges, catalog) is { } problem)
        {
            yield return problem;
        }

        if (Carried(tray, flanges) is { } why)
        {
            yield return ("flanges.edges", $"edges is {flanges.Edges.ToString().ToLowerInvariant()}: {why}.");
        }

        if (tray is { Support: TraySupport.Flanges, Drawer: not null })
        {
            yield return ("drawer", "drawer is set: a tray that its flanges hold to the walls cannot slide.");
        }

        if (tray.StiffenerBarId is not null && flanges.Behind && flanges.Edges != FlangedEdges.Walls)
        {
            yield return ("stiffenerBarId", $"stiffenerBarId is \"{tray.StiffenerBarId}\": the free edges are folded over where it "
                + $"would lie.");
        }
    }

    private static (string Field, string Message)? Sheet(Tray tray, TrayFlanges flanges, Catalog catalog)
    {
        var (material, sheet) = (catalog.Material(tray.MaterialId), Envelope.Thickness(tray, catalog));
        var least = new FlangeSection(flanges, sheet).SetbackMm + 1;
        return material.Wood ? ("flanges", $"flanges is set on {material.Name}: only metal and plastic sheet is folded.")
            : flanges.HeightMm < least ? ("flanges.heightMm", $"heightMm is {Number(flanges.HeightMm)}: outside it must be at least "
                + $"{Number(Math.Round(least, 2))}, the bend with its sheet and 1 mm.")
            : null;
    }

    private static string? Carried(Tray tray, TrayFlanges flanges) => (tray.Support, AtWalls: flanges.Edges != FlangedEdges.Free) switch
    {
        (TraySupport.OnBars, _) => "bars carry what stands there, there is no plate",
        (TraySupport.Housed, true) => "those beside the walls stand in grooves",
        (TraySupport.Rails, true) when flanges.Behind => "those beside the walls lie on rails, where they can only be turned up",
        _ => null,
    };

    private static string Number(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);
}
