using AnvilPlan.Core.Catalogs;

namespace AnvilPlan.Core.Fasteners;

/// <summary>
/// A board on a standoff: one screw from above through the board, one from below through the deck, each with half of the
/// standoff for its thread, so that they never meet. All mm.
/// </summary>
public static class StandoffStack
{
    /// <summary>Standoffs are steel.</summary>
    public const string EngagementRow = "steel";

    /// <summary>How deep one of the two screws may go.</summary>
    public static double DepthMm(Standoff? standoff, double heightMm) => Math.Min(standoff?.ThreadDepthMm ?? heightMm / 2, heightMm / 2);

    /// <summary>
    /// The lowest standoff on sale, at least <paramref name="leastMm"/> high, in which both screws find a length; null when none does.
    /// </summary>
    public static Standoff? Lowest(FastenerTables tables, ThreadSize thread, double leastMm, double boardMm, double washerMm, double deckMm)
    {
        var engagement = tables.Engagement(EngagementRow).LeastTimesD * thread.NominalMm;
        var lengths = tables.LengthsFor(thread, tables.Head(thread.Name, HeadForm.Pan)).ToList();
        return tables.Standoffs
            .Where(s => s.Size == thread.Name && s.LengthMm >= leastMm - 1e-6)
            .OrderBy(s => s.LengthMm)
            .FirstOrDefault(s =>
            {
                var depth = DepthMm(s, s.LengthMm);
                return new ScrewStack(LengthMeasured.UnderHead, [boardMm], washerMm, 0, engagement, depth).Choose(lengths) is not null
                    && new ScrewStack(LengthMeasured.UnderHead, [deckMm], 0, 0, engagement, depth).Choose(lengths) is not null;
            });
    }
}
