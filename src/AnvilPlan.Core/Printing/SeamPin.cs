using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Printing;

/// <summary>A pin across the seam of two printed pieces, in the middle of a wall, mm.</summary>
/// <param name="FaceId">The wall that it lies in.</param>
/// <param name="At">On the seam.</param>
/// <param name="PinMm">Diameter of the pin.</param>
/// <param name="HoleMm">Diameter as printed.</param>
/// <param name="DeepMm">Into each piece.</param>
public sealed record SeamPin(string FaceId, Point3 At, Axis Along, double PinMm, double HoleMm, double DeepMm)
{
    /// <summary>Printed holes come out tight, mm on the diameter [R].</summary>
    private const double PlayMm = 0.2;

    /// <summary>Pin in each piece, and room behind its end, mm.</summary>
    private const double InEachMm = 10;
    private const double BehindMm = 0.5;
    private static readonly double[] SoldMm = [2, 3, 4, 5, 6];

    /// <summary>The thickest pin on sale that leaves half of its thickness and half a millimetre on both sides, mm; null in a wall too thin for any.</summary>
    public static double? PinFor(double wallMm) => SoldMm.Where(d => (2 * d) + 1 <= wallMm).Select(d => (double?)d).LastOrDefault();

    /// <summary>Two pins in each wall that a seam crosses, at a quarter from both ends of what the two pieces share there.</summary>
    /// <param name="walls">Blocks of the faces of the body.</param>
    public static IReadOnlyList<SeamPin> Of(PrintJob job, IReadOnlyList<(string FaceId, Box Box, Axis Through)> walls)
    {
        var whole = walls.Select(w => w.Box).Aggregate((a, b) => a.Hull(b));
        var pieces = job.PieceBoxes(whole).ToList();
        var pins = new List<SeamPin>();
        foreach (var wall in walls)
        {
            if (PinFor(wall.Box.Size[wall.Through]) is not { } pin)
            {
                continue;
            }

            foreach (var along in Enum.GetValues<Axis>().Where(a => a != wall.Through))
            {
                var across = Enum.GetValues<Axis>().First(a => a != along && a != wall.Through);
                foreach (var seam in pieces.Select(p => p.Min[along]).Distinct().Where(s => s > wall.Box.Min[along] + InEachMm + BehindMm && s < wall.Box.Max[along] - InEachMm - BehindMm))
                {
                    foreach (var (from, to) in pieces.Select(p => (Math.Max(p.Min[across], wall.Box.Min[across]), Math.Min(p.Max[across], wall.Box.Max[across]))).Distinct().Where(r => r.Item2 - r.Item1 > 8 * pin))
                    {
                        pins.AddRange(((double[])[0.25, 0.75]).Select(share => new SeamPin(
                            wall.FaceId, wall.Box.Centre.With(along, seam).With(across, from + ((to - from) * share)), along, pin, pin + PlayMm, InEachMm + BehindMm)));
                    }
                }
            }
        }

        return pins;
    }

    /// <summary>Length of the pin, mm.</summary>
    public static double LengthMm => 2 * InEachMm;
}
