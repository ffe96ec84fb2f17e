using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>
/// A straight cut right through and right across: what lies to the left of the way from <paramref name="Begin"/> to
/// <paramref name="End"/>, seen as drawn, falls off. Both lie on the rim.
/// </summary>
public sealed record Trim(string Id, string For, string Purpose, Uv Begin, Uv End, string SizeWhy)
    : Feature(Id, For, Purpose, WorkedFrom.Seen)
{
    /// <summary>The cut runs past the part by so much, so that no sliver is left, mm.</summary>
    private const double PastMm = 5;

    /// <summary>Of the cut against the part's length, 0 to 90 degrees.</summary>
    [JsonIgnore] public double AngleDeg => Math.Atan2(Math.Abs(End.V - Begin.V), Math.Abs(End.U - Begin.U)) * 180 / Math.PI;

    [JsonIgnore] public double LengthMm => Begin.DistanceTo(End);

    public override IEnumerable<Cut> Cuts(Slab slab)
    {
        // the part, a little larger, as far as it lies to the left of the line
        Uv[] rim = [new(-PastMm, -PastMm), new(slab.LengthMm + PastMm, -PastMm), new(slab.LengthMm + PastMm, slab.WidthMm + PastMm),
            new(-PastMm, slab.WidthMm + PastMm)];
        double Left(Uv p) => ((End.U - Begin.U) * (p.V - Begin.V)) - ((End.V - Begin.V) * (p.U - Begin.U));
        var off = new List<Uv>();
        for (var i = 0; i < rim.Length; i++)
        {
            var (a, b) = (rim[i], rim[(i + 1) % rim.Length]);
            var (l, m) = (Left(a), Left(b));
            if (l >= 0)
            {
                off.Add(a);
            }

            if (l >= 0 != m >= 0)
            {
                off.Add(a + ((b - a) * (l / (l - m))));
            }
        }

        if (off.Count > 2)
        {
            yield return FaceCut.Straight(WorkedFrom.Seen, Outline.Of(off), null);
        }
    }

    public override IEnumerable<Drawn> Drawing(Slab slab) => [];

    public override bool ShapesRim(Slab slab) => true;

    /// <summary>From where the cut begins to where it ends.</summary>
    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, "sawn off", Begin, End, null, SizeWhy) with
    { AngleDeg = Math.Round(AngleDeg, 4) };

    public override EdgeMark? Mark(Slab slab, bool alongU) => null;

    public override IEnumerable<Working> Work(WorkRates rates) =>
        [new(Craft.Trim, rates.CutMin * 2, "{0:0.##}° to its length, {1:0.##} long", AngleDeg, LengthMm)];

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"T{Begin.U:R};{Begin.V:R};{End.U:R};{End.V:R}|");

    public override Feature Cleaned() => this with { Begin = Clean(Begin), End = Clean(End) };

    public override Feature Laid(Laying on) => this with
    {
        Id = on.Id,
        Purpose = on.Purpose,
        Begin = on.At(on.Mirrored ? End : Begin),
        End = on.At(on.Mirrored ? Begin : End),
    };
}
