using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Frames;

/// <summary>A pipe between two fittings: centre to centre less what each fitting takes. mm.</summary>
public sealed record PipeCut(double TakeOff1Mm, double TakeOff2Mm, double CutMm)
{
    public static PipeCut Of(double centresMm, double face1Mm, double engagement1Mm, double face2Mm, double engagement2Mm)
    {
        var (first, second) = (face1Mm - engagement1Mm, face2Mm - engagement2Mm);
        return new PipeCut(first, second, centresMm - first - second);
    }
}

/// <summary>The twelve members of a frame of square profile whose posts run through. mm.</summary>
public sealed record FrameMembers(double PostMm, double RailXMm, double RailYMm)
{
    public double TotalM => 4 * (PostMm + RailXMm + RailYMm) / 1000;

    public static FrameMembers Of(double widthMm, double depthMm, double heightMm, double profileMm, double bracketGapMm) =>
        new(heightMm, widthMm - (2 * (profileMm + bracketGapMm)), depthMm - (2 * (profileMm + bracketGapMm)));
}

/// <summary>Lengths cut from equal bars, longest first, each from the first bar that still takes it.</summary>
public sealed record FirstFitBars(int LowerBound, IReadOnlyList<double> OffcutsMm)
{
    public int Bars => OffcutsMm.Count;

    /// <param name="lengthsMm">Each at most <paramref name="usableMm"/>.</param>
    public static FirstFitBars Of(double usableMm, double kerfMm, IEnumerable<double> lengthsMm)
    {
        var lengths = lengthsMm.OrderDescending().ToList();
        var bars = new List<(double Sum, int Count)>();
        foreach (var length in lengths)
        {
            var at = bars.FindIndex(b => Grace.AtMost(b.Sum + length + (kerfMm * b.Count), usableMm));
            if (at < 0)
            {
                bars.Add((length, 1));
            }
            else
            {
                bars[at] = (bars[at].Sum + length, bars[at].Count + 1);
            }
        }

        return new FirstFitBars(
            Grace.Ceiling(lengths.Sum(l => l + kerfMm) / (usableMm + kerfMm)),
            [.. bars.Select(b => Math.Max(0, usableMm - b.Sum - (kerfMm * b.Count)))]);
    }
}

public static class Flatness
{
    /// <summary>How far the fourth corner of a rectangle stands off the plane of the other three, mm; corners in order round it.</summary>
    public static double FourthCornerOffMm(double z1Mm, double z2Mm, double z3Mm, double z4Mm) => z4Mm - (z1Mm - z2Mm + z3Mm);
}
