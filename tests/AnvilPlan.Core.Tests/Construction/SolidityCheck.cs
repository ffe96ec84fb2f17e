using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>
/// Judges a plan only by the parts it gives out: whether a point is material follows from each part's blocks less what its features
/// take away. It knows nothing of how a system laid them.
/// </summary>
internal static class SolidityCheck
{
    /// <summary>Play and saw fits: two parts that hold each other lie at most this far apart (mm).</summary>
    private const double PlayMm = 1.6;

    public static IEnumerable<string> Faults(BuildPlan plan) => [.. Overlaps(plan), .. OpenHolds(plan), .. Floating(plan)];

    /// <summary>Points of a grid in the space that two parts' blocks share, none of which may be material of both.</summary>
    public static IEnumerable<string> Overlaps(BuildPlan plan)
    {
        var parts = plan.Parts.Where(p => p.Body.Count > 0).ToList();
        for (var i = 0; i < parts.Count; i++)
        {
            for (var j = i + 1; j < parts.Count; j++)
            {
                if ((parts[i].LeafOf is null || parts[i].LeafOf != parts[j].LeafOf) && Axes.Around(parts[i].Pose, parts[i].Box, null).Overlaps(Axes.Around(parts[j].Pose, parts[j].Box, null)) && Shared(parts[i], parts[j]) is { } point)
                {
                    yield return $"{parts[i].Id} and {parts[j].Id} are both solid at {point.X:0.##}, {point.Y:0.##}, {point.Z:0.##}";
                }
            }
        }
    }

    private static Point3? Shared(Part one, Part other)
    {
        var (a, b) = (new PartSolid(one, Sample.Catalog), new PartSolid(other, Sample.Catalog));
        if (one.Pose != other.Pose)
        {
            var slanted = one.Body.SelectMany(x => other.Body.Select(y => x.Intersect(Axes.Around(other.Pose, y, one.Pose)))).Where(x => !x.Empty)
                .SelectMany(x => Axes.Grid(x.Grow(-0.02), 25)).Select(p => Axes.OutOf(one.Pose, p));
            return slanted.Where(p => a.HasUndrilled(p) && b.HasUndrilled(p)).Select(p => (Point3?)p).FirstOrDefault();
        }

        foreach (var block in one.Body.SelectMany(x => other.Body.Select(x.Intersect)).Where(x => !x.Empty && Enum.GetValues<Axis>().All(k => x.Size[k] > 0.02)))
        {
            foreach (var at in Grid(block, 9))
            {
                if (a.HasUndrilled(at) && b.HasUndrilled(at))
                {
                    return at;
                }
            }
        }

        return null;
    }

    private static IEnumerable<Point3> Grid(Box box, int n)
    {
        double[] At(Axis axis) => [.. Enumerable.Range(0, n).Select(i => box.Min[axis] + 0.01 + ((box.Size[axis] - 0.02) * (i + 0.37) / n))];
        return from x in At(Axis.X) from y in At(Axis.Y) from z in At(Axis.Z) select new Point3(x, y, z);
    }

    /// <summary>What is said to hold each other lies against each other, or against the bought pieces between.</summary>
    public static IEnumerable<string> OpenHolds(BuildPlan plan)
    {
        foreach (var hold in plan.Holds)
        {
            var (a, b) = (plan.Parts.FirstOrDefault(p => p.Id == hold.PartA), plan.Parts.FirstOrDefault(p => p.Id == hold.PartB));
            if (a is null || b is null)
            {
                yield return $"{hold.Place}: {hold.PartA} or {hold.PartB} is no part";
            }
            else if (hold.Bridge is { } bridge ? !bridge.Any(x => Near(a.Body, [x]) && Near(b.Body, [x])) : !Near(a, b))
            {
                yield return $"{hold.Place}: {a.Id} and {b.Id} do not meet";
            }
        }
    }

    private static bool Near(Part a, Part b) => a.Pose == b.Pose ? Near(a.Body, b.Body) : a.Body.Any(x => b.Body.Any(y =>
        y.Grow(0.01).Intersect(Axes.Around(a.Pose, x.Grow(PlayMm), b.Pose)) is { Empty: false } near && Axes.Grid(near, 25).Any(p => x.Grow(PlayMm).Contains(Axes.Into(a.Pose, Axes.OutOf(b.Pose, p))))));

    private static bool Near(IReadOnlyList<Box> a, IReadOnlyList<Box> b) => a.Any(x => b.Any(y => !x.Grow(PlayMm).Intersect(y).Empty || x.Grow(PlayMm).Overlaps(y.Grow(0.01))));

    /// <summary>Every part hangs together with the first by holds.</summary>
    public static IEnumerable<string> Floating(BuildPlan plan)
    {
        if (plan.Parts.Count == 0)
        {
            yield break;
        }

        var near = plan.Holds.SelectMany(h => (IEnumerable<(string From, string To)>)[(h.PartA, h.PartB), (h.PartB, h.PartA)])
            .Concat(plan.Parts.Where(p => p.LeafOf is not null).SelectMany(p => (IEnumerable<(string From, string To)>)[(p.Id, p.LeafOf!), (p.LeafOf!, p.Id)]))
            .ToLookup(x => x.From, x => x.To);
        var seen = new HashSet<string> { plan.Parts[0].Id };
        var next = new Queue<string>(seen);
        while (next.TryDequeue(out var id))
        {
            foreach (var other in near[id].Where(seen.Add))
            {
                next.Enqueue(other);
            }
        }

        foreach (var part in plan.Parts.Where(p => !seen.Contains(p.Id)))
        {
            yield return $"{part.Id} is held by nothing";
        }
    }
}
