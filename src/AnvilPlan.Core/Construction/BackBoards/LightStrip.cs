using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Construction.BackBoards;

/// <summary>One strip of lights laid round every pad of a wall board, going on from each to the nearest that is left.</summary>
/// <param name="RoundMm">Along the edges of the pads.</param>
/// <param name="BetweenMm">From pad to pad.</param>
public sealed record LightStrip(double RoundMm, double BetweenMm)
{
    /// <summary>Strips are sold for these; the highest first, it loses least on its way.</summary>
    public static IReadOnlyList<double> VoltsSold { get; } = [24, 12, 5];

    /// <summary>Usual power of a strip of 120 lights to the metre, W [R].</summary>
    public const double WattsPerM = 9.6;

    /// <summary>What is cut off the roll, m: up to the next tenth.</summary>
    public double LengthM => Math.Ceiling((RoundMm + BetweenMm) / 100 - 1e-9) / 10;

    public double Watts => Math.Round(LengthM * WattsPerM, 1);

    /// <param name="pads">Their blocks, lying against the board; y is across it.</param>
    public static LightStrip Round(IEnumerable<Box> pads)
    {
        List<Box> left = [.. pads.OrderBy(p => p.Min.X).ThenBy(p => p.Min.Z)];
        var strip = new LightStrip(left.Sum(p => 2 * (p.Size.X + p.Size.Z)), 0);
        if (left.Count == 0)
        {
            return strip;
        }

        var at = left[0];
        left.RemoveAt(0);
        while (left.Count > 0)
        {
            var next = left.MinBy(p => Way(at, p));
            strip = strip with { BetweenMm = strip.BetweenMm + Way(at, next) };
            at = next;
            left.Remove(next);
        }

        return strip;
    }

    /// <summary>Along the board's two directions from the rim of one pad to the rim of the other, mm.</summary>
    private static double Way(Box a, Box b) => Gap(a, b, Axis.X) + Gap(a, b, Axis.Z);

    private static double Gap(Box a, Box b, Axis axis) => Math.Max(0, Math.Max(b.Min[axis] - a.Max[axis], a.Min[axis] - b.Max[axis]));
}
