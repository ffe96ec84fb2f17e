using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Fixings;

/// <summary>What a fixing would run into.</summary>
/// <param name="Owner">A part's id, <c>device/ID</c>, or the id of another fixing.</param>
/// <param name="ByMm">How far, at least, mm; wanted walls counted in.</param>
public sealed record Obstacle(string Owner, bool Fixing, double ByMm);

/// <summary>Everything that fixings share the enclosure with: parts with what is cut out of them, devices, and the fixings placed so far.</summary>
public sealed class FixingSpace
{
    /// <summary>Material that stays between two bores in one part, mm.</summary>
    public const double WallMm = 1;

    /// <summary>Material that stays round a bore, mm.</summary>
    private const double RimMm = 0.5;

    /// <summary>What lies this near only touches, mm.</summary>
    private const double TouchMm = 0.02;

    private const double MostRadiusMm = 6;

    private readonly BoxGrid<(string Owner, Box Box)> _solids = new();
    private readonly BoxGrid<Fixing> _placed = new();
    private readonly ILookup<string, Gone> _voids;
    private readonly Dictionary<string, Box> _hollow;

    public FixingSpace(ShellPlan shell, FitPlan fit, IEnumerable<PartFeature> cut)
    {
        var parts = shell.Parts.ToDictionary(p => p.Id, StringComparer.Ordinal);
        foreach (var part in parts.Values)
        {
            foreach (var body in part.Body)
            {
                _solids.Add(body, (part.Id, body));
            }
        }

        foreach (var device in fit.Devices)
        {
            var body = Solid(device);
            _solids.Add(body, ("device/" + device.Id, body));
        }

        _voids = cut.Where(f => parts.ContainsKey(f.PartId)).Select(f => (f.PartId, Box: VoidOf(parts[f.PartId], f.Feature), f.Feature)).Where(v => v.Box is not null)
            .ToLookup(v => v.PartId, v => new Gone(v.Box!.Value, v.Feature.For, v.Feature is Hole or Opening { Round: true } ? parts[v.PartId].Frame.Normal.Axis() : null), StringComparer.Ordinal);
        _hollow = parts.Values.Where(p => p is { Section: Catalogs.BarShape.SquareTube or Catalogs.BarShape.RoundTube, WallMm: not null }).ToDictionary(p => p.Id, Inside, StringComparer.Ordinal);
    }

    public void Place(Fixing fixing)
    {
        if (fixing.Pieces.Count > 0)
        {
            _placed.Add(Around(fixing), fixing);
        }
    }

    /// <summary>The first thing in the way of a fixing, or null when it is free.</summary>
    /// <param name="layers">What it is meant to pass, with the parts.</param>
    public Obstacle? InTheWay(Fixing fixing, IReadOnlyList<WayLayer> layers, string? deviceId) => fixing.Pieces.Count == 0 ? null
        : OutsideItsParts(fixing, layers) ?? InAVoid(fixing, layers) ?? InASolid(fixing, deviceId) ?? InAFixing(fixing);

    /// <summary>Each bore keeps a rim of material in its part.</summary>
    private static Obstacle? OutsideItsParts(Fixing fixing, IReadOnlyList<WayLayer> layers)
    {
        foreach (var layer in layers.Where(l => l is { Part: not null, Cut: not null }))
        {
            var bore = Cylinder(fixing, layer.FromMm + TouchMm, layer.ToMm - TouchMm, layer.HoleMm + (2 * RimMm));
            if (!layer.Part!.Body.Any(b => b.Contains(bore)))
            {
                return new Obstacle(layer.Owner, false, RimMm);
            }
        }

        return null;
    }

