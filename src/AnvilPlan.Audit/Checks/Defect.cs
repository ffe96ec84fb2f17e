using AnvilPlan.Audit.Written;

namespace AnvilPlan.Audit.Checks;

/// <summary>Something that a shop would run into when it builds from the files.</summary>
/// <param name="Kind">One word for what is wrong: defects are counted by it.</param>
public sealed record Defect(string Kind, string Text);

/// <summary>All checks of one written plan.</summary>
public static class Checklist
{
    /// <summary>Geometry is judged only where the plan says that it can be built; that the files tell the same, always.</summary>
    public static IReadOnlyList<Defect> Run(WrittenFiles files)
    {
        var plan = WrittenPlan.Read(files.Files["plan.json"]);
        List<PartSolid> solids = [.. plan.Parts.Select(p => new PartSolid(p, files.Catalog))];
        return
        [
            .. FileChecks.Run(plan, solids, files),
            .. WorkChecks.Run(plan, files),
            .. DrawingChecks.Run(files),
            .. PartChecks.ToldWrongly(plan, solids),
            .. plan.ShapeStopped ? [] : (IEnumerable<Defect>)[.. PartChecks.Run(plan, solids), .. HoleChecks.Run(solids),
                .. FixingChecks.Run(plan, solids), .. PatternChecks.Run(plan, solids, files), .. ViewChecks.Run(plan, solids, files),
                .. FoldBack.Run(plan), .. ApartChecks.Run(files.Plan)],
        ];
    }
}
