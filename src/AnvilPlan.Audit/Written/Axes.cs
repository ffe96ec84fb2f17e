using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Audit.Written;

/// <summary>
/// Points in and out of the axes that a part, a device or a fixing is told along: worked out here from the four vectors in the file alone.
/// </summary>
public static class Axes
{
    /// <summary>A point of the enclosure, along those axes.</summary>
    public static Point3 Into(Pose? axes, Point3 space)
    {
        if (axes is null)
        {
            return space;
        }

        var (x, y, z) = (space.X - axes.Origin.X, space.Y - axes.Origin.Y, space.Z - axes.Origin.Z);
        return new((x * axes.X.X) + (y * axes.X.Y) + (z * axes.X.Z), (x * axes.Y.X) + (y * axes.Y.Y) + (z * axes.Y.Z), (x * axes.Z.X)
            + (y * axes.Z.Y) + (z * axes.Z.Z));
    }

    /// <summary>A point along those axes, in the enclosure.</summary>
    public static Point3 OutOf(Pose? axes, Point3 own) => axes is null ? own : new(
        axes.Origin.X + (own.X * axes.X.X) + (own.Y * axes.Y.X) + (own.Z * axes.Z.X),
        axes.Origin.Y + (own.X * axes.X.Y) + (own.Y * axes.Y.Y) + (own.Z * axes.Z.Y),
        axes.Origin.Z + (own.X * axes.X.Z) + (own.Y * axes.Y.Z) + (own.Z * axes.Z.Z));

    /// <summary>Points all through a box, along its axes.</summary>
    public static IEnumerable<Point3> Grid(Box box, int n)
    {
        double At(Axis axis, int i) => box.Min[axis] + (box.Size[axis] * (i + 0.37) / n);
        for (var i = 0; i < n * n * n; i++)
        {
            yield return new Point3(At(Axis.X, i % n), At(Axis.Y, i / n % n), At(Axis.Z, i / (n * n)));
        }
    }

    /// <summary>What of a box can be near another one that lies along other axes: the box about its corners.</summary>
    public static Box Around(Pose? axes, Box box, Pose? of)
    {
        var corners = Enumerable.Range(0, 8)
            .Select(i => Into(of, OutOf(axes, new((i & 1) == 0 ? box.Min.X : box.Max.X, (i & 2) == 0 ? box.Min.Y : box.Max.Y, (i & 4) == 0
            ? box.Min.Z : box.Max.Z)))).ToList();
        return axes == of ? box : new Box(new(corners.Min(c => c.X), corners.Min(c => c.Y), corners.Min(c => c.Z)),
            new(corners.Max(c => c.X), corners.Max(c => c.Y), corners.Max(c => c.Z)));
    }

    /// <summary>Whether two directions, each along its own axes, lie on one line.</summary>
    public static bool Parallel(Pose? a, Direction x, Pose? b, Direction y)
    {
        var (p, q, o, r) = (OutOf(a, x.Vector()), OutOf(b, y.Vector()), OutOf(a, default), OutOf(b, default));
        var (u, v) = (p - o, q - r);
        return Math.Abs((u.X * v.X) + (u.Y * v.Y) + (u.Z * v.Z)) > 1 - 1e-9;
    }
}
