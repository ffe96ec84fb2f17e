using System.Text;
using System.Text.RegularExpressions;

namespace AnvilPlan.Core.Quantities.Text;

/// <summary>Keeps values that somebody else wrote short and on one line where a sentence quotes them.</summary>
public static partial class Shorten
{
    private const int Most = 60;

    /// <summary>The text without control characters, cut after 60.</summary>
    public static string Text(string value)
    {
        var text = new StringBuilder(Math.Min(value.Length, Most + 1));
        foreach (var rune in value.EnumerateRunes())
        {
            if (text.Length >= Most)
            {
                return text.Append('…').ToString();
            }

            text.Append(Rune.IsControl(rune) ? " " : rune.ToString());
        }

        return text.ToString();
    }

    /// <summary>A sentence in which every quoted value is cut.</summary>
    public static string Quotes(string sentence) => Quoted().Replace(sentence, m => $"\"{Text(m.Groups[1].Value)}\"");

    [GeneratedRegex("\"([^\"]{61,})\"", RegexOptions.Singleline)]
    private static partial Regex Quoted();
}
