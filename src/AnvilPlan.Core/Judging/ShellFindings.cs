using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Judging;

/// <summary>Whether the six panels close and their joints can be made.</summary>
internal static class ShellFindings
{

    /// <summary>Wood left before a panel that stands in grooves, mm [R].</summary>
    private const double LetInMm = 6;

    /// <summary>Least thickness of the panel that a rabbet or groove is cut into, mm [R].</summary>
    private const double LeastHostMm = 6;
    private const double LeastWebMm = 1.5;

    public static IEnumerable<Finding> Find(PlanSoFar plan) =>
        [.. Corners(plan), .. Insets(plan), .. UnevenMitres(plan), .. plan.Joints.Edges.SelectMany(e => Edge(plan, e))];

    /// <summary>At each corner the three joints must agree on who runs over whom, or the corner stays open.</summary>
    internal static bool CornerCloses(Design design, Face x, Face y, Face z)
    {
        var edges = ((Face, Face)[])[(x, y), (y, z), (x, z)];
        var joints = edges.Select(e => design.Box.Edges.First(d => d.Id == Faces.Between(e.Item1, e.Item2))).ToList();
        // where all three interlock one of the boards keeps the corner; whether laps leave it open is judged by what was cut
        if (joints.TrueForAll(j => JointMethod.For(j.Joint) is InterlockingJoint))
        {
            return true;
        }

        var mitres = joints.Count(j => j.Joint is JointKind.Mitre or JointKind.Bent);
        // two sides folded up from one base close their corner but for the relief
        if (mitres == 3 || joints.Count(j => j.Joint == JointKind.Bent) == 2)
        {
            return true;
        }

        if (mitres == 2)
        {
            return false;
        }

        if (mitres == 1)
        {
            var butt = joints.Where(j => j.Joint is not (JointKind.Mitre or JointKind.Bent)).ToList();
            var (a, b) = joints.First(j => j.Joint is JointKind.Mitre or JointKind.Bent).Id.Of();
            var third = ((Face[])[x, y, z]).First(f => f != a && f != b);
            return butt.All(j => j.Covers == third) || butt.TrueForAll(j => j.Covers != third);
        }

        return joints.GroupBy(j => j.Covers).Any(g => g.Count() == 2);
    }

    private static IEnumerable<Finding> Corners(PlanSoFar plan)
    {
        foreach (var (x, y, z) in Faces.Corners)
        {
            if (CornerCloses(plan.Design, x, y, z) || !NeedsClosing(plan, x, y, z))
            {
                continue;
            }

            var t = plan.Fit.Envelope.ThicknessMm;
            var name = $"{Deck.Name(x)}-{Deck.Name(y)}-{Deck.Name(z)}";
            yield return Finding.Of("corner-open", Severity.Stop,
                $"The corner {name} stays open: no panel runs over both others, a hole of {Say.Mm(t[x])} x {Say.Mm(t[y])} x "
                    + $"{Say.Mm(t[z])} mm is left.",
                ["corner/" + name],
                new Remedy("close-corner", "Let one panel run over the others there", d => CloseCorner(d, x, y, z)));
        }
    }

    /// <summary>A corner beside an open face is open anyway; rails that form the edges close theirs themselves.</summary>
    private static bool NeedsClosing(PlanSoFar plan, params Face[] faces) => faces.All(plan.Shell.Panels.ContainsKey)
        && !plan.Design.Box.Edges.Any(e => e.Joint is JointKind.InRail or JointKind.Sloped && faces.Contains(e.Id.Of().A)
            && faces.Contains(e.Id.Of().B));

    private static int OpenCorners(Design d) => Faces.Corners.Count(c => !CornerCloses(d, c.X, c.Y, c.Z));

