using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Json;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

public class SumSheetTests
{
    public static TheoryData<string> Sums => [.. CalculatorList.All.Select(c => c.Name)];

    private static Dictionary<string, JsonElement> Values(string name) => SumText.For(name).Start
        .Concat(CalculatorList.Find(name).Run(JsonSerializer.SerializeToElement(SumText.For(name).Start, WireJson.Plain))
            .Select(o => KeyValuePair.Create(o.Key, JsonSerializer.SerializeToElement(o.Value, WireJson.Plain))))
        .GroupBy(v => v.Key).ToDictionary(v => v.Key, v => v.Last().Value);

    private static Sketch Draw(string name, double wide, double high, LengthWriting length, Dictionary<string, JsonElement>? values = null) =>
        SumSheet.Of(SumText.For(name), CalculatorList.Find(name).Outputs.ToHashSet(), values ?? Values(name), wide, high, length);

    [Theory, MemberData(nameof(Sums))]
    public void Every_sketch_tells_all_its_numbers_and_each_can_be_read(string name)
    {
        foreach (var (wide, high) in ((double, double)[])[(160, 93), (200, 117), (120, 70)])
        {
            foreach (var length in (LengthWriting[])[LengthWriting.Millimetres, new(LengthUnit.Inch)])
            {
                var sheet = Draw(name, wide, high, length);
                Readable.Check(sheet, $"{name} on {wide} mm, {length.Unit}");
                Assert.True(sheet.WidthMm <= wide * sheet.UnitMm, $"{name} is {sheet.WidthMm / sheet.UnitMm} mm wide on {wide}");
                var told = sheet.Strokes.OfType<TextStroke>().Select(t => t.Text).ToList();
                var asked = SumText.For(name).Sketch.Select(l => l.Split(' ')).Where(w => w[0] is "at" or "dim" or "angle")
                    .Select(w => SumKey.Of(w[^1]).Name);
                Assert.All(asked, n => Assert.Contains(n, told));
            }
        }
    }

    [Fact]
    public void Given_lengths_are_fields_and_results_are_not()
    {
        var texts = Draw("thread_geometry", 160, 93, LengthWriting.Millimetres).Strokes.OfType<TextStroke>().ToList();
        var pitch = Assert.Single(texts, t => t.Figure?.Id == "pitch_mm");
        Assert.Equal(("0.5", "pitch", 0.5), (pitch.Text, pitch.Figure!.Name, pitch.Figure.Mm));
        Assert.DoesNotContain(texts, t => t.Ink == Ink.Result && t.Figure is not null);
        // ISO 68-1: d1 = d − 1.0825 p
        Assert.Contains(texts, t => t is { Ink: Ink.Result, Text: "2.46 mm" });
    }

    [Fact]
    public void What_is_not_known_stands_as_a_dash_and_long_lists_are_cut_with_a_sign()
    {
        var name = CalculatorList.All.Select(c => c.Name)
            .First(n => SumText.For(n).Sketch.Any(l => Values(n).TryGetValue(l.Split(' ')[^1], out var v)
                && v.ValueKind == JsonValueKind.Array && v.GetArrayLength() > 3));
        Assert.Contains(Draw(name, 160, 93, LengthWriting.Millimetres).Strokes.OfType<TextStroke>(), t => t.Text.EndsWith(" …"));
        Assert.Contains(Draw(name, 160, 93, LengthWriting.Millimetres, []).Strokes.OfType<TextStroke>(), t => t.Text == "–");
    }
}
