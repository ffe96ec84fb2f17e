using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Planning;

/// <param name="Seconds">A design that takes longer to plan is refused before it is stored; 0 = every design is too heavy.</param>
public sealed record PlanLimit(double Seconds)
{
    public static PlanLimit Usual { get; } = new(8);

    /// <summary>The plan, or null when it takes too long.</summary>
    /// <exception cref="OperationCanceledException">Whoever asked for it called it off; see <see cref="Interrupt"/>.</exception>
    public BuildPlan? Plan(Design design, Catalog catalog, ShopProfile shop, AsBuilt asBuilt)
    {
        if (Seconds <= 0)
        {
            return null;
        }

        var asked = Interrupt.Current;
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(asked);
        limit.CancelAfter(TimeSpan.FromSeconds(Seconds));
        try
        {
            return Planner.Plan(design, catalog, shop, asBuilt, limit.Token);
        }
        catch (OperationCanceledException) when (!asked.IsCancellationRequested)
        {
            return null;
        }
    }
}
