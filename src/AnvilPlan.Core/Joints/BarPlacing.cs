using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>Shortens bars so that they do not run into one another.</summary>
public static class BarPlacing
{
    /// <summary>A bar shorter than this holds nothing (mm).</summary>
    public const double LeastLengthMm = 30;

    /// <summary>The bar's block without the ends that other bars already fill, along its own axis.</summary>
    public static Box Trim(Box bar, Axis along, IEnumerable<Box> others)
    {
        foreach (var other in others.Where(bar.Overlaps))
        {
            var middle = bar.Centre[along];
            bar = other.Centre[along] < middle
                ? bar with { Min = bar.Min.With(along, Math.Max(bar.Min[along], other.Max[along])) }
                : bar with { Max = bar.Max.With(along, Math.Min(bar.Max[along], other.Min[along])) };
        }

        return bar;
    }

    /// <summary>A bar as a part, drawn looking at its <paramref name="seen"/> face with u along its length.</summary>
    public static SolidPart Solid(string id, string name, PartKind kind, BarStock bar, Box box, Axis along, Direction seen,
        double nominalMm)
    {
        var u = Directions.Of(along, 1);
        var v = seen.Cross(u);
        return new SolidPart(id, name, kind, bar.MaterialId, nominalMm, box, SolidPart.FrameOf(box, u, v, false), "the " + seen.Word(),
            "the opposite face", bar.Id)
        {
            Section = bar.Shape,
            WallMm = bar.WallMm,
        };
    }
}
