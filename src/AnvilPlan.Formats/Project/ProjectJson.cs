using System.Text.Json;
using System.Text.Json.Schema;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Formats.Project;

/// <summary>A file that cannot be read: the path inside it and one sentence with the reason.</summary>
public sealed class ProjectFileException(string path, string reason)
    : Exception(Shorten.Quotes(path.Length == 0 ? reason : $"{path}: {reason}"))
{
    public string Path { get; } = path;
    public string Reason { get; } = reason;
}

/// <summary>Reads and writes project files, lossless both ways; every wrong file is refused with path and reason.</summary>
public static class ProjectJson
{
    /// <summary>Largest file that is read: 4 MB.</summary>
    public const int LimitBytes = 4_000_000;

    public static string Write(ProjectFile project) => JsonSerializer.Serialize(project, Shipped.IndentedJson) + "\n";

    /// <param name="utf8">With or without a byte order mark.</param>
    /// <exception cref="ProjectFileException">The bytes are no UTF-8 text, no project file, of another version, or hold a value out of
    /// range.</exception>
    public static ProjectFile Read(ReadOnlyMemory<byte> utf8, Catalog catalog) => utf8.Length > LimitBytes
        ? throw new ProjectFileException("", $"the file has {utf8.Length} bytes: at most {LimitBytes} are read.")
        : Read(Utf8Text.Of(utf8.Span) ?? throw new ProjectFileException("", Utf8Text.Refusal), catalog);

    /// <exception cref="ProjectFileException">The text is no project file, of another version, or holds a value out of range.</exception>
    public static ProjectFile Read(string text, Catalog catalog)
    {
        if (text.Length > LimitBytes)
        {
            throw new ProjectFileException("", $"the file has {text.Length} characters: at most {LimitBytes} are read.");
        }

        var project = Parse(text);
        if (project.Models.FirstOrDefault(m => ModelCheck.Problem(m) is not null) is { } bad)
        {
            throw new ProjectFileException("models", ModelCheck.Problem(bad)!);
        }

        if (BenchCheck.Problems(project.AsBuilt) is [var wrong, ..])
        {
            throw new ProjectFileException("asBuilt." + wrong.Path, wrong.Message);
        }

        var problems = DesignCheck.Problems(project.Design, catalog.With(project.Models));
        return problems.Count == 0 ? project : throw new ProjectFileException("design." + problems[0].Path, problems[0].Message);
    }

    /// <summary>The JSON Schema of project files.</summary>
    public static string Schema()
    {
        var node = Shipped.IndentedJson.GetJsonSchemaAsNode(typeof(ProjectFile), new JsonSchemaExporterOptions
        { TreatNullObliviousAsNonNullable = true });
        node.AsObject().Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        node.AsObject().Insert(1, "title", $"Anvil Plan project, schema {ProjectFile.CurrentSchema}");
        return node.ToJsonString(Shipped.IndentedJson) + "\n";
    }

    private static ProjectFile Parse(string text)
    {
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(text, new JsonDocumentOptions { MaxDepth = 32, AllowDuplicateProperties = false });
        }
        catch (JsonException error)
        {
            throw new ProjectFileException("", $"this is not JSON: line {error.LineNumber + 1}, character {error.BytePositionInLine + 1}.");
        }
        catch (InvalidOperationException error) when (WireJson.IsHalfCharacter(error))
        {
            // the parser reads all keys, to see that none is there twice
            throw new ProjectFileException("", JsonReason.HalfCharacter);
        }

        using (document)
        {
            var root = document.RootElement;
            if (root.ValueKind != JsonValueKind.Object || !root.TryGetProperty("format", out var format)
                || !Is(format, ProjectFile.FormatName))
            {
                throw new ProjectFileException("format", $"it must be \"{ProjectFile.FormatName}\": this is another kind of file.");
            }

            if (!root.TryGetProperty("schema", out var schema) || schema.ValueKind != JsonValueKind.Number
                || !schema.TryGetInt32(out var version) || version is < 1 or > ProjectFile.CurrentSchema)
            {
                throw new ProjectFileException("schema",
                    $"it is {(schema.ValueKind == JsonValueKind.Undefined ? "missing" : schema.GetRawText())}: this version reads 1 to "
                    + $"{ProjectFile.CurrentSchema}.");
            }

            try
            {
                return version < ProjectFile.CurrentSchema ? Earlier.Present(root, version).Deserialize<ProjectFile>(Shipped.Json)!
                    : root.Deserialize<ProjectFile>(Shipped.Json)!;
            }
            catch (JsonException error)
            {
                throw new ProjectFileException(JsonReason.PathOf(error), JsonReason.Of(error));
            }
        }
    }

    private static bool Is(JsonElement value, string text)
    {
        try
        {
            return value.ValueKind == JsonValueKind.String && value.GetString() == text;
        }
        catch (InvalidOperationException)
        {
            return false;
        }
    }
}
