using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

/// <summary>
/// What a sheet fills where it turns through a right angle: a quarter of a tube, or of a solid round when its inside radius is 0. Exact:
/// its blocks are for quick tests alone.
/// </summary>
/// <param name="Centre">A point of the axis of the turn; its coordinate along the axis is of no account.</param>
/// <param name="First">From the axis to the middle of its first end, where the flat before it ends.</param>
/// <param name="Second">The same for its other end.</param>
/// <param name="FromMm">Where it begins along the axis; <paramref name="ToMm"/> where it ends.</param>
public sealed record QuarterRing(Point3 Centre, Direction First, Direction Second, double FromMm, double ToMm, double InsideMm,
    double OutsideMm)
{
    private const int Slices = 8;

    [JsonIgnore] public Axis Along => First.Cross(Second).Axis();

    /// <summary>π/4 (R² - r²) l.</summary>
    [JsonIgnore] public double VolumeMm3 => Math.PI / 4 * ((OutsideMm * OutsideMm) - (InsideMm * InsideMm)) * (ToMm - FromMm);

    public bool Holds(Point3 at)
    {
        var (a, b) = (Towards(First, at), Towards(Second, at));
        var far = Math.Sqrt((a * a) + (b * b));
        return a >= 0 && b >= 0 && far >= InsideMm && far <= OutsideMm && at[Along] >= FromMm && at[Along] <= ToMm;
    }

    /// <summary>Blocks that lie inside it: whatever stands in it meets one.</summary>
    public IEnumerable<Box> Blocks()
    {
        for (var i = 0; i < Slices; i++)
        {
            // s runs from the first end towards the second; a slice keeps to what lies inside over its whole width
            var (s0, s1) = (OutsideMm * i / Slices, OutsideMm * (i + 1) / Slices);
            var high = Math.Sqrt(Math.Max(0, (OutsideMm * OutsideMm) - (s1 * s1)));
            var low = s0 >= InsideMm ? 0 : Math.Sqrt((InsideMm * InsideMm) - (s0 * s0));
            if (high - low > 0.01)
            {
                yield return Span(Span(new Box(Centre, Centre).WithSpan(Along, FromMm, ToMm), First, low, high), Second, s0, s1);
            }
        }
    }

    /// <summary>
    /// How deep a block is in it, mm: the shortest of the ways along the axis and to either circle; 0 when they are apart.
    /// </summary>
    public double SharedMm(Box block)
    {
        var (firstMin, firstMax) = Stretch(First, block);
        var (secondMin, secondMax) = Stretch(Second, block);
        var along = Math.Min(ToMm, block.Max[Along]) - Math.Max(FromMm, block.Min[Along]);
        if (firstMax <= 0 || secondMax <= 0 || along <= 0)
        {
            return 0;
        }

        static double Far(double a, double b) => Math.Sqrt((a * a) + (b * b));
        var (near, far) = (Far(Math.Max(0, firstMin), Math.Max(0, secondMin)), Far(firstMax, secondMax));
        return Math.Max(0, Math.Min(along, Math.Min(OutsideMm - near, far - InsideMm)));
    }

    /// <summary>The block about it.</summary>
    [JsonIgnore]
    public Box Around => Span(Span(new Box(Centre, Centre).WithSpan(Along, FromMm, ToMm), First, 0, OutsideMm), Second, 0, OutsideMm);

    /// <summary>How far a block reaches from the axis that way.</summary>
    private (double Min, double Max) Stretch(Direction way, Box block)
    {
        var (a, b) = (Towards(way, block.Min), Towards(way, block.Max));
        return (Math.Min(a, b), Math.Max(a, b));
    }

    /// <summary>As much of it as lies within a block along its axis.</summary>
    public QuarterRing Within(Box box) => this with
    {
        FromMm = Math.Max(FromMm, box.Min[Along]),
        ToMm = Math.Min(ToMm, box.Max[Along]),
    };

    /// <summary>How far a point lies from the axis that way.</summary>
    private double Towards(Direction way, Point3 at) => (at[way.Axis()] - Centre[way.Axis()]) * way.Sign();

    private Box Span(Box box, Direction way, double from, double to)
    {
        var (a, b) = (Centre[way.Axis()] + (way.Sign() * from), Centre[way.Axis()] + (way.Sign() * to));
        return box.WithSpan(way.Axis(), Math.Min(a, b), Math.Max(a, b));
    }
}
