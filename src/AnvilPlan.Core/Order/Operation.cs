namespace AnvilPlan.Core.Order;

/// <summary>An operation comes after another.</summary>
/// <param name="Because">Why, without a full stop.</param>
public sealed record WorkLink(string Before, string After, string Because);