    private static Design? CloseCorner(Design design, Face x, Face y, Face z)
    {
        var edges = ((Face, Face)[])[(x, y), (y, z), (x, z)];
        return edges
            .SelectMany(e => ((Face[])[e.Item1, e.Item2]).Select(f => design.WithEdge(
                Faces.Between(e.Item1, e.Item2), d => d with
                {
                    Covers = f,
                    Joint = d.Joint == JointKind.Mitre ? JointKind.ButtGlued
                    : d.Joint
                })))
            .Where(d => CornerCloses(d, x, y, z))
            .MinBy(OpenCorners);
    }

    private static IEnumerable<Finding> Insets(PlanSoFar plan)
    {
        foreach (var panel in plan.Design.Box.Panels.Where(p => p.InsetMm > 0 && p.Hold != PanelHold.Open))
        {
            var wrong = plan.Design.Box.Edges.Where(e => (e.Id.Of().A == panel.Face || e.Id.Of().B == panel.Face)
                && e.Joint != JointKind.InRail && plan.Design.Panel(e.Id.Of().A == panel.Face ? e.Id.Of().B : e.Id.Of().A)
                .Hold != PanelHold.Open && (e.Covers == panel.Face || e.Joint is JointKind.Mitre or JointKind.Bent)).ToList();
            if (wrong.Count == 0)
            {
                continue;
            }

            yield return Finding.Of("inset-covers", Severity.Stop,
                $"The {Deck.Name(panel.Face)} panel is let in by {Say.Mm(panel.InsetMm)} mm but runs over its neighbours at "
                    + $"{wrong.Count} of 4 edges: it has to stand between them.",
                [Deck.PartOf(panel.Face)],
                new Remedy("let-in", "Let the neighbours run over it at all edges",
                    d => wrong.Aggregate(d, (x, e) => x.WithEdge(e.Id, edge => edge with
                    {
                        Covers = e.Id.Of().A == panel.Face ? e.Id.Of().B : e.Id.Of().A,
                        Joint = edge.Joint == JointKind.Mitre ? JointKind.Groove : edge.Joint,
                    }))));
        }
    }

    /// <summary>Two mitred panels that enter a third to different depths leave a slit at the end of the mitre.</summary>
    private static IEnumerable<Finding> UnevenMitres(PlanSoFar plan)
    {
        foreach (var mitre in plan.Joints.Edges.Where(e => e.Joint is JointKind.Mitre or JointKind.Bent))
        {
            foreach (var third in mitre.Host.Neighbours().Intersect(mitre.Mate.Neighbours()))
            {
                if (!plan.Shell.Panels.ContainsKey(third))
                {
                    continue;
                }

                var (a, b) = (EntryInto(plan, third, mitre.Host), EntryInto(plan, third, mitre.Mate));
                if (Math.Abs(a - b) < 1e-6)
                {
                    continue;
                }

                yield return Finding.Of("mitre-entry-differs", Severity.Stop,
                    $"The {Deck.Name(mitre.Host)} and {Deck.Name(mitre.Mate)} panels are mitred but enter the {Deck.Name(third)} panel "
                        + $"by {Say.Mm(a)} and {Say.Mm(b)} mm: a slit of {Say.Mm(Math.Abs(a - b))} mm stays at the end of the mitre.",
                    [Deck.PlaceOf(mitre.Edge), Deck.PartOf(third)],
                    new Remedy("same-entry", $"Let both enter by {Say.Mm(Math.Min(a, b))} mm",
                        d => SameEntry(d, third, mitre, Math.Min(a, b))));
            }
        }
    }

    private static double EntryInto(PlanSoFar plan, Face host, Face mate)
    {
        var joint = plan.Joints.Edges.First(e => e.Edge == Faces.Between(host, mate));
        return joint.Host == host ? joint.EntryMm : 0;
    }

