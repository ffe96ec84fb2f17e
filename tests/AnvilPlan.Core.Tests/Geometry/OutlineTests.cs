using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Geometry;

public sealed class OutlineTests
{
    /// <summary>Half circle on the right of a square of 10: through (10, 0), (15, 5), (10, 10).</summary>
    private static readonly Outline Nose = Outline.Of([new Vertex(0, 0), new(10, 0, 1), new(10, 10), new(0, 10)]);

    /// <summary>The same half circle let into the square.</summary>
    private static readonly Outline Bite = Outline.Of([new Vertex(0, 0), new(10, 0, -1), new(10, 10), new(0, 10)]);

    [Fact]
    public void Areas_are_those_of_square_and_circle()
    {
        Assert.Equal(100 + (Math.PI * 12.5), Nose.AreaMm2, 9);
        Assert.Equal(100 - (Math.PI * 12.5), Bite.AreaMm2, 9);
        Assert.Equal(Math.PI * 9, Outline.CircleAt(new(4, 5), 6).AreaMm2, 9);
        // 40 x 20 with corners of 5: four squares of 25 become four quarters of a circle
        Assert.Equal(800 - 100 + (25 * Math.PI), Outline.Rounded(new(0, 0), new(40, 20), 5).AreaMm2, 9);
        Assert.Equal((4 * 36) + (Math.PI * 4), Outline.Rounded(new(0, 0), new(40, 4), 9).AreaMm2, 9);
    }

    [Fact]
    public void An_arc_reaches_beyond_its_corners_on_the_side_that_it_turns_to()
    {
        Assert.Equal((new Uv(0, 0), new Uv(15, 10)), (Nose.Min, Nose.Max));
        Assert.Equal((new Uv(0, 0), new Uv(10, 10)), (Bite.Min, Bite.Max));
        var circle = Outline.CircleAt(new(4, 5), 6);
        Assert.Equal((new Uv(1, 2), new Uv(7, 8)), (circle.Min, circle.Max));
    }

    [Fact]
    public void Points_lie_inside_as_the_circle_says()
    {
        var random = new Random(3);
        for (var i = 0; i < 5000; i++)
        {
            var p = new Uv((random.NextDouble() * 20) - 2, (random.NextDouble() * 14) - 2);
            var square = p is { U: > 0 and < 10, V: > 0 and < 10 };
            var round = p.DistanceTo(new(10, 5)) < 5;
            Assert.Equal(square || round, Nose.Contains(p));
            Assert.Equal(square && !round, Bite.Contains(p));
        }
    }

    [Theory]
    [InlineData(0.5)]
    [InlineData(0.01)]
    public void Chords_leave_an_arc_by_no_more_than_was_asked(double sagitta)
    {
        var points = Nose.Points(sagitta);
        var round = points.Where(p => p.U > 10.0001).ToList();
        Assert.All(round, p => Assert.Equal(5, p.DistanceTo(new(10, 5)), 9));
        foreach (var (a, b) in round.Zip(round.Skip(1)))
        {
            Assert.InRange(5 - new Uv((a.U + b.U) / 2, (a.V + b.V) / 2).DistanceTo(new(10, 5)), 0, sagitta + 1e-9);
        }
    }

    [Fact]
    public void What_lies_within_a_rectangle_is_weighed_alone()
    {
        Assert.Equal(50, Outline.Rectangle(new(-5, 0), new(5, 10)).AreaWithin(default, new(100, 100)), 9);
        // half a circle over the edge, a quarter over the corner, none beyond
        Assert.Equal(Math.PI * 18, Outline.CircleAt(new(0, 20), 12).AreaWithin(default, new(40, 40)), 0.05);
        Assert.Equal(Math.PI * 9, Outline.CircleAt(new(0, 0), 12).AreaWithin(default, new(40, 40)), 0.05);
        Assert.Equal(0, Outline.CircleAt(new(-10, 0), 12).AreaWithin(default, new(40, 40)), 9);
        // a triangle with its tip cut off: 10 x 10 / 2 less 5 x 5 / 2
        Assert.Equal(37.5, Outline.Of([new Uv(0, 0), new(10, 0), new(0, 10)]).AreaWithin(default, new(100, 5)), 9);
        // seen from the other side, all the same
        Assert.Equal(37.5, Outline.Of([new Uv(0, 10), new(10, 0), new(0, 0)]).AreaWithin(default, new(100, 5)), 9);
    }

    [Fact]
    public void A_mirrored_outline_keeps_its_area_and_turns_its_arcs()
    {
        var mirrored = Nose.Moved(p => new(-p.U, p.V), true);
        Assert.Equal(Nose.AreaMm2, mirrored.AreaMm2, 9);
        Assert.Equal((new Uv(-15, 0), new Uv(0, 10)), (mirrored.Min, mirrored.Max));
        Assert.True(mirrored.Contains(new(-14, 5)));
    }

    [Fact]
    public void Level_lines_cross_it_where_a_ruler_would()
    {
        Assert.Equal([(0.0, 15.0)], Nose.Across(5).Select(s => (s.From, Math.Round(s.To, 2))));
        // 3 above the middle of a circle of 5 the half chord is 4
        Assert.Equal([(6.0, 14.0)], Outline.CircleAt(new(10, 5), 10).Across(8).Select(s => (Math.Round(s.From, 9), Math.Round(s.To, 9))));
        Assert.Empty(Nose.Across(11));
        Assert.Equal(2, Outline.Of([new Uv(0, 0), new(30, 0), new(30, 10), new(20, 10), new(20, 5), new(10, 5), new(10, 10), new(0, 10)])
            .Across(7).Count());
    }
}
