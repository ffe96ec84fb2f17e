using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Formats.Drawing;

/// <summary>How lengths are written in a drawing.</summary>
public sealed record LengthWriting(LengthUnit Unit)
{
    private const int Denominator = 32;

    public static LengthWriting Millimetres { get; } = new(LengthUnit.Millimetre);

    /// <summary>As a figure: <c>18</c> or <c>3/4"</c>.</summary>
    public string Of(double mm) => Unit == LengthUnit.Inch ? LengthText.Inches(new Length(mm), Denominator) : LengthText.Mm(new Length(mm));

    /// <summary>Within a sentence: <c>18 mm</c> or <c>3/4"</c>.</summary>
    public string Named(double mm) => Unit == LengthUnit.Inch ? Of(mm) : Of(mm) + " mm";
}
