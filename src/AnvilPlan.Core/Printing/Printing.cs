using AnvilPlan.Core.Designs;
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
        if (UsableMm(bedMm, marginMm) is not { } usable)
        {
            return null;
        }

        var pieces = partMm.Zip(usable, (p, u) => Math.Max(1, Grace.Ceiling(p / u))).ToList();
        return new BedSplit(pieces, [.. partMm.Zip(pieces, (p, n) => p / n)]);
    }

    /// <summary>What the bed takes; null when the margin leaves nothing.</summary>
    public static IReadOnlyList<double>? UsableMm(IReadOnlyList<double> bedMm, double marginMm) =>
        (double[])[bedMm[0] - (2 * marginMm), bedMm[1] - (2 * marginMm), bedMm[2] - marginMm] is var usable && usable.Min() > 0
            ? usable : null;
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
    IReadOnlyList<int> Pieces, IReadOnlyList<double> PieceMm, int Joints, string JoinedBy, double WallMm, double Infill, double MassG,
        double FilamentM, double Hours, string Why)
{
    /// <summary>Boxes of the split in which nothing of the part lies: the hollow middle of a large body.</summary>
    public int Empty { get; init; }

    /// <summary>Holes for the pins that align pieces at their seams; they stand in the models.</summary>
    public IReadOnlyList<SeamPin> Pins { get; init; } = [];

    public int Count => Pieces.Aggregate(1, (a, b) => a * b) - Empty;

    /// <summary>Where the part is cut into its pieces.</summary>
    public IReadOnlyList<Seam> Seams { get; init; } = [];

    /// <summary>At a seam the outer half of a wall reaches so far over the inner half of the next piece; 0 = cut square.</summary>
    public double LapMm { get; init; }

    /// <summary>The part's box cut at its seams.</summary>
    public IEnumerable<Box> PieceBoxes(Box whole)
    {
        IEnumerable<Box> Cut(Box box, Axis axis)
        {
            List<double> ends = [box.Min[axis], .. Seams.Where(s => s.Across == axis).Select(s => s.AtMm).Order(), box.Max[axis]];
            return ends.Zip(ends.Skip(1)).Select(e => box.WithSpan(axis, e.First, e.Second));
        }

        return Cut(whole, Axis.X).SelectMany(x => Cut(x, Axis.Y)).SelectMany(y => Cut(y, Axis.Z));
    }
}
