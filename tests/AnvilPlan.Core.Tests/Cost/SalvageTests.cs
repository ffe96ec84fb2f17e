using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Cost;

public class SalvageTests
{
    [Fact]
    public void What_is_bought_and_what_is_salvaged_always_add_up_to_what_is_needed()
    {
        var need = Sample.Plan(Sample.Marsh).Cost.Purchase.Where(l => l.Kind is "hardware" or "screw").GroupBy(l => l.Item)
            .ToDictionary(g => g.Key, g => g.Sum(l => l.Count));
        var random = new Random(31);
        for (var i = 0; i < 30; i++)
        {
            var salvage = Enumerable.Range(0, 6).Select(n => random.Next(2) == 0
                ? new SalvageItem("s" + n, SalvageKind.Device, Sample.Marsh.Devices[random.Next(Sample.Marsh.Devices.Count)].ModelId,
                    random.Next(4), (Condition)random.Next(3))
                : new SalvageItem("s" + n, SalvageKind.Screw, need.Keys.ElementAt(random.Next(need.Count)), random.Next(20),
                    (Condition)random.Next(3))).ToList();
            var cost = Sample.Plan(Sample.Marsh, ShopProfile.Usual with { Salvage = salvage }).Cost;
            foreach (var (item, count) in need)
            {
                Assert.Equal(count, cost.Purchase.Concat(cost.FromSalvage).Where(l => l.Item == item).Sum(l => l.Count));
            }

            Assert.All(cost.FromSalvage, l => Assert.Equal(0, l.TotalCents));
            Assert.Equal(cost.HardwareCents, cost.Purchase.Where(l => l.Kind == "hardware").Sum(l => l.TotalCents));
        }
    }

    [Fact]
    public void Two_lots_of_the_same_thing_are_used_together_and_never_twice()
    {
        var design = Sample.WithTray.With(Sample.Device("a", "relay-2", "tray-1", 30, 40),
            Sample.Device("b", "relay-2", "tray-1", 130, 40));
        var lots = new List<SalvageItem> { new("1", SalvageKind.Device, "relay-2", 1, Condition.Good),
            new("2", SalvageKind.Device, "relay-2", 5, Condition.Worn) };
        var cost = Sample.Plan(design, ShopProfile.Usual with { Salvage = lots }).Cost;
        Assert.Equal(2, cost.FromSalvage.Single().Count);
        Assert.Equal(0, cost.HardwareCents);
        var batch = Sample.Plan(design with { Brief = design.Brief with { Quantity = 5 } }, ShopProfile.Usual with { Salvage = lots }).Cost;
        Assert.Equal((6, 4), (batch.FromSalvage.Single().Count, batch.Purchase.Single(l => l.Kind == "hardware").Count));
    }
}
