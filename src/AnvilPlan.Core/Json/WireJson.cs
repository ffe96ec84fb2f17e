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
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions());

    /// <summary>As <see cref="Options"/>, indented for files that people open.</summary>
    public static JsonSerializerOptions Indented { get; } = Configure(new JsonSerializerOptions { WriteIndented = true });

    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.AllowDuplicateProperties = false;
        options.MaxDepth = 32;
        options.TypeInfoResolver ??= new DefaultJsonTypeInfoResolver();
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        if (!options.Converters.OfType<JsonStringEnumConverter>().Any())
        {
            options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        }

        return options;
    }
}
