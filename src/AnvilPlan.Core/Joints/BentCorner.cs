using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// The corner of a sheet that turns from one face into the next: a quarter of a ring. Its body is told in slices that lie inside the
/// ring, so that whatever stands in the corner is seen.
/// </summary>
internal static class BentCorner
{
    private const int Slices = 8;

    /// <summary>Ends inside the bend are this much smaller in the corners (mm).</summary>
    private const double EndClearMm = 0.2;

    /// <summary>Shortens both panels to the ends of the bend and adds the ring between them, all of them faces of one part.</summary>
    /// <param name="grooves">Stretches along the edge that are thinner because an end stands in a groove there.</param>
    /// <param name="volumeMm3">What is left of a bend of that length along the edge where cuts take part of it; null = a whole quarter of a
    /// ring.</param>
    public static void Lay(ShellDraft draft, string compoundId, Face a, Face b, double outsideRadiusMm,
        IReadOnlyList<(double From, double To, double ThicknessMm)>? grooves = null, Func<double, double?>? volumeMm3 = null)
    {
        if (!draft.Panels.TryGetValue(a, out var first) || !draft.Panels.TryGetValue(b, out var second))
        {
            return;
        }

        var outer = draft.Fit.Envelope.Outer;
        draft.Panels[a] = Shortened(first, b, outer, outsideRadiusMm);
        draft.Panels[b] = Shortened(second, a, outer, outsideRadiusMm);
        var edge = Faces.Between(a, b);
        var along = edge.Along();
        var (from, to) = (Math.Max(first.Box.Min[along], second.Box.Min[along]), Math.Min(first.Box.Max[along], second.Box.Max[along]));
        var body = Body(outer, a, b, outsideRadiusMm, first.ThicknessMm, from, to, grooves ?? []);
        // to the tangents on both faces: bars stop where the wall begins to turn
        var box = outer.WithSpan(along, from, to);
        foreach (var side in (Direction[])[a.Outward(), b.Outward()])
        {
            var (plane, end) = (outer.Side(side), outer.Side(side) - (side.Sign() * outsideRadiusMm));
            box = box.WithSpan(side.Axis(), Math.Min(plane, end), Math.Max(plane, end));
        }

        StopBars(draft, box);
        var u = Directions.Of(along, 1);
        draft.Members.Add(new SolidPart(
            $"{compoundId}/corner-{Deck.Name(edge)}", $"Bend {Deck.Name(a)} {Deck.Name(b)}", PartKind.Bend, first.MaterialId,
                first.NominalMm, box,
            SolidPart.FrameOf(box, u, a.Outward().Cross(u), false), "outside", "inside", null)
        {
            LeafOf = compoundId,
            Body = body,
            BendMm3 = volumeMm3?.Invoke(to - from) ?? RingMm3(outsideRadiusMm, first.ThicknessMm, from, to, grooves ?? []),
        });
    }

    /// <summary>Bars that were laid before end where the wall begins to turn; what is left too short is left out.</summary>
    private static void StopBars(ShellDraft draft, Box bend)
    {
        for (var i = draft.Members.Count - 1; i >= 0; i--)
        {
            var bar = draft.Members[i];
            if (bar.BarId is null || !bar.Box.Overlaps(bend))
            {
                continue;
            }

            var box = BarPlacing.Trim(bar.Box, bar.Frame.U.Axis(), [bend]);
            if (box.Size[bar.Frame.U.Axis()] < BarPlacing.LeastLengthMm)
            {
                draft.Members.RemoveAt(i);
            }
            else
            {
                draft.Members[i] = bar.Resized(box) with { Body = [.. bar.Body.Select(b => b.Intersect(box))] };
            }
        }
    }

    /// <summary>The slices of a bend, or of a block when the thickness is the radius, thinner where an end stands in it.</summary>
    internal static List<Box> Body(Box outer, Face a, Face b, double radiusMm, double thicknessMm, double from, double to,
        IReadOnlyList<(double From, double To, double ThicknessMm)> grooves) =>
        [.. Stretches(from, to, thicknessMm, grooves).SelectMany(s => Ring(outer, a, b, radiusMm, s.ThicknessMm, Faces.Between(a, b)
            .Along(), s.From, s.To))];

    /// <summary>A quarter of a ring, or of a cylinder when the thickness is the radius, mm³.</summary>
    internal static double RingMm3(double radiusMm, double thicknessMm, double from, double to,
        IReadOnlyList<(double From, double To, double ThicknessMm)> grooves) =>
        Stretches(from, to, thicknessMm, grooves)
            .Sum(s => Math.PI / 4 * (Math.Pow(radiusMm, 2) - Math.Pow(Math.Max(0, radiusMm - s.ThicknessMm), 2)) * (s.To - s.From));

