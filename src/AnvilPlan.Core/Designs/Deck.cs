using AnvilPlan.Core.Places;

namespace AnvilPlan.Core.Designs;

/// <summary>Names of decks: a tray by its id, a panel as <c>panel/front</c>.</summary>
public static class Deck
{
    private const string PanelPrefix = "panel/";

    private static readonly string[] EdgeNames = [.. Faces.Edges.Select(e => $"{Name(e.Of().A)}-{Name(e.Of().B)}")];

    private static readonly string[] EdgePlaces = [.. EdgeNames.Select(n => Place.Edge(n).ToString())];

    public static string OfPanel(Face face) => PanelPrefix + Name(face);

    /// <summary>An edge by its two faces, as in <c>front-left</c>.</summary>
    public static string Name(EdgeId edge) => EdgeNames[(int)edge];

    /// <summary>The place name of an edge's joint.</summary>
    public static string PlaceOf(EdgeId edge) => EdgePlaces[(int)edge];

    /// <summary>The id of the part that closes a face.</summary>
    public static string PartOf(Face face) => "shell/" + Name(face);

    public static bool IsPanel(string deckId, out Face face)
    {
        face = default;
        return deckId.StartsWith(PanelPrefix, StringComparison.Ordinal) && Enum.TryParse(deckId[PanelPrefix.Length..],
            ignoreCase: true, out face)
            && Name(face) == deckId[PanelPrefix.Length..];
    }

    public static string Name(Face face) => face switch
    {
        Face.Left => "left",
        Face.Right => "right",
        Face.Front => "front",
        Face.Back => "back",
        Face.Bottom => "bottom",
        _ => "top",
    };
}
