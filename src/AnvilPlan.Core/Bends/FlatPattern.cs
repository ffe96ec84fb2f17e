using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Bends;

/// <summary>A bend as the flat knows it, mm.</summary>
/// <param name="RadiusMm">Inside.</param>
/// <param name="AllowanceMm">Length of the neutral line round it.</param>
/// <param name="Why">Where the allowance comes from.</param>
public sealed record FlatBend(double AngleDeg, double RadiusMm, double AllowanceMm, string Why);

/// <summary>Where a face turns off another, mm.</summary>
/// <param name="Edge">The side of the other on which it is bent.</param>
/// <param name="Ends">Where the flat of the other ends, along <paramref name="Edge"/>.</param>
/// <param name="Away">The way that the face runs from the bend, along its own axes.</param>
/// <param name="Begins">Where its flat begins, along <paramref name="Away"/>.</param>
internal sealed record BentOff(Direction Edge, double Ends, Direction Away, double Begins)
{
    /// <summary>By a right angle, between two outsides.</summary>
    /// <param name="outer">Coordinate of the outside of the face that is bent off; <paramref name="heel"/> of that of the other.</param>
    /// <param name="setbackMm">From where both outsides would meet to where the bend begins.</param>
    public static BentOff Square(Direction edge, double outer, Direction away, double heel, double setbackMm) =>
        new(edge, outer - (edge.Sign() * setbackMm), away, heel + (away.Sign() * setbackMm));
}

/// <summary>
/// Unfolds faces into the plane of the first, bend by bend: along each bend the flat is as long as the neutral line, and everything
/// beyond it moves with it. What the pieces do not cover of the blank is cut away.
/// </summary>
internal sealed class FlatPattern
{
    private readonly List<FlatPiece> _pieces = [];
    private readonly List<(Uv Min, Uv Max)> _covered = [];
    private readonly Dictionary<string, int> _regionOf = new(StringComparer.Ordinal);
    private readonly List<(BendLine Line, int Depth)> _bends = [];

    /// <summary>The face that the blank is drawn from, with u and v along these directions.</summary>
    public FlatPiece Base(SolidPart leaf, Direction u, Direction v) =>
        Add(leaf, new FlatPiece(leaf.Id, new FlatLine(0, u.Sign(), u.Axis()), new FlatLine(0, v.Sign(), v.Axis()), u.Cross(v)));

    /// <summary>A face that is bent off another.</summary>
    public FlatPiece Fold(FlatPiece from, SolidPart leaf, BentOff at, FlatBend bend)
    {
        var (edge, away) = (at.Edge, at.Away);
        var alongU = from.U.Axis == edge.Axis();
        var line = alongU ? from.U : from.V;
        var out_ = line.Sign * edge.Sign();
        var tangent = line.Of(default(Point3).With(edge.Axis(), at.Ends));
        var begins = tangent + (out_ * bend.AllowanceMm);
        var next = new FlatLine(begins - (out_ * away.Sign() * at.Begins), out_ * away.Sign(), away.Axis());
        var towards = away == from.Seen;
        var seen = towards ? edge.Opposite() : edge;
        var piece = alongU ? new FlatPiece(leaf.Id, next, from.V, seen) : new FlatPiece(leaf.Id, from.U, next, seen);
        Clip(from.LeafId, alongU, out_, tangent);
        Add(leaf, piece);
        Clip(leaf.Id, alongU, -out_, begins);
        var (own, other) = (_covered[_regionOf[leaf.Id]], _covered[_regionOf[from.LeafId]]);
        var (low, high) = alongU ? (Math.Max(own.Min.V, other.Min.V), Math.Min(own.Max.V, other.Max.V))
            : (Math.Max(own.Min.U, other.Min.U), Math.Min(own.Max.U, other.Max.U));
        var (a, b) = (Math.Min(tangent, begins), Math.Max(tangent, begins));
        _covered.Add(alongU ? (new(a, low), new(b, high)) : (new(low, a), new(high, b)));
        var middle = (tangent + begins) / 2;
        _bends.Add((new BendLine(
            $"bend/{leaf.Id}", "", $"bend to {leaf.Name.ToLowerInvariant()}", towards ? WorkedFrom.Seen : WorkedFrom.Far, alongU
                ? new(middle, low) : new(low, middle), alongU ? new(middle, high) : new(high, middle),
            bend.AngleDeg, bend.RadiusMm, bend.AllowanceMm, 0, from.LeafId, leaf.Id, bend.Why), 1 + _bends.Where(x =>
                x.Line.ToFace == from.LeafId).Select(x => x.Depth).FirstOrDefault()));
        return piece;
    }

    /// <summary>
    /// Everything moved so that the blank begins at its corner; its size, what is cut out of its rectangle, and where it is bent.
    /// </summary>
    public (IReadOnlyList<FlatPiece> Pieces, double LengthMm, double WidthMm, IReadOnlyList<Feature> Corners,
        IReadOnlyList<Feature> Bends) Finish(string forWhat)
    {
        var min = new Uv(_covered.Min(r => r.Min.U), _covered.Min(r => r.Min.V));
        var size = new Uv(_covered.Max(r => r.Max.U), _covered.Max(r => r.Max.V)) - min;
        var rects = _covered.Select(r => (Min: r.Min - min, Max: r.Max - min)).ToList();
        return ([.. _pieces.Select(p => p with { U = p.U with { C = p.U.C - min.U }, V = p.V with { C = p.V.C - min.V } })], size.U, size.V,
            [.. Cut(rects, size, forWhat)],
            // what lies farthest from the base is bent first: it could not be reached afterwards
            [.. _bends.OrderByDescending(b => b.Depth)
                .Select((b, i) => b.Line with { For = forWhat, Order = i + 1, Start = b.Line.Start - min, End = b.Line.End - min })]);
    }