    private static Design SameEntry(Design design, Face third, EdgeJoint mitre, double entryMm) => ((Face[])[mitre.Host, mitre.Mate])
        .Aggregate(design, (d, f) => d.WithEdge(Faces.Between(third, f), e => entryMm > 0
            ? e with { DepthMm = entryMm, Joint = e.Joint is JointKind.Rabbet or JointKind.Groove ? e.Joint : JointKind.Rabbet }
            : e with { DepthMm = null, Joint = e.Joint is JointKind.Rabbet or JointKind.Groove ? JointKind.ButtGlued : e.Joint }));

    private static IEnumerable<Finding> Edge(PlanSoFar plan, EdgeJoint joint)
    {
        var design = plan.Design;
        var (host, mate) = (plan.Catalog.Material(design.Panel(joint.Host).MaterialId), plan.Catalog.Material(design.Panel(joint.Mate)
            .MaterialId));
        var thickness = plan.Fit.Envelope.ThicknessMm[joint.Host];
        var place = Deck.PlaceOf(joint.Edge);
        Place[] places = [place, Deck.PartOf(joint.Host), Deck.PartOf(joint.Mate)];
        if (joint.Joint is JointKind.Rabbet or JointKind.Groove)
        {
            var web = thickness - joint.EntryMm - (joint.Joint == JointKind.Groove ? plan.Shop.Fits.GrooveDepthMm : 0);
            if (thickness < LeastHostMm || web < LeastWebMm)
            {
                yield return Finding.Of("joint-too-thin", Severity.Stop,
                    $"The {Word(joint.Joint)} at {Deck.Name(joint.Edge)} leaves {Say.Mm(web)} mm of the {Deck.Name(joint.Host)} panel's "
                        + $"{Say.Mm(thickness)} mm: it needs a panel of {LeastHostMm} mm and {LeastWebMm} mm left.",
                    places,
                    new Remedy("half-depth", "Enter half the panel", d => thickness >= LeastHostMm
                        ? d.WithEdge(joint.Edge, e => e with { DepthMm = null }) : null),
                    new Remedy("butt-screwed", "Butt it against a screwed block", d => d.WithEdge(joint.Edge, x => x.Screwed())));
            }

            if (!host.Wood && host.Family != MaterialFamily.Acrylic)
            {
                yield return Finding.Of("joint-material", Severity.Warn,
                    $"A {Word(joint.Joint)} of {Say.Mm(joint.EntryMm)} mm in {host.Name} wants a mill, not a saw: screw it to a block "
                        + $"instead.",
                    places, new Remedy("butt-screwed", "Butt it against a screwed block", d => d.WithEdge(joint.Edge, x => x.Screwed())));
            }
        }

        // a mate that stands flush leaves its groove open at the edge
        if (joint.Joint == JointKind.Groove && plan.Joints.Features.Any(f => f.PartId == Deck.PartOf(joint.Host)
            && f.Feature is Channel { Shape: ChannelShape.Rabbet } c && c.For == place))
        {
            yield return Finding.Of("groove-open", Severity.Warn,
                $"The groove at {Deck.Name(joint.Edge)} is open: the {Deck.Name(joint.Mate)} panel stands flush, let in by "
                    + $"{Say.Mm(design.Panel(joint.Mate).InsetMm)} mm, so that what is cut is a rabbet.",
                places,
                new Remedy("let-in", $"Let the {Deck.Name(joint.Mate)} panel in by {LetInMm} mm", d => d.WithPanel(joint.Mate, p => p with
                { InsetMm = LetInMm })),
                new Remedy("rabbet", "Call it a rabbet", d => d.WithEdge(joint.Edge, e => e with { Joint = JointKind.Rabbet })))
                .AlikeBy(Deck.Name(joint.Mate), Deck.Name(joint.Edge));
        }

        if (JointMethod.For(joint.Joint) is { } method)
        {
            foreach (var finding in Method(plan, joint, method, places))
            {
                yield return finding;
            }
        }

        var glued = joint.Joint is JointKind.ButtGlued or JointKind.Mitre;
        if (glued && !(host.Wood && mate.Wood) && !(host.Brittle && mate.Brittle))
        {
            yield return Finding.Of("glue-will-not-hold", Severity.Stop,
                $"{host.Name} and {mate.Name} do not hold by glue alone at {Deck.Name(joint.Edge)} ({Say.Mm(joint.LengthMm)} mm).",
                places, new Remedy("butt-screwed", "Butt it against a screwed block", d => d.WithEdge(joint.Edge, x => x.Screwed())));
        }

        if (joint.Joint == JointKind.ButtScrewed && design.Box.Edges.First(e => e.Id == joint.Edge).BlockBarId is null)
        {
            yield return Finding.Of("block-missing", Severity.Stop,
                $"The screwed joint at {Deck.Name(joint.Edge)}, {Say.Mm(joint.LengthMm)} mm long, has no block: end grain and sheet "
                    + $"edges do not hold screws.",
                places, new Remedy("add-block", "Add a beech block 20 x 20", d => d.WithEdge(joint.Edge, x => x.Screwed())));
        }

        if (Unplugged(plan, joint) is { } why)
        {
            yield return Finding.Of("plugs-not-possible", Severity.Warn,
                $"Screw heads at {Deck.Name(joint.Edge)} are to lie under plugs: {why}.",
                places, new Remedy("no-plugs", "Leave the heads to be seen", d => d.WithEdge(joint.Edge, x => x with { Plugged = false })));
        }
    }

