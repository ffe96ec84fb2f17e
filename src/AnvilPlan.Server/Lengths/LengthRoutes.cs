using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Server.Web;

namespace AnvilPlan.Server.Lengths;

/// <summary>A length as it was understood.</summary>
/// <param name="Inches">Nearest fraction.</param>
/// <param name="InchErrorMm">What the fraction is off by.</param>
public sealed record LengthView(double Mm, string Text, string Inches, double InchErrorMm);

public static class LengthRoutes
{
    public static void MapLengths(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/lengths", Read).WithTags("lengths").WithName("readLength").ProducesProblem(422);

    /// <summary>The unit that a request names; none is the millimetre.</summary>
    /// <exception cref="FieldException">It is neither.</exception>
    public static LengthUnit Unit(string? unit) => unit switch
    {
        null or "mm" => LengthUnit.Millimetre,
        "in" => LengthUnit.Inch,
        _ => throw new FieldException("unit", $"unit is \"{unit}\": it must be mm or in."),
    };

    private static LengthView Read(string text, string? unit, int? denominator)
    {
        var bare = Unit(unit);
        var den = denominator ?? 16;
        if (den is < 1 or > 1024)
        {
            throw new FieldException("denominator", $"denominator is {den}: it must lie between 1 and 1024.");
        }

        var parsed = LengthText.Parse(text, bare);
        return parsed.Ok
            ? new LengthView(Math.Round(parsed.Value.Value.Mm, 6), LengthText.Mm(parsed.Value.Value), LengthText.Inches(parsed.Value.Value,
                den), InchFraction.Round(parsed.Value.Value, den).ErrorMm)
            : throw new FieldException("text", parsed.Error);
    }
}
