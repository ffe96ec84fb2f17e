using AnvilPlan.Core.Reckoning;

namespace AnvilPlan.Server.Web;

/// <summary>A limit of an endpoint's own; 0 = none.</summary>
public sealed record TimeLimit(int Seconds);

/// <summary>
/// Ends a request that takes too long with a sentence, and calls off what it began: everything that reads the request's token, and every
/// computation by <see cref="Interrupt"/>. One whose client is gone is called off as well.
/// </summary>
public sealed class Deadline(RequestDelegate next)
{
    private const int UsualSeconds = 10;

    public async Task InvokeAsync(HttpContext context)
    {
        var seconds = context.GetEndpoint()?.Metadata.GetMetadata<TimeLimit>()?.Seconds ?? UsualSeconds;
        var gone = context.RequestAborted;
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(gone);
        if (seconds > 0)
        {
            limit.CancelAfter(TimeSpan.FromSeconds(seconds));
        }

        context.RequestAborted = limit.Token;
        using (Interrupt.On(limit.Token))
        {
            try
            {
                await next(context);
            }
            catch (OperationCanceledException) when (limit.IsCancellationRequested)
            {
                if (!gone.IsCancellationRequested && !context.Response.HasStarted)
                {
                    // the answer is not called off with the work
                    context.RequestAborted = gone;
                    context.Response.Clear();
                    await TypedResults.Problem($"This took longer than {seconds} s and was ended; nothing was changed.",
                        title: "It takes too long.", statusCode: StatusCodes.Status503ServiceUnavailable).ExecuteAsync(context);
                }
            }
            finally
            {
                context.RequestAborted = gone;
            }
        }
    }
}
