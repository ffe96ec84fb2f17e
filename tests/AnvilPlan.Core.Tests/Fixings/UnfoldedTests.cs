using AnvilPlan.Core.Construction.FoldedSheets;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fixings;

/// <summary>Blanks carry the holes of their faces where they lie before the bend.</summary>
public class UnfoldedTests
{
    [Fact]
    public void Over_a_bend_two_holes_lie_apart_by_their_outside_distances_less_the_deduction()
    {
        var design = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = 1.5,
            MeasuredMm = 1.5
        })) with
        {
            Structures = [new FoldedSheet("tray", [Face.Bottom, Face.Front, Face.Back], 1.5, 0, SheetJoin.Rivets)],
        };
        var plan = Sample.Plan(design.With(Sample.Device("board", "sbc-65", "panel/bottom", 90, 90),
            Sample.Device("jack", "dc-jack", "panel/front", 150, 70)));
        var (blank, front, bottom) = (plan.Part("tray"), plan.Part("shell/front"), plan.Part("shell/bottom"));
        var jack = front.Features.First(f => f.For == "device/jack" || f.Id.StartsWith("jack/", StringComparison.Ordinal));
        var inFront = front.Frame.ToSpace(At(jack));
        // BD of 1.5 sheet, R 1.5, K 0.38, by hand: 2 x 3 - pi/2 x (1.5 + 0.57) = 2.748
        const double deduction = 6 - (Math.PI / 2 * 2.07);
        Assert.Equal(2.748, deduction, 3);
        var compared = 0;
        foreach (var hole in bottom.Features.OfType<Hole>().Where(h => h.Id.StartsWith("board/", StringComparison.Ordinal)))
        {
            var inBottom = bottom.Frame.ToSpace(hole.At);
            var (a, b) = (At(blank.Features.Single(f => f.Id == $"flat/shell/bottom/{hole.Id}")),
                At(blank.Features.Single(f => f.Id == $"flat/shell/front/{jack.Id}")));
            // along the bend line as they are; across it the way down the front and in under the bottom, from the outer corner
            var (along, across) = Math.Abs(Math.Abs(a.U - b.U) - Math.Abs(inBottom.X - inFront.X)) < 1e-3 ? (a.U - b.U, a.V - b.V)
                : (a.V - b.V, a.U - b.U);
            Assert.Equal(Math.Abs(inBottom.X - inFront.X), Math.Abs(along), 3);
            Assert.Equal(inFront.Z + inBottom.Y - deduction, Math.Abs(across), 2);
            compared++;
        }

        Assert.Equal(4, compared);
    }

    private static Uv At(Feature feature) =>
        feature switch { Hole h => h.At, Opening o => o.At, _ => throw new InvalidOperationException($"{feature.Id} has no middle.") };
}
