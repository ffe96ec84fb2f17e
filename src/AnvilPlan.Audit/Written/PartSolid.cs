using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Audit.Written;

/// <summary>A bore of a part, along the part's axes: a drilled hole in a face, or one that starts in an edge.</summary>
/// <param name="From">On the axis, where it starts.</param>
/// <param name="Into">The way the drill goes.</param>
public sealed record Bore(Part Part, Feature Feature, Point3 From, Direction Into, double DepthMm, double DiaMm, bool Through,
    string? Thread, double? SinkMm)
{
    /// <summary>Wider from its start on.</summary>
    public (double DiaMm, double DeepMm)? Wide { get; init; }

    public Point3 End => From + (Into.Vector() * DepthMm);

    /// <summary>Distance from the axis, and how deep along it, mm.</summary>
    public (double Off, double Deep) Of(Point3 p)
    {
        var d = p - From;
        var deep = d[Into.Axis()] * Into.Sign();
        var off = d.With(Into.Axis(), 0);
        return (Math.Sqrt((off.X * off.X) + (off.Y * off.Y) + (off.Z * off.Z)), deep);
    }

    public bool Holds(Point3 p, double spare = 0) => Of(p) is var (off, deep) && off <= (DiaMm / 2) + spare && deep >= -spare
        && deep <= DepthMm + spare
        || Wide is { } wide && Of(p) is var (o, d) && o <= (wide.DiaMm / 2) + spare && d >= -spare && d <= wide.DeepMm + spare;
}

/// <summary>
/// A part as material: its blocks less what its features take away. It knows nothing of how the part came about.
/// </summary>
public sealed class PartSolid
{
    private readonly double? _wall;
    private readonly Cut[] _cuts;

    public PartSolid(Part part, Catalog catalog)
    {
        Part = part;
        var bar = part.BarId is { } id && catalog.HasBar(id) ? catalog.Bar(id) : null;
        _wall = bar?.Shape is BarShape.SquareTube or BarShape.RoundTube ? bar.WallMm : null;
        Slotted = bar?.Shape == BarShape.Slotted;
        Bores = [.. part.Features.Select(BoreOf).OfType<Bore>()];
        _cuts = [.. part.Features.Where(f => f is Channel or Kerf or Opening or Notch or Trim or Bevel or EdgeHole { SlotMm: not null })
            .Select(f => new Cut(f))];
        Milled = [.. _cuts.Select(c => c.Of)];
    }

    public Part Part { get; }

    public string Id => Part.Id;

    /// <summary>A profile with its own slots: what is in them is not told.</summary>
    public bool Slotted { get; }

    public IReadOnlyList<Bore> Bores { get; }

    public IReadOnlyList<Feature> Milled { get; }

    /// <summary>A point of the enclosure, along the part's axes.</summary>
    public Point3 Own(Point3 space) => Axes.Into(Part.Pose, space);

    /// <summary>The box about it in the enclosure.</summary>
    public Box Around => Axes.Around(Part.Pose, Part.Box, null);

    /// <param name="p">In the enclosure, as of all that follow.</param>
    public bool InBody(Point3 p) => Own(p) is var own && !InTheTube(own)
        && (Part.Rings.Count > 0 ? Part.Rings.Any(r => InRing(r, own)) : Part.Body.Any(b => b.Contains(own)));

    /// <summary>Between both circles, in the sector between the two ends.</summary>
    private static bool InRing(BendRing ring, Point3 p)
    {
        var (from, first, second) = (p - ring.Centre, ring.First.Vector(), ring.Second.Vector());
        var (a, b) = ((from.X * first.X) + (from.Y * first.Y) + (from.Z * first.Z),
            (from.X * second.X) + (from.Y * second.Y) + (from.Z * second.Z));
        var along = p[Enum.GetValues<Axis>().First(x => x != ring.First.Axis() && x != ring.Second.Axis())];
        var square = (a * a) + (b * b);
        var turned = Math.Atan2(b, a) * 180 / Math.PI;
        return turned >= -1e-4 && turned <= ring.TurnDeg + 1e-4 && square <= (ring.OutsideMm * ring.OutsideMm) + 1e-4
            && square >= (ring.InsideMm * ring.InsideMm) - 1e-4 && along >= ring.FromMm - 1e-6 && along <= ring.ToMm + 1e-6;
    }

    /// <summary>Material at that point, were no hole drilled.</summary>
    public bool HasUndrilled(Point3 p) => InBody(p) && Own(p) is var own && !Cuts(own);

    /// <summary>Material at that point.</summary>
    public bool Has(Point3 p) => HasUndrilled(p) && Own(p) is var own && !Bores.Any(b => b.Holds(own));

    /// <summary>Whether a point along the part's axes is cut away all through.</summary>
    public bool SawnOff(Point3 own) => Cuts(own, through: true);

    private bool InTheTube(Point3 p)
    {
        if (_wall is not { } wall)
        {
            return false;
        }

        var box = Part.Box;
        return Enum.GetValues<Axis>().Where(a => a != Part.Frame.U.Axis()).All(a => p[a] > box.Min[a] + wall && p[a] < box.Max[a] - wall);
    }

