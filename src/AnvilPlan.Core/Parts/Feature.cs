using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>From which face of the part a feature is worked. Its (u, v) are in the drawing's frame either way.</summary>
public enum WorkedFrom
{
    Seen,
    Far,
}

/// <summary>Something cut into a part. Positions are (u, v) from the part's reference corner, seen from the stated face, mm.</summary>
/// <param name="Id">Stable: made from the decision that asked for it.</param>
/// <param name="For">What asked for it: a device, an edge, a tray.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Hole), "hole")]
[JsonDerivedType(typeof(Opening), "opening")]
[JsonDerivedType(typeof(Channel), "channel")]
[JsonDerivedType(typeof(Bevel), "bevel")]
public abstract record Feature(string Id, string For, string Purpose, WorkedFrom From);

/// <summary>A drilled hole.</summary>
/// <param name="DepthMm">Null = through.</param>
/// <param name="Thread">To be tapped to this size; null = plain.</param>
/// <param name="PlaceWhy">Why it stands where it stands, in a sentence.</param>
/// <param name="SinkDiaMm">Rim of the countersink on the face it is worked from; null = none.</param>
public sealed record Hole(
    string Id, string For, string Purpose, WorkedFrom From,
    Uv At, double DiaMm, double? DepthMm, string? Thread, double? SinkDiaMm, double? SinkDeg, string DrillWhy, string PlaceWhy, string? DepthWhy)
    : Feature(Id, For, Purpose, From);

/// <summary>A through opening about <paramref name="At"/>.</summary>
/// <param name="HeightMm">Along v; null for a round opening of diameter <paramref name="WidthMm"/>.</param>
public sealed record Opening(
    string Id, string For, string Purpose, WorkedFrom From,
    Uv At, double WidthMm, double? HeightMm, double CornerRadiusMm, string SizeWhy, string PlaceWhy)
    : Feature(Id, For, Purpose, From)
{
    [JsonIgnore] public bool Round => HeightMm is null;
    [JsonIgnore] public Uv Min => new(At.U - (WidthMm / 2), At.V - ((HeightMm ?? WidthMm) / 2));
    [JsonIgnore] public Uv Max => new(At.U + (WidthMm / 2), At.V + ((HeightMm ?? WidthMm) / 2));

    [JsonIgnore]
    public double AreaMm2 => HeightMm is { } height
        ? (WidthMm * height) - ((4 - Math.PI) * CornerRadiusMm * CornerRadiusMm)
        : Math.PI / 4 * WidthMm * WidthMm;
}

public enum ChannelShape
{
    /// <summary>Open to the long edge.</summary>
    Rabbet,

    /// <summary>Closed on both long sides.</summary>
    Groove,

    /// <summary>A sunk field.</summary>
    Pocket,
}

/// <summary>Material removed from <paramref name="Min"/> to <paramref name="Max"/> to a depth that includes the shop's fit.</summary>
/// <param name="EntryMm">How far the mate really enters; the depth is this plus the fit.</param>
public sealed record Channel(
    string Id, string For, string Purpose, WorkedFrom From,
    ChannelShape Shape, Uv Min, Uv Max, double DepthMm, double EntryMm, string DepthWhy)
    : Feature(Id, For, Purpose, From);

public enum PartEdge
{
    ULeast,
    UMost,
    VLeast,
    VMost,
}

/// <summary>An end cut at an angle from square; the drawn size is the long point, on the outside.</summary>
public sealed record Bevel(string Id, string For, string Purpose, WorkedFrom From, PartEdge Edge, double AngleDeg)
    : Feature(Id, For, Purpose, From);

/// <summary>A feature and the part it is cut into.</summary>
public sealed record PartFeature(string PartId, Feature Feature);

/// <summary>An area of a part that holes and openings must keep away from: a joint, a block, a rail.</summary>
public sealed record KeepClear(string PartId, Uv Min, Uv Max, string What);
