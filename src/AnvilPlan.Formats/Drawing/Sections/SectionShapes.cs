using System.Runtime.CompilerServices;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Formats.Drawing.Solids;
using NetTopologySuite.Geometries;

namespace AnvilPlan.Formats.Drawing.Sections;

/// <summary>Where something stands to the plane of a section.</summary>
internal enum Standing
{
    Behind,
    Cut,

    /// <summary>Between the viewer and the plane: a device there is told by a dashed line, parts are taken away.</summary>
    Before,
}

/// <summary>What is seen of a part or a device, mm in the plane of the drawing.</summary>
/// <param name="Of">Null = neither: a standoff, a fitting, a foot.</param>
/// <param name="Near">How far towards the viewer it reaches.</param>
internal sealed record Shape(Place? Of, Stuff Stuff, Standing Standing, double Near, Silhouette Area);

/// <summary>
/// An enclosure cut by a plane: what the plane passes is cut there exactly (slots, holes and hollows show), what lies behind it is seen
/// behind, parts before it are taken away.
/// </summary>
/// <param name="plane">Of the drawing.</param>
/// <param name="atMm">How far towards the viewer it is cut.</param>
internal sealed class SectionShapes(Frame plane, double atMm)
{
    /// <summary>What is thinner beyond the plane is not cut by it, mm.</summary>
    private const double SlackMm = 0.01;

    private const double SpeckMm2 = 0.01;

    private static readonly ConditionalWeakTable<BuildPlan, IReadOnlyList<Prism>> Solids = [];

    public IReadOnlyList<Shape> Of(BuildPlan plan)
    {
        // the three views of a plan, and what is chosen in them, have the same solids
        var prisms = Solids.GetValue(plan, p => [.. Prisms.Of(p, _ => true)]);
        var devices = plan.Devices.Select(d => Place.Device(d.Id)).ToHashSet();
        var shapes = new List<Sight>();
        foreach (var prism in prisms)
        {
            shapes.AddRange(devices.Contains(prism.Of) ? [Device(prism)] : Part(prism, prism.Of));
        }

        shapes.AddRange(plan.Fittings.SelectMany(f => f.Body).Concat(Standoffs(plan)).Select(b => Prisms.Of(default, Stuff.Metal, b, null))
            .Concat(LeaningStandoffs(plan)).SelectMany(p => Part(p, null)));
        // several blocks of one thing have one outline
        return [.. shapes.Where(s => s.Area.Area > SpeckMm2).GroupBy(s => (s.Of, s.Stuff, s.Standing, Alone: s.Of is null ? s : null))
            .Select(g => new Shape(g.Key.Of, g.Key.Stuff, g.Key.Standing, g.Max(s => s.Near),
                new Silhouette(g.Select(s => s.Area).Aggregate(FlatGeometry.Both))))];
    }

    /// <summary>A shape before its blocks are one.</summary>
    private sealed record Sight(Place? Of, Stuff Stuff, Standing Standing, double Near, Geometry Area);

    private static IEnumerable<Box> Standoffs(BuildPlan plan) => plan.Fixings.Where(f => f.Pose is null).SelectMany(Columns);

    private static IEnumerable<Prism> LeaningStandoffs(BuildPlan plan) => plan.Fixings.Where(f => f.Pose is not null)
        .SelectMany(f => Columns(f).Select(b => Prisms.Of(default, Stuff.Metal, b, f.Pose)));

    private static IEnumerable<Box> Columns(Fixing fixing) => fixing.Pieces.Where(p => p.Kind == PieceKind.Standoff)
        .Select(p => Box.Between(fixing.At + (fixing.Axis.Vector() * p.FromMm), fixing.At + (fixing.Axis.Vector() * p.ToMm))
            .Across(fixing.Axis.Axis(), p.DiaMm / 2));

    private Sight Device(Prism prism)
    {
        var (low, high) = Heights(prism);
        return new(prism.Of, prism.Stuff, low > atMm - SlackMm ? Standing.Before : high > atMm + SlackMm ? Standing.Cut : Standing.Behind,
            Math.Min(high, atMm), Outline(prism, double.MaxValue));
    }

