using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Core.Fit;

/// <summary>
/// How a device is held where it stands: one of these, from what its model is made for and what was decided for it. What lies between it
/// and its deck, a plate or a pad, is a part of its own.
/// </summary>
public abstract record Mounting
{
    /// <summary>As it stands behind the device's name: empty where its screws say it.</summary>
    public virtual string How => "";

    /// <param name="standoffMm">As worked out for it; 0 = flat on its deck.</param>
    public static Mounting Of(Device device, HardwareModel model, double standoffMm) => (device.Stuck, model.Mount) switch
    {
        ({ } stick, _) => new StuckDown(stick),
        (_, MountStyle.TopHatRail) => new ClippedOn(),
        (_, MountStyle.PanelNut) => new ByOwnNut(),
        _ when model.ThreadSize is null || model.Holes.Count == 0 => new Placed(),
        (_, MountStyle.TappedBody) or (_, MountStyle.PanelScrews) when model.DepthMaxMm is { } deep => new IntoItsThreads(deep),
        (_, MountStyle.PanelScrews) => new ByItsFlange(model.SeatInside),
        (_, MountStyle.Standoffs) when standoffMm > 0 => new OnStandoffs(standoffMm),
        _ => new BoltedDown(),
    };
}

/// <summary>Screws from above into standoffs, others from behind the deck.</summary>
public sealed record OnStandoffs(double HeightMm) : Mounting;

/// <summary>Flat on its deck: screws through device and deck into a nut behind, or in the slot of a bar.</summary>
public sealed record BoltedDown : Mounting;

/// <summary>Screws through the deck into threads of its own.</summary>
/// <param name="DepthMm">How deep they may go.</param>
public sealed record IntoItsThreads(double DepthMm) : Mounting;

/// <summary>In a cut-out, screws and nuts through its flange and the panel.</summary>
/// <param name="FromInside">The flange bears on the inner face, and the nuts stand on it.</param>
public sealed record ByItsFlange(bool FromInside) : Mounting;

public sealed record ByOwnNut : Mounting
{
    public override string How => " by its own nut";
}

/// <summary>On a top-hat rail.</summary>
public sealed record ClippedOn : Mounting
{
    public override string How => ", clipped,";
}

public sealed record StuckDown(Stick Stick) : Mounting
{
    public override string How => ", stuck,";
}

/// <summary>Nothing of its own holds it: it has neither holes nor nut.</summary>
public sealed record Placed : Mounting;