    /// <summary>Why heads that were to lie under plugs do not; null where they do, or were not to.</summary>
    private static string? Unplugged(PlanSoFar plan, EdgeJoint joint)
    {
        var decided = plan.Design.Box.Edges.First(e => e.Id == joint.Edge);
        if (decided is not { Plugged: true, BlockBarId: not null } || joint.Joint != JointKind.ButtScrewed)
        {
            return null;
        }

        var place = Deck.PlaceOf(joint.Edge);
        var bare = plan.Fixings.Sets.FirstOrDefault(s => s.Set.For == place && !s.Way.Bought.Any(b => b.Kind == WoodPlug.Kind));
        var panel = bare is null ? null : bare.Way.Layers.Select(l => l.Part).FirstOrDefault(p => p?.Closes is not null);
        return panel switch
        {
            null => null,
            _ when plan.Design.Panel(panel.Closes!.Value).Hold != PanelHold.Fixed => $"{panel.Name}, {Say.Mm(panel.ThicknessMm)} mm "
                + "thick, comes off, and its screws with it",
            _ when !plan.Catalog.Material(panel.MaterialId).Wood => $"{panel.Name}, {Say.Mm(panel.ThicknessMm)} mm thick, is no wood",
            _ when panel.ThicknessMm < WoodPlug.LeastPanelMm(plan.Catalog) => $"{panel.Name} is {Say.Mm(panel.ThicknessMm)} mm thick, "
                + $"{Say.Mm(WoodPlug.LeastPanelMm(plan.Catalog))} mm is wanted for the plug, the head and {WoodPlug.UnderHeadMm} mm "
                    + $"under it",
            _ => $"{panel.Name}, {Say.Mm(panel.WidthMm)} mm wide, swells and shrinks so much that its screws stand in slots",
        };
    }

