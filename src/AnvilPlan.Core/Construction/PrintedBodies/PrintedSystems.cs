using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>A body whose faces are printed in one, or in pieces that pins, screws or glue flanges join.</summary>
public sealed class PrintedBodySystem : ConstructionSystem<PrintedBody>
{
    private const long PinCents = 20;
    private const double AnchorScrewMm = 3;

    /// <summary>From both edges of a face to its anchor points, mm; farther in where a block stands in the corner.</summary>
    private static readonly double[] AnchorInsetsMm = [15, 22, 30, 40];

    private const double InsertHoleMm = 4;
    private const double InsertDeepMm = 5;
    private const long InsertCents = 15;
    private const double SetUpMin = 15;

    public override string Key => "printedBody";
    public override string Name => "Printed body";
    public override string About => "Faces printed as one body, split to the printer's bed and joined by pins, screws or glue flanges, with anchors on every side.";

    protected override IReadOnlyList<Asked<PrintedBody>> Asked { get; } =
    [
        Asking.Plain<PrintedBody>(AskKind.Faces, "faces", "Printed faces"),
        Asking.Material<PrintedBody>("materialId", "Filament", s => s.MaterialId),
        Asking.Length<PrintedBody>("wallMm", "Wall", s => s.WallMm, 0.8, 40),
        Asking.Length<PrintedBody>("skinMm", "Skin", s => s.SkinMm, 0.4, 10),
        Asking.Number<PrintedBody>("infill", "Infill, 0 to 1", s => s.Infill, 0, 1),
        Asking.Choice<PrintedBody, PieceJoin>("join", "Pieces joined by", (PieceJoin.Pins, "pins"), (PieceJoin.Screws, "screws"), (PieceJoin.GlueFlanges, "glue flanges")),
        Asking.Plain<PrintedBody>(AskKind.Flag, "anchors", "Anchor points on every side"),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Structures = [.. design.Structures, new PrintedBody(id, [Face.Bottom, Face.Left, Face.Right, Face.Front, Face.Back], "petg", 7, 1.2, 0.2, PieceJoin.Pins, true)],
    };

    protected override void Check(StructureCheck check, PrintedBody own, Design design)
    {
        PrintedChecks.Plastic(check, own.MaterialId);
        if (own.Faces.Count is 0 || own.Faces.Distinct().Count() != own.Faces.Count)
        {
            check.Refuse("faces", $"faces holds {own.Faces.Count} entries: it must name 1 to 6 faces, each once.");
        }

        if (design.Structures.OfType<PrintedBody>().FirstOrDefault(o => o != own && o.Faces.Intersect(own.Faces).Any()) is { } other)
        {
            check.Refuse("faces", $"faces holds {Deck.Name(own.Faces.First(other.Faces.Contains))}: that face belongs to {other.Id} already.");
        }
    }

