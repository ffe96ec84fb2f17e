using System.Runtime.CompilerServices;
using System.Text.Json;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Json;

namespace AnvilPlan.Core.Catalogs;

/// <summary>
/// JSON of designs: a structure is written with the key of its system, so that a system brings its own record without being named
/// elsewhere.
/// </summary>
public static class DesignJson
{
    private static readonly ConditionalWeakTable<IReadOnlyList<WayToBuild>, JsonSerializerOptions> Made = [];

    /// <summary>For designs built by these systems; made once for each list.</summary>
    public static JsonSerializerOptions For(IReadOnlyList<WayToBuild> systems) =>
        Made.GetValue(systems, s => Configure(new JsonSerializerOptions(), s));

    public static JsonSerializerOptions Configure(JsonSerializerOptions options, IEnumerable<WayToBuild> systems)
    {
        List<WayToBuild> known = [.. systems];
        return WireJson.Configure(options,
        [
            .. known.Where(s => s.Decision is not null).Select(s => new DerivedKind(typeof(Structure), "system", s.Decision!, s.Key)),
            .. known.SelectMany(s => s.Kinds),
        ]);
    }
}
