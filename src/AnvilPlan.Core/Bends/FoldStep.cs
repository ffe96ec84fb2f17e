using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Core.Bends;

/// <summary>The work of bending a blank of sheet, once it is cut and drilled.</summary>
internal static class FoldStep
{
    public static void Add(JointDraft draft, string blankId)
    {
        if (draft.Shell.Compounds.FirstOrDefault(c => c.Id == blankId) is { } blank && blank.Features.OfType<BendLine>().ToList() is { Count: > 0 } bends)
        {
            draft.Steps.Add(new WorkStep(
                "fold/" + blank.Id, $"Bend {blank.Name.ToLowerInvariant()}: {bends.Count} {(bends.Count == 1 ? "bend" : "bends")} in the order of their numbers, after a test strip",
                draft.Shop.Rates.FoldSetUpMin + (bends.Count * draft.Shop.Rates.FoldMin), [blank.Id])
            { Stage = WorkStage.Form });
        }
    }
}
