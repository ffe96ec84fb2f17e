using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.BentWraps;

/// <summary>
/// The strip of a wrap as it is cut: which faces are one piece, how long it is, its kerfs or plies, and what is left in a bend.
/// </summary>
internal static class WrapStrip
{
    /// <summary>Faces that are one piece: from one corner that is no bend to the next.</summary>
    public static IEnumerable<List<Face>> Runs(BentWrap own)
    {
        var run = new List<Face> { own.Path[0] };
        foreach (var (face, corner) in own.Path.Skip(1).Zip(own.Corners))
        {
            if (!BentWrapSystem.Bends(corner.Method))
            {
                yield return run;
                run = [];
            }

            run.Add(face);
        }

        yield return run;
    }

    public static string IdOf(BentWrap own, int run) => run <= 0 ? own.Id : $"{own.Id}-{run + 1}";

    /// <summary>The flat strip: outside lengths, each bend shortening them, with the kerfs where they are cut.</summary>
    public static Compound Of(BentWrap own, ShellDraft draft, List<Face> run, string id)
    {
        var sheet = draft.Panels[run[0]];
        var material = draft.Catalog.Material(sheet.MaterialId);
        var along = own.Corners[0].Edge.Along();
        var web = WebMm(own, material);
        var features = new List<Feature>();
        var width = sheet.Box.Size[along];
        var terms = new List<WhyTerm>();
        var length = 0.0;
        foreach (var (face, i) in run.Select((f, i) => (f, i)))
        {
            var corner = i == 0 ? null : own.Corners.First(c => c.Edge == Faces.Between(run[i - 1], face));
            if (corner is not null)
            {
                var layer = corner.Method == CornerMethod.Laminated ? 0 : web;
                var zone = Math.PI / 2 * (corner.RadiusMm - (layer / 2));
                features.AddRange(Cuts(own, corner, material, sheet.ThicknessMm, length, width, draft));
                terms.Add(new WhyTerm($"bend {Deck.Name(corner.Edge)}", Math.Round(zone, 3), "mm",
                    $"quarter circle of R {corner.RadiusMm} less half the web"));
                length += zone;
            }

            var flatMm = draft.Panels[face].Box.Size[Enum.GetValues<Axis>().First(a => a != along && a != face.Outward().Axis())];
            terms.Add(new WhyTerm($"{Deck.Name(face)}, flat", Math.Round(flatMm, 3), "mm", "outside length less the radii"));
            length += flatMm;
        }

        var flat = new FlatPattern();
        var first = run[0].Outward();
        var u = run[1].Outward();
        var piece = flat.Base(sheet, u, first.Cross(u));
        for (var i = 1; i < run.Count; i++)
        {
            var corner = own.Corners.First(c => c.Edge == Faces.Between(run[i - 1], run[i]));
            var zone = Math.PI / 2 * (corner.RadiusMm - ((corner.Method == CornerMethod.Laminated ? 0 : web) / 2));
            var (edge, before, outer) = (run[i].Outward(), run[i - 1].Outward(), draft.Fit.Envelope.Outer);
            piece = flat.Fold(
                piece, draft.Panels[run[i]],
                BentOff.Square(edge, outer.Side(edge), before.Opposite(), outer.Side(before), corner.RadiusMm),
                new FlatBend(90, corner.RadiusMm - sheet.ThicknessMm, zone, "quarter circle on the middle of the web"));
        }

        var (pieces, flatLength, flatWidth, corners, bends) = flat.Finish(own.Id);
        var plies = run.Skip(1).Zip(run, Faces.Between).Any(e => own.Corners.Any(c => c.Edge == e && c.Method == CornerMethod.Laminated))
            ? PlyOf(draft.Catalog, sheet.MaterialId, sheet.ThicknessMm) : null;
        return new Compound(
            id, $"Strip {string.Join(", ", run.Select(Deck.Name))}", PartKind.Blank, sheet.MaterialId, plies?.Stock.NominalMm
                ?? sheet.NominalMm, flatLength, flatWidth, sheet.ThicknessMm, [.. corners, .. features, .. bends],
            [new Why("blank length", Math.Round(flatLength, 3), "mm", "flats and quarter circles on the web's middle", terms,
                "kerf-bending geometry: a (Ro - w/2)")])
        { Pieces = pieces, Plies = plies?.Count ?? 1 };
    }

