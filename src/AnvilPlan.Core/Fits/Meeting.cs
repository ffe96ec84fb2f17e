using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Fits;

/// <summary>One size in a chain of sizes, mm.</summary>
/// <param name="Sign">+1 when it opens the gap, -1 when it fills it.</param>
public sealed record MeetingTerm(string Name, double NominalMm, int Sign, double PlusMinusMm, string From);

/// <summary>Two parts that meet without being fastened there: the gap between them, over both sides, with what it can become. mm.</summary>
/// <param name="WorstMm">Sum of all tolerances.</param>
/// <param name="RssMm">Root of the sum of their squares: independent, centred parts.</param>
/// <param name="ByRss">Judged by the root: from four independent parts on; fewer by the worst case.</param>
/// <param name="Wanted">The class that was chosen; null = none.</param>
/// <param name="Reached">What the gap amounts to between parts of these processes; null = tighter than a press fit.</param>
public sealed record Meeting(
    string Id, string What, IReadOnlyList<MeetingTerm> Terms, double GapMm, double WorstMm, double RssMm, bool ByRss, FitClass? Wanted,
        FitClass? Reached, IReadOnlyList<Place> Places)
{
    /// <summary>The smallest gap to be counted with.</summary>
    public double LeastMm => GapMm - (ByRss ? RssMm : WorstMm);

    public bool Closes => LeastMm >= -1e-9;
}
