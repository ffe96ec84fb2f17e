using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Printing;

/// <summary>Pieces, plastic and hours of a printed part on the shop's printer.</summary>
public static class PrintJobs
{
    /// <summary>A common desktop bed when the shop has stated no printer, mm [R].</summary>
    private static readonly double[] UsualBedMm = [220, 220, 250];

    /// <param name="solids">Blocks of the part: they give its volume and surface.</param>
    /// <param name="seams">What its seams keep clear of; null = cut in equal pieces.</param>
    public static PrintJob Of(IReadOnlyList<Box> solids, Material material, double skinMm, double infill, ShopProfile shop, string joinedBy,
        SeamRule? seams = null)
    {
        var whole = solids.Aggregate((a, b) => a.Hull(b));
        var rule = shop.Printing;
        var bed = shop.Printer is { LengthMm: { } l, WidthMm: { } w, HeightMm: { } h } ? [l, w, h] : UsualBedMm;
        // the least side stands up: fewest layers, and the largest faces lie on the bed
        List<Axis> lying = [.. Enum.GetValues<Axis>().OrderByDescending(a => whole.Size[a])];
        var lap = seams ?? SeamRule.None;
        List<Seam> cuts = BedSplit.UsableMm(bed, rule.EdgeMarginMm) is { } usable
            ? [.. lying.SelectMany((axis, i) => Seam.Cut(axis, whole, usable[i], lap))] : [];
        var pieces = lying.ConvertAll(a => cuts.Count(c => c.Across == a) + 1);
        var count = pieces.Aggregate(1, (a, b) => a * b);
        var job = new PrintJob(
            pieces, [], pieces.Select(n => (n - 1) * count / n).Sum(), joinedBy, skinMm, infill, 0, 0, 0,
            $"bed {string.Join(" x ", bed)} mm less {rule.EdgeMarginMm} mm; skin {skinMm} mm, {infill * 100:0} % infill; {rule.LineMm} x "
                + $"{rule.LayerMm} mm at {rule.SpeedMmPerS} mm/s, {rule.Efficiency * 100:0} % of it")
        {
            Seams = cuts,
            LapMm = cuts.Count > 0 ? lap.LapMm : 0,
        };
        List<Box> boxes = [.. job.PieceBoxes(whole)];
        var largest = lying.ConvertAll(a => boxes.Max(b => b.Size[a]));
        var volume = solids.Sum(b => b.VolumeMm3) / 1000;
        var surface = solids.Sum(b => 2 * ((b.Size.X * b.Size.Y) + (b.Size.Y * b.Size.Z) + (b.Size.X * b.Size.Z))) / 100;
        var filament = Filament.Of(volume, surface, skinMm, infill, material.DensityKgPerM3 / 1000, rule.FilamentMm);
        var time = PrintTime.Of(filament.PlasticCm3, rule.LineMm, rule.LayerMm, rule.SpeedMmPerS, rule.Efficiency, largest[2],
            rule.LayerOverheadS * count);
        return job with
        {
            PieceMm = [.. largest.Zip(pieces, (mm, n) => mm + (job.LapMm * Math.Min(2, n - 1) / 2))],
            MassG = Math.Round(filament.MassG, 2),
            FilamentM = Math.Round(filament.LengthM, 2),
            Hours = Math.Round(time.Hours, 2),
            Empty = boxes.Count(piece => !solids.Any(piece.Overlaps)),
        };
    }
}
