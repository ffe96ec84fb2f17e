using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;

namespace AnvilPlan.Core.Judging;

/// <summary>Whether one can get in, and whether what is meant to come off does come off.</summary>
internal static class AccessFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var removable = plan.Design.Box.Panels.Where(p => p.Hold == PanelHold.Removable).ToList();
        var doors = plan.Design.Box.Panels.Where(p => p.Hold == PanelHold.Hinged).ToList();
        var open = plan.Design.Box.Panels.Count(p => p.Hold == PanelHold.Open);
        if (removable.Count + doors.Count + open == 0)
        {
            yield return Finding.Of("no-way-in", Severity.Stop,
                $"None of the 6 panels comes off: the {plan.Design.Devices.Count} devices inside cannot be mounted or served.",
                ["shell"],
                new Remedy("top-removable", "Screw the top on, removable", d => MakeRemovable(d, Face.Top)),
                new Remedy("back-removable", "Screw the back on, removable", d => MakeRemovable(d, Face.Back)));
        }

        foreach (var door in doors)
        {
            var held = plan.Design.Box.Edges.Where(e => Touches(e, door.Face) && e.Joint != JointKind.Loose).ToList();
            if (held.Count > 0)
            {
                yield return Finding.Of("door-held", Severity.Stop,
                    $"The {Deck.Name(door.Face)} panel is a door, but {held.Count} of its 4 edges are joined: it cannot open.",
                    [Deck.PartOf(door.Face)],
                    new Remedy("hang", "Leave all its edges loose and hang it", d => MakeDoor(d, door.Face)));
            }

            if (Hinges.OnEachOther(plan.Design, door) && door.Face < door.HingeAt)
            {
                Face[] both = [door.Face, door.HingeAt!.Value];
                yield return Finding.Of("doors-hang-on-each-other", Severity.Stop,
                    $"2 doors, the {Deck.Name(both[0])} and the {Deck.Name(both[1])}, hang on each other: one of them has to be held by "
                        + $"the box.",
                    [.. both.Select(Deck.PartOf)],
                    [.. both.Select(f => new Remedy("screw-on-" + Deck.Name(f), $"Screw the {Deck.Name(f)} on and hang only the "
                        + $"{Deck.Name(both.First(o => o != f))}", d => ScrewOn(d, f, both.First(o => o != f))))]);
            }
        }

        foreach (var panel in plan.Design.Box.Panels.Where(p => p.Hold is PanelHold.Fixed or PanelHold.Removable
            && plan.Shell.Panels.ContainsKey(p.Face)))
        {
            var held = plan.Design.Box.Edges.Count(e => Touches(e, panel.Face)
                && (e.Joint != JointKind.Loose || Fits.LetIn.Grips(plan.Design, plan.Catalog, panel, e)) && Meets(plan, e));
            if (held < Math.Min(2, plan.Design.Box.Edges.Count(e => Touches(e, panel.Face) && Meets(plan, e))))
            {
                yield return Finding.Of("panel-loose", Severity.Stop,
                    $"The {Deck.Name(panel.Face)} panel is held at {held} of its 4 edges: at least 2 are wanted, or a hinge.",
                    [Deck.PartOf(panel.Face)],
                    new Remedy("screw-on", "Screw it on at all four edges", d => MakeRemovable(d, panel.Face)));
            }
        }

        // a front that leans has its screws in the cleats of its sides
        foreach (var panel in removable.Where(p => p.Lean is null))
        {
            var edges = plan.Design.Box.Edges.Where(e => Touches(e, panel.Face) && Meets(plan, e)).ToList();
            var stuck = edges.Count(e => e.Joint is JointKind.ButtGlued or JointKind.Mitre or JointKind.Groove or JointKind.Riveted
                || Joints.Methods.JointMethod.For(e.Joint) is { By: HoldBy.Glue });
            var screwed = edges.Count(e => Fits.LetIn.Grips(plan.Design, plan.Catalog, panel, e)
                || e.Joint is JointKind.ButtScrewed or JointKind.OnRail or JointKind.Bolted or JointKind.PrintedCorner or JointKind.Tapped
                or JointKind.PocketScrew or JointKind.Magnets);
            if (stuck > 0 || screwed < 2)
            {
                yield return Finding.Of("removable-held", Severity.Stop,
                    $"The {Deck.Name(panel.Face)} panel is to come off, but {stuck} of its 4 edges are glued or held in a groove and "
                        + $"{screwed} are screwed, held by magnets or grip: it needs at least 2 and none glued.",
                    [Deck.PartOf(panel.Face)],
                    new Remedy("screw-on", "Screw it on at all four edges", d => MakeRemovable(d, panel.Face)),
                    new Remedy("grip", "Press it in between its neighbours, held by friction", d => Trial.FirstSound(plan, "removable-held",
                        d, [MakeGripping(d, panel.Face)])))
                    .AlikeBy($"{stuck}+{screwed}", Deck.Name(panel.Face));
            }
        }
    }

    /// <summary>Lays the panel over its neighbours, screwed to blocks at all edges, and marks it removable.</summary>
    internal static Design MakeRemovable(Design design, Face face) => Faces.Edges
        .Where(id => id.Of().A == face || id.Of().B == face)
        .Aggregate(
            design.WithPanel(face, p => p with { Hold = PanelHold.Removable, InsetMm = 0 }),
            (d, id) => d.WithEdge(id, e => e.Screwed() with { Covers = Covering(d, id, face) }));

    /// <summary>Screws a panel on at all edges but the one at which the door hangs.</summary>
    private static Design ScrewOn(Design design, Face face, Face door) => MakeDoor(MakeRemovable(design, face), door);

    /// <summary>Presses the panel in between its four neighbours.</summary>
    internal static Design MakeGripping(Design design, Face face) => Faces.Edges
        .Where(id => id.Of().A == face || id.Of().B == face)
        .Aggregate(
            design.WithPanel(face, p => p with { Hold = PanelHold.Removable, InsetMm = 0, Fit = FitClass.Press }),
            (d, id) => d.WithEdge(id, e => e with
            {
                Joint = JointKind.Loose,
                DepthMm = null,
                BlockBarId = null,
                Covers = id.Of().A == face
                ? id.Of().B : id.Of().A
            }));

    /// <summary>Lays the panel over its neighbours without joining it; what they share with it stays loose.</summary>
    internal static Design MakeDoor(Design design, Face face) => Faces.Edges
        .Where(id => id.Of().A == face || id.Of().B == face)
        .Aggregate(
            design.WithPanel(face, p => p with { InsetMm = 0 }),
            (d, id) => d.WithEdge(id, e => e with { Joint = JointKind.Loose, DepthMm = null, BlockBarId = null, Covers = face }));

    /// <summary>The face itself, unless another removable panel already runs over it there.</summary>
    private static Face Covering(Design design, EdgeId id, Face face)
    {
        var other = id.Of().A == face ? id.Of().B : id.Of().A;
        var edge = design.Box.Edges.First(e => e.Id == id);
        return design.Panel(other).Hold == PanelHold.Removable && edge.Covers == other && edge.Joint != JointKind.Mitre ? other : face;
    }

    /// <summary>A rail holds a panel at an edge even where the neighbour is open.</summary>
    private static bool Meets(PlanSoFar plan, Edge edge) =>
        edge.Joint is JointKind.OnRail or JointKind.InRail || (plan.Shell.Panels.ContainsKey(edge.Id.Of().A)
            && plan.Shell.Panels.ContainsKey(edge.Id.Of().B));

    private static bool Touches(Edge edge, Face face) => edge.Id.Of().A == face || edge.Id.Of().B == face;
}