    private Obstacle? InAVoid(Fixing fixing, IReadOnlyList<WayLayer> layers)
    {
        foreach (var layer in layers.Where(l => l is { Part.Section: not Catalogs.BarShape.Slotted, Cut: not null }))
        {
            var bore = Cylinder(fixing, layer.FromMm + TouchMm, layer.ToMm - TouchMm, layer.HoleMm + (2 * WallMm));
            foreach (var gone in _voids[layer.Owner])
            {
                // a device's holes may stand beside its own cut-out as near as its maker has them
                if (gone.For != fixing.For && gone.Deep(bore, fixing, layer.HoleMm + (2 * WallMm)) is > 0 and var by)
                {
                    return new Obstacle(layer.Owner, false, by);
                }
            }
        }

        return null;
    }

    private Obstacle? InASolid(Fixing fixing, string? deviceId)
    {
        foreach (var piece in fixing.Pieces)
        {
            var whole = Cylinder(fixing, piece.FromMm, piece.ToMm, piece.DiaMm);
            foreach (var (owner, body) in _solids.Near(whole))
            {
                if (owner.Length > 7 && deviceId is not null && owner.AsSpan(7).SequenceEqual(deviceId) && owner.StartsWith("device/", StringComparison.Ordinal))
                {
                    continue;
                }

                // what its own layer makes room for is taken off the piece
                foreach (var (from, to) in Beyond(piece, fixing, owner))
                {
                    var rest = Cylinder(fixing, from + TouchMm, to - TouchMm, piece.DiaMm - (2 * TouchMm));
                    var shared = rest.Intersect(body);
                    if (to - from > 2 * TouchMm && !shared.Empty && !_voids[owner].Any(v => v.Box.Contains(shared)) && !(_hollow.TryGetValue(owner, out var inside) && inside.Contains(shared)))
                    {
                        return new Obstacle(owner, false, Math.Min(shared.Size.X, Math.Min(shared.Size.Y, shared.Size.Z)));
                    }
                }
            }
        }

        return null;
    }

    /// <summary>The lengths of a piece that lie outside the layers of that owner.</summary>
    private static IEnumerable<(double From, double To)> Beyond(FixingPiece piece, Fixing fixing, string owner)
    {
        var from = piece.FromMm;
        foreach (var layer in fixing.Layers.Where(l => l.Owner == owner).OrderBy(l => l.FromMm))
        {
            if (layer.FromMm > from)
            {
                yield return (from, Math.Min(layer.FromMm, piece.ToMm));
            }

            from = Math.Max(from, layer.ToMm);
        }

        if (from < piece.ToMm)
        {
            yield return (from, piece.ToMm);
        }
    }

    private Obstacle? InAFixing(Fixing fixing)
    {
        // round ends, as told by CapGapTo, reach past the flat ones
        var around = Around(fixing).Grow(WallMm + MostRadiusMm);
        foreach (var other in _placed.Near(around))
        {
            if (MeetMm(fixing, other) is > 0 and var by)
            {
                return new Obstacle(other.Id, true, by);
            }
        }

        return null;
    }

    /// <summary>How far two fixings come too near to each other, mm; 0 when they do not.</summary>
    internal static double MeetMm(Fixing a, Fixing b)
    {
        var worst = 0.0;
        foreach (var (owner, x) in Bores(a))
        {
            foreach (var y in Bores(b).Where(y => y.Owner == owner).Select(y => y.Bore))
            {
                worst = Math.Max(worst, Math.Max(WallMm - x.GapTo(y), TouchMm - x.CapGapTo(y)));
            }
        }

        foreach (var x in a.Pieces)
        {
            foreach (var y in b.Pieces)
            {
                var (one, two) = (new Round(a, x.FromMm, x.ToMm, x.DiaMm), new Round(b, y.FromMm, y.ToMm, y.DiaMm));
                worst = Math.Max(worst, TouchMm - Math.Max(one.GapTo(two), one.CapGapTo(two)));
            }
        }

        return worst <= 1e-6 ? 0 : worst;
    }

