using AnvilPlan.Core.Bends;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Construction.BentWraps;

/// <summary>One way to turn one corner of the actual design, with what it costs.</summary>
/// <param name="InsideRadiusMm">0 = a sharp inside corner.</param>
/// <param name="InsideLossMm">How far along each wall from the sharp inside corner something stands in the way.</param>
/// <param name="MaterialCents">For this corner: glue, plies, blocks, the form.</param>
/// <param name="Skill">1 easy to 5 hard.</param>
/// <param name="ScrapRisk">Share of first tries that go wrong [R].</param>
/// <param name="TestPieces">Strips to be tried before the real board.</param>
/// <param name="LeastRadiusMm">Smallest outside radius that can be made so; null = any.</param>
/// <param name="Note">What decides it here, with numbers.</param>
public sealed record CornerOption(
    CornerMethod Method, double OutsideRadiusMm, double InsideRadiusMm, double InsideLossMm, string Visible, double Hours,
        long MaterialCents, int Skill, double ScrapRisk, int TestPieces,
    bool Possible, double? LeastRadiusMm, double? MostRadiusMm, string Note);

/// <summary>
/// The corner schools side by side. Radii, losses and cuts are geometry; hours, skill and risk are usual shop figures [R] until the
/// shop's own take their place.
/// </summary>
public static class CornerSchools
{
    /// <summary>Boards for the form, foil, and glue that does not creep; the plies themselves are sheets of the cut list [R].</summary>
    private const long GlueAndFormCents = 1800;
    private const double WetStrainPercent = 3.5;

    /// <summary>Every school for one corner, in the order of the list.</summary>
    public static IReadOnlyList<CornerOption> Compare(WrapCorner corner, BentWrap wrap, Design design, Catalog catalog, ShopProfile shop) =>
        [.. Enum.GetValues<CornerMethod>().Select(m => Of(corner with { Method = m }, wrap, design, catalog, shop))];

    public static CornerOption Of(WrapCorner corner, BentWrap wrap, Design design, Catalog catalog, ShopProfile shop)
    {
        var panel = design.Panel(wrap.Path[0]);
        var material = catalog.Material(panel.MaterialId);
        var (t, r) = (Envelope.Thickness(panel, catalog), corner.RadiusMm);
        var size = Envelope.Of(design, catalog).Outer.Size;
        var length = size[corner.Edge.Along()];
        return corner.Method switch
        {
            CornerMethod.RoundedSolid => Rounded(r, t, length, catalog),
            CornerMethod.Mitred => new CornerOption(corner.Method, 0, 0, 0, "grain runs on; a fine line at the corner", 1.5
                + (length / 1000), 80, 4, 0.15, 1, true, null, null, "both boards at 45 degrees from one piece, splined; needs the saw "
                + "true to a tenth"),
            CornerMethod.StraightKerf or CornerMethod.TaperedKerf => Kerfed(corner, wrap, material, t, length, shop),
            CornerMethod.Laminated => Laminated(r, t, length, material, catalog),
            _ => Block(r, t, length, catalog),
        };
    }

    public static string Word(CornerMethod method) => method switch
    {
        CornerMethod.RoundedSolid => "solid, rounded over",
        CornerMethod.Mitred => "mitred",
        CornerMethod.StraightKerf => "straight kerfs",
        CornerMethod.TaperedKerf => "tapered kerfs",
        CornerMethod.Laminated => "laminated",
        _ => "corner block",
    };

    /// <summary>Wood left on the diagonal of a rounded corner is 1.414 T - 0.414 Ro: half of T is the least.</summary>
    private static CornerOption Rounded(double r, double t, double length, Catalog catalog)
    {
        var most = 2.2 * t;
        var left = (Math.Sqrt(2) * t) - ((Math.Sqrt(2) - 1) * r);
        var block = BentWrapSystem.BlockBar(catalog, t);
        return new CornerOption(
            CornerMethod.RoundedSolid, r, 0, block?.WidthMm ?? t, "end grain and the joint line show on the round", 1 + (length / 1000), 60,
                2, 0.05, 0, r <= most && block is not null, null, most,
            r <= most ? $"{Mm(left)} mm of wood are left on the diagonal, a glue block of {Mm(block?.WidthMm ?? t)} mm behind it"
                : $"an outside radius of {Mm(r)} mm cuts through: at most 2.2 times the thickness, {Mm(most)} mm.");
    }

