using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>
/// The blocks along the inside of screwed edges. A removable panel, and a fixed one that wood glue does not hold, is screwed to
/// the block; a fixed wooden panel is glued to a wooden block. When neither would be screwed, the covering panel is.
/// </summary>
internal static class Blocks
{
    private const double EndMm = 20;
    private const double PitchMostMm = 150;

    public static void Lay(ShellDraft draft)
    {
        var screwed = draft.Design.Box.Edges
            .Where(e => e.Joint == JointKind.ButtScrewed && e.BlockBarId is not null && draft.Panels.ContainsKey(e.Id.Of().A) && draft.Panels.ContainsKey(e.Id.Of().B))
            .OrderBy(e => e.Id.Along() switch { Axis.Z => 0, Axis.X => 1, _ => 2 }).ThenBy(e => e.Id);
        foreach (var edge in screwed)
        {
            var bar = draft.Catalog.Bar(edge.BlockBarId!);
            var (a, b) = edge.Id.Of();
            var along = edge.Id.Along();
            var box = BarPlacing.Trim(Seat(edge, edge.Covers == a ? b : a, bar, draft.Fit.Envelope), along, draft.Members.Select(p => p.Box));
            if (box.Size[along] >= BarPlacing.LeastLengthMm)
            {
                draft.Members.Add(BarPlacing.Solid(
                    IdOf(edge.Id), $"Block {Deck.Name(a)} {Deck.Name(b)}", PartKind.Block, bar, box, along, edge.Covers.Outward(), bar.HeightMm));
            }
        }
    }

    public static void Join(JointDraft draft)
    {
        foreach (var edge in draft.Edges.Where(e => e.Joint == JointKind.ButtScrewed))
        {
            if (draft.Shell.Member(IdOf(edge.Edge)) is not { } block)
            {
                continue;
            }

            var name = Deck.Name(edge.Edge);
            var screwed = Screwed(draft.Design, draft.Catalog, edge, draft.Catalog.Material(block.MaterialId)).ToList();
            foreach (var (face, i) in screwed.Select((f, i) => (f, i)))
            {
                FixingRows.Screw(draft, draft.Shell.Panels[face], block, new RowRule(Deck.PlaceOf(edge.Edge), $"{name}/{Deck.Name(face)}", EndMm + (i * 12), PitchMostMm, $"screw to block {name}"));
            }

            foreach (var face in (Face[])[edge.Edge.Of().A, edge.Edge.Of().B])
            {
                draft.Keep(draft.Shell.Panels[face], block.Box.Grow(0.01), $"block {name}");
                if (!screwed.Contains(face))
                {
                    draft.Hold(draft.Shell.Panels[face], block, HoldBy.Glue, Deck.PlaceOf(edge.Edge));
                }
            }
        }
    }

    private static string IdOf(EdgeId edge) => "block/" + Deck.Name(edge);

    private static Box Seat(Edge edge, Face mate, BarStock bar, Envelope envelope)
    {
        var box = envelope.Inner;
        box = From(box, edge.Covers, bar.HeightMm, envelope);
        return From(box, mate, bar.WidthMm, envelope);
    }

    private static Box From(Box box, Face face, double size, Envelope envelope)
    {
        var outward = face.Outward();
        var plane = envelope.InnerPlane(face);
        var other = plane - (outward.Sign() * size);
        return box.WithSpan(outward.Axis(), Math.Min(plane, other), Math.Max(plane, other));
    }

    private static IEnumerable<Face> Screwed(Design design, Catalog catalog, EdgeJoint edge, Material block)
    {
        var faces = ((Face[])[edge.Host, edge.Mate])
            .Where(f => design.Panel(f) is var panel && (panel.Hold == PanelHold.Removable || !block.Wood || !catalog.Material(panel.MaterialId).Wood))
            .ToList();
        return faces.Count > 0 ? faces : [edge.Host];
    }
}
