using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>What is made in the end or long edge of a part: a bore or a slot. Files tell either in one row of fields.</summary>
/// <param name="AlongMm">Its middle along the edge, from the part's reference corner side.</param>
/// <param name="FromSeenMm">Its middle, from the seen face.</param>
public sealed record EdgeHole(string Id, string For, string Purpose, PartEdge Edge, double AlongMm, double FromSeenMm,
    [property: JsonIgnore] EdgeShape Shape)
    : Feature(Id, For, Purpose, WorkedFrom.Seen)
{
    [JsonConstructor]
    internal EdgeHole(string id, string @for, string purpose, PartEdge edge, double alongMm, double fromSeenMm, double diaMm,
        double? slotMm, double depthMm, string? thread, string why, double? sinkDiaMm, double? sinkDeg, double? counterboreDiaMm,
            double? counterboreDeepMm)
        : this(id, @for, purpose, edge, alongMm, fromSeenMm, slotMm is { } slot ? new EdgeSlot(slot, diaMm, depthMm, why)
            : new EdgeBore(Bore.Of(diaMm, depthMm, thread, sinkDiaMm, sinkDeg, counterboreDiaMm, counterboreDeepMm, why, null), null))
    {
    }

    /// <summary>Diameter, or the thickness of a slot.</summary>
    public double DiaMm => Shape.ThickMm;

    /// <summary>Length of a slot along the edge; null = a round hole.</summary>
    public double? SlotMm => (Shape as EdgeSlot)?.LengthMm;

    public double DepthMm => Shape.DepthMm;

    public string? Thread => Shape.Bore?.Thread;

    public string Why => Shape.Why;

    /// <summary>Rim of the countersink at the edge; null = none.</summary>
    public double? SinkDiaMm => Shape.Bore?.SinkDiaMm;

    public double? SinkDeg => Shape.Bore?.SinkDeg;

    /// <summary>Wider part at the edge; null = none.</summary>
    public double? CounterboreDiaMm => Shape.Bore?.CounterboreDiaMm;

    public double? CounterboreDeepMm => Shape.Bore?.CounterboreDeepMm;

    public override IEnumerable<Cut> Cuts(Slab slab) => Shape.Cuts(Edge, new(AlongMm, FromSeenMm));

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        var half = Shape.WideMm / 2;
        Uv[] corners = [slab.At(Edge, AlongMm - half, 0), slab.At(Edge, AlongMm - half, DepthMm), slab.At(Edge, AlongMm + half, DepthMm),
            slab.At(Edge, AlongMm + half, 0)];
        yield return new DrawnOutline(LineRole.Edge, $"EDGE_{Drawn.Mm(DiaMm)}_DEEP_{Drawn.Mm(DepthMm)}_DOWN_{Drawn.Mm(FromSeenMm)}",
            Outline.Of(corners), true);
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow? Row(Slab slab) => null;

    public override EdgeMark? Mark(Slab slab, bool alongU) => Shape.Mark(AlongMm, Purpose);

    public override IEnumerable<Working> Work(WorkRates rates) => Shape.Work(rates);

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"E{Edge}{AlongMm};{FromSeenMm};{Shape.Stamp()}|");

    public override Feature Cleaned() => this with { AlongMm = Clean(AlongMm), FromSeenMm = Clean(FromSeenMm), Shape = Shape.Cleaned() };

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

/// <summary>What a hole in an edge is: it answers for what differs between a bore and a slot.</summary>
public abstract record EdgeShape
{
    /// <summary>How far it goes in.</summary>
    public abstract double DepthMm { get; }

    /// <summary>Across the board.</summary>
    public abstract double ThickMm { get; }

    /// <summary>Along the edge.</summary>
    public abstract double WideMm { get; }

    public abstract string Why { get; }

    /// <summary>The bore that it is; null for a slot.</summary>
    public virtual Bore? Bore => null;

    /// <param name="middle">Along the edge and below the seen face.</param>
    public abstract IEnumerable<Cut> Cuts(PartEdge edge, Uv middle);

    public abstract EdgeMark Mark(double alongMm, string purpose);

    public abstract IEnumerable<Working> Work(WorkRates rates);

    /// <summary>As one reads it in a table, after what it is for; lengths by the reader's notation.</summary>
    public abstract string Words(Func<double, string> length);

    public abstract string Stamp();

    /// <summary>Its depth rounded to a nanometre.</summary>
    public abstract EdgeShape Cleaned();
}

/// <summary>For dowels and for screws.</summary>
/// <param name="Round">A blind one: an end is never bored through.</param>
/// <param name="PlaceWhy">Why it stands there, in a sentence; null where what it is for says so.</param>
public sealed record EdgeBore(Bore Round, string? PlaceWhy) : EdgeShape
{
    public override double DepthMm => Round.DepthMm ?? throw new InvalidOperationException("A bore into an end has a depth.");

    public override double ThickMm => Round.DiaMm;

    public override double WideMm => Round.DiaMm;

    public override string Why => PlaceWhy is null ? Round.Why : $"{Round.Why}; {PlaceWhy}";

    public override Bore Bore => Round;

    public override IEnumerable<Cut> Cuts(PartEdge edge, Uv middle)
    {
        var bore = Outline.CircleAt(middle, Round.DiaMm);
        var begins = 0.0;
        if (Round.Finish.Mouth(Round.DiaMm, dia => Outline.CircleAt(middle, dia)) is var (mouth, floor, deep))
        {
            yield return new EdgeCut(edge, mouth, floor, 0, deep);
            begins = deep;
        }

        if (begins < DepthMm)
        {
            yield return new EdgeCut(edge, bore, bore, begins, DepthMm);
        }
    }

    public override EdgeMark Mark(double alongMm, string purpose) => new(alongMm, null, $"{purpose}, {Round.DiaMm:0.##} mm");

    public override IEnumerable<Working> Work(WorkRates rates) => Round.Work(rates);

    public override string Words(Func<double, string> length) => Round.Finish.Words(length);

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"{Round.DiaMm};;{DepthMm};{Round.Finish.EdgeStamp()}");

    public override EdgeShape Cleaned() => this with { Round = Round with { DepthMm = Math.Round(DepthMm, 6) } };
}

/// <summary>For biscuits, splines and what is let in.</summary>
/// <param name="LengthMm">Along the edge.</param>
/// <param name="WidthMm">Across the board.</param>
public sealed record EdgeSlot(double LengthMm, double WidthMm, double InMm, string Reason) : EdgeShape
{
    public override double DepthMm => InMm;

    public override double ThickMm => WidthMm;

    public override double WideMm => LengthMm;

    public override string Why => Reason;

    public override IEnumerable<Cut> Cuts(PartEdge edge, Uv middle)
    {
        var reach = new Uv(LengthMm / 2, WidthMm / 2);
        var mouth = Outline.Rectangle(middle - reach, middle + reach);
        yield return new EdgeCut(edge, mouth, mouth, 0, DepthMm);
    }

    public override EdgeMark Mark(double alongMm, string purpose) => new(alongMm - (LengthMm / 2), alongMm + (LengthMm / 2), purpose);

    public override IEnumerable<Working> Work(WorkRates rates) =>
        [new(Craft.Groove, rates.HoleMin * 2, "slot {0:0.##} x {1:0.##} in the edge", LengthMm, WidthMm)];

    public override string Words(Func<double, string> length) => $", slot {length(LengthMm)} long";

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"{WidthMm};{LengthMm};{DepthMm};;");

    public override EdgeShape Cleaned() => this with { InMm = Math.Round(InMm, 6) };
}