    private static CornerOption Kerfed(WrapCorner corner, BentWrap wrap, Material material, double t, double length, ShopProfile shop)
    {
        var guide = KerfGuide.For(material);
        var web = WrapStrip.WebMm(wrap, material);
        var tapered = corner.Method == CornerMethod.TaperedKerf;
        if (web >= t / 2)
        {
            return new CornerOption(corner.Method, corner.RadiusMm, Math.Max(0, corner.RadiusMm - t), corner.RadiusMm, "", 0, 0, 3, 1, 2,
                false, null, null, $"a web of {Mm(web)} mm is half of the board's {Mm(t)} mm: nothing bends.");
        }

        var bend = WrapStrip.BendOf(wrap, corner, material, t, shop.Rule(material.Family).KerfMm)!;
        var least = Math.Max(bend.LeastRadiusMm, t);
        var possible = corner.RadiusMm >= least - 1e-6;
        var minutes = (tapered ? 90 : 20) + (bend.Cuts * (tapered ? 4 : 2.5)) + (length / 100);
        var strain = bend.StrainPercent > guide.StrainLimitPercent ? $", strain of the web up to {Mm(bend.StrainPercent)} %: "
            + $"{(bend.StrainPercent > WetStrainPercent ? "steam it, with a strap" : "wet the outside")}" : "";
        return new CornerOption(
            corner.Method, corner.RadiusMm, Math.Max(0, corner.RadiusMm - t), Loss(corner.RadiusMm, t), tapered
                ? "closes solid; edges show fine lines" : "gaps show on the inside and at the edges",
            minutes / 60, tapered ? 900 : 150, tapered ? 5 : 3, tapered ? 0.35 : 0.25, 2, possible, least, null,
            possible
                ? $"{bend.Cuts} cuts {Mm(bend.SpacingMm)} mm apart over {Mm(bend.ZoneMm)} mm, ribs of {Mm(bend.RibMm)} mm, web {Mm(web)} "
                    + $"mm{strain}"
                : $"the ribs between {bend.Cuts} cuts would be {Mm(bend.RibMm)} mm: with {Mm(guide.LeastRibMm)} mm of rib the outside "
                    + $"radius is at least {Mm(least)} mm.");
    }

    private static CornerOption Laminated(double r, double t, double length, Material material, Catalog catalog)
    {
        if (WrapStrip.PlyOf(catalog, material.Id, t) is not { } sold)
        {
            return new CornerOption(CornerMethod.Laminated, r, Math.Max(0, r - t), Loss(r, t), "", 0, 0, 4, 1, 1, false, null, null,
                $"no thin plies of {material.Name.ToLowerInvariant()} are sold.");
        }

        var bend = LaminatedBend.Of(t, sold.Stock.TypicalMm, Math.Max(0.1, r - t), KerfGuide.For(material).StrainLimitPercent);
        var least = bend.LeastRadiusMm + t;
        var possible = r >= least - 1e-6;
        return new CornerOption(
            CornerMethod.Laminated, r, Math.Max(0, r - t), Loss(r, t), "clean; plies show at the edges only", 4 + (length / 500),
                GlueAndFormCents + (long)(length * bend.Plies / 200), 4, 0.1, 1, possible, least, null,
            possible ? $"{bend.Plies} plies of {Mm(bend.PlyMm)} mm over a form of {Mm(bend.FormRadiusMm)} mm inside, which springs back "
                + $"to {Mm(r - t)} mm" : $"plies of {Mm(bend.PlyMm)} mm bend to {Mm(bend.LeastRadiusMm)} mm inside at the least: the "
                + $"outside radius is at least {Mm(least)} mm.");
    }

    private static CornerOption Block(double r, double t, double length, Catalog catalog)
    {
        var bar = BentWrapSystem.BlockBar(catalog, r);
        var most = catalog.Bars.Where(b => BentWrapSystem.BlockBar(catalog, b.WidthMm) == b).Select(b => b.WidthMm).DefaultIfEmpty(0).Max();
        var possible = bar is not null && r >= t - 1e-6;
        return new CornerOption(
            CornerMethod.CornerBlock, r, 0, Math.Max(0, r - t), "glue lines and end grain: filler and an opaque finish", 1.2
                + (length / 1500), bar is null ? 0 : (long)(bar.PriceCents * length / bar.LengthMm), 1, 0.05, 0, possible, t, most,
            possible ? $"a block of {Mm(r)} mm from {bar!.Name} between the boards, each {Mm(r)} mm shorter" : r < t
                ? $"a block of {Mm(r)} mm is thinner than the boards: at least {Mm(t)} mm."
                : $"no bar is large enough for a block of {Mm(r)} mm: at most {Mm(most)} mm.");
    }

    /// <summary>Along the wall from the sharp inside corner to where the inside is flat again.</summary>
    private static double Loss(double r, double t) => Math.Max(0, r - t);

    private static string Mm(double value) => LengthText.Mm(new Quantities.Length(Math.Round(value, 2)));
}
