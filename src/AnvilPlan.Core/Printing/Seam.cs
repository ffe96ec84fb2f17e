using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Printing;

/// <summary>A plane in which a printed part is cut into pieces that fit the bed, mm.</summary>
public sealed record Seam(Axis Across, double AtMm)
{
    /// <summary>Nothing is bored so near to a seam, mm.</summary>
    private const double RimMm = 1;

    /// <summary>A seam is moved in such steps, mm.</summary>
    private const double StepMm = 0.5;

    /// <summary>So many pieces more than the bed asks for are tried to keep seams off holes.</summary>
    private const int MostMore = 2;

    /// <summary>
    /// Cuts a part across one axis: equal pieces, each seam at the nearest place at which it meets no hole; where there is none, one piece
    /// more. Where no number of pieces helps, equal ones.
    /// </summary>
    /// <param name="usableMm">What the bed takes along that axis.</param>
    public static IReadOnlyList<Seam> Cut(Axis axis, Box whole, double usableMm, SeamRule rule)
    {
        if (Grace.Ceiling(whole.Size[axis] / usableMm) <= 1)
        {
            return [];
        }

        var usable = usableMm - rule.LapMm;
        var least = Math.Max(2, Grace.Ceiling(whole.Size[axis] / usable));
        return Enumerable.Range(least, MostMore + 1).Select(n => Cut(axis, whole, usable, n, rule)).FirstOrDefault(s => s is not null)
            ?? [.. Enumerable.Range(1, least - 1).Select(k => new Seam(axis, Equal(axis, whole, k, least)))];
    }

    private static List<Seam>? Cut(Axis axis, Box whole, double usable, int pieces, SeamRule rule)
    {
        var seams = new List<Seam>();
        var last = whole.Min[axis];
        for (var k = 1; k < pieces; k++)
        {
            var equal = Equal(axis, whole, k, pieces);
            // what is left behind it has to fit the pieces that are left
            var (least, most) = (Math.Max(last + (usable / 4), whole.Max[axis] - (usable * (pieces - k))), last + usable);
            var places = Enumerable.Range(0, (int)(usable / StepMm))
                .SelectMany(i => (double[])[equal + (i * StepMm), equal - (i * StepMm)]);
            if (places.Where(at => at >= least - 1e-9 && at <= most + 1e-9).Select(at => new Seam(axis, at))
                .FirstOrDefault(s => !rule.Holes.Any(h => s.Slab(h, rule.LapMm).Overlaps(h))) is not { } seam)
            {
                return null;
            }

            seams.Add(seam);
            last = seam.AtMm;
        }

        return seams;
    }

    /// <summary>The block round it in which nothing is bored.</summary>
    public Box Slab(Box of, double lapMm) => of.WithSpan(Across, AtMm - (lapMm / 2) - RimMm, AtMm + (lapMm / 2) + RimMm);

    private static double Equal(Axis axis, Box whole, int k, int pieces) => whole.Min[axis] + (whole.Size[axis] * k / pieces);
}

/// <summary>How seams of a printed part lie, mm.</summary>
/// <param name="Holes">Blocks of holes that are where they are: no seam crosses them.</param>
/// <param name="LapMm">The halves of a wall overlap by it at a seam; 0 = cut square.</param>
public sealed record SeamRule(IReadOnlyList<Box> Holes, double LapMm)
{
    public static SeamRule None { get; } = new([], 0);
}

/// <summary>A wall of a printed part.</summary>
public sealed record PrintedWall(string FaceId, Box Box, Axis Through);

/// <summary>A stretch of a wall along which a seam parts two pieces.</summary>
/// <param name="Run">The axis along the seam in the wall.</param>
public sealed record SeamRun(PrintedWall Wall, Seam Seam, Axis Run, double FromMm, double ToMm)
{
    /// <param name="insideMm">A seam nearer to the end of a wall joins nothing there.</param>
    public static IEnumerable<SeamRun> Of(PrintJob job, IEnumerable<PrintedWall> walls, double insideMm) =>
        from wall in walls
        from seam in job.Seams
        where seam.Across != wall.Through && seam.AtMm > wall.Box.Min[seam.Across] + insideMm
            && seam.AtMm < wall.Box.Max[seam.Across] - insideMm
        let run = Enum.GetValues<Axis>().First(a => a != seam.Across && a != wall.Through)
        let cuts = job.Seams.Where(s => s.Across == run && s.AtMm > wall.Box.Min[run] && s.AtMm < wall.Box.Max[run])
            .Select(s => s.AtMm).Order()
        from stretch in cuts.Prepend(wall.Box.Min[run]).Zip(cuts.Append(wall.Box.Max[run]))
        select new SeamRun(wall, seam, run, stretch.First, stretch.Second);

    /// <summary>The middle of the wall on the seam, at a share of the stretch and so far beside it.</summary>
    public Point3 At(double share, double besideMm = 0) => Wall.Box.Centre.With(Seam.Across, Seam.AtMm)
        .With(Run, FromMm + ((ToMm - FromMm) * share) + besideMm);

    /// <summary>Two places, at a quarter from both ends; each moved along the stretch until what stands there is free.</summary>
    /// <param name="free">Whether something can stand at that place.</param>
    public IEnumerable<Point3> TwoPlaces(double endMm, Func<Point3, bool> free)
    {
        foreach (var share in (double[])[0.25, 0.75])
        {
            var reach = (ToMm - FromMm) / 4;
            var places = Enumerable.Range(0, (int)reach).SelectMany(i => (double[])[i, -i]).Select(beside => At(share, beside))
                .Where(p => p[Run] >= FromMm + endMm && p[Run] <= ToMm - endMm && free(p));
            foreach (var place in places.Take(1))
            {
                yield return place;
            }
        }
    }
}