    protected override Design Spread(PrintedBody own, Design design, Catalog catalog) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => own.Faces.Contains(p.Face) ? p with { MaterialId = own.MaterialId, NominalMm = own.WallMm, MeasuredMm = own.WallMm, InsetMm = 0 } : p)],
            Edges = [.. design.Box.Edges.Select(e => own.Faces.Contains(e.Id.Of().A) && own.Faces.Contains(e.Id.Of().B) ? e with { Joint = JointKind.Bent, DepthMm = null, BlockBarId = null } : e)],
        },
    };

    protected override void Lay(PrintedBody own, ShellDraft draft)
    {
        var present = own.Faces.Where(draft.Panels.ContainsKey).ToList();
        if (present.Count == 0)
        {
            return;
        }

        // one body: each face stops where the faces before it begin, so that no plastic is counted twice
        foreach (var (face, i) in present.Select((f, i) => (f, i)))
        {
            var box = draft.Panels[face].Box;
            foreach (var side in present.Take(i).Where(f => f.Outward().Axis() != face.Outward().Axis()).Select(f => f.Outward()))
            {
                var end = draft.Fit.Envelope.InnerPlane(Faces.Of(side));
                box = side.Sign() > 0 ? box with { Max = box.Max.With(side.Axis(), end) } : box with { Min = box.Min.With(side.Axis(), end) };
            }

            draft.Panels[face] = draft.Panels[face].Resized(box) with { LeafOf = own.Id };
        }

        var solids = present.Select(f => draft.Panels[f].Box).ToList();
        var job = PrintJobs.Of(solids, draft.Catalog.Material(own.MaterialId), own.SkinMm, own.Infill, draft.Shop, Word(own));
        if (own.Join == PieceJoin.Pins && job.Count > 1)
        {
            job = job with { Pins = SeamPin.Of(job, [.. present.Select(f => (draft.Panels[f].Id, draft.Panels[f].Box, f.Outward().Axis()))]) };
        }

        var size = draft.Fit.Envelope.Outer.Size;
        draft.Compounds.Add(new Compound(own.Id, $"Printed body, {string.Join(", ", present.Select(Deck.Name))}", PartKind.Printed, own.MaterialId, own.WallMm, size.X, size.Y, own.WallMm, [], PrintedChecks.Whys(job)) { Print = job });
    }

    private static string Word(PrintedBody own) => own.Join switch { PieceJoin.Pins => SeamPin.PinFor(own.WallMm) is { } pin ? $"two {pin:0.#} mm pins in each wall, glued" : "glue alone: the wall is too thin for pins", PieceJoin.Screws => "two M3 screws and inserts in each joint", _ => "glue flanges, stepped 2 mm" };

    protected override void Join(PrintedBody own, JointDraft draft)
    {
        var compound = draft.Shell.Compounds.FirstOrDefault(c => c.Id == own.Id);
        if (compound?.Print is not { } job)
        {
            return;
        }

        PrintedChecks.Buy(draft, own.Id, own.MaterialId, job);
        draft.Steps.Add(new WorkStep("print/" + own.Id, $"Set up and clear {job.Count} prints, {job.Hours:0.#} h on the printer", job.Count * SetUpMin, [own.Id]) { Stage = WorkStage.Form });
        if (job.Joints > 0)
        {
            if (own.Join == PieceJoin.Screws)
            {
                draft.Bought.Add(new BoughtPiece("insert", "M3 heat-set insert with screw M3 x 12", 2 * job.Joints, InsertCents + 6));
            }

            draft.Bought.AddRange(job.Pins.GroupBy(p => (p.PinMm, p.HoleMm)).Select(g => new BoughtPiece("pin", $"steel pin {g.Key.PinMm:0.#} x {SeamPin.LengthMm:0}, holes printed {g.Key.HoleMm:0.#}", g.Count(), PinCents)));
        }

        if (!own.Anchors || own.WallMm < InsertDeepMm + 1)
        {
            return;
        }

        foreach (var (face, panel) in draft.Shell.Panels.Where(p => p.Value.LeafOf == own.Id))
        {
            var into = face.Outward();
            var way = new FixingWay(
                FixingKind.Insert, draft.Fit.Envelope.InnerPlane(face),
                [
                    new WayLayer(panel.Id, panel, LayerRole.Seat, 0, InsertDeepMm, InsertHoleMm, (id, at) => FixingRows.Bored(panel, into.Opposite(), at, new Hole(
                        id, own.Id, "anchor point, insert M3", WorkedFrom.Seen, default, InsertHoleMm, InsertDeepMm, null, null, null,
                        "heat-set insert M3: 4.0 mm [R]; verify by test piece", "in from both edges of the face, clear of what stands there", "length of the insert"))),
                ],
                // and the screw that comes later
                [new(PieceKind.Peg, 0, InsertDeepMm, InsertHoleMm), new(PieceKind.Shank, -AnchorScrewMm, 0, AnchorScrewMm)], [], [new BoughtPiece("insert", "M3 heat-set insert, anchor point", 1, InsertCents)]);
            foreach (var corner in Enumerable.Range(0, Anchors(panel, AnchorInsetsMm[0]).Count()))
            {
                draft.Fixings.Add(new FixingSet(
                    $"{own.Id}/anchor/{Deck.Name(face)}-{corner + 1}", own.Id, $"Anchor points of the {Deck.Name(face)}", into,
                    [.. AnchorInsetsMm.Select(inset => Anchors(panel, inset).ElementAtOrDefault(corner)).Where(uv => uv != default).Select(uv => new PointsLocus([panel.Frame.ToSpace(uv)]))], [way])
                { Optional = true });
            }
        }
    }

    private static IEnumerable<Uv> Anchors(SolidPart panel, double inset) =>
        panel.LengthMm < 3 * inset || panel.WidthMm < 3 * inset ? [] :
        from u in (double[])[inset, panel.LengthMm - inset] from v in (double[])[inset, panel.WidthMm - inset] select new Uv(u, v);

    protected override IEnumerable<Finding> Findings(PrintedBody own, PlanSoFar plan)
    {
        if (own.Join == PieceJoin.Pins && plan.Shell.Compounds.FirstOrDefault(c => c.Id == own.Id)?.Print is { Count: > 1, Pins.Count: 0 })
        {
            yield return Finding.Of("seam-without-pins", Severity.Warn,
                $"The body is printed in pieces, and a wall of {Say.Mm(own.WallMm)} mm takes no pin at their seams.",
                [own.Id],
                new Remedy("thicker", "Print the walls 7 mm thick", d => d.WithStructure<PrintedBody>(own.Id, b => b with { WallMm = Math.Max(b.WallMm, 7) })),
                new Remedy("flanges", "Join the pieces by glue flanges", d => d.WithStructure<PrintedBody>(own.Id, b => b with { Join = PieceJoin.GlueFlanges })));
        }

        if (own.Anchors && own.WallMm < InsertDeepMm + 1)
        {
            yield return Finding.Of("anchor-wall-thin", Severity.Warn,
                $"A printed wall of {Say.Mm(own.WallMm)} mm takes no insert of {Say.Mm(InsertDeepMm)} mm: it needs {Say.Mm(InsertDeepMm + 1)} mm.",
                [own.Id], new Remedy("thicker", $"Print the walls {Say.Mm(InsertDeepMm + 1)} mm thick", d => d.WithStructure<PrintedBody>(own.Id, b => b with { WallMm = InsertDeepMm + 1 })));
        }
    }
}

