using System.Globalization;
using AnvilPlan.Core.Figures;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>
/// A flat part as it is read at the bench: what it is, which face, where zero is, how large, and which hole gets which bit. Ordinates from
/// one datum, moved apart where they would touch; a letter for each kind of hole and a number for each thing sawn or milled, told in a key.
/// </summary>
public sealed class PartSheet
{
    /// <summary>On paper: larger for the size and the name than for the rest.</summary>
    private const double TextMm = SheetPen.TextMm, SizeMm = 4.2, TitleMm = 5.5;

    /// <summary>On paper, about the part: above it the title.</summary>
    private const double AboveMm = 19, RightMm = 8, KeyRowMm = 4.8;

    /// <summary>On paper, from the part to the line of its size: beyond the ordinates, which are longer in inches.</summary>
    private const double SizeOffMm = 29, InchesMoreMm = 6, BeyondSizeMm = 5;

    /// <summary>A part is drawn this much larger than it is at most.</summary>
    private const double LargestScale = 1.5;

    /// <summary>More of a kind than this are a field: each is lettered only where there is room beside it.</summary>
    private const int FieldOf = 12;

    /// <summary>So many ordinates are told even where they reach beyond the part.</summary>
    private const int FewTold = 14, FewBesideKey = 6;

    /// <summary>Of a line of the key: two columns of it stand side by side on a page.</summary>
    private const int KeyLetters = 42;

    private const int KeyLines = 3;

    private readonly Part _part;
    private readonly IReadOnlyList<Region> _seen;
    private readonly IReadOnlyList<HoleKind> _kinds;
    private readonly IReadOnlyList<IReadOnlyList<MilledRow>> _milled;
    private readonly IReadOnlyList<(string Mark, string Text)> _key;
    private readonly bool _keyBelow;

    /// <summary>Of the key, where it lies below.</summary>
    private readonly int _columns;

    /// <summary>Millimetres of the part to one of paper.</summary>
    private readonly double _k;

    private readonly SheetPen _pen;

    /// <summary>Least and most of the part and of holes that miss it, drawn where they are: what is told stands off from both.</summary>
    private readonly Uv _from, _to;

    /// <summary>As far to the right as ordinates reach.</summary>
    private double _rightMost;

    private readonly LengthWriting _length;

    /// <summary>Ids of the figures that are decisions.</summary>
    private readonly IReadOnlySet<string> _settable;

    private PartSheet(Part part, double paperWidthMm, double paperHeightMm, LengthWriting length, bool turned,
        IReadOnlySet<string>? settable)
    {
        _settable = settable ?? new HashSet<string>();
        _part = turned ? part.TurnedOver() : part;
        _length = length;
        _seen = PartOutline.Seen(_part);
        _to = _part.Slab.Far;
        (_kinds, _milled) = (HoleKind.Of(part), Told(part));
        if (turned)
        {
            // what it is called by stays, whichever side one looks at
            var holes = _part.Features.OfType<Hole>().ToDictionary(h => h.Id, StringComparer.Ordinal);
            _kinds = [.. _kinds.Select(k => k with { Holes = [.. k.Holes.Select(h => holes[h.Id])] })];
            _milled = [.. _milled.Select(m => (IReadOnlyList<MilledRow>)[.. m.Select(r => r.TurnedOver(part.LengthMm))])];
        }

        _key = [.. Key()];
        _columns = Math.Max(1, (int)(paperWidthMm / Math.Max(1, KeyWidthMm)));
        KeyRows = Math.Max(1, (_key.Count + _columns - 1) / _columns);
        // what is told in two lines stays in one column
        while (Enumerable.Range(1, _key.Count / KeyRows).Any(c => c * KeyRows < _key.Count && _key[c * KeyRows].Mark.Length == 0))
        {
            KeyRows++;
        }

        foreach (var hole in _kinds.SelectMany(k => k.Holes))
        {
            var half = new Uv(hole.DiaMm / 2, hole.DiaMm / 2);
            var (least, most) = (hole.At - half, hole.At + half);
            (_from, _to) = (new(Math.Min(_from.U, least.U), Math.Min(_from.V, least.V)),
                new(Math.Max(_to.U, most.U), Math.Max(_to.V, most.V)));
        }

        double Fit(double beside, double under) => Math.Min((paperWidthMm - BesideMm - beside) / (_to.U - _from.U),
            (paperHeightMm - BelowMm - AboveMm - under) / (_to.V - _from.V));
        var (right, below) = (Fit(RightMm + KeyWidthMm, 0), Fit(RightMm, (KeyRows + 2) * KeyRowMm));
        _keyBelow = below > right;
        KeyRows = _keyBelow ? KeyRows : _key.Count;
        _k = 1 / Math.Clamp(Math.Max(right, below), 0.02, LargestScale);
        _pen = new SheetPen(_k);
    }

