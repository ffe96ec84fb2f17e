using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>
/// Rabbets, grooves and mitres. The seat of a joint is simply where the mate's block overlaps the host's: that much is cut from
/// the host, widened by the shop's fit where it is a groove.
/// </summary>
internal static class EdgeCuts
{
    public static void Add(JointDraft draft, EdgeJoint joint, Envelope envelope, ShellPlan shell, ShopProfile shop)
    {
        List<(SolidPart Host, SolidPart Mate)> pairs = [.. shell.PanelsOf(joint.Host).SelectMany(_ => shell.PanelsOf(joint.Mate),
            (h, m) => (h, m))];
        foreach (var (host, mate) in pairs.Where(p => pairs.Count == 1 || p.Host.Box.Grow(0.01).Overlaps(p.Mate.Box)))
        {
            Add(draft, joint, host, mate, envelope, shop);
        }
    }

    private static void Add(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate, Envelope envelope, ShopProfile shop)
    {
        if (joint.Joint is JointKind.Bent or JointKind.InRail or JointKind.Sloped)
        {
            return;
        }

        if (HoldOf(draft, joint, host, mate) is { } by)
        {
            draft.Hold(host, mate, by, Deck.PlaceOf(joint.Edge));
        }

        if (joint.Joint == JointKind.Mitre)
        {
            AddBevel(draft, joint, host, joint.Mate, envelope);
            AddBevel(draft, joint, mate, joint.Host, envelope);
            if (draft.Design.Box.Edges.First(e => e.Id == joint.Edge).Splined)
            {
                Spline.Add(draft, joint, host, mate);
            }

            return;
        }

        draft.Keep(host, EndOf(mate.Box, joint.Host, envelope), $"joint with {mate.Name.ToLowerInvariant()}");
        draft.Keep(mate, StripBehind(host, joint, envelope), $"joint with {host.Name.ToLowerInvariant()}");
        if (JointMethod.For(joint.Joint) is { } method)
        {
            method.Cut(draft, joint, host, mate);
            return;
        }

        var seat = host.Box.Intersect(mate.Box);
        if (!seat.Empty)
        {
            AddChannel(draft, joint, host, mate, seat, envelope, shop);
        }
    }

    /// <summary>Glue where both take it; a groove or rabbet holds what cannot be glued; blocks hold by themselves; a door hangs.</summary>
    private static HoldBy? HoldOf(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate)
    {
        var (a, b) = (draft.Catalog.Material(host.MaterialId), draft.Catalog.Material(mate.MaterialId));
        return joint.Joint switch
        {
            JointKind.ButtScrewed or JointKind.OnRail or JointKind.Riveted or JointKind.Bolted or JointKind.PrintedCorner => null,
            JointKind.Magnets when joint.BlockId is not null => null,
            _ when JointMethod.For(joint.Joint) is { By: HoldBy.Screws or HoldBy.Magnets } method => method.By,
            JointKind.Loose => Hangs(draft.Design, joint.Host, joint.Mate) || Hangs(draft.Design, joint.Mate, joint.Host) ? HoldBy.Hinge
                : LetIn.Grips(draft.Design, draft.Catalog, draft.Design.Panel(joint.Mate),
                    draft.Design.Box.Edges.First(e => e.Id == joint.Edge)) ? HoldBy.Friction : null,
            JointKind.Groove when draft.Design.Panel(joint.Mate).Floats => HoldBy.Slipped,
            _ when (a.Wood && b.Wood) || (a.Brittle && b.Brittle) => HoldBy.Glue,
            JointKind.Groove or JointKind.Rabbet => HoldBy.Slipped,
            _ => null,
        };
    }

    private static bool Hangs(Design design, Face door, Face at) => design.Panel(door) is { Hold: PanelHold.Hinged } panel
        && panel.HingeAt == at;

