namespace AnvilPlan.Core.Quantities;

/// <summary>An amount in whole cents of the shop's own currency. Sums are exact; no currency is ever converted.</summary>
public readonly record struct Money(long Cents)
{
    public decimal Amount => Cents / 100m;

    public static Money FromAmount(decimal amount) => new((long)Math.Round(amount * 100m, MidpointRounding.AwayFromZero));
    public static Money operator +(Money a, Money b) => new(a.Cents + b.Cents);
    public static Money operator *(Money a, int times) => new(a.Cents * times);
    public static Money Add(Money left, Money right) => left + right;
    public static Money Multiply(Money left, int right) => left * right;
}
