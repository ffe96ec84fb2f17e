namespace AnvilPlan.Core.Designs;

/// <summary>Names of decks: a tray by its id, a panel as <c>panel/front</c>.</summary>
public static class Deck
{
    private const string PanelPrefix = "panel/";

    public static string OfPanel(Face face) => PanelPrefix + Name(face);

    public static bool IsPanel(string deckId, out Face face)
    {
        face = default;
        return deckId.StartsWith(PanelPrefix, StringComparison.Ordinal) && Enum.TryParse(deckId[PanelPrefix.Length..], ignoreCase: true, out face)
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
