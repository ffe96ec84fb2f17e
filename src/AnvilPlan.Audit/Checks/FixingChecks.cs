using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Audit.Checks;

/// <summary>
/// Fixings as cylinders: none meets another; each passes every layer through a hole of the right kind and size on its axis; its head,
/// nut and tip have room; every hole that asks for a fixing has one.
/// </summary>
internal static class FixingChecks
{
    private const double TouchMm = 0.03;

    public static IEnumerable<Defect> Run(WrittenPlan plan, IReadOnlyList<PartSolid> solids)
    {
        var byId = solids.ToDictionary(s => s.Id, StringComparer.Ordinal);
        return
        [
            .. plan.Fixings.SelectMany(f => Layers(f, byId)), .. plan.Fixings.SelectMany(f => Way(f, solids, byId)),
                .. plan.Fixings.SelectMany(f => InDevices(f, plan)), .. Collide(plan.Fixings),
            .. Counted(plan), .. Lonely(plan, solids),
        ];
    }

    /// <summary>A point on its axis, along its own axes.</summary>
    private static Point3 At(Fixing f, double along) => f.At + (f.Axis.Vector() * along);

    /// <summary>In each part that it names there is a hole on its axis, wide enough for its shank or tight enough to bite.</summary>
    private static IEnumerable<Defect> Layers(Fixing f, Dictionary<string, PartSolid> byId)
    {
        foreach (var layer in f.Layers.Where(l => l.Owner.Kind != PlaceKind.Device))
        {
            // of what is in that layer: an insert is wider than the screw that goes into it
            var shank = f.Pieces.Where(p => p.Kind is PieceKind.Shank or PieceKind.Peg && Math.Min(p.ToMm, layer.ToMm) - Math.Max(p.FromMm,
                layer.FromMm) > 0.05).Select(p => p.DiaMm).DefaultIfEmpty(0).Max();
            if (!byId.TryGetValue(layer.Owner.ToString(), out var part))
            {
                yield return new Defect("fixing-layer", $"{f.Id} passes {layer.Owner}, which is no part");
                continue;
            }

            var middle = part.Own(Axes.OutOf(f.Pose, At(f, (layer.FromMm + Math.Min(layer.ToMm, layer.FromMm + 1)) / 2)));
            var bore = part.Bores.FirstOrDefault(b => Axes.Parallel(part.Part.Pose, b.Into, f.Pose, f.Axis) && b.Of(middle).Off < 0.05
                && b.Holds(middle, 0.6));
            var slot = part.Milled.Any(m => m.Id == f.Id);
            if (part.Slotted || slot)
            {
                continue;
            }

            if (bore is null)
            {
                // self-drilling pocket screws bite without a pilot
                if (!(f.Kind == FixingKind.WoodScrew && f.Id.Contains("/pocket/", StringComparison.Ordinal)))
                {
                    yield return new Defect("fixing-hole", $"{f.Id} ({f.Kind}) has no hole on its axis in {part.Id}");
                }

                continue;
            }

            var wrong = layer.Role switch
            {
                LayerRole.Clearance => bore.DiaMm < shank + 0.05 && bore.DiaMm < layer.HoleMm - 0.01,
                LayerRole.Thread => bore.Thread is null || bore.DiaMm >= shank,
                LayerRole.Bite => bore.DiaMm >= shank,
                _ => false,
            };
            if (wrong || (layer.Role == LayerRole.Clearance && bore.DiaMm < shank + 0.05))
            {
                yield return new Defect("fixing-dia", $"{f.Id} ({f.Kind}, {shank} mm): hole {bore.DiaMm} mm in {part.Id} for {layer.Role}");
            }

            var tip = f.Pieces.Where(p => p.Kind is PieceKind.Shank or PieceKind.Peg).Select(p => p.ToMm).DefaultIfEmpty(0).Max();
            if (layer.Role is LayerRole.Thread or LayerRole.Bite && !bore.Through && tip > layer.FromMm + bore.DepthMm + 0.05)
            {
                yield return new Defect("fixing-depth", $"{f.Id}: its tip reaches {tip - layer.FromMm:0.##} mm into {part.Id}, the hole "
                    + $"is {bore.DepthMm} deep");
            }

            if (f.Pieces.Any(p => p.Kind == PieceKind.Head && p.FromMm >= layer.FromMm - 0.01 && p.ToMm <= layer.ToMm + 0.01
                && bore.DiaMm < p.DiaMm) && bore.SinkMm is null
                && !f.Pieces.Where(p => p.Kind == PieceKind.Head).All(p => bore.Wide is { } wide && wide.DiaMm >= p.DiaMm
                    && wide.DeepMm >= p.ToMm - p.FromMm))
            {
                yield return new Defect("fixing-sink", $"{f.Id}: a flush head in {part.Id} without a sink");
            }
        }
    }

