using System.Text.Json.Serialization;
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

    /// <summary>
    /// The thickest pin on sale that leaves half of its thickness and half a millimetre on both sides, mm; null in a wall too thin for any.
    /// </summary>
    public static double? PinFor(double wallMm) => SoldMm.Where(d => (2 * d) + 1 <= wallMm).Select(d => (double?)d).LastOrDefault();

    /// <summary>
    /// Two pins in each wall that a seam crosses, at a quarter from both ends of what the two pieces share there, clear of holes.
    /// </summary>
    public static IReadOnlyList<SeamPin> Of(PrintJob job, IReadOnlyList<PrintedWall> walls, SeamRule rule) =>
    [
        .. from run in SeamRun.Of(job, walls, InEachMm + BehindMm)
           let dia = PinFor(run.Wall.Box.Size[run.Wall.Through])
           where dia is not null && run.ToMm - run.FromMm > 8 * dia
           from at in run.TwoPlaces(2 * dia.Value, p => new SeamPin("", p, run.Seam.Across, dia.Value, dia.Value + PlayMm, InEachMm
               + BehindMm).Around is var around && !rule.Holes.Any(around.Overlaps))
           select new SeamPin(run.Wall.FaceId, at, run.Seam.Across, dia.Value, dia.Value + PlayMm, InEachMm + BehindMm),
    ];

    /// <summary>The block that its hole and a millimetre round it take.</summary>
    [JsonIgnore]
    public Box Around => new Point3(HoleMm / 2, HoleMm / 2, HoleMm / 2).With(Along, DeepMm) is var half ? new Box(At - half, At + half)
        .Grow(1) : default;

    /// <summary>Length of the pin, mm.</summary>
    public static double LengthMm => 2 * InEachMm;
}
