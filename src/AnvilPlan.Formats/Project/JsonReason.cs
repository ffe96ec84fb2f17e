using System.Text.Json;

namespace AnvilPlan.Formats.Project;

/// <summary>Says in a sentence why a JSON document did not fit.</summary>
public static class JsonReason
{
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

        return "the value is of the wrong kind or not one of the allowed words.";
    }

    private static string Quoted(string message)
    {
        var from = message.IndexOf('\'', StringComparison.Ordinal);
        var to = message.IndexOf('\'', from + 1);
        return from < 0 || to < 0 ? "in it" : message[from..(to + 1)];
    }
}
