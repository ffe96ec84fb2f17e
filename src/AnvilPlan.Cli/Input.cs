using System.Text.Json;

namespace AnvilPlan.Cli;

/// <summary>Something on the command line or standard input cannot be used; one sentence.</summary>
public sealed class InputException(string message) : Exception(message);

/// <summary>Reads a file, or standard input for <c>-</c>.</summary>
internal static class Input
{
    private const int LimitChars = 16_000_000;

    public static string Text(string path)
    {
        if (path == "-")
        {
            return Limited(Console.In.ReadToEnd(), "standard input");
        }

        if (!File.Exists(path))
        {
            throw new InputException($"{path}: there is no such file.");
        }

        return Limited(File.ReadAllText(path), path);
    }

    public static JsonElement Json(string path)
    {
        var text = Text(path);
        if (string.IsNullOrWhiteSpace(text))
        {
            throw new InputException($"{(path == "-" ? "standard input" : path)} is empty: a JSON value is wanted.");
        }

        try
        {
            return JsonDocument.Parse(text, new JsonDocumentOptions { AllowDuplicateProperties = true }).RootElement;
        }
        catch (JsonException error)
        {
            throw new InputException($"{(path == "-" ? "standard input" : path)} is not JSON: line {error.LineNumber + 1}, character {error.BytePositionInLine + 1}.");
        }
    }

    private static string Limited(string text, string what) =>
        text.Length <= LimitChars ? text : throw new InputException($"{what} has {text.Length} characters: at most {LimitChars} are read.");
}
