using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Fit;

/// <summary>Devices made of several blocks: what fits beside a barrel and behind a bezel, and what does not.</summary>
public class BodyBlockTests
{
    // front of 11.9 mm; the meter's bezel of 65 bears on it, 10 mm behind it is 52 wide, as far as 45 behind the outer face
    private static readonly Design Meter = Sample.Empty.With(Sample.Device("meter", "meter-52", "panel/front", 100, 60));

    private static string[] Hits(Design design) => [.. Sample.Plan(design).Findings.Where(f => f.Code is "devices-collide")
        .Select(f => f.Text)];

    private static Design Beside(double behindMm, double rightMm)
    {
        // a board of 60 x 45 x 14 on a tray under the meter's middle: its front left corner so far behind the front's outer face, and right
        // of the bezel's left edge
        var tray = new Tray("tray-1", "Tray", "aluminium-5052", 2, 2, 70, 1, TraySupport.Posts, null);
        return Meter with
        {
            Trays = [tray],
            Devices = [.. Meter.Devices, Sample.Device("level", "level-60", "tray-1", 100 + rightMm - 12.9, behindMm - 12.9)]
        };
    }

    [Theory]
    // the barrel lies 6.5 to 58.5 right of the bezel's left edge
    [InlineData(25, -50, true)]
    [InlineData(25, -54, false)]
    [InlineData(25, -40, true)]
    [InlineData(25, 59, false)]
    [InlineData(25, 56, true)]
    public void Beside_the_barrel_and_behind_the_bezel_there_is_room(double behind, double right, bool hit)
    {
        var hits = Hits(Beside(behind, right));
        Assert.True(hit == (hits.Length > 0), string.Join("; ", hits));
    }

    [Fact]
    public void Its_blocks_lie_where_it_stands_and_are_seen_from_outside()
    {
        var meter = Sample.Plan(Meter).Devices.Single();
        Assert.Equal(2, meter.Blocks.Count);
        // 12 before the front, 10 behind its outer face; then as far as 45
        Assert.Equal((-12, 10), (meter.Blocks[0].Min.Y, meter.Blocks[0].Max.Y));
        Assert.Equal((10, 45), (meter.Blocks[1].Min.Y, meter.Blocks[1].Max.Y));
        Assert.Equal((106.5, 158.5), (meter.Blocks[1].Min.X, meter.Blocks[1].Max.X));
        Assert.Equal(meter.Body, Box.Between(new(meter.Blocks[0].Min.X, -12, meter.Blocks[0].Min.Z),
            new(meter.Blocks[0].Max.X, 45, meter.Blocks[0].Max.Z)));
    }

    [Fact]
    public void A_board_that_is_high_at_one_end_lets_another_hang_over_its_low_one()
    {
        // 80 x 50, 6 high but for 20 x 50 that are 30 high; standing on the bottom, another hangs from a tray 20 above
        var high = Shipped.Catalog.Model("relay-2") with
        {
            Id = "step",
            Name = "Step",
            WidthMm = 80,
            DepthMm = 50,
            HeightMm = 30,
            UnderMm = 0,
            Blocks = [new(0, 0, 0, 80, 50, 6), new(60, 0, 6, 20, 50, 24)],
            Holes = [new(4, 4, 3.2), new(76, 46, 3.2)],
            Ports = [],
            KeepOuts = [],
        };
        var whole = high with { Id = "whole", Blocks = [] };
        var catalog = Shipped.Catalog.With([high, whole]);
        bool Collide(string model, double u)
        {
            var tray = new Tray("tray-1", "Tray", "aluminium-5052", 2, 2, 42, 1, TraySupport.Posts, null);
            var design = Sample.Empty with
            {
                Trays = [tray],
                Devices = [Sample.Device("below", model, "panel/bottom", 100, 100) with { Mounting = new OwnFixings { StandoffMm = 5 } },
                    Sample.Device("above", "clock-40", "tray-1", u, 90) with { FarFace = true, Mounting = new OwnFixings { StandoffMm = 5 } }],
            };
            return Planner.Plan(design, catalog, Core.Shops.ShopProfile.Usual, Core.Bench.AsBuilt.Nothing).Findings
                .Any(f => f.Code == "devices-collide");
        }

        // under the tray its deck's u begins 12.9 in; 40 wide: over the low end, then over the high one
        Assert.True(Collide("whole", 95));
        Assert.False(Collide("step", 95));
        Assert.True(Collide("step", 125));
    }
}
