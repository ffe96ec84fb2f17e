using System.Text;
using System.Text.Json.Nodes;
using AnvilPlan.Audit.Checks;
using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Audit.Tests;

/// <summary>Files that are spoilt on purpose: each fault is seen for what it is.</summary>
public class PlantedTests
{
    private static readonly WrittenFiles Sound = WrittenFiles.Of(AuditTests.Demos.Single(d => d.Name == "Marsh listening station"),
        Shipped.Catalog, ShopProfile.Usual, pages: false);

    public static TheoryData<string, string, Action<JsonNode>> Faults => new()
    {
        { "a hole two millimetres off its screw", "fixing-hole", plan => Move(Hole(plan, "shell/left", "frame/left-bottom"), 2) },
        { "a clearance hole that its screw does not pass", "fixing-dia",
            plan => Hole(plan, "shell/left", "frame/left-bottom")["diaMm"] = 2.0 },
        { "a countersunk head on a hole without a sink", "fixing-sink",
            plan => Hole(plan, "shell/left", "frame/left-bottom")["sinkDiaMm"] = null },
        { "two screws through each other", "fixings-collide", plan => Fixing(plan, 1)["at"] = Fixing(plan, 0)["at"]!.DeepClone() },
        { "a hole that no fixing needs", "hole-without-fixing", plan => plan["fixings"]!.AsArray().Remove(Fixing(plan, 0)) },
        { "one screw fewer than are counted", "screw-count", plan => plan["fixings"]!.AsArray().Remove(Fixing(plan, 0)) },
        { "a hole beside its part", "hole-in-part", plan => Move(Hole(plan, "tray-1", ""), 5000) },
        { "a part without anything that holds it", "floats", plan => Where(plan["holds"]!, h => Names(h, "tray-1"))
            .ForEach(h => plan["holds"]!.AsArray().Remove(h)) },
        { "a blank without a hole of its face", "blank-has-holes", plan => Part(plan, "wrap")["features"]!.AsArray()
            .Remove(Where(Part(plan, "wrap")["features"]!, f => (string)f["kind"]! == "hole")[0]) },
        { "a hole of a blank that lands beside its place", "blank-folds", plan => Move(Hole(plan, "wrap", "flat/shell/right"), 0.05) },
        { "a bend of another radius", "blank-folds", plan => Bend(plan, 0)["radiusMm"] = (double)Bend(plan, 0)["radiusMm"]! + 0.1 },
        { "a bend told short", "blank-folds", plan => Bend(plan, 0)["zoneMm"] = (double)Bend(plan, 0)["zoneMm"]! - 0.1 },
        { "bends to the wrong side", "blank-mirrored", plan => Enumerable.Range(0, 2).ToList()
            .ForEach(i => Bend(plan, i)["from"] = "seen") },
        { "a bend between faces that do not meet", "blank-bends", plan => Bend(plan, 0)["fromFace"] = "shell/top" },
        { "a screw that nobody puts in", "work-fixing", plan => Work(plan, o => o["fixings"]!.AsArray().Count > 0)["fixings"]!.AsArray()
            .RemoveAt(0) },
        { "a thread that nobody taps", "work-thread", plan => Work(plan, o => (string)o["does"]! == "tapped")["features"]!.AsArray()
            .RemoveAt(0) },
        { "a cable that nobody plugs", "work-device", plan => plan["work"]!["operations"]!.AsArray()
            .Remove(Work(plan, o => (string)o["does"]! == "plugged")) },
        { "sanding when the boards are in", "work-dust", plan => MoveLast(plan, Work(plan, o => (string)o["id"]! == "finish")) },
        { "a step before what it waits for", "work-order", plan => MoveLast(plan, Work(plan, o => (string)o["does"]! == "sized")) },
        { "drilling before cutting", "work-unsized", plan => MoveLast(plan, Work(plan, o => (string)o["id"]! == "cut/wrap")) },
        { "a screw before its hole", "work-unbored", plan => MoveLast(plan, Work(plan, o => (string)o["id"]! == "drill/shell/top")) },
        { "work in no time", "work-minutes", plan => Work(plan, o => (string)o["id"]! == "finish")["minutes"] = 0 },
        { "a part that is sawn twice", "work-sized", plan => Work(plan, o => (string)o["id"]! == "groove/shell/bottom")["makes"]![
            0]!["done"] = "sized" },
        { "a block beside its device", "device-blocks", plan => plan["devices"]![0]!["blocks"]![0]!["max"]!["x"] = 9000.0 },
        { "a device inside a part", "device-in-part", plan => Body(Where(plan["devices"]!, d => (string)d["id"]! == "sbc")[0],
            Box(Part(plan, "tray-1"))) },
    };

