using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Judging;

/// <summary>Parts, joints and holes that the tools on hand cannot make, with what could be done instead.</summary>
internal static class ToolFindings
{
    private const double DrillSlackMm = 0.05;

    public static IEnumerable<Finding> Find(PlanSoFar plan) => [.. Cuts(plan), .. Joints(plan), .. Drills(plan), .. Taps(plan)];
    private static List<Tool> Cutters(PlanSoFar plan) =>
        [.. plan.Shop.Tools.Machines.Where(t => t.Kind is ToolKind.Saw or ToolKind.Router or ToolKind.Laser)];

    private static IEnumerable<Finding> Cuts(PlanSoFar plan)
    {
        var cutters = Cutters(plan);
        foreach (var part in plan.Parts.Made.Where(m => m.Blank is SheetBlank && cutters.Count > 0).Select(m => m.Drawn))
        {
            var material = plan.Catalog.Material(part.MaterialId);
            if (cutters.Exists(t => ToolReach.Cuts(t, material, part.LengthMm, part.WidthMm, part.ThicknessMm)))
            {
                continue;
            }

            yield return Finding.Of("tool-cannot-cut", Severity.Warn,
                $"No tool on hand cuts {part.Name}: {Say.Mm(part.LengthMm)} x {Say.Mm(part.WidthMm)} x {Say.Mm(part.ThicknessMm)} mm of "
                    + $"{part.Material} ({string.Join("; ", cutters.Select(Limits))}). Have it cut outside, or take other stock.",
                [part.Id],
                new Remedy("other-stock", "Take the nearest stock that a tool on hand cuts", d => OtherStock(plan, d, part, cutters)));
        }
    }

    private static string Limits(Tool tool) =>
        $"{tool.Name} up to "
        + $"{string.Join(" x ", new[] { tool.Kind == ToolKind.Saw ? null
            : tool.LengthMm, tool.WidthMm, tool.ThicknessMm }.OfType<double>().Select(Say.Mm))} mm{(tool.Metal ? "" : ", no metal")}";

    private static Design? OtherStock(PlanSoFar plan, Design design, Part part, List<Tool> cutters)
    {
        var other = plan.Catalog.Boards
            .Where(s => cutters.Exists(t => ToolReach.Cuts(t, plan.Catalog.Material(s.MaterialId), part.LengthMm, part.WidthMm,
                s.TypicalMm)))
            .OrderBy(s => s.MaterialId == part.MaterialId ? 0 : plan.Catalog.Material(s.MaterialId)
                .Family == plan.Catalog.Material(part.MaterialId).Family ? 1 : 2)
            .ThenBy(s => Math.Abs(s.NominalMm - part.NominalMm)).ThenBy(s => s.Id, StringComparer.Ordinal);
        var candidates = other.Select(s => PanelOf(part) is { } face
            ? design.WithPanel(face, p => p with { MaterialId = s.MaterialId, NominalMm = s.NominalMm, MeasuredMm = null })
            : design.WithTray(part.Id, t => t with { MaterialId = s.MaterialId, NominalMm = s.NominalMm, MeasuredMm = null }));
        return Trial.FirstSound(plan, "tool-cannot-cut", design, candidates.Take(8));
    }

    private static Face? PanelOf(Part part) => part.Closes;

    private static IEnumerable<Finding> Joints(PlanSoFar plan)
    {
        var cutters = Cutters(plan);
        if (cutters.Count == 0)
        {
            yield break;
        }

        var saw = cutters.Exists(t => t.Kind == ToolKind.Saw);
        var groover = saw || cutters.Exists(t => t.Kind == ToolKind.Router);
        foreach (var (kinds, able, word, wants) in ((JointKind[], bool, string, string)[])
            [([JointKind.Mitre], saw, "mitred", "a saw that tilts"), ([JointKind.Rabbet, JointKind.Groove], groover, "rabbeted or grooved",
                "a saw or a router")])
        {
            var edges = plan.Design.Box.Edges.Where(e => kinds.Contains(e.Joint)).ToList();
            if (!able && edges.Count > 0)
            {
                yield return Finding.Of("tool-cannot-joint", Severity.Warn,
                    $"{edges.Count} edges are {word}, and that wants {wants}; on hand: {string.Join(", ", cutters.Select(t => t.Name))}.",
                    [.. edges.Select(e => Deck.PlaceOf(e.Id))],
                    new Remedy("butt", "Butt and glue them instead",
                        d => edges.Aggregate(d, (x, edge) => x.WithEdge(edge.Id, e => e with
                        {
                            Joint = JointKind.ButtGlued,
                            DepthMm = null
                        }))));
            }
        }
    }

    private static IEnumerable<Finding> Drills(PlanSoFar plan)
    {
        var drills = plan.Shop.Tools.DrillsMm;
        if (drills.Count == 0)
        {
            yield break;
        }

        var missing = plan.Parts.Parts.SelectMany(p => p.Features.OfType<Hole>()).Where(h => !h.Given)
            .Select(h => Math.Round(h.DiaMm, 2)).Distinct()
            .Where(dia => !drills.Any(d => Math.Abs(d - dia) <= DrillSlackMm)).Order().ToList();
        if (missing.Count > 0)
        {
            yield return Finding.Of("drill-missing", Severity.Note,
                $"No drill on hand of {string.Join(", ", missing.Select(Say.Mm))} mm: "
                    + $"{string.Join("; ", missing.Select(m => drills.Where(d => d > m).Order()
                        .Select(d => $"next above {Say.Mm(m)} is {Say.Mm(d)}").FirstOrDefault() ?? $"none above {Say.Mm(m)}"))}.",
                ["shop/drills"]);
        }
    }

    private static IEnumerable<Finding> Taps(PlanSoFar plan)
    {
        var taps = plan.Shop.Tools.Taps;
        if (taps.Count == 0)
        {
            yield break;
        }

        var tapped = plan.Parts.Parts.SelectMany(p => p.Features.OfType<Hole>().Where(h => h.Thread is not null && !taps.Contains(h.Thread))
            .Select(h => (Part: p, h.Thread))).ToList();
        if (tapped.Count > 0)
        {
            yield return Finding.Of("tap-missing", Severity.Warn,
                $"{tapped.Count} holes are tapped {string.Join(", ", tapped.Select(t => t.Thread).Distinct())} and no such tap is on "
                    + $"hand ({string.Join(", ", taps)} are). Rivet nuts, inserts or wooden bars would do without.",
                [.. tapped.Select(t => t.Part.Id).Distinct()],
                new Remedy("wooden-bars", "Carry trays on beech bars and wood screws", d => Trial.FirstSound(plan, "tap-missing", d,
                    [d with { Trays = [.. d.Trays.Select(t => t.Support == TraySupport.Rails ? t with { RailBarId = Edge.UsualBlock }
                        : t)] }])));
        }
    }
}
