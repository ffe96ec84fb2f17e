using System.Globalization;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing;

namespace AnvilPlan.Formats.Dxf;

/// <summary>
/// One part as DXF text, of release 2000 (AC1015) or 12 (AC1009), millimetres, origin at the part's reference corner, seen from the face
/// that the drawing names. Circles are circles, everything else closed polylines with arcs by their bulge. Layers: OUTLINE, CUT_THROUGH,
/// DRILL_d (through), DRILL_d_DEEP_t (blind), POCKET_t, EDGE_d_DEEP_t_DOWN_z (from the edge, its middle z below the seen face),
/// SLOPE_FAR, BEVEL, SINK, MARK, ENGRAVE_t (text cut in to t); a trailing _FAR means worked from the face away from the viewer. Numbers
/// in layer names use an underscore for the decimal point.
/// </summary>
public static class DxfWriter
{
    public static string Write(Part part, DxfRelease release)
    {
        var body = new DxfBody(release);
        foreach (var region in PartOutline.Seen(part))
        {
            body.Closed("OUTLINE", region.Rim);
            foreach (var inside in region.Inside)
            {
                body.Closed("CUT_THROUGH", inside);
            }
        }

        // walls that slope, between pins, end elsewhere on the other face
        foreach (var rim in (PartOutline.Far(part) ?? []).SelectMany(r => r.Lines))
        {
            body.Closed("SLOPE_FAR", rim);
        }

        foreach (var drawn in part.Features.SelectMany(f => f.Drawing(part.Slab)))
        {
            Draw(body, part, drawn);
        }

        var thick = Math.Round(part.ThicknessMm, 6).ToString("0.0#####", CultureInfo.InvariantCulture);
        body.Text("MARK", new Uv(5, part.WidthMm + 6), 4, $"{part.Name}, {part.Material} {thick} mm, seen from {part.SeenFrom}, mm");
        return body.File(part.LengthMm, part.WidthMm);
    }

    /// <summary>Parts as they are put together, seen from above: a layer for each kind of piece, HOLE for the hardware's holes.</summary>
    public static string Write(AssemblyView view, DxfRelease release)
    {
        var body = new DxfBody(release);
        foreach (var piece in view.Pieces)
        {
            body.Closed(piece.Role == AssemblyRole.FixedRail ? "RAIL_FIXED" : piece.Role.ToString().ToUpperInvariant(),
                Outline.Rectangle(piece.Min, piece.Max));
            body.Text("MARK", piece.Min + new Uv(2, 2), 3, piece.Name);
        }

        foreach (var point in view.Points)
        {
            body.Circle("HOLE", point.At, 1.5);
        }

        body.Text("MARK", new Uv(5, view.WidthMm + 6), 4, $"{view.Title}, mm");
        return body.File(view.LengthMm, view.WidthMm);
    }

    private static void Draw(DxfBody body, Part part, Drawn drawn)
    {
        switch (drawn)
        {
            case DrawnOutline { Role: LineRole.Pocket } o:
                foreach (var rim in PartOutline.Within(part, o.Outline).SelectMany(r => r.Lines))
                {
                    body.Closed(o.Layer, rim);
                }

                break;
            case DrawnOutline o:
                body.Closed(o.Layer, o.Outline);
                break;
            case DrawnLine l:
                body.Line(l.Layer, l.Start, l.End);
                break;
            case DrawnText t:
                body.Text(t.Layer, t.Place, t.HeightMm, t.Text, t.TurnDeg, t.Mirrored);
                break;
        }
    }
}
