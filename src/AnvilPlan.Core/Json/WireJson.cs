using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using AnvilPlan.Core.Construction;

namespace AnvilPlan.Core.Json;

/// <summary>
/// The one way this product writes and reads JSON: camelCase, enums as camelCase words, numbers only as numbers, every
/// unknown or missing key an error that names its path.
/// </summary>
public static class WireJson
{
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions());

    /// <summary>As <see cref="Options"/>, indented for files that people open.</summary>
    public static JsonSerializerOptions Indented { get; } = Configure(new JsonSerializerOptions { WriteIndented = true });

    /// <summary>As <see cref="Options"/>, for designs built by these systems.</summary>
    public static JsonSerializerOptions For(IEnumerable<ConstructionSystem> systems) =>
        Configure(new JsonSerializerOptions(), systems);

    /// <summary>Keys and texts of a JSON element that hold half of a character are found out only when they are read; then this is thrown.</summary>
    public static bool IsHalfCharacter(InvalidOperationException error) => error.Source?.StartsWith("System.Text.Json", StringComparison.Ordinal) == true;

    public static JsonSerializerOptions Configure(JsonSerializerOptions options) => Configure(options, ConstructionSystems.Shipped);

    private static JsonSerializerOptions Configure(JsonSerializerOptions options, IEnumerable<ConstructionSystem> systems)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowDuplicateProperties = false;
        options.MaxDepth = 32;
        options.AllowOutOfOrderMetadataProperties = true;
        options.TypeInfoResolver = Resolver(systems);
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        if (!options.Converters.OfType<JsonStringEnumConverter>().Any())
        {
            options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        }

        return options;
    }

    /// <summary>A structure is written with the key of its system, so that a system brings its own record without being named elsewhere.</summary>
    private static DefaultJsonTypeInfoResolver Resolver(IEnumerable<ConstructionSystem> systems)
    {
        var resolver = new DefaultJsonTypeInfoResolver();
        resolver.Modifiers.Add(NoNullsInside);
        resolver.Modifiers.Add(info =>
        {
            if (info.Type != typeof(Structure))
            {
                return;
            }

            info.PolymorphismOptions = new JsonPolymorphismOptions { TypeDiscriminatorPropertyName = "system", UnknownDerivedTypeHandling = JsonUnknownDerivedTypeHandling.FailSerialization };
            foreach (var system in systems.Where(s => s.Decision is not null))
            {
                info.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(system.Decision!, system.Key));
            }
        });
        return resolver;
    }

    /// <summary>
    /// The serializer holds constructor parameters to their nullability, but neither the entries of lists (no list of this product holds
    /// nulls) nor properties that are set after a constructor with parameters.
    /// </summary>
    private static void NoNullsInside(JsonTypeInfo info)
    {
        if (info.Kind == JsonTypeInfoKind.Object && info.Type.Assembly == typeof(WireJson).Assembly)
        {
            info.OnDeserialized = value =>
            {
                if (info.Properties.FirstOrDefault(p => !p.PropertyType.IsValueType && p is { IsSetNullable: false, Set: not null, Get: { } get } && get(value) is null) is { } none)
                {
                    throw new JsonException($"Key '{none.Name}' doesn't allow null.");
                }
            };
        }

        if (info.Kind is JsonTypeInfoKind.Enumerable or JsonTypeInfoKind.Dictionary && info.ElementType is { IsValueType: false } element && element != typeof(object))
        {
            info.OnDeserialized = list =>
            {
                if (((list as System.Collections.IDictionary)?.Values ?? (System.Collections.IEnumerable)list).Cast<object?>().ToList().IndexOf(null) is >= 0 and var at)
                {
                    throw new JsonException($"Entry {at} of the list doesn't allow null.");
                }
            };
        }
    }
}
