using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

public enum Axis
{
    X,
    Y,
    Z,
}

/// <summary>A point in the enclosure's space, mm: X to the right, Y to the back, Z up, seen from the front.</summary>
public readonly record struct Point3(double X, double Y, double Z)
{
    public double this[Axis axis] => axis switch { Axis.X => X, Axis.Y => Y, _ => Z };

    public Point3 With(Axis axis, double value) => axis switch
    {
        Axis.X => this with { X = value },
        Axis.Y => this with { Y = value },
        _ => this with { Z = value },
    };

    [JsonIgnore] public double Length => Math.Sqrt(Dot(this));

    public double Dot(Point3 o) => (X * o.X) + (Y * o.Y) + (Z * o.Z);

    public Point3 Cross(Point3 o) => new((Y * o.Z) - (Z * o.Y), (Z * o.X) - (X * o.Z), (X * o.Y) - (Y * o.X));

    public static Point3 operator +(Point3 a, Point3 b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);
    public static Point3 operator -(Point3 a, Point3 b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);
    public static Point3 operator *(Point3 a, double k) => new(a.X * k, a.Y * k, a.Z * k);
    public static Point3 Add(Point3 left, Point3 right) => left + right;
    public static Point3 Subtract(Point3 left, Point3 right) => left - right;
    public static Point3 Multiply(Point3 left, double right) => left * right;
}

/// <summary>A position in a plane of its own, mm: u to the right, v up, seen from the face that is named with it.</summary>
public readonly record struct Uv(double U, double V)
{
    public static Uv operator +(Uv a, Uv b) => new(a.U + b.U, a.V + b.V);
    public static Uv operator -(Uv a, Uv b) => new(a.U - b.U, a.V - b.V);
    public static Uv operator *(Uv a, double k) => new(a.U * k, a.V * k);
    public static Uv Add(Uv left, Uv right) => left + right;
    public static Uv Multiply(Uv left, double right) => left * right;
    public static Uv Subtract(Uv left, Uv right) => left - right;

    public double DistanceTo(Uv other) => Math.Sqrt(((U - other.U) * (U - other.U)) + ((V - other.V) * (V - other.V)));
}