    private IEnumerable<Sight> Part(Prism prism, Place? of)
    {
        var (low, high) = Heights(prism);
        if (low > atMm - SlackMm)
        {
            yield break;
        }

        yield return new(of, prism.Stuff, Standing.Behind, Math.Min(high, atMm), Outline(prism, atMm));
        if (high > atMm + SlackMm)
        {
            yield return new(of, prism.Stuff, Standing.Cut, atMm, Section(prism));
        }
    }

    private (double Low, double High) Heights(Prism prism)
    {
        var heights = Corners(prism).Select(plane.HeightOf).ToList();
        return (heights.Min(), heights.Max());
    }

    private static IEnumerable<Point3> Corners(Prism prism) => prism.Rim.Concat(prism.Rim.Select(p => p + prism.Through));

    private Point3 Normal => plane.Normal.Vector();

    private bool FaceOn(Prism prism) => Math.Abs(Normal.Dot(prism.Through)) > (1 - 1e-9) * prism.Through.Length;

    /// <summary>What is seen of it up to that height.</summary>
    private Geometry Outline(Prism prism, double uptoMm)
    {
        if (FaceOn(prism))
        {
            return FlatGeometry.Area([.. prism.Rim.Select(plane.ToPlane)]);
        }

        var below = Corners(prism).Where(p => plane.HeightOf(p) <= uptoMm + SlackMm);
        return FlatGeometry.Hull(below.Concat(Crossings(prism, uptoMm)).Select(plane.ToPlane));
    }

    /// <summary>Where its edges pass a plane.</summary>
    private IEnumerable<Point3> Crossings(Prism prism, double mm)
    {
        for (var i = 0; i < prism.Rim.Count; i++)
        {
            var (a, b) = (prism.Rim[i], prism.Rim[(i + 1) % prism.Rim.Count]);
            foreach (var (from, to) in ((Point3, Point3)[])[(a, b), (a + prism.Through, b + prism.Through), (a, a + prism.Through)])
            {
                if (Crossing(from, to, mm) is { } at)
                {
                    yield return at;
                }
            }
        }
    }

    private Point3? Crossing(Point3 a, Point3 b, double mm)
    {
        var (low, high) = (plane.HeightOf(a) - mm, plane.HeightOf(b) - mm);
        return low > 0 == high > 0 ? null : a + ((b - a) * (low / (low - high)));
    }

    /// <summary>
    /// The cut itself: of a sheet that stands square to the plane the stretches between even and odd crossings of its rims, each as thick
    /// as it is; of one that lies in it the sheet; of what leans the hull of its crossed edges.
    /// </summary>
    private Geometry Section(Prism prism)
    {
        if (FaceOn(prism))
        {
            return FlatGeometry.Area([.. prism.Rim.Select(plane.ToPlane)],
                [.. prism.Inside.Select(r => (IReadOnlyList<Uv>)[.. r.Select(plane.ToPlane)])]);
        }

        if (Math.Abs(Normal.Dot(prism.Through)) > 1e-9 * prism.Through.Length)
        {
            return FlatGeometry.Hull(Crossings(prism, atMm).Select(plane.ToPlane));
        }

        var along = Normal.Cross(prism.Through);
        var cuts = prism.Inside.Prepend(prism.Rim)
            .SelectMany(r => Enumerable.Range(0, r.Count).Select(i => Crossing(r[i], r[(i + 1) % r.Count], atMm)))
            .OfType<Point3>().OrderBy(p => p.Dot(along)).ToList();
        var area = FlatGeometry.Nothing;
        for (var i = 0; i + 1 < cuts.Count; i += 2)
        {
            area = FlatGeometry.Both(area, FlatGeometry.Hull(((Point3[])[cuts[i], cuts[i + 1], cuts[i] + prism.Through,
                cuts[i + 1] + prism.Through]).Select(plane.ToPlane)));
        }

        return area;
    }
}
