namespace AnvilPlan.Core.Quantities;

/// <summary>Counting and comparing with 1e-9 of grace, so that an exact fit never costs a piece to floating noise.</summary>
public static class Grace
{
    public const double Epsilon = 1e-9;

    public static int Ceiling(double x) => (int)Math.Ceiling(x - Epsilon);
    public static int Floor(double x) => (int)Math.Floor(x + Epsilon);
    public static bool AtLeast(double value, double limit) => value >= limit - Epsilon;
    public static bool AtMost(double value, double limit) => value <= limit + Epsilon;
}
