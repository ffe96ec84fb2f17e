using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>From which face of the part a feature is worked. Its (u, v) are in the drawing's frame either way.</summary>
public enum WorkedFrom
{
    Seen,
    Far,
}

public enum PartEdge
{
    ULeast,
    UMost,
    VLeast,
    VMost,
}

/// <summary>
/// Something cut into a part. Positions are (u, v) from the part's reference corner, seen from the stated face, mm. A feature answers for
/// itself: what it takes away, how it is drawn, tabled, timed and told apart follows from the kind and is asked of nobody else.
/// </summary>
/// <param name="Id">Stable: made from the decision that asked for it.</param>
/// <param name="For">What asked for it: a device, an edge, a tray.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Hole), "hole")]
[JsonDerivedType(typeof(Opening), "opening")]
[JsonDerivedType(typeof(Channel), "channel")]
[JsonDerivedType(typeof(Bevel), "bevel")]
[JsonDerivedType(typeof(Notch), "notch")]
[JsonDerivedType(typeof(Trim), "trim")]
[JsonDerivedType(typeof(EdgeHole), "edgeHole")]
[JsonDerivedType(typeof(Kerf), "kerf")]
[JsonDerivedType(typeof(BendLine), "bendLine")]
[JsonDerivedType(typeof(Lettering), "mark")]
[JsonDerivedType(typeof(Engraving), "engraving")]
public abstract record Feature(string Id, string For, string Purpose, WorkedFrom From)
{
    /// <summary>What it takes away; empty for what is only marked.</summary>
    public abstract IEnumerable<Cut> Cuts(Slab slab);

    /// <summary>How it appears in a drawing of its part, besides the rim that it shapes.</summary>
    public abstract IEnumerable<Drawn> Drawing(Slab slab);

    /// <summary>True when what it takes all through is drawn as part of the outline and not by itself.</summary>
    public abstract bool ShapesRim(Slab slab);

    /// <summary>Its line in the table of what is sawn and milled; null for what stands in a table of holes.</summary>
    public abstract MilledRow? Row(Slab slab);

    /// <summary>Where it is marked out along an edge; null for what runs along it.</summary>
    public abstract EdgeMark? Mark(Slab slab, bool alongU);

    /// <summary>
    /// It was there before anything was done: a hole of a salvaged tray, the slot of a bar as it is sold. Nobody makes it.
    /// </summary>
    [JsonIgnore] public bool Given { get; init; }

    /// <summary>It lies on a blank and comes from one of its faces, where it is counted and timed.</summary>
    [JsonIgnore] public bool Unfolded { get; init; }

    /// <summary>What hands do to make it, by the shop's rates; nothing for what is made along with other work.</summary>
    public abstract IEnumerable<Working> Work(WorkRates rates);

    /// <summary>All that changes the part when it changes, and nothing else.</summary>
    public abstract string Stamp();

    /// <summary>Rounded to a nanometre, so that sums of decimals print as they were meant.</summary>
    public abstract Feature Cleaned();

    /// <summary>The same on the blank that its part is bent from; null for what belongs to the bend itself.</summary>
    public abstract Feature? Laid(Laying on);

    private protected string Far => From == WorkedFrom.Far ? "_FAR" : "";

    private protected static double Clean(double value) => Math.Round(value, 6);

    private protected static Uv Clean(Uv at) => new(Clean(at.U), Clean(at.V));

    private protected static Vertex Clean(Vertex at) => at with { U = Clean(at.U), V = Clean(at.V) };
}

public enum Craft
{
    Groove,
    CutOut,
    Drill,
    Tap,
    Trim,
    Bevel,
}

/// <summary>One kind of work on a feature, at one setting: what is equal is done without setting anything anew.</summary>
/// <param name="Format">Bit, thread, width and depth in words, with {0} and {1} for the measures.</param>
public readonly record struct Working(Craft Craft, double Minutes, string Format, double? FirstMm = null, double? SecondMm = null)
{
    public string Setting => string.Format(CultureInfo.InvariantCulture, Format, FirstMm, SecondMm);
}

/// <summary>Where a face of a bent part lies on its blank.</summary>
/// <param name="At">From the face's plane to the blank's.</param>
/// <param name="Mirrored">It is drawn from the other side.</param>
/// <param name="Turned">Its u runs along the blank's v.</param>
/// <param name="Rim">The edge of the blank that an edge of the face is, and the coordinate along it; null where it is a bend.</param>
public sealed record Laying(string Id, string Purpose, Func<Uv, Uv> At, bool Mirrored, bool Turned, double ThicknessMm,
    Func<PartEdge, double, (PartEdge Edge, double AlongMm)?> Rim)
{
    public WorkedFrom Side(WorkedFrom from) => Mirrored == (from == WorkedFrom.Seen) ? WorkedFrom.Far : WorkedFrom.Seen;

    public (Uv Min, Uv Max) Rectangle(Uv min, Uv max)
    {
        var (p, q) = (At(min), At(max));
        return (new(Math.Min(p.U, q.U), Math.Min(p.V, q.V)), new(Math.Max(p.U, q.U), Math.Max(p.V, q.V)));
    }

    /// <summary>Left becomes right on the blank's other side, and with it the way an arc turns.</summary>
    public Vertex Of(Vertex v) => new(At(v.At), Mirrored ? -v.Bulge : v.Bulge);
}

/// <summary>Where something is marked along an edge: its middle, or from and to.</summary>
/// <param name="ToMm">Null for a middle.</param>
/// <param name="FarFromMm">Its second line, at the shoulder or on the other face, where that lies elsewhere.</param>
public readonly record struct EdgeMark(double FromMm, double? ToMm, string What, double? FarFromMm = null, double? FarToMm = null);

/// <summary>A feature and the part it is cut into.</summary>
public sealed record PartFeature(string PartId, Feature Feature);

/// <summary>An area of a part that holes and openings must keep away from: a joint, a block, a rail.</summary>
public sealed record KeepClear(string PartId, Uv Min, Uv Max, string What);
