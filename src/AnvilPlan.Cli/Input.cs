using System.Text.Json;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Cli;

/// <summary>Something on the command line or standard input cannot be used; one sentence.</summary>
public sealed class InputException(string message) : Exception(message);

/// <summary>Reads a file, or standard input for <c>-</c>.</summary>
internal static class Input
{
    private const int LimitBytes = 16_000_000;

    public static byte[] Bytes(string path)
    {
        using var from = path == "-" ? Console.OpenStandardInput() : File.Exists(path) ? File.OpenRead(path)
            : throw new InputException($"{path}: there is no such file.");
        var bytes = new byte[1 << 16];
        using var all = new MemoryStream();
        for (int read; (read = from.Read(bytes)) > 0;)
        {
            all.Write(bytes, 0, read);
            if (all.Length > LimitBytes)
            {
                throw new InputException($"{Name(path)} has more than {LimitBytes} bytes: at most that many are read.");
            }
        }

        return all.ToArray();
    }

    public static string Text(string path) => Utf8Text.Of(Bytes(path)) ?? throw new InputException($"{Name(path)}: {Utf8Text.Refusal}");

    public static JsonElement Json(string path)
    {
        var text = Text(path);
        if (string.IsNullOrWhiteSpace(text))
        {
            throw new InputException($"{Name(path)} is empty: a JSON value is wanted.");
        }

        try
        {
            return JsonDocument.Parse(text, new JsonDocumentOptions { AllowDuplicateProperties = true }).RootElement;
        }
        catch (JsonException error)
        {
            throw new InputException($"{Name(path)} is not JSON: line {error.LineNumber + 1}, character {error.BytePositionInLine + 1}.");
        }
    }

    private static string Name(string path) => path == "-" ? "standard input" : path;
}