    /// <summary>Thickness, material and grain of what is joined by one of the methods.</summary>
    private static IEnumerable<Finding> Method(PlanSoFar plan, EdgeJoint joint, JointMethod method, Place[] places)
    {
        var (host, mate) = (plan.Shell.Panels[joint.Host], plan.Shell.Panels[joint.Mate]);
        var thin = ((SolidPart[])[host, mate]).MinBy(p => p.ThicknessMm - method.LeastMm(joint, p, plan.Catalog))!;
        if (method.LeastMm(joint, thin, plan.Catalog) is var least && thin.ThicknessMm < least - 0.35)
        {
            yield return Finding.Of("joint-board-thin", Severity.Stop,
                $"{thin.Name} is {Say.Mm(thin.ThicknessMm)} mm thick: {method.Word} at {Deck.Name(joint.Edge)} want {Say.Mm(least)} "
                    + $"mm{(joint is { Joint: JointKind.Magnets, BlockId: null } ? " or a block along the edge" : "")}.", places,
                    [.. InBlock(plan, joint), .. Plain(plan, "joint-board-thin", joint)])
                .AlikeBy($"{joint.Joint}+{thin.MaterialId}+{thin.ThicknessMm}", $"{thin.Name.ToLowerInvariant()} at "
                    + $"{Deck.Name(joint.Edge)}");
        }

        foreach (var part in ((SolidPart[])[host, mate]).Where(p => !method.Suits(joint, p, plan.Catalog)))
        {
            yield return Finding.Of("joint-unsuited", Severity.Stop,
                $"{part.Name} is {plan.Catalog.Material(part.MaterialId).Name}, {Say.Mm(part.ThicknessMm)} mm: it does not take "
                    + $"{method.Word}{(joint is { Joint: JointKind.Magnets, BlockId: null } ? " in its end" : "")}.", [.. places, part.Id],
                    [.. InBlock(plan, joint), .. Plain(plan, "joint-unsuited", joint)])
                .AlikeBy($"{joint.Joint}+{part.MaterialId}", $"{part.Name.ToLowerInvariant()} at {Deck.Name(joint.Edge)}");
        }

        foreach (var face in ((Face[])[joint.Host, joint.Mate]).Where(f => method.WantsLongGrain
            && plan.Catalog.Material(plan.Shell.Panels[f].MaterialId).Family == MaterialFamily.SolidWood))
        {
            var panel = plan.Design.Panel(face);
            var grain = (panel.Grain == GrainRun.AlongU ? panel.DrawnAxes().U : panel.DrawnAxes().V).Axis();
            if (grain == joint.Edge.Along())
            {
                yield return Finding.Of("short-grain", Severity.Warn,
                    $"The grain of the {Deck.Name(face)} runs along the joint at {Deck.Name(joint.Edge)}, {Say.Mm(joint.LengthMm)} mm "
                        + $"long: fingers, tails and tenons there are short grain and break off.",
                    [.. places, Deck.PartOf(face)], new Remedy("turn-grain", "Let the grain run into the joint",
                        d => Trial.FirstSound(plan, "short-grain", d, [d.WithPanel(face, p => p.GrainTurned())])))
                    .AlikeBy(Deck.Name(face), Deck.Name(joint.Edge));
            }
        }
    }

    private static IEnumerable<Remedy> InBlock(PlanSoFar plan, EdgeJoint joint) => joint is { Joint: JointKind.Magnets, BlockId: null }
        ? [new Remedy("magnets-in-block", "Set the magnets into a block along the edge",
            d => d.WithEdge(joint.Edge, e => e with { BlockBarId = Designs.Edge.UsualBlock }))] : [];

    /// <summary>A butt joint instead, screwed or glued, whichever board has to run over the other for it.</summary>
    private static Remedy[] Plain(PlanSoFar plan, string code, EdgeJoint joint)
    {
        IEnumerable<Design> Covered(Design design, Func<Edge, Edge> with) =>
            ((Face[])[joint.Host, joint.Mate]).Select(covers => design.WithEdge(joint.Edge, e => with(e) with { Covers = covers }));
        return
    [
        new("butt-screwed", "Butt it against a screwed block", d => Trial.FirstSound(plan, code, d, Covered(d, x => x.Screwed()))),
        new("butt-glued", "Butt and glue it", d => Trial.FirstSound(plan, code, d,
            Covered(d, e => e with { Joint = JointKind.ButtGlued, DepthMm = null, BlockBarId = null }))),
        ];
    }

    private static string Word(JointKind joint) => joint == JointKind.Groove ? "groove" : "rabbet";
}
