using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Construction;
using AnvilPlan.Core.Decisions;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Joints.Methods;
using AnvilPlan.Core.Judging;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Stages;

namespace AnvilPlan.Core.Planning;

/// <summary>
/// The whole trip from decisions to a plan, one way. A pure function: no clock, no chance, no order that could change.
/// </summary>
public static class Planner
{
    /// <param name="design">Must have passed <see cref="DesignCheck"/>; ids of models and materials must be in the catalog.</param>
    /// <param name="cancel">Calls it off; see <see cref="Interrupt"/> for those who have no token to hand on.</param>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static BuildPlan Plan(Design design, Catalog catalog, ShopProfile shop, AsBuilt asBuilt, CancellationToken cancel)
    {
        using (Interrupt.On(cancel))
        {
            return Plan(design, catalog, shop, asBuilt);
        }
    }

    /// <param name="design">Must have passed <see cref="DesignCheck"/>; ids of models and materials must be in the catalog.</param>
    public static BuildPlan Plan(Design design, Catalog catalog, ShopProfile shop, AsBuilt asBuilt)
    {
        var plan = Stages(design, catalog, shop, asBuilt);
        var (fit, shell, joints, mounts) = (plan.Fit, plan.Shell, plan.Joints, plan.Mounts);
        var findings = FindingStage.Run(plan);
        var tally = TallyOf(plan, findings);
        return new BuildPlan(
            design.Name,
            fit.Envelope.Outer,
            fit.Envelope.Inner,
            [.. fit.Devices.Select(d => Place(d, shell))],
            plan.Chains,
            joints.Edges,
            JointLayouts.Of(joints, plan.Fixings, shell, catalog),
            plan.Parts.Parts,
            plan.Parts.Made,
            [.. joints.Holds, .. mounts.Holds],
            joints.Fittings,
            [.. Ways.Of(plan.Catalog).SelectMany(s => s.Views(plan))],
            plan.Glue,
            plan.Meetings,
            plan.Movement,
            plan.Loads,
            mounts.Points,
            mounts.Standoffs,
            [.. plan.Fixings.Fixings],
            plan.Fixings.Screws,
            mounts.Ports,
            mounts.Fans,
            [.. plan.Clearance.Zones.Select(z => Place(z, plan))],
            plan.Clearance.Routes,
            CheckList.Run(plan),
            plan.Cuts,
            plan.Work,
            plan.Cost,
            findings,
            tally,
            DecisionMatrix.Of(design, tally),
            LikenessCheck.Of(design.Brief, plan.Chains))
        { SideOutline = fit.Envelope.SideOutline };
    }

    /// <summary>Every stage before the findings, in the order of the trade.</summary>
    internal static PlanSoFar Stages(Design design, Catalog catalog, ShopProfile shop, AsBuilt asBuilt)
    {
        design = catalog.Spread(design);
        var fit = FitStage.Run(design, catalog);
        var shell = ShellStage.Run(design, catalog, shop, fit);
        var chains = ChainStage.Run(design, fit, shell);
        var joints = JointStage.Run(design, catalog, shop, fit, shell);
        var clearance = ClearanceStage.Run(design, fit, shell);
        var mounts = MountStage.Run(design, catalog, shop, fit, shell, joints);
        var fixings = FixingStage.Run(design, catalog, shop, fit, shell, joints, mounts);
        var labels = LabelStage.Run(design, fit, shell, joints, mounts, fixings);
        var parts = PartStage.Run(design, catalog, shop, asBuilt, fit, shell, joints, mounts, fixings, labels);
        var cuts = CutStage.Run(catalog, shop, parts, design.Brief.Quantity);
        var glue = GlueStages.Run(design, catalog, shop, fit, shell, joints);
        var work = OrderStage.Run(design, catalog, shop, fit, shell, joints, fixings, parts, glue);
        var cost = CostStage.Run(design, catalog, shop, joints, mounts, fixings, cuts, work, clearance);
        return new PlanSoFar(
            design, catalog, shop, fit, shell, chains, joints, mounts, fixings, parts, cuts, work, cost, clearance,
            glue, MeetingStage.Run(design, catalog, shop, fit, shell, joints),
            MovementPlan.Of(design, catalog, shop, shell), LoadStage.Run(design, catalog, fit, shell, joints))
        {
            Again = other => Stages(other, catalog, shop, AsBuilt.Nothing),
            Labels = labels,
            Judged = other => FindingStage.Run(Stages(other, catalog, shop, AsBuilt.Nothing)),
        };
    }

    private static DevicePlace Place(PlacedDevice d, ShellPlan shell) => new(
        d.Id, d.Device.Name, d.Model.Id, d.Device.DeckId, shell.Under(d).Id, d.Body, d.StandoffMm, d.Mirrored, d.Model.InPanel,
        [.. d.Model.Ports.Select(p => d.Place(p)).Select(p => new PortPlace(p.Port.Id, p.Exit, p.Connector))])
    {
        Pose = d.Pose,
        Blocks = d.Blocks,
        DeckFrame = d.DeckFrame,
        TakenOff = d.TakenOff,
        Holes = d.Holes,
        Rotor = d.Rotor,
    };

    private static RoomPlace Place(Zone zone, PlanSoFar plan) => new(
        zone.Owner, zone.Kind, zone.What, zone.Box, plan.Clearance.Conflicts.All(c => c.Zone != zone))
    { Pose = zone.Pose };

    private static Tally TallyOf(PlanSoFar plan, IReadOnlyList<Finding> findings)
    {
        var (fit, made) = (plan.Fit, plan.Parts.Made);
        var size = fit.Envelope.Outer.Size;
        var bodies = fit.Devices.Where(d => !d.Model.InPanel).Sum(d => d.Body.VolumeMm3);
        return new Tally(
            size.X, size.Y, size.Z, size.Z + plan.Shell.StandsMm(plan.Design), fit.Envelope.OuterMm3 * 1e-6,
            fit.Envelope.InnerMm3 <= 0 ? 0 : bodies / fit.Envelope.InnerMm3,
            made.Sum(p => p.MassG) + fit.Devices.Sum(d => d.Model.MassG) + plan.Cost.FastenerMassG,
            made.Count, made.SelectMany(m => m.Worked).Sum(p => p.Features.Count(f => f is EdgeHole || (f is Hole && !f.Given))),
                plan.Cuts.SheetCount, plan.Cuts.SheetUse,
            plan.Cost.TotalCents, plan.Cost.Hours, fit.Devices.Sum(d => d.Model.HeatW),
            findings.Count(f => f.Severity == Severity.Stop), findings.Count(f => f.Severity == Severity.Warn),
                findings.Count(f => f.Severity == Severity.Note));
    }
}
