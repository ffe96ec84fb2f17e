using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>
/// The middle of a bend on its flat blank. Nothing is cut: it is marked, and set under the punch. <see cref="Feature.From"/> is the face
/// towards which it is folded.
/// </summary>
/// <param name="AngleDeg">Turned from flat.</param>
/// <param name="RadiusMm">Inside.</param>
/// <param name="ZoneMm">Length of the neutral line round the bend: so much of the blank lies between the two flats.</param>
/// <param name="Order">Which of the blank's bends is made first, from 1.</param>
/// <param name="FromFace">The face that lies still.</param>
/// <param name="ToFace">The face that turns.</param>
public sealed record BendLine(
    string Id, string For, string Purpose, WorkedFrom From, Uv Start, Uv End, double AngleDeg, double RadiusMm, double ZoneMm, int Order,
        string FromFace, string ToFace, string Why)
    : Feature(Id, For, Purpose, From)
{
    /// <summary>Zones longer than this are marked at both ends: nothing that long is set by its middle.</summary>
    private const double LongZoneMm = 20;

    [JsonIgnore] public bool AlongV => Math.Abs(End.U - Start.U) < Math.Abs(End.V - Start.V);

    /// <summary>The part of the blank that turns.</summary>
    [JsonIgnore]
    public (Uv Min, Uv Max) Zone
    {
        get
        {
            var half = AlongV ? new Uv(ZoneMm / 2, 0) : new Uv(0, ZoneMm / 2);
            return (new Uv(Math.Min(Start.U, End.U), Math.Min(Start.V, End.V)) - half,
                new Uv(Math.Max(Start.U, End.U), Math.Max(Start.V, End.V)) + half);
        }
    }

    public override IEnumerable<Cut> Cuts(Slab slab) => [];

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        var layer = string.Create(CultureInfo.InvariantCulture, $"BEND_{Drawn.Mm(AngleDeg)}_{(From == WorkedFrom.Seen ? "UP" : "DOWN")}");
        var half = AlongV ? new Uv(ZoneMm / 2, 0) : new Uv(0, ZoneMm / 2);
        foreach (var off in ZoneMm > LongZoneMm ? [half * -1, half] : (Uv[])[default])
        {
            yield return new DrawnLine(LineRole.Bend, layer, Start + off, End + off, From == WorkedFrom.Far);
        }

        yield return new DrawnText(
            LineRole.Bend, layer, new((Start.U + End.U) / 2, (Start.V + End.V) / 2), 2.5,
            string.Create(CultureInfo.InvariantCulture, $"{Order}: {AngleDeg:0.##} {(From == WorkedFrom.Seen ? "up" : "down")} R "
                + $"{RadiusMm:0.##}"));
    }

    public override bool ShapesRim(Slab slab) => false;

    public override MilledRow Row(Slab slab) => MilledRow.Of(
        this, slab, "bend", new(Math.Min(Start.U, End.U), Math.Min(Start.V, End.V)),
            new(Math.Max(Start.U, End.U), Math.Max(Start.V, End.V)), null, Why) with
    { AngleDeg = AngleDeg };

    public override EdgeMark? Mark(Slab slab, bool alongU) => null;

    /// <summary>Bending is an operation of its own.</summary>
    public override IEnumerable<Working> Work(WorkRates rates) => [];

    public override string Stamp() => string.Create(
        CultureInfo.InvariantCulture, $"L{From}{Start.U:R};{Start.V:R};{End.U:R};{End.V:R};{AngleDeg:R};{RadiusMm:R};{ZoneMm:R}|");

    public override Feature Cleaned() => this with { Start = Clean(Start), End = Clean(End), ZoneMm = Clean(ZoneMm) };

    public override Feature Laid(Laying on) => this with
    {
        Id = on.Id,
        Purpose = on.Purpose,
        Start = on.At(Start),
        End = on.At(End),
        From = on.Side(From)
    };
}
