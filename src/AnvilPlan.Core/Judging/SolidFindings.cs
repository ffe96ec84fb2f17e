using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Parts that would have to be in one place: told by the result, however each of them came about.</summary>
internal static class SolidFindings
{
    /// <summary>Less than this is fit and rounding, mm.</summary>
    private const double LeastMm = 0.03;

    /// <summary>
    /// Where along a side material is looked for; not alike from both ends, so that seams of joints are not all met at once.
    /// </summary>
    private static readonly double[] Shares = [0.02, 0.082, 0.282, 0.482, 0.682, 0.882, 0.971];

    /// <summary>
    /// Each axis looks a little farther along than the one before: a mitre's seam runs through points that lie alike on two.
    /// </summary>
    private const double AsideShare = 0.004;

    /// <summary>Points along each side where two lie along different axes and may share no more than a wedge.</summary>
    private const int SlantedSteps = 14;

    public static IEnumerable<Finding> Find(PlanSoFar plan) => [.. Collisions(plan), .. Corners(plan)];

    /// <summary>Where three boards that reach into each other meet, each may leave the corner to the others.</summary>
    private static IEnumerable<Finding> Corners(PlanSoFar plan)
    {
        foreach (var (x, y, z) in Faces.Corners)
        {
            if (plan.Fit.Envelope.PoseOf(y) is not null)
            {
                // the front that leans meets nobody there
                continue;
            }

            var edges = Faces.EdgesAt(x, y, z);
            var entering = plan.Joints.Edges.Where(e => edges.Contains(e.Edge) && e.EntryMm > 0).ToList();
            var reaching = entering.Exists(e => e.Joint is JointKind.Finger or JointKind.Dovetail or JointKind.HalfBlind
                or JointKind.ThroughTenon) ? entering : [];
            List<Part> boards = [.. ((Face[])[x, y, z]).Where(plan.Shell.Panels.ContainsKey).Select(f => plan.Parts.Find(Deck.PartOf(f))!)];
            if (reaching.Count < 2 || boards.Count < 3 || Void(plan, boards, x, y, z) is not { } open)
            {
                continue;
            }

            var name = $"{Deck.Name(x)}-{Deck.Name(y)}-{Deck.Name(z)}";
            yield return Finding.Of("corner-open", Severity.Stop,
                $"The corner {name} stays open near {Say.Mm(open.X)}, {Say.Mm(open.Y)}, {Say.Mm(open.Z)} mm: each of its three boards "
                    + $"leaves that place to what enters another.", ["corner/" + name],
                new Remedy("close-corner", "Let one panel run over the others there", d => Trial.FirstSound(plan, "corner-open", d,
                    edges.SelectMany(e => ((Face[])[e.Of().A, e.Of().B])
                        .Select(covers => d.WithEdge(e, j => j with { Covers = covers }))))),
                new Remedy("plain-edge", "Make one of its three edges a glued butt joint", d => Trial.FirstSound(plan, "corner-open", d,
                    edges.SelectMany(e => ((Face[])[e.Of().A, e.Of().B])
                        .Select(covers => d.WithEdge(e, j => j with
                        {
                            Joint = JointKind.ButtGlued,
                            Covers = covers,
                            DepthMm = null,
                            BlockBarId = null
                        }))))))
                .AlikeBy("fingers", name);
        }
    }

    /// <summary>A point of the corner's cube at which, and beside which by more than a fit, no board has material.</summary>
    private static Point3? Void(PlanSoFar plan, List<Part> boards, Face x, Face y, Face z)
    {
        const double fit = 0.65;
        var (outer, t) = (plan.Fit.Envelope.Outer, plan.Fit.Envelope.ThicknessMm);
        var cube = outer;
        foreach (var face in (Face[])[x, y, z])
        {
            var (side, inner) = (outer.Side(face.Outward()), outer.Side(face.Outward()) - (face.Outward().Sign() * t[face]));
            cube = cube.WithSpan(face.Outward().Axis(), Math.Min(side, inner), Math.Max(side, inner));
        }

        Point3[] beside = [new(fit, 0, 0), new(-fit, 0, 0), new(0, fit, 0), new(0, -fit, 0), new(0, 0, fit), new(0, 0, -fit)];
        List<(Part Board, List<(Cut Cut, Box Box)> Off)> here = [.. boards.Select(b => (b, Near(Milled(b), cube.Grow(fit))))];
        bool Filled(Point3 p)
        {
            foreach (var (board, off) in here)
            {
                if (InBody(board, p) && !Removed(board, off, p))
                {
                    return true;
                }
            }

            return false;
        }

        if (here.Exists(b => b.Off.Count == 0 && b.Board.Body.Any(body => body.Contains(cube))))
        {
            return null;
        }

        const int n = 9;
        for (var i = 0; i < n * n * n; i++)
        {
            var p = new Point3(
                cube.Min.X + (cube.Size.X * ((i % n) + 0.5) / n), cube.Min.Y + (cube.Size.Y * ((i / n % n) + 0.5) / n), cube.Min.Z
                    + (cube.Size.Z * ((i / (n * n)) + 0.5) / n));
            if (!Filled(p) && !Array.Exists(beside, off => Filled(p + off)))
            {
                return p;
            }
        }

        return null;
    }

