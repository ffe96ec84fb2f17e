using System.Runtime.InteropServices;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Core.Fixings;

/// <summary>A set with the way it is made and the fixings where they stand.</summary>
/// <param name="Conflicts">Those for which no free place was found.</param>
public sealed record PlacedSet(FixingSet Set, FixingWay Way, IReadOnlyList<Fixing> Fixings, IReadOnlyList<FixingConflict> Conflicts);

/// <summary>A fixing that runs into something wherever it is put.</summary>
public sealed record FixingConflict(FixingSet Set, Fixing Fixing, Obstacle Obstacle);

/// <summary>
/// Finds a place for every fixing so that none meets another, a part that it does not hold, a device or an opening. Decided places
/// come first; then the rows with the least room. A row keeps its even spread where it can; else single fixings shift along it, the
/// whole row shifts across, fewer do, another screw is taken, or the row goes in two lines.
/// </summary>
public static class FixingPlacer
{
    private const double StepMm = 0.5;

    /// <summary>A row may be this much wider spread than is usual before a place counts as not found.</summary>
    private const double StretchMost = 1.6;

    public static IReadOnlyList<PlacedSet> Place(IReadOnlyList<FixingSet> sets, FixingSpace space)
    {
        var placed = new PlacedSet[]?[sets.Count];
        foreach (var i in Enumerable.Range(0, sets.Count).OrderBy(i => Freedom(sets[i])).ThenBy(i => i).Interruptible())
        {
            placed[i] = sets[i].EachForItself ? [.. OneByOne(sets[i], space)] : [One(sets[i], space)];
            foreach (var fixing in placed[i]!.SelectMany(p => p.Fixings))
            {
                space.Add(fixing);
            }
        }

        return [.. placed.SelectMany(p => p!)];
    }

    /// <summary>Length of the strip that is left to choose from; none for decided places.</summary>
    private static double Freedom(FixingSet set) => set.Loci[0] is RowLocus row ? row.Area.Size[row.Along] + row.AcrossMm.Count
        : set.Optional ? 1e6 : set.Loci.Count - 1;

    private static PlacedSet One(FixingSet set, FixingSpace space)
    {
        // mostly the first way does: the others are not even worked out
        foreach (var way in set.Ways)
        {
            if (!way.Wanting && !way.Sticks && Free(set, way, space) is { } fixings)
            {
                return new PlacedSet(set, way, fixings, []);
            }
        }

        var ways = Ranked(set);
        foreach (var way in ways.Where(w => w.Wanting || w.Sticks))
        {
            if (Free(set, way, space) is { } fixings)
            {
                return new PlacedSet(set, way, fixings, []);
            }
        }

        if (set.Optional)
        {
            return new PlacedSet(set, ways[0], [], []);
        }

        var first = ways[0];
        var points = set.Loci[0] is RowLocus row ? [.. row.Row.PositionsMm().Select(p => At(row, row.AcrossMm[0], p))]
            : ((PointsLocus)set.Loci[0]).Points;
        var stuck = points.Select((p, i) => Make(set, first, p, i)).ToList();
        List<FixingConflict> conflicts = [.. stuck.Select(f => (Fixing: f, Obstacle: space.InTheWay(f, first.Layers, set.DeviceId)))
            .Where(x => x.Obstacle is not null).Select(x => new FixingConflict(set, x.Fixing, x.Obstacle!))];
        return new PlacedSet(set, first, stuck, conflicts.Count > 0 ? conflicts : [.. Clash(set, stuck)]);
    }

    /// <summary>Places of one set that are too near to each other.</summary>
    private static IEnumerable<FixingConflict> Clash(FixingSet set, IReadOnlyList<Fixing> fixings) =>
        fixings.Select((f, i) => (Fixing: f, Obstacle: FixingSpace.Among(f, fixings.Take(i)))).Where(x => x.Obstacle is not null)
            .Select(x => new FixingConflict(set, x.Fixing, x.Obstacle!));

