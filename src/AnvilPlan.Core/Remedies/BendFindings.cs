using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;

namespace AnvilPlan.Core.Remedies;

/// <summary>What a sheet of that thickness does not stand, or the brake cannot hold.</summary>
internal static class BendFindings
{
    /// <summary>Null when the radius is one that the sheet takes.</summary>
    public static Finding? TooTight(string what, string place, Material material, double thicknessMm, double radiusMm,
        Func<Design, double, Design> set)
    {
        var least = LeastRadiusShare(material, thicknessMm) * thicknessMm;
        return radiusMm >= least - 1e-6 ? null : Finding.Of("bend-too-tight", Severity.Warn,
            $"{what} is bent to an inside radius of {Say.Mm(radiusMm)} mm; {material.Name} of {Say.Mm(thicknessMm)} mm wants "
                + $"{Say.Mm(least)} mm or it cracks.",
            [place], new Remedy("radius", $"Bend it to {Say.Mm(least)} mm", d => set(d, Math.Round(least, 2))));
    }

    /// <summary>Null when the flange lies over the die.</summary>
    /// <param name="outsideMm">Height of the flange, outside.</param>
    public static Finding? TooShort(string place, string what, double thicknessMm, double outsideMm, Func<Design, double, Design> set)
    {
        var least = LeastFlangeMm(thicknessMm);
        return outsideMm >= least ? null : Finding.Of("flange-too-short", Severity.Warn,
            $"{what} of {Say.Mm(outsideMm)} mm outside are too short for the die: {Say.Mm(least)} mm is the least for "
                + $"{Say.Mm(thicknessMm)} mm sheet (0.7 of a V of 8 T).",
            [place], new Remedy("longer", $"Make them {Say.Mm(Math.Ceiling(least))} mm outside", d => set(d, Math.Ceiling(least))));
    }

    /// <summary>0.7 of a V opening of 8 T [R].</summary>
    private static double LeastFlangeMm(double thicknessMm) => 0.7 * 8 * thicknessMm;

    /// <summary>Least inside radius over thickness, across the grain [R].</summary>
    private static double LeastRadiusShare(Material material, double t) => material.Id switch
    {
        "aluminium-6061" => t <= 1 ? 1.5 : t <= 2 ? 2.5 : 3.5,
        "aluminium-5052" => t <= 1 ? 0.5 : t <= 2 ? 1 : 1.5,
        "steel" => t <= 1 ? 0.5 : 1,
        _ => 1,
    };
}
