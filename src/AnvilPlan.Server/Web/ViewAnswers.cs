using System.Buffers;
using System.Security.Cryptography;
using System.Text.Json;
using AnvilPlan.Server.Projects;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Microsoft.Net.Http.Headers;

namespace AnvilPlan.Server.Web;

/// <summary>The project views that were sent last, as they were sent.</summary>
public sealed class ViewShelf
{
    /// <summary>Of all that are kept: views of three hundred parts have two million bytes.</summary>
    private const int MostBytes = 24_000_000;

    private readonly Lock _lock = new();
    private readonly LinkedList<(string Tag, byte[] Json)> _kept = [];
    private long _bytes;

    public void Keep(string tag, byte[] json)
    {
        lock (_lock)
        {
            if (Find(tag) is { } there)
            {
                _kept.Remove(there);
                _kept.AddFirst(there);
                return;
            }

            _kept.AddFirst((tag, json));
            _bytes += json.Length;
            while (_bytes > MostBytes && _kept.Count > 1)
            {
                _bytes -= _kept.Last!.Value.Json.Length;
                _kept.RemoveLast();
            }
        }
    }

    public byte[]? Of(string tag)
    {
        lock (_lock)
        {
            return Find(tag)?.Value.Json;
        }
    }

    private LinkedListNode<(string Tag, byte[] Json)>? Find(string tag)
    {
        var at = _kept.First;
        while (at is not null && at.Value.Tag != tag)
        {
            at = at.Next;
        }

        return at;
    }
}

/// <summary>
/// A project view goes out with its tag. Who says which one is held already (<see cref="Have"/>) gets what is different from it, with the
/// tag of that one in <see cref="Base"/>; an unchanged one that is only asked for is not sent again.
/// </summary>
public sealed class ViewAnswers(ViewShelf shelf, IOptions<JsonOptions> json) : IEndpointFilter
{
    public const string Have = "View-Have", Tag = "View-Tag", Base = "View-Base";

    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next) =>
        await next(context) is var answer && answer is ProjectView view ? new Answer(shelf, JsonSerializer.SerializeToUtf8Bytes(view,
            json.Value.SerializerOptions)) : answer;

    private sealed class Answer(ViewShelf shelf, byte[] whole) : IResult
    {
        public async Task ExecuteAsync(HttpContext httpContext)
        {
            var (request, response) = (httpContext.Request, httpContext.Response);
            var tag = Convert.ToHexStringLower(SHA256.HashData(whole).AsSpan(0, 12));
            shelf.Keep(tag, whole);
            response.Headers[Tag] = tag;
            response.ContentType = "application/json; charset=utf-8";
            if (HttpMethods.IsGet(request.Method))
            {
                response.Headers[HeaderNames.ETag] = $"\"{tag}\"";
                response.Headers[HeaderNames.CacheControl] = "no-cache";
                if (request.Headers.IfNoneMatch.Contains($"\"{tag}\""))
                {
                    response.StatusCode = StatusCodes.Status304NotModified;
                    return;
                }
            }
            else if (request.Headers[Have].FirstOrDefault() is { } have && shelf.Of(have) is { } held)
            {
                response.Headers[Base] = have;
                await response.Body.WriteAsync(Delta(held, whole), httpContext.RequestAborted);
                return;
            }

            await response.Body.WriteAsync(whole, httpContext.RequestAborted);
        }

        private static ReadOnlyMemory<byte> Delta(byte[] held, byte[] whole)
        {
            using var was = JsonDocument.Parse(held);
            using var now = JsonDocument.Parse(whole);
            var buffer = new ArrayBufferWriter<byte>(16_384);
            using (var writer = new Utf8JsonWriter(buffer))
            {
                ViewDelta.Write(writer, was.RootElement, now.RootElement);
            }

            return buffer.WrittenMemory;
        }
    }
}
