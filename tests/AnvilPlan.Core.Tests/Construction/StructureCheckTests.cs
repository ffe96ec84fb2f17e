using System.Text.Json;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>
/// Every number of every structure has a range: a value far off is refused before anything is planned, by the field's path, with the
/// value and what is allowed. Whatever the check lets through can be planned.
/// </summary>
public class StructureCheckTests
{
    public static TheoryData<string> Systems => [.. Sample.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key)];

    private static Design Begun(string system) => Sample.Catalog.Systems.Single(s => s.Key == system).Begin(Sample.Empty, Sample.Catalog)!;

    /// <summary>The numbers of a structure as its file has them, with their paths.</summary>
    private static IEnumerable<string> Numbers(JsonElement json, string path = "") => json.ValueKind switch
    {
        JsonValueKind.Object => json.EnumerateObject().SelectMany(p => Numbers(p.Value, path.Length == 0 ? p.Name : $"{path}.{p.Name}")),
        JsonValueKind.Array => json.EnumerateArray().SelectMany((v, i) => Numbers(v, $"{path}[{i}]")),
        JsonValueKind.Number => [path],
        _ => [],
    };

    private static Design With(Design design, string field, double value)
    {
        var node = JsonSerializer.SerializeToNode(design, Shipped.Json)!;
        var at = node["structures"]!.AsArray()[^1]!;
        var steps = field.Replace("[", ".[", StringComparison.Ordinal).Split('.');
        foreach (var step in steps[..^1])
        {
            at = step[0] == '[' ? at.AsArray()[int.Parse(step[1..^1], System.Globalization.CultureInfo.InvariantCulture)]! : at[step]!;
        }

        at[steps[^1]] = value;
        return node.Deserialize<Design>(Shipped.Json)!;
    }

    /// <summary>Decisions that have a pane of their own instead of a field.</summary>
    private static readonly string[] Elsewhere = ["path", "corners", "locked"];

    /// <summary>The fields of a structure as its file has them; lists as one field.</summary>
    private static IEnumerable<string> Leaves(JsonElement json, string path = "") => json.ValueKind == JsonValueKind.Object
        ? json.EnumerateObject().SelectMany(p => Leaves(p.Value, path.Length == 0 ? p.Name : $"{path}.{p.Name}"))
        : [path];

    [Theory]
    [InlineData("printedBody", "acrylicStack", true)]
    [InlineData("bentWrap", "printedBody", true)]
    [InlineData("printedEnds", "acrylicStack", true)]
    [InlineData("foldedSheet", "foldedSheet", false)]
    [InlineData("bentWrap", "railFrame", false)]
    [InlineData("bentWrap", "printedFeet", false)]
    public void A_face_is_made_by_one_structure(string first, string second, bool refused)
    {
        var both = Sample.Catalog.Systems.Single(s => s.Key == second).Begin(Begun(first), Sample.Catalog)!;
        var problems = DesignCheck.Problems(both, Sample.Catalog).Where(p => p.Message.Contains("makes already", StringComparison.Ordinal))
            .ToList();
        Assert.Equal(refused, problems.Count == 1);
        Assert.All(problems, p =>
        {
            Assert.Equal("structures[1].id", p.Path[^"structures[1].id".Length..]);
            Assert.Contains("Take " + both.Structures[0].Id + " out", p.Message, StringComparison.Ordinal);
        });
    }

    [Theory]
    [MemberData(nameof(Systems))]
    public void Every_decision_is_asked_for_once_by_the_name_that_files_have_for_it(string system)
    {
        var design = Begun(system);
        var json = JsonSerializer.SerializeToElement(design, Shipped.Json).GetProperty("structures")[design.Structures.Count - 1];
        var asks = Sample.Catalog.Systems.Single(s => s.Key == system).Asks;
        Assert.Equal(Leaves(json).Except(["system", "id", .. Elsewhere]).Order(StringComparer.Ordinal), asks.Select(a => a.Key)
            .Order(StringComparer.Ordinal));
        Assert.All(asks, a => Assert.False(string.IsNullOrWhiteSpace(a.Label)));
        foreach (var ask in asks)
        {
            var value = ask.Key.Split('.').Aggregate(json, (j, step) => j.GetProperty(step));
            Assert.True(ask.Empty is not null || value.ValueKind != JsonValueKind.Null, $"{system}.{ask.Key} begins empty and may not be");
            if (ask.Kind == AskKind.Choice)
            {
                Assert.Contains(value.GetString(), ask.Words.Select(w => w.Key));
            }

            // each word that is offered can be written into a file and read back
            Assert.All(ask.Words, w => Assert.Equal(w.Key, Written(design, ask.Key, w.Key)));
        }
    }

    private static string? Written(Design design, string field, string word)
    {
        var node = JsonSerializer.SerializeToNode(design, Shipped.Json)!;
        node["structures"]!.AsArray()[^1]![field] = word;
        var read = node.Deserialize<Design>(Shipped.Json)!;
        return JsonSerializer.SerializeToNode(read, Shipped.Json)!["structures"]!.AsArray()[^1]![field]!.GetValue<string>();
    }

    [Theory]
    [MemberData(nameof(Systems))]
    public void Every_number_has_a_range_that_is_told(string system)
    {
        var design = Begun(system);
        Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
        var numbers = Numbers(JsonSerializer.SerializeToElement(design, Shipped.Json)
            .GetProperty("structures")[design.Structures.Count - 1]).ToList();
        foreach (var field in numbers)
        {
            foreach (var value in (double[])[-100_000, 100_000])
            {
                var problems = DesignCheck.Problems(With(design, field, value), Sample.Catalog);
                Assert.True(problems.Count > 0, $"{system}.{field} may be {value}");
                Assert.Contains(problems, p => p.Path.StartsWith("structures[", StringComparison.Ordinal)
                    && p.Message.Contains(value.ToString(System.Globalization.CultureInfo.InvariantCulture), StringComparison.Ordinal));
            }
        }
    }

    [Theory]
    [MemberData(nameof(Systems))]
    public void Numbers_within_their_ranges_can_be_planned_in_any_mixture(string system)
    {
        var random = new Random(system.Length);
        var begun = Begun(system);
        var numbers = Numbers(JsonSerializer.SerializeToElement(begun, Shipped.Json).GetProperty("structures")[begun.Structures.Count - 1])
            .ToList();
        for (var i = 0; i < 40; i++)
        {
            var design = begun;
            foreach (var field in numbers)
            {
                // whole numbers too, so that counts are tried
                var wild = Math.Round(Math.Pow(10, (random.NextDouble() * 3.2) - 0.6), random.Next(2));
                var changed = random.Next(3) == 0 ? Try(design, field, wild) : design;
                design = DesignCheck.Problems(changed, Sample.Catalog).Count == 0 ? changed : design;
            }

            var plan = Sample.Plan(design);
            Assert.NotEmpty(JsonSerializer.Serialize(plan, Shipped.Json));
            Assert.All(plan.Parts, p => Assert.True(p.LengthMm > 0 && p.WidthMm > 0 && p.ThicknessMm > 0, $"{system}/{i}: {p.Id}"));
            foreach (var remedy in plan.Findings.SelectMany(f => f.Remedies).Take(6))
            {
                if (remedy.Change(design) is { } mended)
                {
                    Assert.True(DesignCheck.Problems(mended, Sample.Catalog).Count == 0, $"{system}/{i}: {remedy.Title}: "
                        + $"{string.Join("; ", DesignCheck.Problems(mended, Sample.Catalog).Select(p => p.Message))}");
                }
            }
        }
    }

    private static Design Try(Design design, string field, double value)
    {
        try
        {
            return With(design, field, value);
        }
        catch (JsonException)
        {
            // a count takes whole numbers only
            return With(design, field, Math.Round(value));
        }
    }

    [Fact]
    public void Taken_out_again_a_structure_leaves_the_edges_and_panels_as_they_were()
    {
        foreach (var system in Sample.Catalog.Systems.Where(s => s.Decision is not null))
        {
            var begun = system.Begin(Sample.Empty, Sample.Catalog)!;
            var spread = Sample.Catalog.Spread(begun);
            var without = begun with { Structures = [] };
            Assert.Equal(JsonSerializer.Serialize(without.Box, Shipped.Json), JsonSerializer.Serialize(Sample.Catalog.Spread(without)
                .Box, Shipped.Json));
            Assert.Equal(JsonSerializer.Serialize(spread, Shipped.Json), JsonSerializer.Serialize(Sample.Catalog.Spread(spread),
                Shipped.Json));
        }
    }
}
