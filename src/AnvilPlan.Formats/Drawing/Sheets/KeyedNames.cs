using System.Globalization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>A name of one line or more, and the number that stands for it where it has no room.</summary>
/// <param name="Lines">The first is the name.</param>
internal sealed record Keyed(int Number, params IReadOnlyList<string> Lines)
{
    /// <summary>What stands under the number where there is room, for those who need it before the name.</summary>
    public string? Figure { get; init; }
}

/// <summary>
/// Names stand in their things where they are whole there, upright where that alone has room; the others have the number that they are
/// told by in a key.
/// </summary>
internal sealed class KeyedNames(SheetPen pen)
{
    private const double TextMm = SheetPen.TextMm, RowMm = 4.8, NumberMm = 8, AirMm = 1;

    /// <summary>Where a name may stand in what it names, in shares of its width and height, the best first.</summary>
    private static readonly Uv[] Spots = [.. ((double[])[0.5, 0.3, 0.7, 0.15, 0.85])
        .SelectMany(v => ((double[])[0.5, 0.3, 0.7, 0.15, 0.85]).Select(u => new Uv(u, v)))];

    private readonly SortedDictionary<int, string> _key = [];

    public bool None => _key.Count == 0;

    /// <summary>Of a column of the key, on paper.</summary>
    public double ColumnMm => _key.Values.Max(n => Field.WidthOf(n, TextMm)) + NumberMm + AirMm;

    public int RowsOf(int columns) => (_key.Count + columns - 1) / columns;

    public static double HighMm(int rows) => rows * RowMm;

    /// <param name="shows">Where it is seen; null = everywhere.</param>
    public void Tell(Keyed name, Uv min, Uv max, Ink ink, Func<Uv, bool>? shows = null)
    {
        var places = Spots.Select(s => new Uv(min.U + ((max.U - min.U) * s.U), min.V + ((max.V - min.V) * s.V)))
            .Where(shows ?? (_ => true)).ToList();
        if (places.Count == 0)
        {
            return;
        }

        var size = max - min;
        foreach (var turned in (bool[])[false, true])
        {
            var (along, across) = turned ? (size.V, size.U) : (size.U, size.V);
            if (name.Lines.Max(l => Field.WidthOf(l, TextMm * pen.UnitMm)) < along && name.Lines.Count * TextMm * pen.UnitMm < across
                && pen.Mark(name.Lines, places, ink, turned))
            {
                return;
            }
        }

        var number = name.Number.ToString(CultureInfo.InvariantCulture);
        _key[name.Number] = string.Join(" ", name.Lines);
        var told = name.Figure is { } figure && Field.WidthOf(figure, TextMm * pen.UnitMm) < size.U
            && pen.Mark([number, figure], places, ink);
        if (!told && !pen.Mark([number], places, ink))
        {
            pen.Call(number, places[0], default, ink, 2 * SheetPen.Rings);
        }
    }

    /// <param name="at">Its upper left corner.</param>
    public void Print(Uv at, int columns, Ink ink)
    {
        var (rows, wide) = (RowsOf(columns), ColumnMm);
        foreach (var ((number, name), i) in _key.Select((e, i) => (e, i)))
        {
            var entry = at + pen.Paper(i / rows * wide, -((i % rows) + 1) * RowMm);
            pen.Text(ink, entry + pen.Paper(NumberMm - 2, 0), TextMm, number.ToString(CultureInfo.InvariantCulture), TextAnchor.End);
            pen.Text(Ink.Dimension, entry + pen.Paper(NumberMm, 0), TextMm, name);
        }
    }

    /// <summary>Below a drawing, in as many columns as a width has room for.</summary>
    public void Below(Uv at, double widthMm, Ink ink)
    {
        if (!None)
        {
            Print(at, Math.Clamp((int)(widthMm / ColumnMm), 1, _key.Count), ink);
        }
    }
}
