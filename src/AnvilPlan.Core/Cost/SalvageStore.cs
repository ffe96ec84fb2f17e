using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Cost;

/// <summary>What is left of the salvage while a plan takes from it. Untested things stay where they are.</summary>
internal sealed class SalvageStore(IReadOnlyList<SalvageItem> salvage)
{
    private readonly List<PurchaseLine> _taken = [];

    public IReadOnlyList<PurchaseLine> Taken => _taken;

    /// <summary>Takes what there is and gives back how many are still to be bought.</summary>
    public int Use(SalvageKind kind, string of, string name, int wanted)
    {
        var there = salvage.Where(s => s.Kind == kind && s.Of == of && s.Condition != Condition.Untested).Sum(s => s.Count);
        var taken = Math.Min(there, wanted);
        if (taken > 0)
        {
            _taken.Add(new PurchaseLine(kind == SalvageKind.Device ? "hardware" : "screw", name, taken, "piece", 0, 0));
        }

        return wanted - taken;
    }
}
