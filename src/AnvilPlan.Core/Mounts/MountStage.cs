using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Mounts;

/// <summary>One mounting hole of a device, in the frame of the part that carries it (mm).</summary>
public sealed record MountPoint(string DeviceId, string PartId, int Number, Uv At, Why WhyU, Why WhyV);

/// <summary>Standoffs under a device.</summary>
public sealed record StandoffSet(string DeviceId, string Thread, double WantedMm, double? LengthMm, int Count, long PriceCents);

/// <summary>A port and what was provided for it.</summary>
/// <param name="PartId">The panel that it reaches; null when it reaches none.</param>
/// <param name="Verdict">Why it has an opening or none, in words for the table.</param>
public sealed record PortProvision(string DeviceId, string PortId, string Name, PortState State, string? PartId, double? GapMm,
    string Verdict);

public enum PortState
{
    Opened,

    /// <summary>Its side of the box is open.</summary>
    Free,
    Inside,
    LeftClosed,
    OutOfReach,
    Blocked,
}

/// <summary>Open area of a fan's cut-out against what its frame gives, mm².</summary>
public sealed record FanOpening(string DeviceId, double OpenMm2, double ApertureMm2);

/// <summary>Everything that holds the hardware: holes, cut-outs, standoffs, screws, port openings.</summary>
public sealed record MountPlan(
    IReadOnlyList<MountPoint> Points, IReadOnlyList<StandoffSet> Standoffs, IReadOnlyList<FixingSet> Fixings,
    IReadOnlyList<PortProvision> Ports, IReadOnlyList<FanOpening> Fans, IReadOnlyList<PartFeature> Features, IReadOnlyList<Hold> Holds);

/// <summary>Text beside what shows on panels.</summary>
/// <param name="Unplaced">Ids of devices whose text finds no room.</param>
public sealed record LabelPlan(IReadOnlyList<PartFeature> Features, IReadOnlyList<string> Unplaced);

/// <summary>Fourth stage: mounting points, cut-outs and openings for all hardware.</summary>
public static class MountStage
{
    public static MountPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell, JointPlan joints)
    {
        var draft = new MountDraft();
        foreach (var device in fit.Devices)
        {
            var deck = shell.Under(device);
            MountHoles.Add(draft, device, shell, catalog);
            AdapterFixings.Add(draft, device, design, catalog, shell);
            PanelCutouts.Add(draft, device, deck);
        }

        PortOpenings.Add(draft, design, fit, shell, shop, joints);
        CablePassages.Add(draft, design, fit, shell, joints);
        draft.Features.AddRange(DrilledPattern.Features(design, fit, shell));
        return new MountPlan(draft.Points, draft.Standoffs, draft.Fixings, draft.Ports, draft.Fans, draft.Features, draft.Holds);
    }

    /// <summary>
    /// What is left of the deck under the device: its thickness, or the rebate where it is thinned; a closed tube is passed through both
    /// walls, for nothing inside it is reached (mm).
    /// </summary>
    public static double ThicknessAt(PlacedDevice device, SolidPart deck) =>
        device.Device.RebateToMm is { } rebate && device.Model.InPanel ? Math.Min(rebate, deck.ThicknessMm)
            : deck.Section is BarShape.SquareTube or BarShape.RoundTube ? deck.ThicknessMm : deck.DepthFrom(deck.Frame.Normal);
}

/// <summary>What the mount stage has gathered so far.</summary>
internal sealed class MountDraft
{
    public List<MountPoint> Points { get; } = [];
    public List<StandoffSet> Standoffs { get; } = [];
    public List<FixingSet> Fixings { get; } = [];
    public List<PortProvision> Ports { get; } = [];
    public List<FanOpening> Fans { get; } = [];
    public List<PartFeature> Features { get; } = [];
    public List<Hold> Holds { get; } = [];
}
