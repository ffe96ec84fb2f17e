using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

/// <summary>
/// How axes of their own lie in the enclosure: a rigid motion, right-handed. What leans is laid, drilled and measured along its own axes,
/// like all else, and only where it meets what stands upright does anybody ask for the motion. Null stands for the enclosure's own axes.
/// </summary>
/// <param name="Origin">Where their origin lies, mm.</param>
/// <param name="X">Unit vector of their X, in the enclosure.</param>
/// <param name="Y">Unit vector of their Y.</param>
/// <param name="Z">Unit vector of their Z.</param>
public sealed record Pose(Point3 Origin, Point3 X, Point3 Y, Point3 Z)
{
    /// <summary>
    /// The front leaned back: its plane, Y = 0, turned about X until it stands at that angle over the level; its foot at the origin. X
    /// stays as it is.
    /// </summary>
    public static Pose Leaning(Point3 foot, double degFromLevel)
    {
        var (sin, cos) = Math.SinCos(degFromLevel * Math.PI / 180);
        return new Pose(foot, new(1, 0, 0), new(0, sin, -cos), new(0, cos, sin));
    }

    public Point3 ToSpace(Point3 own) => Origin + (X * own.X) + (Y * own.Y) + (Z * own.Z);

    public Point3 FromSpace(Point3 space)
    {
        var d = space - Origin;
        return new(d.Dot(X), d.Dot(Y), d.Dot(Z));
    }

    public Point3 Vector(Axis axis) => axis switch { Axis.X => X, Axis.Y => Y, _ => Z };

    public Point3 Vector(Direction d) => Vector(d.Axis()) * d.Sign();
}

/// <summary>Points, directions and blocks in and out of axes that may be the enclosure's own.</summary>
public static class Poses
{
    public static Point3 InSpace(this Pose? pose, Point3 own) => pose?.ToSpace(own) ?? own;

    public static Point3 VectorInSpace(this Pose? pose, Direction d) => pose?.Vector(d) ?? d.Vector();

    /// <summary>A point given along one pair of axes, told along others.</summary>
    public static Point3 Told(this Pose? from, Point3 at, Pose? to)
    {
        if (from == to)
        {
            return at;
        }

        var space = from.InSpace(at);
        return to?.FromSpace(space) ?? space;
    }

    /// <summary>The smallest block along other axes that holds this one.</summary>
    public static Box Hull(this Pose? from, Box box, Pose? to) => from == to ? box : new Block(box, from).HullIn(to);
}

/// <summary>A box along axes of its own.</summary>
/// <param name="Pose">Null = the enclosure's axes.</param>
public readonly record struct Block(Box Box, Pose? Pose)
{
    [JsonIgnore] public Box Hull => HullIn(null);

    [JsonIgnore] public Point3 Centre => Pose.InSpace(Box.Centre);

    /// <summary>The smallest box along those axes that holds it.</summary>
    public Box HullIn(Pose? axes)
    {
        if (Pose == axes)
        {
            return Box;
        }

        var (min, max) = (new Point3(1e9, 1e9, 1e9), new Point3(-1e9, -1e9, -1e9));
        for (var i = 0; i < 8; i++)
        {
            var p = Pose.Told(new((i & 1) == 0 ? Box.Min.X : Box.Max.X, (i & 2) == 0 ? Box.Min.Y : Box.Max.Y, (i & 4) == 0 ? Box.Min.Z
                : Box.Max.Z), axes);
            min = new(Math.Min(min.X, p.X), Math.Min(min.Y, p.Y), Math.Min(min.Z, p.Z));
            max = new(Math.Max(max.X, p.X), Math.Max(max.Y, p.Y), Math.Max(max.Z, p.Z));
        }

        return new Box(min, max);
    }

    public bool Overlaps(Block other) => Pose == other.Pose ? Box.Overlaps(other.Box) : SharedMm(other) > 0;

    /// <summary>
    /// How deep two blocks are in each other, mm: the shortest way to part them; 0 when they are apart or touch. Source: separating axes
    /// of two boxes (the three of each and their nine cross products).
    /// </summary>
    public double SharedMm(Block other)
    {
        if (Pose == other.Pose)
        {
            var shared = Box.Intersect(other.Box);
            return shared.Empty ? 0 : Math.Min(shared.Size.X, Math.Min(shared.Size.Y, shared.Size.Z));
        }

        var (mine, its) = (Axes(Pose), Axes(other.Pose));
        var (a, b, between) = (Box.Size * 0.5, other.Box.Size * 0.5, other.Centre - Centre);
        var least = double.MaxValue;
        bool Apart(Point3 axis)
        {
            var length = axis.Length;
            if (length < 1e-9)
            {
                return false;
            }

            var reach = 0.0;
            for (var i = 0; i < 3; i++)
            {
                reach += (a[(Axis)i] * Math.Abs(mine[i].Dot(axis))) + (b[(Axis)i] * Math.Abs(its[i].Dot(axis)));
            }

            var depth = (reach - Math.Abs(between.Dot(axis))) / length;
            least = Math.Min(least, depth);
            return depth <= Box.Slack;
        }

        for (var i = 0; i < 3; i++)
        {
            if (Apart(mine[i]) || Apart(its[i]))
            {
                return 0;
            }
        }

        for (var i = 0; i < 9; i++)
        {
            if (Apart(mine[i / 3].Cross(its[i % 3])))
            {
                return 0;
            }
        }

        return least;
    }

    /// <summary>
    /// The stretch of a line along an axis of other axes that lies within, as coordinates of that axis; null when it passes by.
    /// </summary>
    public (double From, double To)? Along(Point3 through, Axis axis, Pose? axes)
    {
        if (ReferenceEquals(Pose, axes) || Pose == axes)
        {
            var crosses = (axis == Axis.X || (through.X > Box.Min.X && through.X < Box.Max.X))
                && (axis == Axis.Y || (through.Y > Box.Min.Y && through.Y < Box.Max.Y))
                && (axis == Axis.Z || (through.Z > Box.Min.Z && through.Z < Box.Max.Z));
            return crosses ? (Box.Min[axis], Box.Max[axis]) : null;
        }

        var (at, end) = (axes.Told(through.With(axis, 0), Pose), axes.Told(through.With(axis, 1), Pose));
        var way = end - at;
        var (from, to) = (double.MinValue, double.MaxValue);
        foreach (var own in Enum.GetValues<Axis>())
        {
            if (Math.Abs(way[own]) < 1e-12)
            {
                if (at[own] <= Box.Min[own] || at[own] >= Box.Max[own])
                {
                    return null;
                }

                continue;
            }

            var (s, t) = ((Box.Min[own] - at[own]) / way[own], (Box.Max[own] - at[own]) / way[own]);
            (from, to) = (Math.Max(from, Math.Min(s, t)), Math.Min(to, Math.Max(s, t)));
        }

        return to - from > Box.Slack ? (from, to) : null;
    }

    private static Point3[] Axes(Pose? pose) => pose is null ? Upright : [pose.X, pose.Y, pose.Z];

    private static readonly Point3[] Upright = [new(1, 0, 0), new(0, 1, 0), new(0, 0, 1)];
}
