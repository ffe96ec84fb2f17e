using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>A body whose faces are printed in one, or in pieces that pins, screws or glue flanges join.</summary>
public sealed class PrintedBodySystem : ConstructionSystem<PrintedBody>
{
    private const double AnchorScrewMm = 3;

    /// <summary>From both edges of a face to its anchor points, mm; farther in where a block stands in the corner.</summary>
    private static readonly double[] AnchorInsetsMm = [15, 22, 30, 40];

    /// <summary>Flanges lap at least so much, mm [R].</summary>
    private const double LeastLapMm = 6;

    public override string Key => "printedBody";
    public override string Name => "Printed body";
    public override string About => "Faces printed as one body, split to the printer's bed and joined by pins, screws or glue flanges, "
        + "with anchors on every side.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<PrintedBody>> Asked { get; } =
    [
        Asking.Plain<PrintedBody>(AskKind.Faces, "faces", "Printed faces"),
        Asking.Material<PrintedBody>("materialId", "Filament", s => s.MaterialId),
        Asking.Length<PrintedBody>("wallMm", "Wall", s => s.WallMm, 0.8, 40),
        Asking.Length<PrintedBody>("skinMm", "Skin", s => s.SkinMm, 0.4, 10),
        Asking.Number<PrintedBody>("infill", "Infill, 0 to 1", s => s.Infill, 0, 1),
        Asking.Choice<PrintedBody, PieceJoin>("join", "Pieces joined by", (PieceJoin.Pins, "glued pins"),
            (PieceJoin.Screws, "screwed straps"), (PieceJoin.GlueFlanges, "lapped flanges")),
        Asking.Plain<PrintedBody>(AskKind.Flag, "anchors", "Anchor points on every side"),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Structures = [.. design.Structures, new PrintedBody(id, [Face.Bottom, Face.Left, Face.Right, Face.Front, Face.Back], "petg", 7, 1.2,
            0.2, PieceJoin.Pins, true)],
    };

    protected override void Check(StructureCheck check, PrintedBody own, Design design)
    {
        PrintedChecks.Plastic(check, own.MaterialId);
        if (own.Faces.Count is 0 || own.Faces.Distinct().Count() != own.Faces.Count)
        {
            check.Refuse("faces", $"faces holds {own.Faces.Count} entries: it must name 1 to 6 faces, each once.");
        }
    }

    protected override IReadOnlyList<Face> Makes(PrintedBody own) => own.Faces;

