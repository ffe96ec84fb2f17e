using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Joints;

/// <summary>
/// The corner of a sheet that turns from one face into the next: a quarter of a ring.
/// </summary>
internal static class BentCorner
{
    /// <summary>Ends inside the bend are this much smaller in the corners (mm).</summary>
    private const double EndClearMm = 0.2;

    /// <summary>Shortens both panels to the ends of the bend and adds the ring between them, all of them faces of one part.</summary>
    /// <param name="grooves">Stretches along the edge that are thinner because an end stands in a groove there.</param>
    /// <param name="kerfedMm3">What kerfs leave of a bend of that length along the edge; null where none are sawn.</param>
    public static void Lay(ShellDraft draft, string compoundId, Face a, Face b, double outsideRadiusMm,
        IReadOnlyList<(double From, double To, double ThicknessMm)>? grooves = null, Func<double, double?>? kerfedMm3 = null)
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
            Rings = Rings(outer, a, b, outsideRadiusMm, first.ThicknessMm, from, to, grooves ?? []),
            KerfedMm3 = kerfedMm3?.Invoke(to - from),
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
                draft.Members[i] = bar.Rings.Count > 0
                    ? bar.Resized(box) with { Rings = [.. bar.Rings.Select(r => r.Within(box))] }
                    : bar.Resized(box) with { Body = [.. bar.Body.Select(b => b.Intersect(box))] };
            }
        }
    }

    /// <summary>What a bend fills, or a round block when the thickness is the radius; thinner where an end stands in it.</summary>
    /// <param name="outer">The corner of this block lies on both outsides.</param>
    internal static IReadOnlyList<BendRing> Rings(Box outer, Face a, Face b, double radiusMm, double thicknessMm, double from, double to,
        IReadOnlyList<(double From, double To, double ThicknessMm)> grooves)
    {
        var centre = default(Point3);
        foreach (var side in (Direction[])[a.Outward(), b.Outward()])
        {
            centre = centre.With(side.Axis(), outer.Side(side) - (side.Sign() * radiusMm));
        }

        return [.. Stretches(from, to, thicknessMm, grooves).Select(s => new BendRing(
            centre, a.Outward(), b.Outward(), s.From, s.To, Math.Max(0, radiusMm - s.ThicknessMm), radiusMm))];
    }

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
