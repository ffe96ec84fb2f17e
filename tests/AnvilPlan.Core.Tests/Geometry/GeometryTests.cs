using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Work;
using CsCheck;

namespace AnvilPlan.Core.Tests.Geometry;

public class GeometryTests
{
    private static readonly Direction[] All = Enum.GetValues<Direction>();
    private static readonly Gen<double> Coordinate = Gen.Double[-500, 500];

    public static TheoryData<Direction, Direction> Pairs
    {
        get
        {
            var pairs = new TheoryData<Direction, Direction>();
            foreach (var a in All)
            {
                foreach (var b in All.Where(b => b.Axis() != a.Axis()))
                {
                    pairs.Add(a, b);
                }
            }

            return pairs;
        }
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void The_cross_of_two_directions_is_the_cross_of_their_vectors(Direction a, Direction b)
    {
        var (p, q) = (a.Vector(), b.Vector());
        var byHand = new Point3((p.Y * q.Z) - (p.Z * q.Y), (p.Z * q.X) - (p.X * q.Z), (p.X * q.Y) - (p.Y * q.X));
        Assert.Equal(byHand, a.Cross(b).Vector());
        Assert.Equal(a.Cross(b), b.Cross(a).Opposite());
    }

    [Fact]
    public void Parallel_directions_have_no_cross()
    {
        Assert.Throws<ArgumentException>(() => Direction.Up.Cross(Direction.Down));
        Assert.Throws<ArgumentException>(() => Direction.Left.Cross(Direction.Left));
    }

    [Fact]
    public void A_direction_knows_axis_sign_and_opposite()
    {
        foreach (var d in All)
        {
            Assert.Equal(d, Directions.Of(d.Axis(), d.Sign()));
            Assert.Equal(d, d.Opposite().Opposite());
            Assert.Equal(-d.Sign(), d.Opposite().Sign());
        }
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void A_point_goes_into_a_frame_and_back(Direction u, Direction v)
    {
        var frame = new Frame(new Point3(10, -20, 30), u, v);
        Gen.Select(Coordinate, Coordinate, Coordinate).Sample((a, b, h) =>
        {
            var p = frame.ToSpace(new Uv(a, b), h);
            var back = frame.ToPlane(p);
            return Math.Abs(back.U - a) < 1e-9 && Math.Abs(back.V - b) < 1e-9 && Math.Abs(frame.HeightOf(p) - h) < 1e-9;
        });
    }

    [Fact]
    public void A_box_in_a_frame_keeps_its_sizes_and_its_least_corner_is_least()
    {
        var frame = new Frame(new Point3(5, 5, 5), Direction.Left, Direction.Up);
        var (min, max) = frame.ToPlane(new Box(new Point3(0, 0, 0), new Point3(4, 3, 2)));
        Assert.Equal(new Uv(1, -5), min);
        Assert.Equal(new Uv(5, -3), max);
        var box = frame.ToSpace(new Uv(0, 0), new Uv(10, 20), -2, 0);
        Assert.Equal(new Point3(10, 2, 20), box.Size);
    }

    [Fact]
    public void Four_quarter_turns_bring_everything_back()
    {
        Gen.Select(Gen.Double[1, 300], Gen.Double[1, 300], Gen.Double[0, 1], Gen.Double[0, 1]).Sample((w, d, fu, fv) =>
        {
            var start = new Uv(fu * w, fv * d);
            var at = start;
            var (width, depth) = (w, d);
            for (var i = 0; i < 4; i++)
            {
                at = QuarterTurn.Turn(at, width, depth, 1);
                (width, depth) = QuarterTurn.Size(width, depth, 1);
                if (at.U < -1e-9 || at.V < -1e-9 || at.U > width + 1e-9 || at.V > depth + 1e-9)
                {
                    return false;
                }
            }

            return at.DistanceTo(start) < 1e-9;
        });
    }

    [Theory]
    [InlineData(0, 10, 4)]
    [InlineData(1, 46, 10)]
    [InlineData(2, 78, 46)]
    [InlineData(3, 4, 78)]
    public void A_hole_of_an_88_x_50_body_turns_as_on_paper(int turns, double u, double v)
    {
        // (10, 4): a quarter turn counter-clockwise sends (x, y) to (D - y, x)
        Assert.Equal(new Uv(u, v), QuarterTurn.Turn(new Uv(10, 4), 88, 50, turns));
    }

    [Fact]
    public void Directions_turn_counter_clockwise_and_up_stays_up()
    {
        Assert.Equal(Direction.Back, QuarterTurn.Turn(Direction.Right, 1));
        Assert.Equal(Direction.Left, QuarterTurn.Turn(Direction.Right, 2));
        Assert.Equal(Direction.Front, QuarterTurn.Turn(Direction.Right, 3));
        Assert.Equal(Direction.Right, QuarterTurn.Turn(Direction.Right, 4));
        Assert.Equal(Direction.Up, QuarterTurn.Turn(Direction.Up, 3));
    }

    [Fact]
    public void Boxes_that_touch_do_not_overlap_and_boxes_that_share_volume_do()
    {
        var a = new Box(default, new Point3(10, 10, 10));
        Assert.False(a.Overlaps(new Box(new Point3(10, 0, 0), new Point3(20, 10, 10))));
        Assert.True(a.Overlaps(new Box(new Point3(9.9, 0, 0), new Point3(20, 10, 10))));
        Assert.Equal(1, a.Intersect(new Box(new Point3(9, 9, 9), new Point3(20, 20, 20))).VolumeMm3, 9);
        Assert.True(a.Contains(a));
        Assert.False(a.Contains(a.Grow(0.1)));
        Assert.Equal(0, a.Intersect(new Box(new Point3(50, 50, 50), new Point3(60, 60, 60))).VolumeMm3);
    }

    [Fact]
    public void Overlap_agrees_with_sampling_points()
    {
        var random = new Random(4);
        Point3 Any() => new(random.Next(0, 20), random.Next(0, 20), random.Next(0, 20));
        for (var i = 0; i < 400; i++)
        {
            var (a, b) = (Box.Between(Any(), Any()), Box.Between(Any(), Any()));
            var shared = false;
            for (var x = 0.5; x < 20 && !shared; x++)
            {
                for (var y = 0.5; y < 20 && !shared; y++)
                {
                    for (var z = 0.5; z < 20 && !shared; z++)
                    {
                        shared = a.Contains(new Point3(x, y, z)) && b.Contains(new Point3(x, y, z));
                    }
                }
            }

            Assert.Equal(shared, a.Overlaps(b));
        }
    }
}
