using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

/// <summary>
/// What a sheet fills where it turns: a sector of a tube, or of a solid round when its inside radius is 0. Exact: its blocks are for quick
/// tests alone.
/// </summary>
/// <param name="Centre">A point of the axis of the turn; its coordinate along the axis is of no account.</param>
/// <param name="First">From the axis to the middle of its first end, where the flat before it ends.</param>
/// <param name="Second">Where its other end would be after a right angle.</param>
/// <param name="FromMm">Where it begins along the axis; <paramref name="ToMm"/> where it ends.</param>
public sealed record BendRing(Point3 Centre, Direction First, Direction Second, double FromMm, double ToMm, double InsideMm,
    double OutsideMm)
{
    private const int Slices = 8;

    /// <summary>How far it turns, degrees; at most 180.</summary>
    public double TurnDeg { get; init; } = 90;

    [JsonIgnore] public Axis Along => First.Cross(Second).Axis();

    private double Turn => TurnDeg * Math.PI / 180;

    /// <summary>α/2 (R² - r²) l.</summary>
    [JsonIgnore] public double VolumeMm3 => Turn / 2 * ((OutsideMm * OutsideMm) - (InsideMm * InsideMm)) * (ToMm - FromMm);

    public bool Holds(Point3 at)
    {
        var (a, b) = (Towards(First, at), Towards(Second, at));
        var far = Math.Sqrt((a * a) + (b * b));
        return b >= 0 && Beyond(a, b) >= 0 && far >= InsideMm && far <= OutsideMm && at[Along] >= FromMm && at[Along] <= ToMm;
    }

    /// <summary>How far a point lies on its side of the plane of its second end, mm.</summary>
    private double Beyond(double a, double b) => TurnDeg == 90 ? a : (a * Math.Sin(Turn)) - (b * Math.Cos(Turn));

    /// <summary>Blocks that lie inside it: whatever stands in it meets one.</summary>
    public IEnumerable<Box> Blocks()
    {
        if (TurnDeg > 90)
        {
            return (this with { TurnDeg = 90 }).Blocks()
                .Concat((this with { First = Second, Second = First.Opposite(), TurnDeg = TurnDeg - 90 }).Blocks());
        }

        return Sliced();
    }

    /// <summary>Of a turn of at most a right angle.</summary>
    private IEnumerable<Box> Sliced()
    {
        var (high, lean) = TurnDeg == 90 ? (OutsideMm, 0) : (OutsideMm * Math.Sin(Turn), 1 / Math.Tan(Turn));
        for (var i = 0; i < Slices; i++)
        {
            // s runs from the first end towards the second; a slice keeps to what lies inside over its whole width
            var (s0, s1) = (high * i / Slices, high * (i + 1) / Slices);
            var to = Math.Sqrt(Math.Max(0, (OutsideMm * OutsideMm) - (s1 * s1)));
            var from = Math.Max(s1 * lean, s0 >= InsideMm ? 0 : Math.Sqrt((InsideMm * InsideMm) - (s0 * s0)));
            if (to - from > 0.01)
            {
                yield return Span(Span(new Box(Centre, Centre).WithSpan(Along, FromMm, ToMm), First, from, to), Second, s0, s1);
            }
        }
    }

    /// <summary>
    /// How deep a block is in it, mm: the shortest of the ways along the axis and to either circle; 0 when they are apart.
    /// </summary>
    public double SharedMm(Box block)
    {
        var along = Math.Min(ToMm, block.Max[Along]) - Math.Max(FromMm, block.Min[Along]);
        if (along <= 0)
        {
            return 0;
        }

        // what lies between the planes of both its ends is as near to the axis as one of its sides, and as far as one of its corners
        var (a, b) = (Stretch(First, block), Stretch(Second, block));
        var section = Cut(Cut([(a.Min, b.Min), (a.Max, b.Min), (a.Max, b.Max), (a.Min, b.Max)], p => p.B), p => Beyond(p.A, p.B));
        if (section.Count < 3)
        {
            return 0;
        }

        var far = section.Max(p => Math.Sqrt((p.A * p.A) + (p.B * p.B)));
        var near = section.Zip(section.Skip(1).Append(section[0]), Off).Min();
        return Math.Max(0, Math.Min(along, Math.Min(OutsideMm - near, far - InsideMm)));
    }

    /// <summary>How far a side passes from the axis.</summary>
    private static double Off((double A, double B) p, (double A, double B) q)
    {
        var (a, b) = (q.A - p.A, q.B - p.B);
        var t = Math.Clamp(-((p.A * a) + (p.B * b)) / Math.Max(1e-12, (a * a) + (b * b)), 0, 1);
        return Math.Sqrt(Math.Pow(p.A + (t * a), 2) + Math.Pow(p.B + (t * b), 2));
    }

    /// <summary>What is left of a convex section on the side of a line where <paramref name="side"/> is above 0.</summary>
    private static List<(double A, double B)> Cut(List<(double A, double B)> section, Func<(double A, double B), double> side)
    {
        var left = new List<(double A, double B)>();
        for (var i = 0; i < section.Count; i++)
        {
            var (p, q) = (section[i], section[(i + 1) % section.Count]);
            var (sp, sq) = (side(p), side(q));
            if (sp > 0)
            {
                left.Add(p);
            }

            if (sp > 0 != sq > 0)
            {
                var t = sp / (sp - sq);
                left.Add((p.A + (t * (q.A - p.A)), p.B + (t * (q.B - p.B))));
            }
        }

        return left;
    }

    /// <summary>The block about it.</summary>
    [JsonIgnore]
    public Box Around
    {
        get
        {
            var (sin, cos) = TurnDeg == 90 ? (1.0, 0.0) : Math.SinCos(Turn);
            return Span(Span(new Box(Centre, Centre).WithSpan(Along, FromMm, ToMm), First, cos * (cos > 0 ? InsideMm
                : OutsideMm), OutsideMm),
                Second, 0, TurnDeg > 90 ? OutsideMm : OutsideMm * sin);
        }
    }

    /// <summary>How far a block reaches from the axis that way.</summary>
    private (double Min, double Max) Stretch(Direction way, Box block)
    {
        var (a, b) = (Towards(way, block.Min), Towards(way, block.Max));
        return (Math.Min(a, b), Math.Max(a, b));
    }

    /// <summary>As much of it as lies within a block along its axis.</summary>
    public BendRing Within(Box box) => this with
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
