using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>Joints whose boards reach into each other: both run to the outside, and each loses what the other keeps.</summary>
internal abstract class InterlockingJoint : JointMethod
{
    /// <summary>Easy to put together with glue, tight enough to hold: 0.05 to 0.15 [R].</summary>
    internal const double PlayMm = 0.1;

    public override double EntryMm(double hostThicknessMm) => hostThicknessMm;

    public override bool WantsLongGrain => true;

    /// <summary>Takes a block out of a part, through its thickness, over the whole joint and a little beyond.</summary>
    protected static void Take(JointDraft draft, EdgeJoint joint, SolidPart part, Box away, Direction beyond, string id,
        string purpose, string why)
    {
        var far = away.Side(beyond) + (beyond.Sign() * 1);
        var block = beyond.Sign() > 0 ? away with { Max = away.Max.With(beyond.Axis(), far) }
            : away with { Min = away.Min.With(beyond.Axis(), far) };
        var (min, max) = part.Frame.ToPlane(block);
        draft.Cut(part, Notch.Rectangle(Id(joint, id), Deck.PlaceOf(joint.Edge), purpose, WorkedFrom.Seen, min, max, null, why));
    }

    /// <summary>The board whose material stands at both ends of the row.</summary>
    internal virtual Face AtTheEnds(EdgeJoint joint) => joint.Host;

    /// <summary>What both boards reach into, between the corners that a third board reaches into as well.</summary>
    protected static Box Seat(EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var (seat, along) = (host.Box.Intersect(mate.Box), joint.Edge.Along());
        return seat.WithSpan(along, seat.Min[along] + joint.LeastCornerMm, seat.Max[along] - joint.MostCornerMm);
    }

    /// <summary>How far the first and last cut of a row go beyond it: clear off the board, or just free of the corner.</summary>
    protected static (double Least, double Most) Beyond(EdgeJoint joint) =>
        (joint.LeastCornerMm > 0 ? PlayMm / 2 : 1, joint.MostCornerMm > 0 ? PlayMm / 2 : 1);
}

/// <summary>Box joint: fingers that come out even, an odd count, the first and last on the covered board.</summary>
internal sealed class FingerJoint : InterlockingJoint
{
    public override JointKind Kind => JointKind.Finger;
    public override string Word => "box joint";
    public override double LeastThicknessMm => 5;

    public override bool Suits(Material material) => material.Wood || material.Brittle;

    internal override Face AtTheEnds(EdgeJoint joint) => joint.Mate;

    private static Fingers Layout(double length, SolidPart host, SolidPart mate) =>
        Fingers.Of(length, Math.Max(host.ThicknessMm, mate.ThicknessMm));

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var seat = Seat(joint, host, mate);
        var along = joint.Edge.Along();
        var (from, length) = (seat.Min[along], seat.Size[along]);
        var (fingers, beyond) = (Layout(length, host, mate), Beyond(joint));
        for (var i = 0; i < fingers.Count; i++)
        {
            var own = i % 2 == 0;
            var (low, high) = (from + (i * fingers.WidthMm), from + ((i + 1) * fingers.WidthMm));
            // sockets are wider by half the play and fingers narrower by the other half: both boards are cut with one key
            var block = Between(joint, seat, low - (i == 0 ? beyond.Least : PlayMm / 4), high + (i == fingers.Count - 1 ? beyond.Most
                : PlayMm / 4));
            var (part, towards) = own ? (host, joint.Mate.Outward()) : (mate, joint.Host.Outward());
            Take(draft, joint, part, block, towards, $"finger/{i + 1}", $"socket {i + 1} for a finger",
                $"{fingers.Count} fingers of {fingers.WidthMm:0.###} mm over {length:0.##} mm; {PlayMm} mm of play");
        }
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var fingers = Layout(joint.BetweenMm, host, mate);
        return
        [
            new("fingers in all", fingers.Count, "", "odd, so that both edges of the covered board are fingers"),
                new("finger width", Math.Round(fingers.WidthMm, 3), "mm", "the length over the count"),
            new("key to cutter, each", Math.Round(fingers.WidthMm + (PlayMm / 2), 3), "mm", $"width and half of {PlayMm} mm of play: the "
                + $"fingers become as much narrower"), new($"depth on the {Deck.Name(joint.Host)}", mate.ThicknessMm, "mm",
                "the other board as measured"),
            new($"depth on the {Deck.Name(joint.Mate)}", host.ThicknessMm, "mm", "the other board as measured"),
        ];
    }
}

/// <summary>Numbers of a row of tails, mm.</summary>
/// <param name="HalfPinMm">At the two edges, at the wide end of the tails.</param>
/// <param name="PinMm">Between two tails, at their wide end.</param>
internal sealed record TailRow(int Count, double WideMm, double NarrowMm, double HalfPinMm, double PinMm, double SlopeDeg)
{
    private const double LeastPinMm = 5;

