using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Core.Fixings;

/// <summary>Every fixing where it stands, and what follows from them: holes, screws and small ware.</summary>
/// <param name="Screws">One line for each kind at each place, counted.</param>
/// <param name="Conflicts">Fixings that run into something wherever they are put.</param>
public sealed record FixingPlan(
    IReadOnlyList<PlacedSet> Sets, IReadOnlyList<PartFeature> Features, IReadOnlyList<ScrewChoice> Screws,
        IReadOnlyList<BoughtPiece> Bought, IReadOnlyList<FixingConflict> Conflicts)
{
    public IEnumerable<Fixing> Fixings => Sets.Where(s => !s.Way.Sticks).SelectMany(s => s.Fixings);
}
