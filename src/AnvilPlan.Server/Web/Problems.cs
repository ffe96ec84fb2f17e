using System.Text.Json;
using System.Text.RegularExpressions;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Patterns;
using AnvilPlan.Formats.Project;
using AnvilPlan.Server.Catalogs;
using AnvilPlan.Server.Projects;
using AnvilPlan.Store;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Routing.Template;

namespace AnvilPlan.Server.Web;

/// <summary>A request that names a field wrongly; becomes a problem of status 422.</summary>
public sealed class FieldException(string path, string message) : Exception(message)
{
    private const int MostProblems = 100;

    public FieldException(IReadOnlyList<DesignProblem> problems)
        : this(problems[0].Path, problems[0].Message) => All = [.. problems.Take(MostProblems)];

    public string Path { get; } = path;
    public IReadOnlyList<DesignProblem> All { get; } = [new DesignProblem(path, message)];
}

/// <summary>Turns what went wrong into RFC 9457 problem details: one sentence, the path of the field, and all problems there are.</summary>
public sealed partial class Problems(IProblemDetailsService writer) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = Of(exception);
        if (problem is null)
        {
            return false;
        }

        httpContext.Response.StatusCode = problem.Status!.Value;
        return await writer.TryWriteAsync(new ProblemDetailsContext
        {
            HttpContext = httpContext,
            ProblemDetails = problem,
            Exception = exception
        });
    }

    /// <summary>Gives the answers that no handler wrote a sentence of their own.</summary>
    public static void Explain(ProblemDetailsContext context)
    {
        var (request, problem) = (context.HttpContext.Request, context.ProblemDetails);
        problem.Detail ??= problem.Status switch
        {
            404 => "There is nothing at this address.",
            405 => $"This address does not take {Shorten.Text(request.Method)}; it takes "
                + $"{string.Join(", ", context.HttpContext.Response.Headers.Allow.ToArray())}.",
            413 => $"The request is larger than {MostBytes(context.HttpContext)} bytes.",
            415 => $"Content-Type is \"{Shorten.Text(request.ContentType ?? "")}\": it must be "
                + $"{string.Join(" or ", Taken(context.HttpContext))} here.",
            >= 500 => "A fault of the program; nothing was changed.",
            _ => null,
        };
        problem.Extensions.Remove("traceId");
    }

    /// <summary>The content types that the routes of this address and method take; JSON where a route says nothing.</summary>
    private static IEnumerable<string> Taken(HttpContext http) => http.RequestServices.GetRequiredService<EndpointDataSource>()
        .Endpoints.OfType<RouteEndpoint>()
        .Where(e => e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods.Contains(http.Request.Method) == true
            && new TemplateMatcher(new RouteTemplate(e.RoutePattern), []).TryMatch(http.Request.Path, []))
        .SelectMany(e => e.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes ?? []).DefaultIfEmpty("application/json").Distinct();

    private static ProblemDetails? Of(Exception exception) => exception switch
    {
        FieldException e => Problem(422, "A field is out of range.", e.Message, e.Path, ("problems", e.All)),
        RefusedException e => Problem(422, "It cannot be done.", e.Message, e.Field),
        CalculatorException e => Problem(422, "An input is out of range.", e.Message, e.Key),
        ChainEditException e => Problem(422, "The layer cannot be set.", e.Message, "layer"),
        PatternFileException e => Problem(422, "The pattern cannot be taken.", e.Message, e.Field),
        ProjectFileException e => Problem(422, "The file cannot be read.", e.Message, e.Path),
        UnplannedException or UnreadableException => Problem(422, "It cannot be planned.", exception.Message, "revision"),
        NotFoundException e => Problem(404, "Not found.", e.Message, null),
        ModelsDifferException e => Problem(409, "Models differ.", e.Message, "models", ("differs", e.Differs)),
        RevisionConflictException e => Problem(409, "Somebody else changed it meanwhile.", e.Message, "expectedRevision",
            ("currentRevision", e.Current), ("keptAs", e.KeptAs)),
        StaleException e => Problem(409, "Somebody else changed it meanwhile.", e.Message, "version", ("currentVersion", e.Current)),
        BadHttpRequestException { InnerException: JsonException json } => Problem(
            400, "The request cannot be read.", JsonReason.Sentence(json), JsonReason.PathOf(json)),
        BadHttpRequestException { StatusCode: 413 or 415 } e => Problem(e.StatusCode, "The request cannot be read.", null, null),
        BadHttpRequestException e => Problem(e.StatusCode, "The request cannot be read.", Reason(e.Message), Parameter()
            .Match(e.Message) is { Success: true } p ? p.Groups[2].Value : null),
        _ => StoreTrouble.Sentence(exception) is { } sentence ? Problem(503, "The database cannot be used.", sentence, null) : null,
    };

    /// <summary>The framework names the parameter by its C# type; makers see its name, what came, and what is wanted.</summary>
    private static string Reason(string message)
    {
        if (Parameter().Match(message) is not { Success: true } at)
        {
            return "The request's body is missing or empty: JSON is wanted.";
        }

        var (name, kind) = (at.Groups[2].Value, Kind(at.Groups[1].Value));
        return Given().Match(message) is { Success: true } given
            ? $"{name} is \"{Shorten.Text(given.Groups[1].Value)}\": {kind} is wanted."
            : $"{name} is missing: {kind} is wanted.";
    }

    private static string Kind(string type) => type.TrimEnd('?') switch
    {
        "int" or "long" => "a whole number",
        "double" => "a number",
        "bool" => "true or false",
        "Guid" => "an id",
        "string" => "a text",
        _ => "JSON in the body",
    };

    [GeneratedRegex("\"(\\S+) (\\w+)\"")]
    private static partial Regex Parameter();

    [GeneratedRegex(" from \"(.*)\"", RegexOptions.Singleline)]
    private static partial Regex Given();

    private static ProblemDetails Problem(int status, string title, string? detail, string? field,
        params (string Key, object? Value)[] more)
    {
        var problem = new ProblemDetails { Status = status, Title = title, Detail = detail is null ? null : Shorten.Quotes(detail) };
        if (field is not null)
        {
            problem.Extensions["field"] = Shorten.Text(field);
        }

        foreach (var (key, value) in more)
        {
            problem.Extensions[key] = value;
        }

        return problem;
    }

    private static long MostBytes(HttpContext http) =>
        http.GetEndpoint()?.Metadata.GetMetadata<IRequestSizeLimitMetadata>()?.MaxRequestBodySize ?? Limits.BodyBytes;
}
