using System.Text.Json;
using AnvilPlan.Core.Calculators;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Calculators;

/// <summary>Every calculator against the worked cases of the trade's reference, and against wrong input of every kind.</summary>
public class WorkedCaseTests
{
    private static readonly JsonElement Cases = JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Data",
        "worked-cases.json"))).RootElement;

    public static TheoryData<string> CaseIds => [.. Cases.EnumerateArray().Select(c => c.GetProperty("id").GetString()!)];

    public static TheoryData<string, string> InputKeys
    {
        get
        {
            var data = new TheoryData<string, string>();
            foreach (var c in CalculatorList.All)
            {
                foreach (var i in c.Inputs)
                {
                    data.Add(c.Name, i.Key);
                }
            }

            return data;
        }
    }

    [Theory]
    [MemberData(nameof(CaseIds))]
    public void A_worked_case_comes_out_within_its_tolerance(string id)
    {
        var wanted = Cases.EnumerateArray().First(c => c.GetProperty("id").GetString() == id);
        var outputs = CalculatorList.Find(wanted.GetProperty("calc").GetString()!).Run(wanted.GetProperty("inputs"));
        var got = JsonSerializer.SerializeToElement(outputs, Shipped.Json);
        var expected = wanted.GetProperty("expected");
        var tolerance = wanted.GetProperty("tolerance");
        Assert.Equal(expected.EnumerateObject().Select(p => p.Name).Order(), got.EnumerateObject().Select(p => p.Name).Order());
        foreach (var property in expected.EnumerateObject())
        {
            AssertClose(property.Name, property.Value, got.GetProperty(property.Name), tolerance.GetProperty("abs").GetDouble(),
                tolerance.GetProperty("rel").GetDouble());
        }
    }

    [Fact]
    public void Every_calculator_has_a_worked_case_and_lists_exactly_the_keys_that_it_puts_out()
    {
        foreach (var calculator in CalculatorList.All)
        {
            var own = Cases.EnumerateArray().First(c => c.GetProperty("calc").GetString() == calculator.Name);
            Assert.Equal(own.GetProperty("inputs").EnumerateObject().Select(p => p.Name).Order(), calculator.Inputs.Select(i => i.Key)
                .Order());
            Assert.Equal(calculator.Outputs.Order(), own.GetProperty("expected").EnumerateObject().Select(p => p.Name).Order());
        }
    }

    [Theory]
    [MemberData(nameof(InputKeys))]
    public void A_missing_wrong_or_absurd_input_is_named(string name, string key)
    {
        var calculator = CalculatorList.Find(name);
        var good = Cases.EnumerateArray().First(c => c.GetProperty("calc").GetString() == name).GetProperty("inputs");
        var values = good.EnumerateObject().ToDictionary(p => p.Name, p => (object?)p.Value);

        AssertNamed(calculator, values.Where(v => v.Key != key).ToDictionary(), key);
        foreach (var bad in (object?[])["a word", 1.5, true, -1e9, 1e30, new[] { 1e300 }, new { a = 1 }, null])
        {
            var input = calculator.Inputs.First(i => i.Key == key);
            if ((bad is null && input is NumberInput { OrNull: true }) || (bad is true && input is FlagInput)
                || (bad is 1.5 && input is NumberInput { Whole: false }))
            {
                continue;
            }

            AssertNamed(calculator, new Dictionary<string, object?>(values) { [key] = bad }, key);
        }
    }

    [Fact]
    public void An_unknown_key_is_named()
    {
        var error = Assert.Throws<CalculatorException>(() => CalculatorList.Find("mitre_angle")
            .Run(JsonSerializer.SerializeToElement(new { sides = 6, colour = 3 })));
        Assert.Equal("colour", error.Key);
        Assert.Contains("colour", error.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("thread_percent", """{"nominal_dia_mm":3,"pitch_mm":0.5,"hole_dia_mm":3.2}""", "hole_dia_mm")]
    [InlineData("thread_geometry", """{"standard":"iso","nominal_dia_mm":3,"pitch_mm":3}""", "pitch_mm")]
    [InlineData("countersink", """{"head_dia_mm":3,"hole_dia_mm":3.4,"angle_deg":90,"sheet_thickness_mm":2,"sink_below_mm":0}""",
        "hole_dia_mm")]
    [InlineData("blind_rivet_row",
        """{"body_dia_mm":4,"hole_allowance_mm":0.1,"sheets_mm":[1],"length_addition_mm":3,"row_length_mm":15,"edge_factor":2,"pitch_max_mm":40}""", "row_length_mm")]
    [InlineData("stack_tolerance", """{"nominals_mm":[1,2],"signs":[1],"tolerances_mm":[0,0]}""", "signs")]
    [InlineData("stack_tolerance", """{"nominals_mm":[1],"signs":[0],"tolerances_mm":[0]}""", "signs")]
    [InlineData("caliper_set", """{"readings_mm":[3.2]}""", "readings_mm")]
    [InlineData("mitre_angle", """{"sides":2}""", "sides")]
    [InlineData("mitre_angle", """{"sides":5.5}""", "sides")]
    [InlineData("fraction_round", """{"length_mm":-3,"denominator":16}""", "length_mm")]
    public void Inputs_that_contradict_each_other_are_named(string name, string inputs, string key)
    {
        var error = Assert.Throws<CalculatorException>(() => CalculatorList.Find(name).Run(JsonDocument.Parse(inputs).RootElement));
        Assert.Equal(key, error.Key);
        Assert.StartsWith(key, error.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void One_bad_entry_of_a_batch_does_not_stop_the_others()
    {
        var results = CalculatorList.RunBatch(JsonDocument.Parse("""
            [{"calc":"mitre_angle","inputs":{"sides":6}},{"calc":"mitre_angle","inputs":{}},{"calc":"nothing","inputs":{}},7,{"calc":"mitre_angle","inputs":{"sides":8}}]
            """).RootElement);
        Assert.Equal(5, results.Count);
        Assert.Equal(30.0, results[0]["cut_angle_deg"]);
        Assert.Contains("sides", (string)results[1]["error"]!, StringComparison.Ordinal);
        Assert.Contains("nothing", (string)results[2]["error"]!, StringComparison.Ordinal);
        Assert.True(results[3].ContainsKey("error"));
        Assert.Equal(22.5, results[4]["cut_angle_deg"]);
    }

    private static void AssertNamed(Calculator calculator, IReadOnlyDictionary<string, object?> inputs, string key)
    {
        var error = Assert.Throws<CalculatorException>(() => calculator.Run(JsonSerializer.SerializeToElement(inputs)));
        Assert.Equal(key, error.Key);
        Assert.Contains(key, error.Message, StringComparison.Ordinal);
    }

    private static void AssertClose(string key, JsonElement expected, JsonElement got, double abs, double rel)
    {
        if (expected.ValueKind == JsonValueKind.Array)
        {
            Assert.Equal(expected.GetArrayLength(), got.GetArrayLength());
            foreach (var (e, g) in expected.EnumerateArray().Zip(got.EnumerateArray()))
            {
                AssertClose(key, e, g, abs, rel);
            }
        }
        else if (expected.ValueKind == JsonValueKind.Number)
        {
            var (e, g) = (expected.GetDouble(), got.GetDouble());
            Assert.True(Math.Abs(g - e) <= Math.Max(abs, rel * Math.Abs(e)), $"{key}: {g}, expected {e}");
        }
        else
        {
            Assert.Equal(expected.GetRawText(), got.GetRawText());
        }
    }
}
