using System.Globalization;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Joints;

/// <summary>The work of bending a blank of sheet, once it is cut and drilled.</summary>
internal static class FoldStep
{
    public static void Add(JointDraft draft, string blankId)
    {
        if (draft.Shell.Compounds.FirstOrDefault(c => c.Id == blankId) is { } blank && blank.Features.OfType<BendLine>()
            .ToList() is { Count: > 0 } bends)
        {
            draft.Work.Add(new Operation(
                "fold/" + blank.Id, $"Bend {blank.Name.ToLowerInvariant()}: {bends.Count} {(bends.Count == 1 ? "bend" : "bends")} in the "
                    + $"order of their numbers, after a test strip",
                draft.Shop.Rates.FoldSetUpMin + (bends.Count * draft.Shop.Rates.FoldMin), [new(Done.Formed, blank.Id)], [blank.Id])
            {
                Tool = "folder, or vice with bars",
                Setting = string.Join("; ",
                    bends.GroupBy(b => string.Create(CultureInfo.InvariantCulture, $"{b.AngleDeg:0.##}° at radius {b.RadiusMm:0.##}"))
                    .Select(g => $"{g.Count()} of {g.Key}")),
                HoldPoint = "Every hole is in it, reliefs too, burrs off; a strip of the same sheet gives the angle after it springs back.",
                Caution = "Fingers and edges: hands stay off the clamping bar.",
            });
        }
    }
}
