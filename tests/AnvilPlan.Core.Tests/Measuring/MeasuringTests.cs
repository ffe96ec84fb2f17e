using AnvilPlan.Core.Measuring;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Measuring;

public class MeasuringTests
{
    [Fact]
    public void Every_dimension_of_every_model_can_be_set_and_comes_back()
    {
        foreach (var model in Sample.Catalog.Hardware)
        {
            foreach (var dimension in ModelDimensions.Of(model))
            {
                var changed = ModelDimensions.Accept(model, dimension.Key, dimension.NominalMm + 0.25, 3);
                var after = ModelDimensions.Of(changed).ToDictionary(d => d.Key, d => d.NominalMm);
                Assert.Equal(Math.Round(dimension.NominalMm + 0.25, 3), after[dimension.Key], 9);
                Assert.All(ModelDimensions.Of(model).Where(d => d.Key != dimension.Key), d => Assert.Equal(d.NominalMm, after[d.Key]));
            }
        }
    }

    [Fact]
    public void A_slipped_reading_is_thrown_out_and_the_rest_is_what_would_be_accepted()
    {
        var width = ModelDimensions.Of(Sample.Catalog.Model("relay-2"))[0];
        var record = DimensionRecord.Of(width, [.. new[] { 51.10, 51.12, 51.11, 51.90, 51.09 }.Select(v => new Reading(v, "typed"))]);
        // Dixon: gap 0.78 over range 0.81 = 0.963, beyond 0.642 for five readings
        Assert.Equal(3, record.OutlierIndex);
        Assert.Equal(51.105, record.AcceptMm);
        Assert.Equal(0.105, record.DifferenceMm!.Value, 9);
        Assert.Equal(0.81, record.RangeMm!.Value, 9);
        var one = DimensionRecord.Of(width, [new(51.2, "typed")]);
        Assert.Equal((51.2, 0.0, null), (one.AcceptMm!.Value, one.RangeMm!.Value, one.OutlierIndex));
        Assert.Null(DimensionRecord.Of(width, []).AcceptMm);
    }

    [Fact]
    public void A_model_keeps_one_note_for_each_measured_dimension()
    {
        var model = Sample.Catalog.Model("relay-2");
        var once = ModelDimensions.Accept(model, "width", 51.1, 3);
        var twice = ModelDimensions.Accept(once, "width", 51.2, 5);
        Assert.EndsWith("width as measured (5 readings)", twice.Confidence, StringComparison.Ordinal);
        Assert.DoesNotContain("3 readings", twice.Confidence, StringComparison.Ordinal);
        Assert.Throws<ArgumentException>(() => ModelDimensions.Accept(model, "hole/9/x", 1, 1));
    }
}