/// <summary>What printed structures have in common.</summary>
internal static class PrintedChecks
{
    public static void Plastic(StructureCheck check, string materialId)
    {
        if (check.Catalog.HasMaterial(materialId) && check.Catalog.Material(materialId).Family != MaterialFamily.Printed)
        {
            check.Refuse("materialId", $"materialId is \"{materialId}\": it must be a filament, one of {string.Join(", ", check.Catalog.Materials.Where(m => m.Family == MaterialFamily.Printed).Select(m => m.Id))}.");
        }
    }

    public static IReadOnlyList<Why> Whys(PrintJob job) =>
    [
        new Why("plastic", job.MassG, "g", "skin x surface + infill x the rest, times density", [new WhyTerm("skin", job.WallMm, "mm", "print settings"), new WhyTerm("infill", job.Infill, "", "print settings")], job.Why),
        new Why("hours", job.Hours, "h", "plastic / flow + layers x overhead", [new WhyTerm("pieces", job.Count, "", "bed split")], job.Why),
    ];

    public static void Buy(JointDraft draft, string id, string materialId, PrintJob job) =>
        draft.Bought.Add(new BoughtPiece("filament", $"{draft.Catalog.Material(materialId).Name}, {draft.Shop.Printing.FilamentMm:0.##} mm, {Math.Ceiling(job.MassG)} g for {id}", 1, (long)Math.Ceiling(job.MassG * draft.Shop.Printing.CentsPerGram)));
}

/// <summary>Printed ends with bars between them.</summary>
public sealed class PrintedEndsSystem : ConstructionSystem<PrintedEnds>
{
    /// <summary>A socket is so much deeper than the bar stands in it, mm.</summary>
    private const double SocketPlayMm = 0.3;

    private static readonly EdgeId[] RailEdges = [EdgeId.FrontBottom, EdgeId.FrontTop, EdgeId.BackBottom, EdgeId.BackTop];

    public override string Key => "printedEnds";
    public override string Name => "Printed ends over rails";
    public override string About => "Two printed ends take four bars in sockets; thin panels are screwed to the bars.";

    protected override IReadOnlyList<Asked<PrintedEnds>> Asked { get; } =
    [
        Asking.Material<PrintedEnds>("materialId", "Filament", s => s.MaterialId),
        Asking.Length<PrintedEnds>("thicknessMm", "Ends", s => s.ThicknessMm, 4, 60),
        Asking.Bar<PrintedEnds>("railBarId", "Bars", s => s.RailBarId),
        Asking.Length<PrintedEnds>("socketMm", "Sockets", s => s.SocketMm, 2, 55),
        Asking.Fit<PrintedEnds>("fit", "Fit"),
        Asking.Length<PrintedEnds>("skinMm", "Skin", s => s.SkinMm, 0.4, 10),
        Asking.Number<PrintedEnds>("infill", "Infill, 0 to 1", s => s.Infill, 0, 1),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Structures = [.. design.Structures, new PrintedEnds(id, "petg", 14, 1.6, 0.35, "aluminium-6061-15x15", 8, FitClass.Snug)],
    };

