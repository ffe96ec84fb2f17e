using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;

namespace AnvilPlan.Audit.Checks;

/// <summary>
/// Folds each blank by its own bend lines, as a brake would, and looks whether its holes and openings, and the middles of its outermost
/// faces, come to lie to one another as those
/// of its faces do in space. Only the blank's lines, zones, radii and angles are used: nothing of how it was unfolded, nor where it
/// stands.
/// </summary>
public static class FoldBack
{
    private const double NearMm = 0.01;

    public static IEnumerable<Defect> Run(WrittenPlan plan) => plan.Parts.Where(p => p.Kind == PartKind.Blank)
        .SelectMany(b => Of(b, [.. plan.Parts.Where(p => p.LeafOf == b.Id)]));

    /// <summary>The defects of one blank with its faces.</summary>
    public static IEnumerable<Defect> Of(Part blank, IReadOnlyList<Part> faces)
    {
        var bends = blank.Features.OfType<BendLine>().ToDictionary(b => b.ToFace, StringComparer.Ordinal);
        var still = bends.Values.Select(b => b.FromFace).Where(f => !bends.ContainsKey(f)).Distinct(StringComparer.Ordinal).Count();
        if (still != 1)
        {
            yield return new Defect("blank-bends", $"{blank.Id}: its bends leave {still} faces lying still, not one");
            yield break;
        }

        var points = new List<(string Id, Point3 Folded, Point3 There)>();
        foreach (var face in faces)
        {
            foreach (var feature in face.Features.Where(f => f is Hole or Opening))
            {
                if (blank.Features.FirstOrDefault(f => f.Id == $"flat/{face.Id}/{feature.Id}") is { } flat)
                {
                    // in the middle of the sheet: both faces have that point
                    points.Add(($"{face.Id} {feature.Id}", Folded(At(flat), Way(face.Id, bends), blank.ThicknessMm),
                        Axes.OutOf(face.Pose, face.Frame.ToSpace(At(feature), -face.ThicknessMm / 2))));
                }
            }
        }

        points.AddRange(faces.Where(f => bends.ContainsKey(f.Id)).Select(f => Middle(f, blank, bends))
            .OfType<(string, Point3, Point3)>());

        // all against a few that lie well apart is as good as all against all
        foreach (var from in Apart(points))
        {
            foreach (var to in points)
            {
                var off = Math.Abs(Length(from.Folded - to.Folded) - Length(from.There - to.There));
                if (off > NearMm)
                {
                    yield return new Defect("blank-folds", $"{blank.Id}: folded, {to.Id} lies {off:0.###} mm nearer to or farther from "
                        + $"{from.Id} than it should");
                    yield break;
                }
            }
        }

        if (Apart(points) is { Count: 4 } four && Volume(four, p => p.Folded) * Volume(four, p => p.There) < 0)
        {
            yield return new Defect("blank-mirrored", $"{blank.Id}: it is folded to the other side");
        }
    }

    /// <summary>
    /// The middle of a face that ends at its rims: it begins where its bend ends, and is as wide as the bend is long. Null for others.
    /// </summary>
    private static (string Id, Point3 Folded, Point3 There)? Middle(Part face, Part blank, Dictionary<string, BendLine> bends)
    {
        var bend = bends[face.Id];
        var (start, end) = (bend.Start, bend.End);
        var width = start.DistanceTo(end);
        var along = Math.Abs(face.LengthMm - width) < NearMm;
        if (bends.Values.Any(b => b.FromFace == face.Id) || (!along && Math.Abs(face.WidthMm - width) > NearMm))
        {
            return null;
        }

        var wide = along ? face.WidthMm : face.LengthMm;
        var (line, rim) = bend.AlongV ? (start.U, blank.LengthMm) : (start.V, blank.WidthMm);
        // it ends where the blank does, on one side of its line or the other
        var off = ((bend.ZoneMm / 2) + wide) is var far && Math.Abs(rim - line - far) < Math.Abs(line - far) ? 1 : -1;
        var deep = off * ((bend.ZoneMm / 2) + (wide / 2));
        var middle = new Uv((start.U + end.U) / 2, (start.V + end.V) / 2) + (bend.AlongV ? new Uv(deep, 0) : new Uv(0, deep));
        return ($"middle of {face.Id}", Folded(middle, Way(face.Id, bends), blank.ThicknessMm), Axes.OutOf(face.Pose, face.Box.Centre));
    }

