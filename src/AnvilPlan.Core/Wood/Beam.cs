namespace AnvilPlan.Core.Wood;

public enum LoadSpread
{
    Uniform,

    /// <summary>At mid-span, or at the tip of a cantilever.</summary>
    Point,
}

public enum BeamEnds
{
    Simple,
    Fixed,
    Cantilever,
}

/// <summary>Sag of a beam. mm, mm⁴. Beam formulas c F L³ / E I with the total load F.</summary>
/// <param name="LongTermMm">After years under the load: times the material's creep factor.</param>
public sealed record Deflection(double InertiaMm4, double InitialMm, double LongTermMm, double SpanOverLongTerm)
{
    public static Deflection Of(LoadSpread load, BeamEnds ends, double spanMm, double inertiaMm4, double youngsGPa, double loadN,
        double creepFactor)
    {
        var initial = Coefficient(load, ends) * loadN * spanMm * spanMm * spanMm / (youngsGPa * 1000 * inertiaMm4);
        return new Deflection(inertiaMm4, initial, initial * creepFactor, spanMm / (initial * creepFactor));
    }

    public static double BoardInertiaMm4(double widthMm, double thicknessMm) => widthMm * thicknessMm * thicknessMm * thicknessMm / 12;

    public static double TubeInertiaMm4(double outerDiaMm, double innerDiaMm) =>
        Math.PI / 64 * (Math.Pow(outerDiaMm, 4) - Math.Pow(innerDiaMm, 4));

    private static double Coefficient(LoadSpread load, BeamEnds ends) => (load, ends) switch
    {
        (LoadSpread.Uniform, BeamEnds.Simple) => 5.0 / 384,
        (LoadSpread.Point, BeamEnds.Simple) => 1.0 / 48,
        (LoadSpread.Uniform, BeamEnds.Fixed) => 1.0 / 384,
        (LoadSpread.Point, BeamEnds.Fixed) => 1.0 / 192,
        (LoadSpread.Uniform, _) => 1.0 / 8,
        _ => 1.0 / 3,
    };
}
