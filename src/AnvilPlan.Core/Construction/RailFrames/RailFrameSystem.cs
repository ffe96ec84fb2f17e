using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Construction.RailFrames;

/// <summary>
/// Posts run through, rails stand between them. Panels lie over the rails, screwed; behind the legs of angle; or stand in slots with
/// a play from the fit class.
/// </summary>
public sealed class RailFrameSystem : ConstructionSystem<RailFrame>
{
    /// <summary>
    /// Metal panels behind an angle are this much smaller than its inside, in all (mm): the reference rule for bonded panels.
    /// </summary>
    private const double BehindPlayMm = 1;

    /// <summary>A saw's tolerance on a panel's size (mm) [R]: play in a slot is a multiple of it.</summary>
    private const double SawToleranceMm = 0.3;

    private const double EndMm = 20;
    private const double PitchMostMm = 160;

    public override string Key => "railFrame";
    public override string Name => "Rail frame";
    public override string About => "Angle, square or slotted bars along the edges carry thin panels: over them, behind them or "
        + "slipped in.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<RailFrame>> Asked { get; } =
    [
        Asking.Bar<RailFrame>("barId", "Rail", s => s.BarId),
        Asking.Choice<RailFrame, PanelSeat>("seat", "Panels", (PanelSeat.Over, "over the rails, screwed"),
            (PanelSeat.Behind, "behind the legs of angle"), (PanelSeat.Slipped, "slipped into slots")),
        Asking.Fit<RailFrame>("play", "Play in the slot"),
        Asking.Length<RailFrame>("grooveMm", "Groove in solid rails", s => s.GrooveMm, 1, 20),
        Asking.Plain<RailFrame>(AskKind.Edges, "edges", "Edges with a rail"),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Structures = [.. design.Structures, new RailFrame(id, "aluminium-6061-15x15", Faces.Edges, PanelSeat.Over, FitClass.Sliding, 4)],
    };