    protected override void Check(StructureCheck check, PrintedEnds own, Design design)
    {
        PrintedChecks.Plastic(check, own.MaterialId);
        if (own.SocketMm > own.ThicknessMm - 2)
        {
            check.Refuse("socketMm", $"socketMm is {own.SocketMm}: at least 2 mm of the end's {own.ThicknessMm} mm must be left.");
        }

        if (check.Catalog.HasBar(own.RailBarId) && check.Catalog.Bar(own.RailBarId).Shape != BarShape.Solid)
        {
            check.Refuse("railBarId", $"railBarId is \"{own.RailBarId}\": a screw goes into its end, so it must be solid.");
        }

        if (((Face[])[Face.Left, Face.Right]).Any(f => design.Panel(f).Hold is PanelHold.Open or PanelHold.Hinged))
        {
            check.Refuse("id", "left or right is open or hinged: both are printed ends.");
        }
    }

    protected override Design Spread(PrintedEnds own, Design design, Catalog catalog) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => p.Face is Face.Left or Face.Right ? p with { MaterialId = own.MaterialId, NominalMm = own.ThicknessMm, MeasuredMm = own.ThicknessMm, InsetMm = 0 } : p)],
            Edges =
            [
                .. design.Box.Edges.Select(e => RailEdges.Contains(e.Id) && e.Joint != JointKind.Loose ? e with { Joint = JointKind.OnRail, DepthMm = null, BlockBarId = null }
                    : e.Id.Of().A is Face.Left or Face.Right || e.Id.Of().B is Face.Left or Face.Right ? e with { Joint = JointKind.InRail, Covers = e.Id.Of().A is Face.Left or Face.Right ? e.Id.Of().A : e.Id.Of().B, DepthMm = null, BlockBarId = null } : e),
            ],
        },
    };

    protected override void Lay(PrintedEnds own, ShellDraft draft)
    {
        var bar = draft.Catalog.Bar(own.RailBarId);
        foreach (var face in (Face[])[Face.Left, Face.Right])
        {
            if (draft.Panels.TryGetValue(face, out var end))
            {
                draft.Panels[face] = end with { Print = PrintJobs.Of([end.Box], draft.Catalog.Material(own.MaterialId), own.SkinMm, own.Infill, draft.Shop, "two 6 mm pins in each joint, glued") };
            }
        }

        var inner = draft.Fit.Envelope.Inner;
        foreach (var edge in RailEdges)
        {
            var (a, b) = edge.Of();
            var box = inner.WithSpan(Axis.X, inner.Min.X - own.SocketMm, inner.Max.X + own.SocketMm);
            foreach (var (face, size) in ((Face, double)[])[(a, bar.HeightMm), (b, bar.WidthMm)])
            {
                var side = face.Outward();
                var plane = inner.Side(side);
                box = box.WithSpan(side.Axis(), Math.Min(plane, plane - (side.Sign() * size)), Math.Max(plane, plane - (side.Sign() * size)));
            }

            draft.Members.Add(BarPlacing.Solid($"{own.Id}/{Deck.Name(edge)}", $"Bar {Deck.Name(a)} {Deck.Name(b)}", PartKind.Member, bar, box, Axis.X, a.Outward(), bar.HeightMm));
        }
    }

    protected override void Join(PrintedEnds own, JointDraft draft)
    {
        var tolerance = draft.Shop.ToleranceOf(ShopProcess.Printer).PlusMinusMm;
        // a bar is drawn to its size: only the print is off
        var clear = Math.Max(0, own.Fit.ClearanceMm(tolerance, 0));
        foreach (var edge in RailEdges)
        {
            if (draft.Shell.Member($"{own.Id}/{Deck.Name(edge)}") is not { } rail)
            {
                continue;
            }

            foreach (var face in (Face[])[Face.Left, Face.Right])
            {
                if (draft.Shell.Panels.TryGetValue(face, out var end))
                {
                    var seat = rail.Box.Intersect(end.Box).Grow(clear / 2);
                    var plane = draft.Fit.Envelope.InnerPlane(face);
                    var deep = plane + (face.Outward().Sign() * (own.SocketMm + SocketPlayMm));
                    seat = seat.WithSpan(Axis.X, Math.Min(plane, deep), Math.Max(plane, deep));
                    draft.Cut(end, Recess.Of(end, face.Outward().Opposite(), seat, $"{Deck.Name(edge)}/socket", own.Id, $"socket for {rail.Name.ToLowerInvariant()}", $"bar {rail.WidthMm} x {rail.ThicknessMm} mm and {clear:0.##} mm, fit {own.Fit.ToString().ToLowerInvariant()}"));
                    EndFixing.AddSeated(draft, end, rail, face.Outward(), own.ThicknessMm - own.SocketMm - SocketPlayMm, own.Id, $"{own.Id}/{Deck.Name(edge)}/{Deck.Name(face)}");
                }
            }

            foreach (var (face, i) in ((Face[])[edge.Of().A, edge.Of().B]).Select((f, i) => (f, i)))
            {
                if (draft.Shell.Panels.TryGetValue(face, out var panel) && draft.Design.Panel(face).Hold is PanelHold.Fixed or PanelHold.Removable)
                {
                    draft.Keep(panel, rail.Box.Grow(0.01), rail.Name.ToLowerInvariant());
                    FixingRows.Screw(draft, panel, rail, new RowRule(own.Id, $"{own.Id}/{Deck.Name(edge)}/{Deck.Name(face)}", 20 + (i * 12), 160, $"screw to {rail.Name.ToLowerInvariant()}"));
                }
            }
        }

        foreach (var end in draft.Shell.Panels.Values.Where(p => p.Print is not null && p.MaterialId == own.MaterialId))
        {
            PrintedChecks.Buy(draft, end.Id, own.MaterialId, end.Print!);
            draft.Steps.Add(new WorkStep("print/" + end.Id, $"Set up and clear {end.Print!.Count} prints, {end.Print.Hours:0.#} h on the printer", end.Print.Count * 15, [end.Id]) { Stage = WorkStage.Form });
        }
    }
}

