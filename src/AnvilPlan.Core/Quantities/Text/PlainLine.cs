using System.Text;

namespace AnvilPlan.Core.Quantities.Text;

/// <summary>
/// Names as they can stand in any file: one line, no control characters, nothing that XML cannot hold, nothing that turns the direction
/// of what stands after it. Everything else stays as it was written.
/// </summary>
public static class PlainLine
{
    public static string Of(string text)
    {
        if (text.All(Harmless))
        {
            return text;
        }

        var line = new StringBuilder(text.Length);
        foreach (var rune in text.EnumerateRunes())
        {
            line.Append(Held(rune) ? rune.ToString() : " ");
        }

        return line.ToString();
    }

    private static bool Harmless(char c) => c is >= ' ' and < '\u007F' or >= '\u00A0' and < '\u2000';

    /// <summary>Half of a character comes here as U+FFFD and stays that.</summary>
    private static bool Held(Rune rune) =>
        !Rune.IsControl(rune) && rune.Value is not ((>= 0x2028 and <= 0x202E) or (>= 0x2066 and <= 0x2069) or 0xFFFE or 0xFFFF);
}
