using AnvilPlan.Formats.Drawing.Solids;
using SkiaSharp;

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
        Ink.Mark => new("#15171c", 0.15),
        Ink.Dimension => new("#4a4f5c", 0.13),
        Ink.Hatch => new("#9aa0ac", 0.1),
        _ => new("#c3c7cf", 0.1),
    };

    /// <summary>Of a facet on paper, by what it is made of and how much light it gets.</summary>
    public static SKColor Of(Stuff stuff, double light)
    {
        var full = SKColor.Parse(stuff switch
        {
            Stuff.Wood => "#f3d9ae",
            Stuff.Board => "#d8c3a4",
            Stuff.Metal => "#e2e6ea",
            Stuff.Clear => "#cdebf1",
            Stuff.Plastic => "#d3d6c6",
            _ => "#8fc4ab",
        });
        byte Lit(byte part) => (byte)Math.Round(part * light);
        return new SKColor(Lit(full.Red), Lit(full.Green), Lit(full.Blue), stuff == Stuff.Clear ? (byte)100 : byte.MaxValue);
    }
}
