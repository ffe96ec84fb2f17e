using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.Tests.Geometry;

/// <summary>
/// What a bend of any angle fills: its volume, its points and its blocks against each other and against a count of points.
/// </summary>
public class BendRingTests
{
    private static BendRing Turned(double deg) => new(default, Direction.Front, Direction.Down, 0, 10, 3, 5) { TurnDeg = deg };

    public static TheoryData<double> Turns => [10, 35, 60, 89.5, 90, 91, 120, 150, 170];

    [Theory]
    [MemberData(nameof(Turns))]
    public void Of_any_angle_it_holds_what_lies_between_its_ends(double deg)
    {
        var (bend, held, around) = (Turned(deg), 0, Turned(deg).Around.Grow(1e-9));
        var blocks = bend.Blocks().ToList();
        for (var y = -4.975; y < 5; y += 0.05)
        {
            for (var z = -4.975; z < 5; z += 0.05)
            {
                var at = new Point3(5, y, z);
                // front is -y, down is -z: turned from the first towards the second
                var turned = Math.Atan2(-z, -y) * 180 / Math.PI;
                var (far, inside) = (Math.Sqrt((y * y) + (z * z)), turned >= 0 && turned <= deg);
                Assert.Equal(inside && far is >= 3 and <= 5, bend.Holds(at));
                held += bend.Holds(at) ? 1 : 0;
                Assert.True(!bend.Holds(at) || around.Contains(at), $"{at} outside its own box");
                Assert.True(bend.Holds(at) || !blocks.Exists(b => b.Grow(-1e-6).Contains(at)), $"{at} in a block, not in the bend");
                // a needle along the axis is as deep in it as its nearest way out of a circle
                var needle = bend.SharedMm(new Box(at with { X = 0 }, at with { X = 10 }).Grow(1e-6));
                Assert.Equal(bend.Holds(at) ? Math.Min(5 - far, far - 3) : 0, needle, 1e-4);
            }
        }

        Assert.Equal(deg / 360 * Math.PI * (25 - 9) * 10, bend.VolumeMm3, 6);
        Assert.InRange(held * 0.0025 * 10 / bend.VolumeMm3, 0.97, 1.03);
        Assert.InRange(blocks.Sum(b => b.VolumeMm3) / bend.VolumeMm3, 0.3, 1);
    }

    private static readonly BendRing Bend = new(new(30, 0, 70), Direction.Left, Direction.Up, 10, 60, 18, 30);

    [Fact]
    public void Its_volume_is_its_section_times_the_way_of_its_centroid()
    {
        // Pappus: a rectangle of 12 x 50 whose middle runs a quarter of a circle of radius 24
        Assert.Equal(12 * 50 * (Math.PI / 2 * 24), Bend.VolumeMm3, 6);
        // a round block: a quarter of a cylinder of radius 30
        Assert.Equal(Math.PI * 900 / 4 * 50, (Bend with { InsideMm = 0 }).VolumeMm3, 6);
    }

    [Fact]
    public void It_holds_as_much_of_a_grid_of_points_as_its_volume_says()
    {
        const double step = 0.5;
        var held = 0;
        for (var x = step / 2; x < 30; x += step)
        {
            for (var z = 70 + (step / 2); z < 100; z += step)
            {
                held += Bend.Holds(new(x, 35, z)) ? 1 : 0;
            }
        }

        Assert.InRange(held * step * step * 50 / Bend.VolumeMm3, 0.995, 1.005);
    }

    [Theory]
    [InlineData(30, 35, 101, false)]
    [InlineData(30, 35, 99.9, true)]
    [InlineData(0.1, 35, 70, true)]
    [InlineData(30, 35, 87, false)]
    [InlineData(31, 35, 95, false)]
    [InlineData(30, 9, 95, false)]
    public void It_lies_between_both_circles_on_the_side_of_both_ends(double x, double y, double z, bool held) =>
        Assert.Equal(held, Bend.Holds(new(x, y, z)));

    [Fact]
    public void Its_blocks_lie_inside_it_and_fill_most_of_it()
    {
        var blocks = Bend.Blocks().ToList();
        Assert.All(blocks, b =>
        {
            foreach (var x in (double[])[b.Min.X + 1e-6, b.Max.X - 1e-6])
            {
                foreach (var z in (double[])[b.Min.Z + 1e-6, b.Max.Z - 1e-6])
                {
                    Assert.True(Bend.Holds(new(x, 35, z)), $"({x}, {z})");
                }
            }
        });
        Assert.InRange(blocks.Sum(b => b.VolumeMm3) / Bend.VolumeMm3, 0.7, 1);
    }

    [Theory]
    // inside the bend, its corner √(10² + 15.206²) = 18.2 from the axis
    [InlineData(20, 70, 30, 85.206, 0.2)]
    // nearer the axis than the inside
    [InlineData(20, 70, 30, 80, 0)]
    // outside, short of the corner that the bend rounds off
    [InlineData(-2, 94, 4, 101, 0)]
    // behind the first end
    [InlineData(0, 60, 10, 70, 0)]
    // across the sheet, its nearest corner √(15² + 2²) = 15.13 from the axis
    [InlineData(-5, 72, 15, 76, 14.9)]
    public void It_knows_how_deep_a_block_is_in_it(double x0, double z0, double x1, double z1, double by) =>
        Assert.Equal(by, Bend.SharedMm(new Box(new(x0, 0, z0), new(x1, 200, z1))), 1);

    [Fact]
    public void It_is_cut_to_length_with_the_bar_that_it_is()
    {
        var half = Bend.Within(new Box(new(0, 35, 0), new(100, 80, 100)));
        Assert.Equal((35, 60), (half.FromMm, half.ToMm));
        Assert.Equal(Bend.VolumeMm3 / 2, half.VolumeMm3, 6);
    }
}
