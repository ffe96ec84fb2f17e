using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Formats.Project;

/// <summary>A project as it travels: what was decided, what was made so far, and the own hardware models that it uses.</summary>
public sealed record ProjectFile(string Format, int Schema, Design Design, AsBuilt AsBuilt, IReadOnlyList<HardwareModel> Models)
{
    public const string FormatName = "anvil-plan/project";
    public const int CurrentSchema = 3;

    public static ProjectFile Of(Design design, AsBuilt asBuilt, IEnumerable<HardwareModel> ownModels)
    {
        var used = design.Devices.Select(d => d.ModelId).ToHashSet(StringComparer.Ordinal);
        return new ProjectFile(FormatName, CurrentSchema, design, asBuilt, [.. ownModels.Where(m => used.Contains(m.Id))]);
    }
}