    private static IEnumerable<Finding> Collisions(PlanSoFar plan)
    {
        var parts = plan.Parts.Parts.Where(p => p.Body.Count > 0).ToList();
        var grid = new BoxGrid<int>();
        var milled = parts.ConvertAll(p => new Lazy<List<(Cut, Box)>>(() => Milled(p)));
        foreach (var (part, i) in parts.Select((p, i) => (p, i)))
        {
            var around = new Block(part.Box, part.Pose).Hull;
            foreach (var j in grid.Near(around).ToArray())
            {
                var other = parts[grid[j]];
                if ((part.LeafOf is null || part.LeafOf != other.LeafOf) && Shared(part, milled[i], other, milled[grid[j]]) is { } shared)
                {
                    yield return Finding.Of("parts-collide", Severity.Stop,
                        $"{other.Name} and {part.Name.ToLowerInvariant()} would fill the same {Say.Mm(shared.Size.X)} x "
                            + $"{Say.Mm(shared.Size.Y)} x {Say.Mm(shared.Size.Z)} mm.", [other.Id, part.Id])
                            .AlikeBy(OtherDecisions.Causes(plan.Design, [other.Id, part.Id]),
                            $"{other.Name} and {part.Name.ToLowerInvariant()}");
                }
            }

            grid.Add(around, i);
        }
    }

    /// <summary>The block in which both have material at some point of a grid; null when they have at none.</summary>
    private static Box? Shared(Part a, Lazy<List<(Cut Cut, Box Box)>> offA, Part b, Lazy<List<(Cut Cut, Box Box)>> offB)
    {
        if (a.Pose != b.Pose)
        {
            return Slanted(a, offA.Value, b, offB.Value);
        }

        foreach (var x in a.Body)
        {
            foreach (var y in b.Body)
            {
                var shared = x.Intersect(y);
                if (shared.Size.X <= LeastMm || shared.Size.Y <= LeastMm || shared.Size.Z <= LeastMm)
                {
                    continue;
                }

                var (fromA, fromB) = (Near(offA.Value, shared), Near(offB.Value, shared));
                if (!Whole(a, fromA, shared) && !Whole(b, fromB, shared)
                    && Grid(shared).Any(p => !Removed(a, fromA, p) && !Removed(b, fromB, p)))
                {
                    return shared;
                }
            }
        }

        return null;
    }

    /// <summary>The same of two that lie along different axes: points of the one, told along the axes of the other.</summary>
    private static Box? Slanted(Part a, List<(Cut Cut, Box Box)> offA, Part b, List<(Cut Cut, Box Box)> offB)
    {
        foreach (var x in a.Body)
        {
            foreach (var y in b.Body)
            {
                if (new Block(x, a.Pose).SharedMm(new Block(y, b.Pose)) <= LeastMm)
                {
                    continue;
                }

                var near = x.Intersect(new Block(y, b.Pose).HullIn(a.Pose));
                if (Grid(near, SlantedSteps).Any(p => a.Pose.Told(p, b.Pose) is var q && y.Grow(-LeastMm).Contains(q)
                    && !Removed(a, offA, p) && !Removed(b, offB, q)))
                {
                    return near;
                }
            }
        }

        return null;
    }

    private static List<(Cut Cut, Box Box)> Milled(Part part) =>
        [.. part.Features.Where(f => f is not (Hole or EdgeHole { Shape: EdgeBore }))
        .SelectMany(f => f.Cuts(part.Slab)).Select(c => (c, c.Reach(part.Frame, part.Slab).Grow(1e-5)))];

    private static bool InBody(Part part, Point3 at)
    {
        if (part.Rings.Count > 0)
        {
            return part.Rings.Any(r => r.Holds(at));
        }

        foreach (var body in part.Body)
        {
            if (body.Contains(at))
            {
                return true;
            }
        }

        return false;
    }

    private static bool Removed(Part part, List<(Cut Cut, Box Box)> off, Point3 at)
    {
        foreach (var (cut, box) in off)
        {
            if (box.Contains(at) && cut.Removes(part.Frame.ToPlane(at), -part.Frame.HeightOf(at), part.Slab))
            {
                return true;
            }
        }

        return false;
    }

    private static List<(Cut Cut, Box Box)> Near(List<(Cut Cut, Box Box)> milled, Box shared) =>
        milled.FindAll(f => f.Box.Overlaps(shared));

    /// <summary>One rabbet, groove, opening or notch takes all of it.</summary>
    private static bool Whole(Part part, List<(Cut Cut, Box Box)> near, Box shared) =>
        part.Frame.ToPlane(shared) is var (min, max) && near.Exists(f => f.Box.Contains(shared) && f.Cut.Covers(min, max, part.Slab));

    private static IEnumerable<Point3> Grid(Box box) => Grid(box, 0);

    /// <param name="least">Points along each side, at least.</param>
    private static IEnumerable<Point3> Grid(Box box, int least)
    {
        // more points along longer sides, there also near both ends: bevelled plates share no more than that
        int Count(double mm) => Math.Max(least, mm < 1 ? 2 : mm < 4 ? 3 : Shares.Length);
        var (n, m, k) = (Count(box.Size.X), Count(box.Size.Y), Count(box.Size.Z));
        double At(Axis axis, int i, int of) =>
            box.Min[axis] + 0.01 + ((box.Size[axis] - 0.02) * (of == Shares.Length ? Shares[i] + (AsideShare * (int)axis)
            : (i + 0.41) / of));
        for (var i = 0; i < n * m * k; i++)
        {
            yield return new Point3(At(Axis.X, i % n, n), At(Axis.Y, i / n % m, m), At(Axis.Z, i / (n * m), k));
        }
    }
}
