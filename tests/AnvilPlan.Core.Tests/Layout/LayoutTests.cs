using AnvilPlan.Core.Layout;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Layout;

/// <summary>Rules of layout against a second method.</summary>
public class LayoutTests
{
    [Fact]
    public void Root_sum_square_is_the_spread_of_many_made_chains()
    {
        double[] nominal = [120, 18, 18, 2, 80], signs = [1, -1, -1, -1, -1], tolerance = [0.5, 0.3, 0.3, 0.1, 0.4];
        var stack = ToleranceStack.Of(nominal, signs, tolerance);
        var random = new Random(1);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        var gaps = Enumerable.Range(0, 40_000).Select(_ => nominal.Select((n, i) => signs[i] * (n + (tolerance[i] / 3 * Normal()))).Sum())
            .ToList();
        var mean = gaps.Average();
        var sigma = Math.Sqrt(gaps.Sum(g => (g - mean) * (g - mean)) / gaps.Count);
        Assert.Equal(stack.GapMm, mean, 0.01);
        Assert.Equal(stack.RssMm, 3 * sigma, 0.02);
        Assert.True(stack.WorstCaseMm > stack.RssMm);
    }

    [Fact]
    public void Worst_case_is_the_least_gap_over_all_corners_of_the_tolerances()
    {
        double[] nominal = [50, 20, 25], signs = [1, -1, -1], tolerance = [0.2, 0.1, 0.3];
        var least = Enumerable.Range(0, 8)
            .Min(bits => nominal.Select((n, i) => signs[i] * (n + ((bits >> i & 1) == 0 ? tolerance[i] : -tolerance[i]))).Sum());
        Assert.Equal(least, ToleranceStack.Of(nominal, signs, tolerance).GapMinWorstMm, 9);
    }

    [Fact]
    public void Lists_of_unequal_length_are_refused() =>
        Assert.Throws<ArgumentException>(() => ToleranceStack.Of([1, 2], [1], [0, 0]));

    [Theory]
    [InlineData(new[] { 10.0, 10.1, 10.05 }, null)]
    [InlineData(new[] { 10.0, 10.0, 10.0 }, null)]
    [InlineData(new[] { 9.0, 10.0, 10.01, 10.02, 9.99 }, 0)]
    [InlineData(new[] { 10.0, 10.01, 10.02, 9.99, 11.5 }, 4)]
    public void An_outlier_stands_far_from_the_others(double[] readings, int? outlier) =>
        Assert.Equal(outlier, CaliperSeries.Of(readings).OutlierIndex);

    [Fact]
    public void With_more_than_ten_readings_the_test_does_not_speak()
    {
        var many = Enumerable.Repeat(10.0, 11).Append(99).ToList();
        Assert.Null(CaliperSeries.Of(many).OutlierIndex);
        Assert.Throws<ArgumentOutOfRangeException>(() => CaliperSeries.Of([1]));
    }

    [Fact]
    public void A_template_guided_by_a_bush_cuts_the_opening_that_was_wanted()
    {
        // the bush rides the template's edge, the cutter's far side is offset inwards by (bush - cutter) / 2 all round
        var t = TemplateOffset.Of(17, 8, 120);
        Assert.Equal(120, t.TemplateOpeningMm - 17 + 8, 9);
        Assert.Equal(4, t.CornerRadiusMm);
    }

    [Fact]
    public void Corners_of_a_regular_frame_add_up_to_its_angle_sum()
    {
        for (var n = 3; n <= 12; n++)
        {
            Assert.Equal(180 * (n - 2), n * PolygonMitre.Of(n).CornerDegrees, 9);
            Assert.Equal(180, (2 * PolygonMitre.Of(n).CutDegrees) + PolygonMitre.Of(n).CornerDegrees, 9);
        }
    }

    [Fact]
    public void A_print_at_the_corrected_scale_measures_true()
    {
        var p = PrintScale.Of(100, 98.6, 164.9);
        Assert.Equal(100, 98.6 * p.ReprintPercent / 100, 9);
        Assert.Equal(164.9 * 0.986, 164.9 + p.ErrorMm, 9);
    }
}