    private Bore? BoreOf(Feature feature)
    {
        switch (feature)
        {
            case Hole h:
                var through = h.DepthMm is null;
                // an angle or tube is passed through one leg or wall: the one that the hole starts in
                var start = Part.Frame.ToSpace(h.At, h.From == WorkedFrom.Seen ? 0 : -Part.ThicknessMm);
                var into = h.From == WorkedFrom.Seen ? Part.Frame.Normal.Opposite() : Part.Frame.Normal;
                return new Bore(Part, h, start, into, h.DepthMm ?? Part.ThicknessMm, h.DiaMm, through, h.Thread, h.SinkDiaMm)
                {
                    Wide = h is { CounterboreDiaMm: { } wide, CounterboreDeepMm: { } wideDeep } ? (wide, wideDeep) : null
                };
            case EdgeHole { SlotMm: null } e:
                var (uv, way) = e.Edge switch
                {
                    PartEdge.ULeast => (new Uv(0, e.AlongMm), Part.Frame.U),
                    PartEdge.UMost => (new Uv(Part.LengthMm, e.AlongMm), Part.Frame.U.Opposite()),
                    PartEdge.VLeast => (new Uv(e.AlongMm, 0), Part.Frame.V),
                    _ => (new Uv(e.AlongMm, Part.WidthMm), Part.Frame.V.Opposite()),
                };
                var size = Part.Box.Size[way.Axis()];
                return new Bore(Part, e, Part.Frame.ToSpace(uv, -e.FromSeenMm), way, e.DepthMm, e.DiaMm, e.DepthMm >= size - 0.01, e.Thread,
                    e.SinkDiaMm);
            default:
                return null;
        }
    }

    private bool Cuts(Point3 p, bool through = false)
    {
        var at = Part.Frame.ToPlane(p);
        var below = -Part.Frame.HeightOf(p);
        foreach (var cut in _cuts)
        {
            if ((!through || cut.Of is Notch { DepthMm: null } or Trim) && cut.MayReach(at) && Removes(cut, at, below))
            {
                return true;
            }
        }

        return false;
    }

    private bool Removes(Cut cut, Uv at, double below)
    {
        var deep = cut.Of.From == WorkedFrom.Seen ? below : Part.ThicknessMm - below;
        return cut.Of switch
        {
            Channel c => deep <= c.DepthMm + 1e-6,
            Kerf k => deep <= k.DepthMm + 1e-6,
            Opening { Round: true } o => at.DistanceTo(o.At) <= o.WidthMm / 2,
            Opening => true,
            Notch n => deep <= (n.DepthMm ?? Part.ThicknessMm) + 1e-6 && Inside(cut.Walls(deep / (n.DepthMm ?? Part.ThicknessMm)), at),
            Trim t => ((t.End.U - t.Begin.U) * (at.V - t.Begin.V)) - ((t.End.V - t.Begin.V) * (at.U - t.Begin.U)) > 0,
            Bevel b => (b.Edge switch
            {
                PartEdge.ULeast => at.U,
                PartEdge.UMost => Part.LengthMm - at.U,
                PartEdge.VLeast => at.V,
                _ => Part.WidthMm - at.V
            }) <= (deep * Math.Tan(b.AngleDeg * Math.PI / 180)) + 1e-6,
            EdgeHole { SlotMm: { } slot } e => Slot(e, slot, at, below),
            _ => false,
        };
    }

    private bool Slot(EdgeHole hole, double slotMm, Uv at, double below)
    {
        var (along, into) = hole.Edge switch
        {
            PartEdge.ULeast => (at.V, at.U),
            PartEdge.UMost => (at.V, Part.LengthMm - at.U),
            PartEdge.VLeast => (at.U, at.V),
            _ => (at.U, Part.WidthMm - at.V),
        };
        return into <= hole.DepthMm + 1e-6 && Math.Abs(along - hole.AlongMm) <= slotMm / 2
            && Math.Abs(below - hole.FromSeenMm) <= hole.DiaMm / 2;
    }

    private static bool Inside(List<Uv> polygon, Uv at)
    {
        var inside = false;
        for (int i = 0, j = polygon.Count - 1; i < polygon.Count; j = i++)
        {
            var (a, b) = (polygon[i], polygon[j]);
            if ((a.V > at.V) != (b.V > at.V) && at.U < ((b.U - a.U) * (at.V - a.V) / (b.V - a.V)) + a.U)
            {
                inside = !inside;
            }
        }

        return inside;
    }

    /// <summary>A cut of the mill or the saw, with the rectangle on the seen face that it stays in.</summary>
    private sealed class Cut
    {
        private readonly Uv _least, _most;
        private readonly List<Uv>? _straight;

        public Cut(Feature of)
        {
            Of = of;
            _straight = of is Notch { Floor: null } n ? Bulges.Points([.. n.Outline.Select(v => (v.At, v.Bulge))]) : null;
            (_least, _most) = of switch
            {
                Channel c => (c.Min, c.Max),
                Kerf k => (k.Min, k.Max),
                Opening o => (o.Min, o.Max),
                Notch => Around([.. Walls(0), .. Walls(1)]),
                _ => (new(double.NegativeInfinity, double.NegativeInfinity), new(double.PositiveInfinity, double.PositiveInfinity)),
            };
        }

        public Feature Of { get; }

        public bool MayReach(Uv at) => at.U >= _least.U && at.U <= _most.U && at.V >= _least.V && at.V <= _most.V;

        /// <param name="share">Of the depth: 0 at the face, 1 at the floor.</param>
        public List<Uv> Walls(double share) => _straight
            ?? Bulges.Points([.. ((Notch)Of).Outline.Zip(((Notch)Of).Floor!,
                (a, b) => (new Uv(a.U + ((b.U - a.U) * share), a.V + ((b.V - a.V) * share)), a.Bulge))]);

        private static (Uv, Uv) Around(List<Uv> points) =>
            (new(points.Min(p => p.U), points.Min(p => p.V)), new(points.Max(p => p.U), points.Max(p => p.V)));
    }
}
