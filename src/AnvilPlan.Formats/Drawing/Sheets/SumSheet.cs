using System.Globalization;
using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>
/// The sketch of a sum with its numbers where they belong, not to scale: given lengths may be typed there, results stand out.
/// </summary>
public static class SumSheet
{
    /// <summary>What sketches are written on; see <see cref="SumText"/>.</summary>
    private const double Wide = 240, High = 140;

    /// <summary>On paper: a line of words; the room of a label about it; from a label that moved to what it tells.</summary>
    private const double LineMm = 4.4, AirMm = 0.4, FarMm = 9;

    /// <summary>A label goes that far on paper from ring to ring, and no farther than so many.</summary>
    private const double RingMm = 1.6;
    private const int Rings = 80, Ways = 16;

    /// <summary>A sheet that became too wide for its paper is drawn again so much smaller, as often as that.</summary>
    private const double Smaller = 1.15;
    private const int Tries = 12;

    /// <summary>Of a list no more is told in a drawing.</summary>
    private const int Told = 3;

    /// <param name="values">Inputs, and outputs where there are any, by key.</param>
    public static Sketch Of(SumText sum, IReadOnlySet<string> results, IReadOnlyDictionary<string, JsonElement> values,
        double paperWidthMm, double paperHeightMm, LengthWriting length)
    {
        var unit = Math.Max(Wide / paperWidthMm, High / paperHeightMm);
        var sheet = new Drawn(sum, results, values, length, unit).Sheet();
        for (var i = 0; i < Tries && (sheet.WidthMm > paperWidthMm * unit || sheet.HeightMm > paperHeightMm * unit); i++)
        {
            unit *= Smaller;
            sheet = new Drawn(sum, results, values, length, unit).Sheet();
        }

        return sheet;
    }

    /// <summary>A number with as many digits as the bench can use.</summary>
    internal static string Digits(double value)
    {
        var decimals = Math.Abs(value) switch { 0 or >= 1000 => 1, >= 10 => 2, >= 0.1 => 3, _ => 6 };
        return Math.Round(value, decimals, MidpointRounding.AwayFromZero).ToString("0.######", CultureInfo.InvariantCulture);
    }

    /// <summary>Of length 1, so many degrees from u towards v.</summary>
    private static Uv Towards(double deg)
    {
        var (sin, cos) = Math.SinCos(deg * Math.PI / 180);
        return new(cos, sin);
    }

