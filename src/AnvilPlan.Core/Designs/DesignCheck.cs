namespace AnvilPlan.Core.Designs;

/// <summary>A value that a design may not hold: the path of the field and one sentence with value and allowed range.</summary>
public sealed record DesignProblem(string Path, string Message);
