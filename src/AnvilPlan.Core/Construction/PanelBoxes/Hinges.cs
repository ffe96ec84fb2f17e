using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>Where the hinges of a door sit: their middles along the edge, and the two parts that carry the leaves.</summary>
/// <param name="Edged">The part in whose end or edge one leaf is let in: the one that runs over the other.</param>
/// <param name="Faced">The part on whose outer face the other leaf lies.</param>
/// <param name="Side">The way both leaves look.</param>
public sealed record HingeSet(Face Door, EdgeId Edge, Hinge Hinge, SolidPart Edged, SolidPart Faced, Direction Side, IReadOnlyList<double> MiddlesMm);

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
        foreach (var door in design.Box.Panels.Where(p => p is { Hold: PanelHold.Hinged, HingeAt: not null } && shell.Panels.ContainsKey(p.Face) && shell.Panels.ContainsKey(p.HingeAt.Value)))
        {
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
            yield return new HingeSet(door.Face, edge.Id, hinge, edged, faced, covered.Outward(), [.. Enumerable.Range(0, count).Select(i => from + first + (i * (to - from - (2 * first)) / (count - 1)))]);
        }
    }

    /// <summary>The largest hinge whose leaf the edge carries and of which two find room.</summary>
    public static Hinge? For(double edgeMm, double lengthMm) => Hinge.Shipped.Where(h => h.LeafMm + BesideLeafMm <= edgeMm && 2.5 * h.LengthMm <= lengthMm).MaxBy(h => h.LengthMm);

    public static void Join(JointDraft draft)
    {
        foreach (var set in Of(draft.Design, draft.Shell))
        {
            var (place, hinge) = (Deck.PlaceOf(set.Edge), set.Hinge);
            draft.Bought.Add(new BoughtPiece("hinge", $"{hinge.Name}, {hinge.Holes} screws in each leaf", set.MiddlesMm.Count, hinge.PriceCents));
            var count = set.MiddlesMm.Count * hinge.Holes;
            var into = Screw(draft, set, set.Edged, 40, count, "edge");
            var onto = Screw(draft, set, set.Faced, set.Faced.ThicknessMm, count, "face");
            foreach (var (middle, i) in set.MiddlesMm.Select((m, i) => (m, i + 1)))
            {
                foreach (var (along, k) in hinge.HolesAlongMm().Select((a, k) => (a, k + 1)))
                {
                    var line = middle - (hinge.LengthMm / 2) + along;
                    var what = $"{hinge.Name}, hole {k}";
                    var where = $"hinge {i} of {set.MiddlesMm.Count}: its middle {Math.Round(middle - set.Edged.Box.Min[set.Edge.Along()], 2)} mm along {set.Edged.Name.ToLowerInvariant()}, the axis on the joint line, the hole {hinge.HoleFromAxisMm} mm from it";
                    draft.Cut(set.Faced, new Hole(
                        $"{Deck.Name(set.Edge)}/hinge/{i}/{k}", place, what, JointDraft.FaceTowards(set.Faced, set.Side), set.Faced.Frame.ToPlane(At(set, set.Faced, line)), onto.Dia, onto.Depth, null, null, null, onto.Why, where, onto.Depth is null ? null : "the screw's length less the leaf"));
                    draft.Cut(set.Edged, EndFixing.EndHole(set.Edged, set.Side, At(set, set.Edged, line), $"{Deck.Name(set.Edge)}/hinge/{i}/{k}", place, what, into.Dia, into.Depth ?? 12, into.Thread, $"{into.Why}; {where}"));
                }
            }
        }
    }

    /// <summary>A hole centre: the joint line is the covering board's inner plane; each leaf lies on its own side of it.</summary>
    private static Point3 At(HingeSet set, SolidPart part, double line)
    {
        var normal = set.Edge.Of().A.Outward() == set.Side ? set.Edge.Of().B.Outward() : set.Edge.Of().A.Outward();
        var joint = set.Edged.Box.Side(normal.Opposite());
        var away = part == set.Edged ? 1 : -1;
        return part.Box.Centre.With(set.Edge.Along(), line).With(set.Side.Axis(), part.Box.Side(set.Side)).With(normal.Axis(), joint + (normal.Sign() * away * set.Hinge.HoleFromAxisMm));
    }

    private static (double Dia, double? Depth, string? Thread, string Why) Screw(JointDraft draft, HingeSet set, SolidPart part, double depthMm, int count, string name)
    {
        var material = draft.Catalog.Material(part.MaterialId);
        var picker = new ScrewPicker(draft.Catalog.Fasteners);
        var leaf = new WhyTerm("hinge leaf", set.Hinge.LeafThicknessMm, "mm", "hinge table");
        var (id, place, where) = ($"screw/{Deck.Name(set.Edge)}/hinge-{name}", Deck.PlaceOf(set.Edge), $"Hinges to {(name == "edge" ? "the edge of " : "")}{part.Name.ToLowerInvariant()}");
        if (material.Wood)
        {
            var (choice, size) = picker.Wood(id, place, where, leaf, depthMm, material, count);
            draft.Screws.Add(choice);
            return (size.PilotFor(material), Math.Min(depthMm - 0.5, Math.Max(2, (choice.LengthMm ?? 10) - set.Hinge.LeafThicknessMm)), null, $"pilot for {size.Name} in {material.Name}: {size.PilotFor(material)} mm (USDA Wood Handbook ch. 8)");
        }

        var thread = draft.Catalog.Fasteners.Thread("M3");
        if (name == "edge")
        {
            draft.Screws.Add(picker.Tapped(id, place, where, thread, HeadForm.Countersunk, [leaf], 0, picker.EngagementIn(material.Engagement, thread), null, count, null));
            return (thread.TapDrillMm, 12, thread.Name, $"tap drill {thread.Name}: {thread.TapDrillMm} mm ({thread.Source})");
        }

        draft.Screws.Add(picker.WithNut(id, place, where, thread, HeadForm.Countersunk, [leaf, new WhyTerm(part.Name.ToLowerInvariant(), part.ThicknessMm, "mm", "panel")], 0, count, null));
        return (thread.ClearanceNormalMm, null, null, $"clearance for {thread.Name}: {thread.ClearanceNormalMm} mm ({thread.Source})");
    }
}
