namespace AnvilPlan.Core.Layout;

/// <summary>
/// A linear chain of toleranced dimensions (mm): worst case = sum of tolerances, RSS = root of the sum of squares
/// (independent, centred parts).
/// </summary>
public sealed record ToleranceStack(double GapMm, double WorstCaseMm, double RssMm)
{
    public double GapMinWorstMm => GapMm - WorstCaseMm;
    public double GapMinRssMm => GapMm - RssMm;

    /// <param name="nominalsMm">Sizes.</param>
    /// <param name="signs">+1 where a size opens the gap, -1 where it fills it; as many as sizes.</param>
    /// <param name="tolerancesMm">Half-widths, not negative; as many as sizes.</param>
    public static ToleranceStack Of(IReadOnlyList<double> nominalsMm, IReadOnlyList<double> signs, IReadOnlyList<double> tolerancesMm)
    {
        if (signs.Count != nominalsMm.Count || tolerancesMm.Count != nominalsMm.Count)
        {
            throw new ArgumentException("Sizes, signs and tolerances must be equally many.", nameof(nominalsMm));
        }

        return new ToleranceStack(
            nominalsMm.Zip(signs, (n, s) => n * s).Sum(),
            tolerancesMm.Sum(),
            Math.Sqrt(tolerancesMm.Sum(t => t * t)));
    }
}

/// <summary>What a printed bar says of a paper template: the error on a dimension and the scale to print again with.</summary>
public sealed record PrintScale(double ErrorMm, double ReprintPercent)
{
    public static PrintScale Of(double barNominalMm, double barMeasuredMm, double dimensionMm) =>
        new(dimensionMm * ((barMeasuredMm / barNominalMm) - 1), 100 * barNominalMm / barMeasuredMm);
}

/// <summary>A routing template guided by a bush or bearing: offset = (bush - cutter) / 2. All mm.</summary>
public sealed record TemplateOffset(double OffsetMm, double TemplateOpeningMm, double CornerRadiusMm)
{
    public static TemplateOffset Of(double bushMm, double cutterMm, double openingMm)
    {
        var offset = (bushMm - cutterMm) / 2;
        return new TemplateOffset(offset, openingMm + (2 * offset), cutterMm / 2);
    }
}

/// <summary>Mitre of a regular frame of n sides: each end is cut 180/n from square.</summary>
public sealed record PolygonMitre(double CutDegrees, double CornerDegrees)
{
    public static PolygonMitre Of(int sides) => new(180.0 / sides, 180.0 - (360.0 / sides));
}
