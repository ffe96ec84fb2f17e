using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Construction.BentWraps;

/// <summary>Lays the strip with its corners, rounds the ends to it, and gives the flat blank with its cuts.</summary>
public sealed class BentWrapSystem : ConstructionSystem<BentWrap>
{
    private const double BlockClearMm = 0.2;

    /// <summary>What has to stay flat between two corners, mm.</summary>
    private const double LeastFlatMm = 10;

    public override string Key => "bentWrap";
    public override string Name => "Bent wrap";
    public override string About => "A strip of wood that turns round corners between two ends; each corner by the school that suits it.";
    public override bool HoldsPanels => true;

    protected override IReadOnlyList<Asked<BentWrap>> Asked { get; } =
    [
        Asking.Length<BentWrap>("webMm", "Web under the kerfs", s => s.WebMm, 0.5, 6, "by the wood"),
        Asking.Number<BentWrap>("cutterTaperDeg", "Taper of the cutter, degrees", s => s.CutterTaperDeg, 2, 30, " degrees"),
        Asking.Length<BentWrap>("cutterTipMm", "Tip of the cutter", s => s.CutterTipMm, 0.2, 4),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id)
    {
        Face[] path = [Face.Front, Face.Top, Face.Back];
        return design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => path.Contains(p.Face) ? p with { Hold = PanelHold.Fixed, InsetMm = 0 }
                    : p.Face == Face.Bottom ? p with { Hold = PanelHold.Removable, Fit = p.Fit ?? FitClass.Sliding } : p)],
                Edges = [.. design.Box.Edges.Select(e => Settled(e, path))],
            },
            Structures = [.. design.Structures,
                new BentWrap(id, path, [new WrapCorner(EdgeId.FrontTop, CornerMethod.StraightKerf, 60, CornerMethod.CornerBlock),
                new WrapCorner(EdgeId.BackTop, CornerMethod.StraightKerf, 60, CornerMethod.CornerBlock)], null)],
        };
    }

    /// <summary>
    /// Every school for an edge of the box as it is, whether or not a wrap turns there yet. Empty when a face is open or not of wood.
    /// </summary>
    public static IReadOnlyList<CornerOption> Compare(Design design, Catalog catalog, ShopProfile shop, EdgeId edge, double radiusMm) =>
        Wooden(design, catalog, edge)
        ? CornerSchools.Compare(new WrapCorner(edge, CornerMethod.Mitred, radiusMm, null), new BentWrap("edge", [edge.Of().A, edge.Of().B],
            [], null), design, catalog, shop)
        : [];

    /// <summary>
    /// The design with that corner turned so: in the wrap that is there, longer by a face if it ends there, or in a new one. Null when that
    /// cannot be.
    /// </summary>
    public static Design? Turned(Design design, Catalog catalog, EdgeId edge, CornerMethod method, double radiusMm)
    {
        var (a, b) = edge.Of();
        var corner = new WrapCorner(edge, method, radiusMm, null);
        if (!Wooden(design, catalog, edge))
        {
            return null;
        }

        if (design.Structures.OfType<BentWrap>().FirstOrDefault() is not { } wrap)
        {
            var id = design.Structures.Any(s => s.Id == "bent-wrap") || design.Trays.Any(t => t.Id == "bent-wrap") ? "bent-wrap-2"
                : "bent-wrap";
            return Over(design, [a, b]) with { Structures = [.. design.Structures, new BentWrap(id, [a, b], [corner], null)] };
        }

        if (wrap.Corners.Any(c => c.Edge == edge))
        {
            return Changed(design, wrap, corner, c => c with { Method = method, RadiusMm = radiusMm });
        }

        var longer = wrap.Path[^1] == a || wrap.Path[^1] == b ? wrap with
        {
            Path = [.. wrap.Path, wrap.Path[^1] == a ? b : a],
            Corners = [.. wrap.Corners, corner]
        }
            : wrap.Path[0] == a || wrap.Path[0] == b ? wrap with
            {
                Path = [wrap.Path[0] == a ? b : a, .. wrap.Path],
                Corners = [corner, .. wrap.Corners]
            }
            : null;
        return longer is null || longer.Path.Count > 4 || longer.Path.Distinct().Count() != longer.Path.Count
            || longer.Path.Select(f => f.Outward().Axis()).Distinct().Count() != 2
            ? null
            : Over(design, longer.Path).WithStructure<BentWrap>(wrap.Id, _ => longer);
    }

    private static bool Wooden(Design design, Catalog catalog, EdgeId edge) =>
        ((Face[])[edge.Of().A, edge.Of().B]).All(f => design.Panel(f).Hold is PanelHold.Fixed or PanelHold.Removable
            && catalog.Material(design.Panel(f).MaterialId).Wood);

    /// <summary>The faces of a strip, fixed and running over their neighbours.</summary>
    private static Design Over(Design design, IReadOnlyList<Face> path) => design with
    {
        Box = design.Box with
        {
            Panels = [.. design.Box.Panels.Select(p => path.Contains(p.Face) ? p with { Hold = PanelHold.Fixed, InsetMm = 0 } : p)],
            Edges = [.. design.Box.Edges.Select(e => path.Contains(e.Id.Of().A) != path.Contains(e.Id.Of().B)
                && e.Joint is not (JointKind.ButtScrewed or JointKind.Loose)
                ? e with { Covers = path.Contains(e.Id.Of().A) ? e.Id.Of().A : e.Id.Of().B, Joint = JointKind.ButtGlued, DepthMm = null,
                    BlockBarId = null }
                : path.Contains(e.Id.Of().A) != path.Contains(e.Id.Of().B) ? e with { Covers = path.Contains(e.Id.Of().A) ? e.Id.Of().A
                    : e.Id.Of().B } : e)],
        },
    };

    /// <summary>The strip runs over both ends; the bottom lies between, screwed to blocks.</summary>
    private static Edge Settled(Edge edge, Face[] path)
    {
        var (a, b) = edge.Id.Of();
        if (a == Face.Bottom || b == Face.Bottom)
        {
            return edge.Screwed() with { Covers = a == Face.Bottom ? b : a };
        }

        return path.Contains(a) != path.Contains(b) ? edge with
        {
            Covers = path.Contains(a) ? a : b,
            Joint = JointKind.ButtGlued,
            DepthMm = null,
            BlockBarId = null
        } : edge;
    }

    protected override IReadOnlyList<Face> Makes(BentWrap own) => own.Path;

    protected override void Check(StructureCheck check, BentWrap own, Design design)
    {
        if (own.Path.Count is < 2 or > 4 || own.Path.Distinct().Count() != own.Path.Count || own.Path.Zip(own.Path.Skip(1))
            .Any(p => p.First.Outward().Axis() == p.Second.Outward().Axis())
            || own.Path.Select(f => f.Outward().Axis()).Distinct().Count() != 2)
        {
            check.Refuse("path", $"path holds {string.Join(", ", own.Path.Select(Deck.Name))}: it must be 2 to 4 faces round one axis, "
                + $"each beside the next.");
            return;
        }

        var edges = Edges(own).ToList();
        if (own.Corners.Count != edges.Count || own.Corners.Where((c, i) => c.Edge != edges[i]).Any())
        {
            check.Refuse("corners", $"corners holds {own.Corners.Count} entries: it must name "
                + $"{string.Join(", ", edges.Select(Deck.Name))} in that order.");
        }

        for (var i = 0; i < own.Corners.Count; i++)
        {
            check.Range($"corners[{i}].radiusMm", own.Corners[i].RadiusMm, 1, 400);
        }

        Flats(check, own, design);
        if (design.Structures.OfType<BentWrap>().Count() > 1)
        {
            check.Refuse("id", $"id is \"{own.Id}\": a design has one wrap at most.");
        }

        var sheet = design.Panel(own.Path[0]);
        if (check.Catalog.HasMaterial(sheet.MaterialId) && !check.Catalog.Material(sheet.MaterialId).Wood)
        {
            check.Refuse("path", $"the {Deck.Name(own.Path[0])} is {check.Catalog.Material(sheet.MaterialId).Name}: a wrap is of wood or "
                + $"board; sheet is folded.");
        }
    }

    /// <summary>Between its corners a face must stay flat for a little; a mitre takes nothing of it.</summary>
    private static void Flats(StructureCheck check, BentWrap own, Design design)
    {
        if (design.Box.Panels.Any(p => !check.Catalog.HasMaterial(p.MaterialId)))
        {
            return;
        }

        var outer = Envelope.Of(design, check.Catalog).Outer.Size;
        for (var i = 0; i < own.Corners.Count; i++)
        {
            foreach (var face in own.Path.Skip(i).Take(2))
            {
                var length = outer[Enum.GetValues<Axis>().First(a => a != own.Corners[i].Edge.Along() && a != face.Outward().Axis())];
                var others = own.Corners.Where((c, k) => k != i && c.Method != CornerMethod.Mitred && (c.Edge.Of().A == face || c.Edge.Of()
                    .B == face)).Sum(c => c.RadiusMm);
                if (own.Corners[i].Method != CornerMethod.Mitred && length - others - own.Corners[i].RadiusMm < LeastFlatMm)
                {
                    check.Refuse($"corners[{i}].radiusMm", $"radiusMm is {own.Corners[i].RadiusMm}: the {Deck.Name(face)} is "
                        + $"{length:0.##} mm long, so that at most {Math.Max(0, length - others - LeastFlatMm):0.##} mm keep "
                        + $"{LeastFlatMm} mm of it flat.");
                    break;
                }
            }
        }
    }

    internal static IEnumerable<EdgeId> Edges(BentWrap own) => own.Path.Zip(own.Path.Skip(1), Faces.Between);

    internal static bool Bends(CornerMethod method) =>
        method is CornerMethod.StraightKerf or CornerMethod.TaperedKerf or CornerMethod.Laminated;

    protected override Design Spread(BentWrap own, Design design, Catalog catalog)
    {
        var sheet = design.Panel(own.Path[0]);
        return design with
        {
            Box = design.Box with
            {
                Panels = [.. design.Box.Panels.Select(p => own.Path.Contains(p.Face)
                    ? p with { MaterialId = sheet.MaterialId, NominalMm = sheet.NominalMm, MeasuredMm = sheet.MeasuredMm, InsetMm = 0,
                    Grain = GrainOf(own, p.Face), Hold = PanelHold.Fixed } : p)],
                Edges = [.. design.Box.Edges.Select(e => own.Corners.FirstOrDefault(c => c.Edge == e.Id) is { } corner
                    ? e with { Joint = JointOf(corner.Method), DepthMm = null, BlockBarId = null } : e)],
            },
        };
    }

    private static JointKind JointOf(CornerMethod method) => method switch
    {
        CornerMethod.Mitred => JointKind.Mitre,
        CornerMethod.RoundedSolid => JointKind.ButtGlued,
        CornerMethod.CornerBlock => JointKind.OnRail,
        _ => JointKind.Bent,
    };

    /// <summary>The grain runs round the corners.</summary>
    private static GrainRun GrainOf(BentWrap own, Face face)
    {
        var axis = (Axis)(3 - own.Path.Select(f => (int)f.Outward().Axis()).Distinct().Sum());
        return face.DrawnAxes().U.Axis() == axis ? GrainRun.AlongV : GrainRun.AlongU;
    }

    protected override void Lay(BentWrap own, ShellDraft draft)
    {
        if (!own.Path.All(draft.Panels.ContainsKey))
        {
            return;
        }

        var runs = WrapStrip.Runs(own).ToList();
        foreach (var (run, i) in runs.Select((r, i) => (r, i)).Where(r => r.r.Count > 1))
        {
            foreach (var face in run)
            {
                draft.Panels[face] = draft.Panels[face] with { LeafOf = WrapStrip.IdOf(own, i) };
            }
        }

        foreach (var corner in own.Corners)
        {
            LayCorner(own, draft, corner, WrapStrip.IdOf(own, runs.FindIndex(r => r.Contains(corner.Edge.Of().A)
                && r.Contains(corner.Edge.Of().B))));
        }

        foreach (var (run, i) in runs.Select((r, i) => (r, i)).Where(r => r.r.Count > 1))
        {
            draft.Compounds.Add(WrapStrip.Of(own, draft, run, WrapStrip.IdOf(own, i)));
        }
    }

    private static void LayCorner(BentWrap own, ShellDraft draft, WrapCorner corner, string strip)
    {
        var (a, b) = corner.Edge.Of();
        var thickness = draft.Panels[a].ThicknessMm;
        var outer = draft.Fit.Envelope.Outer;
        var along = corner.Edge.Along();
        if (Bends(corner.Method))
        {
            BentCorner.Lay(draft, strip, a, b, Math.Max(corner.RadiusMm, thickness), Grooves(draft, corner, thickness),
                length => WrapStrip.LeftMm3(own, corner, draft, draft.Panels[a], length));
        }
        else if (corner.Method == CornerMethod.CornerBlock && BlockBar(draft.Catalog, corner.RadiusMm) is { } bar)
        {
            var (first, second) = (draft.Panels[a], draft.Panels[b]);
            draft.Panels[a] = BentCorner.Shortened(first, b, outer, corner.RadiusMm);
            draft.Panels[b] = BentCorner.Shortened(second, a, outer, corner.RadiusMm);
            var (from, to) = (Math.Max(first.Box.Min[along], second.Box.Min[along]), Math.Min(first.Box.Max[along], second.Box.Max[along]));
            var box = Corner(outer, a, b, corner.RadiusMm).WithSpan(along, from, to);
            draft.Members.Add(BarPlacing.Solid(BlockId(own, corner), $"Corner block {Deck.Name(corner.Edge)}", PartKind.Block, bar, box,
                along, a.Outward(), corner.RadiusMm) with
            {
                Rings = BentCorner.Rings(outer, a, b, corner.RadiusMm, corner.RadiusMm, from, to, []),
            });
        }
        else if (corner.Method == CornerMethod.RoundedSolid && BlockBar(draft.Catalog, thickness) is { } glue)
        {
            var inner = draft.Fit.Envelope.Inner;
            var box = BarPlacing.Trim(Corner(inner, a, b, glue.WidthMm), along, draft.Members.Select(m => m.Box));
            if (box.Size[along] >= BarPlacing.LeastLengthMm)
            {
                draft.Members.Add(BarPlacing.Solid(BlockId(own, corner), $"Glue block {Deck.Name(corner.Edge)}", PartKind.Block, glue, box,
                    along, a.Outward(), glue.HeightMm));
            }
        }
    }

    private static Box Corner(Box box, Face a, Face b, double size)
    {
        foreach (var side in (Direction[])[a.Outward(), b.Outward()])
        {
            var plane = box.Side(side);
            box = box.WithSpan(side.Axis(), Math.Min(plane, plane - (side.Sign() * size)), Math.Max(plane, plane - (side.Sign() * size)));
        }

        return box;
    }

    /// <summary>The smallest square wooden bar that a block of that size can be cut from.</summary>
    internal static BarStock? BlockBar(Catalog catalog, double sizeMm) => catalog.Bars
        .Where(b => b.Shape == BarShape.Solid && catalog.Material(b.MaterialId).Wood && Math.Abs(b.WidthMm - b.HeightMm) < 1e-6
            && b.WidthMm >= sizeMm - 1e-6)
        .MinBy(b => b.WidthMm);

    private static string BlockId(BentWrap own, WrapCorner corner) => $"{own.Id}/block-{Deck.Name(corner.Edge)}";

    /// <summary>Where an end stands in a groove of the strip, the bend is thinner there.</summary>
    private static List<(double From, double To, double ThicknessMm)> Grooves(ShellDraft draft, WrapCorner corner, double thickness)
    {
        var (a, _) = corner.Edge.Of();
        var along = corner.Edge.Along();
        var grooves = new List<(double, double, double)>();
        foreach (var end in draft.Panels.Where(p => p.Key.Outward().Axis() == along).Select(p => p.Value))
        {
            var inset = BentCorner.InsetFrom(draft.Fit.Envelope.Outer, end.Box, a);
            if (inset < thickness - 1e-6)
            {
                grooves.Add((end.Box.Min[along] - (draft.Shop.Fits.GrooveWidthMm / 2), end.Box.Max[along]
                    + (draft.Shop.Fits.GrooveWidthMm / 2), Math.Max(0, inset - draft.Shop.Fits.GrooveDepthMm)));
            }
        }

        return grooves;
    }

    protected override void Join(BentWrap own, JointDraft draft)
    {
        if (!own.Path.All(draft.Shell.Panels.ContainsKey))
        {
            return;
        }

        foreach (var corner in own.Corners)
        {
            var (a, b) = corner.Edge.Of();
            if (draft.Shell.Member(BlockId(own, corner)) is { } block)
            {
                draft.Hold(draft.Shell.Panels[a], block, HoldBy.Glue, own.Id);
                draft.Hold(draft.Shell.Panels[b], block, HoldBy.Glue, own.Id);
            }

            if (corner.Method == CornerMethod.CornerBlock && draft.Shell.Member(BlockId(own, corner)) is { } solid)
            {
                foreach (var (face, end) in draft.Shell.Panels.Where(p => p.Value.Box.Overlaps(solid.Box)))
                {
                    var (min, max) = end.Frame.ToPlane(solid.Box.Grow(BlockClearMm).Intersect(end.Box.Grow(1)));
                    draft.Cut(end, Notch.Rectangle($"{own.Id}/{Deck.Name(corner.Edge)}/block", own.Id, "corner round the block",
                        JointDraft.FaceTowards(end, face.Outward()), min, max, null, $"block of {corner.RadiusMm} mm and {BlockClearMm} "
                        + $"mm all round"));
                }
            }

            if (corner.Method is not (CornerMethod.Mitred or CornerMethod.RoundedSolid))
            {
                BentCorner.RoundEnds(draft, corner.Edge, corner.RadiusMm, own.Id);
            }

            var option = CornerSchools.Of(corner, own, draft.Design, draft.Catalog, draft.Shop);
            var turned = Bends(corner.Method) ? Done.Formed : Done.Glued;
            draft.Work.Add(new Operation(
                $"{own.Id}/{Deck.Name(corner.Edge)}", $"Turn the corner {Deck.Name(corner.Edge)}: {CornerSchools.Word(corner.Method)}",
                    option.Hours * 60,
                [new(turned, draft.Shell.Panels[a].Id), new(turned, draft.Shell.Panels[b].Id)], [Deck.PlaceOf(corner.Edge)])
            {
                HoldPoint = option.TestPieces > 0 ? $"{option.TestPieces} test {(option.TestPieces == 1 ? "piece" : "pieces")} of the "
                    + $"same board turned whole." : null,
                Caution = Bends(corner.Method) ? "Steam and hot water scald; a strap under tension whips." : null,
            });
            // blocks are bars of the cut list; what else a corner takes stands nowhere else
            if (Bends(corner.Method) && option is { Possible: true, MaterialCents: > 0 })
            {
                draft.Bought.Add(new BoughtPiece("corner",
                    $"{(corner.Method == CornerMethod.Laminated ? $"glue and form: {option.Note}" : "strap, glue and filler")}, "
                    + $"{Deck.Name(corner.Edge)}", 1, option.MaterialCents));
            }
        }
    }

    protected override IEnumerable<Finding> Findings(BentWrap own, PlanSoFar plan)
    {
        foreach (var corner in own.Corners)
        {
            var option = CornerSchools.Of(corner, own, plan.Design, plan.Catalog, plan.Shop);
            if (option.Possible)
            {
                continue;
            }

            yield return new Finding(
                $"corner-not-possible:{Deck.PlaceOf(corner.Edge)}", "corner-not-possible", Severity.Stop,
                    $"The corner {Deck.Name(corner.Edge)} cannot be made so: {option.Note}", [Deck.PlaceOf(corner.Edge), own.Id],
                [
                    .. option.LeastRadiusMm is { } least && least > corner.RadiusMm
                        ? [new Remedy("radius", $"Make the outside radius {Say.Mm(Math.Ceiling(least))} mm",
                        d => Changed(d, own, corner, c => c with { RadiusMm = Math.Ceiling(least) }))] : (Remedy[])[],
                    .. option.MostRadiusMm is { } most && most < corner.RadiusMm
                        ? [new Remedy("radius", $"Make the outside radius {Say.Mm(Math.Floor(most))} mm",
                        d => Changed(d, own, corner, c => c with { RadiusMm = Math.Floor(most) }))] : (Remedy[])[],
                    new Remedy("mitre", "Mitre it", d => Changed(d, own, corner, c => c with { Method = CornerMethod.Mitred })),
                ]);
        }
    }

    /// <summary>The design with one corner made another way.</summary>
    public static Design Changed(Design design, BentWrap own, WrapCorner corner, Func<WrapCorner, WrapCorner> change) =>
        design.WithStructure<BentWrap>(own.Id, w => w with { Corners = [.. w.Corners.Select(c => c.Edge == corner.Edge ? change(c) : c)] });
}
