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
/// and
/// which is read here and nowhere else: <c>device/ID</c>, <c>edge/front-left</c>, <c>tray/ID</c>, <c>cable/ID</c>, <c>port/DEVICE/PORT</c>,
/// <c>hole/ID</c>;
/// a part, a tray's plate or a structure is its id.
/// </summary>
[JsonConverter(typeof(PlaceText))]
public readonly record struct Place(PlaceKind Kind, string Id)
{
    private static readonly Dictionary<string, PlaceKind> Kinds = Enum.GetValues<PlaceKind>().Where(k => k != PlaceKind.Part)
        .ToDictionary(Word, StringComparer.Ordinal);

    /// <summary>What is written alike is the same place, whoever names it.</summary>
    public static Place Part(string id) => Parse(id);

    public static Place Device(string id) => new(PlaceKind.Device, id);

    /// <param name="name">Its two faces, as in <c>front-left</c>.</param>
    public static Place Edge(string name) => new(PlaceKind.Edge, name);

    public static Place Tray(string id) => new(PlaceKind.Tray, id);

    public static Place Cable(string id) => new(PlaceKind.Cable, id);

    public static Place Port(string deviceId, string portId) => new(PlaceKind.Port, $"{deviceId}/{portId}");

    public static Place Hole(string id) => new(PlaceKind.Hole, id);

    /// <summary>From its written form.</summary>
    public static Place Parse(string written) =>
        written.IndexOf('/', StringComparison.Ordinal) is > 0 and var cut && Kinds.TryGetValue(written[..cut], out var kind)
            ? new(kind, written[(cut + 1)..]) : new(PlaceKind.Part, written);

    /// <summary>A written form may stand where a place is wanted.</summary>
    public static implicit operator Place(string written) => Parse(written);

    public bool Is(PlaceKind kind, out string id)
    {
        id = Kind == kind ? Id : "";
        return Kind == kind;
    }

    /// <summary>The words of its written form: an id begins with the decision that it follows from.</summary>
    [JsonIgnore] public string[] Words => ToString().Split('/');

    public override string ToString() => Kind == PlaceKind.Part ? Id : $"{Word(Kind)}/{Id}";

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
