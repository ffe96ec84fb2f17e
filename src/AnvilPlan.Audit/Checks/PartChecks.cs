using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Audit.Checks;

/// <summary>Parts as solids: none shares volume with another, what holds meets, all hang together, corners are closed.</summary>
public static class PartChecks
{
    private const double PlayMm = 1.6;

    public static IEnumerable<Defect> Run(WrittenPlan plan, IReadOnlyList<PartSolid> solids) =>
        [.. Frames(solids), .. Shared(solids), .. Holds(plan.Parts, plan.Holds), .. Floating(plan.Parts, plan.Holds),
        .. OpenEdges(plan, solids)];

    /// <summary>What the plan says of two parts that would fill one place is so: at some point both are solid.</summary>
    public static IEnumerable<Defect> ToldWrongly(WrittenPlan plan, IReadOnlyList<PartSolid> solids)
    {
        const string code = "parts-collide";
        // a part of several faces is solid where they are, and what is decided as one thing where any piece of it is
        List<PartSolid> Of(string id) => [.. solids.Where(s => s.Part.Body.Count > 0 && (s.Id == id || s.Part.LeafOf == id
            || s.Id.StartsWith(id + "/", StringComparison.Ordinal) || s.Id.StartsWith(id + "@", StringComparison.Ordinal)))];
        foreach (var finding in plan.Findings.Where(f => f.Code == code))
        {
            var ids = finding.Id[(code.Length + 1)..].Split('+');
            if (ids.Length == 2 && Of(ids[0]) is { Count: > 0 } ones && Of(ids[1]) is { Count: > 0 } others
                && !ones.Exists(a => others.Exists(b => Finely(a, b).Any(p => a.HasUndrilled(p) && b.HasUndrilled(p)))))
            {
                yield return new Defect("told-wrongly", $"the plan says that {ids[0]} and {ids[1]} fill one place; nowhere are both solid");
            }
        }
    }

    private static IEnumerable<Point3> Finely(PartSolid a, PartSolid b) =>
        a.Part.Body.SelectMany(x => b.Part.Body.Select(y => x.Intersect(Axes.Around(b.Part.Pose, y, a.Part.Pose))))
        .Where(s => !s.Empty).SelectMany(s => Axes.Grid(s, 31)).Select(p => Axes.OutOf(a.Part.Pose, p));

    private static IEnumerable<Defect> Frames(IReadOnlyList<PartSolid> solids)
    {
        foreach (var part in solids.Select(s => s.Part).Where(p => p.Body.Count > 0))
        {
            var drawn = part.Frame.ToSpace(default, new Uv(part.LengthMm, part.WidthMm), -part.ThicknessMm, 0);
            if (Far(drawn.Min, part.Box.Min) > 0.01 || Far(drawn.Max, part.Box.Max) > 0.01)
            {
                yield return new Defect("frame", $"{part.Id}: its drawing spans {drawn.Min} to {drawn.Max}, the part {part.Box.Min} to "
                    + $"{part.Box.Max}");
            }
        }
    }

    /// <summary>No point is material of two parts.</summary>
    public static IEnumerable<Defect> Shared(IReadOnlyList<PartSolid> solids)
    {
        for (var i = 0; i < solids.Count; i++)
        {
            for (var j = i + 1; j < solids.Count; j++)
            {
                var (a, b) = (solids[i], solids[j]);
                if ((a.Part.LeafOf is null || a.Part.LeafOf != b.Part.LeafOf) && a.Around.Overlaps(b.Around) && Point(a, b) is { } at)
                {
                    yield return new Defect("share-volume", $"{a.Id} and {b.Id} are both solid at {at.X:0.##}, {at.Y:0.##}, {at.Z:0.##}");
                }
            }
        }
    }

