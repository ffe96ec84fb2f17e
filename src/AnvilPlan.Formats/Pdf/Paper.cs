namespace AnvilPlan.Formats.Pdf;

/// <summary>A paper size in mm, upright.</summary>
public sealed record Paper(string Name, double WidthMm, double HeightMm)
{
    public static Paper A4 { get; } = new("A4", 210, 297);
    public static Paper Letter { get; } = new("Letter", 215.9, 279.4);

    public static Paper? Named(string name) => name.ToLowerInvariant() switch
    {
        "a4" => A4,
        "letter" => Letter,
        _ => null,
    };
}
