using System.Text;
using System.Text.Json.Nodes;
using AnvilPlan.Audit.Checks;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Audit.Tests;

/// <summary>Files that are spoilt on purpose: each fault is seen for what it is.</summary>
public class PlantedTests
{
    private static readonly WrittenFiles Sound = WrittenFiles.Of(AuditTests.Demos.Single(d => d.Name == "Marsh listening station"), Catalog.Shipped, ShopProfile.Usual, pages: false);

    public static TheoryData<string, string, Action<JsonNode>> Faults => new()
    {
        { "a hole two millimetres off its screw", "fixing-hole", plan => Move(Hole(plan, "shell/left", "frame/left-bottom"), 2) },
        { "a clearance hole that its screw does not pass", "fixing-dia", plan => Hole(plan, "shell/left", "frame/left-bottom")["diaMm"] = 2.0 },
        { "a countersunk head on a hole without a sink", "fixing-sink", plan => Hole(plan, "shell/left", "frame/left-bottom")["sinkDiaMm"] = null },
        { "two screws through each other", "fixings-collide", plan => Fixing(plan, 1)["at"] = Fixing(plan, 0)["at"]!.DeepClone() },
        { "a hole that no fixing needs", "hole-without-fixing", plan => plan["fixings"]!.AsArray().Remove(Fixing(plan, 0)) },
        { "one screw fewer than are counted", "screw-count", plan => plan["fixings"]!.AsArray().Remove(Fixing(plan, 0)) },
        { "a hole beside its part", "hole-in-part", plan => Move(Hole(plan, "tray-1", ""), 5000) },
        { "a part without anything that holds it", "floats", plan => Where(plan["holds"]!, h => Names(h, "tray-1")).ForEach(h => plan["holds"]!.AsArray().Remove(h)) },
        { "a blank without a hole of its face", "blank-has-holes", plan => Part(plan, "wrap")["features"]!.AsArray().Remove(Where(Part(plan, "wrap")["features"]!, f => (string)f["kind"]! == "hole")[0]) },
        { "a hole of a blank that lands beside its place", "blank-folds", plan => Move(Hole(plan, "wrap", "flat/shell/right"), 0.05) },
        { "a bend of another radius", "blank-folds", plan => Bend(plan, 0)["radiusMm"] = (double)Bend(plan, 0)["radiusMm"]! + 0.1 },
        { "a bend told short", "blank-folds", plan => Bend(plan, 0)["zoneMm"] = (double)Bend(plan, 0)["zoneMm"]! - 0.1 },
        { "bends to the wrong side", "blank-mirrored", plan => Enumerable.Range(0, 2).ToList().ForEach(i => Bend(plan, i)["from"] = "seen") },
        { "a bend between faces that do not meet", "blank-bends", plan => Bend(plan, 0)["fromFace"] = "shell/top" },
        { "a screw that nobody puts in", "work-fixing", plan => Work(plan, o => o["fixings"]!.AsArray().Count > 0)["fixings"]!.AsArray().RemoveAt(0) },
        { "a thread that nobody taps", "work-thread", plan => Work(plan, o => (string)o["does"]! == "tapped")["features"]!.AsArray().RemoveAt(0) },
        { "a cable that nobody plugs", "work-device", plan => plan["work"]!["operations"]!.AsArray().Remove(Work(plan, o => (string)o["does"]! == "plugged")) },
        { "sanding when the boards are in", "work-dust", plan => MoveLast(plan, Work(plan, o => (string)o["id"]! == "finish")) },
        { "a step before what it waits for", "work-order", plan => MoveLast(plan, Work(plan, o => (string)o["does"]! == "sized")) },
        { "drilling before cutting", "work-unsized", plan => MoveLast(plan, Work(plan, o => (string)o["id"]! == "cut/wrap")) },
        { "a screw before its hole", "work-unbored", plan => MoveLast(plan, Work(plan, o => (string)o["id"]! == "drill/shell/top")) },
        { "work in no time", "work-minutes", plan => Work(plan, o => (string)o["id"]! == "finish")["minutes"] = 0 },
        { "a part that is sawn twice", "work-sized", plan => Work(plan, o => (string)o["id"]! == "groove/shell/bottom")["makes"]![0]!["done"] = "sized" },
        { "a device inside a part", "device-in-part", plan => Body(Where(plan["devices"]!, d => (string)d["id"]! == "sbc")[0], Box(Part(plan, "tray-1"))) },
    };

