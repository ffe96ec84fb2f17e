using System.Text.Json.Serialization;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Hardware;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Joints;

/// <summary>One edge of the box as it is made.</summary>
/// <param name="EntryMm">How far the mate enters the host; 0 for butt and mitre.</param>
/// <param name="LengthMm">Length of the joint along the edge.</param>
public sealed record EdgeJoint(EdgeId Edge, Face Host, Face Mate, JointKind Joint, double EntryMm, double LengthMm)
{
    /// <summary>The panel that comes off there; the covering one where neither or both do.</summary>
    public Face Lid { get; init; } = Host;

    /// <summary>The bar along the inside of the edge; null when there is none.</summary>
    public string? BlockId { get; init; }

    /// <summary>Taken off its least end by the corner that a third board reaches into, mm.</summary>
    public double LeastCornerMm { get; init; }

    /// <summary>The same at its most end, mm.</summary>
    public double MostCornerMm { get; init; }

    /// <summary>The places of the corners of three boards at its ends.</summary>
    [JsonIgnore] public IReadOnlyList<string> Corners { get; init; } = [];

    /// <summary>What is left between the corners to lay it out on, mm.</summary>
    [JsonIgnore] public double BetweenMm => LengthMm - LeastCornerMm - MostCornerMm;
}

/// <summary>What the joints cut into the parts, the fixings that they ask for, and which parts hold each other.</summary>
public sealed record JointPlan(
    IReadOnlyList<EdgeJoint> Edges, IReadOnlyList<PartFeature> Features, IReadOnlyList<KeepClear> KeepClear,
    IReadOnlyList<FixingSet> Fixings, IReadOnlyList<Hold> Holds, IReadOnlyList<Operation> Work, IReadOnlyList<BoughtPiece> Bought,
    IReadOnlyList<(string DeviceId, string PortId, string PartId)> PortHoles, IReadOnlyList<PowerLoad> Power,
        IReadOnlyList<FittingPlace> Fittings);

/// <summary>What the systems have joined so far.</summary>
public sealed class JointDraft(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell,
    IReadOnlyList<EdgeJoint> edges)
{
    public Design Design { get; } = design;
    public Catalog Catalog { get; } = catalog;
    public ShopProfile Shop { get; } = shop;
    public FitPlan Fit { get; } = fit;
    public ShellPlan Shell { get; } = shell;

    /// <summary>The edges at which two panels meet.</summary>
    public IReadOnlyList<EdgeJoint> Edges { get; } = edges;

    public List<PartFeature> Features { get; } = [];
    public List<KeepClear> KeepClear { get; } = [];

    /// <summary>Fixings that are asked for; where each stands is found when all are known.</summary>
    public List<FixingSet> Fixings { get; } = [];

    public List<Hold> Holds { get; } = [];

    /// <summary>
    /// Operations of a way to build; cutting, machining, gluing, fixing and mounting follow from what it laid and joined.
    /// </summary>
    public List<Operation> Work { get; } = [];

    public List<BoughtPiece> Bought { get; } = [];

    /// <summary>Tees, clamps and the like where they sit.</summary>
    public List<FittingPlace> Fittings { get; } = [];

    /// <summary>What draws power and is no device.</summary>
    public List<PowerLoad> Power { get; } = [];

    /// <summary>Ports for whose cable a system has cut a hole, and the part that it is in.</summary>
    public List<(string DeviceId, string PortId, string PartId)> PortHoles { get; } = [];

    /// <summary>Marks where something touches the part: nothing else may be cut there.</summary>
    public void Keep(SolidPart part, Box touching, string what)
    {
        var (min, max) = part.Frame.ToPlane(touching.Intersect(part.Box.Grow(0.01)));
        KeepClear.Add(new KeepClear(part.Id, min, max, what));
    }

    public void Cut(SolidPart part, Feature feature) => Features.Add(new PartFeature(part.Id, feature));

    public void Hold(SolidPart a, SolidPart b, HoldBy by, string place, IReadOnlyList<Box>? bridge = null) =>
        Holds.Add(new Hold(a.Id, b.Id, by, place, bridge));

    /// <summary>The worked face for a hole that starts on the side of the part that looks in <paramref name="side"/>.</summary>
    public static WorkedFrom FaceTowards(SolidPart part, Direction side) => part.Frame.Normal == side ? WorkedFrom.Seen : WorkedFrom.Far;

    /// <summary>The edge that the side of the part that looks in <paramref name="side"/> is in its drawing.</summary>
    public static PartEdge EdgeTowards(SolidPart part, Direction side) =>
        side == part.Frame.U ? PartEdge.UMost : side == part.Frame.U.Opposite() ? PartEdge.ULeast : side == part.Frame.V ? PartEdge.VMost
            : PartEdge.VLeast;
}
