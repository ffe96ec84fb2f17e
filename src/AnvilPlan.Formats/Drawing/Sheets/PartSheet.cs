using System.Globalization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>
/// A flat part as it is read at the bench: what it is, which face, where zero is, how large, and which hole gets which bit. Ordinates from
/// one datum, moved apart where they would touch; a letter for each kind of hole and a number for each thing sawn or milled, told in a key.
/// </summary>
internal sealed class PartSheet
{
    /// <summary>On paper: one size for all that is read, larger for the size and the name.</summary>
    private const double TextMm = 3.2, SizeMm = 4.2, TitleMm = 5.5;

    /// <summary>On paper, about the part: to the left and below ordinates and the size, above the title.</summary>
    private const double LeftMm = 34, BelowMm = 34, AboveMm = 19, RightMm = 8, KeyRowMm = 4.8;

    /// <summary>A part is drawn this much larger than it is at most.</summary>
    private const double LargestScale = 1.5;

    /// <summary>More of a kind than this are a field: each is lettered only where there is room beside it.</summary>
    private const int FieldOf = 12;

    /// <summary>A mark stands no farther from what it names than so many steps.</summary>
    private const int Rings = 20;

    /// <summary>So many ordinates are told even where they reach beyond the part.</summary>
    private const int FewTold = 14;

    /// <summary>Of a line of the key: two columns of it stand side by side on a page.</summary>
    private const int KeyLetters = 42;

    private const int KeyLines = 3;

    private readonly Part _part;
    private readonly IReadOnlyList<Region> _seen;
    private readonly IReadOnlyList<HoleKind> _kinds;
    private readonly IReadOnlyList<(string Text, IReadOnlyList<MilledRow> Rows)> _milled;
    private readonly IReadOnlyList<(string Mark, string Text)> _key;
    private readonly bool _keyBelow;

    /// <summary>Of the key, where it lies below.</summary>
    private readonly int _columns;

    /// <summary>Millimetres of the part to one of paper.</summary>
    private readonly double _k;

    private readonly Placer _placer = new();
    private readonly List<Stroke> _strokes = [];

    private PartSheet(Part part, double paperWidthMm, double paperHeightMm)
    {
        _part = part;
        _seen = PartOutline.Seen(part);
        _kinds = HoleKind.Of(part);
        _milled = [.. Milled.Gathered(part).Where(r => r.What is not ("mark" or "engraving")).GroupBy(Words)
            .Select(g => (g.Key, (IReadOnlyList<MilledRow>)[.. g]))];
        _key = [.. Key()];
        _columns = Math.Max(1, (int)(paperWidthMm / Math.Max(1, KeyWidthMm)));
        KeyRows = Math.Max(1, (_key.Count + _columns - 1) / _columns);
        // what is told in two lines stays in one column
        while (Enumerable.Range(1, _key.Count / KeyRows).Any(c => c * KeyRows < _key.Count && _key[c * KeyRows].Mark.Length == 0))
        {
            KeyRows++;
        }

        double Fit(double beside, double under) => Math.Min((paperWidthMm - LeftMm - beside) / part.LengthMm,
            (paperHeightMm - BelowMm - AboveMm - under) / part.WidthMm);
        var (right, below) = (Fit(RightMm + KeyWidthMm, 0), Fit(RightMm, (KeyRows + 2) * KeyRowMm));
        _keyBelow = below > right;
        KeyRows = _keyBelow ? KeyRows : _key.Count;
        _k = 1 / Math.Clamp(Math.Max(right, below), 0.02, LargestScale);
    }

    private int KeyRows { get; }

    private double KeyWidthMm => _key.Count == 0 ? 0 : 8 + _key.Max(k => Field.WidthOf(k.Text, TextMm));

    /// <param name="paperWidthMm">What it is drawn to fit into.</param>
    /// <param name="paperHeightMm">What it is drawn to fit into.</param>
    public static Sketch Of(Part part, double paperWidthMm, double paperHeightMm) =>
        new PartSheet(part, paperWidthMm, paperHeightMm).Draw();

