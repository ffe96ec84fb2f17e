using System.Globalization;
using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Parts;

/// <summary>Text on a face: printed, stamped or on a label. Nothing is taken away.</summary>
/// <param name="At">Where its line begins.</param>
/// <param name="HeightMm">Of its capitals.</param>
/// <param name="TurnDeg">The way it reads, from u towards v in the part's drawing. On the far face it is seen mirrored there, so that its
/// letters stand to the other side of that way.</param>
public record Lettering(string Id, string For, string Purpose, WorkedFrom From, Uv At, string Text, double HeightMm, double TurnDeg,
    string PlaceWhy)
    : Feature(Id, For, Purpose, From)
{
    /// <summary>Of a letter with what is left before the next, in heights: wide letters in a plain face.</summary>
    private const double LetterShare = 0.75;

    public static double WidthMm(string text, double heightMm) => text.Length * LetterShare * heightMm;

    /// <summary>The rectangle that its line takes.</summary>
    [JsonIgnore]
    public (Uv Min, Uv Max) Reach
    {
        get
        {
            var (reads, up) = Ways(TurnDeg, From);
            var (along, high) = (reads * WidthMm(Text, HeightMm), up * HeightMm);
            Uv[] corners = [At, At + along, At + high, At + along + high];
            return (new(corners.Min(c => c.U), corners.Min(c => c.V)), new(corners.Max(c => c.U), corners.Max(c => c.V)));
        }
    }

    /// <summary>Unit vectors along a line of text and up its letters, in the part's drawing.</summary>
    public static (Uv Reads, Uv Up) Ways(double turnDeg, WorkedFrom from)
    {
        var (sin, cos) = Math.SinCos(turnDeg * Math.PI / 180);
        return (new(cos, sin), from == WorkedFrom.Seen ? new(-sin, cos) : new(sin, -cos));
    }

    public override IEnumerable<Cut> Cuts(Slab slab) => [];

    public override IEnumerable<Drawn> Drawing(Slab slab)
    {
        yield return new DrawnText(LineRole.Text, Layer + Far, At, HeightMm, Text)
        { TurnDeg = TurnDeg, Mirrored = From == WorkedFrom.Far };
    }

    public override bool ShapesRim(Slab slab) => false;

    private protected virtual string Layer => "MARK";

    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, "mark", Reach.Min, Reach.Max, 0, PlaceWhy) with { RestMm = null };

    public override EdgeMark? Mark(Slab slab, bool alongU) => null;

    /// <summary>Lettering is an operation of its own, after the finish.</summary>
    public override IEnumerable<Working> Work(WorkRates rates) => [];

    public override string Stamp() => string.Create(CultureInfo.InvariantCulture, $"T{From}{At.U};{At.V};{Text};{HeightMm};{TurnDeg}|");

    public override Feature Cleaned() => this with { At = Clean(At) };

    /// <summary>As it is read from the other side of its part.</summary>
    internal Lettering TurnedOver(Func<Uv, Uv> across) => this with
    {
        At = across(At),
        From = From == WorkedFrom.Seen ? WorkedFrom.Far : WorkedFrom.Seen,
        TurnDeg = 180 - TurnDeg
    };

    /// <summary>Lettered when the part has its shape.</summary>
    public override Feature? Laid(Laying on) => null;
}

/// <summary>Text cut into a face, its strokes as wide as the cutter is there: too fine to weigh.</summary>
/// <param name="DepthMm">Of its strokes.</param>
/// <param name="CutterDeg">Included angle of the cutter.</param>
public sealed record Engraving(string Id, string For, string Purpose, WorkedFrom From, Uv At, string Text, double HeightMm, double TurnDeg,
    string PlaceWhy, double DepthMm, double CutterDeg)
    : Lettering(Id, For, Purpose, From, At, Text, HeightMm, TurnDeg, PlaceWhy)
{
    /// <summary>Width of a stroke at the face: 2 · depth · tan(angle / 2).</summary>
    public double StrokeMm => Math.Round(2 * DepthMm * Math.Tan(CutterDeg * Math.PI / 360), 3);

    private protected override string Layer => "ENGRAVE_" + Drawn.Mm(DepthMm);

    public override MilledRow Row(Slab slab) => MilledRow.Of(this, slab, "engraving", Reach.Min, Reach.Max, DepthMm, PlaceWhy) with
    { AngleDeg = CutterDeg };

    public override string Stamp() => base.Stamp() + string.Create(CultureInfo.InvariantCulture, $"E{DepthMm};{CutterDeg}|");
}
