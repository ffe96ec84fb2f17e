using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Judging;

/// <summary>Whether every part is held by something that leads to the rest.</summary>
internal static class HoldFindings
{
    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var parts = plan.Parts.Parts;
        var near = plan.Joints.Holds.Concat(plan.Mounts.Holds).SelectMany(h => ((string, string)[])[(h.PartA, h.PartB), (h.PartB, h.PartA)])
            .Concat(parts.Where(p => p.LeafOf is not null).SelectMany(p => ((string, string)[])[(p.Id, p.LeafOf!), (p.LeafOf!, p.Id)]))
            .ToLookup(x => x.Item1, x => x.Item2, StringComparer.Ordinal);
        var groups = new List<List<string>>();
        var seen = new HashSet<string>(StringComparer.Ordinal);
        foreach (var part in parts.Where(p => seen.Add(p.Id)))
        {
            var group = new List<string> { part.Id };
            for (var i = 0; i < group.Count; i++)
            {
                group.AddRange(near[group[i]].Where(seen.Add));
            }

            groups.Add(group);
        }

        foreach (var group in groups.OrderByDescending(g => g.Count).Skip(1))
        {
            // plates without support have a finding of their own, with its remedies
            if (group.Count == 1 && plan.Design.Trays.Any(t => t.Id == group[0]))
            {
                continue;
            }

            var names = group.Select(id => plan.Parts.Find(id)?.Name ?? id).ToList();
            yield return new Finding(
                $"part-floats:{group[0]}", "part-floats", Severity.Stop,
                $"{names[0]}{(names.Count > 1 ? $" and {names.Count - 1} more parts" : "")} hang in the air: none of the "
                    + $"{plan.Joints.Holds.Count} joints and fixings ties {(names.Count > 1 ? "them" : "it")} to the rest.",
                [.. group.Select(Place.Part)], [])
            { Alike = new Alike("floats", names[0]) };
        }
    }
}
