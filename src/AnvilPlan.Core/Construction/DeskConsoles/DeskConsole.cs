using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Construction.DeskConsoles;

/// <summary>A front that leans back from a low lip, between sides that are sawn to its slope.</summary>
/// <param name="SlopeDeg">Of the front over the level.</param>
/// <param name="LipMm">Height of the upright lip under it, from the foot of the enclosure to the outer edge of the slope.</param>
/// <param name="CleatBarId">Bar stock of the cleats along the sides that carry the front, and of the block behind the lip.</param>
public sealed record DeskConsole(string Id, double SlopeDeg, double LipMm, string CleatBarId) : Structure(Id);
