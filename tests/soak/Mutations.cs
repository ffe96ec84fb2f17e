using System.Text;
using System.Text.Json.Nodes;

namespace AnvilPlan.Soak;

/// <summary>Spoils text as disks, editors and people do.</summary>
internal sealed class Mutations(Random random)
{
    private static readonly System.Buffers.SearchValues<char> Begins = System.Buffers.SearchValues.Create("0123456789\"");

    private static readonly string[] Tokens =
    [
        "null", "-1", "0", "1e999", "-1e308", "1e-320", "NaN", "\"\"", "\"\\ud800\"", "[]", "{}", "[null]", "{\"a\":1}", "true",
            "99999999999999999999", "\"=1+1\"", "\"\u202E\"", "\"<b>\"", "0.1", "1000000", ",", "]", "}", "\n", "\t", "\0",
    ];

    /// <summary>One to four changes; the bytes may be no text any more.</summary>
    public byte[] Of(string text)
    {
        var spoiled = text;
        for (var n = random.Next(1, 5); n > 0 && spoiled.Length > 2; n--)
        {
            spoiled = random.Next(10) switch
            {
                0 => spoiled[..random.Next(spoiled.Length)],
                1 => spoiled.Remove(random.Next(spoiled.Length - 1), 1),
                2 => spoiled.Insert(random.Next(spoiled.Length), Tokens[random.Next(Tokens.Length)]),
                3 => Lines(spoiled),
                4 => Span(spoiled),
                _ => Value(spoiled),
            };
        }

        var bytes = Encoding.UTF8.GetBytes(spoiled);
        if (bytes.Length > 0 && random.Next(20) == 0)
        {
            bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
        }

        return bytes;
    }

    /// <summary>One to three values of a JSON text changed, moved or doubled; still JSON.</summary>
    public byte[] OfJson(string text)
    {
        var root = JsonNode.Parse(text)!;
        for (var n = random.Next(1, 4); n > 0; n--)
        {
            JsonChanges.Spoil(random, root is JsonObject o && random.Next(6) > 0 ? o["design"] ?? o["models"] ?? root : root);
        }

        return Encoding.UTF8.GetBytes(root.ToJsonString());
    }

    /// <summary>A number or a quoted text becomes another token.</summary>
    private string Value(string text)
    {
        var from = random.Next(text.Length);
        var at = text.AsSpan(from).IndexOfAny(Begins);
        if (at < 0)
        {
            return text;
        }

        var begin = from + at;
        var end = text[begin] == '"' ? text.IndexOf('"', begin + 1) + 1 : begin;
        while (end < text.Length && text[begin] != '"' && (char.IsDigit(text[end]) || text[end] == '.'))
        {
            end++;
        }

        return end <= begin ? text : text[..begin] + Tokens[random.Next(Tokens.Length)] + text[end..];
    }

    /// <summary>A stretch is there twice, or is gone.</summary>
    private string Span(string text)
    {
        var (from, length) = (random.Next(text.Length), random.Next(1, 200));
        var stretch = text.Substring(from, Math.Min(length, text.Length - from));
        return random.Next(2) == 0 ? text.Insert(from, stretch) : text.Remove(from, stretch.Length);
    }

    /// <summary>Two lines change places, or one is there again.</summary>
    private string Lines(string text)
    {
        var lines = text.Split('\n');
        var (a, b) = (random.Next(lines.Length), random.Next(lines.Length));
        (lines[a], lines[b]) = random.Next(2) == 0 ? (lines[b], lines[a]) : (lines[a], lines[a]);
        return string.Join('\n', lines);
    }
}
