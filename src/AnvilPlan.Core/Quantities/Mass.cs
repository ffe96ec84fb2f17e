namespace AnvilPlan.Core.Quantities;

/// <summary>A mass, stored in grams.</summary>
public readonly record struct Mass(double Grams)
{
    /// <summary>What a kilogram weighs, N.</summary>
    public const double NewtonPerKg = 9.81;

    public double Kilograms => Grams / 1000.0;

    public static Mass operator +(Mass a, Mass b) => new(a.Grams + b.Grams);
    public static Mass Add(Mass left, Mass right) => left + right;
}