    private int KeyRows { get; }

    private double OffMm => SizeOffMm + (_length.Unit == LengthUnit.Inch ? InchesMoreMm : 0);

    /// <summary>Below, and to the left: ordinates and the size.</summary>
    private double BelowMm => OffMm + BeyondSizeMm;

    private double BesideMm => OffMm + Math.Max(BeyondSizeMm, _settable.Contains(ProjectFigures.WidthOf(_part))
        ? SheetPen.BesideTypedMm(_length.Of(_part.WidthMm), SizeMm) : 0);

    private double KeyWidthMm => _key.Count == 0 ? 0 : 8 + _key.Max(k => Field.WidthOf(k.Text, TextMm));

    /// <param name="paperWidthMm">What it is drawn to fit into.</param>
    /// <param name="paperHeightMm">What it is drawn to fit into.</param>
    /// <param name="turned">Seen from the far side.</param>
    /// <param name="settable">Ids of the figures of the project that may be typed; null = it is only read.</param>
    public static Sketch Of(Part part, double paperWidthMm, double paperHeightMm, LengthWriting length, bool turned = false,
        IReadOnlySet<string>? settable = null) =>
        new PartSheet(part, paperWidthMm, paperHeightMm, length, turned, settable).Draw();

    /// <summary>By the id of a hole its letter, by the id of what is sawn or milled its number.</summary>
    public static IReadOnlyDictionary<string, string> Marks(Part part) => HoleKind.Of(part)
        .SelectMany(k => k.Holes, (k, h) => (h.Id, Mark: k.Letter))
        .Concat(Told(part).SelectMany((rows, i) => rows.Select(r => (r.Id, Mark: NumberOf(i)))))
        .DistinctBy(m => m.Id).ToDictionary(m => m.Id, m => m.Mark, StringComparer.Ordinal);

    /// <summary>What is sawn and milled alike, told as one; and the steps of a cut-out that bite into the rim together.</summary>
    private static IReadOnlyList<IReadOnlyList<MilledRow>> Told(Part part)
    {
        var rim = part.Features.OfType<Opening>().Where(o => o.ShapesRim(part.Slab)).GroupBy(o => o.Purpose).Where(g => g.Count() > 1)
            .SelectMany(g => g, (_, o) => o.Id).ToHashSet(StringComparer.Ordinal);
        return [.. Milled.Gathered(part).Where(r => r.What is not ("mark" or "engraving"))
            .GroupBy(r => rim.Contains(r.Id) ? r.Purpose : Words(r, part, LengthWriting.Millimetres))
            .Select(g => (IReadOnlyList<MilledRow>)[.. g])];
    }

    /// <summary>They differ in size, and are the steps of one.</summary>
    private static bool InSteps(IReadOnlyList<MilledRow> rows) =>
        rows.Any(r => (r.Max - r.Min).DistanceTo(rows[0].Max - rows[0].Min) > 0.02);

    /// <summary>About all of them.</summary>
    private static (Uv Min, Uv Max) About(IReadOnlyList<MilledRow> rows) => (new(rows.Min(r => r.Min.U), rows.Min(r => r.Min.V)),
        new(rows.Max(r => r.Max.U), rows.Max(r => r.Max.V)));

    private Sketch Draw()
    {
        _pen.Add(new TintStroke(Ink.Hatch, Prisms.StuffOf(_part.Family), _seen, [.. Openings()]));
        foreach (var stroke in Grain())
        {
            _pen.Add(stroke);
        }

        foreach (var stroke in PartSketch.Bare(_part, bends: false))
        {
            _pen.Add(stroke);
            switch (stroke)
            {
                case PathStroke p:
                    _pen.Placer.Keep(p.Points, p.Closed);
                    break;
                case ArcStroke a:
                    _pen.Placer.Keep(a.Outline.Points(0.1), true);
                    break;
                case CircleStroke c:
                    _pen.Placer.Keep(Outline.CircleAt(c.At, 2 * c.Radius).Points(0.05 * _k), true);
                    break;
                case TextStroke t:
                    _pen.Placer.Take(Field.Of(t));
                    break;
            }
        }

        Datum();
        Size();
        Ordinates();
        Title();
        PrintKey();
        Numbers();
        Letters();
        var (min, max) = (_from + (new Uv(-BesideMm, -BelowMm) * _k), _to + (new Uv(RightMm, AboveMm) * _k));
        return _pen.Sheet(_part.Name, min, max);
    }