    private Sketch Draw()
    {
        _strokes.Add(new TintStroke(Ink.Hatch, Prisms.StuffOf(_part.Family), _seen, [.. Openings()]));
        _strokes.AddRange(Grain());
        var bare = PartSketch.Bare(_part, bends: false).ToList();
        _strokes.AddRange(bare);
        foreach (var stroke in bare)
        {
            switch (stroke)
            {
                case PathStroke p:
                    _placer.Keep(p.Points, p.Closed);
                    break;
                case ArcStroke a:
                    _placer.Keep(a.Outline.Points(0.1), true);
                    break;
                case CircleStroke c:
                    _placer.Keep(Outline.CircleAt(c.At, 2 * c.Radius).Points(0.05 * _k), true);
                    break;
                case TextStroke t:
                    _placer.Take(Field.Of(t));
                    break;
            }
        }

        Datum();
        Size();
        Ordinates();
        Numbers();
        Letters();
        PrintKey();
        Title();
        var (min, max) = (new Uv(-LeftMm, -BelowMm) * _k, _part.Slab.Far + (new Uv(RightMm, AboveMm) * _k));
        foreach (var field in _strokes.OfType<TextStroke>().Select(Field.Of))
        {
            (min, max) = (new(Math.Min(min.U, field.Min.U), Math.Min(min.V, field.Min.V)),
                new(Math.Max(max.U, field.Max.U), Math.Max(max.V, field.Max.V)));
        }

        foreach (var at in _strokes.OfType<PathStroke>().SelectMany(p => p.Points))
        {
            (min, max) = (new(Math.Min(min.U, at.U), Math.Min(min.V, at.V)), new(Math.Max(max.U, at.U), Math.Max(max.V, at.V)));
        }

        return new Sketch(_part.Name, min, max, _strokes) { UnitMm = _k };
    }

    private IEnumerable<Outline> Openings() => _part.Features.SelectMany(f => f.Drawing(_part.Slab)).OfType<DrawnOutline>()
        .Where(d => !d.Hidden && d.Role is LineRole.Cut or LineRole.Drill).Select(d => d.Outline);

    /// <summary>Of an ordinate beside the next.</summary>
    private double RoomMm => TextMm * 1.15 * _k;

    private Uv Paper(double u, double v) => new(u * _k, v * _k);

    private void Text(Ink ink, Uv at, double sizeMm, string text, TextAnchor anchor = TextAnchor.Start, double turn = 0)
    {
        var stroke = new TextStroke(ink, at, sizeMm * _k, text, anchor, turn);
        _strokes.Add(stroke);
        _placer.Take(Field.Of(stroke));
    }

    private void Line(Ink ink, params Uv[] points)
    {
        _strokes.Add(new PathStroke(ink, points, false, false));
        _placer.Keep(points, false);
    }

    private void Title()
    {
        var at = _part.WidthMm + (7 * _k);
        Text(Ink.Mark, new(0, at + (5.5 * _k)), TitleMm, _part.Name);
        Text(Ink.Dimension, new(0, at), TextMm, $"{_part.Material} {HoleKind.Mm(_part.ThicknessMm)} mm, seen from {_part.SeenFrom}"
            + $"{(_part.Grain ? ", grain along" : "")}; dashed = worked from {_part.FarSide}");
    }

    private void Datum()
    {
        var s = 2.2 * _k;
        _strokes.Add(new TintStroke(Ink.Mark, null, [new Region(Outline.Rectangle(new(-s, -s), default), [])], []));
        _placer.Take(new Field(new(-s, -s), default));
    }

