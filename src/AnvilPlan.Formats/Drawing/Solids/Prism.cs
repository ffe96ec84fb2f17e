using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Formats.Drawing.Solids;

/// <summary>A flat area with the same thickness everywhere. mm in the enclosure.</summary>
/// <param name="Around">A block that holds it and touches it on every side.</param>
/// <param name="Rim">Counter-clockwise as seen from the side away from <paramref name="Through"/>.</param>
/// <param name="Inside">What is cut out of it, counter-clockwise too.</param>
/// <param name="Through">From a point of the rim to the one behind it.</param>
internal sealed record Prism(Place Of, Stuff Stuff, Block Around, IReadOnlyList<Point3> Rim, IReadOnlyList<IReadOnlyList<Point3>> Inside,
    Point3 Through)
{
    private const double EdgeOn = 1e-6;

    /// <summary>Of the angle by which one chord of something round turns from the next, at most.</summary>
    private static readonly double RoundCos = Math.Cos(40 * Math.PI / 180);

    /// <summary>Those that look towards the eye, the farthest first: walls of what is cut out, sides, then the face before them.</summary>
    public IEnumerable<Facet> Facets(Eye eye)
    {
        var normal = Through * (-1 / Through.Length);
        var walls = Inside.SelectMany(r => Sides(r, normal, -1, eye));
        foreach (var side in walls.Concat(Sides(Rim, normal, 1, eye)).OrderBy(s => s.Near))
        {
            yield return side.Facet;
        }

        var turned = normal.Dot(eye.Towards);
        if (turned > EdgeOn)
        {
            yield return Flat(Rim, [.. Inside], normal, eye);
        }
        else if (turned < -EdgeOn)
        {
            yield return Flat([.. Rim.Reverse().Select(p => p + Through)], [.. Inside.Select(r => r.Select(p => p + Through).ToArray())],
                normal * -1, eye);
        }
    }

    /// <param name="outward">1 where the material lies within the ring, -1 where it lies around it.</param>
    private IEnumerable<(double Near, Facet Facet)> Sides(IReadOnlyList<Point3> ring, Point3 normal, int outward, Eye eye)
    {
        Point3 At(int i) => ring[(i + ring.Count) % ring.Count];
        Point3 Away(int i) => (At(i + 1) - At(i)).Cross(normal) * (outward / Math.Max(EdgeOn, (At(i + 1) - At(i)).Length));
        bool Looks(int i) => Away(i).Dot(eye.Towards) > EdgeOn;
        // two sides of something round, both seen, have no line between them
        bool Soft(int corner) => Looks(corner - 1) && Looks(corner) && Away(corner - 1).Dot(Away(corner)) > RoundCos;

        for (var i = 0; i < ring.Count; i++)
        {
            if (!Looks(i))
            {
                continue;
            }

            var (a, b) = (At(i), At(i + 1));
            Point3[] corners = outward > 0 ? [b, a, a + Through, b + Through] : [a, b, b + Through, a + Through];
            var (first, second) = outward > 0 ? (Soft(i), Soft(i + 1)) : (Soft(i + 1), Soft(i));
            yield return ((a + b).Dot(eye.Towards) / 2,
                Flat(corners, [], Away(i), eye) with { Soft = [.. first ? [1] : (int[])[], .. second ? [3] : (int[])[]] });
        }
    }

    private Facet Flat(IReadOnlyList<Point3> rim, IReadOnlyList<IReadOnlyList<Point3>> inside, Point3 normal, Eye eye) =>
        new(Of, Stuff, Eye.LightOn(normal), [.. rim.Select(eye.See)], [.. inside.Select(r => r.Select(eye.See).ToArray())]);
}