    protected override Design Spread(PrintedBody own, Design design, Catalog catalog) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => own.Faces.Contains(p.Face)
                ? p with { MaterialId = own.MaterialId, NominalMm = own.WallMm, MeasuredMm = own.WallMm, InsetMm = 0 } : p)],
            Edges = [.. design.Box.Edges.Select(e => own.Faces.Contains(e.Id.Of().A) && own.Faces.Contains(e.Id.Of().B)
                ? e with { Joint = JointKind.Bent, DepthMm = null, BlockBarId = null } : e)],
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
                box = side.Sign() > 0 ? box with { Max = box.Max.With(side.Axis(), end) }
                    : box with { Min = box.Min.With(side.Axis(), end) };
            }

            draft.Panels[face] = draft.Panels[face].Resized(box) with { LeafOf = own.Id };
        }

        List<PrintedWall> walls = [.. present.Select(f => new PrintedWall(draft.Panels[f].Id, draft.Panels[f].Box, f.Outward().Axis()))];
        var rule = new SeamRule([.. present.SelectMany(f => PrintedChecks.Fixed(draft.Fit, f))], own.Join == PieceJoin.GlueFlanges
            ? Math.Round(Math.Max(LeastLapMm, own.WallMm), 1) : 0);
        var job = PrintJobs.Of([.. walls.Select(w => w.Box)], draft.Catalog.Material(own.MaterialId), own.SkinMm, own.Infill, draft.Shop,
            Word(own, rule), rule);
        if (own.Join == PieceJoin.Pins)
        {
            job = job with { Pins = SeamPin.Of(job, walls, rule) };
        }

        foreach (var (face, panel) in draft.Panels.Where(p => present.Contains(p.Key)).ToList())
        {
            draft.Panels[face] = panel with { NoBores = PrintedChecks.NoBores(panel, job) };
        }

        if (own.Join == PieceJoin.Screws)
        {
            draft.Members.AddRange(SeamStraps.Lay(own, draft, job, walls, rule));
        }

        var size = draft.Fit.Envelope.Outer.Size;
        draft.Compounds.Add(new Compound(own.Id, $"Printed body, {string.Join(", ", present.Select(Deck.Name))}", PartKind.Printed,
            own.MaterialId, own.WallMm, size.X, size.Y, own.WallMm, [], PrintedChecks.Whys(job))
        { Print = job });
    }

    private static string Word(PrintedBody own, SeamRule rule) => own.Join switch
    {
        PieceJoin.Pins => PrintedChecks.PinWord(own.WallMm),
        PieceJoin.Screws => "straps over each seam inside, two in each wall, M3 screws into inserts",
        _ => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"glue flanges: half of each wall laps {rule.LapMm:0.#} mm "
            + $"over the next piece"),
    };

    protected override void Join(PrintedBody own, JointDraft draft)
    {
        var compound = draft.Shell.Compounds.FirstOrDefault(c => c.Id == own.Id);
        if (compound?.Print is not { } job)
        {
            return;
        }

        PrintedChecks.Buy(draft, own.Id, own.MaterialId, job);
        PrintedChecks.BuyPins(draft, job);
        SeamStraps.Join(own, draft);
        if (!own.Anchors || own.WallMm < HeatInsert.DeepMm + 1)
        {
            return;
        }

        foreach (var (face, panel) in draft.Shell.Panels.Where(p => p.Value.LeafOf == own.Id))
        {
            var into = face.Outward();
            var way = new FixingWay(
                FixingKind.Insert, draft.Fit.Envelope.InnerPlane(face),
                    [HeatInsert.Seat(panel, into.Opposite(), own.Id, "anchor point, insert M3", 0, "in from both edges of the face, "
                    + "clear of what stands there")],
                // and the screw that comes later
                [HeatInsert.Piece(0), new(PieceKind.Shank, -AnchorScrewMm, 0, AnchorScrewMm)], [],
                    [new BoughtPiece("insert", "M3 heat-set insert, anchor point", 1, HeatInsert.Cents)]);
            foreach (var corner in Enumerable.Range(0, Anchors(panel, AnchorInsetsMm[0]).Count()))
            {
                draft.Fixings.Add(new FixingSet(
                    $"{own.Id}/anchor/{Deck.Name(face)}-{corner + 1}", own.Id, $"Anchor points of the {Deck.Name(face)}", into,
                    [.. AnchorInsetsMm.Select(inset => Anchors(panel, inset).ElementAtOrDefault(corner)).Where(uv => uv != default)
                        .Select(uv => new PointsLocus([panel.Frame.ToSpace(uv)]))], [way])
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
                new Remedy("thicker", "Print the walls 7 mm thick", d => d.WithStructure<PrintedBody>(own.Id, b => b with
                { WallMm = Math.Max(b.WallMm, 7) })),
                new Remedy("flanges", "Join the pieces by glue flanges", d => d.WithStructure<PrintedBody>(own.Id, b => b with
                { Join = PieceJoin.GlueFlanges })));
        }

        if (own.Join == PieceJoin.Screws && SeamStraps.Wanting(own, plan) is > 0 and var wanting)
        {
            yield return Finding.Of("seam-without-straps", Severity.Warn,
                own.WallMm < HeatInsert.DeepMm + 1
                    ? $"The body is printed in pieces, and a wall of {Say.Mm(own.WallMm)} mm takes no insert of "
                        + $"{Say.Mm(HeatInsert.DeepMm)} mm for the straps over their seams."
                    : $"{wanting} of the straps over the seams of the body find no room beside what stands inside.",
                [own.Id],
                new Remedy("thicker", "Print the walls 7 mm thick", d => d.WithStructure<PrintedBody>(own.Id, b => b with
                { WallMm = Math.Max(b.WallMm, 7) })),
                new Remedy("pins", "Join the pieces by pins", d => d.WithStructure<PrintedBody>(own.Id, b => b with
                { Join = PieceJoin.Pins })),
                new Remedy("flanges", "Join the pieces by glue flanges", d => d.WithStructure<PrintedBody>(own.Id, b => b with
                { Join = PieceJoin.GlueFlanges })));
        }

        if (own.Anchors && own.WallMm < HeatInsert.DeepMm + 1)
        {
            yield return Finding.Of("anchor-wall-thin", Severity.Warn,
                $"A printed wall of {Say.Mm(own.WallMm)} mm takes no insert of {Say.Mm(HeatInsert.DeepMm)} mm: it needs "
                    + $"{Say.Mm(HeatInsert.DeepMm + 1)} mm.",
                [own.Id], new Remedy("thicker", $"Print the walls {Say.Mm(HeatInsert.DeepMm + 1)} mm thick",
                    d => d.WithStructure<PrintedBody>(own.Id, b => b with { WallMm = HeatInsert.DeepMm + 1 })));
        }
    }
}
