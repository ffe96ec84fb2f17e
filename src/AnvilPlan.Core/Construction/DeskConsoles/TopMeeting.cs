using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Construction.DeskConsoles;

/// <summary>
/// How a front that leans and the top meet. mm. A setback tells how far the inner edge of an end lies behind its outer one: below zero
/// where the inner face is the longer one, 0 where the end is square.
/// </summary>
/// <param name="FrontEndsMm">Where the front ends, up the slope.</param>
/// <param name="TopBeginsMm">Where the top begins, from the front of the enclosure.</param>
public sealed record TopMeeting(double FrontEndsMm, double OnFrontMm, double TopBeginsMm, double OnTopMm)
{
    /// <summary>An end cut flatter than this breaks, and no saw tilts so far.</summary>
    private const double MostDeg = 60;

    /// <summary>
    /// The line from where the outer planes cross to where the inner ones do; equal thicknesses t give a setback of t tan(a / 2) on both.
    /// Where that line runs too flat through one of the two, the thinner runs over the end of the other.
    /// </summary>
    public static TopMeeting Of(Slope slope, double topMm)
    {
        var (t, height, cot) = (slope.ThicknessMm, slope.HeightMm, slope.Cos / slope.Sin);
        var (onFront, onTop) = ((topMm - (t * slope.Cos)) / slope.Sin, (t - (topMm * slope.Cos)) / slope.Sin);
        static bool Sawn(double setbackMm, double thickMm) => Angle.FromRadians(Math.Atan2(Math.Abs(setbackMm), thickMm))
            .Degrees <= MostDeg;
        return Sawn(onFront, t) && Sawn(onTop, topMm)
            ? new(slope.LengthMm + Math.Max(0, -onFront), onFront, slope.RunMm - Math.Max(0, -onTop), onTop)
            : t < topMm ? new(slope.LengthMm, 0, slope.BackAt(height - topMm, t), -topMm * cot)
            : new((slope.RiseMm - topMm + (t * slope.Cos)) / slope.Sin, -t * cot, slope.RunMm, 0);
    }
}
