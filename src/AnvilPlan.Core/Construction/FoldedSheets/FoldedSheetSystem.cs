using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.FoldedSheets;

/// <summary>Metal folded on a brake, or plastic bent along a heated line: base, sides and returns from one sheet.</summary>
public sealed class FoldedSheetSystem : ConstructionSystem<FoldedSheet>
{
    private const double EndMm = 12;
    private const double PitchMostMm = 80;

    public override string Key => "foldedSheet";
    public override string Name => "Folded sheet";
    public override string About => "Tray, U and cover from sheet: a base with sides turned up, returns to rivet or screw to, reliefs at "
        + "the corners.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<FoldedSheet>> Asked { get; } =
    [
        Asking.Plain<FoldedSheet>(AskKind.Faces, "faces", "Faces, the base first"),
        Asking.Length<FoldedSheet>("radiusMm", "Inside radius", s => s.RadiusMm, 0.2, 30),
        Asking.Length<FoldedSheet>("returnMm", "Returns", s => s.ReturnMm, 0, 60),
        Asking.Choice<FoldedSheet, SheetJoin>("join", "Joined by", (SheetJoin.Rivets, "blind rivets"),
            (SheetJoin.ScrewsAndNuts, "screws and nuts"), (SheetJoin.RivetNuts, "rivet nuts and screws")),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        var taken = design.Structures.OfType<FoldedSheet>().SelectMany(s => s.Faces).ToHashSet();
        Face[] first = [Face.Bottom, Face.Front, Face.Back];
        Face[] faces = design.Structures.SelectMany(s => catalog.Systems.SelectMany(x => x.Makes(s))).Intersect(first).Any()
            ? [Face.Top, Face.Left, Face.Right] : first;
        return faces.Aggregate(design, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = 1.5,
            MeasuredMm = null,
            InsetMm = 0
        })) with
        {
            Structures = [.. design.Structures, new FoldedSheet(id, faces, 1.5, taken.Count == 0 ? 18 : 0, SheetJoin.RivetNuts)],
        };
    }

    protected override void Check(StructureCheck check, FoldedSheet own, Design design)
    {
        if (own.Faces.Count is < 2 or > 5 || own.Faces.Distinct().Count() != own.Faces.Count || own.Faces.Skip(1)
            .Any(f => !own.Faces[0].Neighbours().Contains(f)))
        {
            check.Refuse("faces", $"faces holds {string.Join(", ", own.Faces.Select(Deck.Name))}: it must be a base and 1 to 4 of its "
                + $"neighbours, each once.");
            return;
        }

        var basis = design.Panel(own.Faces[0]);
        if (check.Catalog.HasMaterial(basis.MaterialId) && check.Catalog.Material(basis.MaterialId) is { Wood: true } wood)
        {
            check.Refuse("faces", $"the {Deck.Name(own.Faces[0])} is {wood.Name}: only metal and plastic sheet is folded.");
        }
    }

    protected override IReadOnlyList<Face> Makes(FoldedSheet own) => own.Faces;

    /// <summary>All faces are of the base's sheet, bent where they meet it, fixed to returns where they meet others.</summary>
    protected override Design Spread(FoldedSheet own, Design design, Catalog catalog)
    {
        var sheet = design.Panel(own.Faces[0]);
        return design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => own.Faces.Contains(p.Face)
                    ? p with { MaterialId = sheet.MaterialId, NominalMm = sheet.NominalMm, MeasuredMm = sheet.MeasuredMm, InsetMm = 0,
                    Hold = own.Faces[0] == p.Face || p.Hold == PanelHold.Open ? p.Hold : PanelHold.Fixed } : p)],
                Edges = [.. design.Box.Edges.Select(e => Bent(own, e.Id) ? e with { Joint = JointKind.Bent, DepthMm = null,
                    BlockBarId = null }
                    : Returned(own, design, e.Id) is { } outside && e.Joint is not (JointKind.OnRail or JointKind.InRail)
                        ? e with { Joint = Shuts(design, outside) ? JointKind.Loose : JointKind.OnRail, Covers = outside, DepthMm = null,
                        BlockBarId = null }
                    : e)],
            },
        };
    }

    private static bool Bent(FoldedSheet own, EdgeId edge) => (edge.Of().A == own.Faces[0] && own.Faces.Contains(edge.Of().B))
        || (edge.Of().B == own.Faces[0] && own.Faces.Contains(edge.Of().A));

    /// <summary>A door lies against the returns and is not fixed to them.</summary>
    private static bool Shuts(Design design, Face face) => design.Panel(face).Hold == PanelHold.Hinged;

    /// <summary>The face outside the sheet that lies on a return of it along that edge; null when there is none.</summary>
    private static Face? Returned(FoldedSheet own, Design design, EdgeId edge)
    {
        var (a, b) = edge.Of();
        if (own.ReturnMm <= 0 || own.Faces.Contains(a) == own.Faces.Contains(b))
        {
            return null;
        }

        var (inside, outside) = own.Faces.Contains(a) ? (a, b) : (b, a);
        return design.Panel(outside).Hold is PanelHold.Fixed or PanelHold.Removable or PanelHold.Hinged && design.Panel(inside)
            .Hold != PanelHold.Open ? outside : null;
    }

    protected override void Lay(FoldedSheet own, ShellDraft draft)
    {
        if (!draft.Panels.TryGetValue(own.Faces[0], out var basis))
        {
            return;
        }

        var present = own.Faces.Where(draft.Panels.ContainsKey).ToList();
        foreach (var face in present)
        {
            draft.Panels[face] = draft.Panels[face] with { LeafOf = own.Id };
        }

        // sides of a tray meet at the corners of the base: the first of two runs through, the other stops behind it
        foreach (var (side, i) in present.Skip(1).Select((f, i) => (f, i)))
        {
            foreach (var other in present.Skip(1).Take(i).Where(o => o.Outward().Axis() != side.Outward().Axis()))
            {
                draft.Panels[side] = Behind(draft.Panels[side], other, draft.Fit.Envelope);
            }
        }

        // returns shorten the faces that they are bent off, and with them the bends between those
        var returns = Faces.Edges.Where(e => Returned(own, draft.Design, e) is not null).ToList();
        foreach (var edge in returns)
        {
            LayReturn(own, draft, edge, basis);
        }

        foreach (var side in present.Skip(1))
        {
            BentCorner.Lay(draft, own.Id, own.Faces[0], side, own.RadiusMm + basis.ThicknessMm);
        }

        draft.Compounds.Add(Blank(own, draft, basis, present, returns));
    }

    private static SolidPart Behind(SolidPart panel, Face other, Envelope envelope)
    {
        var side = other.Outward();
        var end = envelope.InnerPlane(other) - (side.Sign() * 0.2);
        return panel.Resized(side.Sign() > 0
            ? panel.Box with { Max = panel.Box.Max.With(side.Axis(), Math.Min(end, panel.Box.Max[side.Axis()])) }
            : panel.Box with { Min = panel.Box.Min.With(side.Axis(), Math.Max(end, panel.Box.Min[side.Axis()])) });
    }

    /// <summary>A strip against the inside of the other face, clear of bends at its ends.</summary>
    private static void LayReturn(FoldedSheet own, ShellDraft draft, EdgeId edge, SolidPart basis)
    {
        var outside = Returned(own, draft.Design, edge)!.Value;
        var inside = edge.Of().A == outside ? edge.Of().B : edge.Of().A;
        var (t, envelope, along) = (basis.ThicknessMm, draft.Fit.Envelope, edge.Along());
        var radius = own.RadiusMm + t;
        var clear = radius + 1;
        var (outer, inner) = (envelope.InnerPlane(outside), envelope.InnerPlane(inside));
        var (so, si) = (outside.Outward(), inside.Outward());
        var begins = envelope.Outer.Side(si) - (si.Sign() * radius);
        var box = envelope.Inner
            .WithSpan(so.Axis(), Math.Min(outer, outer - (so.Sign() * t)), Math.Max(outer, outer - (so.Sign() * t)))
            .WithSpan(si.Axis(), Math.Min(begins, inner - (si.Sign() * own.ReturnMm)), Math.Max(begins, inner - (si.Sign()
                * own.ReturnMm)))
            .WithSpan(along, envelope.Inner.Min[along] + clear, envelope.Inner.Max[along] - clear);
        box = BarPlacing.Trim(box, along, draft.Members.Select(m => m.Box.Grow(0.2)));
        if (box.Size[along] < BarPlacing.LeastLengthMm)
        {
            return;
        }

        var u = Directions.Of(along, 1);
        draft.Members.Add(new SolidPart(
            ReturnId(own, edge), $"Return {Deck.Name(inside)} to {Deck.Name(outside)}", PartKind.Member, basis.MaterialId,
                basis.NominalMm, box,
            SolidPart.FrameOf(box, u, so.Cross(u), false), "the " + so.Word(), "the opposite face", null)
        {
            LeafOf = own.Id,
        });
        // both outsides that the bend lies between
        var corner = envelope.Outer.WithSpan(so.Axis(), Math.Min(outer, envelope.Outer.Side(so.Opposite())),
            Math.Max(outer, envelope.Outer.Side(so.Opposite())));
        var rings = BentCorner.Rings(corner, inside, outside, radius, t, box.Min[along], box.Max[along], []);
        draft.Members.Add(new SolidPart(
            $"{own.Id}/bend-{Deck.Name(edge)}", $"Bend {Deck.Name(inside)} to return {Deck.Name(outside)}", PartKind.Bend, basis.MaterialId,
            basis.NominalMm, rings[0].Around, SolidPart.FrameOf(rings[0].Around, u, so.Cross(u), false), "outside", "inside", null)
        {
            LeafOf = own.Id,
            Rings = rings,
        });
        draft.Panels[inside] = BentCorner.Shortened(draft.Panels[inside], outside, corner, radius);
    }

    /// <summary>The flat sheet, unfolded from base, sides and returns as they were laid, with a hole where two bend lines meet.</summary>
    private static Compound Blank(FoldedSheet own, ShellDraft draft, SolidPart basis, List<Face> present, List<EdgeId> returns)
    {
        var bend = SheetBend.Of(draft.Catalog.Material(basis.MaterialId), basis.ThicknessMm, own.RadiusMm);
        var (envelope, foot) = (draft.Fit.Envelope, own.Faces[0]);
        var flat = new FlatPattern();
        var (u, v) = foot.DrawnAxes();
        var pieces = new Dictionary<Face, FlatPiece> { [foot] = flat.Base(draft.Panels[foot], u, v) };
        var up = foot.Outward().Opposite();
        foreach (var side in present.Skip(1))
        {
            pieces[side] = flat.Fold(pieces[foot], draft.Panels[side],
                BentOff.Square(side.Outward(), envelope.Outer.Side(side.Outward()), up,
                envelope.Outer.Side(foot.Outward()), bend.SetbackMm), bend.Flat);
        }

        foreach (var edge in returns)
        {
            var outside = Returned(own, draft.Design, edge)!.Value;
            var inside = edge.Of().A == outside ? edge.Of().B : edge.Of().A;
            if (draft.Members.Find(m => m.Id == ReturnId(own, edge)) is { } strip)
            {
                flat.Fold(pieces[inside], strip, BentOff.Square(outside.Outward(), envelope.InnerPlane(outside),
                    inside.Outward().Opposite(), envelope.Outer.Side(inside.Outward()), bend.SetbackMm), bend.Flat);
            }
        }

        var (laid, length, width, corners, bends) = flat.Finish(own.Id);
        var folded = pieces.Keys.Select(f => draft.Panels[f].Box).Concat(draft.Members.Where(m => m.LeafOf == own.Id).Select(m => m.Box))
            .Aggregate((a, b) => Box.Between(a.Min, a.Max) with
            {
                Min = new(Math.Min(a.Min.X, b.Min.X), Math.Min(a.Min.Y, b.Min.Y), Math.Min(a.Min.Z, b.Min.Z)),
                Max = new(Math.Max(a.Max.X, b.Max.X), Math.Max(a.Max.Y, b.Max.Y), Math.Max(a.Max.Z, b.Max.Z)),
            });
        Why Across(Axis axis, double value, string name)
        {
            var sides = present.Skip(1).Count(f => f.Outward().Axis() == axis);
            return new Why(name, Math.Round(value, 3), "mm", "outside lengths - a bend deduction at each bend + returns",
                [
                    new WhyTerm("base, outside", Math.Round(folded.Size[axis], 3), "mm", "as folded"),
                        new WhyTerm("sides, outside, together", Math.Round(sides * folded.Size[up.Axis()], 3), "mm", "as folded"),
                    new WhyTerm("bend deduction, each", -bend.DeductionMm, "mm", $"R {own.RadiusMm}, T {bend.ThicknessMm:0.##}, K "
                        + $"{bend.K}"),
                ], bend.Source);
        }

        return new Compound(
            own.Id, $"Folded sheet, {string.Join(", ", own.Faces.Select(Deck.Name))}", PartKind.Blank, basis.MaterialId, basis.NominalMm,
                length, width, basis.ThicknessMm,
            [.. corners, .. bend.Reliefs(own.Id, corners, length, width), .. bends], [Across(u.Axis(), length, "blank length"),
                Across(v.Axis(), width, "blank width")])
        {
            Pieces = laid,
            SeenFrom = basis.SeenFrom,
            FarSide = basis.FarSide,
        };
    }

    protected override void Join(FoldedSheet own, JointDraft draft)
    {
        FoldStep.Add(draft, own.Id);
        foreach (var bent in Faces.Edges.Where(e => Bent(own, e) && draft.Shell.Panels.ContainsKey(e.Of().A)
            && draft.Shell.Panels.ContainsKey(e.Of().B)))
        {
            BentCorner.RoundEnds(draft, bent, own.RadiusMm + draft.Shell.Panels[own.Faces[0]].ThicknessMm, own.Id);
        }

        foreach (var edge in Faces.Edges)
        {
            if (Returned(own, draft.Design, edge) is not { } outside || Shuts(draft.Design, outside)
                || draft.Shell.Member(ReturnId(own, edge)) is not { } strip || !draft.Shell.Panels.TryGetValue(outside, out var panel))
            {
                continue;
            }

            var rule = new RowRule(own.Id, $"{own.Id}/{Deck.Name(edge)}", EndMm, PitchMostMm, $"{Deck.Name(outside)} to its return");
            draft.Keep(panel, strip.Box.Grow(0.01), strip.Name.ToLowerInvariant());
            switch (own.Join)
            {
                case SheetJoin.Rivets when draft.Design.Panel(outside).Hold == PanelHold.Fixed:
                    Rivets.Row(draft, panel, strip, rule);
                    break;
                case SheetJoin.ScrewsAndNuts:
                    FixingRows.Screw(draft, panel, strip, rule);
                    break;
                default:
                    Rivets.NutRow(draft, panel, strip, rule);
                    break;
            }
        }
    }

    /// <summary>A wider return takes its row farther from the bend.</summary>
    public override IEnumerable<Remedy> MoreRoom(PlanSoFar plan, string partId) =>
        from own in plan.Design.Structures.OfType<FoldedSheet>()
        where own.ReturnMm > 0 && Faces.Edges.Any(e => ReturnId(own, e) == partId)
        select new Remedy("wider-returns", "Make the returns as much wider as it takes", d => Trial.FirstSound(
            plan, "hole-near-bend", d, ((double[])[0.5, 1, 2, 3, 5, 8])
                .Select(more => d.WithStructure<FoldedSheet>(own.Id, s => s with { ReturnMm = s.ReturnMm + more })), f =>
                f.Places.Contains(partId), true));

    private static string ReturnId(FoldedSheet own, EdgeId edge) => $"{own.Id}/return-{Deck.Name(edge)}";

    protected override IEnumerable<Finding> Findings(FoldedSheet own, PlanSoFar plan)
    {
        if (!plan.Shell.Panels.TryGetValue(own.Faces[0], out var basis))
        {
            yield break;
        }

        var material = plan.Catalog.Material(basis.MaterialId);
        if (BendFindings.TooTight(own.Id, own.Id, material, basis.ThicknessMm, own.RadiusMm, (d, r) => d.WithStructure<FoldedSheet>(own.Id,
            s => s with { RadiusMm = r })) is { } tight)
        {
            yield return tight;
        }

        if (own.ReturnMm > 0 && BendFindings.TooShort(own.Id, "Returns", basis.ThicknessMm, own.ReturnMm + basis.ThicknessMm,
            (d, h) => d.WithStructure<FoldedSheet>(own.Id, s => s with { ReturnMm = Math.Ceiling(h - basis.ThicknessMm) })) is { } shorter)
        {
            yield return shorter;
        }
    }
}