    private sealed class Drawn(SumText sum, IReadOnlySet<string> results, IReadOnlyDictionary<string, JsonElement> values,
        LengthWriting length, double unit)
    {
        private readonly SheetPen _pen = new(unit);

        public Sketch Sheet()
        {
            var lines = sum.Sketch.Select(l => l.Split(' ')).ToList();
            foreach (var words in lines)
            {
                Shape(words);
            }

            // what has its one place first, then what may stand anywhere near
            foreach (var words in lines.OrderBy(w => w[0] switch { "dim" => 0, "angle" => 1, _ => 2 }))
            {
                Label(words);
            }

            return _pen.Sheet(sum.Title, _pen.Paper(0, 0), new(0, 0));
        }

        private static double Number(string word) => double.Parse(word, CultureInfo.InvariantCulture);

        /// <summary>Sketches are written down the page.</summary>
        private static Uv At(string u, string v) => new(Number(u), High - Number(v));

        private void Shape(string[] words)
        {
            switch (words)
            {
                case ["box" or "wood", var u, var v, var wide, var high]:
                    Area(At(u, v), new(Number(wide), -Number(high)), words[0] == "wood");
                    break;
                case ["line" or "dash" or "dim", var u, var v, var toU, var toV, ..]:
                    Line(words[0], At(u, v), At(toU, toV));
                    break;
                case ["circle", var u, var v, var dia]:
                    var ring = new CircleStroke(Ink.Outline, At(u, v), Number(dia) / 2, false);
                    _pen.Add(ring);
                    _pen.Placer.Keep(Outline.CircleAt(ring.At, 2 * ring.Radius).Points(unit / 4), true);
                    break;
                case ["poly", ..]:
                    _pen.Line(Ink.Outline, [.. words.Skip(1).Select(p => p.Split(',')).Select(p => At(p[0], p[1]))]);
                    break;
                case ["angle", var u, var v, var r, var from, var to, _]:
                    var (centre, radius, first, sweep) = (At(u, v), Number(r), Number(from), Number(to) - Number(from));
                    const int steps = 24;
                    _pen.Line(Ink.Dimension, [.. Enumerable.Range(0, steps + 1)
                        .Select(i => centre + Towards(first + (sweep * i / steps)) * radius)]);
                    break;
                case ["at", ..]:
                    break;
                default:
                    throw new FormatException($"\"{string.Join(' ', words)}\" of the sketch of {sum.Title} draws nothing known.");
            }
        }

        private void Area(Uv from, Uv size, bool wood)
        {
            var (min, max) = (new Uv(from.U, from.V + size.V), new Uv(from.U + size.U, from.V));
            var corners = PartSketch.Rectangle(min, max);
            _pen.Add(new TintStroke(wood ? Ink.Hatch : Ink.Paper, wood ? Stuff.Wood : null, [], [Outline.Rectangle(min, max)]));
            foreach (var stroke in wood ? Hatching.Of(Stuff.Wood, [corners], unit) : [])
            {
                _pen.Add(stroke);
            }

            _pen.Add(new PathStroke(Ink.Outline, corners, true, false));
            _pen.Placer.Keep(corners, true);
        }

        private void Line(string kind, Uv from, Uv to)
        {
            if (kind != "dim")
            {
                _pen.Add(new PathStroke(kind == "dash" ? Ink.Behind : Ink.Outline, [from, to], false, kind == "dash"));
                _pen.Placer.Keep([from, to], false);
                return;
            }

            var way = (to - from) * (1 / Math.Max(from.DistanceTo(to), 1e-9));
            _pen.Line(Ink.Dimension, from, to);
            _pen.Tick(from, way);
            _pen.Tick(to, way);
        }

        /// <summary>The name and under it the number, as near as there is room to where the sketch wants them.</summary>
        private void Label(string[] words)
        {
            var key = words[^1];
            switch (words)
            {
                case ["dim", var u, var v, var toU, var toV, _]:
                    var (from, to) = (At(u, v), At(toU, toV));
                    var upright = Math.Abs(to.U - from.U) < Math.Abs(to.V - from.V);
                    Tell(key, (from + to) * 0.5, upright ? [new(1, 0), new(-1, 0)] : [new(0, 1), new(0, -1)]);
                    break;
                case ["angle", var u, var v, var r, var start, var end, _]:
                    var way = Towards((Number(start) + Number(end)) / 2);
                    Tell(key, At(u, v) + (way * Number(r)), [way]);
                    break;
                case ["at", var u, var v, _]:
                    Tell(key, At(u, v), []);
                    break;
            }
        }

        /// <param name="beside">Ways from what is told in which its label stands best; none = the label begins there itself.</param>
        private void Tell(string key, Uv at, IReadOnlyList<Uv> beside)
        {
            var label = new Lettered(SumKey.Of(key), Written(key), results.Contains(key), Figure(key));
            var half = label.Half(unit);
            var wish = beside.Count == 0 ? [at + new Uv(half.U, _pen.Paper(0, LineMm / 2).V)]
                : beside.Select(b => at + new Uv(b.U * (half.U + (2 * unit)), b.V * (half.V + (1.4 * unit)))).ToArray();
            foreach (var middle in Rounds(wish))
            {
                var texts = label.Texts(middle, unit).ToList();
                if (texts.TrueForAll(t => _pen.Placer.Free(Field.Of(t).Grow(AirMm * unit))))
                {
                    Put(texts, at, middle, half, beside.Count > 0);
                    return;
                }
            }
        }

        private void Put(List<TextStroke> texts, Uv at, Uv middle, Uv half, bool told)
        {
            texts.ForEach(t => _pen.Placer.Take(Field.Of(t).Grow(AirMm * unit)));
            texts.ForEach(_pen.Add);
            // to the nearest of its rim, where it stands too far off to be known as this one's
            var edge = new Uv(Math.Clamp(at.U, middle.U - half.U, middle.U + half.U),
                Math.Clamp(at.V, middle.V - half.V, middle.V + half.V));
            if (told && edge.DistanceTo(at) > FarMm * unit)
            {
                var way = (edge - at) * (1 / edge.DistanceTo(at));
                _pen.Line(Ink.Faint, at, edge - (way * unit));
            }
        }

        /// <summary>Where it is wished first, then about there in rings.</summary>
        private IEnumerable<Uv> Rounds(IReadOnlyList<Uv> wish)
        {
            foreach (var w in wish)
            {
                yield return w;
            }

            for (var ring = 1; ring <= Rings; ring++)
            {
                foreach (var w in wish)
                {
                    for (var i = 0; i < Ways; i++)
                    {
                        yield return w + (Towards(360.0 * i / Ways) * (ring * RingMm * unit));
                    }
                }
            }
        }

        private Figure? Figure(string key) => !results.Contains(key) && SumKey.Of(key).Unit == "mm"
            && values.TryGetValue(key, out var value) && value.ValueKind == JsonValueKind.Number
            ? new(key, SumKey.Of(key).Name, value.GetDouble()) : null;

        private string Written(string key) => values.TryGetValue(key, out var value) ? Written(value, SumKey.Of(key)) : "–";

        private string Written(JsonElement value, SumKey key) => value.ValueKind switch
        {
            // the field that stands there shows no unit
            JsonValueKind.Number when key.Unit == "mm" => results.Contains(key.Key) ? length.Named(value.GetDouble())
                : length.Of(value.GetDouble()),
            JsonValueKind.Number => Digits(value.GetDouble()) + (key.Sign is "" or "°" or "%" ? key.Sign : " " + key.Sign),
            JsonValueKind.True => "yes",
            JsonValueKind.False => "no",
            JsonValueKind.String => value.GetString()!.Replace('_', ' '),
            JsonValueKind.Array => string.Join(", ", value.EnumerateArray().Take(Told).Select(Entry))
                + (value.GetArrayLength() > Told ? " …" : ""),
            _ => "–",
        };

        private static string Entry(JsonElement value) => value.ValueKind == JsonValueKind.Array
            ? $"({string.Join(' ', value.EnumerateArray().Select(v => Digits(v.GetDouble())))})" : Digits(value.GetDouble());
    }

    /// <summary>A name over its number, about a middle.</summary>
    private sealed record Lettered(SumKey Key, string Value, bool Result, Figure? Figure)
    {
        public Uv Half(double unit) => new(Texts(default, unit).Max(t => Field.WidthOf(t)) / 2, LineMm * unit);

        public IEnumerable<TextStroke> Texts(Uv middle, double unit)
        {
            var low = SheetPen.Middle * SheetPen.TextMm;
            TextStroke Line(Ink ink, string text, double over) => new(ink, middle + new Uv(0, (over - low) * unit),
                SheetPen.TextMm * unit, text, TextAnchor.Middle, 0);
            yield return Line(Ink.Dimension, Key.Name, (LineMm / 2) + 0.2);
            yield return Line(Result ? Ink.Result : Ink.Mark, Value, -LineMm / 2) with { Figure = Figure };
        }
    }
}
