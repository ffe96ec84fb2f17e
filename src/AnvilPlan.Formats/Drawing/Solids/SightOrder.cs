using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Drawing.Solids;

/// <summary>
/// The order in which solids are painted, so that what stands before another is painted after it. Two blocks that do not share material
/// have a plane between them; the one on the eye's side of it hides the other, never the other way round.
/// </summary>
internal static class SightOrder
{
    private const double NearMm = 0.05;

    /// <summary>A plane seen edge-on parts two blocks without one hiding the other.</summary>
    private const double EdgeOn = 1e-6;

    public static IReadOnlyList<Prism> FarthestFirst(IReadOnlyList<Prism> prisms, Eye eye)
    {
        var at = prisms.Select(p => new Sighted(p, eye)).ToList();
        var (hidden, waits) = (at.Select(_ => new List<int>()).ToList(), new int[at.Count]);
        for (var i = 0; i < at.Count; i++)
        {
            for (var j = i + 1; j < at.Count; j++)
            {
                if (at[i].Before(at[j], eye) is var order and not 0)
                {
                    var (far, near) = order > 0 ? (j, i) : (i, j);
                    hidden[far].Add(near);
                    waits[near]++;
                }
            }
        }

        // three may hide one another in a ring: the farthest of them goes first then
        var (left, painted) = (Enumerable.Range(0, at.Count).OrderBy(i => at[i].Nearness).ToList(), new List<Prism>());
        while (left.Count > 0)
        {
            var next = left.FindIndex(i => waits[i] == 0) is var free and >= 0 ? free : 0;
            var one = left[next];
            left.RemoveAt(next);
            painted.Add(prisms[one]);
            hidden[one].ForEach(n => waits[n]--);
        }

        return painted;
    }

    private sealed class Sighted
    {
        private readonly Block _block;
        private readonly (Point3 Way, double From, double To)[] _own;
        private readonly (Uv Min, Uv Max) _seen;

        public Sighted(Prism prism, Eye eye)
        {
            _block = prism.Around;
            _own = [.. Enumerable.Range(0, 3).Select(i => Own(_block.Pose?.Vector((Axis)i) ?? Positive((Axis)i)))];
            var corners = prism.Rim.Concat(prism.Rim.Select(p => p + prism.Through)).Select(eye.See).ToList();
            _seen = (new(corners.Min(c => c.U), corners.Min(c => c.V)), new(corners.Max(c => c.U), corners.Max(c => c.V)));
            Nearness = _block.Centre.Dot(eye.Towards);
        }

        public double Nearness { get; }

        private (Point3 Way, double From, double To) Own(Point3 way)
        {
            var (from, to) = Reach(way);
            return (way, from, to);
        }

        /// <summary>1 where this one hides the other, -1 where the other hides this one, 0 where neither does.</summary>
        public int Before(Sighted other, Eye eye)
        {
            if (_seen.Min.U >= other._seen.Max.U || _seen.Max.U <= other._seen.Min.U || _seen.Min.V >= other._seen.Max.V
                || _seen.Max.V <= other._seen.Min.V)
            {
                return 0;
            }

            foreach (var (way, from, to) in _own)
            {
                var (otherFrom, otherTo) = other.Reach(way);
                if (Side(from, to, otherFrom, otherTo) is var side and not 0)
                {
                    return Hides(side, way, eye);
                }
            }

            foreach (var (way, from, to) in other._own)
            {
                var (mineFrom, mineTo) = Reach(way);
                if (Side(mineFrom, mineTo, from, to) is var side and not 0)
                {
                    return Hides(side, way, eye);
                }
            }

            return Math.Sign(Nearness - other.Nearness);
        }

        /// <summary>1 where the first stretch lies beyond the second.</summary>
        private static int Side(double from, double to, double otherFrom, double otherTo) =>
            from >= otherTo - NearMm ? 1 : to <= otherFrom + NearMm ? -1 : 0;

        private static int Hides(int side, Point3 way, Eye eye) =>
            Math.Abs(way.Dot(eye.Towards)) < EdgeOn ? 0 : side * Math.Sign(way.Dot(eye.Towards));

        private (double From, double To) Reach(Point3 way)
        {
            var (middle, half) = (_block.Centre.Dot(way), 0.0);
            for (var i = 0; i < 3; i++)
            {
                half += _block.Box.Size[(Axis)i] / 2 * Math.Abs((_block.Pose?.Vector((Axis)i) ?? Positive((Axis)i)).Dot(way));
            }

            return (middle - half, middle + half);
        }

        private static Point3 Positive(Axis axis) => default(Point3).With(axis, 1);
    }
}
