using System.Text;
using System.Xml;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;

namespace AnvilPlan.Formats.Svg;

/// <summary>A sketch as SVG at true scale: width and height in mm, one user unit is one millimetre.</summary>
public static class SvgWriter
{
    public static string Write(Sketch sketch)
    {
        var text = new StringBuilder();
        var settings = new XmlWriterSettings { Indent = true, OmitXmlDeclaration = true, NewLineChars = "\n" };
        using (var xml = XmlWriter.Create(text, settings))
        {
            xml.WriteStartElement("svg", "http://www.w3.org/2000/svg");
            xml.WriteAttributeString("width", N(sketch.WidthMm) + "mm");
            xml.WriteAttributeString("height", N(sketch.HeightMm) + "mm");
            xml.WriteAttributeString("viewBox", $"{N(sketch.Min.U)} {N(-sketch.Max.V)} {N(sketch.WidthMm)} {N(sketch.HeightMm)}");
            xml.WriteElementString("title", PlainLine.Of(sketch.Title));
            foreach (var stroke in sketch.Strokes)
            {
                Draw(xml, stroke, sketch.UnitMm ?? 1);
            }

            xml.WriteEndElement();
        }

        return text + "\n";
    }

    /// <param name="unit">A millimetre of paper.</param>
    private static void Draw(XmlWriter xml, Stroke stroke, double unit)
    {
        switch (stroke)
        {
            case PathStroke p:
                xml.WriteStartElement(p.Closed ? "polygon" : "polyline");
                xml.WriteAttributeString("points", string.Join(' ', p.Points.Select(At)));
                Style(xml, p.Ink, p.Dashed, unit);
                break;
            case ArcStroke a:
                xml.WriteStartElement("path");
                xml.WriteAttributeString("d", PathOf(a.Outline));
                Style(xml, a.Ink, a.Dashed, unit);
                break;
            case TintStroke t:
                xml.WriteStartElement("path");
                xml.WriteAttributeString("d", string.Join(' ', t.Rims.Select(PathOf)));
                xml.WriteAttributeString("class", t.Stuff?.ToString().ToLowerInvariant() ?? "datum");
                xml.WriteAttributeString("fill", t.Stuff is { } stuff ? Look.Of(stuff, 1) : Look.Of(t.Ink).Colour);
                xml.WriteAttributeString("fill-rule", "evenodd");
                break;
            case CircleStroke c:
                xml.WriteStartElement("circle");
                xml.WriteAttributeString("cx", N(c.At.U));
                xml.WriteAttributeString("cy", N(-c.At.V));
                xml.WriteAttributeString("r", N(c.Radius));
                Style(xml, c.Ink, c.Dashed, unit);
                break;
            case TextStroke t:
                xml.WriteStartElement("text");
                xml.WriteAttributeString("x", N(t.At.U));
                xml.WriteAttributeString("y", N(-t.At.V));
                xml.WriteAttributeString("font-size", N(t.Height));
                xml.WriteAttributeString("font-family", "sans-serif");
                xml.WriteAttributeString("fill", Look.Of(t.Ink).Colour);
                xml.WriteAttributeString("text-anchor", t.Anchor switch
                {
                    TextAnchor.Middle => "middle",
                    TextAnchor.End => "end",
                    _ => "start"
                });
                if (t.TurnDeg != 0)
                {
                    xml.WriteAttributeString("transform", $"rotate({N(-t.TurnDeg)} {N(t.At.U)} {N(-t.At.V)})");
                }

                if (t.Text.Length > 1)
                {
                    // as wide as it was reckoned with, whatever typeface the reader has
                    xml.WriteAttributeString("textLength", N(Field.WidthOf(t)));
                    xml.WriteAttributeString("lengthAdjust", "spacingAndGlyphs");
                }

                xml.WriteString(PlainLine.Of(t.Text));
                break;
        }

        xml.WriteEndElement();
    }

    private static void Style(XmlWriter xml, Ink ink, bool dashed, double unit)
    {
        var look = Look.Of(ink);
        xml.WriteAttributeString("class", ink.ToString().ToLowerInvariant());
        xml.WriteAttributeString("fill", "none");
        xml.WriteAttributeString("stroke", look.Colour);
        xml.WriteAttributeString("stroke-width", N(look.WidthMm * unit));
        if (dashed)
        {
            xml.WriteAttributeString("stroke-dasharray", $"{N(2 * unit)} {N(1.2 * unit)}");
        }
    }

    private static string At(Uv p) => PathText.Pair(Down(p));

    private static string PathOf(Outline outline) => PathText.Of(outline, Down);

    /// <summary>Our v runs up and theirs down.</summary>
    private static Uv Down(Uv p) => new(p.U, -p.V);

    private static string N(double value) => PathText.Number(value);
}
