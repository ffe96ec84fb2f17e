using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>Printed ends with bars between them.</summary>
public sealed class PrintedEndsSystem : ConstructionSystem<PrintedEnds>
{
    /// <summary>A socket is so much deeper than the bar stands in it, mm.</summary>
    private const double SocketPlayMm = 0.3;

    private static readonly EdgeId[] RailEdges = [EdgeId.FrontBottom, EdgeId.FrontTop, EdgeId.BackBottom, EdgeId.BackTop];

    public override string Key => "printedEnds";
    public override string Name => "Printed ends over rails";
    public override string About => "Two printed ends take four bars in sockets; thin panels are screwed to the bars.";
    public override bool HoldsPanels => true;

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

    protected override IReadOnlyList<Face> Makes(PrintedEnds own) => [Face.Left, Face.Right];

    protected override Design Spread(PrintedEnds own, Design design, Catalog catalog) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => p.Face is Face.Left or Face.Right
                ? p with { MaterialId = own.MaterialId, NominalMm = own.ThicknessMm, MeasuredMm = own.ThicknessMm, InsetMm = 0 } : p)],
            Edges =
            [
                .. design.Box.Edges.Select(e => RailEdges.Contains(e.Id) && e.Joint != JointKind.Loose
                    ? e with { Joint = JointKind.OnRail, DepthMm = null, BlockBarId = null }
                    : e.Id.Of().A is Face.Left or Face.Right || e.Id.Of().B is Face.Left or Face.Right
                        ? e with { Joint = JointKind.InRail, Covers = e.Id.Of().A is Face.Left or Face.Right ? e.Id.Of().A : e.Id.Of()
                        .B, DepthMm = null, BlockBarId = null } : e),
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
                var rule = new SeamRule([.. PrintedChecks.Fixed(draft.Fit, face)], 0);
                var job = PrintJobs.Of([end.Box], draft.Catalog.Material(own.MaterialId), own.SkinMm, own.Infill, draft.Shop,
                    PrintedChecks.PinWord(own.ThicknessMm), rule);
                job = job with { Pins = SeamPin.Of(job, [new PrintedWall(end.Id, end.Box, Axis.X)], rule) };
                draft.Panels[face] = end with { Print = job, NoBores = PrintedChecks.NoBores(end, job) };
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
                box = box.WithSpan(side.Axis(), Math.Min(plane, plane - (side.Sign() * size)),
                    Math.Max(plane, plane - (side.Sign() * size)));
            }

            draft.Members.Add(BarPlacing.Solid($"{own.Id}/{Deck.Name(edge)}", $"Bar {Deck.Name(a)} {Deck.Name(b)}", PartKind.Member, bar,
                box, Axis.X, a.Outward(), bar.HeightMm));
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
                    draft.Cut(end, Recess.Of(end, face.Outward().Opposite(), seat, $"{Deck.Name(edge)}/socket", own.Id,
                        $"socket for {rail.Name.ToLowerInvariant()}", $"bar {rail.WidthMm} x {rail.ThicknessMm} mm and {clear:0.##} mm, "
                        + $"fit {own.Fit.ToString().ToLowerInvariant()}"));
                    EndFixing.AddSeated(draft, end, rail, face.Outward(), own.ThicknessMm - own.SocketMm - SocketPlayMm, own.Id,
                        $"{own.Id}/{Deck.Name(edge)}/{Deck.Name(face)}");
                }
            }

            foreach (var (face, i) in ((Face[])[edge.Of().A, edge.Of().B]).Select((f, i) => (f, i)))
            {
                if (draft.Shell.Panels.TryGetValue(face, out var panel) && draft.Design.Panel(face)
                    .Hold is PanelHold.Fixed or PanelHold.Removable)
                {
                    draft.Keep(panel, rail.Box.Grow(0.01), rail.Name.ToLowerInvariant());
                    FixingRows.Screw(draft, panel, rail, new RowRule(own.Id, $"{own.Id}/{Deck.Name(edge)}/{Deck.Name(face)}", 20 + (i * 12),
                        160, $"screw to {rail.Name.ToLowerInvariant()}"));
                }
            }
        }

        foreach (var end in draft.Shell.Panels.Values.Where(p => p.Print is not null && p.MaterialId == own.MaterialId))
        {
            PrintedChecks.Buy(draft, end.Id, own.MaterialId, end.Print!);
            PrintedChecks.BuyPins(draft, end.Print!);
        }
    }
}
