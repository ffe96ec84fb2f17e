using System.Text.RegularExpressions;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Parts;

/// <summary>
/// Something sawn, milled or cut into a part that is not a drilled hole, as a line of its table. mm, in the part's u and v.
/// </summary>
/// <param name="What">Opening, slot, rabbet, groove, pocket, kerf, notch, mitre.</param>
/// <param name="Min">Corner of the rectangle about it that lies nearest the part's reference corner, as far as it lies on the part.</param>
/// <param name="DiaMm">Of a round opening; null = straight sides.</param>
/// <param name="DepthMm">Null = through.</param>
/// <param name="RestMm">What stays under it; null = nothing.</param>
/// <param name="AngleDeg">Of an end that is not cut square.</param>
/// <param name="Count">How many equal ones follow each other at <paramref name="Step"/>, this being the first.</param>
/// <param name="Step">From one to the next; null for a single one.</param>
public sealed record MilledRow(
    string Id, string What, WorkedFrom From, Uv Min, Uv Max, double? DiaMm, double CornerRadiusMm, double? DepthMm, double? RestMm,
        double? AngleDeg, string Purpose, string Why, int Count, Uv? Step)
{
    /// <summary>One, as far as it lies on the part.</summary>
    public static MilledRow Of(Feature feature, Slab slab, string what, Uv min, Uv max, double? depthMm, string why)
    {
        Uv Within(Uv at) => new(Math.Clamp(at.U, 0, slab.LengthMm), Math.Clamp(at.V, 0, slab.WidthMm));
        return new(feature.Id, what, feature.From, Within(min), Within(max), null, 0, depthMm, depthMm is { } deep
            ? Math.Round(slab.ThicknessMm - deep, 3) : null, null, feature.Purpose, why, 1, null);
    }

    /// <summary>On the other side of a part so long; of several the same one is told, and the steps lead the other way.</summary>
    public MilledRow TurnedOver(double lengthMm) => this with
    {
        From = From == WorkedFrom.Seen ? WorkedFrom.Far : WorkedFrom.Seen,
        Min = new(lengthMm - Max.U, Min.V),
        Max = new(lengthMm - Min.U, Max.V),
        Step = Step is { } step ? new(-step.U, step.V) : null,
    };
}

/// <summary>The table of everything in a part that is not a drilled hole.</summary>
public static partial class Milled
{
    [GeneratedRegex(" ?[0-9]+ of [0-9]+")]
    private static partial Regex NumberOf();

    /// <summary>One line each, from the reference corner outwards.</summary>
    public static IReadOnlyList<MilledRow> Rows(Part part) =>
        [.. part.Features.Select(f => f.Row(part.Slab)).OfType<MilledRow>().OrderBy(r => r.Min.U).ThenBy(r => r.Min.V)
        .ThenBy(r => r.Id, StringComparer.Ordinal)];

    /// <summary>Equal ones at equal steps along u or v as one line: fingers, kerfs, slots of a row.</summary>
    public static IReadOnlyList<MilledRow> Gathered(Part part)
    {
        var gathered = new List<MilledRow>();
        foreach (var alike in Rows(part).Select(r => r with { Purpose = NumberOf().Replace(r.Purpose, "") })
            .GroupBy(r => r with
            {
                Id = "",
                Min = default,
                Max = new(Math.Round(r.Max.U - r.Min.U, 3), Math.Round(r.Max.V - r.Min.V, 3)),
                Why = ""
            }))
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
        return on.Count < 2 ? [from[0]]
            : [.. on.TakeWhile((r, i) => i < 2 || Math.Abs(along(r) - along(on[0]) - (i * (along(on[1]) - along(on[0])))) < same)];
    }
}
