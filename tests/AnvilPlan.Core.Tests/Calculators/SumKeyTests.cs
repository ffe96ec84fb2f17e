using AnvilPlan.Core.Calculators;

namespace AnvilPlan.Core.Tests.Calculators;

public class SumKeyTests
{
    [Theory]
    [InlineData("span_mm", "span", "mm", "mm")]
    [InlineData("density_g_per_cm3", "density", "g_per_cm3", "g/cm³")]
    [InlineData("coefficient_per_pct", "coefficient", "per_pct", "1/%")]
    [InlineData("angle_deg", "angle", "deg", "°")]
    [InlineData("inertia_mm4", "inertia", "mm4", "mm⁴")]
    [InlineData("soak_C", "soak", "C", "°C")]
    [InlineData("clamp_count", "clamp count", "", "")]
    public void A_key_is_read_as_a_name_and_a_unit(string key, string name, string unit, string sign) =>
        Assert.Equal(new SumKey(key, name, unit, sign), SumKey.Of(key));
}
