using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;

namespace AnvilPlan.Core.Findings;

/// <summary>Parts that would have to be in one place: told by the result, however each of them came about.</summary>
internal static class SolidFindings
{
    /// <summary>Less than this is fit and rounding, mm.</summary>
    private const double LeastMm = 0.03;
    private const int Points = 6;

    public static IEnumerable<Finding> Find(PlanSoFar plan)
    {
        var parts = plan.Parts.Parts.Where(p => p.Body.Count > 0).ToList();
        var grid = new BoxGrid<int>();
        foreach (var (part, i) in parts.Select((p, i) => (p, i)))
        {
            foreach (var j in grid.Near(part.Box))
            {
                var other = parts[j];
                if ((part.LeafOf is null || part.LeafOf != other.LeafOf) && Shared(part, other) is { } shared)
                {
                    yield return Finding.Of("parts-collide", Severity.Stop,
                        $"{other.Name} and {part.Name.ToLowerInvariant()} would fill the same {Say.Mm(shared.Size.X)} x {Say.Mm(shared.Size.Y)} x {Say.Mm(shared.Size.Z)} mm.", [other.Id, part.Id]);
                }
            }

            grid.Add(part.Box, i);
        }
    }

    /// <summary>The block in which both have material at some point of a grid; null when they have at none.</summary>
    private static Box? Shared(Part a, Part b)
    {
        foreach (var x in a.Body)
        {
            foreach (var y in b.Body)
            {
                var shared = x.Intersect(y);
                if (!shared.Empty && shared.Size.X > LeastMm && shared.Size.Y > LeastMm && shared.Size.Z > LeastMm && Grid(shared).Any(p => PartMaterial.Has(a, p) && PartMaterial.Has(b, p)))
                {
                    return shared;
                }
            }
        }

        return null;
    }

    private static IEnumerable<Point3> Grid(Box box)
    {
        double At(Axis axis, int i) => box.Min[axis] + 0.01 + ((box.Size[axis] - 0.02) * (i + 0.41) / Points);
        for (var i = 0; i < Points * Points * Points; i++)
        {
            yield return new Point3(At(Axis.X, i % Points), At(Axis.Y, i / Points % Points), At(Axis.Z, i / (Points * Points)));
        }
    }
}
