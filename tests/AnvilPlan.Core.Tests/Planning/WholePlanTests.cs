using System.Text.Json;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Loads;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Planning;

/// <summary>
/// What holds for every plan: of the workshop's demos and of each way to build as one begins with it. The parts of a plan agree with
/// one another, whoever made them.
/// </summary>
public class WholePlanTests
{
    public static TheoryData<string> All =>
    [
        .. Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "Data", "demo"), "*.json")
            .Select(f => "demo/" + Path.GetFileNameWithoutExtension(f)).Order(),
        .. Sample.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key),
    ];

    private static Design Of(string name) => name.StartsWith("demo/", StringComparison.Ordinal)
        ? JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Data", name + ".json")))
            .RootElement.GetProperty("design").Deserialize<Design>(Shipped.Json)!
        : Sample.Catalog.Systems.Single(s => s.Key == name).Begin(Sample.WithTray, Sample.Catalog)!;

    [Theory]
    [MemberData(nameof(All))]
    public void The_same_design_gives_the_same_plan_byte_for_byte(string name) =>
        Assert.Equal(JsonSerializer.Serialize(Sample.Plan(Of(name)), Shipped.Json), JsonSerializer.Serialize(Sample.Plan(Of(name)),
            Shipped.Json));

    [Theory]
    [MemberData(nameof(All))]
    public void Whatever_names_a_part_names_one_that_is_there(string name)
    {
        var plan = Sample.Plan(Of(name));
        var parts = plan.Parts.Select(p => p.Id).ToHashSet();
        Assert.All(plan.Holds, h => Assert.True(parts.Contains(h.PartA) && parts.Contains(h.PartB), $"{h.PartA}, {h.PartB}"));
        Assert.All(plan.Glue.Stages.SelectMany(s => s.PieceIds), p => Assert.Contains(p, parts));
        Assert.All(plan.Movement.Parts, p => Assert.Contains(p.PartId, parts));
        Assert.All(plan.Meetings.SelectMany(m => m.Places), p => Assert.True(parts.Contains(p.Id) || p.Kind == PlaceKind.Device,
            p.ToString()));
        Assert.All(plan.Loads, l => Assert.True(parts.Contains(l.Place.Id) || l.Place.Kind == PlaceKind.Device, l.Place.ToString()));
        Assert.All(plan.Layouts.SelectMany(l => l.Boards), b => Assert.Contains(b.PartId, parts));
        Assert.All(plan.Parts.Where(p => p.LeafOf is not null), p => Assert.Contains(p.LeafOf!, parts));
        Assert.Equal(plan.Findings.Count, plan.Findings.Select(f => f.Id).Distinct().Count());
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Each_glued_piece_is_set_once_and_each_go_can_be_begun(string name)
    {
        var plan = Sample.Plan(Of(name));
        var pieces = plan.Glue.Stages.SelectMany(s => s.PieceIds).ToList();
        Assert.Equal(pieces.Count, pieces.Distinct().Count());
        var whole = plan.Parts.ToDictionary(p => p.Id, p => p.LeafOf ?? p.Id);
        var glued = plan.Holds.Where(h => h.By == HoldBy.Glue && Wooden(plan, h.PartA) && Wooden(plan, h.PartB)
            && whole[h.PartA] != whole[h.PartB]).ToList();
        Assert.Equal(glued.SelectMany(h => (string[])[whole[h.PartA], whole[h.PartB]]).Distinct().Order(StringComparer.Ordinal),
            pieces.Order(StringComparer.Ordinal));
        Assert.Equal(glued.Select(h => (h.PartA, h.PartB, h.Place)).Distinct().Count(), plan.Glue.Stages.Sum(s => s.Joints));
        Assert.All(plan.Glue.Stages, s => Assert.True(s.Minutes > 0 && s.PieceIds.Count > 0));
        Assert.All(plan.Glue.Stages.SelectMany(s => s.Clamps), c => Assert.True(c.Count >= 1 && c.OpensMm > 0));
        Assert.All(plan.Glue.Squares, s => Assert.InRange(s.Stage, 1, plan.Glue.Stages.Count));
    }

    private static bool Wooden(BuildPlan plan, string part) => Sample.Catalog.Material(plan.Part(part).MaterialId).Wood;

    [Theory]
    [MemberData(nameof(All))]
    public void Stacks_and_loads_are_sums_of_what_they_show(string name)
    {
        var plan = Sample.Plan(Of(name));
        foreach (var m in plan.Meetings)
        {
            Assert.Equal(m.GapMm, m.Terms.Sum(t => t.Sign * t.NominalMm), 0.01);
            Assert.Equal(m.WorstMm, m.Terms.Sum(t => t.PlusMinusMm), 0.01);
            Assert.True(m.RssMm <= m.WorstMm + 1e-9 && m.RssMm >= m.Terms.Max(t => t.PlusMinusMm) - 1e-3, m.What);
            Assert.Equal(!m.Closes, plan.Findings.Any(f => f.Code == "fit-binds" && f.Text.StartsWith(m.What, StringComparison.Ordinal)));
        }

        Assert.Equal(plan.Loads.Where(l => !l.Holds).Select(l => l.Place).Distinct().Order(),
            plan.Findings.Where(f => f.Code is "board-sags" or "hold-weak").Select(f => f.Places[0]).Distinct().Order());
        Assert.All(plan.Loads, l => Assert.True(l.Value >= 0 && l.Limit >= 0 && (l.Kind != LoadKind.Sag || l.Limit > 0), l.What));
    }

    [Theory]
    [MemberData(nameof(All))]
    public void A_part_is_as_large_as_what_it_fills_and_no_heavier(string name)
    {
        var plan = Sample.Plan(Of(name));
        foreach (var part in plan.Parts.Where(p => p.Body.Count > 0 && p.Print is null))
        {
            Assert.All(part.Body, b => Assert.True(b.Intersect(part.Box).VolumeMm3 >= b.VolumeMm3 - 0.5, part.Id));
            var most = part.Box.VolumeMm3 * Sample.Catalog.Material(part.MaterialId).DensityKgPerM3 * 1e-6;
            Assert.True(part.MassG <= most + 0.01, $"{part.Id}: {part.MassG} g in a box of {most} g");
        }
    }
}