    private IEnumerable<Outline> Openings() => _part.Features.SelectMany(f => f.Drawing(_part.Slab)).OfType<DrawnOutline>()
        .Where(d => !d.Hidden && d.Role is LineRole.Cut or LineRole.Drill).Select(d => d.Outline);

    /// <summary>Of an ordinate beside the next.</summary>
    private double RoomMm => SheetPen.OrdinateRoomMm * _k;

    private void Title()
    {
        var at = _to.V + (7 * _k);
        _pen.Text(Ink.Mark, new(0, at + (5.5 * _k)), TitleMm, _part.Name);
        _pen.Text(Ink.Dimension, new(0, at), TextMm, $"{_part.Material} {_length.Named(_part.ThicknessMm)}, seen from {_part.SeenFrom}"
            + $"{(_part.Grain ? ", grain along" : "")}; dashed = worked from {_part.FarSide}");
    }

    private void Datum()
    {
        var s = 2.2 * _k;
        _pen.Add(new TintStroke(Ink.Mark, null, [new Region(Outline.Rectangle(new(-s, -s), default), [])], []));
        _pen.Placer.Take(new Field(new(-s, -s), default));
    }

    /// <summary>Length below, width at the left, outside the ordinates; oblique ticks, the figure over its line.</summary>
    private void Size()
    {
        var (l, w, low, left) = (_part.LengthMm, _part.WidthMm, _from.V - (OffMm * _k), _from.U - (OffMm * _k));
        foreach (var u in (double[])[0, l])
        {
            _pen.Line(Ink.Faint, new(u, low + (2 * _k)), new(u, low - (1.5 * _k)));
        }

        foreach (var v in (double[])[0, w])
        {
            _pen.Line(Ink.Faint, new(left + (2 * _k), v), new(left - (1.5 * _k), v));
        }

        Figure? Decided(string id, string name, double mm) => _settable.Contains(id) ? new(id, $"{_part.Name}, {name}", mm) : null;
        _pen.Dimension(new(0, low), new(l, low), _length.Of(l), SizeMm, Decided(ProjectFigures.LengthOf(_part), "length", l));
        _pen.Dimension(new(left, 0), new(left, w), _length.Of(w), SizeMm, Decided(ProjectFigures.WidthOf(_part), "width", w));
    }

    /// <summary>
    /// Where things are, from the datum: openings, bends, corners of the rim, then holes, kinds of few before kinds of many. What there is
    /// no room for stands in the tables; of holes the first and the last are told even so.
    /// </summary>
    private void Ordinates()
    {
        var openings = _milled.Where(m => m.Count <= FieldOf).SelectMany(m => m)
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

        _rightMost = _pen.Ordinates([.. u], _from, _length.Of);
        _pen.Ordinates([.. v], _from, _length.Of, alongU: false);
    }

    private void Tell(SortedSet<double> u, SortedSet<double> v, IReadOnlyList<Uv> at, IReadOnlyList<Uv> atLeast)
    {
        static IEnumerable<double> Values(IEnumerable<double> of, double most) => of.Select(x => Math.Round(x, 2))
            .Where(x => x > 0.005 && x < most - 0.005);
        // beside a key that stands at the right there is no room beyond the part
        bool Room(SortedSet<double> told, IEnumerable<double> more, double most, bool free) =>
            told.Union(more).Count() <= Math.Max(free ? FewTold : FewBesideKey, 1.1 * most / RoomMm);
        var (moreU, moreV) = (Values(at.Select(p => p.U), _part.LengthMm).ToList(), Values(at.Select(p => p.V), _part.WidthMm).ToList());
        if (!Room(u, moreU, _part.LengthMm, _keyBelow) || !Room(v, moreV, _part.WidthMm, true))
        {
            (moreU, moreV) = ([.. Values(atLeast.Select(p => p.U), _part.LengthMm)], [.. Values(atLeast.Select(p => p.V), _part.WidthMm)]);
        }

        u.UnionWith(moreU);
        v.UnionWith(moreV);
    }

    private void Letters()
    {
        foreach (var kind in _kinds)
        {
            foreach (var hole in kind.Holes)
            {
                var reach = Math.Max(hole.DiaMm, hole.SinkDiaMm ?? hole.CounterboreDiaMm ?? 0) / 2;
                _pen.Call(kind.Letter, hole.At, new Uv(reach, reach), Ink.Drill,
                    kind.Holes.Count <= FieldOf || hole == kind.Holes[0] || hole == kind.Holes[^1] ? SheetPen.Rings : 1,
                    of: Place.Hole(hole.Id));
            }
        }
    }

