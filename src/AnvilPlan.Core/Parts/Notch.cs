using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>
/// Material removed at an edge or corner within an outline: fingers, sockets between pins, reliefs. The outline may lie partly
/// beyond the part.
/// </summary>
/// <param name="Outline">On the worked face, counter-clockwise.</param>
/// <param name="Floor">On the far face, or at the depth, when the walls slope; as many points as the outline; null = the same.</param>
/// <param name="DepthMm">Null = through.</param>
public sealed record Notch(
    string Id, string For, string Purpose, WorkedFrom From, IReadOnlyList<Vertex> Outline, IReadOnlyList<Vertex>? Floor, double? DepthMm,
        string SizeWhy)
    : Feature(Id, For, Purpose, From)
{
    [JsonIgnore] public Outline Mouth => Geometry.Outline.Of(Outline);

    /// <summary>The rectangle about outline and floor.</summary>
    [JsonIgnore] public (Uv Min, Uv Max) Reach => Whole.Extent;

    public static Notch Rectangle(string id, string forWhat, string purpose, WorkedFrom from, Uv min, Uv max, double? depthMm,
        string why) =>
        new(id, forWhat, purpose, from, Geometry.Outline.Rectangle(min, max).Vertices, null, depthMm, why);

    public override IEnumerable<Cut> Cuts(Slab slab) => [Whole];

    public override IEnumerable<Drawn> Drawing(Slab slab) =>
        DepthMm is { } sunk ? [new DrawnOutline(LineRole.Pocket, $"POCKET_{Drawn.Mm(sunk)}{Far}", Mouth, From == WorkedFrom.Far)] : [];

    public override bool ShapesRim(Slab slab) => DepthMm is null;

    public override MilledRow Row(Slab slab)
    {
        var (least, most) = Reach;
        return MilledRow.Of(this, slab, Floor is null ? "notch" : "sloped notch", least, most, DepthMm, SizeWhy);
    }

    /// <summary>Both of its lines: at the end and at the shoulder, or on the two faces.</summary>
    public override EdgeMark? Mark(Slab slab, bool alongU)
    {
        double Across(Vertex p) => alongU ? p.V : p.U;
        double Along(Vertex p) => alongU ? p.U : p.V;
        var middle = (Outline.Min(Across) + Outline.Max(Across)) / 2;
        // the line that lies at or beyond the board's end comes first
        var endIsFar = Outline.Max(Across) >= (alongU ? slab.WidthMm : slab.LengthMm) - 1e-6;
        var (near, far) = Floor is { } floor ? (Outline, floor) : ([.. Outline.Where(p => Across(p) >= middle == endIsFar)],
            (IReadOnlyList<Vertex>)[.. Outline.Where(p => Across(p) >= middle != endIsFar)]);
        return new EdgeMark(near.Min(Along), near.Max(Along), Purpose, far.Min(Along), far.Max(Along));
    }

    public override IEnumerable<Working> Work(WorkRates rates) =>
        [new(Craft.CutOut, rates.HoleMin * 2, DepthMm is null ? "notch" : "notch, {0:0.##} deep", DepthMm)];

    public override string Stamp() => string.Create(
        CultureInfo.InvariantCulture, $"N{From}{string.Join(',', Outline.Concat(Floor ?? []).Select(Stamp))};{DepthMm}|");

    public override Feature Cleaned() => this with
    {
        Outline = [.. Outline.Select(Clean)],
        Floor = Floor is { } floor
        ? [.. floor.Select(Clean)] : null,
        DepthMm = DepthMm is { } deep ? Clean(deep) : null
    };

    public override Feature Laid(Laying on) => this with
    {
        Id = on.Id,
        Purpose = on.Purpose,
        Outline = [.. Outline.Select(on.Of)],
        Floor = Floor is { } floor ? [.. floor.Select(on.Of)] : null,
        From = on.Side(From),
    };

    private FaceCut Whole
    {
        get
        {
            var mouth = Mouth;
            return new FaceCut(From, mouth, Floor is { } floor ? Geometry.Outline.Of(floor) : mouth, 0, DepthMm);
        }
    }

    private static string Stamp(Vertex p) =>
        string.Create(CultureInfo.InvariantCulture, $"{p.U:R};{p.V:R}{(p.Bulge == 0 ? "" : $";{p.Bulge:R}")}");
}
