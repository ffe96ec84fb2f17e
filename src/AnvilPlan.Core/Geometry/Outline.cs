using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Geometry;

/// <summary>A corner of an outline, mm, and the stretch that begins at it.</summary>
/// <param name="Bulge">Tangent of a quarter of the angle that the stretch turns through, counter-clockwise above zero; 0 =
/// straight.</param>
public readonly record struct Vertex(double U, double V, double Bulge = 0)
{
    public Vertex(Uv at, double bulge = 0)
        : this(at.U, at.V, bulge)
    {
    }

    [JsonIgnore] public Uv At => new(U, V);
}

/// <summary>A stretch that is part of a circle.</summary>
/// <param name="SweepRad">Counter-clockwise above zero.</param>
public readonly record struct Arc(Uv Centre, double RadiusMm, double FromRad, double SweepRad)
{
    /// <summary>The arc of a stretch with that bulge. Source: half chord c, sagitta c b, radius c (1 + b²) / (2 |b|).</summary>
    public static Arc Of(Uv from, Uv to, double bulge)
    {
        var (chord, middle) = (to - from, new Uv((from.U + to.U) / 2, (from.V + to.V) / 2));
        // the centre lies off the middle of the chord by c (1 - b²) / (2 b), to the left of the way for b > 0
        var off = (1 - (bulge * bulge)) / (4 * bulge);
        var centre = middle + new Uv(-chord.V * off, chord.U * off);
        return new Arc(centre, centre.DistanceTo(from), Math.Atan2(from.V - centre.V, from.U - centre.U), 4 * Math.Atan(bulge));
    }

    public Uv At(double share) =>
        Centre + new Uv(RadiusMm * Math.Cos(FromRad + (share * SweepRad)), RadiusMm * Math.Sin(FromRad + (share * SweepRad)));

    /// <summary>Whether a direction from the centre is one of the arc.</summary>
    public bool Spans(double angleRad)
    {
        var turn = Math.IEEERemainder(angleRad - FromRad, 2 * Math.PI);
        return SweepRad > 0 ? (turn < -1e-12 ? turn + (2 * Math.PI) : turn) <= SweepRad : (turn > 1e-12 ? turn - (2 * Math.PI)
            : turn) >= SweepRad;
    }
}

/// <summary>A closed line of straight stretches and arcs, mm; it does not cross itself. Two are equal when their corners are.</summary>
public sealed class Outline : IEquatable<Outline>
{
    /// <summary>Of a quarter circle: tan(90° / 4).</summary>
    public const double QuarterBulge = 0.41421356237309503;

    private readonly (Uv At, double RadiusMm)? _circle;
    private readonly bool _rectangle;
    private IReadOnlyList<Uv>? _fine;

    private Outline(IReadOnlyList<Vertex> vertices, (Uv, double)? circle, bool rectangle)
    {
        Vertices = vertices;
        (_circle, _rectangle) = (circle, rectangle);
        (Min, Max) = _circle is { } c ? (c.At - new Uv(c.RadiusMm, c.RadiusMm), c.At + new Uv(c.RadiusMm, c.RadiusMm)) : Extent(vertices);
    }

    /// <summary>Corners in order; the stretch of the last one ends at the first.</summary>
    public IReadOnlyList<Vertex> Vertices { get; }

    public Uv Min { get; }

    public Uv Max { get; }

    /// <summary>Centre and radius when it is a whole circle.</summary>
    public (Uv At, double RadiusMm)? Circle => _circle;

    /// <summary>True when it fills the rectangle about it.</summary>
    public bool IsRectangle => _rectangle;

    public IEnumerable<Arc> Arcs => Stretches().Where(s => s.Bulge != 0).Select(s => Arc.Of(s.From, s.To, s.Bulge));

    public bool HasArcs => Vertices.Any(v => v.Bulge != 0);

    /// <param name="vertices">At least two; at least three when all stretches are straight.</param>
    public static Outline Of(IReadOnlyList<Vertex> vertices) => new(vertices, null, false);

    public static Outline Of(IEnumerable<Uv> corners) => new([.. corners.Select(c => new Vertex(c))], null, false);

    public static Outline CircleAt(Uv at, double diaMm) =>
        new([new(at + new Uv(diaMm / 2, 0), 1), new(at - new Uv(diaMm / 2, 0), 1)], (at, diaMm / 2), false);

    public static Outline Rectangle(Uv min, Uv max) =>
        new([new(min), new(new(max.U, min.V)), new(max), new(new(min.U, max.V))], null, true);

