using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Audit.Tests;

/// <summary>Designs at random, carried to files and read again.</summary>
public class RandomAuditTests
{
    [Theory]
    [InlineData(103)]
    [InlineData(102)]
    public void Random_designs_are_written_without_a_defect(int seed)
    {
        var result = Auditor.Run(Shipped.Catalog, ShopProfile.Usual, AuditTests.Demos, 12, seed, beginnings: false);
        Assert.Equal("", string.Join('\n', result.Kinds.Select(k => k.Example)));
    }
}