    /// <summary>Head, shank and nut stand in no material but that of the layers, and there in a hole.</summary>
    private static IEnumerable<Defect> Way(Fixing f, IReadOnlyList<PartSolid> solids, Dictionary<string, PartSolid> byId)
    {
        foreach (var piece in f.Pieces)
        {
            var (low, high) = (piece.FromMm + TouchMm, piece.ToMm - TouchMm);
            var radius = (piece.DiaMm / 2) - TouchMm;
            var (a, b) = (At(f, low), At(f, high));
            var around = Axes.Around(f.Pose, Box.Between(a, b).Grow(radius), null);
            foreach (var part in solids.Where(s => !s.Slotted && s.Around.Overlaps(around)))
            {
                var own = f.Layers.Where(l => l.Owner == part.Id).ToList();
                var hit = Probe(f, low, high, radius).FirstOrDefault(p => part.Has(p.At) && !own.Exists(l => p.Along >= l.FromMm - 0.02
                    && p.Along <= l.ToMm + 0.02), default);
                if (hit != default)
                {
                    yield return new Defect(piece.Kind switch
                    {
                        PieceKind.Head => "head-room",
                        PieceKind.Nut => "nut-room",
                        _ => "fixing-path"
                    }, $"{f.Id}: its {piece.Kind.ToString().ToLowerInvariant()} stands in {part.Id} at "
                        + $"{hit.At.X:0.##}, {hit.At.Y:0.##}, {hit.At.Z:0.##}");
                }
            }
        }
    }

    /// <summary>Points of the enclosure on the axis and round it.</summary>
    private static IEnumerable<(double Along, Point3 At)> Probe(Fixing f, double low, double high, double radius)
    {
        var across = Enum.GetValues<Axis>().Where(a => a != f.Axis.Axis()).ToArray();
        // a ring every two millimetres
        var steps = Math.Max(8, (int)((high - low) / 2));
        for (var i = 0; i <= steps; i++)
        {
            var along = low + ((high - low) * i / steps);
            var middle = At(f, along);
            yield return (along, Axes.OutOf(f.Pose, middle));
            for (var k = 0; k < 8; k++)
            {
                var (x, y) = (Math.Cos(k * Math.PI / 4) * radius, Math.Sin(k * Math.PI / 4) * radius);
                yield return (along, Axes.OutOf(f.Pose, middle.With(across[0], middle[across[0]] + x)
                    .With(across[1], middle[across[1]] + y)));
            }
        }
    }

    private static IEnumerable<Defect> InDevices(Fixing f, WrittenPlan plan)
    {
        foreach (var (device, block) in plan.Devices.Where(d => d.Id != f.For).SelectMany(d => d.Blocks, (d, b) => (d, b)))
        {
            var body = block.Grow(-TouchMm);
            foreach (var piece in f.Pieces)
            {
                var (a, b) = (At(f, piece.FromMm + TouchMm), At(f, piece.ToMm - TouchMm));
                if (!body.Empty && (f.Pose == device.Pose ? Box.Between(a, b).Grow(0.001).Overlaps(body)
                    : Probe(f, piece.FromMm + TouchMm, piece.ToMm - TouchMm, 0.001).Any(p => body.Contains(Axes.Into(device.Pose, p.At)))))
                {
                    yield return new Defect("fixing-in-device", $"{f.Id}: its {piece.Kind.ToString().ToLowerInvariant()} stands in "
                        + $"{device.Id}");
                    break;
                }
            }
        }
    }