    /// <summary>
    /// Half pins of half the thickness at the edges; tails about two and a half thicknesses wide; slope 1:8 in hard, 1:6 in soft wood.
    /// </summary>
    public static TailRow Of(double length, double tailBoardMm, double depthMm, bool hard)
    {
        var half = tailBoardMm / 2;
        var count = Math.Max(1, (int)Math.Round((length - (2 * half) + LeastPinMm) / ((2.5 * tailBoardMm) + LeastPinMm)));
        var wide = (length - (2 * half) - ((count - 1) * LeastPinMm)) / count;
        var tail = DovetailTail.Of(hard ? 8 : 6, depthMm, wide);
        return new TailRow(count, wide, tail.NarrowMm, half, LeastPinMm, tail.AngleDeg);
    }

    /// <summary>From the start of the row to the near side of the wide end of each tail.</summary>
    public IEnumerable<double> StartsMm() => Enumerable.Range(0, Count).Select(i => HalfPinMm + (i * (WideMm + PinMm)));
}

/// <summary>Through dovetail: tails on the covered board, pins on the covering one.</summary>
internal class DovetailJoint : InterlockingJoint
{
    public override JointKind Kind => JointKind.Dovetail;
    public override string Word => "through dovetails";
    public override double LeastThicknessMm => 9;

    private protected TailRow Row(double length, SolidPart host, SolidPart mate, Catalog catalog) =>
        TailRow.Of(length, mate.ThicknessMm, EntryMm(host.ThicknessMm), catalog.Material(host.MaterialId)
            .Engagement.StartsWith("hardwood", StringComparison.Ordinal));

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var seat = Seat(joint, host, mate);
        var along = joint.Edge.Along();
        var row = Row(seat.Size[along], host, mate, draft.Catalog);
        var (outer, inner) = (seat.Side(joint.Host.Outward()), seat.Side(joint.Host.Outward().Opposite()));
        var step = (row.WideMm - row.NarrowMm) / 2;
        var why = $"{row.Count} tails, {row.WideMm:0.##} mm at the end and {row.NarrowMm:0.##} mm at the shoulder, {row.SlopeDeg:0.#} "
            + $"degrees; half pins {row.HalfPinMm:0.##} mm";
        var edges = new List<(double Outer, double Inner)> { (seat.Min[along] - Beyond(joint).Least,
            seat.Min[along] - Beyond(joint).Least) };
        foreach (var start in row.StartsMm().Select(s => seat.Min[along] + s))
        {
            edges.Add((start, start + step));
            edges.Add((start + row.WideMm, start + row.WideMm - step));
        }

        edges.Add((seat.Max[along] + Beyond(joint).Most, seat.Max[along] + Beyond(joint).Most));
        for (var i = 0; i + 1 < edges.Count; i++)
        {
            if (i % 2 == 0)
            {
                // between tails: a slot through the tail board, wider at the shoulder
                (double, double)[] points = [(edges[i].Outer, outer), (edges[i + 1].Outer, outer), (edges[i + 1].Inner, inner),
                    (edges[i].Inner, inner)];
                draft.Cut(mate, new Notch(
                    Id(joint, $"pin/{(i / 2) + 1}"), Deck.PlaceOf(joint.Edge), $"socket for pin {(i / 2) + 1}", WorkedFrom.Seen,
                    [.. points.Select(p => new Vertex(mate.Frame.ToPlane(mate.Box.Centre.With(along, p.Item1)
                        .With(joint.Host.Outward().Axis(), p.Item2 + (p.Item2 == outer ? joint.Host.Outward().Sign() : 0)))))], null,
                        null, why));
            }
            else
            {
                Socket(draft, joint, host, seat, (edges[i].Inner + (PlayMm / -2), edges[i + 1].Inner + (PlayMm / 2)),
                    (edges[i].Outer - (PlayMm / 2), edges[i + 1].Outer + (PlayMm / 2)), (i / 2) + 1, why);
            }
        }
    }

    /// <summary>For a tail: narrow at the inside of the pin board, wide at the tail's end.</summary>
    private void Socket(JointDraft draft, EdgeJoint joint, SolidPart host, Box seat, (double From, double To) inside,
        (double From, double To) end, int number, string why)
    {
        var along = joint.Edge.Along();
        var beyond = joint.Mate.Outward();
        var (near, far) = (seat.Side(beyond.Opposite()), seat.Side(beyond) + (beyond.Sign() * 1));
        List<Vertex> Quad((double From, double To) span) =>
            [.. Enumerable.Select<(double, double), Vertex>([(span.From, near), (span.To, near), (span.To, far), (span.From, far)],
                p => new(host.Frame.ToPlane(host.Box.Centre.With(along, p.Item1).With(beyond.Axis(), p.Item2))))];
        draft.Cut(host, new Notch(
            Id(joint, $"tail/{number}"), Deck.PlaceOf(joint.Edge), $"socket for tail {number}", Inside(host, joint),
                Quad(inside), Quad(end),
            EntryMm(host.ThicknessMm) >= host.ThicknessMm - 1e-9 ? null : EntryMm(host.ThicknessMm), why));
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var row = Row(joint.BetweenMm, host, mate, catalog);
        return
        [
            new($"gauge on the {Deck.Name(joint.Mate)}, tails", EntryMm(host.ThicknessMm), "mm", "what they reach into the other board"),
                new($"gauge on the {Deck.Name(joint.Host)}, pins", mate.ThicknessMm, "mm", "the tail board as measured"),
            new("tails", row.Count, "", "about two and a half thicknesses each"), new("half pin at the edge", Math.Round(row.HalfPinMm, 2),
                "mm", "half the tail board"),
            new("tail at the end", Math.Round(row.WideMm, 2), "mm", "what is left over the count"),
                new("tail at the shoulder", Math.Round(row.NarrowMm, 2), "mm", "less the slope on both sides"),
            new("pin between tails", row.PinMm, "mm", "a narrow chisel's width"), new("bevel", Math.Round(row.SlopeDeg, 2), "degrees",
                row.SlopeDeg < 8 ? "1 : 8, hardwood" : "1 : 6, softwood and board"),
        ];
    }
}