    /// <summary>Each place by its own best way; what is made alike is one placed set.</summary>
    private static IEnumerable<PlacedSet> OneByOne(FixingSet set, FixingSpace space)
    {
        var ways = Ranked(set);
        var made = new List<(FixingWay Way, Fixing Fixing, FixingConflict? Conflict)>();
        foreach (var (point, i) in ((PointsLocus)set.Loci[0]).Points.Select((p, i) => (p, i)))
        {
            var way = ways.Find(w => space.InTheWay(Make(set, w, point, i), w.Layers, set.DeviceId) is null) ?? ways[0];
            var fixing = Make(set, way, point, i);
            made.Add((way, fixing, space.InTheWay(fixing, way.Layers, set.DeviceId) is { } obstacle
                ? new FixingConflict(set, fixing, obstacle) : null));
        }

        List<FixingConflict> clashes = [.. Clash(set, [.. made.Select(m => m.Fixing)])];
        return made.GroupBy(m => m.Way)
            .Select(g => new PlacedSet(set, g.Key, [.. g.Select(m => m.Fixing)], [.. g.Select(m => m.Conflict).OfType<FixingConflict>(),
            .. clashes.Where(c => g.Any(m => m.Fixing == c.Fixing))]));
    }

    /// <summary>What lacks least first; what is only stuck last.</summary>
    private static List<FixingWay> Ranked(FixingSet set) =>
        [.. set.Ways.OrderBy(w => w.Sticks).ThenBy(w => w.Wanting).ThenBy(w => w.ShortMm)];

    private static List<Fixing>? Free(FixingSet set, FixingWay way, FixingSpace space) => set.Loci.Select(l => Free(set, way, l, space))
        .FirstOrDefault(f => f is not null);

    private static List<Fixing>? Free(FixingSet set, FixingWay way, Locus locus, FixingSpace space)
    {
        if (locus is PointsLocus points)
        {
            var fixings = points.Points.Select((p, i) => Make(set, way, p, i)).ToList();
            return fixings.TrueForAll(f => space.InTheWay(f, way.Layers, set.DeviceId) is null) && !Clash(set, fixings).Any()
                ? fixings : null;
        }

        var row = new RowSearch((RowLocus)locus);
        var spread = row.Locus.Row;
        for (var count = spread.Count; count >= Math.Max(1, row.Locus.LeastCount); count--)
        {
            if (count < spread.Count && (spread.Count - 1) * spread.PitchMm / Math.Max(1, count - 1) > StretchMost * row.Locus.PitchMostMm)
            {
                break;
            }

            var ideal = Ideal(row.Locus, spread, count);
            foreach (var across in row.Locus.AcrossMm)
            {
                if (Along(set, way, row, ideal, [across], space) is { } straight)
                {
                    return straight;
                }
            }

            if (row.Locus.AcrossMm.Count > 1 && Along(set, way, row, ideal, row.Locus.AcrossMm, space) is { } inTwoLines)
            {
                return inTwoLines;
            }
        }

        return null;
    }

    private static List<double> Ideal(RowLocus row, FixingRow spread, int count) => count == spread.Count
        ? [.. spread.PositionsMm()]
        : count == 1
            ? [row.Area.Size[row.Along] / 2]
            : [.. Enumerable.Range(0, count)
                .Select(i => spread.EndDistanceMm + (i * (row.Area.Size[row.Along] - (2 * spread.EndDistanceMm)) / (count - 1)))];