    private static readonly WrittenFiles Desk = WrittenFiles.Of(AuditTests.Demos.Single(d => d.Name == "Marsh listening desk"),
        Shipped.Catalog, ShopProfile.Usual, pages: false);

    public static TheoryData<string, string, Action<JsonNode>> OfWhatLeans => new()
    {
        { "a front that is lower than its cleats", "share-volume", plan => Sunk(Part(plan, "shell/front"), 3) },
        { "a front that does not reach its cleats", "hold-touches", plan => Sunk(Part(plan, "shell/front"), -5) },
        { "a cleat that runs into the top", "share-volume", plan => Longer(Part(plan, "desk-console/cleat-left"), 40) },
        { "a side that is not sawn", "hole-in-part", plan => Begin(plan, -120) },
        { "a screw of a cleat beside its hole in the side", "fixing-hole", plan => Move(Hole(plan, "shell/left", "desk-console/left"), 2) },
        { "a panel that reaches a board on the floor", "devices-apart",
            plan => Low(Where(plan["devices"]!, d => (string)d["id"]! == "panel")[0], 150) },
        { "a screw of the panel that stands in the floor", "fixing-path",
            plan => Where(plan["fixings"]!, f => (string)f["for"]! == "panel")[0]["pieces"]![1]!["toMm"] = 150.0 },
        { "two parts said to collide that do not", "told-wrongly", plan => plan["findings"]!.AsArray()
            .Add(JsonNode.Parse("""{ "id": "parts-collide:shell/front+shell/top", "code": "parts-collide", "severity": "stop", "text": "" }""")) },
    };

    [Theory]
    [MemberData(nameof(OfWhatLeans))]
    public void Faults_of_what_leans_are_seen(string fault, string kind, Action<JsonNode> spoil) => Seen(Desk, fault, kind, spoil);

    /// <summary>Along its own axes, square to the slope.</summary>
    private static void Sunk(JsonNode part, double by)
    {
        foreach (var box in part["body"]!.AsArray().Append(part["box"]))
        {
            box!["min"]!["y"] = (double)box["min"]!["y"]! + by;
            box["max"]!["y"] = (double)box["max"]!["y"]! + by;
        }

        part["frame"]!["origin"]!["y"] = (double)part["frame"]!["origin"]!["y"]! + by;
    }

    private static void Longer(JsonNode part, double by)
    {
        foreach (var box in part["body"]!.AsArray().Append(part["box"]))
        {
            box!["max"]!["z"] = (double)box["max"]!["z"]! + by;
        }

        part["lengthMm"] = (double)part["lengthMm"]! + by;
    }

    /// <summary>The cut begins lower on both sides: it takes what the screws of the cleats go through.</summary>
    private static void Begin(JsonNode plan, double by)
    {
        foreach (var id in (string[])["shell/left", "shell/right"])
        {
            var cut = Where(Part(plan, id)["features"]!, f => (string)f["kind"]! == "trim")[0];
            foreach (var end in (string[])["begin", "end"])
            {
                cut[end]!["v"] = (double)cut[end]!["v"]! + by;
            }
        }
    }

