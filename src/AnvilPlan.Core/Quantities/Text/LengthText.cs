using System.Globalization;
using System.Text.RegularExpressions;

namespace AnvilPlan.Core.Quantities.Text;

/// <summary>
/// Reads a length in every notation of the bench: <c>133.4</c>, <c>133,4 mm</c>, <c>5 1/4</c>, <c>5-1/4"</c>, <c>5.25 in</c>,
/// <c>1' 2"</c>, <c>1 ft 2 1/2 in</c>. <c>5-1/4</c> is five and a quarter, never a subtraction. Prints millimetres or inch fractions.
/// </summary>
public static partial class LengthText
{
    /// <summary>The largest length that a field takes, either side of zero: 100 m.</summary>
    public const double LimitMm = 100_000;

    private const string Number = @"(?:\d+(?:[.,]\d+)?|[.,]\d+)";

    /// <summary>Parses <paramref name="text"/>; a bare decimal is taken in <paramref name="bareUnit"/>.</summary>
    public static ParseResult<Length> Parse(string? text, LengthUnit bareUnit = LengthUnit.Millimetre)
    {
        var clean = Normalise(text ?? "");
        if (clean.Length == 0)
        {
            return ParseResult<Length>.Fail("A length is missing: write for example 133.4, 5 1/4 or 1' 2\".");
        }

        if (clean.Contains(',', StringComparison.Ordinal) && clean.Contains('.', StringComparison.Ordinal))
        {
            return ParseResult<Length>.Fail($"'{text}' has both a comma and a point: use one of them, and no thousands mark.");
        }

        var sign = 1.0;
        if (clean[0] is '-' or '+')
        {
            sign = clean[0] == '-' ? -1 : 1;
            clean = clean[1..].TrimStart();
        }

        var match = Whole().Match(clean);
        if (!match.Success)
        {
            return ParseResult<Length>.Fail($"'{text}' is not a length: write for example 133.4, 133.4 mm, 5 1/4, 5.25 in or 1' 2\".");
        }

        if (DividesByZero(match, "1") || DividesByZero(match, "2"))
        {
            return ParseResult<Length>.Fail($"'{text}' divides by zero.");
        }

        var mm = sign * Millimetres(match, bareUnit);
        return Math.Abs(mm) <= LimitMm
            ? ParseResult<Length>.Of(new Length(mm))
            : ParseResult<Length>.Fail($"'{text}' is beyond the limit of {LimitMm.ToString("0", CultureInfo.InvariantCulture)} mm.");
    }

    /// <summary>Parses and also holds the value to a range, both ends included; the sentence names field, value and range.</summary>
    public static ParseResult<Length> ParseWithin(string field, string? text, Length least, Length most,
        LengthUnit bareUnit = LengthUnit.Millimetre)
    {
        var parsed = Parse(text, bareUnit);
        if (!parsed.Ok)
        {
            return ParseResult<Length>.Fail($"{field}: {parsed.Error}");
        }

        return parsed.Value.Value >= least && parsed.Value.Value <= most
            ? parsed
            : ParseResult<Length>.Fail($"{field} is {Mm(parsed.Value.Value)} mm: it must lie between {Mm(least)} and {Mm(most)} mm.");
    }

    /// <summary>Prints millimetres with at most <paramref name="decimals"/> decimals, trailing zeros dropped, without a unit.</summary>
    public static string Mm(Length length, int decimals = 2)
    {
        var text = Math.Round(length.Mm, decimals, MidpointRounding.AwayFromZero)
            .ToString(decimals == 0 ? "0" : "0." + new string('#', decimals), CultureInfo.InvariantCulture);
        return text == "-0" ? "0" : text;
    }

    /// <summary>
    /// Prints the nearest fraction, for example <c>5 1/4"</c>; the error of the rounding is in <see cref="InchFraction.ErrorMm"/>.
    /// </summary>
    public static string Inches(Length length, int denominator)
    {
        var f = InchFraction.Round(length, denominator);
        var body = f.Numerator == 0 ? $"{f.WholeIn}\"" : f.WholeIn == 0 ? $"{f.Numerator}/{f.Denominator}\""
            : $"{f.WholeIn} {f.Numerator}/{f.Denominator}\"";
        return f.Negative ? "-" + body : body;
    }

    private static double Millimetres(Match match, LengthUnit bareUnit)
    {
        if (match.Groups["feet"].Success)
        {
            return (Value(match.Groups["feet"].Value) * Length.MmPerFoot)
                + ((Fraction(match, "1") ?? (match.Groups["inch"].Success ? Value(match.Groups["inch"].Value) : 0)) * Length.MmPerInch);
        }

        var unit = match.Groups["unit"].Value;
        if (Fraction(match, "2") is { } fraction)
        {
            return fraction * UnitMm(unit.Length == 0 ? "in" : unit, bareUnit);
        }

        return Value(match.Groups["plain"].Value) * UnitMm(unit, bareUnit);
    }

    private static double UnitMm(string unit, LengthUnit bareUnit) => unit switch
    {
        "mm" => 1,
        "cm" => 10,
        "m" => 1000,
        "" when bareUnit == LengthUnit.Millimetre => 1,
        _ => Length.MmPerInch,
    };

    private static double? Fraction(Match match, string key) => match.Groups["n" + key].Success
        ? (match.Groups["w" + key].Success ? Value(match.Groups["w" + key].Value) : 0)
            + (Value(match.Groups["n" + key].Value) / Value(match.Groups["d" + key].Value))
        : null;

    private static bool DividesByZero(Match match, string key) =>
        match.Groups["d" + key].Success && Value(match.Groups["d" + key].Value) == 0;

    private static double Value(string digits) => double.Parse(digits.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture);

    private static string Normalise(string text)
    {
        var plain = text.Trim()
            .Replace('\u2032', '\'').Replace('\u2019', '\'').Replace('\u2033', '"').Replace('\u201d', '"').Replace('\u2212', '-')
                .Replace('\u2044', '/').Replace('\u00a0', ' ')
            .Replace("''", "\"", StringComparison.Ordinal)
            .Replace("½", " 1/2", StringComparison.Ordinal).Replace("¼", " 1/4", StringComparison.Ordinal)
                .Replace("¾", " 3/4", StringComparison.Ordinal)
            .Replace("⅛", " 1/8", StringComparison.Ordinal).Replace("⅜", " 3/8", StringComparison.Ordinal)
                .Replace("⅝", " 5/8", StringComparison.Ordinal).Replace("⅞", " 7/8", StringComparison.Ordinal);
        return plain.Trim().ToLowerInvariant();
    }

    [GeneratedRegex(
        @"^(?:(?<feet>" + Number + @")\s*(?:'|ft\.?|feet|foot)(?:\s*-?\s*(?:" + @"(?:(?<w1>\d+)(?:\s+|\s*-\s*))?(?<n1>\d+)\s*/\s*(?<d1>\d+)"
            + @"|(?<inch>" + Number + @"))\s*(?:""|in\.?|inch|inches)?)?"
        + @"|(?:" + @"(?:(?<w2>\d+)(?:\s+|\s*-\s*))?(?<n2>\d+)\s*/\s*(?<d2>\d+)" + @"|(?<plain>" + Number
            + @"))\s*(?<unit>mm|cm|m|""|inches|inch|in)?\.?)$",
        RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture,
        matchTimeoutMilliseconds: 200)]
    private static partial Regex Whole();
}