    /// <summary>A rectangle with round corners, of no more than half its shorter side.</summary>
    public static Outline Rounded(Uv min, Uv max, double radiusMm)
    {
        var r = Math.Min(radiusMm, Math.Min(max.U - min.U, max.V - min.V) / 2);
        if (r <= 0)
        {
            return Rectangle(min, max);
        }

        const double quarter = QuarterBulge;
        Vertex[] corners =
        [
            new(new(min.U + r, min.V)), new(new(max.U - r, min.V), quarter), new(new(max.U, min.V + r)),
                new(new(max.U, max.V - r), quarter),
            new(new(max.U - r, max.V)), new(new(min.U + r, max.V), quarter), new(new(min.U, max.V - r)),
                new(new(min.U, min.V + r), quarter),
        ];
        // a slot has no straight stretch at its ends
        return new([.. corners.Where((c, i) => c.Bulge != 0 || c.At.DistanceTo(corners[(i + 1) % 8].At) > 1e-9)], null, false);
    }

    /// <summary>Enclosed area, mm²: of the polygon through the corners and the segments between chords and arcs.</summary>
    public double AreaMm2 => _circle is { } c ? Math.PI * c.RadiusMm * c.RadiusMm
        : Math.Abs(Stretches().Sum(s => ((s.From.U * s.To.V) - (s.To.U * s.From.V)) / 2
        + (s.Bulge == 0 ? 0 : Arc.Of(s.From, s.To, s.Bulge) is var a ? a.RadiusMm * a.RadiusMm * (a.SweepRad - Math.Sin(a.SweepRad)) / 2
            : 0)));

    /// <summary>Whether a point lies inside; on the line, either.</summary>
    public bool Contains(Uv p)
    {
        if (p.U < Min.U || p.U > Max.U || p.V < Min.V || p.V > Max.V)
        {
            return false;
        }

        if (_rectangle)
        {
            return true;
        }

        if (_circle is { } circle)
        {
            return p.DistanceTo(circle.At) <= circle.RadiusMm;
        }

        var inside = false;
        foreach (var (a, b, bulge) in Stretches())
        {
            if ((a.V > p.V) != (b.V > p.V) && p.U < ((b.U - a.U) * (p.V - a.V) / (b.V - a.V)) + a.U)
            {
                inside = !inside;
            }

            // between chord and arc
            if (bulge != 0 && Arc.Of(a, b, bulge) is var arc && p.DistanceTo(arc.Centre) <= arc.RadiusMm
                && ((b.U - a.U) * (p.V - a.V)) - ((b.V - a.V) * (p.U - a.U)) is var left && (bulge > 0 ? left < 0 : left > 0))
            {
                inside = !inside;
            }
        }

        return inside;
    }

    /// <summary>Stretches of a level line that lie inside, from left to right.</summary>
    public IEnumerable<(double From, double To)> Across(double v)
    {
        if (v <= Min.V || v >= Max.V)
        {
            return [];
        }

        if (_circle is { } c)
        {
            var half = Math.Sqrt((c.RadiusMm * c.RadiusMm) - ((v - c.At.V) * (v - c.At.V)));
            return [(c.At.U - half, c.At.U + half)];
        }

        var points = _fine ??= Points(0.001);
        List<double> crossings = [.. points.Select((b, i) => (A: points[i > 0 ? i - 1 : points.Count - 1], B: b))
            .Where(e => (e.A.V > v) != (e.B.V > v))
            .Select(e => e.A.U + ((e.B.U - e.A.U) * (v - e.A.V) / (e.B.V - e.A.V))).Order()];
        return crossings.Chunk(2).Where(x => x.Length == 2).Select(x => (x[0], x[1]));
    }

