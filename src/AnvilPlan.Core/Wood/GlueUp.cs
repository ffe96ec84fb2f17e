using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Wood;

/// <summary>
/// Clamps along a glue line: pressure spreads at 45 degrees from the pad to the line. mm; the first stands at half a spacing.
/// </summary>
public sealed record ClampRow(double CoveragePerClampMm, int Count, double SpacingMm)
{
    public static ClampRow Of(double jointLengthMm, double boardWidthMm, double caulMm, double padMm)
    {
        var coverage = padMm + (2 * (boardWidthMm + caulMm));
        var count = Math.Max(1, Grace.Ceiling(jointLengthMm / coverage));
        return new ClampRow(coverage, count, jointLengthMm / count);
    }
}

/// <summary>A panel glued from strips: each loses a little to jointing. mm.</summary>
public sealed record StripPanel(int Count, double GluedWidthMm, double ExcessMm)
{
    public static StripPanel Of(double targetWidthMm, double trimMm, double stripWidthMm, double lossPerStripMm)
    {
        var usable = stripWidthMm - lossPerStripMm;
        var count = Grace.Ceiling((targetWidthMm + trimMm) / usable);
        return new StripPanel(count, count * usable, (count * usable) - targetWidthMm);
    }
}

/// <summary>Glue for a number of equal joints: area times spread, and some for the brush.</summary>
public sealed record GlueNeed(double AreaM2, double GlueG)
{
    public static GlueNeed Of(double jointLengthMm, double jointWidthMm, double joints, double spreadGPerM2, double wasteFraction)
    {
        var area = jointLengthMm * jointWidthMm * joints / 1e6;
        return new GlueNeed(area, area * spreadGPerM2 * (1 + wasteFraction));
    }
}

/// <summary>Equal pieces from one length. mm.</summary>
public sealed record CrosscutYield(int Pieces, double OffcutMm)
{
    public static CrosscutYield Of(double stockMm, double trimEachEndMm, double pieceMm, double kerfMm)
    {
        var usable = stockMm - (2 * trimEachEndMm);
        var pieces = Math.Max(0, Grace.Floor((usable + kerfMm) / (pieceMm + kerfMm)));
        return new CrosscutYield(pieces, Math.Max(0, usable - (pieces * (pieceMm + kerfMm))));
    }
}
