namespace AnvilPlan.Formats.Pdf;

/// <summary>A paper size in mm, upright.</summary>
public sealed record Paper(string Name, double WidthMm, double HeightMm)
{
    public static Paper A4 { get; } = new("A4", 210, 297);
    public static Paper A3 { get; } = new("A3", 297, 420);
    public static Paper Letter { get; } = new("Letter", 215.9, 279.4);

    /// <summary>What can be asked for, as a sentence goes on after "it must be".</summary>
    public const string Names = "a4, a3 or letter";

    public static Paper? Named(string name) => name.ToLowerInvariant() switch
    {
        "a4" => A4,
        "a3" => A3,
        "letter" => Letter,
        _ => null,
    };
}
