using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Work;
using CsCheck;

namespace AnvilPlan.Core.Tests.Quantities;

public class LengthTextTests
{
    [Theory]
    [InlineData("133.4", 133.4)]
    [InlineData("133,4", 133.4)]
    [InlineData("133.4 mm", 133.4)]
    [InlineData("133.4mm", 133.4)]
    [InlineData("13.34 cm", 133.4)]
    [InlineData("0.1334 m", 133.4)]
    [InlineData("5 1/4", 133.35)]
    [InlineData("5-1/4", 133.35)]
    [InlineData("5-1/4\"", 133.35)]
    [InlineData("5 1/4 in", 133.35)]
    [InlineData("5.25 in", 133.35)]
    [InlineData("5.25\"", 133.35)]
    [InlineData("5,25 inches", 133.35)]
    [InlineData("1' 2\"", 355.6)]
    [InlineData("1'2\"", 355.6)]
    [InlineData("1 ft 2 in", 355.6)]
    [InlineData("1' 2", 355.6)]
    [InlineData("1' 2 1/2\"", 368.3)]
    [InlineData("1'-2-1/2\"", 368.3)]
    [InlineData("1'", 304.8)]
    [InlineData("1.5 ft", 457.2)]
    [InlineData("3/8", 9.525)]
    [InlineData(" 3/8 \" ", 9.525)]
    [InlineData("½\"", 12.7)]
    [InlineData("5½", 139.7)]
    [InlineData("1′ 2″", 355.6)]
    [InlineData("-4", -4)]
    [InlineData(".5", 0.5)]
    [InlineData("5 1/4 mm", 5.25)]
    public void Every_notation_of_the_bench_is_read(string text, double mm)
    {
        var parsed = LengthText.Parse(text);
        Assert.True(parsed.Ok, parsed.Error);
        Assert.Equal(mm, parsed.Value!.Value.Mm, 9);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData(null)]
    [InlineData("abc")]
    [InlineData("5 furlongs")]
    [InlineData("1,234.5")]
    [InlineData("5//4")]
    [InlineData("5/0")]
    [InlineData("--5")]
    [InlineData("1e9")]
    [InlineData("5 6")]
    [InlineData("999999 m")]
    public void Anything_else_gets_one_sentence(string? text)
    {
        var parsed = LengthText.Parse(text);
        Assert.False(parsed.Ok);
        Assert.Null(parsed.Value);
        Assert.EndsWith(".", parsed.Error, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bare_number_is_in_the_shops_unit_and_a_bare_fraction_always_in_inches()
    {
        Assert.Equal(50.8, LengthText.Parse("2", LengthUnit.Inch).Value!.Value.Mm, 9);
        Assert.Equal(6.35, LengthText.Parse("1/4", LengthUnit.Inch).Value!.Value.Mm, 9);
        Assert.Equal(6.35, LengthText.Parse("1/4").Value!.Value.Mm, 9);
    }

    [Fact]
    public void A_length_out_of_range_names_field_value_and_range()
    {
        var parsed = LengthText.ParseWithin("tray gap", "300", new Length(0), new Length(200));
        Assert.Equal("tray gap is 300 mm: it must lie between 0 and 200 mm.", parsed.Error);
        Assert.Equal(1.6, LengthText.ParseWithin("tray gap", "1.6", new Length(0), new Length(200)).Value!.Value.Mm);
    }

    [Fact]
    public void A_fraction_shows_its_rounding_error()
    {
        var f = InchFraction.Round(new Length(133.4), 16);
        Assert.Equal((5L, 1L, 4L), (f.WholeIn, f.Numerator, f.Denominator));
        Assert.Equal(-0.05, f.ErrorMm, 9);
        Assert.Equal("5 1/4\"", LengthText.Inches(new Length(133.4), 16));
        Assert.Equal("0\"", LengthText.Inches(new Length(0.1), 16));
        Assert.Equal("1\"", LengthText.Inches(new Length(25.2), 16));
        Assert.Equal("-1/2\"", LengthText.Inches(new Length(-12.7), 16));
    }

    [Fact]
    public void Printed_millimetres_parse_back_within_half_a_step() => Gen.Double[-90_000, 90_000].Sample(mm =>
        Math.Abs(LengthText.Parse(LengthText.Mm(new Length(mm))).Value!.Value.Mm - mm) <= 0.005 + 1e-9);

    [Fact]
    public void Printed_fractions_parse_back_within_half_a_step() =>
        Gen.Select(Gen.Double[-9_000, 9_000], Gen.Int[1, 6].Select(i => 1 << i)).Sample((mm, den) =>
        Math.Abs(LengthText.Parse(LengthText.Inches(new Length(mm), den)).Value!.Value.Mm - mm) <= (25.4 / (2 * den)) + 1e-6);

    [Fact]
    public void Money_and_mass_add_exactly()
    {
        Assert.Equal(new Money(1999), Money.FromAmount(19.99m));
        Assert.Equal(new Money(5997), new Money(1999) * 3);
        Assert.Equal(0.3m, (new Money(10) + new Money(20)).Amount);
        Assert.Equal(1.25, (new Mass(1000) + new Mass(250)).Kilograms);
        Assert.Equal(Math.PI / 2, new Angle(90).Radians, 12);
    }
}