    /// <summary>Each fixing at the free place nearest to where an even spread has it, in order along the strip.</summary>
    private static List<Fixing>? Along(FixingSet set, FixingWay way, RowSearch row, List<double> ideal, IReadOnlyList<double> across,
        FixingSpace space)
    {
        var length = row.Locus.Area.Size[row.Locus.Along];
        var bore = way.Layers.Count == 0 ? 3 : way.Layers.Max(l => l.HoleMm);
        var apart = Math.Max(way.SlotMm > 0 ? way.SlotMm + 4 : 3 * bore, way.Pieces.Select(p => p.DiaMm + 1).DefaultIfEmpty(0).Max());
        if (ideal.Count > 1)
        {
            apart = way.SlotMm > 0 ? apart : Math.Min(apart, ideal[1] - ideal[0]);
        }

        var end = Math.Max(way.SlotMm > 0 ? (way.SlotMm / 2) + 2 : 0, Math.Min(ideal[0], 2 * bore));
        var fixings = new List<Fixing>();
        var last = double.NegativeInfinity;
        for (var i = 0; i < ideal.Count; i++)
        {
            var (least, most) = (Math.Max(end, last + apart), length - end - ((ideal.Count - 1 - i) * apart));
            var reach = ideal.Count > 1 ? Math.Max(apart, (ideal[1] - ideal[0]) * 0.75) : length / 2;
            var wanted = Math.Clamp(ideal[i], Math.Min(least, most), Math.Max(least, most));
            if (Nearest(set, way, row, new Window(wanted, least, most, reach), across, i, space) is not (var at, { } fixing))
            {
                return null;
            }

            fixings.Add(fixing);
            last = at;
        }

        return Clash(set, fixings).Any() ? null : fixings;
    }

    /// <summary>Where along a strip one of a row may stand, mm.</summary>
    /// <param name="ReachMm">How far it may lie from where it is wanted.</param>
    private readonly record struct Window(double WantedMm, double LeastMm, double MostMm, double ReachMm);

    private static (double At, Fixing? Fixing) Nearest(FixingSet set, FixingWay way, RowSearch row, Window window,
        IReadOnlyList<double> across, int index, FixingSpace space)
    {
        var wanted = window.WantedMm;
        for (var off = 0.0; off <= window.ReachMm + 1e-9; off += StepMm)
        {
            foreach (var at in off == 0 ? (double[])[wanted] : [wanted - off, wanted + off])
            {
                if (at < window.LeastMm - 1e-6 || at > window.MostMm + 1e-6)
                {
                    continue;
                }

                foreach (var side in across)
                {
                    var place = At(row.Locus, side, at);
                    if (row.Walled(place, side))
                    {
                        continue;
                    }

                    var fixing = Make(set, way, place, index);
                    if (space.InTheWay(fixing, way.Layers, set.DeviceId) is not { } obstacle)
                    {
                        return (at, fixing);
                    }

                    row.Note(obstacle, side);
                }
            }
        }

        return (0, null);
    }

    /// <summary>
    /// A row with what is known of its lines: where a whole block lies in one, nothing beside the first try has to be looked at.
    /// </summary>
    private sealed class RowSearch(RowLocus locus)
    {
        private readonly Dictionary<double, List<(double From, double To)>> _walls = [];

        public RowLocus Locus => locus;

        public bool Walled(Point3 place, double side)
        {
            if (_walls.TryGetValue(side, out var walls))
            {
                foreach (var (from, to) in walls)
                {
                    if (place[locus.Along] > from && place[locus.Along] < to)
                    {
                        return true;
                    }
                }
            }

            return false;
        }

        public void Note(Obstacle obstacle, double side)
        {
            if (obstacle.Wall is (var body, var within))
            {
                ref var walls = ref CollectionsMarshal.GetValueRefOrAddDefault(_walls, side, out _);
                (walls ??= []).Add((body.Min[locus.Along] - within, body.Max[locus.Along] + within));
            }
        }
    }

    private static Point3 At(RowLocus row, double across, double along) =>
        row.Area.Centre.With(row.Along, row.Area.Min[row.Along] + along).With(row.Across, across);

    private static Fixing Make(FixingSet set, FixingWay way, Point3 at, int index) => new(
        set.IdOf(index, way), set.Name + way.Suffix, set.For, way.Kind, at.With(set.Axis.Axis(), way.HeadAt), set.Axis,
        way.FixingLayers, way.Pieces)
    { Pose = set.Pose };
}
