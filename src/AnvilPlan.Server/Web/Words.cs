using System.Text.Json;

namespace AnvilPlan.Server.Web;

/// <summary>Words of an enumeration in an address, written as in the JSON: <c>frontTop</c>.</summary>
internal static class Words
{
    public static T Read<T>(string field, string text)
        where T : struct, Enum
    {
        foreach (var value in Enum.GetValues<T>())
        {
            if (JsonNamingPolicy.CamelCase.ConvertName(value.ToString()) == text)
            {
                return value;
            }
        }

        throw new FieldException(field, $"{field} is \"{text}\": it must be one of "
            + $"{string.Join(", ", Enum.GetNames<T>().Select(JsonNamingPolicy.CamelCase.ConvertName))}.");
    }
}
