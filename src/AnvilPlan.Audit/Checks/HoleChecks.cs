using AnvilPlan.Audit.Written;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Audit.Checks;

/// <summary>Holes: they stay in their part, come out only where they are meant to, and keep a wall to one another.</summary>
internal static class HoleChecks
{
    public static IEnumerable<Defect> Run(IReadOnlyList<PartSolid> solids)
    {
        foreach (var defect in solids.SelectMany(s => OnSeams(s, solids)))
        {
            yield return defect;
        }

        foreach (var solid in solids.Where(s => s.Part.Body.Count > 0
            && s.Part.BarId?.Contains("slotted", StringComparison.Ordinal) != true))
        {
            // what was in the part before is as it is
            List<Bore> bores = [.. solid.Bores.Where(b => b.Feature.For != "drilled")];
            foreach (var bore in bores)
            {
                if (Leaves(solid, bore) is { } at)
                {
                    yield return new Defect("hole-in-part", $"{solid.Id}: {bore.Feature.Id} ({bore.DiaMm} mm, {bore.Feature.Purpose}) "
                        + $"leaves the part at {at.X:0.##}, {at.Y:0.##}, {at.Z:0.##}");
                }

                var size = solid.Part.Box.Size[bore.Into.Axis()];
                if (!bore.Through && bore.DepthMm > size - 0.3 && bore.DepthMm < size - 0.011)
                {
                    yield return new Defect("hole-depth", $"{solid.Id}: {bore.Feature.Id} is {bore.DepthMm} deep in {size:0.##} mm and "
                        + $"comes out on the other side");
                }
            }

            for (var i = 0; i < bores.Count; i++)
            {
                for (var j = i + 1; j < bores.Count; j++)
                {
                    if (Meet(bores[i], bores[j]) is { } by)
                    {
                        yield return new Defect("holes-apart", $"{solid.Id}: {bores[i].Feature.Id} and {bores[j].Feature.Id} run "
                            + $"{by:0.##} mm into each other");
                    }
                }
            }
        }
    }

    /// <summary>A bore of a printed wall is in one piece, and clear of the pins between two.</summary>
    private static IEnumerable<Defect> OnSeams(PartSolid solid, IReadOnlyList<PartSolid> solids)
    {
        var job = solid.Part.Print ?? solids.FirstOrDefault(s => s.Id == solid.Part.LeafOf)?.Part.Print;
        foreach (var bore in job is null ? [] : solid.Bores.Where(b => b.Feature.For != "drilled"))
        {
            var (a, b) = (bore.From, bore.End);
            foreach (var seam in job!.Seams.Where(s => s.AtMm > solid.Part.Box.Min[s.Across] && s.AtMm < solid.Part.Box.Max[s.Across]))
            {
                var half = seam.Across == bore.Into.Axis() ? 0 : bore.DiaMm / 2;
                if (Math.Min(a[seam.Across], b[seam.Across]) - half < seam.AtMm && Math.Max(a[seam.Across], b[seam.Across])
                    + half > seam.AtMm)
                {
                    yield return new Defect("hole-on-seam", $"{solid.Id}: {bore.Feature.Id} ({bore.DiaMm} mm) lies across the seam at "
                        + $"{seam.Across} {seam.AtMm:0.##}");
                }
            }

            foreach (var pin in job.Pins.Where(p => p.FaceId == solid.Id))
            {
                var (from, to) = (pin.At.With(pin.Along, pin.At[pin.Along] - pin.DeepMm), pin.At.With(pin.Along, pin.At[pin.Along]
                    + pin.DeepMm));
                if (Box.Between(from, to).Grow(bore.DiaMm / 2).Across(pin.Along, pin.HoleMm / 2)
                    .Contains(bore.From + (bore.Into.Vector() * (bore.DepthMm / 2))))
                {
                    yield return new Defect("hole-on-seam", $"{solid.Id}: {bore.Feature.Id} ({bore.DiaMm} mm) runs into a pin of a seam");
                }
            }
        }
    }

    /// <summary>
    /// A point of the rim that lies outside the part; angle and tube are looked at in the wall that the hole starts in only.
    /// </summary>
    private static Point3? Leaves(PartSolid solid, Bore bore)
    {
        var across = Enum.GetValues<Axis>().Where(a => a != bore.Into.Axis()).ToArray();
        var hollow = solid.Part.Body.Count > 1 || solid.Part.BarId is { } bar && (bar.Contains("tube", StringComparison.Ordinal)
            || bar.Contains("pipe", StringComparison.Ordinal) || bar.Contains("conduit", StringComparison.Ordinal)
            || bar.Contains("angle", StringComparison.Ordinal));
        foreach (var deep in hollow ? (double[])[0.05] : [0.05, bore.DepthMm / 2, bore.DepthMm - 0.05])
        {
            foreach (var axis in across)
            {
                foreach (var sign in (int[])[-1, 1])
                {
                    var at = bore.From + (bore.Into.Vector() * deep);
                    at = at.With(axis, at[axis] + (sign * ((bore.DiaMm / 2) + 0.1)));
                    if (!hollow && (!solid.Part.Body.Any(b => b.Grow(1e-6).Contains(at)) || solid.SawnOff(at)))
                    {
                        return at;
                    }
                }
            }
        }

        return null;
    }

    private static double? Meet(Bore a, Bore b)
    {
        var reach = a.DepthMm + b.DepthMm + 12;
        if (Math.Abs(a.From.X - b.From.X) > reach || Math.Abs(a.From.Y - b.From.Y) > reach || Math.Abs(a.From.Z - b.From.Z) > reach
            || (a.Into.Axis() == b.Into.Axis() && a.Of(b.From).Off < 0.05))
        {
            return null;
        }

        var gap = double.MaxValue;
        for (var i = 0; i <= 40; i++)
        {
            var p = a.From + (a.Into.Vector() * (a.DepthMm * i / 40));
            var (off, deep) = b.Of(p);
            var beyond = Math.Max(0, Math.Max(-deep, deep - b.DepthMm));
            gap = Math.Min(gap, Math.Sqrt((off * off) + (beyond * beyond)));
        }

        gap -= (a.DiaMm + b.DiaMm) / 2;
        return gap < -0.01 ? -gap : null;
    }
}