    private static Point3? Point(PartSolid a, PartSolid b)
    {
        foreach (var x in a.Part.Body)
        {
            if (a.Part.Pose != b.Part.Pose)
            {
                foreach (var near in b.Part.Body.Select(y => x.Intersect(Axes.Around(b.Part.Pose, y, a.Part.Pose))).Where(s => !s.Empty))
                {
                    foreach (var at in Axes.Grid(near.Grow(-0.02), 25).Select(p => Axes.OutOf(a.Part.Pose, p)))
                    {
                        if (a.HasUndrilled(at) && b.HasUndrilled(at))
                        {
                            return at;
                        }
                    }
                }

                continue;
            }

            foreach (var shared in b.Part.Body.Select(x.Intersect).Where(s => !s.Empty && s.Size.X > 0.03 && s.Size.Y > 0.03
                && s.Size.Z > 0.03))
            {
                foreach (var at in Grid(shared, 9))
                {
                    if (a.HasUndrilled(at) && b.HasUndrilled(at))
                    {
                        return at;
                    }
                }
            }
        }

        return null;
    }

    private static IEnumerable<Point3> Grid(Box box, int n)
    {
        double At(Axis axis, int i) => box.Min[axis] + 0.01 + ((box.Size[axis] - 0.02) * (i + 0.37) / n);
        for (var i = 0; i < n * n * n; i++)
        {
            yield return new Point3(At(Axis.X, i % n), At(Axis.Y, i / n % n), At(Axis.Z, i / (n * n)));
        }
    }

    /// <summary>What is said to hold each other lies against each other, or against the bought pieces between.</summary>
    public static IEnumerable<Defect> Holds(IReadOnlyList<Part> parts, IReadOnlyList<Hold> holds)
    {
        var byId = parts.ToDictionary(p => p.Id, StringComparer.Ordinal);
        // a face goes on round the bends of its part
        var bends = parts.Where(p => p.Kind == PartKind.Bend).ToLookup(p => p.LeafOf, StringComparer.Ordinal);
        IEnumerable<Part> WithBends(Part face) => face.LeafOf is { } whole ? bends[whole].Prepend(face) : [face];
        foreach (var hold in holds)
        {
            if (!byId.TryGetValue(hold.PartA, out var a) || !byId.TryGetValue(hold.PartB, out var b))
            {
                yield return new Defect("hold-names-parts", $"{hold.Place}: {hold.PartA} or {hold.PartB} is no part");
            }
            else if (hold.Bridge is { } bridge ? !bridge.Any(x => Near(a.Body, [x]) && Near(b.Body, [x])) : !WithBends(a)
                .Any(x => WithBends(b).Any(y => Near(x, y))))
            {
                yield return new Defect("hold-touches", $"{hold.Place}: {a.Id} and {b.Id} are held by {hold.By} and do not meet");
            }
        }
    }

    private static bool Near(Part a, Part b) => a.Pose == b.Pose ? Near(a.Body, b.Body) : a.Body.Any(x => b.Body.Any(y =>
        y.Grow(0.01).Intersect(Axes.Around(a.Pose, x.Grow(PlayMm), b.Pose)) is { Empty: false } near && Axes.Grid(near, 25)
            .Any(p => x.Grow(PlayMm).Contains(Axes.Into(a.Pose, Axes.OutOf(b.Pose, p))))));

    private static bool Near(IReadOnlyList<Box> a, IReadOnlyList<Box> b) => a.Any(x => b.Any(y => x.Grow(PlayMm).Overlaps(y.Grow(0.01))));

    /// <summary>Every part hangs together with the first by holds.</summary>
    public static IEnumerable<Defect> Floating(IReadOnlyList<Part> parts, IReadOnlyList<Hold> holds)
    {
        if (parts.Count == 0)
        {
            yield break;
        }

        var near = holds.SelectMany(h => (IEnumerable<(string From, string To)>)[(h.PartA, h.PartB), (h.PartB, h.PartA)])
            .Concat(parts.Where(p => p.LeafOf is not null).SelectMany(p => (IEnumerable<(string From, string To)>)[(p.Id, p.LeafOf!),
                (p.LeafOf!, p.Id)]))
            .ToLookup(x => x.From, x => x.To, StringComparer.Ordinal);
        var seen = new HashSet<string>(StringComparer.Ordinal) { parts[0].Id };
        var next = new Queue<string>(seen);
        while (next.TryDequeue(out var id))
        {
            foreach (var other in near[id].Where(seen.Add))
            {
                next.Enqueue(other);
            }
        }

        foreach (var part in parts.Where(p => !seen.Contains(p.Id)))
        {
            yield return new Defect("floats", $"{part.Id} is held by nothing");
        }
    }