    /// <summary>Ends beside a bend lose their corners to it.</summary>
    internal static void RoundEnds(JointDraft draft, EdgeId edge, double radiusMm, string forWhat)
    {
        var (a, b) = edge.Of();
        var outer = draft.Fit.Envelope.Outer;
        foreach (var (face, end) in draft.Shell.Panels.Where(p => p.Key.Outward().Axis() == edge.Along()))
        {
            var inset = Math.Max(InsetFrom(outer, end.Box, a), InsetFrom(outer, end.Box, b));
            var clear = inset > 0 ? EndClearMm : 0;
            if (radiusMm - inset > clear + 0.1)
            {
                draft.Cut(end, new Notch(
                    $"{forWhat}/{Deck.Name(edge)}", forWhat, "corner rounded to the bend", JointDraft.FaceTowards(end, face.Outward()),
                    Spandrel(end.Frame, outer, a, b, radiusMm - inset - clear, inset + clear, 2), null, null,
                        $"outside radius {radiusMm:0.##} mm less {inset:0.##} mm"));
            }
        }
    }

    internal static double InsetFrom(Box outer, Box end, Face side) => Math.Abs(outer.Side(side.Outward()) - end.Side(side.Outward()));

    private static IEnumerable<(double From, double To, double ThicknessMm)> Stretches(double from, double to, double thicknessMm,
        IReadOnlyList<(double From, double To, double ThicknessMm)> grooves)
    {
        var at = from;
        foreach (var groove in grooves.OrderBy(g => g.From))
        {
            var (begin, end) = (Math.Clamp(groove.From, at, to), Math.Clamp(groove.To, at, to));
            if (begin > at)
            {
                yield return (at, begin, thicknessMm);
            }

            if (end > begin && groove.ThicknessMm > 0)
            {
                yield return (begin, end, groove.ThicknessMm);
            }

            at = end;
        }

        if (to > at)
        {
            yield return (at, to, thicknessMm);
        }
    }

    internal static SolidPart Shortened(SolidPart panel, Face towards, Box outer, double radiusMm)
    {
        var side = towards.Outward();
        var end = outer.Side(side) - (side.Sign() * radiusMm);
        return panel.Resized(side.Sign() > 0 ? panel.Box with { Max = panel.Box.Max.With(side.Axis(), end) }
            : panel.Box with { Min = panel.Box.Min.With(side.Axis(), end) });
    }

    /// <summary>Slices across face <paramref name="a"/>: each from the inner to the outer circle, inside both.</summary>
    private static IEnumerable<Box> Ring(Box outer, Face a, Face b, double radiusMm, double thicknessMm, Axis along, double from, double to)
    {
        var (sideA, sideB) = (a.Outward(), b.Outward());
        var inner = Math.Max(0, radiusMm - thicknessMm);
        for (var i = 0; i < Slices; i++)
        {
            // s runs from the tangent of a towards b; the slice keeps to what lies inside the ring over its whole width
            var (s0, s1) = (radiusMm * i / Slices, radiusMm * (i + 1) / Slices);
            var high = Math.Sqrt(Math.Max(0, (radiusMm * radiusMm) - (s1 * s1)));
            var low = s0 >= inner ? 0 : Math.Sqrt((inner * inner) - (s0 * s0));
            if (high - low <= 0.01)
            {
                continue;
            }

            double A(double d) => outer.Side(sideA) - (sideA.Sign() * (radiusMm - d));
            double B(double d) => outer.Side(sideB) - (sideB.Sign() * (radiusMm - d));
            yield return outer.WithSpan(along, from, to)
                .WithSpan(sideA.Axis(), Math.Min(A(low), A(high)), Math.Max(A(low), A(high)))
                .WithSpan(sideB.Axis(), Math.Min(B(s0), B(s1)), Math.Max(B(s0), B(s1)));
        }
    }

    /// <summary>The corner that a flat end beside the bend loses: what lies beyond the circle, in the end's plane.</summary>
    public static IReadOnlyList<Vertex> Spandrel(Frame plane, Box outer, Face a, Face b, double radiusMm, double insetMm, double beyondMm)
    {
        var (sideA, sideB) = (a.Outward(), b.Outward());
        Uv At(double da, double db) => plane.ToPlane(outer.Min
            .With(sideA.Axis(), outer.Side(sideA) - (sideA.Sign() * (insetMm + radiusMm - da)))
            .With(sideB.Axis(), outer.Side(sideB) - (sideB.Sign() * (insetMm + radiusMm - db))));
        var (centre, from, to) = (At(0, 0), At(radiusMm, 0), At(0, radiusMm));
        var left = ((to.U - from.U) * (centre.V - from.V)) - ((to.V - from.V) * (centre.U - from.U)) > 0;
        return
        [
            new(from, left ? Outline.QuarterBulge : -Outline.QuarterBulge), new(to),
            new(At(0, radiusMm + beyondMm)), new(At(radiusMm + beyondMm, radiusMm + beyondMm)), new(At(radiusMm + beyondMm, 0)),
        ];
    }
}
