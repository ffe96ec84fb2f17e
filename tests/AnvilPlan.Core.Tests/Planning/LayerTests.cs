using System.Text.RegularExpressions;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;
using Xunit.Abstractions;

namespace AnvilPlan.Core.Tests.Planning;

/// <summary>What Core may know, held to what the compiler wrote and not to what its sources say.</summary>
public partial class LayerTests(ITestOutputHelper output)
{
    /// <summary>
    /// Files, devices, network, clock, chance without a seed, the machine's own language and time zone, processes and threads of one's own.
    /// </summary>
    [GeneratedRegex(@"^System\.(IO\.(?!(StringReader|StringWriter|TextReader|TextWriter|Stream|MemoryStream|StreamReader|InvalidDataException|EndOfStreamException)\.)|Net\.|Data\.|Console\.|Environment\.(?!get_CurrentManagedThreadId)|Diagnostics\.(Stopwatch|Process)\.|Random\.(\.ctor\(0\)|get_Shared)|Security\.Cryptography\.RandomNumberGenerator\.|TimeProvider\.|TimeZoneInfo\.|Threading\.(Thread|Timer|ThreadPool)\.|Threading\.Tasks\.Task\.(Run|Delay)|Globalization\.CultureInfo\.get_Current|DateTime(Offset)?\.(get_(Utc)?Now|get_Today|ToLocalTime)|Guid\.(NewGuid|CreateVersion7))")]
    private static partial Regex Outside();

    [Fact]
    public void Core_touches_no_file_no_network_no_clock_and_no_chance()
    {
        using var core = new CompiledCode(typeof(Planner).Assembly);
        Assert.DoesNotContain(core.Foreign(), m => Outside().IsMatch(m));
        Assert.Contains("System.Math.Sqrt(1)", core.Foreign());
    }

    [Fact]
    public void The_same_look_sees_it_where_it_is()
    {
        using var here = new CompiledCode(typeof(LayerTests).Assembly);
        var seen = here.Foreign().Where(m => Outside().IsMatch(m)).ToList();
        Assert.Contains("System.Diagnostics.Stopwatch.StartNew(0)", seen);
        Assert.Contains("System.IO.File.ReadAllText(1)", seen);
    }

    [Theory]
    [InlineData("System.DateTime.get_Now(0)")]
    [InlineData("System.DateTimeOffset.get_UtcNow(0)")]
    [InlineData("System.Random..ctor(0)")]
    [InlineData("System.IO.FileStream..ctor(2)")]
    [InlineData("System.Net.Http.HttpClient..ctor(0)")]
    [InlineData("System.Globalization.CultureInfo.get_CurrentCulture(0)")]
    [InlineData("System.Guid.NewGuid(0)")]
    public void Each_way_outside_is_known(string member) => Assert.Matches(Outside(), member);

    [Theory]
    [InlineData("System.Random..ctor(1)")]
    [InlineData("System.IO.StringWriter..ctor(1)")]
    [InlineData("System.DateTime.AddDays(1)")]
    public void What_follows_from_its_input_is_not(string member) => Assert.DoesNotMatch(Outside(), member);

    /// <summary>Lowest first; each knows its own and those before it. What stands in one line stands side by side.</summary>
    private static readonly string[][] Layers =
    [
        ["Geometry", "Places", "Quantities", "Quantities.Text", "Json", "Reckoning", "Work", "Bench", "Plastics", "Wood", "Frames"],
        ["Designs", "Catalogs", "Fasteners", "Findings", "Cuts"],
        ["Shops", "Fit", "Layout", "Cost", "Decisions", "Hardware", "Measuring", "Printing"],
        ["Parts", "Shell"],
        ["Bends", "Clearance", "Fits", "Fixings", "Loads", "Movement", "Joints", "Joints.Methods", "Mounts", "Gluing", "Order", "Checks",
            "Calculators"],
        ["Plans", "MockUps", "Figures"],
        ["Construction", "Stages", "Remedies"],
        ["Judging"],
        ["Planning"],
    ];

    [Fact]
    public void Every_namespace_knows_only_those_of_its_layer_and_below()
    {
        using var core = new CompiledCode(typeof(Planner).Assembly);
        int Layer(string name) =>
            Array.FindIndex(Layers, l => l.Contains(name.StartsWith("AnvilPlan.Core.Construction", StringComparison.Ordinal)
            ? "Construction" : name["AnvilPlan.Core.".Length..]));
        Assert.All(core.Namespaces().Where(n => n.Key.StartsWith("AnvilPlan.", StringComparison.Ordinal)), n =>
        {
            Assert.True(Layer(n.Key) >= 0, $"{n.Key} is in no layer");
            Assert.All(n.Value, used => Assert.True(Layer(used) <= Layer(n.Key), $"{n.Key} knows {used}, which is above it"));
        });
    }

    [Fact]
    public void No_namespaces_go_round_in_a_circle()
    {
        using var core = new CompiledCode(typeof(Planner).Assembly);
        var uses = core.Namespaces();
        var circle = CompiledCode.LargestCircle(uses);
        output.WriteLine($"{circle.Count} of {uses.Count}: {string.Join(", ", circle)}");
        Assert.Single(circle);
    }

    [Fact]
    public void A_circle_is_found_where_there_is_one()
    {
        Dictionary<string, HashSet<string>> uses = new()
        {
            ["a"] = ["b"],
            ["b"] = ["c"],
            ["c"] = ["b", "d"],
            ["d"] = [],
            ["e"] = ["a", "e2"],
            ["e2"] = ["e"]
        };
        Assert.Equal(["b", "c"], CompiledCode.LargestCircle(uses));
        Assert.Single(CompiledCode.LargestCircle(new Dictionary<string, HashSet<string>> { ["a"] = ["b"], ["b"] = [] }));
    }
}