    /// <summary>Length below, width at the left, outside the ordinates; oblique ticks, the figure over its line.</summary>
    private void Size()
    {
        var (l, w, off) = (_part.LengthMm, _part.WidthMm, -29 * _k);
        foreach (var u in (double[])[0, l])
        {
            Line(Ink.Faint, new(u, off + (5 * _k)), new(u, off - (1.5 * _k)));
            Tick(new(u, off));
        }

        foreach (var v in (double[])[0, w])
        {
            Line(Ink.Faint, new(off + (5 * _k), v), new(off - (1.5 * _k), v));
            Tick(new(off, v));
        }

        Line(Ink.Dimension, new(0, off), new(l, off));
        Line(Ink.Dimension, new(off, 0), new(off, w));
        Text(Ink.Dimension, new(l / 2, off - (4.4 * _k)), SizeMm, HoleKind.Mm(l), TextAnchor.Middle);
        Text(Ink.Dimension, new(off - (1.4 * _k), w / 2), SizeMm, HoleKind.Mm(w), TextAnchor.Middle, 90);
    }

    private void Tick(Uv at) => Line(Ink.Dimension, at - Paper(1, 1), at + Paper(1, 1));

    /// <summary>
    /// Where things are, from the datum: openings, bends, corners of the rim, then holes, kinds of few before kinds of many. What there is
    /// no room for stands in the tables; of holes the first and the last are told even so.
    /// </summary>
    private void Ordinates()
    {
        var openings = _milled.Where(m => m.Rows.Count <= FieldOf).SelectMany(m => m.Rows)
            .Where(r => r.DepthMm is null && r.AngleDeg is null && r.Count == 1)
            .SelectMany(r => r.DiaMm is null ? (Uv[])[r.Min, r.Max] : [(r.Min + r.Max) * 0.5]);
        var bends = _part.Features.OfType<BendLine>().Select(b => b.AlongV ? new Uv(b.Start.U, 0) : new Uv(0, b.Start.V));
        var rims = _seen.SelectMany(r => r.Rim.Vertices).Select(v => v.At);
        SortedSet<double> u = [0], v = [0];
        foreach (var group in (IEnumerable<Uv>[])[openings, bends, rims])
        {
            Tell(u, v, [.. group], []);
        }

        foreach (var kind in _kinds.OrderBy(k => k.Holes.Count))
        {
            Tell(u, v, [.. kind.Holes.Select(h => h.At)], [kind.Holes[0].At, kind.Holes[^1].At]);
        }

        Along([.. u], true);
        Along([.. v], false);
    }

    private void Tell(SortedSet<double> u, SortedSet<double> v, IReadOnlyList<Uv> at, IReadOnlyList<Uv> atLeast)
    {
        static IEnumerable<double> Values(IEnumerable<double> of, double most) => of.Select(x => Math.Round(x, 2))
            .Where(x => x > 0.005 && x < most - 0.005);
        bool Room(SortedSet<double> told, IEnumerable<double> more, double most) =>
            told.Union(more).Count() <= Math.Max(FewTold, 1.1 * most / RoomMm);
        var (moreU, moreV) = (Values(at.Select(p => p.U), _part.LengthMm).ToList(), Values(at.Select(p => p.V), _part.WidthMm).ToList());
        if (!Room(u, moreU, _part.LengthMm) || !Room(v, moreV, _part.WidthMm))
        {
            (moreU, moreV) = ([.. Values(atLeast.Select(p => p.U), _part.LengthMm)], [.. Values(atLeast.Select(p => p.V), _part.WidthMm)]);
        }

        u.UnionWith(moreU);
        v.UnionWith(moreV);
    }

    private void Along(IReadOnlyList<double> at, bool alongU)
    {
        var room = RoomMm;
        // none is pushed beyond the datum, where those of the other axis stand
        IReadOnlyList<double> apart = [.. Placer.Apart(at, room).Select((x, i) => Math.Max(x, i * room))];
        for (var i = 0; i < at.Count; i++)
        {
            Uv Point(double along, double off) => alongU ? new(along, off * _k) : new(off * _k, along);
            Line(Ink.Faint, Point(at[i], -1), Point(at[i], -3), Point(apart[i], -7), Point(apart[i], -8));
            var text = HoleKind.Mm(at[i]);
            var middle = 0.28 * TextMm * _k;
            if (alongU)
            {
                Text(Ink.Dimension, new(apart[i] + middle, -8.8 * _k), TextMm, text, TextAnchor.End, 90);
            }
            else
            {
                Text(Ink.Dimension, new(-8.8 * _k, apart[i] - middle), TextMm, text, TextAnchor.End);
            }
        }
    }

