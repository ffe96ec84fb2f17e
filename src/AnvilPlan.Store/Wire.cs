using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Store;

/// <summary>A record of the database that this version cannot read.</summary>
public sealed class UnreadableException(string what, string reason, Exception? inner)
    : Exception($"A {what} in the database cannot be read ({reason.TrimEnd('.')}): go to another revision, or restore a backup.", inner);

/// <summary>How values lie in the database.</summary>
internal static class Wire
{
    public static string Json<T>(T value) => JsonSerializer.Serialize(value, Shipped.Json);

    /// <exception cref="UnreadableException">This version cannot read it.</exception>
    public static T Parse<T>(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(json, Shipped.Json) ?? throw new UnreadableException(typeof(T)
                .Name, "it holds nothing", null);
        }
        catch (JsonException error)
        {
            throw new UnreadableException(typeof(T).Name, error.Message, error);
        }
    }

    /// <summary>The same for the same texts in the same order.</summary>
    public static string Fingerprint(IEnumerable<string> texts)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var text in texts)
        {
            hash.AppendData(Encoding.UTF8.GetBytes(text));
            hash.AppendData([0]);
        }

        return Convert.ToHexString(hash.GetHashAndReset());
    }
}
