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
[JsonDerivedType(typeof(Notch), "notch")]
[JsonDerivedType(typeof(EdgeHole), "edgeHole")]
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
    : Feature(Id, For, Purpose, From)
{
    /// <summary>Of a kerf, cut to let the board bend: its width at the floor, mm; as wide as its mouth when sawn straight. Null for what is no kerf.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] public double? FloorMm { get; init; }

    [JsonIgnore] public bool Kerf => FloorMm is not null;

    /// <summary>The edges of the floor where they lie beside those of the mouth.</summary>
    [JsonIgnore]
    public IEnumerable<(Uv From, Uv To)> FloorEdges => FloorMm is { } floor && floor < Max.U - Min.U - 0.001
        ? from side in (double[])[-floor / 2, floor / 2] let u = ((Min.U + Max.U) / 2) + side select (new Uv(u, Min.V), new Uv(u, Max.V))
        : [];
}

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

/// <summary>
/// Material removed at an edge or corner within an outline: fingers, sockets between pins, reliefs. The outline may lie partly
/// beyond the part.
/// </summary>
/// <param name="Outline">On the worked face, counter-clockwise.</param>
/// <param name="Floor">On the far face, or at the depth, when the walls slope; as many points as the outline; null = the same.</param>
/// <param name="DepthMm">Null = through.</param>
public sealed record Notch(
    string Id, string For, string Purpose, WorkedFrom From, IReadOnlyList<Uv> Outline, IReadOnlyList<Uv>? Floor, double? DepthMm, string SizeWhy)
    : Feature(Id, For, Purpose, From)
{
    [JsonIgnore] public Uv Min => new(Outline.Min(p => p.U), Outline.Min(p => p.V));
    [JsonIgnore] public Uv Max => new(Outline.Max(p => p.U), Outline.Max(p => p.V));

    /// <summary>The rectangle about outline and floor.</summary>
    [JsonIgnore]
    public (Uv Min, Uv Max) Reach => Floor is null ? (Min, Max) : (
        new(Math.Min(Min.U, Floor.Min(p => p.U)), Math.Min(Min.V, Floor.Min(p => p.V))), new(Math.Max(Max.U, Floor.Max(p => p.U)), Math.Max(Max.V, Floor.Max(p => p.V))));

    /// <summary>Whether a rectangle lies wholly within its upright walls: one corner does, and no wall runs through it.</summary>
    public bool Covers(Uv min, Uv max)
    {
        if (Floor is not null || !Holds(min, 0))
        {
            return false;
        }

        for (int i = 0, j = Outline.Count - 1; i < Outline.Count; j = i++)
        {
            var (from, to) = (0.0, 1.0);
            var (a, d) = (Outline[j], Outline[i] - Outline[j]);
            if (Within(a.U, d.U, min.U, max.U, ref from, ref to) && Within(a.V, d.V, min.V, max.V, ref from, ref to))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>Shortens a stretch of a wall to what lies between two coordinates; false when nothing of it does.</summary>
    private static bool Within(double at, double way, double least, double most, ref double from, ref double to)
    {
        if (Math.Abs(way) < 1e-12)
        {
            return at > least && at < most && from < to;
        }

        var (a, b) = ((least - at) / way, (most - at) / way);
        (from, to) = (Math.Max(from, Math.Min(a, b)), Math.Min(to, Math.Max(a, b)));
        return from < to;
    }

    /// <summary>Whether a point lies within its walls at that share of its depth.</summary>
    public bool Holds(Uv at, double share)
    {
        Uv Wall(int i) => Floor is { } floor ? new(Outline[i].U + ((floor[i].U - Outline[i].U) * share), Outline[i].V + ((floor[i].V - Outline[i].V) * share)) : Outline[i];
        var inside = false;
        for (int i = 0, j = Outline.Count - 1; i < Outline.Count; j = i++)
        {
            var (a, b) = (Wall(i), Wall(j));
            if ((a.V > at.V) != (b.V > at.V) && at.U < ((b.U - a.U) * (at.V - a.V) / (b.V - a.V)) + a.U)
            {
                inside = !inside;
            }
        }

        return inside;
    }

    /// <summary>Mean of outline and floor, mm².</summary>
    [JsonIgnore] public double AreaMm2 => (Area(Outline) + Area(Floor ?? Outline)) / 2;

    public static Notch Rectangle(string id, string forWhat, string purpose, WorkedFrom from, Uv min, Uv max, double? depthMm, string why) =>
        new(id, forWhat, purpose, from, [min, new(max.U, min.V), max, new(min.U, max.V)], null, depthMm, why);

    private static double Area(IReadOnlyList<Uv> p) => Math.Abs(p.Select((a, i) => (a.U * p[(i + 1) % p.Count].V) - (p[(i + 1) % p.Count].U * a.V)).Sum()) / 2;
}

/// <summary>A hole or slot that starts in the end or long edge of a part: for dowels, biscuits, splines and screws into the end.</summary>
/// <param name="AlongMm">Along the edge, from the part's reference corner side.</param>
/// <param name="FromSeenMm">Its middle, from the seen face.</param>
/// <param name="DiaMm">Diameter, or the thickness of a slot.</param>
/// <param name="SlotMm">Length of a slot along the edge; null = a round hole.</param>
public sealed record EdgeHole(
    string Id, string For, string Purpose, PartEdge Edge, double AlongMm, double FromSeenMm, double DiaMm, double? SlotMm, double DepthMm, string? Thread, string Why)
    : Feature(Id, For, Purpose, WorkedFrom.Seen)
{
    /// <summary>Rim of the countersink at the edge; null = none.</summary>
    public double? SinkDiaMm { get; init; }

    public double? SinkDeg { get; init; }
}

/// <summary>A feature and the part it is cut into.</summary>
public sealed record PartFeature(string PartId, Feature Feature);

/// <summary>An area of a part that holes and openings must keep away from: a joint, a block, a rail.</summary>
public sealed record KeepClear(string PartId, Uv Min, Uv Max, string What);
