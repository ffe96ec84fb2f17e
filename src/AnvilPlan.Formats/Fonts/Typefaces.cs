using System.Collections.Concurrent;
using System.Reflection;
using SkiaSharp;

namespace AnvilPlan.Formats.Fonts;

/// <summary>The typefaces that ship with the application, on paper and on the screen.</summary>
internal static class Typefaces
{
    /// <summary>Figures in columns have all the same width, in sizes of the type; on paper they may be narrower.</summary>
    private const double Digit = 0.64;

    /// <summary>Screens set letters on whole or quarter pixels.</summary>
    private const double Loose = 1.02;

    private static readonly ConcurrentDictionary<char, double> Widths = [];

    public static SKTypeface Regular { get; } = Read("AtkinsonHyperlegibleNext-Regular.ttf");

    public static SKTypeface Bold { get; } = Read("AtkinsonHyperlegibleNext-Bold.ttf");

    /// <summary>How wide a text is at most, in sizes of its type.</summary>
    public static double WidthOf(string text) => text.Sum(c => Widths.GetOrAdd(c, Width));

    private static double Width(char letter)
    {
        if (char.IsAsciiDigit(letter))
        {
            return Digit;
        }

        const float size = 100;
        using var font = new SKFont(Regular, size) { LinearMetrics = true, Hinting = SKFontHinting.None };
        return font.MeasureText(letter.ToString()) / size * Loose;
    }

    private static SKTypeface Read(string file)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("fonts/" + file)!;
        return SKTypeface.FromStream(stream);
    }
}
