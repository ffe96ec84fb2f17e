using System.IO.Compression;
using System.Text.Json.Nodes;

namespace AnvilPlan.Server.Tests;

/// <summary>How answers travel.</summary>
public sealed class DeliveryTests(App app) : IClassFixture<App>
{
    private readonly HttpClient _client = app.CreateClient();

    [Theory]
    [InlineData("br")]
    [InlineData("gzip")]
    public async Task An_answer_is_compressed_for_who_reads_that_and_is_the_same_within(string encoding)
    {
        var plain = await _client.GetByteArrayAsync("/api/catalog");
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/catalog");
        request.Headers.AcceptEncoding.ParseAdd(encoding);
        using var answer = await _client.SendAsync(request);
        Assert.Equal([encoding], answer.Content.Headers.ContentEncoding);
        Assert.Contains("Accept-Encoding", answer.Headers.Vary);
        var packed = await answer.Content.ReadAsByteArrayAsync();
        Assert.InRange(packed.Length, 1, plain.Length / 3);
        await using Stream reader = encoding == "br" ? new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress)
            : new GZipStream(new MemoryStream(packed), CompressionMode.Decompress);
        Assert.True(JsonNode.DeepEquals(JsonNode.Parse(plain), await JsonNode.ParseAsync(reader)));
    }

    [Fact]
    public async Task A_refusal_can_be_read_as_it_comes()
    {
        using var answer = await _client.GetAsync($"/api/projects/{Guid.Empty}");
        Assert.Empty(answer.Content.Headers.ContentEncoding);
        Assert.Contains("There is no project", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
