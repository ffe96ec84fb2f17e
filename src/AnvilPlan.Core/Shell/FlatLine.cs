using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Shell;

/// <summary>A coordinate of the blank as it follows from a point of the folded part: constant and plus or minus one axis, mm.</summary>
public readonly record struct FlatLine(double C, int Sign, Axis Axis)
{
    public double Of(Point3 p) => C + (Sign * p[Axis]);
}

/// <summary>One face of a folded or bent part with its way to the blank.</summary>
/// <param name="Seen">Where the side looks, as the part stands, that is seen on the blank.</param>
public sealed record FlatPiece(string LeafId, FlatLine U, FlatLine V, Direction Seen)
{
    public Uv Of(Point3 p) => new(U.Of(p), V.Of(p));
}
