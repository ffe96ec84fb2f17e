using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Fasteners;

/// <summary>Diameters (mm) and tensile stress area (mm²) of a 60° thread. ISO 724, ISO 898-1, ASME B1.1.</summary>
public sealed record ThreadForm(double MinorInternalMm, double RootExternalMm, double PitchDiaMm, double TensileStressAreaMm2)
{
    /// <summary>The height of the full thread on diameter is 1.299038 P.</summary>
    private const double FullThread = 1.299038;

    public static ThreadForm Of(ThreadStandard standard, double nominalMm, double pitchMm)
    {
        var c = standard == ThreadStandard.Iso ? 0.938194 : 0.9743;
        return new ThreadForm(
            nominalMm - (1.082532 * pitchMm),
            nominalMm - (1.226869 * pitchMm),
            nominalMm - (0.649519 * pitchMm),
            Math.PI / 4 * Math.Pow(nominalMm - (c * pitchMm), 2));
    }

    /// <summary>Percent of the full thread that a hole leaves: 100 (d - hole) / (1.299038 P).</summary>
    public static double Percent(double nominalMm, double pitchMm, double holeMm) => 100 * (nominalMm - holeMm) / (FullThread * pitchMm);

    /// <summary>Hole diameter (mm) for a wanted percent of thread: d - 1.299038 P percent / 100.</summary>
    public static double TapDrillMm(double nominalMm, double pitchMm, double percent) => nominalMm - (FullThread * pitchMm * percent / 100);

    /// <summary>
    /// Engagement (mm) at which the nut thread strips no sooner than the screw breaks: 4 As / (pi d2) x Rm screw / Rm nut;
    /// shear area about half of pi d2 Le, shear strength half of tensile.
    /// </summary>
    public static double FullStrengthEngagementMm(double stressAreaMm2, double pitchDiaMm, double screwMpa, double nutMpa) =>
        4 * stressAreaMm2 / (Math.PI * pitchDiaMm) * screwMpa / nutMpa;
}

/// <summary>Preload (N) and torque (N m) of a screw tightened to a fraction of its proof load. T = K d F; ISO 898-1.</summary>
public sealed record Tightening(double PreloadN, double TorqueNm)
{
    public static Tightening Of(double nominalMm, double stressAreaMm2, double proofMpa, double proofFraction, double nutFactor)
    {
        var preload = proofFraction * proofMpa * stressAreaMm2;
        return new Tightening(preload, nutFactor * nominalMm * preload / 1000);
    }
}

public enum HoleKind
{
    Floating,
    Fixed,
}

/// <summary>Clearance hole for position zones given as diameters. ASME Y14.5 floating and fixed fastener formulas.</summary>
public static class FastenerHole
{
    /// <summary>Floating (clearance in every part): d + the larger T. Fixed (one part tapped): d + T1 + T2. All mm.</summary>
    public static double DiaMm(double screwMm, HoleKind kind, double zone1Mm, double zone2Mm) =>
        screwMm + (kind == HoleKind.Floating ? Math.Max(zone1Mm, zone2Mm) : zone1Mm + zone2Mm);
}

/// <summary>
/// A wood screw's shank, root and pilot (mm): shank = 0.060 + 0.013 gauge inch, ASME B18.6.1; ratios USDA Wood Handbook ch. 8.
/// </summary>
public sealed record WoodScrewForm(double ShankMm, double RootMm, double PilotMm)
{
    public static WoodScrewForm Of(double gauge, double rootRatio, double pilotRatio)
    {
        var shank = (0.060 + (0.013 * gauge)) * Length.MmPerInch;
        return new WoodScrewForm(shank, rootRatio * shank, pilotRatio * rootRatio * shank);
    }

    /// <summary>Ultimate withdrawal from side grain, N: 108.25 G² D L with D, L in mm. USDA Wood Handbook ch. 8.</summary>
    public static double WithdrawalN(double specificGravity, double shankMm, double penetrationMm) =>
        108.25 * specificGravity * specificGravity * shankMm * penetrationMm;
}
