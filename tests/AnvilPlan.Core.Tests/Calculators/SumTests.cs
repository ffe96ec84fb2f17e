using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Calculators;

/// <summary>Every sum can be found by a question, begins with inputs that work, and has a sketch with its numbers in place.</summary>
public class SumTests
{
    public static TheoryData<string> Names => [.. CalculatorList.All.Select(c => c.Name)];

    [Theory]
    [MemberData(nameof(Names))]
    public void A_sum_has_a_title_a_start_that_works_and_a_sketch_of_its_own_keys(string name)
    {
        var (sum, text) = (CalculatorList.Find(name), SumText.For(name));
        Assert.InRange(text.Title.Length, 5, 60);
        Assert.NotEmpty(text.Asks);
        var result = sum.Run(JsonSerializer.SerializeToElement(text.Start));
        Assert.Equal(sum.Outputs.Order(), result.Keys.Order());

        var known = sum.Inputs.Select(i => i.Key).Concat(sum.Outputs).ToHashSet();
        var placed = text.Sketch.Select(l => l.Split(' ')).Where(p => p[0] is "dim" or "at" or "angle").Select(p => p[^1]).ToList();
        Assert.All(placed, k => Assert.Contains(k, known));
        Assert.Equal(placed.Count, placed.Distinct().Count());
        Assert.All(sum.Inputs.OfType<NumberInput>(), i => Assert.Contains(i.Key, placed));
        Assert.Contains(placed, p => sum.Outputs.Contains(p));
        Assert.Contains(text.Sketch, l => l.Split(' ')[0] is "box" or "wood" or "poly" or "circle" or "line");
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void A_sketch_is_drawn_within_its_frame_by_known_strokes(string name)
    {
        foreach (var parts in SumText.For(name).Sketch.Select(l => l.Split(' ')))
        {
            double[] Numbers(IEnumerable<string> of) =>
                [.. of.Select(p => double.Parse(p, System.Globalization.CultureInfo.InvariantCulture))];
            switch (parts[0])
            {
                case "box" or "wood":
                    var b = Numbers(parts[1..]);
                    Assert.True(b.Length == 4 && b[0] >= 0 && b[1] >= 0 && b[0] + b[2] <= 240 && b[1] + b[3] <= 140,
                        string.Join(' ', parts));
                    break;
                case "line" or "dash":
                    Assert.Equal(4, Numbers(parts[1..]).Length);
                    break;
                case "circle":
                    Assert.Equal(3, Numbers(parts[1..]).Length);
                    break;
                case "poly":
                    Assert.All(parts[1..], p => Assert.Equal(2, Numbers(p.Split(',')).Length));
                    break;
                case "dim":
                    Assert.Equal(4, Numbers(parts[1..^1]).Length);
                    break;
                case "at":
                    Assert.Equal(2, Numbers(parts[1..^1]).Length);
                    break;
                default:
                    Assert.Equal("angle", parts[0]);
                    Assert.Equal(5, Numbers(parts[1..^1]).Length);
                    break;
            }
        }
    }

    [Theory]
    [InlineData("does the shelf sag", "shelf_deflection")]
    [InlineData("how many clamps", "clamp_count")]
    [InlineData("is it square", "diagonals_skew")]
    [InlineData("will the panel grow", "wood_movement")]
    [InlineData("how much glue do I need", "glue_quantity")]
    [InlineData("what drill for M4 tap", "tap_drill")]
    [InlineData("finger width", "finger_joint")]
    [InlineData("too large for the printer", "bed_split")]
    [InlineData("laser kerf", "kerf_offset")]
    [InlineData("pipe length between fittings", "pipe_cut")]
    [InlineData("anneal", "anneal")]
    [InlineData("how long does a print take", "print_time")]
    public void What_a_maker_types_finds_the_sum_first(string typed, string name) => Assert.Equal(name, SumSearch.Find(typed)[0].Name);

    [Theory]
    [MemberData(nameof(Names))]
    public void A_sum_is_among_the_first_for_its_title_and_for_each_of_its_questions(string name)
    {
        var text = SumText.For(name);
        Assert.Equal(name, SumSearch.Find(text.Title)[0].Name);
        foreach (var question in text.Asks)
        {
            var found = SumSearch.Find(question).Select(c => c.Name).ToList();
            Assert.True(found.IndexOf(name) is >= 0 and < 6, $"“{question}” finds {string.Join(", ", found.Take(6))}");
        }
    }

    [Fact]
    public void Nothing_typed_lists_all_and_nonsense_lists_none()
    {
        Assert.Equal(CalculatorList.All.Count, SumSearch.Find("  ").Count);
        Assert.Empty(SumSearch.Find("xyzzy"));
    }
}
