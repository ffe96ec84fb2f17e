using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Gluing;

/// <summary>
/// Plans the glue-up: the order in which pieces are set, how the order falls into goes, the time each takes against the glue's
/// working time in this room, the clamps, and the frames to be measured for square.
/// </summary>
public static class GlueStages
{
    private const double PadMm = 40;

    /// <summary>Joints that hold their piece both ways along the other board's normal: such a piece cannot be slid in later.</summary>
    private static readonly JointKind[] Capturing = [JointKind.Groove, JointKind.Finger, JointKind.Dovetail, JointKind.HalfBlind,
        JointKind.ThroughTenon, JointKind.Dowel, JointKind.Biscuit];

    public static GluePlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell, JointPlan joints)
    {
        var lines = Lines(catalog, shell, joints).ToList();
        if (lines.Count == 0 || Glue.Find(design.GlueUp.Glue) is not { } glue)
        {
            return GluePlan.Nothing;
        }

        var order = Order(lines, joints, shell);
        var minutes = order.Select((piece, i) => Minutes(piece, order.Take(i), lines, shop.Rates)).ToList();
        var working = Glue.At(glue.ClosedMin, shop.Air.TemperatureC);
        var cuts = Split(minutes, Math.Min(design.GlueUp.Stages, Math.Max(1, order.Count - 1)));
        var sequence = new Sequence(order, minutes, lines, Names(shell));
        var stages = cuts.Select((c, i) => sequence.Stage(i + 1, c.From, c.To, joints,
            pressed => Clamps(pressed, shell, fit, design.GlueUp.CaulMm))).ToList();
        return new GluePlan(
            glue.Name, shop.Air.TemperatureC, glue.LeastC, working, Glue.At(glue.ClampMin, shop.Air.TemperatureC), glue.FullStrengthH,
                glue.NeedMl(lines.Sum(l => l.AreaMm2)),
            stages, Needed(minutes, working), shop.Clamps.Count == 0 ? 0 : stages.Max(s => Missing(s.Clamps, shop.Clamps)),
                [.. Squares(joints, shell, fit, stages)]);
    }

    /// <summary>
    /// The least number of goes, each within the working time, filled one after the other; null when one piece alone, or the first two,
    /// take longer.
    /// </summary>
    public static int? Needed(IReadOnlyList<double> minutes, double working)
    {
        var (goes, filled) = (1, 0.0);
        foreach (var (each, i) in minutes.Select((m, i) => (m, i)))
        {
            var fits = filled + each <= working + 1e-9;
            if (each > working + 1e-9 || (i == 1 && !fits))
            {
                return null;
            }

            (goes, filled) = fits ? (goes, filled + each) : (goes + 1, each);
        }

        return goes;
    }

    private static Dictionary<string, string> Names(ShellPlan shell) => shell.Panels.Values.Concat(shell.Trays.Values).Concat(shell.Members)
        .Select(p => (p.Id, p.Name))
        .Concat(shell.Compounds.Select(c => (c.Id, c.Name))).ToDictionary(x => x.Id, x => x.Name, StringComparer.Ordinal);

    /// <summary>Glue between two wooden pieces; a bent strip is one piece.</summary>
    private static IEnumerable<GlueLine> Lines(Catalog catalog, ShellPlan shell, JointPlan joints)
    {
        var solids = shell.Panels.Values.Concat(shell.Trays.Values).Concat(shell.Members).ToDictionary(p => p.Id, StringComparer.Ordinal);
        var edges = joints.Edges.ToDictionary(e => Deck.PlaceOf(e.Edge), StringComparer.Ordinal);
        var seen = new HashSet<(string, string, Place)>();
        foreach (var hold in joints.Holds.Where(h => h.By == HoldBy.Glue))
        {
            if (!solids.TryGetValue(hold.PartA, out var a) || !solids.TryGetValue(hold.PartB, out var b) || !catalog.Material(a.MaterialId)
                .Wood || !catalog.Material(b.MaterialId).Wood)
            {
                continue;
            }

            var (one, other) = (a.LeafOf ?? a.Id, b.LeafOf ?? b.Id);
            if (one == other || !seen.Add((hold.PartA, hold.PartB, hold.Place)))
            {
                continue;
            }

            var edge = edges.GetValueOrDefault(hold.Place.ToString()) is { } e
                && ((Deck.PartOf(e.Host), Deck.PartOf(e.Mate)) == (a.Id, b.Id) || (Deck.PartOf(e.Host), Deck.PartOf(e.Mate)) == (b.Id,
                a.Id)) ? e : null;
            var shared = a.Box.Grow(0.01).Intersect(b.Block.HullIn(a.Pose).Grow(0.01)).Size;
            double[] sides = [.. new[] { shared.X, shared.Y, shared.Z }.OrderDescending()];
            var length = edge?.LengthMm ?? sides[0];
            yield return new GlueLine(one, other, length, length * (edge is null ? sides[1] : Math.Min(a.ThicknessMm, b.ThicknessMm)
                + edge.EntryMm), edge?.Edge);
        }
    }

    /// <summary>
    /// From the piece with the most glue lines outward, always the next that meets most of what stands; but a piece that two opposite
    /// boards would lock out comes before the second of them.
    /// </summary>
    private static List<string> Order(IReadOnlyList<GlueLine> lines, JointPlan joints, ShellPlan shell)
    {
        var meets = lines.SelectMany(l => ((string Piece, string Other)[])[(l.A, l.B), (l.B, l.A)])
            .ToLookup(x => x.Piece, x => x.Other, StringComparer.Ordinal);
        var left = meets.Select(g => g.Key).Order(StringComparer.Ordinal).ToList();
        var captured = Captured(joints, shell).ToList();
        var (order, standing) = (new List<string>(), new HashSet<string>(StringComparer.Ordinal));
        bool LocksOut(string piece) => captured.Exists(c => c.Piece != piece && meets.Contains(c.Piece) && !standing.Contains(c.Piece)
            && ((c.One == piece && standing.Contains(c.Other)) || (c.Other == piece && standing.Contains(c.One))));
        while (left.Count > 0)
        {
            var next = left.OrderBy(p => LocksOut(p) ? 1 : 0).ThenByDescending(p => meets[p].Count(standing.Contains))
                .ThenByDescending(p => meets[p].Count()).First();
            order.Add(next);
            standing.Add(next);
            left.Remove(next);
        }

        return order;
    }

    private static IEnumerable<(string Piece, string One, string Other)> Captured(JointPlan joints, ShellPlan shell)
    {
        string Piece(Face face) => shell.Panels[face].LeafOf ?? shell.Panels[face].Id;
        foreach (var pair in joints.Edges.Where(e => Capturing.Contains(e.Joint)).GroupBy(e => (e.Mate, e.Host.Outward().Axis()))
            .Where(g => g.Count() == 2))
        {
            yield return (Piece(pair.Key.Mate), Piece(pair.First().Host), Piece(pair.Last().Host));
        }
    }

    private static double Minutes(string piece, IEnumerable<string> standing, IReadOnlyList<GlueLine> lines, WorkRates rates)
    {
        var there = standing.ToHashSet(StringComparer.Ordinal);
        var spread = lines.Where(l => (l.A == piece && there.Contains(l.B)) || (l.B == piece && there.Contains(l.A)))
            .Sum(l => l.LengthMm) / 1000 * rates.SpreadMinPerM;
        return spread + rates.PlaceMin;
    }

    /// <summary>
    /// The order cut into goes so that the longest is as short as can be (linear partition). The first go has two pieces at least:
    /// one alone is not glued to anything.
    /// </summary>
    public static IReadOnlyList<(int From, int To)> Split(IReadOnlyList<double> minutes, int goes)
    {
        var n = minutes.Count;
        var sums = new double[n + 1];
        for (var i = 0; i < n; i++)
        {
            sums[i + 1] = sums[i] + minutes[i];
        }

        double Sum(int from, int to) => sums[to] - sums[from];
        var best = new double[goes + 1, n + 1];
        var cut = new int[goes + 1, n + 1];
        for (var to = 0; to <= n; to++)
        {
            best[1, to] = to < 2 && n > 1 ? double.MaxValue : Sum(0, to);
        }

        for (var g = 2; g <= goes; g++)
        {
            for (var to = 0; to <= n; to++)
            {
                best[g, to] = double.MaxValue;
                for (var from = 1; from < to; from++)
                {
                    var worst = Math.Max(best[g - 1, from], Sum(from, to));
                    if (worst < best[g, to] - 1e-9)
                    {
                        (best[g, to], cut[g, to]) = (worst, from);
                    }
                }
            }
        }

        var parts = new List<(int, int)>();
        for (var (g, to) = (goes, n); g >= 1; (g, to) = (g - 1, cut[g, to]))
        {
            parts.Insert(0, (g == 1 ? 0 : cut[g, to], to));
        }

        return parts;
    }

    /// <summary>The pieces in the order in which they are set, what each takes, and the lines of glue between them.</summary>
    private sealed record Sequence(IReadOnlyList<string> Order, IReadOnlyList<double> Minutes, IReadOnlyList<GlueLine> Lines,
        Dictionary<string, string> Names)
    {
        /// <summary>One go: the pieces from one place of the order to another.</summary>
        public GlueStage Stage(int number, int from, int to, JointPlan joints,
            Func<IReadOnlyList<EdgeJoint>, IEnumerable<ClampNeed>> clamps)
        {
            var there = Order.Take(to).ToHashSet(StringComparer.Ordinal);
            var pieces = Order.Skip(from).Take(to - from).ToList();
            var spread = Lines.Where(l => there.Contains(l.A) && there.Contains(l.B) && (pieces.Contains(l.A) || pieces.Contains(l.B)))
                .ToList();
            var pressed = spread.Where(l => l.Edge is not null).Select(l => joints.Edges.First(e => e.Edge == l.Edge)).ToList();
            return new GlueStage(number, pieces, [.. pieces.Select(p => Names.GetValueOrDefault(p, p))], spread.Count,
                Math.Round(spread.Sum(l => l.LengthMm), 1), Math.Round(Minutes.Skip(from).Take(to - from).Sum(), 2), [.. clamps(pressed)]);
        }
    }

    /// <summary>
    /// One clamp presses both ends of a board between its two covering boards, so opposite edges share theirs; a mitre is pressed both
    /// ways. Pressure spreads at 45 degrees through caul and covering board.
    /// </summary>
    private static IEnumerable<ClampNeed> Clamps(IReadOnlyList<EdgeJoint> pressed, ShellPlan shell, FitPlan fit, double caulMm)
    {
        var pushes = pressed.SelectMany(e => e.Joint == JointKind.Mitre
            ? ((Face Host, Face Mate, double LengthMm)[])[(e.Host, e.Mate, e.LengthMm), (e.Mate, e.Host, e.LengthMm)]
            : [(e.Host, e.Mate, e.LengthMm)]);
        foreach (var axis in pushes.GroupBy(p => p.Host.Outward().Axis()).OrderBy(g => g.Key))
        {
            var count = axis.GroupBy(p => p.Mate)
                .Sum(g => g.Max(p => ClampRow.Of(p.LengthMm, shell.Panels[p.Host].ThicknessMm, caulMm, PadMm).Count));
            var word = axis.Key switch { Axis.X => "the width", Axis.Y => "the depth", _ => "the height" };
            yield return new ClampNeed(word, Math.Ceiling(fit.Envelope.Outer.Size[axis.Key] + (2 * caulMm)), count,
                $"{string.Join(", ", axis.Select(p => Deck.Name(p.Mate)).Distinct())} pressed by "
                + $"{string.Join(", ", axis.Select(p => Deck.Name(p.Host)).Distinct())}");
        }
    }

    /// <summary>How many clamps are missing when the widest needs are served first.</summary>
    public static int Missing(IReadOnlyList<ClampNeed> needs, IReadOnlyList<ClampStock> owned)
    {
        var free = owned.OrderBy(c => c.OpensMm).Select(c => (c.OpensMm, c.Count)).ToList();
        var missing = 0;
        foreach (var need in needs.OrderByDescending(n => n.OpensMm))
        {
            var wanted = need.Count;
            for (var i = free.Count - 1; i >= 0 && wanted > 0; i--)
            {
                if (free[i].OpensMm >= need.OpensMm)
                {
                    var taken = Math.Min(wanted, free[i].Count);
                    (free[i], wanted) = ((free[i].OpensMm, free[i].Count - taken), wanted - taken);
                }
            }

            missing += wanted;
        }

        return missing;
    }

    private static IEnumerable<SquareCheck> Squares(JointPlan joints, ShellPlan shell, FitPlan fit, IReadOnlyList<GlueStage> stages)
    {
        var glued = joints.Holds.Where(h => h.By is HoldBy.Glue or HoldBy.Bend).Select(h => (h.PartA, h.PartB)).ToHashSet();
        bool Glued(Face a, Face b) => shell.Panels.ContainsKey(a) && shell.Panels.ContainsKey(b)
            && (glued.Contains((Deck.PartOf(a), Deck.PartOf(b))) || glued.Contains((Deck.PartOf(b), Deck.PartOf(a))));
        var inner = fit.Envelope.Inner.Size;
        foreach (var (name, ring, a, b) in ((string, Face[], double, double)[])
            [
                ("seen from the front", [Face.Left, Face.Bottom, Face.Right, Face.Top], inner.X, inner.Z),
                ("seen from above", [Face.Left, Face.Front, Face.Right, Face.Back], inner.X, inner.Y),
                ("seen from the side", [Face.Front, Face.Bottom, Face.Back, Face.Top], inner.Y, inner.Z),
            ])
        {
            if (ring.Select((f, i) => Glued(f, ring[(i + 1) % 4])).All(x => x))
            {
                var pieces = ring.Select(f => shell.Panels[f].LeafOf ?? shell.Panels[f].Id).ToHashSet(StringComparer.Ordinal);
                var diagonal = Math.Sqrt((a * a) + (b * b));
                yield return new SquareCheck(name, a, b, diagonal, Math.Round(diagonal / 1000, 2),
                    stages.Where(s => s.PieceIds.Any(pieces.Contains)).Select(s => s.Number).DefaultIfEmpty(1).Max());
            }
        }
    }
}