    /// <summary>Openings first: their number stands in them, and nothing else does.</summary>
    private void Numbers()
    {
        var called = _milled.Select((m, i) => (Number: NumberOf(i), Row: m[0], Rows: m)).ToList();
        foreach (var (number, row, rows) in called.OrderBy(c => c.Row.DepthMm is not null || c.Row.AngleDeg is not null))
        {
            var (min, max) = InSteps(rows) ? About(rows) : (row.Min, row.Max);
            _pen.Call(number, (min + max) * 0.5, (max - min) * 0.5, Ink.Pocket, SheetPen.Rings, within: row.Count == 1);
            foreach (var opening in rows.Where(r => r.DepthMm is null && r.AngleDeg is null && r.Count == 1))
            {
                _pen.Placer.Take(new Field(opening.Min, opening.Max));
            }
        }
    }

    private static string NumberOf(int index) => (index + 1).ToString(CultureInfo.InvariantCulture);

    private IEnumerable<(string, string)> Key()
    {
        foreach (var kind in _kinds)
        {
            var purposes = kind.Holes.Select(h => h.Purpose).Distinct().ToList();
            foreach (var line in Lines(kind.Letter, $"{kind.Words(_part, _length.Of)}: {kind.Holes.Count}, {purposes[0]}"
                + $"{(purposes.Count > 1 ? " and others" : "")}"))
            {
                yield return line;
            }
        }

        foreach (var (milled, i) in _milled.Select((m, i) => (m, i)))
        {
            if (InSteps(milled) && About(milled) is var (min, max))
            {
                foreach (var line in Lines(NumberOf(i), $"{milled[0].What} in {milled.Count} steps, {_length.Of(max.U - min.U)} x "
                    + $"{_length.Of(max.V - min.V)} about, through: {milled[0].Purpose}"))
                {
                    yield return line;
                }

                continue;
            }

            var count = milled.Sum(r => r.Count);
            foreach (var line in Lines(NumberOf(i), $"{(count > 1 ? $"{count} x " : "")}{Words(milled[0], _part, _length)}"))
            {
                yield return line;
            }
        }
    }

    private static string Words(MilledRow row, Part part, LengthWriting length)
    {
        if (part.Features.OfType<BendLine>().FirstOrDefault(b => b.Id == row.Id) is { } bend)
        {
            var side = bend.From == WorkedFrom.Seen ? part.SeenFrom : part.FarSide;
            return $"bend {bend.Order}, {bend.AngleDeg:0.##}° towards {side}, inside R {length.Of(bend.RadiusMm)}: {row.Purpose}";
        }

        var (wide, high) = (row.Max.U - row.Min.U, row.Max.V - row.Min.V);
        var size = row.DiaMm is { } dia ? $"dia {length.Of(dia)}" : wide > 0 && high > 0 ? $"{length.Of(wide)} x {length.Of(high)}"
            : length.Of(Math.Max(wide, high));
        return $"{row.What} {size}, "
            + $"{(row.AngleDeg is { } angle ? $"{angle:0.##}°" : row.DepthMm is { } deep ? $"{length.Of(deep)} deep" : "through")}"
            + $"{(row.CornerRadiusMm > 0 ? $", corners R {length.Of(row.CornerRadiusMm)}" : "")}"
            + $"{(row.From == WorkedFrom.Far && row.DepthMm is not null ? $", from {part.FarSide}" : "")}: {row.Purpose}";
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
        var (left, top) = _keyBelow ? (_from.U - (BesideMm * _k), _from.V - ((BelowMm + 6) * _k))
            : (Math.Max(_to.U + (RightMm * _k), _rightMost + RoomMm), _part.WidthMm - (TextMm * _k));
        foreach (var ((mark, text), i) in _key.Select((k, i) => (k, i)))
        {
            var (u, v) = (left + (i / KeyRows * KeyWidthMm * _k), top - (i % KeyRows * KeyRowMm * _k));
            if (mark.Length > 0)
            {
                _pen.Text(char.IsLetter(mark[0]) ? Ink.Drill : Ink.Pocket, new(u + (3 * _k), v), TextMm, mark, TextAnchor.Middle);
            }

            _pen.Text(Ink.Dimension, new(u + (7 * _k), v), TextMm, text);
        }
    }

    /// <summary>Broken strokes along the grain, where there is wood.</summary>
    private IEnumerable<Stroke> Grain() => !_part.Grain ? []
        : Hatching.Grain([.. _seen.SelectMany(r => r.Lines).Concat(Openings()).Select(o => o.Points(0.5 * _k))], _k);
}
