using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.BentWraps;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>The schools of a corner compared for any edge, and taken.</summary>
public class CornerTests
{
    private static IReadOnlyList<CornerOption> Compare(Design design, EdgeId edge, double radius) =>
        BentWrapSystem.Compare(design, Sample.Catalog, ShopProfile.Usual, edge, radius);

    private static CornerOption Of(IReadOnlyList<CornerOption> options, CornerMethod method) => options.Single(o => o.Method == method);

    [Fact]
    public void Inside_radius_and_loss_are_the_geometry_of_the_corner()
    {
        var options = Compare(Sample.Empty, EdgeId.FrontLeft, 40);
        Assert.Equal(Enum.GetValues<CornerMethod>(), options.Select(o => o.Method));
        foreach (var bent in (CornerMethod[])[CornerMethod.StraightKerf, CornerMethod.TaperedKerf, CornerMethod.Laminated])
        {
            Assert.Equal((40 - 11.9, 40 - 11.9), (Math.Round(Of(options, bent).InsideRadiusMm, 6), Math.Round(Of(options, bent)
                .InsideLossMm, 6)));
        }

        Assert.Equal((0.0, 0.0), (Of(options, CornerMethod.Mitred).InsideRadiusMm, Of(options, CornerMethod.Mitred).InsideLossMm));
        // rounded over: at most 2.2 thicknesses
        Assert.Equal(2.2 * 11.9, Of(options, CornerMethod.RoundedSolid).MostRadiusMm!.Value, 6);
        Assert.False(Of(options, CornerMethod.RoundedSolid).Possible);
        Assert.True(Of(Compare(Sample.Empty, EdgeId.FrontLeft, 20), CornerMethod.RoundedSolid).Possible);
    }

    [Theory]
    [InlineData(15)]
    [InlineData(30)]
    [InlineData(60)]
    [InlineData(110)]
    public void What_is_called_possible_can_be_taken_without_a_corner_stop(double radius)
    {
        foreach (var option in Compare(Sample.Empty, EdgeId.FrontLeft, radius))
        {
            var turned = BentWrapSystem.Turned(Sample.Empty, Sample.Catalog, EdgeId.FrontLeft, option.Method, radius)!;
            Assert.Empty(DesignCheck.Problems(turned, Sample.Catalog));
            Assert.Equal(option.Possible, Sample.Plan(turned).Findings.All(f => f.Code != "corner-not-possible"));
            Assert.True(option.Possible || option.LeastRadiusMm > radius || option.MostRadiusMm < radius
                || option.Note.Contains("web", StringComparison.Ordinal), $"{option.Method}: {option.Note}");
        }
    }

    [Fact]
    public void A_corner_beside_the_wrap_makes_it_longer_and_one_of_another_axis_does_not()
    {
        var one = BentWrapSystem.Turned(Sample.Empty, Sample.Catalog, EdgeId.FrontLeft, CornerMethod.Mitred, 20)!;
        var two = BentWrapSystem.Turned(one, Sample.Catalog, EdgeId.FrontRight, CornerMethod.StraightKerf, 40)!;
        var wrap = Assert.Single(two.Structures.OfType<BentWrap>());
        Assert.Equal(3, wrap.Path.Count);
        Assert.Equal(BentWrapEdges(wrap), wrap.Corners.Select(c => c.Edge));
        Assert.Empty(DesignCheck.Problems(two, Sample.Catalog));
        Assert.Null(BentWrapSystem.Turned(two, Sample.Catalog, EdgeId.FrontTop, CornerMethod.Mitred, 20));
        var three = BentWrapSystem.Turned(two, Sample.Catalog, EdgeId.BackLeft, CornerMethod.CornerBlock, 30)!;
        Assert.Equal(4, three.Structures.OfType<BentWrap>().Single().Path.Count);
        // four faces are the whole way round: the last edge stays a joint
        Assert.Null(BentWrapSystem.Turned(three, Sample.Catalog, EdgeId.BackRight, CornerMethod.Mitred, 20));
        var changed = BentWrapSystem.Turned(two, Sample.Catalog, EdgeId.FrontRight, CornerMethod.CornerBlock, 35)!;
        Assert.Equal(new WrapCorner(EdgeId.FrontRight, CornerMethod.CornerBlock, 35, null), changed.Structures.OfType<BentWrap>().Single()
            .Corners.Single(c => c.Edge == EdgeId.FrontRight));
    }

    private static IEnumerable<EdgeId> BentWrapEdges(BentWrap wrap) => wrap.Path.Zip(wrap.Path.Skip(1), Faces.Between);

    [Fact]
    public void Open_and_metal_faces_have_no_wooden_corner()
    {
        var open = Sample.Empty.WithPanel(Face.Left, p => p with { Hold = PanelHold.Open });
        var metal = Sample.Empty.WithPanel(Face.Left, p => p with { MaterialId = "aluminium-5052", NominalMm = 2 });
        foreach (var design in (Design[])[open, metal])
        {
            Assert.Empty(Compare(design, EdgeId.FrontLeft, 30));
            Assert.Null(BentWrapSystem.Turned(design, Sample.Catalog, EdgeId.FrontLeft, CornerMethod.Mitred, 30));
        }
    }

    [Fact]
    public void Plates_and_bars_make_way_for_a_bend()
    {
        var design = Sample.WithTray with { Box = Sample.WithTray.Box with { Feet = null } };
        foreach (var edge in (EdgeId[])[EdgeId.FrontLeft, EdgeId.FrontRight])
        {
            design = BentWrapSystem.Turned(design, Sample.Catalog, edge, CornerMethod.StraightKerf, 50)!;
        }

        var plan = Sample.Plan(design);
        var tray = plan.Part("tray-1");
        // in steps round each of the two bends
        var notches = tray.Features.Where(f => f.Id.StartsWith("notch/bent-wrap/corner-", StringComparison.Ordinal)).ToList();
        Assert.Equal(["bent-wrap/corner-front-left", "bent-wrap/corner-front-right"], notches.Select(n => n.For).Distinct()
            .Order(StringComparer.Ordinal));
        // the rail beside the left wall begins where the bend ends: 50 from the front
        Assert.Equal(50, plan.Part("rail/tray-1/left").Box.Min.Y, 0.8);
        Assert.Empty(SolidityCheck.Overlaps(plan));
        Assert.DoesNotContain(plan.Findings, f => f.Code == "part-floats");
    }
}
