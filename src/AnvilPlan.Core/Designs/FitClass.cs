namespace AnvilPlan.Core.Designs;

/// <summary>How two parts that are not fastened to each other meet.</summary>
public enum FitClass
{
    /// <summary>Driven in once; pins.</summary>
    Press,

    /// <summary>By hand with some pressure: lids, locating pins.</summary>
    Snug,

    /// <summary>Never binds, even when both parts are at their worst.</summary>
    Sliding,

    /// <summary>Free, with room for paint and dirt.</summary>
    Loose,
}

public static class FitClasses
{
    /// <summary>
    /// Clearance over both sides together, mm, between parts that are true to ± <paramref name="oneMm"/> and ± <paramref name="otherMm"/>:
    /// so many times the tolerance, as for two prints of one printer; a part without error takes one of them away, and at sliding the
    /// worst case is always zero. Source: fit coupons, 0, 1, 2, 3 times the tolerance.
    /// </summary>
    public static double ClearanceMm(this FitClass fit, double oneMm, double otherMm) =>
        oneMm + otherMm + (((int)fit - 2) * Math.Max(oneMm, otherMm));

    /// <summary>The class that a clearance amounts to; null when it is less than a press fit's.</summary>
    public static FitClass? Of(double clearanceMm, double oneMm, double otherMm) =>
        Enum.GetValues<FitClass>().Where(f => clearanceMm >= f.ClearanceMm(oneMm, otherMm) - 1e-9).Select(f => (FitClass?)f)
            .LastOrDefault();
}