    private void Letters()
    {
        foreach (var kind in _kinds)
        {
            foreach (var hole in kind.Holes)
            {
                var reach = Math.Max(hole.DiaMm, hole.SinkDiaMm ?? hole.CounterboreDiaMm ?? 0) / 2;
                Call(kind.Letter, hole.At, new Uv(reach, reach), Ink.Drill,
                    kind.Holes.Count <= FieldOf || hole == kind.Holes[0] || hole == kind.Holes[^1] ? Rings : 1);
            }
        }
    }

    /// <summary>Openings first: their number stands in them, and nothing else does.</summary>
    private void Numbers()
    {
        var called = _milled.Select((m, i) => (Number: NumberOf(i), Row: m.Rows[0], m.Rows)).ToList();
        foreach (var (number, row, rows) in called.OrderBy(c => c.Row.DepthMm is not null || c.Row.AngleDeg is not null))
        {
            Call(number, (row.Min + row.Max) * 0.5, (row.Max - row.Min) * 0.5, Ink.Pocket, Rings, within: row.Count == 1);
            foreach (var opening in rows.Where(r => r.DepthMm is null && r.AngleDeg is null && r.Count == 1))
            {
                _placer.Take(new Field(opening.Min, opening.Max));
            }
        }
    }

    private static string NumberOf(int index) => (index + 1).ToString(CultureInfo.InvariantCulture);

    /// <summary>In the middle of what it names where it may stand there, else beside it; a leader where that is not at hand.</summary>
    /// <param name="half">Of the rectangle about what it names.</param>
    /// <param name="rings">How far it may stand from it.</param>
    private void Call(string mark, Uv at, Uv half, Ink ink, int rings, bool within = false)
    {
        var size = TextMm * _k;
        TextStroke Put(Uv middle) => new(ink, middle - new Uv(0, 0.28 * size), size, mark, TextAnchor.Middle, 0);
        if (within && _placer.First([Put(at)], 0.3 * _k) is { } inside)
        {
            _strokes.Add(inside);
            return;
        }

        for (var ring = 0; ring < rings; ring++)
        {
            var off = (0.9 + (ring * 0.7)) * size;
            foreach (var (x, y) in Around)
            {
                var edge = at + new Uv(x * half.U, y * half.V);
                var to = edge + new Uv(x * off, y * off);
                if (_placer.First([Put(to)], 0.3 * _k) is not { } text)
                {
                    continue;
                }

                _strokes.Add(text);
                if (ring > 1)
                {
                    var way = (to - edge) * (1 / to.DistanceTo(edge));
                    _strokes.Add(new PathStroke(Ink.Faint, [edge, to - (way * (0.7 * size))], false, false));
                }

                return;
            }
        }
    }

    /// <summary>Where a mark may stand about what it names, the best first.</summary>
    private static readonly (double X, double Y)[] Around =
        [(0.8, 0.8), (-0.8, 0.8), (-0.8, -0.8), (0.8, -0.8), (0, 1), (1, 0), (-1, 0), (0, -1)];

    private IEnumerable<(string, string)> Key()
    {
        foreach (var kind in _kinds)
        {
            var purposes = kind.Holes.Select(h => h.Purpose).Distinct().ToList();
            foreach (var line in Lines(kind.Letter, $"{kind.Words(_part)}: {kind.Holes.Count}, {purposes[0]}"
                + $"{(purposes.Count > 1 ? " and others" : "")}"))
            {
                yield return line;
            }
        }

        foreach (var (milled, i) in _milled.Select((m, i) => (m, i)))
        {
            var count = milled.Rows.Sum(r => r.Count);
            foreach (var line in Lines(NumberOf(i), $"{(count > 1 ? $"{count} x " : "")}{milled.Text}"))
            {
                yield return line;
            }
        }
    }

