using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Fixings;

/// <summary>A fixing as cylinders: what it is made of, and what is bored for it.</summary>
internal sealed class Cylinders
{
    /// <summary>Pieces that lie this near only touch, mm.</summary>
    private const double TouchMm = 0.02;

    private readonly Fixing _fixing;

    /// <summary>Worked out for those alone that come near another: most places that are tried are free at a glance.</summary>
    private Round[]? _pieces;
    private (Place Owner, Round Bore)[]? _bores;

    private Cylinders(Fixing fixing, Box around) => (_fixing, Around) = (fixing, around);

    public string Id => _fixing.Id;

    /// <summary>In the enclosure.</summary>
    public Box Around { get; }

    private Round[] Pieces => _pieces ??= [.. _fixing.Pieces.Select(p => new Round(_fixing, p.FromMm, p.ToMm, p.DiaMm))];

    private (Place Owner, Round Bore)[] Bores => _bores ??= [.. _fixing.Layers.SelectMany(l => Bored(_fixing, l))];

    public static Cylinders Of(Fixing fixing)
    {
        var (from, to, dia) = (0.0, 0.0, 0.0);
        foreach (var piece in fixing.Pieces)
        {
            (from, to, dia) = (Math.Min(from, piece.FromMm), Math.Max(to, piece.ToMm), Math.Max(dia, piece.DiaMm));
        }

        foreach (var layer in fixing.Layers)
        {
            (from, to, dia) = (Math.Min(from, layer.FromMm), Math.Max(to, layer.ToMm), Math.Max(dia, layer.HoleMm));
        }

        return new Cylinders(fixing, new Round(fixing, from, to, dia).Block.Hull);
    }

    /// <summary>Its bore, and the sink of a head that lies in it: only a rim of a tenth is wanted between two sinks.</summary>
    private static IEnumerable<(Place, Round)> Bored(Fixing fixing, FixingLayer layer) => fixing.Pieces
        .Where(p => p.Kind == PieceKind.Head && p.FromMm >= layer.FromMm - 1e-6 && p.ToMm <= layer.ToMm + 1e-6)
        .Select(head => (layer.Owner, new Round(fixing, head.FromMm, head.ToMm, head.DiaMm - FixingSpace.WallMm + 0.1)))
        .Prepend((layer.Owner, new Round(fixing, layer.FromMm, layer.ToMm, layer.HoleMm)));

    /// <summary>How far two fixings come too near to each other, mm; 0 when they do not.</summary>
    public double MeetMm(Cylinders other)
    {
        var worst = 0.0;
        foreach (var (owner, x) in Bores)
        {
            foreach (var (otherOwner, y) in other.Bores)
            {
                if (owner == otherOwner)
                {
                    worst = Math.Max(worst, Math.Max(FixingSpace.WallMm - x.GapTo(y), TouchMm - x.CapGapTo(y)));
                }
            }
        }

        foreach (var x in Pieces)
        {
            foreach (var y in other.Pieces)
            {
                worst = Math.Max(worst, TouchMm - Math.Max(x.GapTo(y), x.CapGapTo(y)));
            }
        }

        return worst <= 1e-6 ? 0 : worst;
    }
}

/// <summary>A cylinder along an axis, with flat ends.</summary>
/// <param name="Pose">The axes that it is told along.</param>
internal readonly record struct Round(Axis Along, Point3 Middle, double Half, double Radius, Pose? Pose)
{
    public Round(Fixing f, double from, double to, double dia)
        : this(f.Axis.Axis(), f.At + (f.Axis.Vector() * ((from + to) / 2)), Math.Abs(to - from) / 2, dia / 2, f.Pose)
    {
    }

    public Block Block => new(Box, Pose);

    /// <summary>The block about it, along its own axes.</summary>
    public Box Box => new Box(Middle - new Point3(Radius, Radius, Radius), Middle + new Point3(Radius, Radius, Radius))
        .WithSpan(Along, Middle[Along] - Half, Middle[Along] + Half);

    /// <summary>
    /// A lower bound of the distance between two cylinders: the largest that a projection shows. Exact where they cross or lie side by
    /// side.
    /// </summary>
    public double GapTo(Round o)
    {
        if (Pose != o.Pose)
        {
            return SlantedGapTo(o);
        }

        var d = o.Middle - Middle;
        if (Along == o.Along)
        {
            var ends = Math.Abs(d[Along]) - Half - o.Half;
            return Math.Max(ends, Length(d.With(Along, 0)) - Radius - o.Radius);
        }

        var third = (Axis)(3 - (int)Along - (int)o.Along);
        // seen along the other: a circle beside a rectangle
        var a = Beside(d[Along], Half, d[third], Radius) - o.Radius;
        var b = Beside(d[o.Along], o.Half, d[third], o.Radius) - Radius;
        return Math.Max(a, b);
    }

    /// <summary>
    /// Distance of the centre lines less both radii: as if the ends were round. Never more than a screw with a point wants.
    /// </summary>
    public double CapGapTo(Round o)
    {
        if (Pose != o.Pose)
        {
            return SlantedGapTo(o);
        }

        var d = o.Middle - Middle;
        if (Along == o.Along)
        {
            var ends = Math.Max(0, Math.Abs(d[Along]) - Half - o.Half);
            return Length(d.With(Along, ends)) - Radius - o.Radius;
        }

        var (di, dj) = (Math.Max(0, Math.Abs(d[Along]) - Half), Math.Max(0, Math.Abs(d[o.Along]) - o.Half));
        return Length(d.With(Along, di).With(o.Along, dj)) - Radius - o.Radius;
    }

    /// <summary>
    /// Distance of two centre lines that lie along different axes, less both radii. Source: nearest points of two segments, each held to
    /// its ends in turn.
    /// </summary>
    private double SlantedGapTo(Round o)
    {
        var (a, b) = (Pose.VectorInSpace(Directions.Of(Along, 1)), o.Pose.VectorInSpace(Directions.Of(o.Along, 1)));
        var (p, q) = (Pose.InSpace(Middle), o.Pose.InSpace(o.Middle));
        var (between, cos) = (q - p, a.Dot(b));
        var square = 1 - (cos * cos);
        var s = square < 1e-12 ? 0 : Math.Clamp((between.Dot(a) - (between.Dot(b) * cos)) / square, -Half, Half);
        var t = Math.Clamp((s * cos) - between.Dot(b), -o.Half, o.Half);
        s = Math.Clamp(between.Dot(a) + (t * cos), -Half, Half);
        return (q + (b * t) - p - (a * s)).Length - Radius - o.Radius;
    }

    private static double Beside(double along, double half, double across, double radius)
    {
        var (x, y) = (Math.Max(0, Math.Abs(along) - half), Math.Max(0, Math.Abs(across) - radius));
        return Math.Sqrt((x * x) + (y * y));
    }

    private static double Length(Point3 p) => p.Length;
}
