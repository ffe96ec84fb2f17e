using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Decisions;

/// <summary>A chain that is longer than the scaled object allows.</summary>
/// <param name="Through">The device that the chain runs through.</param>
/// <param name="NeedMm">The chain without its air.</param>
public sealed record LikenessMiss(string Through, string Name, Axis Axis, double NeedMm, double HasMm)
{
    public double ShortMm => NeedMm - HasMm;
}

/// <summary>The likeness of an object, scaled, against hardware that does not scale.</summary>
/// <param name="LargestFactor">How many times smaller it may be for everything to fit as it is stacked now; null without hardware.</param>
public sealed record LikenessCheck(double WidthMm, double DepthMm, double HeightMm, IReadOnlyList<LikenessMiss> Misses,
    double? LargestFactor)
{
    /// <summary>Each chain must hold its layers without air; the tightest one gives the largest factor.</summary>
    public static LikenessCheck? Of(Brief brief, IReadOnlyList<Chain> chains)
    {
        if (brief.Likeness is not { } like)
        {
            return null;
        }

        double Reference(Axis axis) => axis switch { Axis.X => like.WidthMm, Axis.Y => like.DepthMm, _ => like.HeightMm };
        var needs = chains.Select(c => (Chain: c, NeedMm: c.TotalMm - c.SlackMm)).ToList();
        return new LikenessCheck(
            like.WidthMm / like.Factor, like.DepthMm / like.Factor, like.HeightMm / like.Factor,
            [
                .. needs.Where(n => n.NeedMm > (Reference(n.Chain.Axis) / like.Factor) + 1e-6)
                    .Select(n => new LikenessMiss(n.Chain.Through, NameOf(n.Chain), n.Chain.Axis, Math.Round(n.NeedMm, 3),
                        Reference(n.Chain.Axis) / like.Factor)),
            ],
            needs.Count == 0 ? null : needs.Min(n => Reference(n.Chain.Axis) / n.NeedMm));
    }

    private static string NameOf(Chain chain) =>
        chain.Title[(chain.Title.IndexOf(" through ", StringComparison.Ordinal) + " through ".Length)..];
}
