using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>
/// The blocks along the inside of screwed edges. A removable panel, and a fixed one that wood glue does not hold, is screwed to
/// the block; a fixed wooden panel is glued to a wooden block. When neither would be screwed, the covering panel is. Where magnets hold a
/// panel on a block, the block is fixed to the other one.
/// </summary>
internal static class Blocks
{
    private const double CornerMm = 24;
    private const double CornerLongMm = 36;
    private const string CornerMaterial = "petg";
    private const string UsualAngle = "aluminium-6061-angle-15x1-5";
    private const double EndMm = 20;
    private const double PitchMostMm = 150;

    public static void Lay(ShellDraft draft)
    {
        var screwed = draft.Design.Box.Edges
            .Where(e => BarOf(e) is not null && draft.Panels.ContainsKey(e.Id.Of().A) && draft.Panels.ContainsKey(e.Id.Of().B))
            .OrderBy(e => e.Id.Along() switch { Axis.Z => 0, Axis.X => 1, _ => 2 }).ThenBy(e => e.Id);
        foreach (var edge in screwed)
        {
            var bar = draft.Catalog.Bar(BarOf(edge)!);
            var (a, b) = edge.Id.Of();
            var along = edge.Id.Along();
            var box = BarPlacing.Trim(Seat(edge, edge.Covers == a ? b : a, bar, draft.Fit.Envelope), along,
                draft.Members.Select(p => p.Box));
            if (box.Size[along] >= BarPlacing.LeastLengthMm)
            {
                var solid = BarPlacing.Solid(IdOf(edge.Id), $"{(bar.Shape == BarShape.Angle ? "Angle" : "Block")} {Deck.Name(a)} "
                    + $"{Deck.Name(b)}", PartKind.Block, bar, box, along, edge.Covers.Outward(), bar.HeightMm);
                draft.Members.Add(bar.Shape == BarShape.Angle ? solid with { Body = AngleLegs.Of(box, edge.Id, bar.WallMm!.Value) }
                    : solid);
            }
        }
    }

    /// <summary>Printed pieces in the corner along an edge: one at each end, more on long edges.</summary>
    public static void LayPrintedCorners(ShellDraft draft)
    {
        foreach (var edge in draft.Design.Box.Edges.Where(e => e.Joint == JointKind.PrintedCorner && draft.Panels.ContainsKey(e.Id.Of().A)
            && draft.Panels.ContainsKey(e.Id.Of().B)))
        {
            var (a, b) = edge.Id.Of();
            var along = edge.Id.Along();
            var strip = From(From(draft.Fit.Envelope.Inner, a, CornerMm, draft.Fit.Envelope), b, CornerMm, draft.Fit.Envelope);
            strip = BarPlacing.Trim(draft.Fit.Envelope.ClearOfSlope(strip, along), along, draft.Members.Select(m => m.Box));
            var count = strip.Size[along] < 2.5 * CornerLongMm ? 1 : Math.Max(2, (int)Math.Ceiling(strip.Size[along] / 200));
            for (var i = 0; i < count && strip.Size[along] >= CornerLongMm; i++)
            {
                var room = strip.Size[along] - CornerLongMm;
                var from = strip.Min[along] + (count == 1 ? room / 2 : room * i / (count - 1));
                var box = strip.WithSpan(along, from, from + CornerLongMm);
                var u = Directions.Of(along, 1);
                draft.Members.Add(new SolidPart($"corner/{Deck.Name(edge.Id)}/{i + 1}", $"Printed corner {Deck.Name(edge.Id)} {i + 1}",
                    PartKind.Printed, CornerMaterial, CornerMm, box, SolidPart.FrameOf(box, u, a.Outward().Cross(u), false), "the "
                    + a.Outward().Word(), "the opposite face", null)
                {
                    Role = new Role.CornerPiece(edge.Id),
                    Print = PrintJobs.Of([box], draft.Catalog.Material(CornerMaterial), 1.8, 0.4, draft.Shop, ""),
                });
            }
        }
    }

    public static void JoinPrintedCorners(JointDraft draft)
    {
        foreach (var edge in draft.Edges.Where(e => e.Joint == JointKind.PrintedCorner))
        {
            foreach (var piece in draft.Shell.Members.Where(m => m.Role is Role.CornerPiece corner && corner.Edge == edge.Edge))
            {
                foreach (var (face, i) in ((Face[])[edge.Host, edge.Mate]).Select((f, i) => (f, i)))
                {
                    draft.Keep(draft.Shell.Panels[face], piece.Box.Grow(0.01), piece.Name.ToLowerInvariant());
                    FixingRows.Screw(draft, draft.Shell.Panels[face], piece, new RowRule(Deck.PlaceOf(edge.Edge),
                        $"{piece.Id}/{Deck.Name(face)}", 6 + (i * 4), 100, $"screw to {piece.Name.ToLowerInvariant()}"));
                }
            }
        }
    }

