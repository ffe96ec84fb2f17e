using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Designs;

/// <summary>What a maker decided about how a device is held: one of these. What comes of it is <c>Fit.Mounting</c>.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "by", UnknownDerivedTypeHandling = JsonUnknownDerivedTypeHandling.FailSerialization)]
[JsonDerivedType(typeof(OwnFixings), "ownFixings")]
[JsonDerivedType(typeof(OnDeckHoles), "deckHoles")]
[JsonDerivedType(typeof(OnAdapter), "adapter")]
[JsonDerivedType(typeof(Stick), "sticking")]
public abstract record DeviceMounting;

/// <summary>By screws, or by the nut or clip that the model has.</summary>
public abstract record Screwed : DeviceMounting
{
    /// <summary>Height of the standoffs; 0 = flat on the deck; null = the least that the model allows.</summary>
    public double? StandoffMm { get; init; }

    /// <summary>A length chosen by hand; null = the planner picks from stock.</summary>
    public double? ScrewLengthMm { get; init; }

    /// <summary>Washer thickness under the head.</summary>
    public double WasherMm { get; init; }

    /// <summary>The same screws through holes of its own, with a plate between or none.</summary>
    public Screwed Over(Adapter? plate) =>
        (plate is null ? new OwnFixings() : (Screwed)new OnAdapter(plate)) with
        {
            StandoffMm = StandoffMm,
            ScrewLengthMm = ScrewLengthMm,
            WasherMm = WasherMm,
        };
}

/// <summary>What its model asks for: holes drilled for it, a cut-out, a rail.</summary>
public sealed record OwnFixings : Screwed
{
    public static OwnFixings Usual { get; } = new();
}

/// <summary>Held by holes that its deck already has; it gets no new ones.</summary>
public sealed record OnDeckHoles : Screwed;

/// <summary>On a plate or pad between it and its deck.</summary>
public sealed record OnAdapter(Adapter Plate) : Screwed;

public enum StickKind
{
    /// <summary>Double-sided foam tape.</summary>
    FoamTape,
    HookAndLoop,
}

/// <summary>Stuck to its deck instead of being screwed: strips of that size in all.</summary>
public sealed record Stick(StickKind Kind, double WidthMm, double LengthMm) : DeviceMounting;

/// <summary>A plate that is screwed to holes of the deck and carries a device whose pattern does not meet them.</summary>
public sealed record Adapter(string MaterialId, double NominalMm)
{
    /// <summary>Stiff enough for a board between two rows of holes, and tapped with ease.</summary>
    public static Adapter Usual { get; } = new("aluminium-5052", 3);

    /// <summary>Set for a pad: it lies flat on its deck, held by the device's own screws, and shows this much round the device.</summary>
    public double? RevealMm { get; init; }

    /// <summary>Bevel of a pad's edges, degrees.</summary>
    public double BevelDeg { get; init; }
}