    private static Uv At(Feature feature) => feature is Hole h ? h.At : ((Opening)feature).At;

    /// <summary>The bends between the face that lies still and another, from the first on.</summary>
    private static List<BendLine> Way(string face, Dictionary<string, BendLine> bends)
    {
        var way = new List<BendLine>();
        for (var at = face; bends.TryGetValue(at, out var bend) && way.Count < bends.Count; at = bend.FromFace)
        {
            way.Insert(0, bend);
        }

        return way;
    }

    /// <summary>
    /// Where the middle of the sheet at a point of the blank comes to lie: the last bend first, for each is told on the flat.
    /// </summary>
    private static Point3 Folded(Uv flat, List<BendLine> way, double thicknessMm)
    {
        var p = new Point3(flat.U, flat.V, -thicknessMm / 2);
        foreach (var bend in Enumerable.Reverse(way))
        {
            var axis = bend.AlongV ? Axis.X : Axis.Y;
            var line = bend.AlongV ? (bend.Start.U + bend.End.U) / 2 : (bend.Start.V + bend.End.V) / 2;
            var beyond = (bend.AlongV ? flat.U : flat.V) > line ? 1 : -1;
            var up = bend.From == WorkedFrom.Seen;
            // heights from the face that becomes the inside, minus within the sheet
            var height = up ? p.Z : -p.Z - thicknessMm;
            var tangent = line - (beyond * bend.ZoneMm / 2);
            var leg = (beyond * (p[axis] - tangent)) - bend.ZoneMm;
            var (sin, cos) = Math.SinCos(bend.AngleDeg * Math.PI / 180);
            var lever = bend.RadiusMm - height;
            var (outwards, lifted) = ((lever * sin) + (leg * cos), bend.RadiusMm - (lever * cos) + (leg * sin));
            p = p.With(axis, tangent + (beyond * outwards)).With(Axis.Z, up ? lifted : -lifted - thicknessMm);
        }

        return p;
    }

    /// <summary>Up to four points: far from one another, from the line of two, from the plane of three.</summary>
    private static List<(string Id, Point3 Folded, Point3 There)> Apart(List<(string Id, Point3 Folded, Point3 There)> points)
    {
        var chosen = points.Take(1).ToList();
        while (chosen.Count is > 0 and < 4)
        {
            double Far((string Id, Point3 Folded, Point3 There) p) => chosen.Count switch
            {
                1 => Length(p.There - chosen[0].There),
                2 => Length(Cross(chosen[1].There - chosen[0].There, p.There - chosen[0].There)),
                _ => Math.Abs(Volume([.. chosen, p], x => x.There)),
            };
            var next = points.MaxBy(Far);
            if (Far(next) < 1)
            {
                break;
            }

            chosen.Add(next);
        }

        return chosen;
    }

    private static double Volume(List<(string Id, Point3 Folded, Point3 There)> four,
        Func<(string Id, Point3 Folded, Point3 There), Point3> of)
    {
        var (a, b, c, d) = (of(four[0]), of(four[1]), of(four[2]), of(four[3]));
        var n = Cross(b - a, c - a);
        return (n.X * (d - a).X) + (n.Y * (d - a).Y) + (n.Z * (d - a).Z);
    }

    private static double Length(Point3 p) => Math.Sqrt((p.X * p.X) + (p.Y * p.Y) + (p.Z * p.Z));

    private static Point3 Cross(Point3 a, Point3 b) => new((a.Y * b.Z) - (a.Z * b.Y), (a.Z * b.X) - (a.X * b.Z), (a.X * b.Y) - (a.Y * b.X));
}
