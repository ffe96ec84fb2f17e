namespace AnvilPlan.Core.Quantities;

/// <summary>A mass, stored in grams.</summary>
public readonly record struct Mass(double Grams)
{
    public double Kilograms => Grams / 1000.0;

    public static Mass operator +(Mass a, Mass b) => new(a.Grams + b.Grams);
    public static Mass Add(Mass left, Mass right) => left + right;
}
