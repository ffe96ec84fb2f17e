using System.Text.Json;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Json;

namespace AnvilPlan.Core.Calculators;

/// <summary>How a sum is found and shown at the bench.</summary>
/// <param name="Asks">What a maker would type who wants to know it.</param>
/// <param name="Start">Inputs to begin with, by key.</param>
/// <param name="Sketch">
/// Drawn on 240 x 140: <c>box x y w h</c>, <c>wood x y w h</c>, <c>line x1 y1 x2 y2</c>, <c>dash …</c>, <c>circle x y d</c>,
/// <c>poly x,y …</c>, <c>dim x1 y1 x2 y2 KEY</c>, <c>at x y KEY</c>, <c>angle x y r from to KEY</c>; KEY is an input or output.
/// </param>
public sealed record SumText(string Title, IReadOnlyList<string> Asks, IReadOnlyDictionary<string, JsonElement> Start,
    IReadOnlyList<string> Sketch)
{
    private static readonly Lazy<IReadOnlyDictionary<string, SumText>> Shipped = new(Read);

    public static SumText For(string calculator) => Shipped.Value[calculator];

    private static Dictionary<string, SumText> Read()
    {
        using var stream = ShippedFile.Open("sums.json");
        return JsonSerializer.Deserialize<Dictionary<string, SumText>>(stream, WireJson.Plain)!;
    }
}
