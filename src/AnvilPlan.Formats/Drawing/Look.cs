using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Formats.Drawing;

/// <summary>Colour and line width (mm) of an ink on paper.</summary>
public sealed record Look(string Colour, double WidthMm)
{
    public static Look Of(Ink ink) => ink switch
    {
        Ink.Outline => new("#15171c", 0.35),
        Ink.Cut => new("#a3231f", 0.3),
        Ink.Pocket => new("#2f6b3a", 0.25),
        Ink.Drill => new("#3a2f9e", 0.25),
        Ink.Mark or Ink.Lettering => new("#15171c", 0.15),
        Ink.Dimension => new("#4a4f5c", 0.18),
        Ink.Grain => new("#d8b880", 0.16),
        Ink.Paper => new("#ffffff", 0.1),
        Ink.Behind => new("#6b7079", 0.18),
        Ink.Device => new("#3a2f9e", 0.3),
        Ink.Section => new("#7a5510", 0.18),
        Ink.Room => new("#7a5510", 0.15),
        Ink.Result => new("#7a5510", 0.25),
        Ink.Stop => new("#9c1f1b", 0.35),
        Ink.Hatch => new("#9aa0ac", 0.1),
        _ => new("#a4a9b4", 0.13),
    };

    /// <summary>Of a facet on paper, by what it is made of and how much light it gets.</summary>
    public static string Of(Stuff stuff, double light)
    {
        var full = stuff switch
        {
            Stuff.Wood => 0xf3d9ae,
            Stuff.Board => 0xd8c3a4,
            Stuff.Metal => 0xe2e6ea,
            Stuff.Clear => 0xcdebf1,
            Stuff.Plastic or Stuff.Print => 0xd3d6c6,
            _ => 0x8fc4ab,
        };
        int Lit(int shift) => (int)Math.Round(((full >> shift) & 255) * light);
        return $"#{Lit(16):x2}{Lit(8):x2}{Lit(0):x2}";
    }
}