    /// <summary>Whether a stretch of it runs through the inside of a rectangle.</summary>
    public bool Crosses(Uv min, Uv max)
    {
        static bool Within(double at, double way, double least, double most, ref double from, ref double to)
        {
            if (Math.Abs(way) < 1e-12)
            {
                return at > least && at < most && from < to;
            }

            var (a, b) = ((least - at) / way, (most - at) / way);
            (from, to) = (Math.Max(from, Math.Min(a, b)), Math.Min(to, Math.Max(a, b)));
            return from < to;
        }

        var points = _fine ??= Points(0.001);
        for (int i = 0, j = points.Count - 1; i < points.Count; j = i++)
        {
            var (from, to) = (0.0, 1.0);
            var (a, d) = (points[j], points[i] - points[j]);
            if (Within(a.U, d.U, min.U, max.U, ref from, ref to) && Within(a.V, d.V, min.V, max.V, ref from, ref to))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>Corners of a polygon that leaves its arcs by no more than that, points of it on the arcs.</summary>
    public IReadOnlyList<Uv> Points(double sagittaMm) => HasArcs
        ? [.. Stretches().SelectMany(s => s.Bulge == 0 ? [s.From] : Along(Arc.Of(s.From, s.To, s.Bulge), sagittaMm).Prepend(s.From))]
        : [.. Vertices.Select(v => v.At)];

    /// <summary>The same line moved by an isometry of the plane.</summary>
    /// <param name="mirrored">Left becomes right.</param>
    public Outline Moved(Func<Uv, Uv> to, bool mirrored)
    {
        var moved = Vertices.Select(v => new Vertex(to(v.At), mirrored ? -v.Bulge : v.Bulge)).ToList();
        return new(moved, _circle is { } c ? (to(c.At), c.RadiusMm) : null, _rectangle);
    }

    /// <summary>Part of the way to another of as many corners: walls that slope between the two.</summary>
    public Outline Towards(Outline other, double share)
    {
        if (_circle is { } a && other._circle is { } b)
        {
            return CircleAt(a.At + new Uv((b.At.U - a.At.U) * share, (b.At.V - a.At.V) * share),
                2 * (a.RadiusMm + ((b.RadiusMm - a.RadiusMm) * share)));
        }

        return new([.. Vertices.Zip(other.Vertices, (v, w) => new Vertex(
            new(v.At.U + ((w.At.U - v.At.U) * share), v.At.V + ((w.At.V - v.At.V) * share)), v.Bulge + ((w.Bulge - v.Bulge) * share)))],
                null, _rectangle && other._rectangle);
    }

    /// <summary>Area of what lies within a rectangle, mm².</summary>
    public double AreaWithin(Uv min, Uv max)
    {
        if (Min.U >= min.U && Min.V >= min.V && Max.U <= max.U && Max.V <= max.V)
        {
            return AreaMm2;
        }

        // Green's theorem: the integral round the line of u, held to the rectangle's range, dv, over its range of v
        var points = _fine ??= Points(0.001);
        var wide = max.U - min.U;
        double Held(double u) => u <= min.U ? 0 : u >= max.U ? (wide * wide / 2) + (wide * (u - max.U)) : (u - min.U) * (u - min.U) / 2;
        var sum = 0.0;
        for (int i = 0, j = points.Count - 1; i < points.Count; j = i++)
        {
            var (a, b) = (points[j], points[i]);
            var (from, to) = (Math.Clamp(a.V, min.V, max.V), Math.Clamp(b.V, min.V, max.V));
            if (from != to)
            {
                double U(double v) => a.U + ((b.U - a.U) * (v - a.V) / (b.V - a.V));
                var (u0, u1) = (U(from), U(to));
                sum += (to - from) * (Math.Abs(u1 - u0) < 1e-9 ? Math.Clamp(u0, min.U, max.U) - min.U : (Held(u1) - Held(u0)) / (u1 - u0));
            }
        }

        return Math.Abs(sum);
    }

    public bool Equals(Outline? other) => other is not null && Vertices.SequenceEqual(other.Vertices);

    public override bool Equals(object? obj) => Equals(obj as Outline);

    public override int GetHashCode() => Vertices.Aggregate(17, HashCode.Combine);

    private static IEnumerable<Uv> Along(Arc arc, double sagittaMm)
    {
        // sagitta of a chord over the angle a: r (1 - cos(a / 2))
        var step = arc.RadiusMm <= sagittaMm ? Math.PI / 2 : 2 * Math.Acos(1 - (sagittaMm / arc.RadiusMm));
        var count = (int)Math.Ceiling(Math.Abs(arc.SweepRad) / step);
        return Enumerable.Range(1, Math.Max(0, count - 1)).Select(i => arc.At((double)i / count));
    }

    private IEnumerable<(Uv From, Uv To, double Bulge)> Stretches() =>
        Vertices.Select((v, i) => (v.At, Vertices[i + 1 < Vertices.Count ? i + 1 : 0].At, v.Bulge));

    private static (Uv Min, Uv Max) Extent(IReadOnlyList<Vertex> vertices)
    {
        var (min, max) = (vertices[0].At, vertices[0].At);
        void Take(Uv p) => (min, max) = (new(Math.Min(min.U, p.U), Math.Min(min.V, p.V)), new(Math.Max(max.U, p.U), Math.Max(max.V, p.V)));
        for (var i = 0; i < vertices.Count; i++)
        {
            Take(vertices[i].At);
            if (vertices[i].Bulge != 0)
            {
                var arc = Arc.Of(vertices[i].At, vertices[(i + 1) % vertices.Count].At, vertices[i].Bulge);
                foreach (var quarter in Enumerable.Range(0, 4).Select(q => q * Math.PI / 2).Where(arc.Spans))
                {
                    Take(arc.Centre + new Uv(arc.RadiusMm * Math.Round(Math.Cos(quarter)), arc.RadiusMm * Math.Round(Math.Sin(quarter))));
                }
            }
        }

        return (min, max);
    }
}
