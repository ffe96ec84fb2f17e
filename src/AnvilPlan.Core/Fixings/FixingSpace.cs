using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Fixings;

/// <summary>What a fixing would run into.</summary>
/// <param name="Owner">A part's id, <c>device/ID</c>, or the id of another fixing.</param>
/// <param name="ByMm">How far, at least, mm; wanted walls counted in.</param>
public sealed record Obstacle(Place Owner, bool Fixing, double ByMm)
{
    /// <summary>A seam of its printed pieces.</summary>
    public bool AtSeam { get; init; }

    /// <summary>A block without any hollow, and how near the axis of a fixing comes to it; null when another place beside may do.</summary>
    internal (Box Body, double WithinMm)? Wall { get; init; }
}

/// <summary>
/// Everything that fixings share the enclosure with: parts with what is cut out of them, devices, and the fixings placed so far.
/// </summary>
public sealed class FixingSpace
{
    /// <summary>Material that stays between two bores in one part, mm.</summary>
    public const double WallMm = 1;

    /// <summary>Material that stays round a bore, mm.</summary>
    private const double RimMm = 0.5;

    /// <summary>What lies this near only touches, mm.</summary>
    private const double TouchMm = 0.02;

    private const double MostRadiusMm = 6;
    private readonly BoxGrid<(Place Owner, Block Block, BendRing? Ring)> _solids = new();
    private readonly BoxGrid<Cylinders> _placed = new();
    private readonly ILookup<Place, Gone> _voids;
    private readonly Dictionary<Place, Box> _hollow;

    public FixingSpace(ShellPlan shell, FitPlan fit, IEnumerable<PartFeature> cut)
    {
        var parts = shell.Parts.ToDictionary(p => p.Id, StringComparer.Ordinal);
        foreach (var part in parts.Values)
        {
            foreach (var (body, ring) in part.Rings.Count > 0 ? part.Rings.Select(r => (r.Around, (BendRing?)r))
                : part.Body.Select(b => (b, (BendRing?)null)))
            {
                var block = new Block(body, part.Pose);
                _solids.Add(block.Hull, (part.Id, block, ring));
            }
        }

        foreach (var device in fit.Devices)
        {
            foreach (var block in Solids(device).Select(b => new Block(b, device.Pose)))
            {
                _solids.Add(block.Hull, (Place.Device(device.Id), block, null));
            }
        }

        _voids = cut.Where(f => parts.ContainsKey(f.PartId)).SelectMany(f => f.Feature.Cuts(parts[f.PartId].Slab),
            (f, taken) => (f.PartId, Gone: Of(parts[f.PartId], f.Feature, taken)))
            .Where(v => v.Gone is not null).ToLookup(v => Place.Part(v.PartId), v => v.Gone!);
        _hollow = parts.Values.Where(p => p is { Section: Catalogs.BarShape.SquareTube or Catalogs.BarShape.RoundTube, WallMm: not null })
            .ToDictionary(p => Place.Part(p.Id), Inside);
    }

    public void Add(Fixing fixing)
    {
        if (fixing.Pieces.Count > 0)
        {
            var solid = Cylinders.Of(fixing);
            _placed.Add(solid.Around, solid);
        }
    }

    /// <summary>The first thing in the way of a fixing, or null when it is free.</summary>
    /// <param name="layers">What it is meant to pass, with the parts.</param>
    public Obstacle? InTheWay(Fixing fixing, IReadOnlyList<WayLayer> layers, string? deviceId)
    {
        if (fixing.Pieces.Count == 0)
        {
            return null;
        }

        return InItsParts(fixing, layers) ?? InASolid(fixing, deviceId) ?? InAFixing(Cylinders.Of(fixing));
    }

