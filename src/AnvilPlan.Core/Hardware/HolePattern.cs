using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Hardware;

/// <summary>A pattern of holes laid on a deck, mm; the origin stays at the lower left corner of the placed board.</summary>
public sealed record PlacedPattern(IReadOnlyList<Uv> HolesMm, double WidthMm, double DepthMm)
{
    /// <summary>Flipped first (seen from the other face: x' = W - x), then turned counter-clockwise, then shifted.</summary>
    public static PlacedPattern Of(IReadOnlyList<Uv> holesMm, double widthMm, double depthMm, bool flipped, int quarterTurns, Uv offsetMm)
    {
        var (width, depth) = QuarterTurn.Size(widthMm, depthMm, quarterTurns);
        return new PlacedPattern([.. holesMm.Select(h => QuarterTurn.Place(h, widthMm, depthMm, flipped, quarterTurns) + offsetMm)],
            width, depth);
    }
}

/// <summary>A 19 in panel of n units: height and hole heights from the lower boundary, mm. EIA-310.</summary>
public sealed record RackPanel(double HeightMm, IReadOnlyList<double> HoleHeightsMm)
{
    public const double UnitMm = 44.45;
    private static readonly double[] InUnit = [6.35, 22.225, 38.10];

    public static RackPanel Of(int units) =>
        new((UnitMm * units) - 0.8, [.. Enumerable.Range(0, units).SelectMany(i => InUnit.Select(h => (UnitMm * i) + h))]);
}

/// <summary>Square mounting patterns of fans, mm.</summary>
public static class FanPattern
{
    /// <summary>Centre plus and minus half the pitch: lower left, lower right, upper right, upper left.</summary>
    public static IReadOnlyList<Uv> Holes(double pitchMm, Uv centreMm)
    {
        var p = pitchMm / 2;
        return [new(centreMm.U - p, centreMm.V - p), new(centreMm.U + p, centreMm.V - p), new(centreMm.U + p, centreMm.V + p),
            new(centreMm.U - p, centreMm.V + p)];
    }

    /// <summary>Columns of holes of a row of equal fans whose first begins at 0, and the length of the row.</summary>
    public static (IReadOnlyList<double> ColumnsMm, double LengthMm) Row(double sizeMm, double pitchMm, double gapMm, int count)
    {
        var margin = (sizeMm - pitchMm) / 2;
        return ([.. Enumerable.Range(0, count).SelectMany(i => (double[])[(i * (sizeMm + gapMm)) + margin, (i * (sizeMm + gapMm)) + margin
            + pitchMm])],
            (count * sizeMm) + ((count - 1) * gapMm));
    }
}
