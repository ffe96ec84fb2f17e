using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>Draws and writes on a sheet, in sizes of its paper, and keeps its texts off each other and off its lines.</summary>
/// <param name="unitMm">Millimetres of the thing to one of paper.</param>
internal sealed class SheetPen(double unitMm)
{
    /// <summary>On paper: one size for all that is read.</summary>
    public const double TextMm = 3.2;

    /// <summary>Of an ordinate beside the next.</summary>
    public const double OrdinateRoomMm = TextMm * 1.15;

    /// <summary>From one line of words to the next.</summary>
    private const double LineMm = 4.4;

    /// <summary>Of the grid by which it is found out what is free.</summary>
    private const double CellMm = 12;

    /// <summary>From the line that a text stands on to its middle, in sizes of the type.</summary>
    public const double Middle = 0.28;

    /// <summary>Half of an oblique tick; and where a figure stands that has no room over its line.</summary>
    private const double TickMm = 1, BesideMm = 2.2;

    /// <summary>A mark stands no farther from what it names than so many steps.</summary>
    public const int Rings = 20;

    /// <summary>Where a mark may stand about what it names, the best first.</summary>
    private static readonly (double X, double Y)[] Around =
        [(0.8, 0.8), (-0.8, 0.8), (-0.8, -0.8), (0.8, -0.8), (0, 1), (1, 0), (-1, 0), (0, -1)];

    private readonly List<Stroke> _strokes = [];

    public Placer Placer { get; } = new(CellMm * unitMm);

    public double UnitMm { get; } = unitMm;

    public Uv Paper(double u, double v) => new(u * UnitMm, v * UnitMm);

    /// <summary>Something that texts need not keep off.</summary>
    public void Add(Stroke stroke) => _strokes.Add(stroke);

    public void Text(Ink ink, Uv at, double sizeMm, string text, TextAnchor anchor = TextAnchor.Start, double turn = 0,
        Figure? figure = null)
    {
        var stroke = new TextStroke(ink, at, sizeMm * UnitMm, text, anchor, turn) { Figure = figure };
        _strokes.Add(stroke);
        Placer.Take(Field.Of(stroke));
    }

    public void Line(Ink ink, params Uv[] points)
    {
        _strokes.Add(new PathStroke(ink, points, false, false));
        Placer.Keep(points, false);
    }

    /// <summary>Oblique to a dimension line that runs along u or v, or along another unit vector.</summary>
    public void Tick(Uv at, Uv? along = null)
    {
        var way = along ?? new Uv(1, 0);
        var arm = new Uv(way.U - way.V, way.U + way.V) * (TickMm * UnitMm);
        Line(Ink.Dimension, at - arm, at + arm);
    }

    /// <summary>Lines of words about the first of those places that is free for all of them.</summary>
    /// <param name="turned">They read upwards.</param>
    /// <param name="of">What one chooses by it.</param>
    public bool Mark(IReadOnlyList<string> lines, IEnumerable<Uv> middles, Ink ink, bool turned = false, Place? of = null)
    {
        foreach (var middle in middles)
        {
            var texts = lines.Select((l, i) => Put(l, middle, ink, turned, (((lines.Count - 1) / 2.0) - i) * LineMm) with { Of = of })
                .ToList();
            if (texts.TrueForAll(t => Placer.Free(Field.Of(t).Grow(0.3 * UnitMm))))
            {
                texts.ForEach(t => Placer.Take(Field.Of(t).Grow(0.3 * UnitMm)));
                _strokes.AddRange(texts);
                return true;
            }
        }

        return false;
    }

    /// <summary>In the middle of what it names where it may stand there, else beside it; a leader where that is not at hand.</summary>
    /// <param name="half">Of the rectangle about what it names.</param>
    /// <param name="rings">How far it may stand from it.</param>
    /// <param name="of">What one chooses by it.</param>
    public bool Call(string mark, Uv at, Uv half, Ink ink, int rings, bool within = false, Place? of = null)
    {
        if (within && Mark([mark], [at], ink, of: of))
        {
            return true;
        }

        var size = TextMm * UnitMm;
        for (var ring = 0; ring < rings; ring++)
        {
            var off = (0.9 + (ring * 0.7)) * size;
            foreach (var (x, y) in Around)
            {
                var edge = at + new Uv(x * half.U, y * half.V);
                var to = edge + new Uv(x * off, y * off);
                var way = (to - edge) * (1 / to.DistanceTo(edge));
                Uv[] leader = [edge, to - (way * (0.7 * size))];
                if ((ring > 1 && !Placer.Passes(leader[0], leader[1])) || !Mark([mark], [to], ink, of: of))
                {
                    continue;
                }

                if (ring > 1)
                {
                    Line(Ink.Faint, leader);
                }

                return true;
            }
        }

        return false;
    }

