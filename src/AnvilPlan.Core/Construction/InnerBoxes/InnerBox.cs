using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.InnerBoxes;

/// <summary>A box with walls of its own on the bottom of the enclosure: a battery's, a shielded corner. Outer sizes, mm.</summary>
/// <param name="TrayId">The plate that is its floor; what stands in the box stands on that.</param>
/// <param name="FromLeftMm">From the inner face of the left side; <paramref name="FromFrontMm"/> from that of the front.</param>
/// <param name="FloorMm">From the bottom of the enclosure to the underside of its floor: room for the screws of what stands on it.</param>
/// <param name="Lidded">A lid that is screwed on.</param>
/// <param name="CableHoleMm">A round hole through its back, for what leaves it; null = none.</param>
public sealed record InnerBox(
    string Id, string TrayId, string MaterialId, double NominalMm, double FromLeftMm, double FromFrontMm,
    double WidthMm, double DepthMm, double HeightMm, double FloorMm, bool Lidded, double? CableHoleMm) : Structure(Id);