/// <summary>Printed feet with a passage for the screwdriver.</summary>
public sealed class PrintedFeetSystem : ConstructionSystem<PrintedFeet>
{
    private const double PassageMm = 8;

    public override string Key => "printedFeet";
    public override string Name => "Printed feet";
    public override string About => "Feet of the height that the air wants, with a hole through which the screw behind them is reached.";

    protected override IReadOnlyList<Asked<PrintedFeet>> Asked { get; } =
    [
        Asking.Material<PrintedFeet>("materialId", "Filament", s => s.MaterialId),
        Asking.Length<PrintedFeet>("sizeMm", "Foot", s => s.SizeMm, PassageMm + 4, 100),
        Asking.Length<PrintedFeet>("heightMm", "Height", s => s.HeightMm, 3, 200),
        Asking.Length<PrintedFeet>("insetMm", "From the edges", s => s.InsetMm, 0, 500),
        Asking.Number<PrintedFeet>("infill", "Infill, 0 to 1", s => s.Infill, 0, 1),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Box = design.Box with { Feet = null },
        Structures = [.. design.Structures, new PrintedFeet(id, "petg", 24, 15, 12, 0.4)],
    };

    protected override void Check(StructureCheck check, PrintedFeet own, Design design)
    {
        PrintedChecks.Plastic(check, own.MaterialId);
        if (design.Panel(Face.Bottom).Hold == PanelHold.Open)
        {
            check.Refuse("id", "the bottom is open: feet want a bottom to be screwed to.");
        }
    }

    protected override void Lay(PrintedFeet own, ShellDraft draft)
    {
        if (!draft.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        var i = 0;
        foreach (var x in (double[])[floor.Box.Min.X + own.InsetMm, floor.Box.Max.X - own.InsetMm - own.SizeMm])
        {
            foreach (var y in (double[])[floor.Box.Min.Y + own.InsetMm, floor.Box.Max.Y - own.InsetMm - own.SizeMm])
            {
                var box = new Box(new(x, y, floor.Box.Min.Z - own.HeightMm), new(x + own.SizeMm, y + own.SizeMm, floor.Box.Min.Z));
                draft.Members.Add(new SolidPart($"{own.Id}/{++i}", $"Printed foot {i}", PartKind.Printed, own.MaterialId, own.HeightMm, box, SolidPart.FrameOf(box, Direction.Right, Direction.Back, false), "above", "below", null)
                {
                    Print = PrintJobs.Of([box], draft.Catalog.Material(own.MaterialId), 1.2, own.Infill, draft.Shop, ""),
                });
            }
        }
    }

    protected override void Join(PrintedFeet own, JointDraft draft)
    {
        if (!draft.Shell.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        for (var i = 1; i <= 4; i++)
        {
            if (draft.Shell.Member($"{own.Id}/{i}") is { } foot)
            {
                // the head stands in the passage, a third of the way down
                var seat = own.HeightMm / 3;
                FootFixing.Add(draft, foot, floor, seat, PassageMm, own.Id, $"{own.Id}/{i}");
                PrintedChecks.Buy(draft, foot.Id, own.MaterialId, foot.Print!);
            }
        }
    }
}