    private FlatPiece Add(SolidPart leaf, FlatPiece piece)
    {
        var (a, b) = (piece.Of(leaf.Box.Min), piece.Of(leaf.Box.Max));
        _regionOf[leaf.Id] = _covered.Count;
        _covered.Add((new(Math.Min(a.U, b.U), Math.Min(a.V, b.V)), new(Math.Max(a.U, b.U), Math.Max(a.V, b.V))));
        _pieces.Add(piece);
        return piece;
    }

    /// <summary>The region of a face ends where its bend begins.</summary>
    private void Clip(string leafId, bool alongU, int side, double at)
    {
        var i = _regionOf[leafId];
        var (min, max) = _covered[i];
        _covered[i] = (alongU, side > 0) switch
        {
            (true, true) => (min, max with { U = Math.Min(max.U, at) }),
            (true, false) => (min with { U = Math.Max(min.U, at) }, max),
            (false, true) => (min, max with { V = Math.Min(max.V, at) }),
            _ => (min with { V = Math.Max(min.V, at) }, max),
        };
    }

    /// <summary>The rectangles of the blank that no piece covers, row by row between all their lines.</summary>
    private static IEnumerable<Feature> Cut(List<(Uv Min, Uv Max)> rects, Uv size, string forWhat)
    {
        List<double> Lines(Func<Uv, double> of, double most) =>
            [.. rects.SelectMany(r => (double[])[of(r.Min), of(r.Max)]).Append(0).Append(most).Select(x => Math.Round(x, 6))
            .Distinct().Order()];
        var (us, vs) = (Lines(p => p.U, size.U), Lines(p => p.V, size.V));
        bool Covered(double u, double v) => rects.Exists(r => u > r.Min.U && u < r.Max.U && v > r.Min.V && v < r.Max.V);
        var gone = new List<(Uv Min, Uv Max)>();
        for (var j = 0; j + 1 < vs.Count; j++)
        {
            if (vs[j + 1] - vs[j] < 1e-4)
            {
                continue;
            }

            double? start = null;
            for (var i = 0; i + 1 < us.Count; i++)
            {
                var open = us[i + 1] - us[i] > 1e-4 && !Covered((us[i] + us[i + 1]) / 2, (vs[j] + vs[j + 1]) / 2);
                start = open ? start ?? us[i] : start;
                if (start is { } from && (!open || i + 2 == us.Count))
                {
                    var (min, max) = (new Uv(from, vs[j]), new Uv(open ? us[i + 1] : us[i], vs[j + 1]));
                    var above = gone.FindIndex(g => Math.Abs(g.Min.U - min.U) < 1e-4 && Math.Abs(g.Max.U - max.U) < 1e-4
                        && Math.Abs(g.Max.V - min.V) < 1e-4);
                    if (above >= 0)
                    {
                        gone[above] = (gone[above].Min, max);
                    }
                    else
                    {
                        gone.Add((min, max));
                    }

                    start = null;
                }
            }
        }

        return gone.Select((g, i) => Notch.Rectangle(
            $"corner/{i + 1}", forWhat, "cut out between flanges", WorkedFrom.Seen,
            new(g.Min.U < 1e-4 ? -1 : g.Min.U, g.Min.V < 1e-4 ? -1 : g.Min.V), new(g.Max.U > size.U - 1e-4 ? size.U + 1
                : g.Max.U, g.Max.V > size.V - 1e-4 ? size.V + 1 : g.Max.V), null, "what no face covers"));
    }

    /// <summary>What is cut into a face, as it lies on the blank; null for what belongs to an end of the folded part.</summary>
    public static Feature? OnBlank(Feature feature, Part leaf, FlatPiece piece, double lengthMm, double widthMm)
    {
        Uv At(Uv p) => piece.Of(leaf.Frame.ToSpace(p));
        var (o, du, dv) = (At(default), At(new(1, 0)), At(new(0, 1)));
        var (x, y) = (du - o, dv - o);
        (PartEdge, double)? Along(PartEdge edge, double along) =>
            Rim(edge, leaf, At, lengthMm, widthMm) is { } rim ? (rim, Slab.Along(rim, At(leaf.Slab.At(edge, along, 0)))) : null;
        return feature.Laid(new Laying(
            $"flat/{leaf.Id}/{feature.Id}", $"{leaf.Name}: {feature.Purpose}", At, (x.U * y.V) - (x.V * y.U) < 0, Math.Abs(x.U) < 0.5,
                leaf.ThicknessMm, Along)) is { } laid ? laid with { Unfolded = true } : null;
    }

    /// <summary>The edge of the blank that an edge of the face is; null when it is a bend.</summary>
    private static PartEdge? Rim(PartEdge edge, Part leaf, Func<Uv, Uv> at, double lengthMm, double widthMm)
    {
        var (a, b) = (at(leaf.Slab.At(edge, 0, 0)), at(leaf.Slab.At(edge, 10, 0)));
        const double near = 0.05;
        return Math.Abs(a.U - b.U) < near
            ? Math.Abs(a.U) < near ? PartEdge.ULeast : Math.Abs(a.U - lengthMm) < near ? PartEdge.UMost : null
            : Math.Abs(a.V) < near ? PartEdge.VLeast : Math.Abs(a.V - widthMm) < near ? PartEdge.VMost : null;
    }
}
