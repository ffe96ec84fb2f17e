namespace AnvilPlan.Server.Web;

/// <summary>Limits on what is taken in.</summary>
public static class Limits
{
    public const long BodyBytes = 4_000_000;
    public const long BackupBytes = 500_000_000;
}

/// <summary>A limit of an endpoint's own on what it takes in.</summary>
public sealed class BodyLimit(long bytes) : Microsoft.AspNetCore.Http.Metadata.IRequestSizeLimitMetadata
{
    public long? MaxRequestBodySize => bytes;
}

/// <summary>
/// Lets in only requests that name this machine as host, and state changes only from the application's own pages. Sets the
/// headers that keep foreign script and frames out.
/// </summary>
public sealed class Guard(RequestDelegate next)
{
    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; connect-src "
            + "'self'; "
        + "base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

    public async Task InvokeAsync(HttpContext context)
    {
        // set when the answer starts: an error clears what was set before
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = Policy;
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "no-referrer";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            if (context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
            {
                headers.CacheControl = "no-store";
            }

            return Task.CompletedTask;
        });
        if (context.Request.Host.Host is not ("localhost" or "127.0.0.1" or "[::1]"))
        {
            await Refuse(context, StatusCodes.Status421MisdirectedRequest, "host: this application answers to localhost only.");
            return;
        }

        var reading = HttpMethods.IsGet(context.Request.Method) || HttpMethods.IsHead(context.Request.Method);
        if (!reading && Foreign(context.Request))
        {
            await Refuse(context, StatusCodes.Status403Forbidden, "origin: changes are taken from the application's own pages only.");
            return;
        }

        await next(context);
    }

    private static bool Foreign(HttpRequest request)
    {
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        if (site is not ("" or "same-origin" or "none"))
        {
            return true;
        }

        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0 && !(Uri.TryCreate(origin, UriKind.Absolute, out var uri) && uri.Authority == request.Host.Value);
    }

    private static Task Refuse(HttpContext context, int status, string detail) =>
        TypedResults.Problem(detail, statusCode: status).ExecuteAsync(context);
}