    /// <summary>Each bore keeps a rim of material in its part, and a wall to what is cut out of it.</summary>
    private Obstacle? InItsParts(Fixing fixing, IReadOnlyList<WayLayer> layers)
    {
        foreach (var layer in layers)
        {
            if (layer is not { Part: { } part, Cut: not null })
            {
                continue;
            }

            var bore = fixing.Pose.Hull(new Round(fixing, layer.FromMm + TouchMm, layer.ToMm - TouchMm, layer.HoleMm + (2 * RimMm))
                .Box, part.Pose);
            var inside = false;
            foreach (var body in part.Body)
            {
                inside |= body.Contains(bore);
            }

            if (!inside)
            {
                return new Obstacle(layer.Owner, false, RimMm);
            }

            foreach (var seam in part.NoBores)
            {
                if (seam.Overlaps(bore))
                {
                    return new Obstacle(layer.Owner, false, layer.HoleMm) { AtSeam = true };
                }
            }

            if (part.Section == Catalogs.BarShape.Slotted)
            {
                continue;
            }

            bore = bore.Across(fixing.Axis.Axis(), WallMm - RimMm);
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
        var own = deviceId is null ? (Place?)null : Place.Device(deviceId);
        foreach (var piece in fixing.Pieces)
        {
            var whole = new Round(fixing, piece.FromMm, piece.ToMm, piece.DiaMm).Block.Hull;
            foreach (var i in _solids.Near(whole))
            {
                var (owner, block, ring) = _solids[i];
                if (owner == own)
                {
                    continue;
                }

                // what its own layer makes room for is taken off the piece
                foreach (var (from, to) in Beyond(piece, fixing, owner))
                {
                    if (to - from <= 2 * TouchMm)
                    {
                        continue;
                    }

                    var round = new Round(fixing, from + TouchMm, to - TouchMm, piece.DiaMm - (2 * TouchMm)).Block;
                    var by = ring?.SharedMm(round.HullIn(block.Pose)) ?? round.SharedMm(block);
                    // along the axes of what it meets, of which the voids are told
                    var shared = round.HullIn(block.Pose).Intersect(block.Box);
                    if (by > 0 && !InAVoid(owner, shared) && !(_hollow.TryGetValue(owner, out var inside) && inside.Contains(shared)))
                    {
                        return new Obstacle(owner, false, by)
                        {
                            Wall = _voids[owner].Any() || _hollow.ContainsKey(owner) || ring is not null || block.Pose != fixing.Pose ? null
                                : (block.Box, (piece.DiaMm / 2) - TouchMm - Box.Slack),
                        };
                    }
                }
            }
        }

        return null;
    }

    private bool InAVoid(Place owner, Box shared)
    {
        foreach (var gone in _voids[owner])
        {
            if (gone.Holds(shared))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>The lengths of a piece that lie outside the layers of that owner.</summary>
    private static IEnumerable<(double From, double To)> Beyond(FixingPiece piece, Fixing fixing, Place owner)
    {
        // layers stand in the order in which the axis passes them
        var from = piece.FromMm;
        foreach (var layer in fixing.Layers)
        {
            if (layer.Owner != owner)
            {
                continue;
            }

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

    /// <summary>The first of its own set that it would meet.</summary>
    public static Obstacle? Among(Fixing fixing, IEnumerable<Fixing> others)
    {
        if (fixing.Pieces.Count == 0)
        {
            return null;
        }

        var own = Cylinders.Of(fixing);
        var near = Reach(own);
        foreach (var other in others)
        {
            if (other.Pieces.Count > 0 && Cylinders.Of(other) is var o && near.Overlaps(o.Around) && own.MeetMm(o) is > 0 and var by)
            {
                return new Obstacle(other.Id, true, by);
            }
        }

        return null;
    }

    /// <summary>Where others can meet it: round ends, as told by CapGapTo, reach past the flat ones.</summary>
    private static Box Reach(Cylinders own) => own.Around.Grow(WallMm + MostRadiusMm);

    private Obstacle? InAFixing(Cylinders own)
    {
        foreach (var i in _placed.Near(Reach(own)))
        {
            if (own.MeetMm(_placed[i]) is > 0 and var by)
            {
                return new Obstacle(_placed[i].Id, true, by);
            }
        }

        return null;
    }

    /// <summary>The body of a device with its solder side; between it and the deck there is air.</summary>
    private static IEnumerable<Box> Solids(PlacedDevice device) => device.Model.Blocks.Count == 0 ? [Solid(device)]
        : [.. device.Blocks, .. device.Model.InPanel || device.Model.UnderMm <= 0 ? (Box[])[]
            : [Solid(device).WithSpan(device.Away.Axis(), Math.Min(Under(device), device.Body.Side(device.Away.Opposite())),
                Math.Max(Under(device), device.Body.Side(device.Away.Opposite())))]];

    /// <summary>The end of its solder side.</summary>
    private static double Under(PlacedDevice device) => Solid(device).Side(device.Away.Opposite());

    private static Box Solid(PlacedDevice device)
    {
        var (body, axis) = (device.Body, device.Away.Axis());
        var under = device.Model.InPanel || device.Device.TurnedOver ? 0 : device.Model.UnderMm;
        return device.Away.Sign() > 0 ? body with { Min = body.Min.With(axis, body.Min[axis] - under) }
            : body with { Max = body.Max.With(axis, body.Max[axis] + under) };
    }

    /// <summary>The room in a tube.</summary>
    private static Box Inside(SolidPart tube) => tube.Box.Across(tube.Frame.U.Axis(), -tube.WallMm!.Value);

    /// <summary>A cone gives nothing that may be counted on.</summary>
    private static Gone? Of(SolidPart part, Feature feature, Cut taken) => taken is { Upright: false, Mouth.Circle: not null }
        ? null
        : new Gone(taken.Reach(part.Frame, part.Slab), feature.For, taken is FaceCut { Mouth.Circle: not null }
            ? part.Frame.Normal.Axis() : null)
        {
            // what is sawn off at a slant, or to a bevel, is less than the block about it
            Slanted = feature is Trim || !taken.Upright ? (part, taken) : null,
        };

    /// <summary>What a feature has taken out of a part.</summary>
    /// <param name="RoundAbout">The axis of a round hole; null for what is not round.</param>
    private sealed record Gone(Box Box, string For, Axis? RoundAbout)
    {
        public (SolidPart Part, Cut Cut)? Slanted { get; init; }

        /// <summary>Whether all of a block lies in it.</summary>
        public bool Holds(Box block) => Box.Contains(block)
            && (Slanted is not var (part, cut) || (part.Frame.ToPlane(block) is var (min, max) && cut.Covers(min, max, part.Slab)));

        /// <summary>How far a bore reaches in, mm; 0 when it does not.</summary>
        public double Deep(Box bore, Fixing fixing, double diaMm)
        {
            var shared = Box.Intersect(bore);
            if (shared.Empty || (Slanted is var (part, cut) && part.Frame.ToPlane(bore) is var (min, max) && !cut.Mouth.Crosses(min, max)
                && !cut.Mouth.Contains(min)))
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
}
