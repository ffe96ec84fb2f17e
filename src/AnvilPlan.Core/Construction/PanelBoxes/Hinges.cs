using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>Where the hinges of a door sit: their middles along the edge, and the two parts that carry the leaves.</summary>
/// <param name="Edged">The part in whose end or edge one leaf is let in: the one that runs over the other.</param>
/// <param name="Faced">The part on whose outer face the other leaf lies.</param>
/// <param name="Side">The way both leaves look.</param>
public sealed record HingeSet(Face Door, EdgeId Edge, Hinge Hinge, SolidPart Edged, SolidPart Faced, Direction Side,
    IReadOnlyList<double> MiddlesMm);

/// <summary>
/// Butt hinges in the plane where the covering board's edge and the other's outer face lie flush: the axis on the joint line, the
/// leaves shut flat. The first and last middle a sixth of the edge from its ends [R]; a third hinge from half a metre on.
/// </summary>
public static class Hinges
{
    private const double ThirdFromMm = 500;

    /// <summary>Wood beside the leaf in the edge that carries it, mm.</summary>
    private const double BesideLeafMm = 0.5;

    public static IEnumerable<HingeSet> Of(Design design, ShellPlan shell)
    {
        foreach (var door in design.Box.Panels.Where(p => p is { Hold: PanelHold.Hinged, HingeAt: not null }
            && shell.Panels.ContainsKey(p.Face) && shell.Panels.ContainsKey(p.HingeAt.Value)))
        {
            // of two that hang on each other, one row of hinges joins both
            if (OnEachOther(design, door) && door.HingeAt < door.Face)
            {
                continue;
            }

            var edge = design.Box.Edges.First(e => e.Id == Faces.Between(door.Face, door.HingeAt!.Value));
            var covered = edge.Covers == door.Face ? door.HingeAt!.Value : door.Face;
            var (edged, faced) = (shell.Panels[edge.Covers], shell.Panels[covered]);
            var along = edge.Id.Along();
            var (from, to) = (Math.Max(edged.Box.Min[along], faced.Box.Min[along]), Math.Min(edged.Box.Max[along], faced.Box.Max[along]));
            if (For(edged.ThicknessMm, to - from) is not { } hinge)
            {
                continue;
            }

            var count = to - from >= ThirdFromMm ? 3 : 2;
            var first = Math.Max((to - from) / 6, hinge.LengthMm / 2);
            yield return new HingeSet(door.Face, edge.Id, hinge, edged, faced, covered.Outward(), [.. Enumerable.Range(0, count)
                .Select(i => from + first + (i * (to - from - (2 * first)) / (count - 1)))]);
        }
    }

    /// <summary>Whether the panel that the door hangs at hangs at the door.</summary>
    public static bool OnEachOther(Design design, Panel door) =>
        door.HingeAt is { } at && design.Panel(at) is { Hold: PanelHold.Hinged } other && other.HingeAt == door.Face;

    /// <summary>The largest hinge whose leaf the edge carries and of which two find room.</summary>
    public static Hinge? For(double edgeMm, double lengthMm) =>
        Hinge.Shipped.Where(h => h.LeafMm + BesideLeafMm <= edgeMm && 2.5 * h.LengthMm <= lengthMm).MaxBy(h => h.LengthMm);

    public static void Join(JointDraft draft)
    {
        foreach (var set in Of(draft.Design, draft.Shell))
        {
            var hinge = set.Hinge;
            draft.Bought.Add(new BoughtPiece("hinge", $"{hinge.Name}, {hinge.Holes} screws in each leaf", set.MiddlesMm.Count,
                hinge.PriceCents));
            List<double> lines = [.. set.MiddlesMm.SelectMany(middle => hinge.HolesAlongMm()
                .Select(along => middle - (hinge.LengthMm / 2) + along))];
            foreach (var (part, depth, name) in ((SolidPart, double, string)[])[(set.Edged, 40, "edge"),
                (set.Faced, set.Faced.ThicknessMm, "face")])
            {
                draft.Fixings.Add(new FixingSet(
                    $"{Deck.Name(set.Edge)}/hinge-{name}", Deck.PlaceOf(set.Edge), $"Hinges to {part.Name.ToLowerInvariant()}",
                        set.Side.Opposite(),
                    [new PointsLocus([.. lines.Select(l => At(set, part, l))])], [.. Ways(draft, set, part, depth, name)])
                { Turn = FixingTurn.AfterFinish });
            }
        }
    }

    /// <summary>A hole centre: the joint line is the covering board's inner plane; each leaf lies on its own side of it.</summary>
    private static Point3 At(HingeSet set, SolidPart part, double line)
    {
        var normal = set.Edge.Of().A.Outward() == set.Side ? set.Edge.Of().B.Outward() : set.Edge.Of().A.Outward();
        var joint = set.Edged.Box.Side(normal.Opposite());
        var away = part == set.Edged ? 1 : -1;
        return part.Box.Centre.With(set.Edge.Along(), line).With(set.Side.Axis(), part.Box.Side(set.Side))
            .With(normal.Axis(), joint + (normal.Sign() * away * set.Hinge.HoleFromAxisMm));
    }

