using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Figures;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Figures;

/// <summary>Numbers of a project that sums take, and results that go back.</summary>
public class FigureTests
{
    private static IReadOnlyList<ProjectFigure> Of(Design design) =>
        ProjectFigures.Of(design, Sample.Plan(design), Sample.Catalog, ShopProfile.Usual);

    [Fact]
    public void Each_has_an_id_of_its_own_and_a_unit()
    {
        var figures = Of(Sample.Marsh);
        Assert.Equal(figures.Count, figures.Select(f => f.Id).Distinct().Count());
        Assert.All(figures, f => Assert.NotEmpty(f.Unit));
        Assert.All(figures, f => Assert.True(double.IsFinite(f.Value)));
        Assert.Equal(Sample.Plan(Sample.Marsh).Part("shell/front").LengthMm, figures.Single(f => f.Id == "part/shell/front/length").Value);
        Assert.Equal(3.2, figures.Single(f => f.Id == "shop/kerf/Plywood").Value);
    }

    [Fact]
    public void What_is_put_in_its_place_is_read_back_and_the_design_stays_sound()
    {
        foreach (var figure in Of(Sample.Marsh).Where(f => f.Put is not null))
        {
            Assert.True(figure.Range.Least <= figure.Value && figure.Value <= figure.Range.Most, figure.Id);
            var value = Math.Clamp(figure.Value + 1, figure.Range.Least, figure.Range.Most);
            var changed = figure.Put!(Sample.Marsh, value);
            Assert.Equal(value, Of(changed).Single(f => f.Id == figure.Id).Value, 9);
            Assert.Empty(DesignCheck.Problems(changed, Sample.Catalog));
        }
    }

    /// <summary>Of every way to build: what a drawing offers to be typed is what the part then measures.</summary>
    [Fact]
    public void The_size_of_a_panel_that_is_typed_is_the_size_that_it_gets()
    {
        var typed = 0;
        foreach (var design in Sample.Catalog.Systems.Select(s => s.Begin(Sample.Empty, Sample.Catalog)).OfType<Design>()
            .Append(Sample.Empty).Append(Sample.Marsh))
        {
            foreach (var figure in Of(design).Where(f => f.Id.StartsWith("part/", StringComparison.Ordinal) && f.Put is not null))
            {
                var changed = figure.Put!(design, figure.Value + 7.5);
                Assert.Equal(figure.Value + 7.5, Of(changed).Single(f => f.Id == figure.Id).Value, 6);
                typed++;
            }
        }

        Assert.True(typed > 100, $"only {typed} sizes of panels can be typed");
    }

    [Fact]
    public void Feet_are_a_figure_only_where_there_are_feet() =>
        Assert.DoesNotContain(Of(Sample.Empty with { Box = Sample.Empty.Box with { Feet = null } }), f => f.Id == "feet/height");
}
