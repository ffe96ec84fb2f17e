namespace AnvilPlan.Core.Fixings;

/// <summary>Brackets, fittings, hinges and the like for one unit.</summary>
public sealed record BoughtPiece(string Kind, string What, int Count, long EachCents);
