using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Work;

/// <summary>
/// How far something is. In the order of the trade: a part, a device or a cable passes through them from first to last and may leave some
/// out.
/// </summary>
public enum Done
{
    /// <summary>A part has its size: sawn, or printed.</summary>
    Sized,
    Grooved,
    Opened,
    Drilled,
    Tapped,

    /// <summary>Sawn along a line across it.</summary>
    Trimmed,
    Bevelled,

    /// <summary>A sheet or strip is bent.</summary>
    Formed,

    /// <summary>Its texts are cut into it.</summary>
    Engraved,

    /// <summary>Dowels, inserts and magnets sit in it.</summary>
    Set,
    Glued,

    /// <summary>Screwed, riveted or clamped to its neighbours for good.</summary>
    Joined,

    /// <summary>Plugs over its screws are glued in and cut flush.</summary>
    Capped,

    /// <summary>Eased where it has to go in and come out by hand.</summary>
    Eased,
    Finished,

    /// <summary>Its texts are on it.</summary>
    Lettered,

    /// <summary>A device is on its deck.</summary>
    Mounted,

    /// <summary>A tray, a door or a bought piece is in its place.</summary>
    In,

    /// <summary>Both ends of a cable.</summary>
    Plugged,

    /// <summary>A part that comes off is on.</summary>
    Closed,

    /// <summary>Hung or stood where it will be used.</summary>
    Standing,
}

/// <summary>Something that is true once an operation is done.</summary>
/// <param name="Of">The made part, device, cable or structure.</param>
public sealed record Fact(Done Done, Place Of);

/// <summary>What has to be true before an operation, and why.</summary>
/// <param name="Because">Ends the sentence: this comes after that because ...</param>
public sealed record Need(Fact Fact, string Because);

/// <summary>One piece of work on one unit. Minutes by the shop's own rates.</summary>
/// <param name="Makes">What it brings about; at least one. The first says what kind of work it is.</param>
/// <param name="Places">Parts, edges, devices and cables that it touches.</param>
/// <param name="Minutes">Of the hands; above 0.</param>
public sealed record Operation(string Id, string Title, double Minutes, IReadOnlyList<Fact> Makes, IReadOnlyList<Place> Places)
{
    public Done Does => Makes[0].Done;

    /// <summary>What it waits for besides the earlier states of what it works on; those follow by themselves.</summary>
    public IReadOnlyList<Need> Needs { get; init; } = [];

    /// <summary>Features that it makes, as part and feature.</summary>
    public IReadOnlyList<WorkedFeature> Features { get; init; } = [];

    /// <summary>Ids of the fixings that it puts in.</summary>
    public IReadOnlyList<string> Fixings { get; init; } = [];

    /// <summary>Empty when the hands suffice.</summary>
    public string Tool { get; init; } = "";

    /// <summary>Bits, widths, depths, lengths; empty when there is nothing to set.</summary>
    public string Setting { get; init; } = "";

    /// <summary>Minutes that pass by themselves afterwards: glue that sets, a printer that runs.</summary>
    public double WaitMin { get; init; }

    /// <summary>What is looked at before it, because it cannot be taken back; null when it can.</summary>
    public string? HoldPoint { get; init; }

    /// <summary>Where the hand, the eye or the lung is at risk; null where nothing special is.</summary>
    public string? Caution { get; init; }
}

/// <summary>A feature of a made part.</summary>
public sealed record WorkedFeature(string PartId, string FeatureId);
