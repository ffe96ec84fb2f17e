using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Construction.PanelBoxes;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Judging;

/// <summary>Solid wood that is not free to move.</summary>
internal static class MovementFindings
{
    /// <summary>A glue line bears about this much of difference over its length, mm [R].</summary>
    private const double GlueBearsMm = 0.5;

    public static IEnumerable<Finding> Find(PlanSoFar plan) => [.. Crossed(plan), .. Trapped(plan), .. Thin(plan)];

    /// <summary>Glued across the grain: one side moves along the joint, the other does not.</summary>
    private static IEnumerable<Finding> Crossed(PlanSoFar plan)
    {
        var solids = plan.Shell.Panels.Values.Concat(plan.Shell.Trays.Values).Concat(plan.Shell.Members)
            .ToDictionary(p => p.Id, StringComparer.Ordinal);
        foreach (var hold in plan.Joints.Holds.Where(h => h.By == HoldBy.Glue).DistinctBy(h => (h.PartA, h.PartB)))
        {
            if (!solids.TryGetValue(hold.PartA, out var a) || !solids.TryGetValue(hold.PartB, out var b))
            {
                continue;
            }

            var shared = a.Box.Grow(0.01).Intersect(b.Box.Grow(0.01));
            var along = Enum.GetValues<Axis>().MaxBy(x => shared.Size[x]);
            var (ca, cb) = (Per(plan, a, along), Per(plan, b, along));
            var change = plan.Movement.Air.Change(shared.Size[along], Math.Abs(ca - cb));
            var most = Math.Max(change.ShrinkMm, change.SwellMm);
            if (most <= GlueBearsMm)
            {
                continue;
            }

            var (moves, stays) = ca > cb ? (a, b) : (b, a);
            yield return Finding.Of("grain-crossed", Severity.Warn,
                $"{moves.Name} moves {Say.Mm(most)} mm with the seasons along its glue line of {Say.Mm(shared.Size[along])} mm with "
                    + $"{stays.Name.ToLowerInvariant()}, which stays as it is: the joint opens or the board splits.",
                [moves.Id, stays.Id],
                new Remedy("turn-grain", $"Turn the grain of the {moves.Name.ToLowerInvariant()}", d => FaceOf(moves) is { } f
                    ? Trial.FirstSound(plan, "grain-crossed", d, [Turned(d, f)]) : null),
                new Remedy("board-instead", $"Make the {moves.Name.ToLowerInvariant()} of plywood", d => OfBoard(plan, d, moves)))
                .AlikeBy(moves.Id, "with " + stays.Name.ToLowerInvariant());
        }
    }

    private static double Per(PlanSoFar plan, SolidPart part, Axis axis) =>
        WoodAir.PerPercent(part, plan.Catalog.Material(part.MaterialId), axis);

    /// <summary>In grooves on both sides of its grain, with less air than it swells.</summary>
    private static IEnumerable<Finding> Trapped(PlanSoFar plan)
    {
        foreach (var (face, solid) in plan.Shell.Panels)
        {
            var material = plan.Catalog.Material(solid.MaterialId);
            var panel = plan.Design.Panel(face) with { Floats = true };
            if (material.Family != MaterialFamily.SolidWood || plan.Design.Panel(face).Floats
                || FloatingSize.Grooves(panel, plan.Design, solid, plan.Fit.Envelope, plan.Shop) is not { } grooves)
            {
                continue;
            }

            var spare = grooves.OpeningMm + (2 * grooves.GrooveMm) - solid.WidthMm;
            var change = plan.Movement.Air.Change(solid.WidthMm, material.MovementPerPercent);
            if (change.SwellMm > spare || change.ShrinkMm > GlueBearsMm)
            {
                yield return Finding.Of("panel-trapped", Severity.Warn,
                    $"{solid.Name} is solid {material.Name}, {Say.Mm(solid.WidthMm)} mm across the grain, glued into grooves: it swells "
                        + $"{Say.Mm(change.SwellMm)} mm in the dampest weeks where the grooves leave {Say.Mm(spare)} mm, and shrinks "
                        + $"{Say.Mm(change.ShrinkMm)} mm in the driest.",
                    [solid.Id],
                    new Remedy("let-float", "Let it float: sized for the grooves, a spot of glue in the middle only",
                        d => d.WithPanel(face, p => p with { Floats = true })),
                    new Remedy("board-instead", "Make it of plywood", d => OfBoard(plan, d, solid)));
            }
        }
    }

    /// <summary>A floating panel that leaves its grooves when it shrinks.</summary>
    private static IEnumerable<Finding> Thin(PlanSoFar plan)
    {
        foreach (var (face, solid) in plan.Shell.Panels)
        {
            var panel = plan.Design.Panel(face);
            if (FloatingSize.Grooves(panel, plan.Design, solid, plan.Fit.Envelope, plan.Shop) is not { } grooves)
            {
                continue;
            }

            var size = FloatingSize.Size(grooves, plan.Catalog.Material(solid.MaterialId), plan.Movement.Air);
            if (size.EngagementAtDriestMm < FloatingSize.LeastEngagementMm)
            {
                yield return Finding.Of("float-leaves-groove", Severity.Warn,
                    $"{solid.Name} is cut to {Say.Mm(size.WidthNowMm)} mm so that it can swell; in the driest weeks "
                        + $"{Say.Mm(size.EngagementAtDriestMm)} mm of it stand in each groove: at least "
                        + $"{Say.Mm(FloatingSize.LeastEngagementMm)} mm are wanted.",
                    [solid.Id],
                    new Remedy("deeper-grooves", "Cut the grooves as deep as the boards allow",
                        d => Trial.FirstSound(plan, "float-leaves-groove", d, [Deeper(plan, d, face)])),
                    new Remedy("board-instead", "Make it of plywood", d => OfBoard(plan, d, solid)));
            }
        }
    }

    private static Design Deeper(PlanSoFar plan, Design design, Face face) => Faces.Edges
        .Where(id => id.Of().A == face || id.Of().B == face)
        .Aggregate(design, (d, id) => d.WithEdge(id, e => e.Joint == JointKind.Groove && e.Covers != face
            ? e with { DepthMm = Math.Round(plan.Fit.Envelope.ThicknessMm[e.Covers] * 2 / 3, 1) }
            : e));

    private static Design Turned(Design design, Face face) => design.WithPanel(face, p => p.GrainTurned());

    private static Face? FaceOf(SolidPart part) => part.Closes;

    /// <summary>The plywood nearest in thickness.</summary>
    private static Design? OfBoard(PlanSoFar plan, Design design, SolidPart part)
    {
        var ply = plan.Catalog.Boards.Where(s => plan.Catalog.Material(s.MaterialId).Family == MaterialFamily.Plywood)
            .OrderBy(s => Math.Abs(s.NominalMm - part.NominalMm)).ThenBy(s => s.Id, StringComparer.Ordinal).First();
        return FaceOf(part) is { } face
            ? design.WithPanel(face, p => p with
            {
                MaterialId = ply.MaterialId,
                NominalMm = ply.NominalMm,
                MeasuredMm = null,
                Floats = false
            })
            : design.Trays.Any(t => t.Id == Copies.TemplateOf(part.Id))
                ? design.WithTray(part.Id, t => t with { MaterialId = ply.MaterialId, NominalMm = ply.NominalMm, MeasuredMm = null })
                : null;
    }
}
