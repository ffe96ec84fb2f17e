using System.Globalization;
using System.Text;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Stl;

/// <summary>
/// A body of blocks as ASCII STL, mm: the blocks are cut into the grid of all their planes, and only faces between solid and air are
/// written, two triangles each, outward. So the mesh is closed however the blocks touch or overlap.
/// </summary>
public static class StlWriter
{
    public static string Write(string name, IReadOnlyList<Box> body)
    {
        double[][] planes = [.. Enum.GetValues<Axis>().Select(a => body.SelectMany(b => (double[])[b.Min[a], b.Max[a]]).Distinct().Order()
            .ToArray())];
        bool Solid(int x, int y, int z) => x >= 0 && y >= 0 && z >= 0 && x + 1 < planes[0].Length && y + 1 < planes[1].Length
            && z + 1 < planes[2].Length
            && Middle(planes, x, y, z) is var m && body.Any(b => m.X > b.Min.X && m.X < b.Max.X && m.Y > b.Min.Y && m.Y < b.Max.Y
                && m.Z > b.Min.Z && m.Z < b.Max.Z);
        var text = new StringBuilder($"solid {name}\n");
        for (var x = 0; x + 1 < planes[0].Length; x++)
        {
            for (var y = 0; y + 1 < planes[1].Length; y++)
            {
                for (var z = 0; z + 1 < planes[2].Length; z++)
                {
                    foreach (var side in Enum.GetValues<Direction>()
                        .Where(d => Solid(x, y, z) && !Solid(x + Step(d, Axis.X), y + Step(d, Axis.Y), z + Step(d, Axis.Z))))
                    {
                        Face(text, new Box(new(planes[0][x], planes[1][y], planes[2][z]), new(planes[0][x + 1], planes[1][y + 1],
                            planes[2][z + 1])), side);
                    }
                }
            }
        }

        return text.Append(CultureInfo.InvariantCulture, $"endsolid {name}\n").ToString();
    }

    private static int Step(Direction direction, Axis axis) => direction.Axis() == axis ? direction.Sign() : 0;

    private static Point3 Middle(double[][] p, int x, int y, int z) =>
        new((p[0][x] + p[0][x + 1]) / 2, (p[1][y] + p[1][y + 1]) / 2, (p[2][z] + p[2][z + 1]) / 2);

    /// <summary>Counter-clockwise seen from outside.</summary>
    private static void Face(StringBuilder text, Box cell, Direction side)
    {
        var u = Directions.Of((Axis)(((int)side.Axis() + 1) % 3), 1);
        var v = side.Cross(u);
        Point3 Corner(Direction a, Direction b) => default(Point3).With(side.Axis(), cell.Side(side)).With(u.Axis(), cell.Side(a))
            .With(v.Axis(), cell.Side(b));
        Point3[] quad = [Corner(u.Opposite(), v.Opposite()), Corner(u, v.Opposite()), Corner(u, v), Corner(u.Opposite(), v)];
        var n = side.Vector();
        foreach (var (a, b, c) in ((int, int, int)[])[(0, 1, 2), (0, 2, 3)])
        {
            text.Append(CultureInfo.InvariantCulture, $" facet normal {n.X:R} {n.Y:R} {n.Z:R}\n  outer loop\n");
            foreach (var p in (Point3[])[quad[a], quad[b], quad[c]])
            {
                text.Append(CultureInfo.InvariantCulture, $"   vertex {p.X:R} {p.Y:R} {p.Z:R}\n");
            }

            text.Append("  endloop\n endfacet\n");
        }
    }
}
