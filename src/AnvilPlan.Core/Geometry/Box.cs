using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

/// <summary>A box along the axes, mm. Empty when any size is not above zero.</summary>
public readonly record struct Box(Point3 Min, Point3 Max)
{
    [JsonIgnore] public Point3 Size => Max - Min;
    [JsonIgnore] public Point3 Centre => (Min + Max) * 0.5;
    [JsonIgnore] public bool Empty => Size.X <= Slack || Size.Y <= Slack || Size.Z <= Slack;
    [JsonIgnore] public double VolumeMm3 => Empty ? 0 : Size.X * Size.Y * Size.Z;

    /// <summary>Overlaps thinner than this are touching, not overlapping (mm).</summary>
    public const double Slack = 1e-6;

    public static Box Between(Point3 a, Point3 b) => new(
        new(Math.Min(a.X, b.X), Math.Min(a.Y, b.Y), Math.Min(a.Z, b.Z)),
        new(Math.Max(a.X, b.X), Math.Max(a.Y, b.Y), Math.Max(a.Z, b.Z)));

    public Box Intersect(Box other) => new(
        new(Math.Max(Min.X, other.Min.X), Math.Max(Min.Y, other.Min.Y), Math.Max(Min.Z, other.Min.Z)),
        new(Math.Min(Max.X, other.Max.X), Math.Min(Max.Y, other.Max.Y), Math.Min(Max.Z, other.Max.Z)));

    /// <summary>The smallest box round both.</summary>
    public Box Hull(Box other) => new(Between(Min, other.Min).Min, Between(Max, other.Max).Max);

    public bool Overlaps(Box other) => !Intersect(other).Empty;

    public bool Contains(Box other) =>
        other.Min.X >= Min.X - Slack && other.Min.Y >= Min.Y - Slack && other.Min.Z >= Min.Z - Slack
        && other.Max.X <= Max.X + Slack && other.Max.Y <= Max.Y + Slack && other.Max.Z <= Max.Z + Slack;

    public bool Contains(Point3 p) =>
        p.X > Min.X && p.X < Max.X && p.Y > Min.Y && p.Y < Max.Y && p.Z > Min.Z && p.Z < Max.Z;

    public Box Moved(Point3 by) => new(Min + by, Max + by);

    public Box Grow(double by) => new(Min - new Point3(by, by, by), Max + new Point3(by, by, by));

    /// <summary>Wider by so much on every side but along that axis.</summary>
    public Box Across(Axis along, double by) => Grow(by).WithSpan(along, Min[along], Max[along]);

    public Box WithSpan(Axis axis, double from, double to) => new(Min.With(axis, from), Max.With(axis, to));

    /// <summary>The coordinate of the face that looks in that direction.</summary>
    public double Side(Direction d) => d.Sign() > 0 ? Max[d.Axis()] : Min[d.Axis()];
}
