using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Search.Shells;

/// <summary>What an arrangement is to be best in.</summary>
public enum SearchGoal
{
    Volume,
    Footprint,
    Flat,
    Cables,
    RearPorts,
}

/// <summary>One shell in which everything fits, with what speaks for and against it.</summary>
/// <param name="CableMm">Sum of what all cables need; 0 without cables.</param>
/// <param name="PortsOpen">Ports that reach a panel, of <paramref name="PortsWanted"/>.</param>
/// <param name="PortsRear">Ports and panel devices at the back.</param>
public sealed record Arrangement(
    SearchGoal Goal, Design Design, double WidthMm, double DepthMm, double HeightMm, double VolumeL, double FootprintCm2,
    double CableMm, int PortsOpen, int PortsWanted, int PortsRear, int Stops, int Warns)
{
    /// <summary>No arrangement is better for its goal, as far as half millimetres and the clearances of the shop go.</summary>
    public bool Proven { get; init; }

    /// <summary>What a goal wants small.</summary>
    internal double Measure(SearchGoal goal) => goal switch
    {
        SearchGoal.Footprint => FootprintCm2,
        SearchGoal.Flat => HeightMm,
        SearchGoal.Cables => CableMm,
        SearchGoal.RearPorts => -PortsRear,
        _ => VolumeL,
    };

    internal static Arrangement Of(SearchGoal goal, Design design, BuildPlan plan)
    {
        var size = plan.Outer.Size;
        var wanted = plan.Ports.Where(p => p.State is PortState.Opened or PortState.Free or PortState.OutOfReach or PortState.Blocked)
            .ToList();
        return new Arrangement(
            goal, design, size.X, size.Y, size.Z, size.X * size.Y * size.Z * 1e-6, size.X * size.Y * 0.01, plan.Routes.Sum(r => r.NeededMm),
            wanted.Count(p => p.State is PortState.Opened or PortState.Free), wanted.Count,
            wanted.Count(p => p.State == PortState.Opened && p.PartId == "shell/back") + plan.Devices.Count(d => d.InPanel
                && d.DeckId == Deck.OfPanel(Face.Back)),
            plan.Tally.Stops, plan.Tally.Warns);
    }
}

/// <summary>How far a search is.</summary>
/// <param name="BestL">Volume of the smallest shell so far, litres; null before the first.</param>
public sealed record SearchProgress(SearchGoal Goal, double Seconds, double OfSeconds, double? BestL, int Found);

/// <summary>What a search gave.</summary>
/// <param name="Why">When nothing was found, or nothing but what stands: one sentence.</param>
public sealed record SearchResult(IReadOnlyList<Arrangement> Arrangements, double Seconds, bool Cancelled, string? Why);
