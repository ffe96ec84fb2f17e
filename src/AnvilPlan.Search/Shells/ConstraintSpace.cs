using AnvilPlan.Core.Geometry;
using Google.OrTools.Sat;

namespace AnvilPlan.Search.Shells;

/// <summary>Where a device stands in the model: u and v on its deck, and which of its ways of lying is taken.</summary>
internal sealed record DeviceVariables(IntVar U, IntVar V, BoolVar[] Turn);

/// <summary>
/// Blocks that move with variables, held inside one another or apart. Half millimetres; distances are rounded down as a whole, so
/// faces that touch exactly stay touching and nothing is ever nearer than the model says.
/// </summary>
internal sealed class ConstraintSpace(CpModel model, ShellSamples samples, IReadOnlyList<IntVar> shell,
    IReadOnlyList<DeviceVariables> devices)
{
    public const int PerMm = 2;

    public static long Grid(double mm) => (long)Math.Ceiling((mm * PerMm) - 1e-6);

    public static double Millimetres(long units) => units / (double)PerMm;

    /// <summary>The block stays inside the other, except where that is open.</summary>
    public void Within(SymbolicBox box, SymbolicBox room, IReadOnlyList<Direction> open)
    {
        foreach (var axis in Enum.GetValues<Axis>())
        {
            if (!open.Contains(Directions.Of(axis, -1)))
            {
                model.Add(Beyond(new Side(room, false), new Side(box, false), axis) >= 0);
            }

            if (!open.Contains(Directions.Of(axis, 1)))
            {
                model.Add(Beyond(new Side(box, true), new Side(room, true), axis) >= 0);
            }
        }
    }

    public void Apart(SymbolicBox a, SymbolicBox b, BoolVar? when, Axis[]? axes = null)
    {
        var sides = new List<ILiteral>();
        foreach (var axis in axes ?? Enum.GetValues<Axis>())
        {
            foreach (var (one, other) in ((SymbolicBox, SymbolicBox)[])[(a, b), (b, a)])
            {
                switch (Before(one, other, axis))
                {
                    case true:
                        return;
                    case false:
                        continue;
                    default:
                        var side = model.NewBoolVar("");
                        model.Add(Beyond(new Side(one, true), new Side(other, false), axis) >= 0).OnlyEnforceIf(side);
                        sides.Add(side);
                        break;
                }
            }
        }

        if (when is not null)
        {
            sides.Add(when.Not());
        }

        model.AddBoolOr(sides);
    }

    /// <summary>Whether one block always ends before the other, never does, or it depends (null).</summary>
    private static bool? Before(SymbolicBox one, SymbolicBox other, Axis axis)
    {
        if (one.Along[(int)axis] != 0 || other.Along[(int)axis] != 0)
        {
            return null;
        }

        var gaps = one.Ways.SelectMany(o => other.Ways.Select(t => (End: o.Max[(int)axis], Start: t.Min[(int)axis]))).ToList();
        return gaps.Exists(g => !g.End.SameFactors(g.Start)) ? null
            : gaps.TrueForAll(g => g.End.ConstantMm <= g.Start.ConstantMm + 1e-9) ? true
            : gaps.TrueForAll(g => g.End.ConstantMm > g.Start.ConstantMm + 1e-9) ? false
            : null;
    }

    /// <summary>
    /// How far a face of the second block lies beyond a face of the first along the axis, in grid units, rounded down as a whole:
    /// faces that touch exactly stay touching.
    /// </summary>
    public LinearExpr Beyond(Side first, Side second, Axis axis)
    {
        var sum = LinearExpr.NewBuilder();
        var (from, to) = (first.Faces(axis), second.Faces(axis));
        for (var i = 0; i < shell.Count; i++)
        {
            if (to[0].Factors[i] != from[0].Factors[i])
            {
                sum.AddTerm(shell[i], to[0].Factors[i] - from[0].Factors[i]);
            }
        }

        Along(sum, first.Box, axis, -1);
        Along(sum, second.Box, axis, 1);
        if (from.Count == 1 || to.Count == 1)
        {
            var turning = from.Count > 1 ? first.Box : second.Box;
            for (var k = 0; k < Math.Max(from.Count, to.Count); k++)
            {
                var apart = Down(Own(to[to.Count == 1 ? 0 : k]) - Own(from[from.Count == 1 ? 0 : k]));
                if (from.Count == 1 && to.Count == 1)
                {
                    sum.Add(apart);
                }
                else
                {
                    sum.AddTerm(devices[turning.Device].Turn[k], apart);
                }
            }

            return sum;
        }

        for (var k = 0; k < from.Count; k++)
        {
            sum.AddTerm(devices[first.Box.Device].Turn[k], Down(-Own(from[k])));
        }

        for (var k = 0; k < to.Count; k++)
        {
            sum.AddTerm(devices[second.Box.Device].Turn[k], Down(Own(to[k])));
        }

        return sum;
    }

    private void Along(LinearExprBuilder sum, SymbolicBox box, Axis axis, int sign)
    {
        if (box.Device >= 0 && box.Along[(int)axis] is var along && along != 0)
        {
            sum.AddTerm(Math.Abs(along) == 1 ? devices[box.Device].U : devices[box.Device].V, sign * Math.Sign(along));
        }
    }

    /// <summary>The constant of a face without what its factors add at the sampled shell, mm.</summary>
    private double Own(Moving face) => face.ConstantMm - face.Factors.Select((f, i) => f * StartMm(i)).Sum();

    private static long Down(double mm) => (long)Math.Floor((mm * PerMm) + 1e-6);

    /// <summary>One side of a block along every axis.</summary>
    public readonly record struct Side(SymbolicBox Box, bool Most)
    {
        public List<Moving> Faces(Axis axis)
        {
            var most = Most;
            return [.. Box.Ways.Select(w => (most ? w.Max : w.Min)[(int)axis])];
        }
    }

    private double StartMm(int variable) => variable < 3
        ? samples.Fit.Envelope.Outer.Size[(Axis)variable]
        : samples.Start.Trays.First(t => t.Id == samples.Trays[variable - 3]).UndersideMm;
}
