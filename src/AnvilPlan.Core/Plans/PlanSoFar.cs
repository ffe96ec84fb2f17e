using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Clearance;
using AnvilPlan.Core.Cost;
using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fits;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Loads;
using AnvilPlan.Core.Mounts;
using AnvilPlan.Core.Movement;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Plans;

/// <summary>All stages' results before the findings look at them.</summary>
public sealed record PlanSoFar(
    Design Design, Catalog Catalog, ShopProfile Shop, FitPlan Fit, ShellPlan Shell, IReadOnlyList<Chain> Chains,
    JointPlan Joints, MountPlan Mounts, FixingPlan Fixings, PartPlan Parts, CutPlan Cuts, WorkPlan Work, CostPlan Cost,
        ClearancePlan Clearance,
    GluePlan Glue, IReadOnlyList<Meeting> Meetings, MovementPlan Movement, IReadOnlyList<LoadCase> Loads)
{
    public required LabelPlan Labels { get; init; }

    /// <summary>Another design with the same catalog and shop, as far: remedies look by it at what they propose.</summary>
    public required Func<Design, PlanSoFar> Again { get; init; }

    /// <summary>Everything that is said of another design with the same catalog and shop.</summary>
    public required Func<Design, IReadOnlyList<Finding>> Judged { get; init; }

    /// <summary>The cables at each port.</summary>
    public ILookup<(string DeviceId, string PortId), Link> LinksAt { get; } = Design.Links
        .SelectMany(l => (((string, string) At, Link Link)[])[((l.FromDeviceId, l.FromPortId), l), ((l.ToDeviceId, l.ToPortId), l)])
            .ToLookup(x => x.At, x => x.Link);

    public PowerBalance Power { get; } = PowerBalance.Of(Fit.Devices, Joints.Power);
}