    /// <summary>What is bored into parts: the layers, and the sink of a head that does not stand proud.</summary>
    private static IEnumerable<(string Owner, Round Bore)> Bores(Fixing f)
    {
        foreach (var layer in f.Layers)
        {
            yield return (layer.Owner, new Round(f, layer.FromMm, layer.ToMm, layer.HoleMm));
        }

        foreach (var head in f.Pieces.Where(p => p.Kind == PieceKind.Head))
        {
            if (f.Layers.FirstOrDefault(l => head.FromMm >= l.FromMm - 1e-6 && head.ToMm <= l.ToMm + 1e-6) is { } sunkIn)
            {
                // only a rim of a tenth is wanted between two sinks
                yield return (sunkIn.Owner, new Round(f, head.FromMm, head.ToMm, head.DiaMm - WallMm + 0.1));
            }
        }
    }

    /// <summary>The body of a device with its solder side; between it and the deck there is air.</summary>
    private static Box Solid(PlacedDevice device)
    {
        var (body, axis) = (device.Body, device.Away.Axis());
        var under = device.Model.InPanel || device.Device.TurnedOver ? 0 : device.Model.UnderMm;
        return device.Away.Sign() > 0 ? body with { Min = body.Min.With(axis, body.Min[axis] - under) } : body with { Max = body.Max.With(axis, body.Max[axis] + under) };
    }

    /// <summary>The room in a tube.</summary>
    private static Box Inside(SolidPart tube)
    {
        var (box, wall) = (tube.Box, tube.WallMm!.Value);
        foreach (var across in Enum.GetValues<Axis>().Where(a => a != tube.Frame.U.Axis()))
        {
            box = box.WithSpan(across, box.Min[across] + wall, box.Max[across] - wall);
        }

        return box;
    }

    private static Box Around(Fixing fixing) => Cylinder(
        fixing, Math.Min(fixing.Pieces.Min(p => p.FromMm), 0), Math.Max(fixing.Pieces.Max(p => p.ToMm), fixing.Layers.Count == 0 ? 0 : fixing.Layers.Max(l => l.ToMm)),
        Math.Max(fixing.Pieces.Max(p => p.DiaMm), fixing.Layers.Count == 0 ? 0 : fixing.Layers.Max(l => l.HoleMm)));

    private static Box Cylinder(Fixing fixing, double from, double to, double dia)
    {
        var (axis, half) = (fixing.Axis.Axis(), dia / 2);
        var (a, b) = (fixing.At[axis] + (fixing.Axis.Sign() * from), fixing.At[axis] + (fixing.Axis.Sign() * to));
        return new Box(fixing.At - new Point3(half, half, half), fixing.At + new Point3(half, half, half)).WithSpan(axis, Math.Min(a, b), Math.Max(a, b));
    }

    /// <summary>What a feature has taken out of a part.</summary>
    /// <param name="RoundAbout">The axis of a round hole; null for what is not round.</param>
    private sealed record Gone(Box Box, string For, Axis? RoundAbout)
    {
        /// <summary>How far a bore reaches in, mm; 0 when it does not.</summary>
        public double Deep(Box bore, Fixing fixing, double diaMm)
        {
            var shared = Box.Intersect(bore);
            if (shared.Empty)
            {
                return 0;
            }

            if (RoundAbout == fixing.Axis.Axis())
            {
                var d = (Box.Centre - bore.Centre).With(fixing.Axis.Axis(), 0);
                var across = Enum.GetValues<Axis>().First(a => a != RoundAbout);
                return Math.Max(0, ((Box.Size[across] + diaMm) / 2) - Math.Sqrt((d.X * d.X) + (d.Y * d.Y) + (d.Z * d.Z)));
            }

            return Math.Min(shared.Size.X, Math.Min(shared.Size.Y, shared.Size.Z));
        }
    }

