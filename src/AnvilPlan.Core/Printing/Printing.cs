using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Printing;

/// <summary>A part cut into equal pieces that each fit the bed, not turned. mm.</summary>
public sealed record BedSplit(IReadOnlyList<int> Pieces, IReadOnlyList<double> PieceMm)
{
    public int Count => Pieces.Aggregate(1, (a, b) => a * b);

    /// <summary>Bed less the margin at both sides; the height less one. Null when the margin leaves nothing.</summary>
    public static BedSplit? Of(IReadOnlyList<double> partMm, IReadOnlyList<double> bedMm, double marginMm)
    {
        double[] usable = [bedMm[0] - (2 * marginMm), bedMm[1] - (2 * marginMm), bedMm[2] - marginMm];
        if (usable.Min() <= 0)
        {
            return null;
        }

        var pieces = partMm.Zip(usable, (p, u) => Math.Max(1, Grace.Ceiling(p / u))).ToList();
        return new BedSplit(pieces, [.. partMm.Zip(pieces, (p, n) => p / n)]);
    }
}

/// <summary>Plastic in a print: a shell of some wall thickness and a share of the rest. cm³, g, m.</summary>
public sealed record Filament(double PlasticCm3, double MassG, double LengthM)
{
    public static Filament Of(double solidCm3, double surfaceCm2, double wallMm, double infill, double densityGPerCm3, double filamentMm)
    {
        var shell = Math.Min(solidCm3, surfaceCm2 * wallMm / 10);
        var plastic = shell + (infill * (solidCm3 - shell));
        return new Filament(plastic, plastic * densityGPerCm3, plastic / (Math.PI * filamentMm * filamentMm / 4));
    }
}

/// <summary>Hours on the printer: flow and a little for each layer.</summary>
public sealed record PrintTime(double FlowMm3PerS, int Layers, double Hours)
{
    public static PrintTime Of(
        double plasticCm3, double lineMm, double layerMm, double speedMmPerS, double efficiency, double heightMm, double overheadS)
    {
        var flow = lineMm * layerMm * speedMmPerS * efficiency;
        var layers = Grace.Ceiling(heightMm / layerMm);
        return new PrintTime(flow, layers, ((plasticCm3 * 1000 / flow) + (layers * overheadS)) / 3600);
    }
}

/// <summary>Clearance on the diameter between two printed parts, and what it is at worst: both may be off by the tolerance. mm.</summary>
public sealed record PrintFit(double ClearanceMm, double WorstLeastMm, double WorstMostMm)
{
    public static PrintFit Of(FitClass fit, double toleranceMm)
    {
        var clearance = fit.ClearanceMm(toleranceMm, toleranceMm);
        return new PrintFit(clearance, clearance - (2 * toleranceMm), clearance + (2 * toleranceMm));
    }
}

/// <summary>Corrections of a model before it is printed.</summary>
public static class PrintCorrection
{
    /// <summary>A circle of n facets through its corners is too small across the flats by this much of the diameter, mm.</summary>
    public static double PolygonUndersizeMm(double diaMm, int segments) => diaMm * (1 - Math.Cos(Math.PI / segments));

    public static double ModelHoleMm(double diaMm, int segments, double extraMm) => (diaMm / Math.Cos(Math.PI / segments)) + extraMm;

    public static double ShrinkScale(double shrinkagePercent) => 1 / (1 - (shrinkagePercent / 100));

    /// <summary>Steepest wall without support, degrees from the vertical.</summary>
    public static double OverhangDeg(double layerMm, double lineMm, double supportedFraction) =>
        Math.Atan(lineMm * (1 - supportedFraction) / layerMm) * 180 / Math.PI;
}

/// <summary>How a part is printed: pieces that fit the bed, their joints, plastic and time, mm, g, m, h.</summary>
public sealed record PrintJob(
    IReadOnlyList<int> Pieces, IReadOnlyList<double> PieceMm, int Joints, string JoinedBy, double WallMm, double Infill, double MassG, double FilamentM, double Hours, string Why)
{
    /// <summary>Boxes of the split in which nothing of the part lies: the hollow middle of a large body.</summary>
    public int Empty { get; init; }

    /// <summary>Holes for the pins that align pieces at their seams; they stand in the models.</summary>
    public IReadOnlyList<SeamPin> Pins { get; init; } = [];

    public int Count => Pieces.Aggregate(1, (a, b) => a * b) - Empty;

    /// <summary>The part's box cut as the bed asks for: most pieces along its longest side.</summary>
    public IEnumerable<Box> PieceBoxes(Box whole)
    {
        var axes = Enum.GetValues<Axis>().OrderByDescending(a => whole.Size[a]).ToList();
        int Count(Axis axis) => Pieces[axes.IndexOf(axis)];
        Box Cut(Box box, Axis axis, int i) => box.WithSpan(axis, whole.Min[axis] + (whole.Size[axis] * i / Count(axis)), whole.Min[axis] + (whole.Size[axis] * (i + 1) / Count(axis)));
        return
            from x in Enumerable.Range(0, Count(Axis.X))
            from y in Enumerable.Range(0, Count(Axis.Y))
            from z in Enumerable.Range(0, Count(Axis.Z))
            select Cut(Cut(Cut(whole, Axis.X, x), Axis.Y, y), Axis.Z, z);
    }
}
