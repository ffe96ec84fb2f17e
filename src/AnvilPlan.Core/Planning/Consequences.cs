using AnvilPlan.Core.Decisions;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Core.Planning;

/// <summary>What one plan has that the other has not: the effect of an edit, or of a remedy before it is taken.</summary>
/// <param name="PartsChanged">Parts whose fingerprint differs.</param>
public sealed record Consequences(
    IReadOnlyList<TallyShift> Shifts, IReadOnlyList<string> PartsAdded, IReadOnlyList<string> PartsRemoved,
        IReadOnlyList<string> PartsChanged,
    IReadOnlyList<FindingLine> FindingsGained, IReadOnlyList<FindingLine> FindingsLost)
{
    /// <summary>Names of made parts that were worked on already and change with it, or go.</summary>
    public required IReadOnlyList<string> WorkLost { get; init; }

    /// <summary>What the parts that are told here by their ids are called.</summary>
    public required IReadOnlyDictionary<string, string> PartNames { get; init; }

    public static Consequences Between(BuildPlan before, BuildPlan after)
    {
        var old = before.Parts.ToDictionary(p => p.Id, p => p.Fingerprint, StringComparer.Ordinal);
        var now = after.Parts.ToDictionary(p => p.Id, p => p.Fingerprint, StringComparer.Ordinal);
        IReadOnlyList<string> added = [.. now.Keys.Where(k => !old.ContainsKey(k))],
            removed = [.. old.Keys.Where(k => !now.ContainsKey(k))],
            changed = [.. now.Where(p => old.TryGetValue(p.Key, out var was) && was != p.Value).Select(p => p.Key)];
        return new Consequences([.. Shift(before.Tally, after.Tally)], added, removed, changed, Missing(after, before),
            Missing(before, after))
        {
            WorkLost = WorkLostBy(before, after),
            PartNames = after.Parts.Concat(before.Parts).DistinctBy(p => p.Id).IntersectBy([.. added, .. removed, .. changed], p => p.Id)
                .ToDictionary(p => p.Id, p => p.Name, StringComparer.Ordinal),
        };
    }

    /// <summary>The same alone: how much of what is made a change would spoil.</summary>
    public static IReadOnlyList<string> WorkLostBy(BuildPlan before, BuildPlan after)
    {
        var now = after.Made.ToDictionary(m => m.Id, m => m.Fingerprint, StringComparer.Ordinal);
        return [.. before.Made.Where(m => m.Drawn.Begun && now.GetValueOrDefault(m.Id) != m.Fingerprint).Select(m => m.Name)];
    }

    private static List<FindingLine> Missing(BuildPlan from, BuildPlan inPlan)
    {
        var there = inPlan.Findings.SelectMany(f => f.Members).ToHashSet(StringComparer.Ordinal);
        return [.. from.Findings.Where(f => f.Members.Any(m => !there.Contains(m))).Select(f => new FindingLine(f.Id, f.Severity, f.Text))];
    }

    private static IEnumerable<TallyShift> Shift(Tally a, Tally b) => new TallyShift[]
    {
        new("widthMm", a.WidthMm, b.WidthMm), new("depthMm", a.DepthMm, b.DepthMm), new("heightMm", a.HeightMm, b.HeightMm),
        new("volumeL", a.VolumeL, b.VolumeL), new("massG", a.MassG, b.MassG), new("parts", a.Parts, b.Parts),
            new("holes", a.Holes, b.Holes), new("sheets", a.Sheets, b.Sheets),
        new("sheetUse", a.SheetUse, b.SheetUse), new("costCents", a.CostCents, b.CostCents), new("hours", a.Hours, b.Hours),
            new("heatW", a.HeatW, b.HeatW),
        new("stops", a.Stops, b.Stops), new("warns", a.Warns, b.Warns), new("notes", a.Notes, b.Notes),
    }.Where(s => Math.Abs(s.To - s.From) > 1e-9);
}

/// <summary>A figure of the tally that moved.</summary>
public sealed record TallyShift(string Key, double From, double To);

public sealed record FindingLine(string Id, Severity Severity, string Text);
