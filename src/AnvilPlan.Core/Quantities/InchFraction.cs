namespace AnvilPlan.Core.Quantities;

/// <summary>
/// The nearest inch fraction to a length: whole inches and a reduced numerator over denominator, with the error
/// that the rounding made (rounded minus true). Halves round upward, as on a rule read from its lower end.
/// </summary>
/// <param name="Negative">True for a length below zero; the other numbers are then those of its size.</param>
public sealed record InchFraction(bool Negative, long WholeIn, long Numerator, long Denominator, double RoundedMm, double ErrorMm)
{
    /// <summary>Rounds to 1/<paramref name="denominator"/> in: n = floor(inches x den + 0.5), then reduced.</summary>
    /// <param name="length">Any finite length.</param>
    /// <param name="denominator">1 to 1024, usually a power of two.</param>
    public static InchFraction Round(Length length, int denominator)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(denominator, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(denominator, 1024);
        var steps = (long)Math.Floor((length.Inches * denominator) + 0.5 + 1e-9);
        var rounded = steps * Length.MmPerInch / denominator;
        var size = Math.Abs(steps);
        var rest = size % denominator;
        var divisor = Gcd(rest, denominator);
        return new InchFraction(steps < 0, size / denominator, rest / divisor, denominator / divisor, rounded, rounded - length.Mm);
    }

    private static long Gcd(long a, long b) => b == 0 ? Math.Max(a, 1) : Gcd(b, a % b);
}
