using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>A through opening about <paramref name="At"/>.</summary>
/// <param name="HeightMm">Along v; null for a round opening of diameter <paramref name="WidthMm"/>.</param>
public sealed record Opening(
    string Id, string For, string Purpose, WorkedFrom From,
    Uv At, double WidthMm, double? HeightMm, double CornerRadiusMm, string SizeWhy, string PlaceWhy)
    : Feature(Id, For, Purpose, From)
{
    /// <summary>It is cut out of the way of a part that stands there.</summary>
    [JsonIgnore] public bool RoundPart { get; init; }

    /// <summary>A round opening up to this size is drilled, not sawn (mm).</summary>
    private const double DrilledUpToMm = 13;

    [JsonIgnore] public bool Round => HeightMm is null;
    [JsonIgnore] public Uv Min => new(At.U - (WidthMm / 2), At.V - ((HeightMm ?? WidthMm) / 2));
    [JsonIgnore] public Uv Max => new(At.U + (WidthMm / 2), At.V + ((HeightMm ?? WidthMm) / 2));
    [JsonIgnore] public Outline Shape => Round ? Outline.CircleAt(At, WidthMm) : Outline.Rounded(Min, Max, CornerRadiusMm);

    public override IEnumerable<Cut> Cuts(Slab slab) => [FaceCut.Straight(From, Shape, null)];

    public override IEnumerable<Drawn> Drawing(Slab slab) =>
        ShapesRim(slab) ? [] : [new DrawnOutline(LineRole.Cut, "CUT_THROUGH", Shape, false)];

    /// <summary>One with square corners that reaches the edge, round a post in the corner.</summary>
    public override bool ShapesRim(Slab slab)
    {
        const double touch = 1e-6;
        return !Round && CornerRadiusMm == 0 && (Min.U <= touch || Min.V <= touch || Max.U >= slab.LengthMm - touch
            || Max.V >= slab.WidthMm - touch);
    }

    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, "opening", Min, Max, null, $"{SizeWhy}; {PlaceWhy}") with
    { DiaMm = Round ? WidthMm : null, CornerRadiusMm = CornerRadiusMm };

    public override EdgeMark? Mark(Slab slab, bool alongU) => alongU ? new EdgeMark(Min.U, Max.U, Purpose) : new(Min.V, Max.V, Purpose);

    public override IEnumerable<Working> Work(WorkRates rates)
    {
        var (least, most) = (Math.Min(WidthMm, HeightMm ?? WidthMm), Math.Max(WidthMm, HeightMm ?? WidthMm));
        // a slot that small is two holes and what is left between them
        return least > DrilledUpToMm || most > 2 * DrilledUpToMm
            ? [new(Craft.CutOut, rates.OpeningMin, Round ? "{0:0.##} round" : "{0:0.##} x {1:0.##}", WidthMm, HeightMm)]
            : [new(Craft.Drill, Round ? rates.HoleMin : rates.HoleMin * 2, "{0:0.##}", least)];
    }

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"O{At.U};{At.V};{WidthMm};{HeightMm};{CornerRadiusMm}|");

    public override Feature Cleaned() => this with
    {
        At = Clean(At),
        WidthMm = Clean(WidthMm),
        HeightMm = HeightMm is { } height
        ? Clean(height) : null
    };

    public override Feature Laid(Laying on) => this with
    {
        Id = on.Id,
        Purpose = on.Purpose,
        At = on.At(At),
        From = on.Side(From),
        WidthMm = on.Turned && HeightMm is { } high ? high : WidthMm,
        HeightMm = HeightMm is null ? null : on.Turned ? WidthMm : HeightMm,
    };
}
