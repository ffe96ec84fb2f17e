using System.Text;

namespace AnvilPlan.Formats.Project;

/// <summary>Bytes as text, or not at all: nothing is replaced without a word.</summary>
public static class Utf8Text
{
    public const string Refusal = "this is no UTF-8 text: save the file as UTF-8.";

    private static readonly UTF8Encoding Strict = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    /// <summary>The text without its byte order mark; null when the bytes are no UTF-8.</summary>
    public static string? Of(ReadOnlySpan<byte> bytes)
    {
        try
        {
            return Strict.GetString(bytes.StartsWith(Encoding.UTF8.Preamble) ? bytes[Encoding.UTF8.Preamble.Length..] : bytes);
        }
        catch (DecoderFallbackException)
        {
            return null;
        }
    }
}