    private static void Low(JsonNode device, double by)
    {
        foreach (var box in device["blocks"]!.AsArray().Append(device["body"]))
        {
            box!["max"]!["y"] = (double)box["max"]!["y"]! + by;
        }
    }

    [Fact]
    public void The_files_as_they_are_written_are_sound() => Assert.Empty(Checklist.Run(Sound).Concat(Checklist.Run(Desk)));

    [Theory]
    [MemberData(nameof(Faults))]
    public void Each_fault_is_seen(string fault, string kind, Action<JsonNode> spoil) => Seen(Sound, fault, kind, spoil);

    private static void Seen(WrittenFiles sound, string fault, string kind, Action<JsonNode> spoil)
    {
        var plan = JsonNode.Parse(sound.Files["plan.json"])!;
        spoil(plan);
        var spoilt = sound with
        {
            Files = new Dictionary<string, byte[]>(sound.Files, StringComparer.Ordinal)
            { ["plan.json"] = Encoding.UTF8.GetBytes(plan.ToJsonString()) }
        };
        var kinds = Checklist.Run(spoilt).Select(d => d.Kind).Distinct().ToList();
        Assert.True(kinds.Contains(kind), $"{fault}: {string.Join(", ", kinds)}");
    }

    [Theory]
    [InlineData("holes.csv", "holes-csv-count")]
    [InlineData("cutlist.csv", "cutlist-has")]
    public void A_table_that_lacks_its_last_row_does_not_agree_with_the_plan(string name, string kind)
    {
        var lines = Sound.Text(name).TrimEnd('\n', '\r').Split('\n');
        var spoilt = Sound with
        {
            Files = new Dictionary<string, byte[]>(Sound.Files, StringComparer.Ordinal)
            { [name] = Encoding.UTF8.GetBytes(string.Join('\n', lines[..^1]) + "\n") }
        };
        Assert.Contains(Checklist.Run(spoilt), d => d.Kind == kind);
    }

    private static JsonNode Work(JsonNode plan, Func<JsonNode, bool> of) => Where(plan["work"]!["operations"]!, of)[0];

    private static void MoveLast(JsonNode plan, JsonNode operation)
    {
        var all = plan["work"]!["operations"]!.AsArray();
        all.Remove(operation);
        all.Add(operation);
    }

    private static List<JsonNode> Where(JsonNode list, Func<JsonNode, bool> holds) =>
        [.. list.AsArray().Where(n => holds(n!)).Select(n => n!)];

    private static JsonNode Part(JsonNode plan, string id) => Where(plan["parts"]!, p => (string)p["id"]! == id).Single();

    /// <summary>The first hole of a part whose purpose or cause names that.</summary>
    private static JsonNode Hole(JsonNode plan, string part, string of) =>
        Where(Part(plan, part)["features"]!, f => (string)f["kind"]! == "hole" && ((string)f["id"]!)
        .Contains(of, StringComparison.Ordinal))[0];

    private static JsonNode Bend(JsonNode plan, int at) =>
        Where(Part(plan, "wrap")["features"]!, f => (string)f["kind"]! == "bendLine")[at];

    private static JsonNode Fixing(JsonNode plan, int at) =>
        Where(plan["fixings"]!, f => (string)f["kind"]! == "screw" && ((string)f["id"]!).Contains("frame/", StringComparison.Ordinal))[at];

    private static void Move(JsonNode hole, double by) => hole["at"]!["u"] = (double)hole["at"]!["u"]! + by;

    private static bool Names(JsonNode hold, string part) =>
        hold.AsObject().Any(p => p.Value is JsonValue v && v.TryGetValue<string>(out var text) && text == part);

    private static JsonNode Box(JsonNode part) => part["body"]!.AsArray() is { Count: > 0 } body ? body[0]! : part["box"]!;

    private static void Body(JsonNode device, JsonNode box) =>
        (device["body"], device["blocks"]) = (box.DeepClone(), new JsonArray(box.DeepClone()));
}