    protected override void Check(StructureCheck check, RailFrame own, Design design)
    {
        if (own.Edges.Count == 0 || own.Edges.Distinct().Count() != own.Edges.Count)
        {
            check.Refuse("edges", $"edges holds {own.Edges.Count} entries: it must name 1 to 12 edges, each once.");
        }

        var shape = check.Catalog.HasBar(own.BarId) ? check.Catalog.Bar(own.BarId).Shape : (BarShape?)null;
        if (shape is { } s && own.Seat == PanelSeat.Behind && s != BarShape.Angle)
        {
            check.Refuse("seat", $"seat is behind with {own.BarId}: panels lie behind the legs of an angle only.");
        }

        if (shape is { } s2 && own.Seat == PanelSeat.Slipped && s2 is not (BarShape.Slotted or BarShape.Solid))
        {
            check.Refuse("seat", $"seat is slipped with {own.BarId}: only slotted profiles and solid bars take a panel in a slot.");
        }

        if (shape is BarShape.RoundTube)
        {
            check.Refuse("barId", $"barId is \"{own.BarId}\": a rail needs a flat side, round tube has none.");
        }

        if (design.Structures.OfType<RailFrame>().Any(o => o != own && o.Edges.Intersect(own.Edges).Any()))
        {
            check.Refuse("edges",
                $"edges holds {Deck.Name(own.Edges.First(e => design.Structures.OfType<RailFrame>()
                    .Any(o => o != own && o.Edges.Contains(e))))}: another rail frame has a rail there.");
        }
    }

    /// <summary>Panels lie as deep as the rails want them; the railed edges have no joint of their own.</summary>
    protected override Design Spread(RailFrame own, Design design, Catalog catalog)
    {
        var bar = catalog.Bar(own.BarId);
        var touched = own.Edges.SelectMany(e => (Face[])[e.Of().A, e.Of().B]).Distinct().ToList();
        return design with
        {
            Box = design.Box with
            {
                Edges = [.. design.Box.Edges.Select(e => own.Edges.Contains(e.Id) && e.Joint is not (JointKind.Loose or JointKind.Bent)
                    ? e with { Joint = own.Seat == PanelSeat.Over ? JointKind.OnRail : JointKind.InRail, DepthMm = null, BlockBarId = null }
                    : e)],
                Panels = own.Seat == PanelSeat.Over
                    ? design.Box.Panels
                    : [.. design.Box.Panels.Select(p => touched.Contains(p.Face)
                        ? p with { InsetMm = InsetMm(own, bar, Envelope.Thickness(p, catalog)) } : p)],
            },
        };
    }

    private static double InsetMm(RailFrame own, BarStock bar, double panelMm) =>
        own.Seat == PanelSeat.Behind ? bar.WallMm ?? 0 : Math.Max(0, (bar.WidthMm - panelMm) / 2);

    protected override void Lay(RailFrame own, ShellDraft draft)
    {
        var bar = draft.Catalog.Bar(own.BarId);
        foreach (var id in own.Edges.OrderBy(e => e.Along() switch { Axis.Z => 0, Axis.X => 1, _ => 2 }).ThenBy(e => e))
        {
            var (a, b) = id.Of();
            var box = BarPlacing.Trim(At(id, own.Seat == PanelSeat.Over ? draft.Fit.Envelope.Inner : draft.Fit.Envelope.Outer, bar),
                id.Along(), draft.Members.Select(m => m.Box));
            if (box.Size[id.Along()] < BarPlacing.LeastLengthMm)
            {
                continue;
            }

            var name = $"{(id.Along() == Axis.Z ? "Post" : "Rail")} {Deck.Name(a)} {Deck.Name(b)}";
            var solid = BarPlacing.Solid(IdOf(own, id), name, PartKind.Member, bar, box, id.Along(), a.Outward(), bar.HeightMm);
            draft.Members.Add(bar.Shape == BarShape.Angle ? solid with { Body = AngleLegs.Of(box, id, bar.WallMm!.Value) } : solid);
        }

        if (own.Seat != PanelSeat.Over)
        {
            Reshape(own, draft, bar);
        }
    }

    /// <summary>Panels end behind the legs, or in the slots, of the rails along their edges.</summary>
    private static void Reshape(RailFrame own, ShellDraft draft, BarStock bar)
    {
        foreach (var (face, panel) in draft.Panels.ToList())
        {
            var box = panel.Box;
            foreach (var side in face.Neighbours().Where(n => own.Edges.Contains(Faces.Between(face, n))).Select(n => n.Outward()))
            {
                var end = draft.Fit.Envelope.Outer.Side(side) - (side.Sign() * BorderMm(own, bar));
                box = side.Sign() > 0
                    ? box with
                    {
                        Max = box.Max.With(side.Axis(), own.Seat == PanelSeat.Slipped ? end
                        : Math.Min(end, box.Max[side.Axis()]))
                    }
                    : box with
                    {
                        Min = box.Min.With(side.Axis(), own.Seat == PanelSeat.Slipped ? end
                        : Math.Max(end, box.Min[side.Axis()]))
                    };
            }

            draft.Panels[face] = panel.Resized(box);
        }
    }

    /// <summary>From the outside of the frame to the edge of a panel, mm.</summary>
    private static double BorderMm(RailFrame own, BarStock bar) => own.Seat == PanelSeat.Behind
        ? bar.WallMm!.Value + (BehindPlayMm / 2)
        : bar.WidthMm - GrooveMm(own, bar) + (PlayMm(own) / 2);

    private static double GrooveMm(RailFrame own, BarStock bar) => bar.SlotDepthMm ?? Math.Min(own.GrooveMm, bar.WidthMm / 3);

    /// <summary>Play of a slipped-in panel across its size, in all.</summary>
    private static double PlayMm(RailFrame own) => PrintFit.Of(own.Play, SawToleranceMm).ClearanceMm;

    protected override void Join(RailFrame own, JointDraft draft)
    {
        var rails = own.Edges.Select(e => (Edge: e, Solid: draft.Shell.Member(IdOf(own, e)))).Where(r => r.Solid is not null)
            .Select(r => (r.Edge, Solid: r.Solid!)).ToList();
        var bought = draft.Bought.Count;
        foreach (var (edge, rail) in rails.Where(r => r.Edge.Along() != Axis.Z))
        {
            foreach (var (_, other) in rails.Where(o => o.Edge.Along() != edge.Along()
                && (o.Edge.Along() == Axis.Z || edge.Along() == Axis.Y)))
            {
                if (Contact.Between(rail.Box, other.Box) is { } contact && contact.Side.Axis() == edge.Along())
                {
                    EndFixing.Add(draft, other, rail, own.Id, $"{own.Id}/{Deck.Name(edge)}/{other.Id[(own.Id.Length + 1)..]}");
                }
            }
        }

        if (draft.Bought.Skip(bought).Where(b => b.Kind == "bracket").Sum(b => b.Count) is > 0 and var brackets)
        {
            draft.Work.Add(new Operation(
                $"{own.Id}/brackets", $"Put the frame together: {brackets} brackets in the slots, loose until it stands square, then tight",
                    brackets * draft.Shop.Rates.FittingMin,
                [.. rails.Select(r => new Fact(Done.Joined, r.Solid.Id))], [own.Id])
            {
                Tool = "key of the brackets",
                HoldPoint = "Diagonals of every face equal before anything is drawn tight.",
            });
        }

        if (own.Seat == PanelSeat.Slipped)
        {
            NotchCorners(own, draft, rails);
        }

        foreach (var (edge, rail) in rails)
        {
            foreach (var (face, i) in ((Face[])[edge.Of().A, edge.Of().B]).Select((f, i) => (f, i)))
            {
                if (draft.Shell.Panels.TryGetValue(face, out var panel) && draft.Design.Panel(face).Hold != PanelHold.Hinged)
                {
                    JoinPanel(own, draft, edge, rail, face, panel, EndMm + (i * 12));
                }
            }
        }
    }

    /// <summary>A slipped-in panel reaches into the rails at its edges; its corners make way for the bars that run across it.</summary>
    private static void NotchCorners(RailFrame own, JointDraft draft, List<(EdgeId Edge, SolidPart Solid)> rails)
    {
        foreach (var (face, panel) in draft.Shell.Panels)
        {
            foreach (var (edge, bar) in rails.Where(r => r.Edge.Along() == face.Outward().Axis() && r.Solid.Box.Overlaps(panel.Box)))
            {
                var (min, max) = panel.Frame.ToPlane(bar.Box.Grow(PlayMm(own) / 2).Intersect(panel.Box.Grow(1)));
                draft.Cut(panel, Notch.Rectangle(
                    $"{Deck.Name(edge)}/corner", own.Id, $"corner round {bar.Name.ToLowerInvariant()}",
                        JointDraft.FaceTowards(panel, face.Outward()), min, max, null, "section of the bar and half the play"));
            }
        }
    }

    private static void JoinPanel(RailFrame own, JointDraft draft, EdgeId edge, SolidPart rail, Face face, SolidPart panel, double endMm)
    {
        var what = $"{rail.Name.ToLowerInvariant()}";
        draft.Keep(panel, rail.Box.Grow(0.01), what);
        if (own.Seat == PanelSeat.Over)
        {
            FixingRows.Screw(draft, panel, rail, new RowRule(own.Id, $"{own.Id}/{Deck.Name(edge)}/{Deck.Name(face)}", endMm, PitchMostMm,
                $"screw to {what}"));
        }
        else if (own.Seat == PanelSeat.Behind)
        {
            FixingRows.ScrewBehind(draft, panel, rail, face.Outward(), new RowRule(own.Id, $"{own.Id}/{Deck.Name(edge)}/{Deck.Name(face)}",
                endMm, PitchMostMm, $"screw through {what}"));
        }
        else
        {
            Slot(own, draft, edge, rail, face, panel);
        }
    }

    /// <summary>
    /// The slot that the panel stands in: the profile's own, or a groove cut to the panel's thickness and the shop's fit.
    /// </summary>
    private static void Slot(RailFrame own, JointDraft draft, EdgeId edge, SolidPart rail, Face face, SolidPart panel)
    {
        var bar = draft.Catalog.Bar(own.BarId);
        var mate = edge.Of().A == face ? edge.Of().B : edge.Of().A;
        var depth = GrooveMm(own, bar);
        var sold = bar.SlotDepthMm is not null;
        var width = bar.SlotMm ?? (panel.ThicknessMm + draft.Shop.Fits.GrooveWidthMm);
        var inward = mate.Outward().Opposite();
        var outward = face.Outward();
        var (middle, side) = (panel.Box.Centre[outward.Axis()], rail.Box.Side(inward));
        var seat = rail.Box
            .WithSpan(outward.Axis(), middle - (width / 2), middle + (width / 2))
            .WithSpan(inward.Axis(), Math.Min(side, side - (inward.Sign() * depth)), Math.Max(side, side - (inward.Sign() * depth)));
        draft.Cut(rail, Recess.Of(
            rail, inward, seat, $"{Deck.Name(edge)}/{Deck.Name(face)}/slot", sold ? "stock"
                : own.Id, $"slot for {panel.Name.ToLowerInvariant()}",
            sold ? $"slot of the profile, {bar.SlotMm} wide" : $"panel {panel.ThicknessMm} mm and {draft.Shop.Fits.GrooveWidthMm} "
                + $"mm of fit") with
        { Given = sold });
        draft.Hold(panel, rail, HoldBy.Slipped, own.Id);
    }

    protected override IEnumerable<Finding> Findings(RailFrame own, PlanSoFar plan)
    {
        var bar = plan.Catalog.Bar(own.BarId);
        foreach (var panel in plan.Shell.Panels.Values.Where(p => own.Seat == PanelSeat.Slipped && bar.SlotMm is { } slot
            && p.ThicknessMm > slot - 0.1))
        {
            yield return Finding.Of("slot-too-narrow", Severity.Stop,
                $"{panel.Name} is {Say.Mm(panel.ThicknessMm)} mm thick and the slot of {bar.Name} {Say.Mm(bar.SlotMm!.Value)} mm wide: "
                    + $"it does not go in.",
                [panel.Id, own.Id],
                new Remedy("over", "Lay the panels over the frame", d => d.WithStructure<RailFrame>(own.Id, r => r with
                { Seat = PanelSeat.Over })));
        }
    }

    internal static string IdOf(RailFrame own, EdgeId edge) => $"{own.Id}/{Deck.Name(edge)}";

    /// <summary>The bar in the corner of a box between the two faces of an edge.</summary>
    private static Box At(EdgeId edge, Box box, BarStock bar)
    {
        foreach (var (face, size) in ((Face, double)[])[(edge.Of().A, bar.HeightMm), (edge.Of().B, bar.WidthMm)])
        {
            var side = face.Outward();
            var plane = box.Side(side);
            box = box.WithSpan(side.Axis(), Math.Min(plane, plane - (side.Sign() * size)), Math.Max(plane, plane - (side.Sign() * size)));
        }

        return box;
    }
}
