using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Quantities;

/// <summary>A length, stored in millimetres. 1 in = 25.4 mm exactly.</summary>
public readonly record struct Length(double Mm) : IComparable<Length>
{
    public const double MmPerInch = 25.4;
    public const double MmPerFoot = 304.8;

    [JsonIgnore] public double Inches => Mm / MmPerInch;

    public static Length FromInches(double inches) => new(inches * MmPerInch);
    public static Length operator +(Length a, Length b) => new(a.Mm + b.Mm);
    public static Length operator -(Length a, Length b) => new(a.Mm - b.Mm);
    public static bool operator <(Length a, Length b) => a.Mm < b.Mm;
    public static bool operator >(Length a, Length b) => a.Mm > b.Mm;
    public static bool operator <=(Length a, Length b) => a.Mm <= b.Mm;
    public static bool operator >=(Length a, Length b) => a.Mm >= b.Mm;
    public static Length Add(Length left, Length right) => left + right;
    public static Length Subtract(Length left, Length right) => left - right;
    public int CompareTo(Length other) => Mm.CompareTo(other.Mm);
}
