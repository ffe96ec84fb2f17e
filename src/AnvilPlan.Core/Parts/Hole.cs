using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>A drilled hole. Files tell its bore in one row of fields.</summary>
/// <param name="PlaceWhy">Why it stands where it stands, in a sentence.</param>
public sealed record Hole(string Id, string For, string Purpose, WorkedFrom From, Uv At, [property: JsonIgnore] Bore Bore, string PlaceWhy)
    : Feature(Id, For, Purpose, From)
{
    [JsonConstructor]
    internal Hole(string id, string @for, string purpose, WorkedFrom from, Uv at, double diaMm, double? depthMm, string? thread,
        double? sinkDiaMm, double? sinkDeg, double? counterboreDiaMm, double? counterboreDeepMm, string drillWhy, string placeWhy,
            string? depthWhy)
        : this(id, @for, purpose, from, at, Bore.Of(diaMm, depthMm, thread, sinkDiaMm, sinkDeg, counterboreDiaMm, counterboreDeepMm,
            drillWhy, depthWhy), placeWhy)
    {
    }

    public double DiaMm => Bore.DiaMm;

    /// <summary>Null = through.</summary>
    public double? DepthMm => Bore.DepthMm;

    /// <summary>To be tapped to this size; null = plain.</summary>
    public string? Thread => Bore.Thread;

    /// <summary>Rim of the countersink on the face it is worked from; null = none.</summary>
    public double? SinkDiaMm => Bore.SinkDiaMm;

    public double? SinkDeg => Bore.SinkDeg;

    /// <summary>Wider part at the face it is worked from; null = none.</summary>
    public double? CounterboreDiaMm => Bore.CounterboreDiaMm;

    public double? CounterboreDeepMm => Bore.CounterboreDeepMm;

    public string DrillWhy => Bore.Why;

    public string? DepthWhy => Bore.DepthWhy;

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var bore = Outline.CircleAt(At, DiaMm);
        var begins = 0.0;
        if (Bore.Finish.Mouth(DiaMm, dia => Outline.CircleAt(At, dia)) is var (mouth, floor, deep))
        {
            yield return new FaceCut(From, mouth, floor, 0, deep);
            begins = deep;
        }

        if (begins < (DepthMm ?? slab.ThicknessMm))
        {
            yield return new FaceCut(From, bore, bore, begins, DepthMm);
        }
    }

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        var hidden = From == WorkedFrom.Far;
        yield return new DrawnOutline(
            LineRole.Drill, DepthMm is { } deep ? $"DRILL_{Drawn.Mm(DiaMm)}_DEEP_{Drawn.Mm(deep)}{Far}" : $"DRILL_{Drawn.Mm(DiaMm)}",
                Outline.CircleAt(At, DiaMm), hidden && DepthMm is not null);
        if (Bore.Finish.Drawing(At, DiaMm, Far, hidden) is { } finish)
        {
            yield return finish;
        }
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow? Row(Slab slab) => null;

    public override EdgeMark? Mark(Slab slab, bool alongU) => new EdgeMark(alongU ? At.U : At.V, null, $"{Purpose}, {DiaMm:0.##} mm");

    public override IEnumerable<Working> Work(WorkRates rates) => Bore.Work(rates);

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"H{From}{At.U};{At.V};{DiaMm};{DepthMm};{Bore.Finish.Stamp()}|");

    public override Feature Cleaned() => this with
    {
        At = Clean(At),
        Bore = Bore with { DepthMm = DepthMm is { } deep ? Clean(deep) : null },
    };

    public override Feature Laid(Laying on) => this with { Id = on.Id, Purpose = on.Purpose, At = on.At(At), From = on.Side(From) };
}
