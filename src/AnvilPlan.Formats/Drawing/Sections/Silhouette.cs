using AnvilPlan.Core.Geometry;
using NetTopologySuite.Geometries;

namespace AnvilPlan.Formats.Drawing.Sections;

/// <summary>An area of a drawing that hides what lies farther away. mm.</summary>
/// <param name="rings">Its rim and what is cut out of it, without the last points; by even and odd.</param>
public sealed class Silhouette(IReadOnlyList<IReadOnlyList<Uv>> rings)
{
    private const double OnRimMm = 1e-4;

    internal Silhouette(Geometry area)
        : this(FlatGeometry.Rings(area))
    {
    }

    public IReadOnlyList<IReadOnlyList<Uv>> Rings => rings;

    public Uv Min { get; } = rings.Count == 0 ? default : new(rings.Min(r => r.Min(p => p.U)), rings.Min(r => r.Min(p => p.V)));

    public Uv Max { get; } = rings.Count == 0 ? default : new(rings.Max(r => r.Max(p => p.U)), rings.Max(r => r.Max(p => p.V)));

    /// <summary>Its rims in stretches that none of those hides, as long as may be.</summary>
    public IEnumerable<IReadOnlyList<Uv>> RimsBeyond(IReadOnlyList<Silhouette> nearer)
    {
        var before = nearer.Where(n => n.Min.U < Max.U && n.Max.U > Min.U && n.Min.V < Max.V && n.Max.V > Min.V).ToList();
        foreach (var ring in rings)
        {
            var line = new List<Uv>();
            for (var i = 0; i < ring.Count; i++)
            {
                foreach (var (from, to) in Left(ring[i], ring[(i + 1) % ring.Count], before))
                {
                    if (line.Count > 0 && line[^1] != from)
                    {
                        yield return line;
                        line = [];
                    }

                    line.AddRange(line.Count == 0 ? [from, to] : [to]);
                }
            }

            if (line.Count > 0)
            {
                yield return line;
            }
        }
    }

    /// <summary>In it or on its rim.</summary>
    public bool Holds(Uv at)
    {
        if (at.U < Min.U - OnRimMm || at.U > Max.U + OnRimMm || at.V < Min.V - OnRimMm || at.V > Max.V + OnRimMm)
        {
            return false;
        }

        var inside = false;
        foreach (var (a, b) in Edges)
        {
            var way = b - a;
            var along = Math.Clamp(Share(at, a, way), 0, 1);
            if (at.DistanceTo(a + (way * along)) <= OnRimMm)
            {
                return true;
            }

            inside ^= (a.V > at.V) != (b.V > at.V) && at.U < a.U + (way.U * (at.V - a.V) / way.V);
        }

        return inside;
    }

    /// <summary>How far along a stretch the foot of a point lies, in shares of it.</summary>
    private static double Share(Uv at, Uv from, Uv way) =>
        (((at - from).U * way.U) + ((at - from).V * way.V)) / Math.Max(1e-12, (way.U * way.U) + (way.V * way.V));

    private IEnumerable<(Uv A, Uv B)> Edges => rings.SelectMany(r => r.Select((p, i) => (p, r[(i + 1) % r.Count])));

    /// <summary>What is left of a stretch when all that those hide is gone. Source: crossings of the stretch with each rim, then the middle
    /// of each piece.</summary>
    private static IEnumerable<(Uv From, Uv To)> Left(Uv a, Uv b, List<Silhouette> before)
    {
        List<double> cuts = [0, 1];
        foreach (var (c, d) in before.SelectMany(s => s.Edges))
        {
            var (way, across, to) = (b - a, d - c, c - a);
            var turned = (way.U * across.V) - (way.V * across.U);
            // along one another: where the other begins and ends
            IEnumerable<double> at = Math.Abs(turned) > 1e-9
                ? [((to.U * across.V) - (to.V * across.U)) / turned]
                : [Share(c, a, way), Share(d, a, way)];
            cuts.AddRange(at.Where(t => t is > 0 and < 1));
        }

        cuts.Sort();
        double? start = null;
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var hidden = cuts[i + 1] - cuts[i] < 1e-9
                ? start is null : before.Exists(s => s.Holds(a + ((b - a) * ((cuts[i] + cuts[i + 1]) / 2))));
            if (hidden && start is { } from)
            {
                yield return (a + ((b - a) * from), a + ((b - a) * cuts[i]));
                start = null;
            }
            else if (!hidden)
            {
                start ??= cuts[i];
            }
        }

        if (start is { } last)
        {
            yield return (last == 0 ? a : a + ((b - a) * last), b);
        }
    }
}
