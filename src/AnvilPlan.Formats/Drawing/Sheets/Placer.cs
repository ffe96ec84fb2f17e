using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Formats.Fonts;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>A rectangle along the axes of a drawing, mm.</summary>
public readonly record struct Field(Uv Min, Uv Max)
{
    /// <summary>What hangs below the line and what stands above it, in sizes of the type.</summary>
    private const double Below = 0.22, Above = 0.78;

    /// <summary>About a figure, in sizes of its type.</summary>
    private const double FrameAcross = 0.4, FrameUp = 0.25;

    public static double WidthOf(string text, double sizeMm) => Typefaces.WidthOf(text) * sizeMm;

    /// <summary>With its frame, along the way that it reads.</summary>
    public static double WidthOf(TextStroke text) =>
        WidthOf(text.Text, text.Height) + (text.Figure is null ? 0 : 2 * FrameAcross * text.Height);

    /// <summary>What a text takes; one that may be typed into has a frame about it.</summary>
    public static Field Of(TextStroke text)
    {
        var bare = Bare(text);
        var frame = text.Figure is null ? default : new Uv(FrameAcross * text.Height, FrameUp * text.Height);
        return new(bare.Min - frame, bare.Max + frame);
    }

    private static Field Bare(TextStroke text)
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
/// <param name="cellMm">What lies in the same cells of a grid is compared: about the length of a word.</param>
public sealed class Placer(double cellMm)
{
    private readonly Dictionary<(int, int), List<Field>> _taken = [];
    private readonly Dictionary<(int, int), List<Field>> _barred = [];
    private readonly Dictionary<(int, int), List<(Uv A, Uv B)>> _lines = [];

    /// <summary>Lines that texts keep off.</summary>
    public void Keep(IEnumerable<Uv> along, bool closed)
    {
        var points = along.ToList();
        for (var i = 0; i + 1 < points.Count; i++)
        {
            Keep(points[i], points[i + 1]);
        }

        if (closed && points.Count > 2)
        {
            Keep(points[^1], points[0]);
        }
    }

    private void Keep(Uv a, Uv b)
    {
        foreach (var cell in Cells(Between(a, b)).Where(c => Cell(c).Meets(a, b)))
        {
            In(_lines, cell).Add((a, b));
        }
    }

    /// <summary>A text stands there.</summary>
    public void Take(Field field) => Put(_taken, field);

    /// <summary>No text may stand there, but a leader may end in it.</summary>
    public void Bar(Field field) => Put(_barred, field);

    private void Put(Dictionary<(int, int), List<Field>> into, Field field)
    {
        foreach (var cell in Cells(field))
        {
            In(into, cell).Add(field);
        }
    }

    public bool Free(Field field) => Cells(field).All(c => !In(_taken, c).Exists(t => t.Overlaps(field))
        && !In(_barred, c).Exists(t => t.Overlaps(field)) && !In(_lines, c).Exists(l => field.Meets(l.A, l.B)));

    /// <summary>True when a line meets no text.</summary>
    public bool Passes(Uv a, Uv b) => Cells(Between(a, b)).All(c => !In(_taken, c).Exists(t => t.Meets(a, b)));

    private static Field Between(Uv a, Uv b) =>
        new(new(Math.Min(a.U, b.U), Math.Min(a.V, b.V)), new(Math.Max(a.U, b.U), Math.Max(a.V, b.V)));

    private IEnumerable<(int, int)> Cells(Field field)
    {
        int At(double mm) => (int)Math.Floor(mm / cellMm);
        for (var i = At(field.Min.U); i <= At(field.Max.U); i++)
        {
            for (var j = At(field.Min.V); j <= At(field.Max.V); j++)
            {
                yield return (i, j);
            }
        }
    }

    private Field Cell((int U, int V) cell) =>
        new(new(cell.U * cellMm, cell.V * cellMm), new((cell.U + 1) * cellMm, (cell.V + 1) * cellMm));

    private static List<T> In<T>(Dictionary<(int, int), List<T>> cells, (int, int) cell)
    {
        if (!cells.TryGetValue(cell, out var there))
        {
            cells[cell] = there = [];
        }

        return there;
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
