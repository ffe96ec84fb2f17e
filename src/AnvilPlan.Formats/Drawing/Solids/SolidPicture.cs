using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Formats.Drawing.Solids;

/// <summary>What a facet is made of, as far as the eye tells it.</summary>
public enum Stuff
{
    Wood,
    Board,
    Metal,
    Clear,
    Plastic,

    /// <summary>Laid down layer on layer.</summary>
    Print,
    Device,

    /// <summary>A connector or control of a device.</summary>
    Port,

    /// <summary>Screws, nuts, standoffs.</summary>
    Steel,

    /// <summary>The mouth of what goes into something.</summary>
    Hollow,
}

/// <summary>A flat area of something solid. mm of the picture, v upwards.</summary>
/// <param name="Of">The part or device.</param>
/// <param name="Light">How much light falls on it: 1 = all.</param>
/// <param name="Rim">Counter-clockwise.</param>
public sealed record Facet(
    Place Of, Stuff Stuff, double Light, IReadOnlyList<Uv> Rim, IReadOnlyList<IReadOnlyList<Uv>> Inside)
{
    /// <summary>Stretches of the rim, by the corner that they begin at, over which something round goes on: not drawn.</summary>
    public IReadOnlyList<int> Soft { get; init; } = [];
}

/// <summary>
/// A thing as it stands before the eye, in parallel projection: the facets of which something is seen, the farthest first, so that they
/// are painted over one another. Lengths along the picture are true.
/// </summary>
public sealed record SolidPicture(Uv Min, Uv Max, IReadOnlyList<Facet> Facets)
{
    /// <summary>Less of a facet than this is not seen, mm².</summary>
    private const double SpeckMm2 = 1;

    /// <param name="shown">The parts that stand in their place; null = all.</param>
    public static SolidPicture Of(BuildPlan plan, Func<Part, bool>? shown = null) =>
        Of(Prisms.Of(plan, shown ?? (_ => true)), Eye.FrontRight);

    internal static SolidPicture Of(IEnumerable<Prism> prisms, Eye eye)
    {
        var facets = Seen([.. SightOrder.FarthestFirst([.. prisms], eye).SelectMany(p => p.Facets(eye))]);
        return facets.Count == 0
            ? new SolidPicture(default, default, [])
            : new SolidPicture(
                new(facets.Min(f => f.Rim.Min(p => p.U)), facets.Min(f => f.Rim.Min(p => p.V))),
                new(facets.Max(f => f.Rim.Max(p => p.U)), facets.Max(f => f.Rim.Max(p => p.V))),
                [.. facets.Select(f => f with { Rim = Tenths(f.Rim), Inside = [.. f.Inside.Select(Tenths)] })]);
    }

    /// <summary>Without those that what stands before them hides.</summary>
    private static List<Facet> Seen(IReadOnlyList<Facet> facets)
    {
        var (cover, seen) = (FlatGeometry.Nothing, new List<Facet>());
        foreach (var facet in facets.Reverse())
        {
            var area = FlatGeometry.Area(facet.Rim, facet.Inside);
            if (!area.IsValid || FlatGeometry.Less(area, cover).Area <= SpeckMm2)
            {
                continue;
            }

            seen.Add(facet);
            if (facet.Stuff != Stuff.Clear)
            {
                cover = FlatGeometry.Both(cover, area);
            }
        }

        seen.Reverse();
        return seen;
    }

    private static Uv[] Tenths(IReadOnlyList<Uv> points) => [.. points.Select(p => new Uv(Math.Round(p.U, 1), Math.Round(p.V, 1)))];
}
