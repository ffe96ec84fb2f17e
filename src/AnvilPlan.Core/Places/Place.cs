using System.Text.Json;
using System.Text.Json.Serialization;

namespace AnvilPlan.Core.Places;

public enum PlaceKind
{
    /// <summary>A part, a tray or a structure: known by its id alone.</summary>
    Part,
    Device,
    Edge,

    /// <summary>What carries a tray, beside the plate itself.</summary>
    Tray,
    Cable,
    Port,
    Hole,
}

/// <summary>
/// A thing of a plan as others name it: findings, operations, fixings, holds. It has one written form, which files and the interface use,
/// and which is read here and nowhere else: <c>device/ID</c>, <c>edge/front-left</c>, <c>tray/ID</c>, <c>cable/ID</c>,
/// <c>port/DEVICE/PORT</c>, <c>hole/ID</c>; a part, a tray's plate or a structure is its id.
/// </summary>
[JsonConverter(typeof(PlaceText))]
public readonly record struct Place
{
    private static readonly Dictionary<string, PlaceKind> Kinds =
        Enum.GetValues<PlaceKind>().Where(k => k != PlaceKind.Part).ToDictionary(Word, StringComparer.Ordinal);

    private readonly string _written;

    private Place(string written) => _written = written;

    /// <summary>What is written alike is the same place, whoever names it.</summary>
    public static Place Part(string id) => new(id);

    public static Place Device(string id) => new("device/" + id);

    /// <param name="name">Its two faces, as in <c>front-left</c>.</param>
    public static Place Edge(string name) => new("edge/" + name);

    public static Place Tray(string id) => new("tray/" + id);

    public static Place Cable(string id) => new("cable/" + id);

    public static Place Port(string deviceId, string portId) => new($"port/{deviceId}/{portId}");

    public static Place Hole(string id) => new("hole/" + id);

    /// <summary>From its written form.</summary>
    public static Place Parse(string written) => new(written);

    /// <summary>A written form may stand where a place is wanted.</summary>
    public static implicit operator Place(string written) => new(written);

    [JsonIgnore]
    public PlaceKind Kind => Cut is > 0 and var cut ? Kinds.GetValueOrDefault(_written[..cut], PlaceKind.Part) : PlaceKind.Part;

    /// <summary>Without the word for its kind.</summary>
    [JsonIgnore] public string Id => Kind == PlaceKind.Part ? ToString() : _written[(Cut + 1)..];

    /// <summary>The words of its written form: an id begins with the decision that it follows from.</summary>
    [JsonIgnore] public string[] Words => ToString().Split('/');

    private int Cut => ToString().IndexOf('/', StringComparison.Ordinal);

    public bool Is(PlaceKind kind, out string id)
    {
        var own = Kind == kind;
        id = own ? Id : "";
        return own;
    }

    public override string ToString() => _written ?? "";

    private static string Word(PlaceKind kind) => kind.ToString().ToLowerInvariant();
}

/// <summary>Places are written as their text.</summary>
internal sealed class PlaceText : JsonConverter<Place>
{
    public override Place Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        Place.Parse(reader.GetString() ?? "");

    public override void Write(Utf8JsonWriter writer, Place value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}

public static class PlaceLists
{
    public static bool Contains(this IEnumerable<Place> places, string written) => Enumerable.Contains(places, Place.Parse(written));
}