    public static void Join(JointDraft draft)
    {
        foreach (var edge in draft.Edges.Where(e => e.Joint is JointKind.ButtScrewed or JointKind.Magnets or JointKind.Riveted
            or JointKind.Bolted))
        {
            if (draft.Shell.Member(IdOf(edge.Edge)) is not { } block)
            {
                continue;
            }

            var name = Deck.Name(edge.Edge);
            if (edge.Joint is JointKind.Riveted or JointKind.Bolted)
            {
                JoinAngle(draft, edge, block, name);
                continue;
            }

            var screwed = Screwed(draft.Design, draft.Catalog, edge, draft.Catalog.Material(block.MaterialId)).ToList();
            var plugged = draft.Design.Box.Edges.First(e => e.Id == edge.Edge).Plugged;
            foreach (var (face, i) in screwed.Select((f, i) => (f, i)))
            {
                foreach (var (panel, n) in Over(draft, face, block))
                {
                    FixingRows.Screw(draft, panel, block, new RowRule(Deck.PlaceOf(edge.Edge), $"{name}/{Deck.Name(face)}{n}", EndMm
                        + (i * 12), PitchMostMm, $"screw to block {name}")
                    {
                        Plugged = plugged && draft.Design.Panel(face).Hold == PanelHold.Fixed
                            && draft.Catalog.Material(panel.MaterialId).Wood
                    });
                }
            }

            foreach (var face in (Face[])[edge.Edge.Of().A, edge.Edge.Of().B])
            {
                foreach (var (panel, _) in Over(draft, face, block))
                {
                    draft.Keep(panel, block.Box.Grow(0.01), $"block {name}");
                    if (!screwed.Contains(face) && !(edge.Joint == JointKind.Magnets && face == edge.Lid))
                    {
                        draft.Hold(panel, block, HoldBy.Glue, Deck.PlaceOf(edge.Edge));
                    }
                }
            }
        }
    }

    /// <summary>
    /// The panels of a face that lie on a block, with what tells their rows apart; a face of one panel has it in any case.
    /// </summary>
    private static IEnumerable<(SolidPart Panel, string Row)> Over(JointDraft draft, Face face, SolidPart block)
    {
        List<SolidPart> panels = [.. draft.Shell.PanelsOf(face)];
        return panels.Select((p, i) => (p, i == 0 ? "" : $"-{i + 1}")).Where(p => panels.Count == 1 || p.p.Box.Grow(0.01)
            .Overlaps(block.Box));
    }

    /// <summary>The bar along the inside of an edge; null when the joint has none.</summary>
    private static string? BarOf(Edge edge) => edge.Joint switch
    {
        JointKind.ButtScrewed or JointKind.Magnets => edge.BlockBarId,
        JointKind.Riveted or JointKind.Bolted => UsualAngle,
        _ => null,
    };

    private static void JoinAngle(JointDraft draft, EdgeJoint edge, SolidPart angle, string name)
    {
        foreach (var (face, i) in ((Face[])[edge.Host, edge.Mate]).Select((f, i) => (f, i)))
        {
            var panel = draft.Shell.Panels[face];
            var rule = new RowRule(Deck.PlaceOf(edge.Edge), $"{name}/{Deck.Name(face)}", EndMm + (i * 12), 80,
                $"{(edge.Joint == JointKind.Riveted ? "rivet" : "screw")} to angle {name}");
            draft.Keep(panel, angle.Box.Grow(0.01), $"angle {name}");
            if (edge.Joint == JointKind.Riveted)
            {
                Rivets.Row(draft, panel, angle, rule);
            }
            else
            {
                FixingRows.Screw(draft, panel, angle, rule);
            }
        }
    }

    public static string IdOf(EdgeId edge) => "block/" + Deck.Name(edge);

    private static Box Seat(Edge edge, Face mate, BarStock bar, Envelope envelope)
    {
        var box = envelope.Inner;
        box = From(box, edge.Covers, bar.HeightMm, envelope);
        return envelope.ClearOfSlope(From(box, mate, bar.WidthMm, envelope), edge.Id.Along());
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
        var magnets = edge.Joint == JointKind.Magnets;
        var faces = ((Face[])[edge.Host, edge.Mate])
            .Where(f => !(magnets && f == edge.Lid) && design.Panel(f) is var panel && (panel.Hold == PanelHold.Removable || !block.Wood
                || !catalog.Material(panel.MaterialId).Wood))
            .ToList();
        return faces.Count > 0 || magnets ? faces : [edge.Host];
    }
}
