using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Fasteners;

/// <summary>The stack that one screw clamps and what it may enter. All mm.</summary>
/// <param name="ClampedMm">The thicknesses between head and thread, outermost first.</param>
/// <param name="WasherMm">Washer under the head; a countersunk head has none and the value is ignored.</param>
/// <param name="CounterboreMm">How deep the head sits below the surface.</param>
/// <param name="EngagementMinMm">The least thread that must bite.</param>
/// <param name="DepthAvailableMm">What is free below the clamped parts; null = no limit.</param>
public sealed record ScrewStack(
    LengthMeasured Measured,
    IReadOnlyList<double> ClampedMm,
    double WasherMm,
    double CounterboreMm,
    double EngagementMinMm,
    double? DepthAvailableMm)
{
    public double GripMm => ClampedMm.Sum() + (Measured == LengthMeasured.OverHead ? 0 : WasherMm) - CounterboreMm;
    public double LengthMinMm => GripMm + EngagementMinMm;
    public double? LengthMaxMm => DepthAvailableMm is { } depth ? GripMm + depth : null;

    /// <summary>The shortest stock length that bites enough and does not bottom out, or null when there is none.</summary>
    public double? Choose(IEnumerable<double> stockLengthsMm) => stockLengthsMm
        .Where(l => Grace.AtLeast(l, LengthMinMm) && (LengthMaxMm is not { } most || Grace.AtMost(l, most)))
        .Select(l => (double?)l)
        .Min();
}

/// <summary>A stack closed by a nut: the screw must pass the nut by some pitches of thread. All mm.</summary>
public sealed record NutStack(IReadOnlyList<double> ClampedMm, double WashersMm, double NutHeightMm, double PitchMm,
    double ProtrusionPitches)
{
    public double StackMm => ClampedMm.Sum() + WashersMm + NutHeightMm;
    public double LengthMinMm => StackMm + (ProtrusionPitches * PitchMm);

    /// <summary>The shortest stock length that passes the nut far enough, or null when there is none.</summary>
    public double? Choose(IEnumerable<double> stockLengthsMm) => stockLengthsMm
        .Where(l => Grace.AtLeast(l, LengthMinMm))
        .Select(l => (double?)l)
        .Min();
}

/// <summary>A countersink in a sheet (mm): the cone's rim, its depth and the cylindrical land left under it.</summary>
public sealed record Countersink(double SurfaceDiaMm, double ConeDepthMm, double LandMm)
{
    /// <summary>The sheet is no thicker than the cone: its hole gets a sharp rim and the head pulls through.</summary>
    public bool KnifeEdge => LandMm <= 0;

    public static Countersink Of(double headDiaMm, double holeDiaMm, Angle angle, double sheetMm, double sinkBelowMm)
    {
        var tan = Math.Tan(angle.Radians / 2);
        var surface = headDiaMm + (2 * sinkBelowMm * tan);
        var depth = (surface - holeDiaMm) / (2 * tan);
        return new Countersink(surface, depth, sheetMm - depth);
    }
}

/// <summary>A pocket for a captive hexagon nut (mm).</summary>
public sealed record NutPocket(double AcrossFlatsMm, double AcrossCornersMm, double DepthMm)
{
    public static NutPocket Of(double flatsMm, double heightMm, double clearanceFlatsMm, double clearanceDepthMm)
    {
        var flats = flatsMm + clearanceFlatsMm;
        return new NutPocket(flats, flats / Math.Cos(Math.PI / 6), heightMm + clearanceDepthMm);
    }
}

/// <summary>Hole and boss for a heat-set insert (mm): hole = OD - interference; boss = OD + 2 max(wall, ratio x OD).</summary>
public sealed record InsertBoss(double HoleDiaMm, double HoleDepthMm, double BossOdMm)
{
    public static InsertBoss Of(double odMm, double lengthMm, double interferenceMm, double depthExtraMm, double wallMinMm,
        double wallRatio) =>
        new(odMm - interferenceMm, lengthMm + depthExtraMm, odMm + (2 * Math.Max(wallMinMm, wallRatio * odMm)));
}

/// <summary>Fixings spread evenly over a row (mm): n = max(2, ceil((row - 2 e) / pitch max) + 1).</summary>
public sealed record FixingRow(double EndDistanceMm, int Count, double PitchMm)
{
    public static FixingRow Of(double rowMm, double endDistanceMm, double pitchMaxMm)
    {
        var span = rowMm - (2 * endDistanceMm);
        var count = Math.Max(2, Grace.Ceiling(span / pitchMaxMm) + 1);
        return new FixingRow(endDistanceMm, count, span / (count - 1));
    }

    /// <summary>Distances of the fixings from the start of the row, mm.</summary>
    public IEnumerable<double> PositionsMm()
    {
        for (var i = 0; i < Count; i++)
        {
            yield return EndDistanceMm + (i * PitchMm);
        }
    }
}
