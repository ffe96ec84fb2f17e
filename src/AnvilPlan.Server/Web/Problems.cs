using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Formats.Patterns;
using AnvilPlan.Formats.Project;
using AnvilPlan.Store;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;

namespace AnvilPlan.Server.Web;

/// <summary>A request that names a field wrongly; becomes a problem of status 422.</summary>
public sealed class FieldException(string path, string message) : Exception(message)
{
    public FieldException(IReadOnlyList<DesignProblem> problems)
        : this(problems[0].Path, problems[0].Message) => All = problems;

    public string Path { get; } = path;
    public IReadOnlyList<DesignProblem> All { get; } = [new DesignProblem(path, message)];
}

/// <summary>Turns what went wrong into RFC 9457 problem details: one sentence, the path of the field, and all problems there are.</summary>
public sealed class Problems(IProblemDetailsService writer) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = Of(exception);
        if (problem is null)
        {
            return false;
        }

        httpContext.Response.StatusCode = problem.Status!.Value;
        return await writer.TryWriteAsync(new ProblemDetailsContext { HttpContext = httpContext, ProblemDetails = problem, Exception = exception });
    }

    private static ProblemDetails? Of(Exception exception) => exception switch
    {
        FieldException e => Problem(422, "A field is out of range.", e.Message, e.Path, ("problems", e.All)),
        CalculatorException e => Problem(422, "An input is out of range.", e.Message, e.Key),
        ChainEditException e => Problem(422, "The layer cannot be set.", e.Message, "layer"),
        PatternFileException e => Problem(422, "The pattern cannot be taken.", e.Message, e.Field),
        ProjectFileException e => Problem(422, "The file cannot be read.", e.Message, e.Path),
        NotFoundException e => Problem(404, "Not found.", e.Message, null),
        RevisionConflictException e => Problem(409, "Somebody else changed it meanwhile.", e.Message, "expectedRevision", ("currentRevision", e.Current), ("keptAs", e.KeptAs)),
        BadHttpRequestException { InnerException: JsonException json } => Problem(
            400, "The request cannot be read.", JsonReason.Sentence(json), JsonReason.PathOf(json)),
        BadHttpRequestException { StatusCode: 413 } => Problem(413, "Too large.", $"The request is larger than {Limits.BodyBytes} bytes.", null),
        BadHttpRequestException e => Problem(e.StatusCode, "The request cannot be read.", "The request's body is missing or empty, or a part of its address is not what this address takes.", null),
        _ => null,
    };

    private static ProblemDetails Problem(int status, string title, string detail, string? field, params (string Key, object? Value)[] more)
    {
        var problem = new ProblemDetails { Status = status, Title = title, Detail = detail };
        if (field is not null)
        {
            problem.Extensions["field"] = field;
        }

        foreach (var (key, value) in more)
        {
            problem.Extensions[key] = value;
        }

        return problem;
    }
}
