using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>What starts in the end or long edge of a part.</summary>
/// <param name="AlongMm">Along the edge, from the part's reference corner side.</param>
/// <param name="FromSeenMm">Its middle, from the seen face.</param>
public abstract record EdgeWork(string Id, string For, string Purpose, PartEdge Edge, double AlongMm, double FromSeenMm)
    : Feature(Id, For, Purpose, WorkedFrom.Seen)
{
    /// <summary>How far it goes in.</summary>
    [JsonIgnore] public abstract double InMm { get; }

    /// <summary>Across the board.</summary>
    [JsonIgnore] public abstract double ThickMm { get; }

    /// <summary>Along the edge.</summary>
    [JsonIgnore] public abstract double WideMm { get; }

    private protected Uv Middle => new(AlongMm, FromSeenMm);

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        var half = WideMm / 2;
        Uv[] corners = [slab.At(Edge, AlongMm - half, 0), slab.At(Edge, AlongMm - half, InMm), slab.At(Edge, AlongMm + half, InMm),
            slab.At(Edge, AlongMm + half, 0)];
        yield return new DrawnOutline(LineRole.Edge, $"EDGE_{Drawn.Mm(ThickMm)}_DEEP_{Drawn.Mm(InMm)}_DOWN_{Drawn.Mm(FromSeenMm)}",
            Outline.Of(corners), true);
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow? Row(Slab slab) => null;

    public override Feature? Laid(Laying on) => on.Rim(Edge, AlongMm) is { } rim
        ? this with
        {
            Id = on.Id,
            Purpose = on.Purpose,
            Edge = rim.Edge,
            AlongMm = rim.AlongMm,
            FromSeenMm = on.Mirrored ? on.ThicknessMm - FromSeenMm : FromSeenMm,
        }
        : null;
}

/// <summary>A hole into an end or long edge: for dowels and for screws. Files tell its bore in one row of fields.</summary>
/// <param name="PlaceWhy">Why it stands there, in a sentence; null where what it is for says so.</param>
public sealed record EdgeHole(string Id, string For, string Purpose, PartEdge Edge, double AlongMm, double FromSeenMm,
    [property: JsonIgnore] Bore Bore, [property: JsonIgnore] string? PlaceWhy)
    : EdgeWork(Id, For, Purpose, Edge, AlongMm, FromSeenMm)
{
    [JsonConstructor]
    internal EdgeHole(string id, string @for, string purpose, PartEdge edge, double alongMm, double fromSeenMm, double diaMm,
        double depthMm, string? thread, string why, double? sinkDiaMm, double? sinkDeg)
        : this(id, @for, purpose, edge, alongMm, fromSeenMm,
            Bore.Of(diaMm, depthMm, thread, sinkDiaMm, sinkDeg, why, null), null)
    {
    }

    public double DiaMm => Bore.DiaMm;

    public double DepthMm => Bore.DepthMm ?? throw new InvalidOperationException($"{Id}: a hole in an edge has a depth.");

    public string? Thread => Bore.Thread;

    /// <summary>Rim of the countersink at the edge; null = none.</summary>
    public double? SinkDiaMm => Bore.SinkDiaMm;

    public double? SinkDeg => Bore.SinkDeg;

    public string Why => PlaceWhy is null ? Bore.Why : $"{Bore.Why}; {PlaceWhy}";

    [JsonIgnore] public override double InMm => DepthMm;

    [JsonIgnore] public override double ThickMm => DiaMm;

    [JsonIgnore] public override double WideMm => DiaMm;

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var bore = Outline.CircleAt(Middle, DiaMm);
        yield return new EdgeCut(Edge, bore, bore, 0, DepthMm);
        if (Bore.Finish.Mouth(DiaMm, dia => Outline.CircleAt(Middle, dia)) is var (mouth, floor, deep))
        {
            yield return new EdgeCut(Edge, mouth, floor, 0, deep);
        }
    }

    public override EdgeMark? Mark(Slab slab, bool alongU) => new EdgeMark(AlongMm, null, $"{Purpose}, {DiaMm:0.##} mm");

    public override IEnumerable<Working> Work(WorkRates rates) => Bore.Work(rates);

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"E{Edge}{AlongMm};{FromSeenMm};{DiaMm};;{DepthMm};{Bore.Finish.EdgeStamp()}|");

    public override Feature Cleaned() => this with
    {
        AlongMm = Clean(AlongMm),
        FromSeenMm = Clean(FromSeenMm),
        Bore = Bore with { DepthMm = Clean(DepthMm) },
    };
}

/// <summary>A slot into an end or long edge: for biscuits, splines and what is let in.</summary>
/// <param name="LengthMm">Along the edge.</param>
/// <param name="WidthMm">Across the board.</param>
public sealed record EdgeSlot(string Id, string For, string Purpose, PartEdge Edge, double AlongMm, double FromSeenMm, double LengthMm,
    double WidthMm, double DepthMm, string Why)
    : EdgeWork(Id, For, Purpose, Edge, AlongMm, FromSeenMm)
{
    [JsonIgnore] public override double InMm => DepthMm;

    [JsonIgnore] public override double ThickMm => WidthMm;

    [JsonIgnore] public override double WideMm => LengthMm;

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var reach = new Uv(LengthMm / 2, WidthMm / 2);
        var mouth = Outline.Rectangle(Middle - reach, Middle + reach);
        yield return new EdgeCut(Edge, mouth, mouth, 0, DepthMm);
    }

    public override EdgeMark? Mark(Slab slab, bool alongU) => new EdgeMark(AlongMm - (LengthMm / 2), AlongMm + (LengthMm / 2), Purpose);

    public override IEnumerable<Working> Work(WorkRates rates) =>
        [new(Craft.Groove, rates.HoleMin * 2, "slot {0:0.##} x {1:0.##} in the edge", LengthMm, WidthMm)];

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"E{Edge}{AlongMm};{FromSeenMm};{WidthMm};{LengthMm};{DepthMm};;|");

    public override Feature Cleaned() => this with { AlongMm = Clean(AlongMm), FromSeenMm = Clean(FromSeenMm), DepthMm = Clean(DepthMm) };
}
