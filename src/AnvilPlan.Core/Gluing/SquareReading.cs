using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Gluing;

/// <summary>What two measured diagonals say of a frame.</summary>
/// <param name="OffMm">First less second diagonal.</param>
/// <param name="ShiftMm">By how much the top has slid along itself.</param>
/// <param name="Say">Square enough, or which corners to draw together.</param>
public sealed record SquareReading(double OffMm, double SkewDeg, double ShiftMm, bool Square, string Say)
{
    /// <param name="firstMm">From the lower left to the upper right corner.</param>
    /// <param name="secondMm">From the lower right to the upper left corner.</param>
    /// <returns>Null when no four-sided frame of these sides has such diagonals.</returns>
    public static SquareReading? Of(SquareCheck frame, double firstMm, double secondMm)
    {
        if (Squareness.Of(frame.WidthMm, frame.HeightMm, firstMm, secondMm) is not { } s)
        {
            return null;
        }

        var off = firstMm - secondMm;
        var square = Math.Abs(off) <= frame.AllowMm + 1e-9;
        var (longer, top) = off > 0 ? ("lower left to upper right", "left") : ("lower right to upper left", "right");
        return new SquareReading(Math.Round(off, 3), s.SkewDeg, s.ShiftMm, square, square
            ? $"Square enough: the diagonals differ by {Math.Abs(off):0.##} mm, {frame.AllowMm:0.##} mm are allowed."
            : $"Draw a clamp along the longer diagonal, {longer}, until both read the same: the top has to go {Math.Abs(s.ShiftMm):0.##} "
                + $"mm to the {top}.");
    }
}
