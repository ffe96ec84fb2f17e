using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities;
using AnvilPlan.Core.Quantities.Text;

namespace AnvilPlan.Formats.Drawing;

/// <summary>Draws a hardware model at true scale, seen from its face, for laying the real part on the paper.</summary>
public static class DeviceSketch
{
    private const double PortMm = 3;

    public static Sketch Of(HardwareModel model)
    {
        List<Stroke> strokes = [new PathStroke(Ink.Outline, PartSketch.Rectangle(new(0, 0), new(model.WidthMm, model.DepthMm)),
            true, false)];
        foreach (var cutout in model.Cutouts)
        {
            var at = new Uv(cutout.XMm, cutout.YMm);
            strokes.Add(cutout.HeightMm is { } height
                ? new PathStroke(Ink.Cut, PartSketch.Rectangle(at - new Uv(cutout.WidthMm / 2, height / 2), at
                    + new Uv(cutout.WidthMm / 2, height / 2)), true, false)
                : new CircleStroke(Ink.Cut, at, cutout.WidthMm / 2, false));
        }

        foreach (var port in model.Ports)
        {
            var half = port.Exit.Axis() switch
            {
                Axis.X => new Uv(PortMm / 2, port.WidthMm / 2),
                Axis.Y => new Uv(port.WidthMm / 2, PortMm / 2),
                _ => new Uv(port.WidthMm / 2, port.HeightMm / 2),
            };
            var at = new Uv(port.XMm, port.YMm);
            strokes.Add(new PathStroke(Ink.Pocket, PartSketch.Rectangle(at - half, at + half), true, true));
        }

        foreach (var (hole, i) in model.Holes.Select((h, i) => (h, i + 1)))
        {
            var at = new Uv(hole.XMm, hole.YMm);
            strokes.Add(new CircleStroke(Ink.Drill, at, hole.DiaMm / 2, false));
            strokes.AddRange(PartSketch.Cross(at, Math.Max(2, hole.DiaMm)));
            strokes.Add(new TextStroke(Ink.Dimension, at + new Uv(hole.DiaMm, hole.DiaMm), 2.6, $"{i}: {Mm(hole.XMm)}, {Mm(hole.YMm)}",
                TextAnchor.Start, 0));
        }

        // one mark that has no mirror image, so that the sheet cannot be taken from behind
        strokes.Add(new PathStroke(Ink.Mark, [new(0, 8), new(8, 0), new(8, 3)], false, false));
        strokes.Add(new TextStroke(Ink.Mark, new(1, 1), 3, "F", TextAnchor.Start, 0));
        return new Sketch(model.Name, new Uv(-4, -4), new Uv(model.WidthMm + 4, model.DepthMm + 6), strokes);
    }

    private static string Mm(double value) => LengthText.Mm(new Length(value));
}
