using System.Globalization;
using System.Text;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Formats.Drawing;
using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate.Polygon;

namespace AnvilPlan.Formats.Stl;

/// <summary>
/// Printed parts as ASCII STL, mm. A part is built up from its seen face in layers, one between each two depths at which something
/// begins or ends; each layer is a closed prism of what is left there. Round things across the layers, holes from the edge and
/// countersinks, become steps. Prisms touch: a slicer joins them.
/// </summary>
public static class PrintedSolid
{
    private const double StepMm = 0.4;
    private const int Corners = 48;

    /// <summary>Other arcs become chords that leave them by no more than this.</summary>
    private const double FlatMm = 0.02;

    /// <summary>The pieces that the bed takes and in which something of the part lies.</summary>
    public static IReadOnlyList<Box> Pieces(Part part, IReadOnlyList<Part> all)
    {
        List<Box> bodies = [.. all.Where(p => p.LeafOf == part.Id).DefaultIfEmpty(part).SelectMany(p => p.Body)];
        return [.. part.Print!.PieceBoxes(part.Box).Where(piece => bodies.Exists(piece.Overlaps))];
    }

    /// <summary>
    /// One text for each piece that the bed takes, in the order of the split, written when it is asked for; lying flat, seen face up, or as
    /// it stands for a body of several faces.
    /// </summary>
    public static IReadOnlyList<Func<string>> Write(Part part, IReadOnlyList<Part> all)
    {
        var solid = new Lazy<(List<Layer> Layers, Frame Lying)>(() => Solid(part, all), LazyThreadSafetyMode.PublicationOnly);
        return [.. Pieces(part, all)
            .Select(piece => (Func<string>)(() => Piece(part.Id.Replace('/', '-'), solid.Value.Layers, piece, part.Box,
            solid.Value.Lying)))];
    }

    private static (List<Layer> Layers, Frame Lying) Solid(Part part, IReadOnlyList<Part> all)
    {
        var leaves = all.Where(p => p.LeafOf == part.Id && p.Body.Count > 0).ToList();
        var flat = leaves.Count == 0;
        var layers = (flat ? [part] : leaves).SelectMany(p => p.Body.Count == 1
            ? Layers(p, [.. part.Print!.Pins.Where(x => x.FaceId == p.Id)]) : p.Body.Select(b => Block(p, b))).ToList();
        var lapped = part.Print!.LapMm > 0 ? layers.SelectMany(l => Halves(l, (flat ? [part] : leaves).First(p => p.Frame == l.Frame)
            .ThicknessMm, part.Print.LapMm)).ToList() : layers;
        return (lapped, flat ? part.Frame : new Frame(part.Box.Min, Direction.Right, Direction.Back));
    }

    /// <summary>What lies between two depths below the seen face.</summary>
    /// <param name="ShiftMm">At seams it is cut so far past them.</param>
    private sealed record Layer(Frame Frame, Geometry Left, double From, double To, double ShiftMm = 0);

    /// <summary>The outer half of a wall is cut half a lap past its seams, the inner half as much before them.</summary>
    private static IEnumerable<Layer> Halves(Layer layer, double thickMm, double lapMm)
    {
        var middle = thickMm / 2;
        if (layer.From < middle - 1e-6)
        {
            yield return layer with { To = Math.Min(layer.To, middle), ShiftMm = lapMm / 2 };
        }

        if (layer.To > middle + 1e-6)
        {
            yield return layer with { From = Math.Max(layer.From, middle), ShiftMm = -lapMm / 2 };
        }
    }

    /// <summary>The piece with the ends that lie on seams moved along the wall.</summary>
    private static Box Shifted(Box piece, Box whole, Layer layer)
    {
        foreach (var axis in Enum.GetValues<Axis>().Where(a => layer.ShiftMm != 0 && a != layer.Frame.Normal.Axis()))
        {
            double At(double end, double rim) => Math.Abs(end - rim) < 1e-6 ? end : end + layer.ShiftMm;
            piece = piece.WithSpan(axis, At(piece.Min[axis], whole.Min[axis]), At(piece.Max[axis], whole.Max[axis]));
        }

        return piece;
    }

    private static Layer Block(Part part, Box block)
    {
        var (min, max) = part.Frame.ToPlane(block);
        double[] depths = [-part.Frame.HeightOf(block.Min), -part.Frame.HeightOf(block.Max)];
        return new Layer(part.Frame, FlatGeometry.Rectangle(min, max), depths.Min(), depths.Max());
    }

    private static IEnumerable<Layer> Layers(Part part, IReadOnlyList<SeamPin> pins)
    {
        var (thick, whole) = (part.ThicknessMm, FlatGeometry.Rectangle(default, part.Slab.Far));
        List<Cut> cuts = [.. part.Features.SelectMany(f => f.Cuts(part.Slab))];
        var depths = cuts.SelectMany(c => Depths(part, c)).Concat(pins.SelectMany(p => Across(part, p))).Concat([0, thick])
            .Where(d => d >= 0 && d <= thick).Select(d => Math.Round(d, 5)).Distinct().Order().ToList();
        foreach (var (from, to) in depths.Zip(depths.Skip(1)))
        {
            Interrupt.Check();
            var left = FlatGeometry.Less(whole, [.. cuts.SelectMany(c => c.At((from + to) / 2, part.Slab)).Select(Area),
                .. pins.SelectMany(p => Gone(part, p, (from + to) / 2))]);
            if (!left.IsEmpty)
            {
                yield return new Layer(part.Frame, left, from, to);
            }
        }
    }

