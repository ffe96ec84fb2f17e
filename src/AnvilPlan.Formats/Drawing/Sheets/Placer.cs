using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>A rectangle along the axes of a drawing, mm.</summary>
public readonly record struct Field(Uv Min, Uv Max)
{
    /// <summary>Of a letter with what is left before the next, in sizes of its type: no wider in any face that ships.</summary>
    private const double LetterShare = 0.6;

    /// <summary>What hangs below the line and what stands above it, in sizes of the type.</summary>
    private const double Below = 0.22, Above = 0.78;

    public static double WidthOf(string text, double sizeMm) => text.Length * LetterShare * sizeMm;

    /// <summary>What a text takes.</summary>
    public static Field Of(TextStroke text)
    {
        var width = WidthOf(text.Text, text.Height);
        var from = text.Anchor switch { TextAnchor.Start => 0, TextAnchor.Middle => -width / 2, _ => -width };
        var (low, high) = (-Below * text.Height, Above * text.Height);
        var (reads, up) = Lettering.Ways(text.TurnDeg, WorkedFrom.Seen);
        var (start, far) = (text.At + (reads * from), text.At + (reads * (from + width)));
        Uv[] corners = [start + (up * low), start + (up * high), far + (up * low), far + (up * high)];
        return new(new(corners.Min(c => c.U), corners.Min(c => c.V)), new(corners.Max(c => c.U), corners.Max(c => c.V)));
    }

    public bool Overlaps(Field o) => Min.U < o.Max.U && o.Min.U < Max.U && Min.V < o.Max.V && o.Min.V < Max.V;

    public Field Grow(double by) => new(Min - new Uv(by, by), Max + new Uv(by, by));

    /// <summary>True when the line from a to b comes into it. Source: clipping of a segment by the four sides in turn.</summary>
    public bool Meets(Uv a, Uv b)
    {
        var (from, to) = (0.0, 1.0);
        return Clip(b.U - a.U, Min.U - a.U, Max.U - a.U, ref from, ref to) && Clip(b.V - a.V, Min.V - a.V, Max.V - a.V, ref from, ref to);
    }

    private static bool Clip(double step, double low, double high, ref double from, ref double to)
    {
        if (Math.Abs(step) < 1e-12)
        {
            return low <= 0 && high >= 0;
        }

        var (enter, leave) = (Math.Min(low / step, high / step), Math.Max(low / step, high / step));
        (from, to) = (Math.Max(from, enter), Math.Min(to, leave));
        return from <= to;
    }
}

/// <summary>Keeps texts of a drawing off each other and off its lines.</summary>
public sealed class Placer
{
    private readonly List<Field> _taken = [];
    private readonly List<(Uv A, Uv B)> _lines = [];

    /// <summary>Lines that texts keep off.</summary>
    public void Keep(IEnumerable<Uv> along, bool closed)
    {
        var points = along.ToList();
        for (var i = 0; i + 1 < points.Count; i++)
        {
            _lines.Add((points[i], points[i + 1]));
        }

        if (closed && points.Count > 2)
        {
            _lines.Add((points[^1], points[0]));
        }
    }

    public void Take(Field field) => _taken.Add(field);

    public bool Free(Field field) => !_taken.Exists(t => t.Overlaps(field)) && !_lines.Exists(l => field.Meets(l.A, l.B));

    /// <summary>The first that is free, and takes its room; null when none is.</summary>
    public TextStroke? First(IEnumerable<TextStroke> texts, double airMm)
    {
        foreach (var text in texts)
        {
            var field = Field.Of(text).Grow(airMm);
            if (Free(field))
            {
                _taken.Add(field);
                return text;
            }
        }

        return null;
    }

    /// <summary>
    /// Moves values on a line apart until each has its room, every one as little as may be: those that touch are a group about the middle
    /// of where they belong. Source: least squares under an order (pool of adjacent violators).
    /// </summary>
    /// <param name="at">Rising.</param>
    public static IReadOnlyList<double> Apart(IReadOnlyList<double> at, double roomMm)
    {
        // the group's first value stands at Sum / Count
        var groups = new List<(double Sum, int Count)>();
        foreach (var value in at)
        {
            groups.Add((value, 1));
            while (groups.Count > 1 && groups[^2] is var before && groups[^1] is var last
                && (before.Sum / before.Count) + (before.Count * roomMm) > (last.Sum / last.Count))
            {
                groups.RemoveRange(groups.Count - 2, 2);
                groups.Add((before.Sum + last.Sum - (last.Count * before.Count * roomMm), before.Count + last.Count));
            }
        }

        return [.. groups.SelectMany(g => Enumerable.Range(0, g.Count).Select(i => (g.Sum / g.Count) + (i * roomMm)))];
    }
}
