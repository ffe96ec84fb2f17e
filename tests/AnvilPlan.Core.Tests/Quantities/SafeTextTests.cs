using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Quantities;

public sealed class SafeTextTests
{
    [Theory]
    [InlineData("Marsh box", "Marsh box")]
    [InlineData("a\nb\tc\0d", "a b c d")]
    [InlineData("x\u202Ey\u2066z", "x y z")]
    [InlineData("two\u2028lines", "two lines")]
    [InlineData("\uFFFF<b>&\"'", " <b>&\"'")]
    [InlineData("d\u00FCnn \u05E9\u05DC \uD83D\uDD28", "d\u00FCnn \u05E9\u05DC \uD83D\uDD28")]
    public void A_name_is_one_harmless_line(string name, string line) => Assert.Equal(line, PlainLine.Of(name));

    [Fact]
    public void Half_of_a_character_becomes_the_sign_for_that() => Assert.Equal("a\uFFFDb", PlainLine.Of("a\uD800b"));

    [Fact]
    public void Long_values_are_cut_where_a_sentence_quotes_them()
    {
        var sentence = Shorten.Quotes($"id is \"{new string('x', 10_000)}\": it must be \"short\".");
        Assert.Equal($"id is \"{new string('x', 60)}…\": it must be \"short\".", sentence);
        Assert.Equal("a b", Shorten.Text("a\nb"));
    }

    [Theory]
    [InlineData("\"devices\":[]", "\"devices\":[null]", "Entry 0")]
    [InlineData("\"devices\":[]", "\"devices\":null", "allow null")]
    [InlineData("\"edges\":[", "\"edges\":[null,", "Entry 0")]
    [InlineData("\"brief\":{", "\"brief\":null,\"x\":{", "null")]
    public void Nulls_inside_a_design_are_refused(string good, string bad, string says)
    {
        var text = JsonSerializer.Serialize(StartingDesign.Named("x"), Shipped.Json);
        Assert.Contains(good, text, StringComparison.Ordinal);
        Assert.Contains(says,
            Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Design>(text.Replace(good, bad, StringComparison.Ordinal),
            Shipped.Json)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void One_bad_sum_loses_none_of_its_batch()
    {
        using var batch = JsonDocument.Parse("""[{"calc":"\ud800","inputs":{}},{"calc":"mitre_angle","inputs":{"\ud800":4}},{"calc":"mitre_angle","inputs":{"sides":1e999}},null,{"calc":"mitre_angle","inputs":{"sides":6}}]""");
        var results = CalculatorList.RunBatch(batch.RootElement);
        Assert.All(results.Take(4), r => Assert.True(r.ContainsKey("error")));
        Assert.Equal(30.0, (double)results[4]["cut_angle_deg"]!, 9);
        using var million = JsonDocument.Parse("[" + string.Join(',', Enumerable.Repeat("1", 10_001)) + "]");
        Assert.Contains("holds 10001 sums", Assert.Throws<CalculatorException>(() => CalculatorList.RunBatch(million.RootElement)).Message,
            StringComparison.Ordinal);
    }
}
