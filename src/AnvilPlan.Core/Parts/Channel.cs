using System.Globalization;
using System.Text.Json.Serialization;
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
    /// <summary>
    /// Of a kerf, cut to let the board bend: its width at the floor, mm; as wide as its mouth when sawn straight. Null for what is no kerf.
    /// </summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] public double? FloorMm { get; init; }

    [JsonIgnore] public bool Kerf => FloorMm is not null;

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        var mouth = Outline.Rectangle(Min, Max);
        var floor = FloorMm is { } wide && wide < Max.U - Min.U - 0.001 ? Outline.Rectangle(new(Middle - (wide / 2), Min.V),
            new(Middle + (wide / 2), Max.V)) : mouth;
        yield return new FaceCut(From, mouth, floor, 0, Math.Min(DepthMm, slab.ThicknessMm));
    }

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        yield return new DrawnOutline(LineRole.Pocket, $"POCKET_{Drawn.Mm(DepthMm)}{Far}", Outline.Rectangle(Min, Max),
            From == WorkedFrom.Far);
        if (FloorMm is { } wide && wide < Max.U - Min.U - 0.001)
        {
            // the edges of the floor lie beside those of the mouth
            foreach (var u in (double[])[Middle - (wide / 2), Middle + (wide / 2)])
            {
                yield return new DrawnLine(LineRole.Pocket, "BEVEL" + Far, new(u, Min.V), new(u, Max.V), true);
            }
        }
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, Kerf ? "kerf" : Shape.ToString().ToLowerInvariant(), Min, Max,
        DepthMm, DepthWhy);

    public override EdgeMark? Mark(Slab slab, bool alongU) => alongU ? new EdgeMark(Min.U, Max.U, Purpose) : new(Min.V, Max.V, Purpose);

    /// <summary>Kerfs are sawn by the operation that turns the corner.</summary>
    public override IEnumerable<Working> Work(WorkRates rates) =>
        Kerf ? [] : [new(Craft.Groove, rates.ChannelMin, "{0:0.##} wide, {1:0.##} deep", Math.Min(Max.U - Min.U, Max.V - Min.V), DepthMm)];

    public override string Stamp() =>
        string.Create(CultureInfo.InvariantCulture, $"C{From}{Min.U};{Min.V};{Max.U};{Max.V};{DepthMm};{FloorMm}|");

    public override Feature Cleaned() => this with { Min = Clean(Min), Max = Clean(Max), DepthMm = Clean(DepthMm) };

    public override Feature Laid(Laying on)
    {
        var (min, max) = on.Rectangle(Min, Max);
        return this with { Id = on.Id, Purpose = on.Purpose, Min = min, Max = max, From = on.Side(From) };
    }

    private double Middle => (Min.U + Max.U) / 2;
}

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
