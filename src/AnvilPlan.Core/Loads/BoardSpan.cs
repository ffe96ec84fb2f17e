using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Wood;

namespace AnvilPlan.Core.Loads;

/// <summary>
/// A level board between what carries it, as a beam: the span, what is as wide as the beam, and along or across the grain. mm.
/// </summary>
public sealed record BoardSpan(double SpanMm, double WidthMm, bool AlongGrain, double StiffenersNmm2)
{
    /// <summary>A support must run under this much of the board's width.</summary>
    private const double LeastShare = 0.8;

    /// <summary>A support this near to the board's underside carries it, mm.</summary>
    private const double TouchMm = 0.6;

    private const double PostInsetMm = 12;
    private const double LeastSpanMm = 5;

    /// <summary>
    /// The board rests on whatever lies against its underside, or stands in grooves of the walls; of the two ways it can span the
    /// shorter carries. Null when nothing carries it from two sides.
    /// </summary>
    public static BoardSpan? Of(SolidPart board, Design design, Catalog catalog, FitPlan fit, ShellPlan shell)
    {
        var tray = design.Trays.FirstOrDefault(t => t.Id == board.Id);
        var supports = shell.Panels.Values.Concat(shell.Trays.Values).Concat(shell.Members)
            .Where(p => p.Id != board.Id && (p.LeafOf is null || p.LeafOf != board.LeafOf) && p.Role is not Role.Stiffener
                && p.Closes is var f && (f is not { } face || design.Panel(face)
                .Hold is PanelHold.Fixed or PanelHold.Removable))
            .ToList();
        return ((Axis[])[Axis.X, Axis.Y]).Select(axis => Along(board, tray, axis, supports, catalog, fit, shell)).OfType<BoardSpan>()
            .MinBy(s => s.SpanMm);
    }

    private static BoardSpan? Along(SolidPart board, Tray? tray, Axis axis, IReadOnlyList<SolidPart> supports, Catalog catalog, FitPlan fit,
        ShellPlan shell)
    {
        var other = axis == Axis.X ? Axis.Y : Axis.X;
        var (width, length) = (board.Box.Size[other], board.Box.Size[axis]);
        var stiff = Stiffeners(board, axis, catalog, shell) + Flanges(board, axis, catalog, shell);
        if (tray is { Support: TraySupport.Posts or TraySupport.Hung })
        {
            return length >= width ? new BoardSpan(length - (2 * PostInsetMm), width, board.Frame.U.Axis() == axis, stiff) : null;
        }

        if (tray is { Support: TraySupport.Flanges })
        {
            // hung between the walls by its own sides
            return axis == tray.Plane.Rails().Least.Outward().Axis() ? new BoardSpan(fit.Trays[tray.Id].Size[axis], width,
                board.Frame.U.Axis() == axis, stiff) : null;
        }

        var under = supports
            .SelectMany(p => p.Body)
            .Where(b => b.Min.Z < board.Box.Min.Z - 1e-6 && b.Max.Z >= board.Box.Min.Z - TouchMm
                && Overlap(b, board.Box, other) >= LeastShare * width && Overlap(b, board.Box, axis) > 0.5)
            .Select(b => (From: Math.Max(b.Min[axis], board.Box.Min[axis]), To: Math.Min(b.Max[axis], board.Box.Max[axis])))
            .OrderBy(s => s.From).ToList();
        var (span, reached) = (0.0, under.Count > 0 ? under[0].To : 0);
        foreach (var (from, to) in under.Skip(1))
        {
            (span, reached) = (Math.Max(span, from - reached), Math.Max(reached, to));
        }

        // a wall and the block beside it are one support, and one carries nothing
        return span < LeastSpanMm ? null : new BoardSpan(span, width, board.Frame.U.Axis() == axis, stiff);
    }

    private static double Overlap(Box a, Box b, Axis axis) => Math.Min(a.Max[axis], b.Max[axis]) - Math.Max(a.Min[axis], b.Min[axis]);

    /// <summary>Bars along the span share the load: the sum of their E times I.</summary>
    private static double Stiffeners(SolidPart board, Axis axis, Catalog catalog, ShellPlan shell) => shell.Members
        .Where(m => m.Role is Role.Stiffener stiffener && stiffener.TrayId == board.Id && m.Frame.U.Axis() == axis && m.BarId is not null)
        .Sum(m => catalog.Material(m.MaterialId).YoungsGPa * 1000 * catalog.Bar(m.BarId!).InertiaMm4);

    /// <summary>
    /// Flanges along the span make a channel of the plate: what its second moment is more than the flat plate's, about the common
    /// centroid (parallel axes), times E.
    /// </summary>
    private static double Flanges(SolidPart board, Axis axis, Catalog catalog, ShellPlan shell)
    {
        var t = board.ThicknessMm;
        var flanges = shell.Members.Where(m => board.LeafOf is not null && m.LeafOf == board.LeafOf && m.Frame.U.Axis() == axis
            && m.Body.Count == 1 && m.Box.Size.Z > t).ToList();
        if (flanges.Count == 0)
        {
            return 0;
        }

        var width = board.Box.Size[axis == Axis.X ? Axis.Y : Axis.X];
        (double Area, double Centre, double Own)[] pieces =
        [
            (width * t, board.Box.Centre.Z, Deflection.BoardInertiaMm4(width, t)),
            .. flanges.Select(f => (t * f.Box.Size.Z, f.Block.Centre.Z, Upright(t, f.Box.Size.Z, f.Pose?.Z.Z ?? 1))),
        ];
        var centroid = pieces.Sum(p => p.Area * p.Centre) / pieces.Sum(p => p.Area);
        var whole = pieces.Sum(p => p.Own + (p.Area * (p.Centre - centroid) * (p.Centre - centroid)));
        return catalog.Material(board.MaterialId).YoungsGPa * 1000 * (whole - pieces[0].Own);
    }

    /// <summary>Second moment of a strip about its own level centroid axis, mm⁴: sin² and cos² of how it stands share it.</summary>
    /// <param name="sin">Of its angle to the level.</param>
    private static double Upright(double thickMm, double wideMm, double sin) => (sin * sin * Deflection.BoardInertiaMm4(thickMm, wideMm))
        + ((1 - (sin * sin)) * Deflection.BoardInertiaMm4(wideMm, thickMm));

    /// <summary>Sag under a load in N, mm, after years: beam formulas with E along or across the grain.</summary>
    public (double SagMm, string Why) Sag(Material material, double thicknessMm, double loadN, LoadSpread spread)
    {
        var youngs = AlongGrain ? material.YoungsGPa : material.YoungsAcrossGPa;
        var inertia = Deflection.BoardInertiaMm4(WidthMm, thicknessMm);
        // bars beside the board count as so much more of the board's own section
        var whole = inertia + (StiffenersNmm2 / (youngs * 1000));
        var sag = Deflection.Of(spread, BeamEnds.Simple, Math.Max(1, SpanMm), whole, youngs, loadN, material.CreepFactor);
        return (sag.LongTermMm, $"{(spread == LoadSpread.Point ? "F L³ / 48 E I" : "5 F L³ / 384 E I")} with F {loadN:0.#} N, L "
            + $"{SpanMm:0.#} mm, E {youngs:0.##} GPa {(AlongGrain ? "along" : "across")} the grain, I {whole:0} mm⁴, times "
            + $"{material.CreepFactor:0.#} for years under load");
    }
}
