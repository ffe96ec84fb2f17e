using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace AnvilPlan.Core.Json;

/// <summary>
/// The one way this product writes and reads JSON: camelCase, enums as camelCase words, numbers only as numbers, every
/// unknown or missing key an error that names its path.
/// </summary>
public static class WireJson
{
    /// <summary>For what holds no record of which others bring kinds of their own.</summary>
    public static JsonSerializerOptions Plain { get; } = Configure(new JsonSerializerOptions(), []);

    /// <summary>
    /// Keys and texts of a JSON element that hold half of a character are found out only when they are read; then this is thrown.
    /// </summary>
    public static bool IsHalfCharacter(InvalidOperationException error) =>
        error.Source?.StartsWith("System.Text.Json", StringComparison.Ordinal) == true;

    /// <param name="kinds">Records that derive from one that does not know them, each with the word by which files tell it.</param>
    public static JsonSerializerOptions Configure(JsonSerializerOptions options, IReadOnlyList<DerivedKind> kinds)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowDuplicateProperties = false;
        options.MaxDepth = 32;
        options.AllowOutOfOrderMetadataProperties = true;
        options.TypeInfoResolver = Resolver(kinds);
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        if (!options.Converters.OfType<JsonStringEnumConverter>().Any())
        {
            options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        }

        return options;
    }

    private static DefaultJsonTypeInfoResolver Resolver(IReadOnlyList<DerivedKind> kinds)
    {
        var resolver = new DefaultJsonTypeInfoResolver();
        resolver.Modifiers.Add(NoNullsInside);
        resolver.Modifiers.Add(info =>
        {
            var own = kinds.Where(k => k.Of == info.Type).ToList();
            if (own.Count == 0)
            {
                return;
            }

            // beside those that it knows itself
            info.PolymorphismOptions ??= new JsonPolymorphismOptions
            {
                TypeDiscriminatorPropertyName = own[0].Discriminator,
                UnknownDerivedTypeHandling = JsonUnknownDerivedTypeHandling.FailSerialization,
            };
            foreach (var kind in own)
            {
                info.PolymorphismOptions.DerivedTypes.Add(new JsonDerivedType(kind.Kind, kind.Key));
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
                if (info.Properties.FirstOrDefault(p => !p.PropertyType.IsValueType && p is
                    {
                        IsSetNullable: false, Set: not null,
                        Get: { } get
                    } && get(value) is null) is { } none)
                {
                    throw new JsonException($"Key '{none.Name}' doesn't allow null.");
                }
            };
        }

        if (info.Kind is JsonTypeInfoKind.Enumerable or JsonTypeInfoKind.Dictionary && info.ElementType is { IsValueType: false } element
            && element != typeof(object))
        {
            info.OnDeserialized = list =>
            {
                if (((list as System.Collections.IDictionary)?.Values ?? (System.Collections.IEnumerable)list).Cast<object?>().ToList()
                    .IndexOf(null) is >= 0 and var at)
                {
                    throw new JsonException($"Entry {at} of the list doesn't allow null.");
                }
            };
        }
    }
}

/// <summary>A record that derives from another and is written with a word of its own.</summary>
/// <param name="Discriminator">The key under which the word stands.</param>
public sealed record DerivedKind(Type Of, string Discriminator, Type Kind, string Key);
