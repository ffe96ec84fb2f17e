using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;

namespace AnvilPlan.Audit.Checks;

/// <summary>Pulled apart, no block of one thing stands in another: by the blocks of the plan and the sum of each thing's moves.</summary>
internal static class ApartChecks
{
    /// <summary>Less than this far in one another is a touch, mm.</summary>
    private const double TouchMm = 1.2;

    public static IEnumerable<Defect> Run(BuildPlan plan) => Run(plan, SolidModel.Of(plan));

    internal static IEnumerable<Defect> Run(BuildPlan plan, SolidModel model)
    {
        var gone = model.Pieces.ToLookup(p => p.Of);
        var whole = plan.Made.SelectMany(m => m.FaceIds.Concat(m.BendIds).Select(f => (f, m.Id))).ToLookup(x => x.f, x => x.Id);
        Box[] Blocks(Place of, IEnumerable<Box> body, Pose? pose) => [.. body.Select(b => gone[of].First().Moves
            .Aggregate(new Block(b, pose).Hull, (at, m) => at.Moved(m.By)).Grow(-TouchMm / 2))];
        // what leans fills less than the box about it
        var things = plan.Parts.Where(p => p.Body.Count > 0 && p.Pose is null)
            .Select(p => (Of: whole[p.Id].FirstOrDefault() ?? p.Id, Blocks: Blocks(Place.Part(p.Id), p.Body, p.Pose)))
            .Concat(plan.Devices.Where(d => d.Pose is null).Select(d => (Of: "device/" + d.Id, Blocks: Blocks(Place.Device(d.Id),
                d.Blocks, d.Pose))))
            .Concat(plan.Fittings.Select(f => (Of: f.Id, Blocks: Blocks(Place.Part(f.Id), f.Body, null)))).ToList();
        foreach (var (one, i) in things.Select((t, i) => (t, i)))
        {
            foreach (var other in things.Skip(i + 1).Where(o => o.Of != one.Of && o.Blocks.Any(b => one.Blocks.Any(b.Overlaps))))
            {
                yield return new Defect("apart-overlap", $"{one.Of} stands in {other.Of} as all is pulled apart");
            }
        }
    }
}
