using System.Globalization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Drawing.Sheets;

/// <summary>What cannot be read in a finished drawing, judged by its strokes alone: whoever placed them is not asked.</summary>
public static class Legibility
{
    /// <summary>Nine points.</summary>
    private const double LeastMm = 3.17;

    /// <summary>What touches only.</summary>
    private const double SlackMm = 0.1;

    /// <param name="counts">The texts that are asked about; null = all.</param>
    public static IEnumerable<string> Faults(Sketch sheet, Func<TextStroke, bool>? counts = null)
    {
        var unit = sheet.UnitMm ?? 1;
        var texts = sheet.Strokes.OfType<TextStroke>().Where(counts ?? (_ => true))
            .Select(t => (Text: t, Field: Field.Of(t).Grow(-SlackMm * unit))).ToList();
        var lines = Lines(sheet).ToList();
        foreach (var ((text, field), i) in texts.Select((t, i) => (t, i)))
        {
            if (text.Height < LeastMm * unit)
            {
                yield return $"\"{text.Text}\" is {text.Height / unit:0.##} mm high";
            }

            if (field.Min.U < sheet.Min.U || field.Min.V < sheet.Min.V || field.Max.U > sheet.Max.U || field.Max.V > sheet.Max.V)
            {
                yield return $"\"{text.Text}\" leaves its drawing";
            }

            foreach (var other in texts.Skip(i + 1).Where(o => o.Field.Overlaps(field)))
            {
                yield return $"\"{text.Text}\" lies on \"{other.Text.Text}\"";
            }

            foreach (var (ink, a, b) in lines.Where(l => field.Meets(l.A, l.B)).Take(1))
            {
                yield return string.Create(CultureInfo.InvariantCulture,
                    $"\"{text.Text}\" at {text.At} lies on a line of {ink}, {a} to {b}");
            }
        }
    }

    /// <summary>Hatch and grain are no lines that hide a word.</summary>
    private static IEnumerable<(Ink Ink, Uv A, Uv B)> Lines(Sketch sheet) => sheet.Strokes.SelectMany(s => (s switch
    {
        PathStroke { Ink: not (Ink.Grain or Ink.Hatch) } p => p.Points.Zip(p.Points.Skip(1))
            .Concat(p.Closed ? [(p.Points[^1], p.Points[0])] : []),
        CircleStroke c => Ring(Outline.CircleAt(c.At, 2 * c.Radius)),
        ArcStroke a => Ring(a.Outline),
        _ => [],
    }).Select(l => (s.Ink, l.Item1, l.Item2)));

    private static IEnumerable<(Uv, Uv)> Ring(Outline outline) => outline.Points(SlackMm) is var p ? p.Zip(p.Skip(1).Append(p[0])) : [];
}
