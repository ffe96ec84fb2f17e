using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

/// <summary>
/// A plane with its own (u, v): u and v lie along axes, the normal u x v points at the viewer. Height h is measured from the
/// plane towards the viewer, so the material behind the plane has negative h.
/// </summary>
public readonly record struct Frame(Point3 Origin, Direction U, Direction V)
{
    [JsonIgnore] public Direction Normal => U.Cross(V);

    public Point3 ToSpace(Uv at, double h = 0) => Origin + (U.Vector() * at.U) + (V.Vector() * at.V) + (Normal.Vector() * h);

    public Uv ToPlane(Point3 p)
    {
        var d = p - Origin;
        return new Uv(d[U.Axis()] * U.Sign(), d[V.Axis()] * V.Sign());
    }

    public double HeightOf(Point3 p) => (p - Origin)[Normal.Axis()] * Normal.Sign();

    public Box ToSpace(Uv min, Uv max, double h0, double h1) => Box.Between(ToSpace(min, h0), ToSpace(max, h1));

    /// <summary>The (u, v) extent of a box, least corner first.</summary>
    public (Uv Min, Uv Max) ToPlane(Box box)
    {
        var (a, b) = (ToPlane(box.Min), ToPlane(box.Max));
        return (new(Math.Min(a.U, b.U), Math.Min(a.V, b.V)), new(Math.Max(a.U, b.U), Math.Max(a.V, b.V)));
    }
}