    /// <summary>Depths between which a pin lies, in steps.</summary>
    private static IEnumerable<double> Across(Part part, SeamPin pin)
    {
        var (middle, steps) = (-part.Frame.HeightOf(pin.At), (int)Math.Ceiling(pin.HoleMm / StepMm));
        return Enumerable.Range(0, steps + 1).Select(i => middle - (pin.HoleMm / 2) + (pin.HoleMm * i / steps));
    }

    /// <summary>The chord of a pin's hole at that depth, as long as the hole.</summary>
    private static IEnumerable<Geometry> Gone(Part part, SeamPin pin, double depth)
    {
        var (off, radius) = (depth + part.Frame.HeightOf(pin.At), pin.HoleMm / 2);
        if (Math.Abs(off) < radius)
        {
            var half = Math.Sqrt((radius * radius) - (off * off));
            var reach = new Point3(half, half, half).With(pin.Along, pin.DeepMm);
            var (min, max) = part.Frame.ToPlane(new Box(pin.At - reach, pin.At + reach));
            yield return FlatGeometry.Rectangle(min, max);
        }
    }

    /// <summary>Depths at which a cut begins, ends or takes its next step; those straight down through the part take none.</summary>
    private static IEnumerable<double> Depths(Part part, Cut cut)
    {
        var (from, to) = cut.Depths(part.Slab);
        var steps = cut is FaceCut { Upright: true } or EdgeCut { Mouth.IsRectangle: true } ? 1
            : Math.Max(1, (int)Math.Ceiling((to - from) / StepMm));
        return Enumerable.Range(0, steps + 1).Select(i => from + ((to - from) * i / steps));
    }

    /// <summary>Corners outside a whole circle, so that a printed hole is never tighter than drawn.</summary>
    private static Polygon Area(Outline outline) => outline.Circle is { } circle
        ? FlatGeometry.Area([.. Enumerable.Range(0, Corners).Select(i => 2 * Math.PI * i / Corners)
            .Select(a => circle.At + (new Uv(Math.Cos(a), Math.Sin(a)) * (circle.RadiusMm / Math.Cos(Math.PI / Corners))))])
        : FlatGeometry.Area(outline.Points(FlatMm));

    private static string Piece(string name, List<Layer> layers, Box piece, Box whole, Frame lying)
    {
        var text = new StringBuilder($"solid {name}\n");
        var floor = Math.Min(lying.HeightOf(piece.Min), lying.HeightOf(piece.Max));
        var (least, _) = lying.ToPlane(piece);
        Point3 Laid(Point3 p) => new(lying.ToPlane(p).U - least.U, lying.ToPlane(p).V - least.V, lying.HeightOf(p) - floor);
        foreach (var layer in layers.Interruptible())
        {
            var (min, max) = layer.Frame.ToPlane(Shifted(piece, whole, layer));
            double[] depths = [-layer.Frame.HeightOf(piece.Min), -layer.Frame.HeightOf(piece.Max)];
            var (from, to) = (Math.Max(layer.From, depths.Min()), Math.Min(layer.To, depths.Max()));
            if (to - from > 1e-6 && FlatGeometry.Common(layer.Left, FlatGeometry.Rectangle(min, max)) is { IsEmpty: false } left)
            {
                Prism(text, left, from, to, (at, depth) => Laid(layer.Frame.ToSpace(at, -depth)));
            }
        }

        return text.Append(CultureInfo.InvariantCulture, $"endsolid {name}\n").ToString();
    }

    private static void Prism(StringBuilder text, Geometry left, double from, double to, Func<Uv, double, Point3> place)
    {
        foreach (var upright in FlatGeometry.Pieces(left, 1e-6))
        {
            foreach (var triangle in PolygonTriangulator.Triangulate(upright) is var all ? Enumerable.Range(0, all.NumGeometries)
                .Select(all.GetGeometryN) : [])
            {
                var corners = triangle.Coordinates[..3];
                var turned = ((corners[1].X - corners[0].X) * (corners[2].Y - corners[0].Y)) - ((corners[1].Y - corners[0].Y) * (corners[2]
                    .X - corners[0].X)) < 0;
                Uv[] p = [.. (turned ? corners.Reverse() : corners).Select(c => new Uv(c.X, c.Y))];
                Facet(text, place(p[0], from), place(p[1], from), place(p[2], from));
                Facet(text, place(p[2], to), place(p[1], to), place(p[0], to));
            }

            foreach (var ring in upright.InteriorRings.Prepend(upright.ExteriorRing))
            {
                foreach (var (a, b) in ring.Coordinates.Zip(ring.Coordinates.Skip(1)))
                {
                    var (p, q) = (new Uv(a.X, a.Y), new Uv(b.X, b.Y));
                    Facet(text, place(p, from), place(p, to), place(q, to));
                    Facet(text, place(p, from), place(q, to), place(q, from));
                }
            }
        }
    }

    private static void Facet(StringBuilder text, Point3 a, Point3 b, Point3 c)
    {
        var (u, v) = (b - a, c - a);
        var n = new Point3((u.Y * v.Z) - (u.Z * v.Y), (u.Z * v.X) - (u.X * v.Z), (u.X * v.Y) - (u.Y * v.X));
        var length = Math.Sqrt((n.X * n.X) + (n.Y * n.Y) + (n.Z * n.Z));
        n = length > 0 ? n * (1 / length) : n;
        text.Append(CultureInfo.InvariantCulture, $" facet normal {N(n.X)} {N(n.Y)} {N(n.Z)}\n  outer loop\n");
        foreach (var p in (Point3[])[a, b, c])
        {
            text.Append(CultureInfo.InvariantCulture, $"   vertex {N(p.X)} {N(p.Y)} {N(p.Z)}\n");
        }

        text.Append("  endloop\n endfacet\n");
    }

    private static string N(double value) => Math.Round(value, 5).ToString("0.#####", CultureInfo.InvariantCulture);
}
