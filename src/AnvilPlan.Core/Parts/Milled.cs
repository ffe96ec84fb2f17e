using System.Text.RegularExpressions;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>Something sawn, milled or cut into a part that is not a drilled hole, as a line of its table. mm, in the part's u and v.</summary>
/// <param name="What">Opening, slot, rabbet, groove, pocket, kerf, notch, mitre.</param>
/// <param name="Min">Corner of the rectangle about it that lies nearest the part's reference corner, as far as it lies on the part.</param>
/// <param name="DiaMm">Of a round opening; null = straight sides.</param>
/// <param name="DepthMm">Null = through.</param>
/// <param name="RestMm">What stays under it; null = nothing.</param>
/// <param name="AngleDeg">Of an end that is not cut square.</param>
/// <param name="Count">How many equal ones follow each other at <paramref name="Step"/>, this being the first.</param>
/// <param name="Step">From one to the next; null for a single one.</param>
public sealed record MilledRow(
    string Id, string What, WorkedFrom From, Uv Min, Uv Max, double? DiaMm, double CornerRadiusMm, double? DepthMm, double? RestMm, double? AngleDeg, string Purpose, string Why, int Count, Uv? Step);

/// <summary>The table of everything in a part that is not a drilled hole.</summary>
public static partial class Milled
{
    [GeneratedRegex(" ?[0-9]+ of [0-9]+")]
    private static partial Regex NumberOf();

    /// <summary>One line each, from the reference corner outwards.</summary>
    public static IReadOnlyList<MilledRow> Rows(Part part) => [.. part.Features.Select(f => Row(part, f)).OfType<MilledRow>().OrderBy(r => r.Min.U).ThenBy(r => r.Min.V).ThenBy(r => r.Id, StringComparer.Ordinal)];

    /// <summary>Equal ones at equal steps along u or v as one line: fingers, kerfs, slots of a row.</summary>
    public static IReadOnlyList<MilledRow> Gathered(Part part)
    {
        var gathered = new List<MilledRow>();
        foreach (var alike in Rows(part).Select(r => r with { Purpose = NumberOf().Replace(r.Purpose, "") })
            .GroupBy(r => r with { Id = "", Min = default, Max = new(Math.Round(r.Max.U - r.Min.U, 3), Math.Round(r.Max.V - r.Min.V, 3)), Why = "" }))
        {
            List<MilledRow> left = [.. alike];
            while (left.Count > 0)
            {
                var (alongU, alongV) = (Run(left, r => r.Min.V, r => r.Min.U), Run(left, r => r.Min.U, r => r.Min.V));
                var run = alongU.Count >= alongV.Count ? alongU : alongV;
                gathered.Add(run[0] with { Count = run.Count, Step = run.Count > 1 ? run[1].Min - run[0].Min : null });
                left.RemoveAll(run.Contains);
            }
        }

        return [.. gathered.OrderBy(r => r.Min.U).ThenBy(r => r.Min.V).ThenBy(r => r.Id, StringComparer.Ordinal)];
    }

    /// <summary>The first of them and those that follow it on its line at the step to the next.</summary>
    private static List<MilledRow> Run(List<MilledRow> from, Func<MilledRow, double> line, Func<MilledRow, double> along)
    {
        const double same = 0.002;
        var on = from.Where(r => Math.Abs(line(r) - line(from[0])) < same && along(r) >= along(from[0])).OrderBy(along).ToList();
        return on.Count < 2 ? [from[0]] : [.. on.TakeWhile((r, i) => i < 2 || Math.Abs(along(r) - along(on[0]) - (i * (along(on[1]) - along(on[0])))) < same)];
    }

    private static MilledRow? Row(Part part, Feature feature)
    {
        MilledRow Of(string what, (Uv Min, Uv Max) at, double? depth, string why) => new(
            feature.Id, what, feature.From, Within(part, at.Min), Within(part, at.Max), null, 0, depth, depth is { } d ? Math.Round(part.ThicknessMm - d, 3) : null, null, feature.Purpose, why, 1, null);
        return feature switch
        {
            Opening o => Of("opening", (o.Min, o.Max), null, $"{o.SizeWhy}; {o.PlaceWhy}") with { DiaMm = o.Round ? o.WidthMm : null, CornerRadiusMm = o.CornerRadiusMm },
            Channel c => Of(c.Kerf ? "kerf" : c.Shape.ToString().ToLowerInvariant(), (c.Min, c.Max), c.DepthMm, c.DepthWhy),
            Notch n => Of(n.Floor is null ? "notch" : "sloped notch", n.Reach, n.DepthMm, n.SizeWhy),
            Bevel b => Of("bevel", EndOf(part, b.Edge), null, $"{b.AngleDeg:0.##} degrees from square, the drawn size is the long point") with { AngleDeg = b.AngleDeg },
            _ => null,
        };
    }

    private static (Uv Min, Uv Max) EndOf(Part part, PartEdge edge) => edge switch
    {
        PartEdge.ULeast => (new(0, 0), new(0, part.WidthMm)),
        PartEdge.UMost => (new(part.LengthMm, 0), new(part.LengthMm, part.WidthMm)),
        PartEdge.VLeast => (new(0, 0), new(part.LengthMm, 0)),
        _ => (new(0, part.WidthMm), new(part.LengthMm, part.WidthMm)),
    };

    private static Uv Within(Part part, Uv at) => new(Math.Clamp(at.U, 0, part.LengthMm), Math.Clamp(at.V, 0, part.WidthMm));
}
