using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Joints;

/// <summary>Where two blocks lie against each other.</summary>
/// <param name="Side">From the first block towards the second.</param>
/// <param name="Area">The rectangle they share, flat along <paramref name="Side"/>; between the faces when there is play.</param>
public sealed record Contact(Direction Side, Box Area)
{
    /// <summary>Faces that lie this near count as touching: play of a slipped-in panel (mm).</summary>
    public const double PlayMm = 1.5;

    /// <summary>The axes that it is told along; null = the enclosure's.</summary>
    public Pose? Pose { get; init; }

    /// <summary>The larger of the two sides of the shared rectangle.</summary>
    public Axis Along => Enum.GetValues<Axis>().Where(a => a != Side.Axis()).MaxBy(a => Area.Size[a]);

    public Axis Across => Enum.GetValues<Axis>().First(a => a != Side.Axis() && a != Along);

    /// <summary>Null when the blocks do not lie against each other; the largest shared rectangle when they do on several sides.</summary>
    public static Contact? Between(Box a, Box b)
    {
        Contact? best = null;
        var size = 0.0;
        foreach (var side in Enum.GetValues<Direction>())
        {
            var gap = (b.Side(side.Opposite()) - a.Side(side)) * side.Sign();
            var shared = a.Intersect(b);
            var area = Enum.GetValues<Axis>().Where(x => x != side.Axis()).Aggregate(1.0, (s, x) => s * Math.Max(0, shared.Size[x]));
            if (Math.Abs(gap) <= PlayMm && area > size)
            {
                (best, size) = (new Contact(side, shared.WithSpan(side.Axis(), Math.Min(a.Side(side), b.Side(side.Opposite())),
                    Math.Max(a.Side(side), b.Side(side.Opposite())))), area);
            }
        }

        return best;
    }
}
