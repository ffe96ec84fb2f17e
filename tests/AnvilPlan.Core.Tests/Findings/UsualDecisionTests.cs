using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Findings;

/// <summary>What a decision is until another is taken.</summary>
public class UsualDecisionTests
{
    [Fact]
    public void All_of_them_together_are_in_range_and_name_what_the_catalog_has()
    {
        var design = Sample.Empty with
        {
            Engraved = Engraved.Usual,
            Box = Sample.Empty.Box with { Feet = Feet.Usual },
            Trays = [Tray.Usual, Tray.Usual with { Id = "folded", UndersideMm = 80, Support = TraySupport.Flanges, RailBarId = null,
                Flanges = TrayFlanges.Usual }],
        };
        Assert.Empty(DesignCheck.Problems(design, Sample.Catalog));
        // the check tells what it is there for
        var unknown = design with { Trays = [Tray.Usual with { MaterialId = "no-such" }] };
        Assert.NotEmpty(DesignCheck.Problems(unknown, Sample.Catalog));
        Assert.Contains(Sample.Catalog.Materials, m => m.Id == Adapter.Usual.MaterialId);
    }
}
