using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>Pieces, plastic and hours of a printed part on the shop's printer.</summary>
public static class PrintJobs
{
    /// <summary>A common desktop bed when the shop has stated no printer, mm [R].</summary>
    private static readonly double[] UsualBedMm = [220, 220, 250];

    /// <param name="solids">Blocks of the part: they give its volume and surface.</param>
    public static PrintJob Of(IReadOnlyList<Box> solids, Material material, double skinMm, double infill, ShopProfile shop, string joinedBy)
    {
        var (min, max) = (solids.Select(b => b.Min).Aggregate((a, b) => new(Math.Min(a.X, b.X), Math.Min(a.Y, b.Y), Math.Min(a.Z, b.Z))), solids.Select(b => b.Max).Aggregate((a, b) => new(Math.Max(a.X, b.X), Math.Max(a.Y, b.Y), Math.Max(a.Z, b.Z))));
        var size = max - min;
        var rule = shop.Printing;
        var bed = shop.Printer is { LengthMm: { } l, WidthMm: { } w, HeightMm: { } h } ? [l, w, h] : UsualBedMm;
        // the least side stands up: fewest layers, and the largest faces lie on the bed
        double[] lying = [.. ((double[])[size.X, size.Y, size.Z]).OrderDescending()];
        var split = BedSplit.Of(lying, bed, rule.EdgeMarginMm) ?? new BedSplit([1, 1, 1], lying);
        var volume = solids.Sum(b => b.VolumeMm3) / 1000;
        var surface = solids.Sum(b => 2 * ((b.Size.X * b.Size.Y) + (b.Size.Y * b.Size.Z) + (b.Size.X * b.Size.Z))) / 100;
        var filament = Filament.Of(volume, surface, skinMm, infill, material.DensityKgPerM3 / 1000, rule.FilamentMm);
        var time = PrintTime.Of(filament.PlasticCm3, rule.LineMm, rule.LayerMm, rule.SpeedMmPerS, rule.Efficiency, split.PieceMm[2], rule.LayerOverheadS * split.Count);
        var joints = split.Pieces.Select((n, i) => (n - 1) * split.Count / n).Sum();
        var job = new PrintJob(
            split.Pieces, split.PieceMm, joints, joinedBy, skinMm, infill, Math.Round(filament.MassG, 2), Math.Round(filament.LengthM, 2), Math.Round(time.Hours, 2),
            $"bed {string.Join(" x ", bed)} mm less {rule.EdgeMarginMm} mm; skin {skinMm} mm, {infill * 100:0} % infill; {rule.LineMm} x {rule.LayerMm} mm at {rule.SpeedMmPerS} mm/s, {rule.Efficiency * 100:0} % of it");
        return job with { Empty = job.PieceBoxes(new Box(min, max)).Count(piece => !solids.Any(piece.Overlaps)) };
    }
}
