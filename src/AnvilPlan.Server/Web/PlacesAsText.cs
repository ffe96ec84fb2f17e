using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Places;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AnvilPlan.Server.Web;

/// <summary>What names a thing has a written form and is a text in JSON.</summary>
public sealed class PlacesAsText : IOpenApiSchemaTransformer
{
    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        if (context.JsonTypeInfo.Type == typeof(Place))
        {
            schema.Type = JsonSchemaType.String;
        }

        if (context.JsonTypeInfo.Type == typeof(LayerHandle))
        {
            // null for a layer that is decided elsewhere
            schema.Type = JsonSchemaType.String | JsonSchemaType.Null;
        }

        if (context.JsonTypeInfo.Type.IsAssignableTo(typeof(IEnumerable<Place>)))
        {
            schema.Items = new OpenApiSchema { Type = JsonSchemaType.String };
        }

        return Task.CompletedTask;
    }
}
