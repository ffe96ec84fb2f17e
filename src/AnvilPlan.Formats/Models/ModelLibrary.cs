using System.Text.Json;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Formats.Project;

namespace AnvilPlan.Formats.Models;

/// <summary>A set of hardware models as it travels from shop to shop.</summary>
public sealed record ModelLibrary(string Format, int Schema, IReadOnlyList<HardwareModel> Models)
{
    public const string FormatName = "anvil-plan/models";
    public const int CurrentSchema = 1;
    private const int MostModels = 500;

    public static string Write(IReadOnlyList<HardwareModel> models) =>
        JsonSerializer.Serialize(new ModelLibrary(FormatName, CurrentSchema, models), Shipped.IndentedJson) + "\n";

    /// <exception cref="ProjectFileException">The text is no library, of another version, or holds a model out of range; the path names
    /// it.</exception>
    public static IReadOnlyList<HardwareModel> Read(string text)
    {
        ModelLibrary library;
        try
        {
            library = JsonSerializer.Deserialize<ModelLibrary>(text, Shipped.Json)
                ?? throw new ProjectFileException("", "the file holds nothing.");
        }
        catch (JsonException error)
        {
            throw new ProjectFileException(JsonReason.PathOf(error), JsonReason.Of(error));
        }

        if (library.Format != FormatName)
        {
            throw new ProjectFileException("format", $"it is \"{library.Format}\": it must be \"{FormatName}\".");
        }

        if (library.Schema != CurrentSchema)
        {
            throw new ProjectFileException("schema", $"it is {library.Schema}: this version reads {CurrentSchema}.");
        }

        if (library.Models.Count is 0 or > MostModels)
        {
            throw new ProjectFileException("models", $"it holds {library.Models.Count} models: 1 to {MostModels} can be taken.");
        }

        for (var i = 0; i < library.Models.Count; i++)
        {
            if (ModelCheck.Problem(library.Models[i]) is { } problem)
            {
                throw new ProjectFileException($"models[{i}]", problem);
            }
        }

        var twice = library.Models.GroupBy(m => m.Id, StringComparer.Ordinal).FirstOrDefault(g => g.Count() > 1);
        return twice is null ? library.Models
            : throw new ProjectFileException("models", $"the id \"{twice.Key}\" is there {twice.Count()} times: each model needs one of "
            + $"its own.");
    }
}
