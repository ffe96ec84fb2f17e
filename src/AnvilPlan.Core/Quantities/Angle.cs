namespace AnvilPlan.Core.Quantities;

/// <summary>A plane angle, in degrees at the edges; <see cref="Radians"/> is for formulas only.</summary>
public readonly record struct Angle(double Degrees)
{
    public double Radians => Degrees * Math.PI / 180.0;

    public static Angle FromRadians(double radians) => new(radians * 180.0 / Math.PI);
}
