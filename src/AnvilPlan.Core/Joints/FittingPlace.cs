using System.Text.Json.Serialization;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Joints;

/// <summary>Something bought that joins parts and fills room round them: a tee, a clamp, a flange, a saddle.</summary>
/// <param name="Body">The blocks that it fills outside the parts that it grips.</param>
public sealed record FittingPlace(string Id, string Name, IReadOnlyList<Box> Body)
{
    /// <summary>The structure that it belongs to.</summary>
    [JsonIgnore] public string StructureId { get; init; } = "";

    /// <summary>The level of a frame that it holds; null for a foot.</summary>
    [JsonIgnore] public string? LevelId { get; init; }

    /// <summary>It hangs on a rail, and slides with it.</summary>
    [JsonIgnore] public bool OnRail { get; init; }

    public Box Box => Body.Aggregate((a, b) => a.Hull(b));

    /// <summary>Four walls round a bar of that section, along an axis.</summary>
    public static IReadOnlyList<Box> Round(Box bar, Axis along, double wallMm)
    {
        var whole = bar.Across(along, wallMm);
        var (a, b) = (Enum.GetValues<Axis>().First(x => x != along), Enum.GetValues<Axis>().Last(x => x != along));
        return
        [
            whole.WithSpan(a, whole.Min[a], bar.Min[a]), whole.WithSpan(a, bar.Max[a], whole.Max[a]),
            bar.WithSpan(b, whole.Min[b], bar.Min[b]), bar.WithSpan(b, bar.Max[b], whole.Max[b]),
        ];
    }
}
