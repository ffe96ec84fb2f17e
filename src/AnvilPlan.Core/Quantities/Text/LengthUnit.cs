namespace AnvilPlan.Core.Quantities.Text;

/// <summary>The unit of a bare number. A bare fraction is always inches: nobody at a bench says 5 1/4 millimetres.</summary>
public enum LengthUnit
{
    Millimetre,
    Inch,
}
