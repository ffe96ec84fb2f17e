using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Joints;

public enum CornerForm
{
    ButtFrontCovers,
    RabbetFront,
    HalfBlindFront,
    Mitre,
    Box,
    ThroughDovetail,
}

/// <summary>
/// Lengths of front and side of a four-sided box by its corner joint; the front runs the length, the side runs the depth. mm.
/// </summary>
public sealed record CornerLengths(double FrontMm, double SideMm, double InsideLengthMm, double InsideDepthMm)
{
    /// <param name="detailMm">Depth of the rabbet into the front's thickness, or the lap left on the front; else without meaning.</param>
    /// <param name="proudMm">Left standing beyond the face at each end, to be trimmed.</param>
    public static CornerLengths Of(CornerForm form, double lengthMm, double depthMm, double frontMm, double sideMm, double detailMm,
        double proudMm)
    {
        var (front, side) = form switch
        {
            CornerForm.ButtFrontCovers => (lengthMm, depthMm - (2 * frontMm)),
            CornerForm.RabbetFront => (lengthMm, depthMm - (2 * (frontMm - detailMm))),
            CornerForm.HalfBlindFront => (lengthMm, depthMm - (2 * detailMm)),
            CornerForm.Mitre => (lengthMm, depthMm),
            _ => (lengthMm + (2 * proudMm), depthMm + (2 * proudMm)),
        };
        return new CornerLengths(front, side, lengthMm - (2 * sideMm), depthMm - (2 * frontMm));
    }
}

/// <summary>A rail between two stiles. mm; the tenon is a third of the stock.</summary>
public sealed record TenonRail(double RailMm, double TenonMm)
{
    public static TenonRail Of(double openingMm, double stileMm, bool through, double tenonLengthMm, double proudMm, double stockMm) =>
        new(openingMm + (2 * (through ? stileMm + proudMm : tenonLengthMm)), stockMm / 3);
}

/// <summary>A tail of slope 1 : n, narrowing by a run on each side over its length. mm.</summary>
public sealed record DovetailTail(double AngleDeg, double NarrowMm)
{
    public static DovetailTail Of(double slopeRun, double tailLengthMm, double wideMm) =>
        new(Math.Atan(1 / slopeRun) * 180 / Math.PI, wideMm - (2 * tailLengthMm / slopeRun));
}

/// <summary>Fingers that come out even: an odd count, so that both edges of one board are fingers. mm.</summary>
public sealed record Fingers(int Count, double WidthMm)
{
    public static Fingers Of(double jointWidthMm, double targetMm)
    {
        var count = Math.Max(3, (2 * Grace.Floor(jointWidthMm / (2 * targetMm))) + 1);
        return new Fingers(count, jointWidthMm / count);
    }
}
