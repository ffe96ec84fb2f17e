using System.Globalization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

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
    public override IEnumerable<Cut> Cuts(Slab slab) =>
        [FaceCut.Straight(From, Outline.Rectangle(Min, Max), Math.Min(DepthMm, slab.ThicknessMm))];

    public override IEnumerable<Drawn> Drawing(Slab slab) =>
        [new DrawnOutline(LineRole.Pocket, $"POCKET_{Drawn.Mm(DepthMm)}{Far}", Outline.Rectangle(Min, Max), From == WorkedFrom.Far)];

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, Shape.ToString().ToLowerInvariant(), Min, Max, DepthMm, DepthWhy);

    public override EdgeMark? Mark(Slab slab, bool alongU) => alongU ? new EdgeMark(Min.U, Max.U, Purpose) : new(Min.V, Max.V, Purpose);

    public override IEnumerable<Working> Work(WorkRates rates) =>
        [new(Craft.Groove, rates.ChannelMin, "{0:0.##} wide, {1:0.##} deep", Math.Min(Max.U - Min.U, Max.V - Min.V), DepthMm)];

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"C{From}{Min.U};{Min.V};{Max.U};{Max.V};{DepthMm};|");

    public override Feature Cleaned() => this with { Min = Clean(Min), Max = Clean(Max), DepthMm = Clean(DepthMm) };

    public override Feature Laid(Laying on)
    {
        var (min, max) = on.Rectangle(Min, Max);
        return this with { Id = on.Id, Purpose = on.Purpose, Min = min, Max = max, From = on.Side(From) };
    }
}