    [Fact]
    public void The_files_as_they_are_written_are_sound() => Assert.Empty(Checklist.Run(Sound));

    [Theory]
    [MemberData(nameof(Faults))]
    public void Each_fault_is_seen(string fault, string kind, Action<JsonNode> spoil)
    {
        var plan = JsonNode.Parse(Sound.Files["plan.json"])!;
        spoil(plan);
        var spoilt = Sound with { Files = new Dictionary<string, byte[]>(Sound.Files, StringComparer.Ordinal) { ["plan.json"] = Encoding.UTF8.GetBytes(plan.ToJsonString()) } };
        var kinds = Checklist.Run(spoilt).Select(d => d.Kind).Distinct().ToList();
        Assert.True(kinds.Contains(kind), $"{fault}: {string.Join(", ", kinds)}");
    }

    [Theory]
    [InlineData("holes.csv", "holes-csv-count")]
    [InlineData("cutlist.csv", "cutlist-has")]
    public void A_table_that_lacks_its_last_row_does_not_agree_with_the_plan(string name, string kind)
    {
        var lines = Sound.Text(name).TrimEnd('\n', '\r').Split('\n');
        var spoilt = Sound with { Files = new Dictionary<string, byte[]>(Sound.Files, StringComparer.Ordinal) { [name] = Encoding.UTF8.GetBytes(string.Join('\n', lines[..^1]) + "\n") } };
        Assert.Contains(Checklist.Run(spoilt), d => d.Kind == kind);
    }

    private static JsonNode Work(JsonNode plan, Func<JsonNode, bool> of) => Where(plan["work"]!["operations"]!, of)[0];

    private static void MoveLast(JsonNode plan, JsonNode operation)
    {
        var all = plan["work"]!["operations"]!.AsArray();
        all.Remove(operation);
        all.Add(operation);
    }

    private static List<JsonNode> Where(JsonNode list, Func<JsonNode, bool> holds) => [.. list.AsArray().Where(n => holds(n!)).Select(n => n!)];

    private static JsonNode Part(JsonNode plan, string id) => Where(plan["parts"]!, p => (string)p["id"]! == id).Single();

    /// <summary>The first hole of a part whose purpose or cause names that.</summary>
    private static JsonNode Hole(JsonNode plan, string part, string of) => Where(Part(plan, part)["features"]!, f => (string)f["kind"]! == "hole" && ((string)f["id"]!).Contains(of, StringComparison.Ordinal))[0];

    private static JsonNode Bend(JsonNode plan, int at) => Where(Part(plan, "wrap")["features"]!, f => (string)f["kind"]! == "bendLine")[at];

    private static JsonNode Fixing(JsonNode plan, int at) => Where(plan["fixings"]!, f => (string)f["kind"]! == "screw" && ((string)f["id"]!).Contains("frame/", StringComparison.Ordinal))[at];

    private static void Move(JsonNode hole, double by) => hole["at"]!["u"] = (double)hole["at"]!["u"]! + by;

    private static bool Names(JsonNode hold, string part) => hold.AsObject().Any(p => p.Value is JsonValue v && v.TryGetValue<string>(out var text) && text == part);

    private static JsonNode Box(JsonNode part) => part["body"]!.AsArray() is { Count: > 0 } body ? body[0]! : part["box"]!;

    private static void Body(JsonNode device, JsonNode box) => device["body"] = box.DeepClone();
}
