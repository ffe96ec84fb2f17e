namespace AnvilPlan.Core.Plastics;

/// <summary>Rules of cast and extruded sheet. mm unless said.</summary>
public static class PlasticSheet
{
    /// <summary>Thickness tolerance of cast sheet, ± (0.4 + 0.1 t): ISO 7823-1.</summary>
    public static double CastToleranceMm(double nominalMm) => 0.4 + (0.1 * nominalMm);

    /// <summary>Growth of a length over a temperature swing in one direction.</summary>
    public static double MovementMm(double expansionPerK, double lengthMm, double swingK) => expansionPerK * lengthMm * swingK;

    /// <summary>Hole round a screw that must let the sheet move and was not placed exactly.</summary>
    public static double MovingHoleMm(double screwMm, double movementMm, double placementMm) => screwMm + (2 * (movementMm + placementMm));

    /// <summary>Angle from the normal beyond which light stays inside, degrees: Snell.</summary>
    public static double CriticalAngleDeg(double refractiveIndex) => Math.Asin(1 / refractiveIndex) * 180 / Math.PI;

    /// <summary>Revolutions per minute for a cutting speed in m/min.</summary>
    public static double DrillRpm(double speedMPerMin, double drillMm) => 1000 * speedMPerMin / (Math.PI * drillMm);
}

/// <summary>Heating out the stress of a worked part, hours.</summary>
public sealed record Annealing(double SoakH, double CoolH)
{
    public double TotalH => SoakH + CoolH;

    public static Annealing Of(double thicknessMm, double soakHPerMm, double leastSoakH, double soakC, double roomC, double coolKPerH) =>
        new(Math.Max(leastSoakH, thicknessMm * soakHPerMm), (soakC - roomC) / coolKPerH);
}

/// <summary>A window held at its four edges that bends under a pressure. mm.</summary>
/// <param name="Small">At most half the thickness: the formula holds.</param>
public sealed record WindowSag(double DeflectionMm, bool Small)
{
    private const int Terms = 120;

    /// <summary>Navier's series for a thin plate, four edges simply supported; 60 odd terms each way.</summary>
    public static WindowSag Of(double shortMm, double longMm, double thicknessMm, double youngsGPa, double poisson, double pressurePa)
    {
        var stiffness = youngsGPa * 1000 * Math.Pow(thicknessMm, 3) / (12 * (1 - (poisson * poisson)));
        var sum = 0.0;
        for (var m = 1; m < Terms; m += 2)
        {
            for (var n = 1; n < Terms; n += 2)
            {
                var square = Math.Pow(m / longMm, 2) + Math.Pow(n / shortMm, 2);
                var sign = ((m - 1) / 2 + ((n - 1) / 2)) % 2 == 0 ? 1 : -1;
                sum += sign / (m * n * square * square);
            }
        }

        var sag = 16 * pressurePa * 1e-6 / (Math.Pow(Math.PI, 6) * stiffness) * sum;
        return new WindowSag(sag, sag <= thicknessMm / 2);
    }
}

/// <summary>The line to draw so that a cut of some width leaves the wanted size. mm.</summary>
public sealed record KerfLine(double DrawnMm, double OffsetMm)
{
    /// <param name="opening">An opening loses material outwards, an outline inwards.</param>
    public static KerfLine Of(double wantedMm, double kerfMm, bool opening) => new(wantedMm + (opening ? -kerfMm : kerfMm), kerfMm / 2);
}