    /// <summary>The thin sheet of that material and how many of it make the thickness; null when none is sold.</summary>
    public static (SheetStock Stock, int Count)? PlyOf(Catalog catalog, string materialId, double thicknessMm) =>
        catalog.PliesOf(materialId).FirstOrDefault() is { } ply ? (ply, Math.Max(2, Grace.Ceiling(thicknessMm / ply.TypicalMm))) : null;

    /// <summary>The cuts of one bend, on the inside, from where its tangent lies.</summary>
    private static IEnumerable<Feature> Cuts(BentWrap own, WrapCorner corner, Material material, double thickness, double from,
        double width, ShellDraft draft)
    {
        if (BendOf(own, corner, material, thickness, draft.Shop.Rule(material.Family).KerfMm) is not { } bend)
        {
            yield break;
        }

        var (web, tapered) = (WebMm(own, material), corner.Method == CornerMethod.TaperedKerf);

        for (var i = 0; i < bend.Cuts; i++)
        {
            var at = from + (bend.SpacingMm * (i + 0.5));
            yield return new Kerf(
                $"{Deck.Name(corner.Edge)}/kerf/{i + 1}", own.Id, $"{(tapered ? "tapered kerf" : "kerf")} {i + 1} of {bend.Cuts} at "
                    + $"{Deck.Name(corner.Edge)}", WorkedFrom.Far, new Uv(at - (bend.MouthMm / 2), 0),
                        new Uv(at + (bend.MouthMm / 2), width),
                FloorMm(own, corner, bend), thickness - web,
                $"web of {web} mm left; {bend.SpacingMm:0.###} mm apart" + (tapered
                    ? $"; {bend.MouthMm:0.##} mm at the mouth, {own.CutterTipMm:0.##} mm at the tip, "
                        + $"a cutter of {own.CutterTaperDeg:0.##} degrees"
                    : ""));
        }
    }

    /// <summary>Wood left under the kerfs, mm.</summary>
    public static double WebMm(BentWrap own, Material material) => own.WebMm ?? KerfGuide.For(material).WebMm;

    public static KerfBend? BendOf(BentWrap own, WrapCorner corner, Material material, double thickness, double kerf)
    {
        var (guide, web) = (KerfGuide.For(material), WebMm(own, material));
        return corner.Method switch
        {
            CornerMethod.StraightKerf => KerfBend.Straight(thickness, web, kerf, corner.RadiusMm, guide.ClosingFactor, guide.LeastRibMm),
            CornerMethod.TaperedKerf =>
                KerfBend.Tapered(thickness, web, own.CutterTipMm, corner.RadiusMm, Grace.Ceiling(90 / own.CutterTaperDeg),
                guide.LeastRibMm),
            _ => null,
        };
    }

    /// <summary>Wood between the tangents of a kerfed bend, less what is sawn out, mm³; null for what is not kerfed.</summary>
    public static double? LeftMm3(BentWrap own, WrapCorner corner, ShellDraft draft, SolidPart sheet, double lengthMm)
    {
        var material = draft.Catalog.Material(sheet.MaterialId);
        return BendOf(own, corner, material, sheet.ThicknessMm, draft.Shop.Rule(material.Family).KerfMm) is { } bend
            ? lengthMm * ((bend.ZoneMm * sheet.ThicknessMm) - (bend.Cuts * (sheet.ThicknessMm - WebMm(own, material)) * (bend.MouthMm
                + FloorMm(own, corner, bend)) / 2))
            : null;
    }

    private static double FloorMm(BentWrap own, WrapCorner corner, KerfBend bend) => corner.Method == CornerMethod.TaperedKerf
        ? own.CutterTipMm : bend.MouthMm;
}
