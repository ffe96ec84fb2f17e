using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints.Methods;

/// <summary>Where something is marked along one board of a joint, mm from the board's end that the drawing names.</summary>
/// <param name="ToMm">Null for a centre.</param>
/// <param name="FarFromMm">Where it begins on the far line when its sides slope: the shoulder of tails, the far face of sockets.</param>
public sealed record JointMark(double FromMm, double? ToMm, string What, double? FarFromMm = null, double? FarToMm = null);

/// <summary>One board of a joint as it is laid out.</summary>
/// <param name="FromEnd">The end from which is measured, as <c>left</c> or <c>bottom</c>.</param>
public sealed record JointBoard(string PartId, string Name, double ThicknessMm, string FromEnd, IReadOnlyList<JointMark> Marks);

/// <summary>A joint with the numbers to mark and to set a gauge, fence or stop to.</summary>
public sealed record JointLayout(EdgeId Edge, string Word, double LengthMm, IReadOnlyList<JointBoard> Boards,
    IReadOnlyList<JointSetting> Settings);

/// <summary>Reads the marks of each joint off what was cut, so that drawing and layout cannot differ.</summary>
public static class JointLayouts
{
    public static IReadOnlyList<JointLayout> Of(JointPlan joints, FixingPlan fixings, ShellPlan shell, Catalog catalog)
    {
        var features = joints.Features.Concat(fixings.Features).ToLookup(f => f.Feature.For, StringComparer.Ordinal);
        return [.. joints.Edges.Select(e => Of(e, features, shell, catalog))
            .Where(l => l.Settings.Count > 0 || l.Boards.Any(b => b.Marks.Count > 0))];
    }

    /// <param name="features">By what asked for them.</param>
    private static JointLayout Of(EdgeJoint joint, ILookup<string, PartFeature> features, ShellPlan shell, Catalog catalog)
    {
        var (host, mate) = (shell.Panels[joint.Host], shell.Panels[joint.Mate]);
        var cut = joint.Corners.Prepend(Deck.PlaceOf(joint.Edge)).Distinct(StringComparer.Ordinal).SelectMany(f => features[f])
            .ToLookup(f => f.PartId, f => f.Feature, StringComparer.Ordinal);
        return new JointLayout(
            joint.Edge, Word(joint.Joint), joint.LengthMm, [.. ((SolidPart[])[host, mate])
                .Select(p => Board(p, joint.Edge.Along(), cut[p.Id]))],
            [.. JointMethod.For(joint.Joint)?.Settings(joint, host, mate, joint.BlockId is { } block ? shell.Member(block) : null, catalog)
                ?? Plain(joint, host, mate, cut[host.Id])]);
    }

    public static string Word(JointKind kind) => JointMethod.For(kind)?.Word ?? kind switch
    {
        JointKind.ButtGlued => "butt, glued",
        JointKind.ButtScrewed => "butt, screwed to a block",
        JointKind.Rabbet => "rabbet",
        JointKind.Groove => "groove",
        JointKind.Mitre => "mitre",
        JointKind.Riveted => "riveted to an angle",
        JointKind.Bolted => "bolted to an angle",
        JointKind.PrintedCorner => "printed corners",
        JointKind.OnRail => "fixed to what runs along it",
        JointKind.InRail => "in the rail",
        JointKind.Bent => "one piece, bent",
        JointKind.Sloped => "cut to the slope",
        _ => "loose",
    };