    /// <summary>The block that a feature takes out of its part; null for what the edge of the part does not feel.</summary>
    private static Box? VoidOf(SolidPart part, Feature feature)
    {
        var t = part.ThicknessMm;
        (double, double) Depths(WorkedFrom from, double depth) => from == WorkedFrom.Seen ? (-depth, 0) : (-t, depth - t);
        Box Of(Uv min, Uv max, (double Low, double High) h) => part.Frame.ToSpace(min, max, h.Low, h.High);
        switch (feature)
        {
            case Opening o:
                return Of(o.Min, o.Max, (-t, 0));
            case Channel c:
                return Of(c.Min, c.Max, Depths(c.From, Math.Min(c.DepthMm, t)));
            case Notch n:
                var all = n.Outline.Concat(n.Floor ?? []).ToList();
                return Of(new(all.Min(p => p.U), all.Min(p => p.V)), new(all.Max(p => p.U), all.Max(p => p.V)), Depths(n.From, n.DepthMm ?? t));
            case Hole h:
                return Of(h.At - new Uv(h.DiaMm / 2, h.DiaMm / 2), h.At + new Uv(h.DiaMm / 2, h.DiaMm / 2), Depths(h.From, h.DepthMm ?? t));
            case Bevel b:
                var run = t * Math.Tan(b.AngleDeg * Math.PI / 180);
                return b.Edge switch
                {
                    PartEdge.ULeast => Of(default, new(run, part.WidthMm), (-t, 0)),
                    PartEdge.UMost => Of(new(part.LengthMm - run, 0), new(part.LengthMm, part.WidthMm), (-t, 0)),
                    PartEdge.VLeast => Of(default, new(part.LengthMm, run), (-t, 0)),
                    _ => Of(new(0, part.WidthMm - run), new(part.LengthMm, part.WidthMm), (-t, 0)),
                };
            case EdgeHole e:
                var (half, h0) = ((e.SlotMm ?? e.DiaMm) / 2, (Low: -e.FromSeenMm - (e.DiaMm / 2), High: -e.FromSeenMm + (e.DiaMm / 2)));
                return e.Edge switch
                {
                    PartEdge.ULeast => Of(new(0, e.AlongMm - half), new(e.DepthMm, e.AlongMm + half), h0),
                    PartEdge.UMost => Of(new(part.LengthMm - e.DepthMm, e.AlongMm - half), new(part.LengthMm, e.AlongMm + half), h0),
                    PartEdge.VLeast => Of(new(e.AlongMm - half, 0), new(e.AlongMm + half, e.DepthMm), h0),
                    _ => Of(new(e.AlongMm - half, part.WidthMm - e.DepthMm), new(e.AlongMm + half, part.WidthMm), h0),
                };
            default:
                return null;
        }
    }

    /// <summary>A cylinder along an axis, with flat ends.</summary>
    private readonly record struct Round(Axis Along, Point3 Middle, double Half, double Radius)
    {
        public Round(Fixing f, double from, double to, double dia)
            : this(f.Axis.Axis(), f.At + (f.Axis.Vector() * ((from + to) / 2)), Math.Abs(to - from) / 2, dia / 2)
        {
        }

        /// <summary>A lower bound of the distance between two cylinders: the largest that a projection shows. Exact where they cross or lie side by side.</summary>
        public double GapTo(Round o)
        {
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

        /// <summary>Distance of the centre lines less both radii: as if the ends were round. Never more than a screw with a point wants.</summary>
        public double CapGapTo(Round o)
        {
            var d = o.Middle - Middle;
            if (Along == o.Along)
            {
                var ends = Math.Max(0, Math.Abs(d[Along]) - Half - o.Half);
                return Length(d.With(Along, ends)) - Radius - o.Radius;
            }

            var (di, dj) = (Math.Max(0, Math.Abs(d[Along]) - Half), Math.Max(0, Math.Abs(d[o.Along]) - o.Half));
            return Length(d.With(Along, di).With(o.Along, dj)) - Radius - o.Radius;
        }

        private static double Beside(double along, double half, double across, double radius)
        {
            var (x, y) = (Math.Max(0, Math.Abs(along) - half), Math.Max(0, Math.Abs(across) - radius));
            return Math.Sqrt((x * x) + (y * y));
        }

        private static double Length(Point3 p) => Math.Sqrt((p.X * p.X) + (p.Y * p.Y) + (p.Z * p.Z));
    }
}
