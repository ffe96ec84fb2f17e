using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Cost;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Planning;

/// <summary>
/// The whole trip from decisions to a plan, one way. A pure function: no clock, no chance, no order that could change.
/// </summary>
public static class Planner
{
    /// <param name="design">Must have passed <see cref="DesignCheck"/>; ids of models and materials must be in the catalog.</param>
    public static BuildPlan Plan(Design design, Catalog catalog, ShopProfile shop, AsBuilt asBuilt)
    {
        var fit = FitStage.Run(design, catalog);
        var shell = ShellStage.Run(design, catalog, fit);
        var chains = ChainStage.Run(design, fit, shell);
        var joints = JointStage.Run(design, catalog, shop, fit, shell);
        var mounts = MountStage.Run(design, catalog, shop, fit, shell);
        var parts = PartStage.Run(design, catalog, shop, asBuilt, fit, shell, joints, mounts);
        var cuts = CutStage.Run(catalog, shop, parts, design.Brief.Quantity);
        var work = WorkList.Run(shop.Rates, parts, joints, mounts);
        var cost = CostStage.Run(design, catalog, shop, joints, mounts, cuts, work);
        var findings = FindingStage.Run(new PlanSoFar(design, catalog, shop, fit, shell, chains, joints, mounts, parts, cuts, cost));
        return new BuildPlan(
            design.Name, fit.Envelope.Outer, fit.Envelope.Inner, [.. fit.Devices.Select(d => Place(d, shell))], chains, joints.Edges,
            parts.Parts, mounts.Points, mounts.Standoffs, [.. joints.Screws, .. mounts.Screws], mounts.Ports, mounts.Fans, cuts, work, cost,
            findings, TallyOf(design, fit, parts, cuts, cost, findings));
    }

    private static DevicePlace Place(PlacedDevice d, ShellPlan shell) => new(
        d.Id, d.Device.Name, d.Model.Id, d.Device.DeckId, shell.Deck(d.Device.DeckId).Id, d.Body, d.StandoffMm, d.Mirrored, d.Model.InPanel,
        [.. d.Model.Ports.Select(p => d.Place(p)).Select(p => new PortPlace(p.Port.Id, p.Exit, p.Connector))]);

    private static Tally TallyOf(Design design, FitPlan fit, PartPlan parts, CutPlan cuts, CostPlan cost, IReadOnlyList<Finding> findings)
    {
        var size = fit.Envelope.Outer.Size;
        var bodies = fit.Devices.Where(d => !d.Model.InPanel).Sum(d => d.Body.VolumeMm3);
        return new Tally(
            size.X, size.Y, size.Z, size.Z + (design.Box.Feet?.HeightMm ?? 0), fit.Envelope.Outer.VolumeMm3 * 1e-6,
            fit.Envelope.Inner.VolumeMm3 <= 0 ? 0 : bodies / fit.Envelope.Inner.VolumeMm3,
            parts.Parts.Sum(p => p.MassG) + fit.Devices.Sum(d => d.Model.MassG) + cost.FastenerMassG,
            parts.Parts.Count, parts.Parts.Sum(p => p.Features.OfType<Hole>().Count()), cuts.Sheets.Count, cuts.SheetUse,
            cost.TotalCents, cost.Hours, fit.Devices.Sum(d => d.Model.HeatW),
            findings.Count(f => f.Severity == Severity.Stop), findings.Count(f => f.Severity == Severity.Warn), findings.Count(f => f.Severity == Severity.Note));
    }
}