    private static IEnumerable<Defect> Collide(IReadOnlyList<Fixing> fixings)
    {
        List<(Fixing Fixing, Box Box)> all = [.. fixings.Where(f => f.Pieces.Count > 0)
            .Select(f => (f, Axes.Around(f.Pose, Box.Between(At(f, f.Pieces.Min(p => p.FromMm)), At(f, f.Pieces.Max(p => p.ToMm)))
            .Grow(f.Pieces.Max(p => p.DiaMm) / 2), null)))];
        all.Sort((a, b) => a.Box.Min.X.CompareTo(b.Box.Min.X));
        for (var i = 0; i < all.Count; i++)
        {
            for (var j = i + 1; j < all.Count && all[j].Box.Min.X < all[i].Box.Max.X; j++)
            {
                if (all[i].Box.Overlaps(all[j].Box) && Meet(all[i].Fixing, all[j].Fixing) is { } by)
                {
                    yield return new Defect("fixings-collide", $"{all[i].Fixing.Id} and {all[j].Fixing.Id} run {by:0.##} mm into "
                        + $"each other");
                }
            }
        }
    }

    private static double? Meet(Fixing a, Fixing b) => Inside(a, b) ?? Inside(b, a);

    /// <summary>A point on or in one's pieces that lies in a piece of the other, and how deep from its side.</summary>
    private static double? Inside(Fixing a, Fixing b)
    {
        foreach (var x in a.Pieces)
        {
            foreach (var (_, at) in Probe(a, x.FromMm + TouchMm, x.ToMm - TouchMm, (x.DiaMm / 2) - TouchMm)
                .Concat(Probe(a, x.FromMm + TouchMm, x.ToMm - TouchMm, x.DiaMm / 4)))
            {
                var d = Axes.Into(b.Pose, at) - b.At;
                var along = d[b.Axis.Axis()] * b.Axis.Sign();
                var off = d.With(b.Axis.Axis(), 0);
                var radial = Math.Sqrt((off.X * off.X) + (off.Y * off.Y) + (off.Z * off.Z));
                foreach (var y in b.Pieces)
                {
                    if (along > y.FromMm + TouchMm && along < y.ToMm - TouchMm && radial < (y.DiaMm / 2) - TouchMm)
                    {
                        return (y.DiaMm / 2) - radial;
                    }
                }
            }
        }

        return null;
    }

    /// <summary>Each line of screws counts as many as there are fixings that want one.</summary>
    private static IEnumerable<Defect> Counted(WrittenPlan plan)
    {
        var sets = plan.Fixings.GroupBy(f => f.Set).ToDictionary(g => "screw/" + g.Key, g => g.Count(), StringComparer.Ordinal);
        foreach (var screw in plan.Screws.Where(s => s.LengthMm is not null))
        {
            var own = sets.Where(s => screw.Id == s.Key || screw.Id.StartsWith(s.Key + "/", StringComparison.Ordinal)
                || screw.Id.StartsWith(s.Key + "-", StringComparison.Ordinal)).OrderByDescending(s => s.Key.Length).ToList();
            if (own.Count == 0 || own[0].Value != screw.Count)
            {
                yield return new Defect("screw-count", $"{screw.Id}: {screw.Count} screws, {(own.Count == 0 ? 0 : own[0].Value)} fixings");
            }
        }
    }

    /// <summary>A hole that is there for a fixing belongs to one.</summary>
    private static IEnumerable<Defect> Lonely(WrittenPlan plan, IReadOnlyList<PartSolid> solids)
    {
        var fixings = plan.Fixings.Select(f => f.Id).ToHashSet(StringComparer.Ordinal);
        foreach (var bore in solids.Where(s => s.Part.Body.Count > 0).SelectMany(s => s.Bores).Where(b => b.Feature.For != "drilled"
            && !fixings.Contains(b.Feature.Id) && !b.Feature.Purpose.Contains("passage", StringComparison.Ordinal)
            && !b.Feature.Purpose.Contains("relief", StringComparison.Ordinal)))
        {
            yield return new Defect("hole-without-fixing", $"{bore.Part.Id}: {bore.Feature.Id} ({bore.Feature.Purpose}) belongs to "
                + $"no fixing");
        }
    }
}
