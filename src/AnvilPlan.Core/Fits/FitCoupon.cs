using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Fits;

/// <summary>
/// A comb of slots that grow by a step, and a tongue to try in them: the smallest slot in which it slides by hand tells the
/// tolerance of the process, half of that clearance. mm.
/// </summary>
/// <param name="StepsMm">Clearance of each slot, the first tightest.</param>
public sealed record FitCoupon(ShopProcess Process, string MaterialId, double ThicknessMm, double TongueMm, IReadOnlyList<double> StepsMm)
{
    private const double WallMm = 8;
    private const double SlotDeepMm = 20;
    private const double BackMm = 12;

    /// <summary>Slots from nothing to a good deal more than a sliding fit of the tolerance that is known now.</summary>
    public static FitCoupon For(ShopProcess process, string materialId, double thicknessMm, ShopProfile shop)
    {
        var sliding = 2 * shop.ToleranceOf(process).PlusMinusMm;
        var step = Math.Max(0.05, Math.Round(sliding / 4 * 20) / 20);
        return new FitCoupon(process, materialId, thicknessMm, 12, [.. Enumerable.Range(0, 8).Select(i => Math.Round(i * step, 3))]);
    }

    public double LengthMm => StepsMm.Sum(s => TongueMm + s + WallMm) + WallMm;

    public const double WidthMm = BackMm + SlotDeepMm;

    /// <summary>From and to of each slot along the comb.</summary>
    public IEnumerable<(double From, double To)> Slots()
    {
        var at = WallMm;
        foreach (var step in StepsMm)
        {
            yield return (at, at + TongueMm + step);
            at += TongueMm + step + WallMm;
        }
    }

    /// <summary>Comb and tongue as parts to be cut.</summary>
    public IReadOnlyList<Part> Parts() =>
    [
        Plain("coupon/comb", "Comb", LengthMm, WidthMm,
        [
            .. Slots().Select((s, i) => Notch.Rectangle($"slot/{i + 1}", "coupon", $"slot {i + 1}: + {StepsMm[i]:0.##}", WorkedFrom.Seen,
                new Uv(s.From, BackMm), new Uv(s.To, WidthMm + 1), null, $"tongue {TongueMm} and {StepsMm[i]:0.##} mm")),
        ]),
        Plain("coupon/tongue", "Tongue", 3 * TongueMm, TongueMm, []),
    ];

    /// <summary>The comb as columns of solid: back from end to end, teeth between the slots.</summary>
    public IReadOnlyList<Box> Solids()
    {
        var teeth = Slots().Select(s => s.To).Prepend(0).Zip(Slots().Select(s => s.From).Append(LengthMm));
        return [new Box(default, new(LengthMm, BackMm, ThicknessMm)),
            .. teeth.Select(t => new Box(new(t.First, BackMm, 0), new(t.Second, WidthMm, ThicknessMm)))];
    }

    private Part Plain(string id, string name, double length, double width, IReadOnlyList<Feature> features) => new(
        id, name, PartKind.Panel, MaterialId, MaterialId, ThicknessMm, ThicknessMm, length, width, length, width, false, 0, "outside",
            "inside", null,
        new Box(default, new Point3(length, width, ThicknessMm)), new Frame(default, Direction.Right, Direction.Back), features, "",
            PartState.ToDo, false, []);
}