    /// <summary>
    /// Wood screws into wood; into a metal edge a tapped hole, through a metal sheet a nut. The heads lie in the leaf's own sinks.
    /// </summary>
    private static IEnumerable<FixingWay> Ways(JointDraft draft, HingeSet set, SolidPart part, double depthMm, string name)
    {
        var material = draft.Catalog.Material(part.MaterialId);
        var picker = new ScrewPicker(draft.Catalog.Fasteners);
        var leafMm = set.Hinge.LeafThicknessMm;
        var leaf = new WhyTerm("hinge leaf", leafMm, "mm", "hinge table");
        var (id, place, where) = ($"screw/{Deck.Name(set.Edge)}/hinge-{name}", Deck.PlaceOf(set.Edge),
            $"Hinges to {(name == "edge" ? "the edge of " : "")}{part.Name.ToLowerInvariant()}");
        var placeWhy = $"the axis on the joint line, the hole {set.Hinge.HoleFromAxisMm} mm from it; middles of the hinges "
            + $"{string.Join(", ", set.MiddlesMm.Select(m => Math.Round(m - set.Edged.Box.Min[set.Edge.Along()], 2)))} mm along "
            + $"{set.Edged.Name.ToLowerInvariant()}";
        var headAt = part.Box.Side(set.Side) + (set.Side.Sign() * leafMm);
        const string deepWhy = "what the screw reaches past the leaf";
        WayLayer Layer(LayerRole role, Bore bore, string what) => new(
            part.Id, part, role, leafMm, leafMm + (bore.DepthMm ?? part.ThicknessMm), bore.DiaMm, (hole, at) => FixingRows.Bored(
                part, set.Side, at, new Hole(hole, place, $"{set.Hinge.Name}, {what}", WorkedFrom.Seen, default, bore, placeWhy)));

        if (material.Wood)
        {
            foreach (var sizeName in (string[])["metric 3.5", "metric 3"])
            {
                var (choice, size) = picker.Wood(new ScrewNeed(id, place, where, [leaf]), depthMm, material, sizeName);
                var deep = Math.Min(depthMm - 0.5, Math.Max(2, (choice.LengthMm ?? 10) - leafMm + 1));
                yield return new FixingWay(
                    FixingKind.WoodScrew, headAt,
                        [Layer(LayerRole.Bite, Bore.Blind(size.PilotFor(material), deep, $"pilot for {size.Name} in {material.Name}: "
                        + $"{size.PilotFor(material)} mm (USDA Wood Handbook ch. 8)", deepWhy), "pilot")],
                    [new(PieceKind.Head, 0, leafMm, size.HeadMm), new(PieceKind.Shank, 0, choice.LengthMm ?? 10, size.ShankMm)],
                        [choice], []);
            }

            yield break;
        }

        var threadSize = draft.Catalog.Fasteners.Thread("M3");
        var head = draft.Catalog.Fasteners.Head("M3", HeadForm.Countersunk);
        if (name == "edge")
        {
            var choice = picker.Tapped(new ScrewNeed(id, place, where, [leaf]), threadSize, HeadForm.Countersunk,
                picker.EngagementIn(material.Engagement, threadSize), new WhyTerm("usual depth", 12, "mm", "edge"));
            yield return new FixingWay(
                FixingKind.Screw, headAt,
                    [Layer(LayerRole.Thread, Bore.Blind(threadSize.TapDrillMm, Math.Max(12, (choice.EngagementMm ?? 6)
                    + ScrewPicker.ThreePitchesMm(threadSize)), $"tap drill M3: {threadSize.TapDrillMm} mm ({threadSize.Source})", deepWhy)
                    .Tapped("M3"), "tapped hole")],
                ScrewWays.Screw(head, threadSize.NominalMm, choice.LengthMm ?? 8), [choice], []);
            yield break;
        }

        var bolt = picker.WithNut(new ScrewNeed(id, place, where, [leaf, new WhyTerm(part.Name.ToLowerInvariant(), part.ThicknessMm, "mm",
            "panel")]), threadSize, HeadForm.Countersunk);
        yield return new FixingWay(
            FixingKind.Bolt, headAt, [Layer(LayerRole.Clearance, Bore.Through(threadSize.ClearanceNormalMm,
                $"clearance for M3: {threadSize.ClearanceNormalMm} mm ({threadSize.Source})"), "clearance hole")],
            [.. ScrewWays.Screw(head, threadSize.NominalMm, bolt.LengthMm ?? 10), ScrewWays.Nut(draft.Catalog.Fasteners.Nut("M3"), leafMm
                + part.ThicknessMm)], [bolt], []);
    }
}