    /// <summary>The end of the mate, reaching the host's inner face: where the two touch.</summary>
    private static Box EndOf(Box mate, Face host, Envelope envelope)
    {
        var axis = host.Outward().Axis();
        var plane = envelope.InnerPlane(host);
        return mate.WithSpan(axis, Math.Min(mate.Min[axis], plane - 0.005), Math.Max(mate.Max[axis], plane + 0.005));
    }

    /// <summary>The strip of the mate that lies inside the host: nothing may be cut there.</summary>
    private static Box StripBehind(SolidPart host, EdgeJoint joint, Envelope envelope)
    {
        var out_ = joint.Host.Outward();
        var end = envelope.InnerPlane(joint.Host) + (out_.Sign() * joint.EntryMm);
        var plane = envelope.InnerPlane(joint.Host) - (out_.Sign() * 0.005);
        return new Box(new(-1e6, -1e6, -1e6), new(1e6, 1e6, 1e6)).WithSpan(out_.Axis(), Math.Min(plane, end), Math.Max(plane, end));
    }

    private static void AddChannel(JointDraft draft, EdgeJoint joint, SolidPart host, SolidPart mate, Box seat, Envelope envelope,
        ShopProfile shop)
    {
        var (min, max) = host.Frame.ToPlane(seat);
        var across = joint.Mate.Outward();
        var open = Math.Abs(seat.Side(across) - host.Box.Side(across)) < 1e-6;
        var groove = !open;
        var fitWidth = groove ? shop.Fits.GrooveWidthMm : 0;
        var fitDepth = groove ? shop.Fits.GrooveDepthMm : 0;
        var acrossU = host.Frame.U.Axis() == across.Axis();
        var grow = acrossU ? new Uv(fitWidth / 2, 0) : new Uv(0, fitWidth / 2);
        var depth = Math.Min(joint.EntryMm + fitDepth, host.ThicknessMm);
        var inside = JointDraft.FaceTowards(host, joint.Host.Outward().Opposite());
        var shape = groove ? ChannelShape.Groove : ChannelShape.Rabbet;
        var why = groove
            ? $"{mate.Name} enters {Mm(joint.EntryMm)} mm, cut {Mm(fitDepth)} deeper and {Mm(fitWidth)} wider than its "
                + $"{Mm(envelope.ThicknessMm[joint.Mate])} mm (shop's groove fit)"
            : $"{mate.Name} enters {Mm(joint.EntryMm)} mm; width is its thickness as measured, {Mm(envelope.ThicknessMm[joint.Mate])} mm";
        draft.Cut(host, new Channel(
            $"{Deck.Name(joint.Edge)}/{(groove ? "groove" : "rabbet")}", Deck.PlaceOf(joint.Edge),
            $"{(groove ? "groove" : "rabbet")} for {mate.Name.ToLowerInvariant()}", inside, shape, min - grow, max + grow, depth,
                joint.EntryMm, why));
    }

    private static void AddBevel(JointDraft draft, EdgeJoint joint, SolidPart part, Face towards, Envelope envelope)
    {
        var own = joint.Host == towards ? joint.Mate : joint.Host;
        var angle = Angle.FromRadians(Math.Atan2(envelope.ThicknessMm[towards], envelope.ThicknessMm[own])).Degrees;
        var direction = towards.Outward();
        draft.Cut(part, new Bevel(
            $"{Deck.Name(joint.Edge)}/mitre", Deck.PlaceOf(joint.Edge), $"mitre to {Deck.Name(towards)}",
            JointDraft.FaceTowards(part, own.Outward()), JointDraft.EdgeTowards(part, direction), angle));
        var strip = new Box(new(-1e6, -1e6, -1e6), new(1e6, 1e6, 1e6))
            .WithSpan(direction.Axis(), Math.Min(envelope.InnerPlane(towards), envelope.Outer.Side(direction)),
                Math.Max(envelope.InnerPlane(towards), envelope.Outer.Side(direction)));
        draft.Keep(part, strip, $"mitre to {Deck.Name(towards)}");
    }

    private static string Mm(double value) => LengthText.Mm(new Length(value));
}
