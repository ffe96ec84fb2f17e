using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// The blocks along the inside of screwed edges. A removable panel, and a fixed one that wood glue does not hold, is screwed to
/// the block; a fixed wooden panel is glued to a wooden block. When neither would be screwed, the covering panel is.
/// </summary>
internal static class BlockCuts
{
    private const double EndMm = 20;
    private const double PitchMostMm = 150;

    public static void Add(JointDraft draft, Design design, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        var screwed = design.Box.Edges
            .Where(e => e.Joint == JointKind.ButtScrewed && e.BlockBarId is not null)
            .OrderBy(e => e.Id.Along() switch { Axis.Z => 0, Axis.X => 1, _ => 2 }).ThenBy(e => e.Id);
        foreach (var edge in screwed)
        {
            var bar = catalog.Bar(edge.BlockBarId!);
            var (a, b) = edge.Id.Of();
            var mate = edge.Covers == a ? b : a;
            var along = edge.Id.Along();
            var box = BarPlacing.Trim(Seat(edge, mate, bar, fit.Envelope), along, draft.Bars.Select(p => p.Box));
            if (box.Size[along] < BarPlacing.LeastLengthMm)
            {
                continue;
            }

            var name = EdgeCuts.Name(edge.Id);
            var block = BarPlacing.Solid(
                "block/" + name, $"Block {Deck.Name(a)} {Deck.Name(b)}", PartKind.Block, bar.MaterialId, bar.Id, box, along, edge.Covers.Outward(), bar.HeightMm);
            draft.Bars.Add(block);
            var faces = Screwed(design, catalog, edge, mate, catalog.Material(bar.MaterialId)).ToList();
            foreach (var (face, i) in faces.Select((f, i) => (f, i)))
            {
                ScrewTo(draft, catalog, fit, shell.Panels[face], face, block, along, EndMm + (i * 12), name);
            }

            foreach (var face in (Face[])[a, b])
            {
                draft.Keep(shell.Panels[face], box.Grow(0.01), $"block {Deck.Name(a)}-{Deck.Name(b)}");
            }
        }

        foreach (var tray in shell.Trays.Values)
        {
            foreach (var block in draft.Bars.Where(b => b.Box.Overlaps(tray.Box)).ToList())
            {
                Notch(draft, tray, block);
            }
        }
    }

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

    private static IEnumerable<Face> Screwed(Design design, Catalog catalog, Edge edge, Face mate, Material block)
    {
        var faces = ((Face[])[edge.Covers, mate])
            .Where(f => design.Panel(f) is var panel && (panel.Hold == PanelHold.Removable || !block.Wood || !catalog.Material(panel.MaterialId).Wood))
            .ToList();
        return faces.Count > 0 ? faces : [edge.Covers];
    }

    private static void ScrewTo(JointDraft draft, Catalog catalog, FitPlan fit, SolidPart panel, Face face, SolidPart block, Axis along, double endMm, string edgeName)
    {
        var material = catalog.Material(block.MaterialId);
        var outward = face.Outward();
        var thickness = fit.Envelope.ThicknessMm[face];
        var into = block.Box.Size[outward.Axis()];
        var row = FixingRow.Of(block.Box.Size[along], Math.Min(endMm, block.Box.Size[along] / 4), PitchMostMm);
        var screw = BlockScrew.For(catalog, $"screw/{edgeName}/{Deck.Name(face)}", "edge/" + edgeName, panel, thickness, material, into, row.Count);
        draft.Screws.Add(screw.Choice with { Where = $"{panel.Name} to block {edgeName}" });
        foreach (var (at, i) in row.PositionsMm().Select((p, i) => (p, i + 1)))
        {
            var point = block.Box.Centre.With(along, block.Box.Min[along] + at);
            var id = $"{edgeName}/{Deck.Name(face)}/{i}";
            var seen = JointDraft.FaceTowards(panel, outward);
            draft.Cut(panel, new Hole(
                id, "edge/" + edgeName, $"screw to block {edgeName}", seen, panel.Frame.ToPlane(point), screw.PanelHoleMm, null, null, screw.SinkDiaMm, screw.SinkDeg, screw.PanelWhy,
                RowWhy(row, block), null));
            var onSeenFace = block.Frame.Normal.Axis() == outward.Axis();
            var frame = onSeenFace ? block.Frame : SideFrame(block, outward);
            draft.Cut(block, new Hole(
                id, "edge/" + edgeName, $"{(material.Wood ? "pilot" : "tapped hole")} for {panel.Name.ToLowerInvariant()}{(onSeenFace ? "" : ", in the face towards it")}",
                WorkedFrom.Seen, frame.ToPlane(point), screw.BlockHoleMm, Math.Min(screw.BlockDepthMm, into), screw.Thread, null, null, screw.BlockWhy,
                RowWhy(row, block), screw.DepthWhy));
        }
    }

    internal static string RowWhy(FixingRow row, SolidPart bar) =>
        $"on the middle of {bar.Name.ToLowerInvariant()}; {row.Count} in a row, {Math.Round(row.EndDistanceMm, 2)} mm from its ends, {Math.Round(row.PitchMm, 2)} mm apart";

    /// <summary>The block's face towards another panel, u along the block as on its main drawing.</summary>
    private static Frame SideFrame(SolidPart block, Direction towards)
    {
        var u = block.Frame.U;
        var v = towards.Cross(u);
        return new Frame(Envelope.Corner(block.Box, u, v, towards), u, v);
    }

    private static void Notch(JointDraft draft, SolidPart tray, SolidPart block)
    {
        const double clear = 1;
        var (min, max) = tray.Frame.ToPlane(block.Box.Grow(clear).Intersect(tray.Box));
        draft.Cut(tray, new Opening(
            $"notch/{block.Id}", block.Id, "notch round the block", WorkedFrom.Seen,
            new Uv((min.U + max.U) / 2, (min.V + max.V) / 2), max.U - min.U, max.V - min.V, 0, $"block section and {clear} mm of air", "where the block stands"));
    }
}