/// <summary>Half-blind dovetail: a lap of the covering board hides the ends of the tails.</summary>
internal sealed class HalfBlindJoint : DovetailJoint
{
    public override JointKind Kind => JointKind.HalfBlind;
    public override string Word => "half-blind dovetails";
    public override double LeastThicknessMm => 15;

    /// <summary>Lap of a quarter to a third, at least 3 mm.</summary>
    public override double EntryMm(double hostThicknessMm) =>
        Math.Max(1, hostThicknessMm - Math.Max(3, Math.Round(hostThicknessMm * 0.28, 1)));
}

/// <summary>Tenons of the covered board through mortises of the covering one, as wide as the gaps between them.</summary>
internal sealed class ThroughTenonJoint : InterlockingJoint
{
    private const double SlackMm = 0.2;

    public override JointKind Kind => JointKind.ThroughTenon;
    public override string Word => "through tenons";
    public override double LeastThicknessMm => 9;

    private static (int Count, double WidthMm) Layout(double length, SolidPart mate)
    {
        var count = Math.Max(1, (int)Math.Round(length / (8 * mate.ThicknessMm)));
        return (count, length / (2 * count));
    }

    internal override void Cut(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var seat = Seat(joint, host, mate);
        var along = joint.Edge.Along();
        var (count, width) = Layout(seat.Size[along], mate);
        var why = $"{count} tenons of {width:0.##} mm, gaps as wide, half a gap at the edges; {SlackMm} mm of slack in the mortise";
        for (var i = 0; i <= count; i++)
        {
            var (low, high) = (seat.Min[along] + (width * ((2 * i) - 0.5)), seat.Min[along] + (width * ((2 * i) + 0.5)));
            Take(draft, joint, mate, Between(joint, seat, i == 0 ? seat.Min[along] - Beyond(joint).Least : low, i == count ? seat.Max[along]
                + Beyond(joint).Most : high), joint.Host.Outward(), $"shoulder/{i + 1}", "shoulder between tenons", why);
            if (i < count)
            {
                var (min, max) = host.Frame.ToPlane(Between(joint, seat, high, high + width).Grow(SlackMm / 2));
                draft.Cut(host, new Opening(Id(joint, $"mortise/{i + 1}"), Deck.PlaceOf(joint.Edge), $"mortise {i + 1}",
                    Inside(host, joint), new Uv((min.U + max.U) / 2, (min.V + max.V) / 2), max.U - min.U, max.V - min.V, 0, why,
                    "where the tenon passes"));
            }
        }
    }

    internal override IEnumerable<JointSetting> Settings(EdgeJoint joint, SolidPart host, SolidPart mate, SolidPart? block, Catalog catalog)
    {
        var (count, width) = Layout(joint.BetweenMm, mate);
        return
        [
            new("tenons", count, "", "about four thicknesses wide"), new("tenon width", Math.Round(width, 2), "mm",
                "length over twice the count"), new("first shoulder", Math.Round(width / 2, 2), "mm", "half a gap"),
            new("tenon length", host.ThicknessMm, "mm", "through the other board as measured"),
                new("mortise", Math.Round(width + SlackMm, 2), "mm", $"tenon and {SlackMm} mm"),
                new("mortise across", Math.Round(mate.ThicknessMm + SlackMm, 2), "mm", "the board as measured and slack"),
        ];
    }
}