    private string Words(MilledRow row)
    {
        if (_part.Features.OfType<BendLine>().FirstOrDefault(b => b.Id == row.Id) is { } bend)
        {
            var side = bend.From == WorkedFrom.Seen ? _part.SeenFrom : _part.FarSide;
            return $"bend {bend.Order}, {bend.AngleDeg:0.##}° towards {side}, inside R {HoleKind.Mm(bend.RadiusMm)}: {row.Purpose}";
        }

        var (wide, high) = (row.Max.U - row.Min.U, row.Max.V - row.Min.V);
        var size = row.DiaMm is { } dia ? $"dia {HoleKind.Mm(dia)}" : wide > 0 && high > 0 ? $"{HoleKind.Mm(wide)} x {HoleKind.Mm(high)}"
            : HoleKind.Mm(Math.Max(wide, high));
        return $"{row.What} {size}, "
            + $"{(row.AngleDeg is { } angle ? $"{angle:0.##}°" : row.DepthMm is { } deep ? $"{HoleKind.Mm(deep)} deep" : "through")}"
            + $"{(row.CornerRadiusMm > 0 ? $", corners R {HoleKind.Mm(row.CornerRadiusMm)}" : "")}"
            + $"{(row.From == WorkedFrom.Far && row.DepthMm is not null ? $", from {_part.FarSide}" : "")}: {row.Purpose}";
    }

    /// <summary>At most three lines: what the tables say in full is not said twice.</summary>
    private static IEnumerable<(string Mark, string Text)> Lines(string mark, string text)
    {
        var lines = new List<string> { "" };
        foreach (var word in text.Split(' '))
        {
            if (lines[^1].Length + word.Length < KeyLetters)
            {
                lines[^1] += lines[^1].Length == 0 ? word : " " + word;
            }
            else if (lines.Count < KeyLines)
            {
                lines.Add(word);
            }
            else
            {
                lines[^1] += " …";
                break;
            }
        }

        return lines.Select((line, i) => (i == 0 ? mark : "", line));
    }

    private void PrintKey()
    {
        var (left, top) = _keyBelow ? (-LeftMm * _k, (-BelowMm - 6) * _k)
            : (_part.LengthMm + (RightMm * _k), _part.WidthMm - (TextMm * _k));
        foreach (var ((mark, text), i) in _key.Select((k, i) => (k, i)))
        {
            var (u, v) = (left + (i / KeyRows * KeyWidthMm * _k), top - (i % KeyRows * KeyRowMm * _k));
            if (mark.Length > 0)
            {
                Text(char.IsLetter(mark[0]) ? Ink.Drill : Ink.Pocket, new(u + (3 * _k), v), TextMm, mark, TextAnchor.Middle);
            }

            Text(Ink.Dimension, new(u + (7 * _k), v), TextMm, text);
        }
    }

    /// <summary>Broken strokes along the grain, where there is wood.</summary>
    private IEnumerable<Stroke> Grain()
    {
        if (!_part.Grain)
        {
            yield break;
        }

        var rings = _seen.SelectMany(r => r.Lines).Concat(Openings()).Select(o => o.Points(0.5 * _k)).ToList();
        var (step, gap) = (4 * _k, 9 * _k);
        var odd = false;
        for (var v = step / 2; v < _part.WidthMm; v += step, odd = !odd)
        {
            var cuts = rings.SelectMany(r => r.Select((p, i) => (A: p, B: r[(i + 1) % r.Count])))
                .Where(e => (e.A.V > v) != (e.B.V > v))
                .Select(e => e.A.U + ((e.B.U - e.A.U) * (v - e.A.V) / (e.B.V - e.A.V))).Order().ToList();
            for (var i = 0; i + 1 < cuts.Count; i += 2)
            {
                for (var u = cuts[i] + (odd ? gap * 0.6 : gap * 0.1); u < cuts[i + 1] - (0.5 * _k); u += gap)
                {
                    yield return new PathStroke(Ink.Grain, [new(u, v), new(Math.Min(u + (gap * 0.7), cuts[i + 1] - (0.3 * _k)), v)], false,
                        false);
                }
            }
        }
    }
}