    /// <summary>
    /// The column where two boards meet is filled; what is drilled, rounded or bevelled there is no hole through the corner.
    /// </summary>
    private static IEnumerable<Defect> OpenEdges(WrittenPlan plan, IReadOnlyList<PartSolid> solids)
    {
        var byId = solids.ToDictionary(s => s.Id, StringComparer.Ordinal);
        foreach (var edge in plan.Edges.Where(e => e.Joint is JointKind.ButtGlued or JointKind.ButtScrewed or JointKind.Rabbet
            or JointKind.Groove or JointKind.Dowel or JointKind.Biscuit or JointKind.PocketScrew
            or JointKind.Finger or JointKind.Dovetail or JointKind.HalfBlind or JointKind.ThroughTenon or JointKind.Tapped
                or JointKind.Magnets or JointKind.Riveted or JointKind.Bolted))
        {
            if (!byId.TryGetValue(Deck.PartOf(edge.Host), out var host) || !byId.TryGetValue(Deck.PartOf(edge.Mate), out var mate)
                || host.Part.LeafOf is not null || mate.Part.LeafOf is not null)
            {
                continue;
            }

            var (i, j, k) = (edge.Host.Outward().Axis(), edge.Mate.Outward().Axis(), edge.Edge.Along());
            var column = host.Part.Box.WithSpan(j, mate.Part.Box.Min[j], mate.Part.Box.Max[j])
                .WithSpan(k, Math.Max(host.Part.Box.Min[k], mate.Part.Box.Min[k]), Math.Min(host.Part.Box.Max[k], mate.Part.Box.Max[k]));
            var open = 0;
            var where = default(Point3);
            for (var n = 0; n < 23; n++)
            {
                for (var m = 0; m < 49; m++)
                {
                    var at = column.Centre.With(k, column.Min[k] + 0.9 + ((column.Size[k] - 1.8) * n / 22))
                        .With(i, column.Min[i] + (column.Size[i] * (0.03 + (0.94 * (m % 7) / 6))))
                            .With(j, column.Min[j] + (column.Size[j] * (0.03 + (0.94 * (m / 7) / 6))));
                    if (!Closed(at, solids))
                    {
                        open++;
                        where = at;
                    }
                }
            }

            if (open > 0)
            {
                yield return new Defect("edge-closed", $"{edge.Edge} ({edge.Joint}): open at {open} of {23 * 49} points, as at "
                    + $"{where.X:0.##}, {where.Y:0.##}, {where.Z:0.##}");
            }
        }
    }

    private static bool Closed(Point3 at, IReadOnlyList<PartSolid> solids)
    {
        const double play = 0.65;
        foreach (var off in (Point3[])[default, new(play, 0, 0), new(-play, 0, 0), new(0, play, 0), new(0, -play, 0), new(0, 0, play),
            new(0, 0, -play)])
        {
            if (solids.Any(s => s.HasUndrilled(at + off)))
            {
                return true;
            }
        }

        // cut out on purpose: an opening of a device that the plan warned of, a biscuit's slot, a relief
        return solids.Where(s => s.InBody(at)).SelectMany(s => s.Milled).Any(f => f is Opening or Bevel or Trim
            || f.Purpose.Contains("biscuit", StringComparison.Ordinal) || f.Purpose.Contains("rounded", StringComparison.Ordinal)
            || f.Purpose.Contains("relief", StringComparison.Ordinal) || f.Purpose.Contains("rebate", StringComparison.Ordinal)
                || f.Purpose.Contains("spline", StringComparison.Ordinal) || f.Purpose.Contains("corner round", StringComparison.Ordinal));
    }

    private static double Far(Point3 a, Point3 b) => Math.Max(Math.Abs(a.X - b.X), Math.Max(Math.Abs(a.Y - b.Y), Math.Abs(a.Z - b.Z)));
}
