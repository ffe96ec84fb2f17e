using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AnvilPlan.Server.Web;

/// <summary>
/// Says in the OpenAPI document what is true of this application's JSON: every property is always there, null where there is
/// nothing. Problem details alone leave out what they do not have.
/// </summary>
public sealed class AlwaysWritten : IOpenApiSchemaTransformer
{
    public Task TransformAsync(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        if (context.JsonTypeInfo.Type != typeof(ProblemDetails) && schema.Properties is { Count: > 0 } properties)
        {
            schema.Required = properties.Keys.ToHashSet(StringComparer.Ordinal);
        }

        return Task.CompletedTask;
    }
}
