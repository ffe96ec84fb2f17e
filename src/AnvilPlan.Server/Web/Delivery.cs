using System.IO.Compression;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.Net.Http.Headers;

namespace AnvilPlan.Server.Web;

/// <summary>How answers travel: compressed, and files whose name holds their content kept by the browser for good.</summary>
public static class Delivery
{
    private const int YearSeconds = 31_536_000;

    public static void AddDelivery(this IServiceCollection services)
    {
        services.AddResponseCompression(o => o.MimeTypes =
            [.. ResponseCompressionDefaults.MimeTypes, "application/problem+json", "image/svg+xml", "image/vnd.dxf"]);
        // an answer is read once, on this machine: what more effort would save is less than it takes
        services.Configure<BrotliCompressionProviderOptions>(o => o.Level = CompressionLevel.Fastest);
        services.Configure<GzipCompressionProviderOptions>(o => o.Level = CompressionLevel.Fastest);
    }

    /// <summary>For the files of the interface: those of the build have a hash in their name; any other is asked for again.</summary>
    public static StaticFileOptions Files { get; } = new()
    {
        OnPrepareResponse = file => file.Context.Response.Headers[HeaderNames.CacheControl] =
            file.Context.Request.Path.StartsWithSegments("/assets", StringComparison.Ordinal)
                ? $"public, max-age={YearSeconds}, immutable" : "no-cache",
    };
}
