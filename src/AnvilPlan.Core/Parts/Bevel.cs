using System.Globalization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>An end cut at an angle from square; the drawn size is the long point, on the outside.</summary>
public sealed record Bevel(string Id, string For, string Purpose, WorkedFrom From, PartEdge Edge, double AngleDeg)
    : Feature(Id, For, Purpose, From)
{
    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        Outline Strip(double inMm)
        {
            var (a, b) = (slab.At(Edge, 0, 0), slab.At(Edge, slab.LengthOf(Edge), inMm));
            return Outline.Rectangle(new(Math.Min(a.U, b.U), Math.Min(a.V, b.V)), new(Math.Max(a.U, b.U), Math.Max(a.V, b.V)));
        }

        yield return new FaceCut(From, Strip(0), Strip(RunMm(slab)), 0, null);
    }

    /// <summary>Where it ends on the face that it makes shorter.</summary>
    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        yield return new DrawnLine(LineRole.Pocket, "BEVEL" + Far, slab.At(Edge, 0, RunMm(slab)), slab.At(Edge, slab.LengthOf(Edge),
            RunMm(slab)), From != WorkedFrom.Far);
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow Row(Slab slab) =>
        MilledRow.Of(this, slab, "bevel", slab.At(Edge, 0, 0), slab.At(Edge, slab.LengthOf(Edge), 0), null,
            $"{AngleDeg:0.##} degrees from square, the drawn size is the long point") with
        { AngleDeg = AngleDeg };

    public override EdgeMark? Mark(Slab slab, bool alongU) => null;

    public override IEnumerable<Working> Work(WorkRates rates) => [new(Craft.Bevel, rates.BevelMin, "{0:0.##}°", AngleDeg)];

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"B{Edge}{AngleDeg}|");

    public override Feature Cleaned() => this;

    public override Feature? Laid(Laying on) => on.Rim(Edge, 0) is { } rim ? this with
    {
        Id = on.Id,
        Purpose = on.Purpose,
        Edge = rim.Edge,
        From = on.Side(From)
    } : null;

    private double RunMm(Slab slab) => slab.ThicknessMm * Math.Tan(AngleDeg * Math.PI / 180);
}