    /// <summary>The lowest that anything written or drawn reaches.</summary>
    public double Lowest => Math.Min(_strokes.OfType<TextStroke>().Min(t => Field.Of(t).Min.V),
        _strokes.OfType<PathStroke>().SelectMany(p => p.Points).Min(p => p.V));

    /// <summary>
    /// Where things are along u from one datum, or along v: figures below, or at the left, moved apart where they would touch.
    /// </summary>
    /// <param name="at">Rising; the first is the datum.</param>
    /// <param name="edge">They stand off from that.</param>
    /// <returns>Where the last of the figures stands.</returns>
    public double Ordinates(IReadOnlyList<double> at, Uv edge, Func<double, string> length, bool alongU = true)
    {
        var room = OrdinateRoomMm * UnitMm;
        // none is pushed beyond the datum, where those of the other axis stand
        IReadOnlyList<double> apart = [.. Placer.Apart(at, room).Select((x, i) => Math.Max(x, at[0] + (i * room)))];
        for (var i = 0; i < at.Count; i++)
        {
            Uv Point(double along, double off) => alongU ? new(along, edge.V + (off * UnitMm)) : new(edge.U + (off * UnitMm), along);
            Line(Ink.Faint, Point(at[i], -1), Point(at[i], -3), Point(apart[i], -7), Point(apart[i], -8));
            var middle = Middle * TextMm * UnitMm;
            Text(Ink.Dimension, Point(apart[i] + (alongU ? middle : -middle), -8.8), TextMm, length(at[i]), TextAnchor.End,
                alongU ? 90 : 0);
        }

        return apart[^1];
    }

    /// <summary>How far one that is typed beside an upright line reaches from it, on paper.</summary>
    public static double BesideTypedMm(string figure, double sizeMm) => BesideMm + Field.WidthOf(figure, sizeMm) + sizeMm;

    /// <summary>A dimension line with oblique ticks and its figure over it; what runs up reads upwards.</summary>
    /// <param name="typed">The decision that it is; it reads level, as fields do.</param>
    public void Dimension(Uv from, Uv to, string figure, double sizeMm, Figure? typed = null)
    {
        var upright = Math.Abs(to.V - from.V) > Math.Abs(to.U - from.U);
        Line(Ink.Dimension, from, to);
        Tick(from);
        Tick(to);
        var middle = (from + to) * 0.5;
        if (typed is not null)
        {
            Text(Ink.Device, middle + (upright ? Paper(-BesideMm - (Field.WidthOf(figure, sizeMm) / 2), -Middle * sizeMm)
                : Paper(0, BesideMm)), sizeMm, figure, TextAnchor.Middle, figure: typed);
        }
        else if (Field.WidthOf(figure, sizeMm) < (from.DistanceTo(to) / UnitMm) - (2 * TickMm))
        {
            Text(Ink.Dimension, middle + (upright ? Paper(-1.2, 0) : Paper(0, 1.2)), sizeMm, figure, TextAnchor.Middle, upright ? 90 : 0);
        }
        else
        {
            // no room between its ticks: beside the line, beyond what it is drawn from
            Text(Ink.Dimension, middle + (upright ? Paper(-BesideMm, -Middle * sizeMm) : Paper(0, -BesideMm - sizeMm)), sizeMm, figure,
                upright ? TextAnchor.End : TextAnchor.Middle);
        }
    }

    /// <summary>What was drawn, with room for all texts and lines.</summary>
    public Sketch Sheet(string title, Uv min, Uv max)
    {
        foreach (var field in _strokes.OfType<TextStroke>().Select(Field.Of))
        {
            (min, max) = (new(Math.Min(min.U, field.Min.U), Math.Min(min.V, field.Min.V)),
                new(Math.Max(max.U, field.Max.U), Math.Max(max.V, field.Max.V)));
        }

        foreach (var at in _strokes.OfType<PathStroke>().SelectMany(p => p.Points))
        {
            (min, max) = (new(Math.Min(min.U, at.U), Math.Min(min.V, at.V)), new(Math.Max(max.U, at.U), Math.Max(max.V, at.V)));
        }

        return new Sketch(title, min, max, _strokes) { UnitMm = UnitMm };
    }

    /// <param name="over">How far its middle stands over that of all lines, on paper.</param>
    private TextStroke Put(string text, Uv middle, Ink ink, bool turned, double over)
    {
        var low = (over * UnitMm) - (Middle * TextMm * UnitMm);
        return new(ink, middle + (turned ? new Uv(-low, 0) : new Uv(0, low)), TextMm * UnitMm, text, TextAnchor.Middle, turned ? 90 : 0);
    }
}
