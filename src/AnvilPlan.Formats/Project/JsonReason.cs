using System.Text.Json;

namespace AnvilPlan.Formats.Project;

/// <summary>Says in a sentence why a JSON document did not fit: what was expected at which place.</summary>
public static class JsonReason
{
    public const string HalfCharacter = "the text holds half of a character (a surrogate without its pair).";

    private const string Converted = "could not be converted to ";

    /// <summary>Path without the leading <c>$.</c>; empty for the document itself.</summary>
    public static string PathOf(JsonException error)
    {
        var path = (error.Path ?? "").TrimStart('$', '.');
        // a list is looked through when it has ended: its path stands behind its last entry
        return error.Message.StartsWith("Entry ", StringComparison.Ordinal) && path.LastIndexOf('[') is > 0 and var end
            ? path[..end] : path;
    }

    /// <summary>The reason with its path in front, where there is one.</summary>
    public static string Sentence(JsonException error) => PathOf(error) is { Length: > 0 } path ? $"{path}: {Of(error)}" : Of(error);

    public static string Of(JsonException error)
    {
        var message = error.Message;
        if (message.Contains("could not be mapped", StringComparison.Ordinal))
        {
            return $"the key {Quoted(message)} is not known here.";
        }

        if (message.Contains("missing required", StringComparison.Ordinal))
        {
            var keys = message[(message.LastIndexOf(": ", StringComparison.Ordinal) + 2)..].TrimEnd('.');
            return $"the key {keys} is missing.";
        }

        if (message.Contains("Duplicate property", StringComparison.Ordinal))
        {
            return $"the key {Quoted(message)} is given twice.";
        }

        if (message.StartsWith("Entry ", StringComparison.Ordinal))
        {
            return $"entry {message.Split(' ')[1]} is null: a value is expected.";
        }

        if (message.StartsWith("Key ", StringComparison.Ordinal))
        {
            return $"the key {Quoted(message)} is null: a value is expected.";
        }

        if (error.InnerException is InvalidOperationException { InnerException: System.Text.DecoderFallbackException or null } inner
            && inner.Message.Contains("UTF-16", StringComparison.Ordinal))
        {
            return inner.Message.Contains("transcode", StringComparison.Ordinal) ? Utf8Text.Refusal : HalfCharacter;
        }

        if (message.Contains("doesn't allow", StringComparison.Ordinal))
        {
            return "null is not allowed here: a value is expected.";
        }

        var at = message.IndexOf(Converted, StringComparison.Ordinal);
        return at >= 0
            ? $"{Expected(message[(at + Converted.Length)..], PathOf(error))} is expected."
            : $"this is not JSON: line {error.LineNumber + 1}, character {error.BytePositionInLine + 1}.";
    }

    private const string Optional = "System.Nullable`1[";

    /// <summary>
    /// The serializer names the type that it was filling; when that is a record of ours, the kind wanted is that of the property
    /// at the end of the path.
    /// </summary>
    private static string Expected(string rest, string path)
    {
        var name = rest.Split(". ")[0].Trim().TrimEnd('.');
        if (name.StartsWith(Optional, StringComparison.Ordinal))
        {
            name = name[Optional.Length..].TrimEnd(']');
        }

        var type = AppDomain.CurrentDomain.GetAssemblies().Select(a => a.GetType(name)).FirstOrDefault(t => t is not null);
        var last = path[(path.LastIndexOf('.') + 1)..];
        var property = type?.GetProperties().FirstOrDefault(p => string.Equals(p.Name, last, StringComparison.OrdinalIgnoreCase));
        return Kind(property?.PropertyType ?? type);
    }

    private static string Kind(Type? type)
    {
        var plain = type is null ? null : Nullable.GetUnderlyingType(type) ?? type;
        return plain switch
        {
            null => "another kind of value",
            { IsEnum: true } => "one of " + string.Join(", ", Enum.GetNames(plain).Select(JsonNamingPolicy.CamelCase.ConvertName)),
            _ when plain == typeof(double) => "a number",
            _ when plain == typeof(int) || plain == typeof(long) => "a whole number",
            _ when plain == typeof(string) => "a text",
            _ when plain == typeof(bool) => "true or false",
            _ when typeof(System.Collections.IEnumerable).IsAssignableFrom(plain) => "a list",
            _ => "an object",
        };
    }

    private static string Quoted(string message)
    {
        var from = message.IndexOf('\'', StringComparison.Ordinal);
        var to = message.IndexOf('\'', from + 1);
        return from < 0 || to < 0 ? "in it" : message[from..(to + 1)];
    }
}
