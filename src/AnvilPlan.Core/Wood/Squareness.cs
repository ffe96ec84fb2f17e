namespace AnvilPlan.Core.Wood;

/// <summary>How far a four-sided frame stands from square, by its two diagonals.</summary>
/// <param name="SkewDeg">Off 90 degrees; positive when the first diagonal is the longer.</param>
/// <param name="ShiftMm">By how much one side has slid along itself over the height of the other.</param>
public sealed record Squareness(double SkewDeg, double ShiftMm)
{
    /// <summary>sin s = (d1² - d2²) / 4ab, the law of cosines in a parallelogram; null when no such parallelogram exists.</summary>
    public static Squareness? Of(double sideAMm, double sideBMm, double diagonal1Mm, double diagonal2Mm)
    {
        var sine = ((diagonal1Mm * diagonal1Mm) - (diagonal2Mm * diagonal2Mm)) / (4 * sideAMm * sideBMm);
        return Math.Abs(sine) > 1 ? null : new Squareness(Math.Asin(sine) * 180 / Math.PI, sideBMm * sine);
    }
}