    private static JointBoard Board(SolidPart part, Axis along, IEnumerable<Feature> features)
    {
        var alongU = part.Frame.U.Axis() == along;
        var least = (alongU ? part.Frame.U : part.Frame.V).Opposite();
        var length = alongU ? part.LengthMm : part.WidthMm;
        double Clamp(double v) => Math.Round(Math.Clamp(v, 0, length), 3);
        JointMark Of(EdgeMark m)
        {
            var mark = new JointMark(m.ToMm is null ? Math.Round(m.FromMm, 3) : Clamp(m.FromMm), m.ToMm is { } to ? Clamp(to)
                : null, m.What);
            var far = (From: m.FarFromMm is { } a ? Clamp(a) : mark.FromMm, To: m.FarToMm is { } b ? Clamp(b) : mark.ToMm);
            return far == (mark.FromMm, mark.ToMm) ? mark : mark with { FarFromMm = far.From, FarToMm = far.To };
        }

        var marks = features.Select(f => f.Mark(part.Slab, alongU)).OfType<EdgeMark>().Select(Of).OrderBy(m => m.FromMm)
            .ThenBy(m => m.ToMm).ToList();
        return new JointBoard(part.Id, part.Name, part.ThicknessMm, least.Word(), marks);
    }

    /// <summary>A row of holes along the edge: bit, fence and stops, read off what is drilled.</summary>
    private static IEnumerable<JointSetting> Row(EdgeJoint joint, SolidPart host, IEnumerable<Feature> onHost)
    {
        var alongU = host.Frame.U.Axis() == joint.Edge.Along();
        var holes = onHost.OfType<Hole>().OrderBy(h => alongU ? h.At.U : h.At.V).ToList();
        if (holes.Count == 0)
        {
            yield break;
        }

        List<double> at = [.. holes.Select(h => Math.Round(alongU ? h.At.U : h.At.V, 3))];
        var across = alongU ? holes[0].At.V : holes[0].At.U;
        yield return new JointSetting($"bit, {Deck.Name(joint.Host)}", holes[0].DiaMm, "mm", holes[0].DrillWhy);
        yield return new JointSetting("fence, from the edge along the joint",
            Math.Round(Math.Min(across, (alongU ? host.WidthMm : host.LengthMm) - across), 2), "mm", "the middle of what lies behind");
        yield return new JointSetting("first from the end", at[0], "mm", $"{holes.Count} in the row");
        if (holes.Count > 1)
        {
            yield return new JointSetting("apart", Math.Round((at[^1] - at[0]) / (at.Count - 1), 2), "mm", "evenly");
        }
    }

    /// <summary>Settings of what is sawn along a whole edge.</summary>
    private static IEnumerable<JointSetting> Plain(EdgeJoint joint, SolidPart host, SolidPart mate, IEnumerable<Feature> onHost)
    {
        if (onHost.OfType<Channel>().FirstOrDefault() is { } channel && joint.Joint is JointKind.Rabbet or JointKind.Groove)
        {
            var across = host.Frame.U.Axis() == joint.Edge.Along();
            var (width, from) = across ? (channel.Max.V - channel.Min.V, channel.Min.V) : (channel.Max.U - channel.Min.U, channel.Min.U);
            var size = across ? host.WidthMm : host.LengthMm;
            yield return new JointSetting("depth of cut", Math.Round(channel.DepthMm, 2), "mm", channel.DepthWhy);
            yield return new JointSetting("width of cut", Math.Round(width, 2), "mm", "the board that enters, as measured, and the "
                + "shop's fit");
            yield return new JointSetting("fence, from the nearer edge", Math.Round(Math.Max(0, Math.Min(from, size - from - width)), 2),
                "mm", "where the board stands");
        }
        else if (joint.Joint == JointKind.Mitre)
        {
            var angle = Math.Atan2(mate.ThicknessMm, host.ThicknessMm) * 180 / Math.PI;
            yield return new JointSetting($"blade from square, {Deck.Name(joint.Host)}", Math.Round(angle, 2), "degrees",
                "thickness of the two boards");
            yield return new JointSetting($"blade from square, {Deck.Name(joint.Mate)}", Math.Round(90 - angle, 2), "degrees",
                "thickness of the two boards");
        }
        else if (joint.Joint is JointKind.ButtScrewed or JointKind.Riveted or JointKind.Bolted or JointKind.PrintedCorner)
        {
            foreach (var setting in Row(joint, host, onHost))
            {
                yield return setting;
            }
        }
    }
}
