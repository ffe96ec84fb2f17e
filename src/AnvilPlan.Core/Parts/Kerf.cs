using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>
/// A cut across a board that lets it bend, along v. Its walls are upright when it is sawn straight and lean when the cutter is tapered.
/// </summary>
/// <param name="Min">Least corner of its mouth.</param>
/// <param name="FloorMm">Its width at the floor; as wide as the mouth when sawn straight.</param>
public sealed record Kerf(
    string Id, string For, string Purpose, WorkedFrom From, Uv Min, Uv Max, double FloorMm, double DepthMm, string DepthWhy)
    : Feature(Id, For, Purpose, From)
{
    [JsonIgnore] public double MouthMm => Max.U - Min.U;

    /// <summary>The two edges of the floor, where they do not lie under those of the mouth.</summary>
    private bool Tapered => FloorMm < MouthMm - 0.001;

    private double Middle => (Min.U + Max.U) / 2;

    private (Uv Min, Uv Max) Floor => (new(Middle - (FloorMm / 2), Min.V), new(Middle + (FloorMm / 2), Max.V));

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var mouth = Outline.Rectangle(Min, Max);
        yield return new FaceCut(From, mouth, Tapered ? Outline.Rectangle(Floor.Min, Floor.Max) : mouth, 0,
            Math.Min(DepthMm, slab.ThicknessMm));
    }

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        yield return new DrawnOutline(LineRole.Pocket, $"POCKET_{Drawn.Mm(DepthMm)}{Far}", Outline.Rectangle(Min, Max),
            From == WorkedFrom.Far);
        if (Tapered)
        {
            foreach (var u in (double[])[Floor.Min.U, Floor.Max.U])
            {
                yield return new DrawnLine(LineRole.Pocket, "BEVEL" + Far, new(u, Min.V), new(u, Max.V), true);
            }
        }
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, "kerf", Min, Max, DepthMm, DepthWhy);

    public override EdgeMark? Mark(Slab slab, bool alongU) => alongU ? new EdgeMark(Min.U, Max.U, Purpose) : new(Min.V, Max.V, Purpose);

    /// <summary>Sawn by the operation that turns the corner.</summary>
    public override IEnumerable<Working> Work(WorkRates rates) => [];

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"C{From}{Min.U};{Min.V};{Max.U};{Max.V};{DepthMm};{FloorMm}|");

    public override Feature Cleaned() => this with { Min = Clean(Min), Max = Clean(Max), DepthMm = Clean(DepthMm) };

    public override Feature Laid(Laying on)
    {
        var (min, max) = on.Rectangle(Min, Max);
        return this with { Id = on.Id, Purpose = on.Purpose, Min = min, Max = max, From = on.Side(From) };
    }
}
