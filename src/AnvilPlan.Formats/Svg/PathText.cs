using System.Globalization;
using System.Text;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Formats.Svg;

/// <summary>Lines as the path of an SVG, where v runs down.</summary>
internal static class PathText
{
    /// <param name="at">To where it is drawn; must turn over, as from v up to v down.</param>
    /// <param name="unit">Millimetres of the line to one that is drawn.</param>
    public static string Of(Outline outline, Func<Uv, Uv> at, double unit = 1)
    {
        var text = new StringBuilder("M").Append(Pair(at(outline.Vertices[0].At)));
        for (var i = 0; i < outline.Vertices.Count; i++)
        {
            var (from, to) = (outline.Vertices[i], outline.Vertices[(i + 1) % outline.Vertices.Count].At);
            if (from.Bulge == 0)
            {
                text.Append(" L").Append(Pair(at(to)));
                continue;
            }

            // what turns left with v up has their sweep flag 0
            var radius = Number(Arc.Of(from.At, to, from.Bulge).RadiusMm / unit);
            text.Append(CultureInfo.InvariantCulture, $" A{radius} {radius} 0 {(Math.Abs(from.Bulge) > 1 ? 1 : 0)} "
                + $"{(from.Bulge > 0 ? 0 : 1)} {Pair(at(to))}");
        }

        return text.Append(" Z").ToString();
    }

    public static string Of(IReadOnlyList<Uv> points, bool closed, Func<Uv, Uv> at) =>
        $"M{string.Join(" L", points.Select(p => Pair(at(p))))}{(closed ? " Z" : "")}";

    public static string Pair(Uv p) => $"{Number(p.U)},{Number(p.V)}";

    public static string Number(double value)
    {
        var text = Math.Round(value, 4).ToString("0.####", CultureInfo.InvariantCulture);
        return text == "-0" ? "0" : text;
    }
}
