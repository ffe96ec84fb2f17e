namespace AnvilPlan.Core.Wood;

/// <summary>
/// Moisture of wood in the air it stands in, and what that does to a width. Moisture contents in % of the dry mass, widths mm,
/// coefficients per % of moisture content. Source: USDA Wood Handbook, chapters 4 and 13.
/// </summary>
public static class Moisture
{
    /// <summary>
    /// Equilibrium moisture content by Hailwood and Horrobin, SI coefficients; good for 0-70 °C and 5-95 % humidity, ±0.5 to 1 %.
    /// </summary>
    public static double EquilibriumPercent(double temperatureC, double relativeHumidityPercent)
    {
        var (t, h) = (temperatureC, relativeHumidityPercent / 100);
        var w = 349 + (1.29 * t) + (0.0135 * t * t);
        var k = 0.805 + (0.000736 * t) - (0.00000273 * t * t);
        var k1 = 6.27 - (0.00938 * t) - (0.000303 * t * t);
        var k2 = 1.91 + (0.0407 * t) - (0.000293 * t * t);
        var a = k * h;
        return 1800 / w * ((a / (1 - a)) + (((k1 * a) + (2 * k1 * k2 * a * a)) / (1 + (k1 * a) + (k1 * k2 * a * a))));
    }

    /// <summary>Change of a width across the grain, linear from 6 to 14 %.</summary>
    public static double ChangeMm(double widthMm, double coefficientPerPercent, double fromPercent, double toPercent) =>
        widthMm * coefficientPerPercent * (toPercent - fromPercent);

    /// <summary>The coefficient at 10 % from the total shrinkage, green to dry.</summary>
    public static double Coefficient(double shrinkagePercent, double fibreSaturationPercent) =>
        1 / ((100 * fibreSaturationPercent / shrinkagePercent) - fibreSaturationPercent + 10);
}

/// <summary>
/// A solid panel loose in the grooves of a frame: how wide to cut it now, and what is left in the groove when it has shrunk. mm.
/// </summary>
public sealed record FloatingPanel(double WidthNowMm, double WidthAtDriestMm, double EngagementAtDriestMm)
{
    public static FloatingPanel Of(
        double openingMm, double grooveDepthMm, double coefficientPerPercent, double nowPercent, double driestPercent,
            double dampestPercent, double marginMm)
    {
        var widest = openingMm + (2 * (grooveDepthMm - marginMm));
        var now = widest / (1 + (coefficientPerPercent * (dampestPercent - nowPercent)));
        var driest = now * (1 + (coefficientPerPercent * (driestPercent - nowPercent)));
        return new FloatingPanel(now, driest, (driest - openingMm) / 2);
    }
}
