using AnvilPlan.Core.Cuts;

namespace AnvilPlan.Core.Cost;

/// <summary>Money in cents, time in hours, for all units together.</summary>
public sealed record CostPlan(
    IReadOnlyList<PurchaseLine> Purchase, IReadOnlyList<PurchaseLine> FromSalvage, long StockCents, long HardwareCents, long FastenerCents,
        long LabourCents, double Hours, double FastenerMassG)
{
    public long TotalCents => StockCents + HardwareCents + FastenerCents + LabourCents;
}
