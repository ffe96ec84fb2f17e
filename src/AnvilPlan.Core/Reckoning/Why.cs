namespace AnvilPlan.Core.Reckoning;

/// <summary>Where a derived figure comes from: its formula, the numbers that went in and who says so.</summary>
public sealed record Why(string Figure, double Value, string Unit, string Formula, IReadOnlyList<WhyTerm> Terms, string Source);

/// <param name="From">The decision, table row or measurement the number was taken from.</param>
public sealed record WhyTerm(string Name, double Value, string Unit, string From);
