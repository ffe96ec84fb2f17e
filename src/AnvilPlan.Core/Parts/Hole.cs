using System.Globalization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>A drilled hole.</summary>
/// <param name="DepthMm">Null = through.</param>
/// <param name="Thread">To be tapped to this size; null = plain.</param>
/// <param name="PlaceWhy">Why it stands where it stands, in a sentence.</param>
/// <param name="SinkDiaMm">Rim of the countersink on the face it is worked from; null = none.</param>
public sealed record Hole(
    string Id, string For, string Purpose, WorkedFrom From,
    Uv At, double DiaMm, double? DepthMm, string? Thread, double? SinkDiaMm, double? SinkDeg, string DrillWhy, string PlaceWhy,
        string? DepthWhy)
    : Feature(Id, For, Purpose, From)
{
    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var bore = Outline.CircleAt(At, DiaMm);
        yield return FaceCut.Straight(From, bore, DepthMm);
        if (SinkDiaMm is { } sink && SinkDeg is { } deg)
        {
            yield return new FaceCut(From, Outline.CircleAt(At, sink), bore, 0, Countersink.DepthMm(DiaMm, sink, deg));
        }
    }

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        var hidden = From == WorkedFrom.Far;
        yield return new DrawnOutline(
            LineRole.Drill, DepthMm is { } deep ? $"DRILL_{Drawn.Mm(DiaMm)}_DEEP_{Drawn.Mm(deep)}{Far}" : $"DRILL_{Drawn.Mm(DiaMm)}",
                Outline.CircleAt(At, DiaMm), hidden && DepthMm is not null);
        if (SinkDiaMm is { } sink)
        {
            yield return new DrawnOutline(LineRole.Sink, "SINK" + Far, Outline.CircleAt(At, sink), hidden);
        }

        if (Thread is { } thread)
        {
            yield return new DrawnText(LineRole.Note, "MARK", At + new Uv(DiaMm, DiaMm), 2, thread);
        }
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow? Row(Slab slab) => null;

    public override EdgeMark? Mark(Slab slab, bool alongU) => new EdgeMark(alongU ? At.U : At.V, null, $"{Purpose}, {DiaMm:0.##} mm");

    public override IEnumerable<Working> Work(WorkRates rates) => Bored(DiaMm, Thread, SinkDiaMm, rates);

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"H{From}{At.U};{At.V};{DiaMm};{DepthMm};{Thread};{SinkDiaMm};{SinkDeg}|");

    public override Feature Cleaned() => this with { At = Clean(At), DepthMm = DepthMm is { } deep ? Clean(deep) : null };

    public override Feature Laid(Laying on) => this with { Id = on.Id, Purpose = on.Purpose, At = on.At(At), From = on.Side(From) };
}

/// <summary>The cone at the mouth of a hole.</summary>
internal static class Countersink
{
    /// <summary>How deep it reaches: from its rim to the bore.</summary>
    /// <param name="deg">Included angle.</param>
    public static double DepthMm(double boreMm, double rimMm, double deg) => (rimMm - boreMm) / 2 / Math.Tan(deg * Math.PI / 360);
}

/// <summary>A hole or slot that starts in the end or long edge of a part: for dowels, biscuits, splines and screws into the end.</summary>
/// <param name="AlongMm">Along the edge, from the part's reference corner side.</param>
/// <param name="FromSeenMm">Its middle, from the seen face.</param>
/// <param name="DiaMm">Diameter, or the thickness of a slot.</param>
/// <param name="SlotMm">Length of a slot along the edge; null = a round hole.</param>
public sealed record EdgeHole(
    string Id, string For, string Purpose, PartEdge Edge, double AlongMm, double FromSeenMm, double DiaMm, double? SlotMm, double DepthMm,
        string? Thread, string Why)
    : Feature(Id, For, Purpose, WorkedFrom.Seen)
{
    /// <summary>Rim of the countersink at the edge; null = none.</summary>
    public double? SinkDiaMm { get; init; }

    public double? SinkDeg { get; init; }

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var (middle, reach) = (new Uv(AlongMm, FromSeenMm), new Uv((SlotMm ?? DiaMm) / 2, DiaMm / 2));
        var bore = SlotMm is null ? Outline.CircleAt(middle, DiaMm) : Outline.Rectangle(middle - reach, middle + reach);
        yield return new EdgeCut(Edge, bore, bore, 0, DepthMm);
        if (SinkDiaMm is { } sink && SinkDeg is { } deg)
        {
            yield return new EdgeCut(Edge, Outline.CircleAt(middle, sink), bore, 0, Countersink.DepthMm(DiaMm, sink, deg));
        }
    }

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        var half = (SlotMm ?? DiaMm) / 2;
        Uv[] corners = [slab.At(Edge, AlongMm - half, 0), slab.At(Edge, AlongMm - half, DepthMm), slab.At(Edge, AlongMm + half, DepthMm),
            slab.At(Edge, AlongMm + half, 0)];
        yield return new DrawnOutline(LineRole.Edge, $"EDGE_{Drawn.Mm(DiaMm)}_DEEP_{Drawn.Mm(DepthMm)}_DOWN_{Drawn.Mm(FromSeenMm)}",
            Outline.Of(corners), true);
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow? Row(Slab slab) => null;

    public override EdgeMark? Mark(Slab slab, bool alongU) =>
        SlotMm is { } slot ? new EdgeMark(AlongMm - (slot / 2), AlongMm + (slot / 2), Purpose)
            : new(AlongMm, null, $"{Purpose}, {DiaMm:0.##} mm");

    public override IEnumerable<Working> Work(WorkRates rates) => SlotMm is { } slot
        ? [new(Craft.Groove, rates.HoleMin * 2, "slot {0:0.##} x {1:0.##} in the edge", slot, DiaMm)]
        : Bored(DiaMm, Thread, SinkDiaMm, rates);

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"E{Edge}{AlongMm};{FromSeenMm};{DiaMm};{SlotMm};{DepthMm};{Thread};{SinkDiaMm}|");

    public override Feature Cleaned() => this with { AlongMm = Clean(AlongMm), FromSeenMm = Clean(FromSeenMm), DepthMm = Clean(DepthMm) };

    public override Feature? Laid(Laying on) => on.Rim(Edge, AlongMm) is { } rim
        ? this with
        {
            Id = on.Id,
            Purpose = on.Purpose,
            Edge = rim.Edge,
            AlongMm = rim.AlongMm,
            FromSeenMm = on.Mirrored
            ? on.ThicknessMm - FromSeenMm : FromSeenMm
        }
        : null;
}
