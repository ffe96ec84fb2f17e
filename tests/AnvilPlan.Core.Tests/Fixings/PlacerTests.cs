using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Stages;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Fixings;

/// <summary>Sets of fixings in the air of an empty box, where only they themselves are in each other's way.</summary>
public class PlacerTests
{
    private const double Y = 120;
    private const double Z = 80;

    /// <summary>From x = 100, 100 long: ends 10, at most 40 apart.</summary>
    private static readonly double[] Even = [110, 150, 190];

    [Fact]
    public void A_row_that_is_free_is_spread_evenly_between_its_ends() =>
        Assert.Equal(Even, Xs(Placed(Row())[0]), Near);

    [Fact]
    public void A_single_fixing_shifts_along_its_row_by_as_little_as_clears_what_crosses()
    {
        // a peg of 6 along Y through the second place: shanks of 4 and 6 clear at 5 and the touch of 0.02, in steps of 0.5
        var placed = Placed(Row(), Peg("peg", new Point3(Even[1], Y, Z), Direction.Back, 6));
        var xs = Xs(placed[0]);
        Assert.Equal(5.5, Math.Abs(xs[1] - Even[1]), 6);
        Assert.Equal([Even[0], Even[2]], [xs[0], xs[2]], Near);
        Assert.Empty(placed[0].Conflicts);
    }

    [Fact]
    public void A_row_that_nothing_lets_through_in_its_middle_goes_beside_it()
    {
        // a bar of 6 along the whole row: three and two and a little more to the side, the first of the half millimetres that clears
        var row = Row([Y, Y - 5, Y + 5, Y - 5.5, Y + 5.5]);
        var placed = Placed(row, Peg("bar", new Point3(90, Y, Z), Direction.Right, 6, 120));
        Assert.All(placed[0].Fixings, f => Assert.Equal(Y - 5.5, f.At.Y, 6));
        Assert.Equal(Even, Xs(placed[0]), Near);
    }

    [Fact]
    public void Fewer_do_where_the_pitch_stays_within_what_is_usual_and_a_half_more()
    {
        // at most 50 apart asks for three; the block from 119 to 181 leaves 110 to 117 and 183 to 190, too little for two of them;
        // two are 80 apart, which is 50 and 3/5 of it
        var placed = Placed(Row(pitchMostMm: 50), Peg("block", new Point3(150, Y, Z - 20), Direction.Up, 62, 40));
        Assert.Empty(placed[0].Conflicts);
        Assert.Equal([110, 190], Xs(placed[0]), Near);
    }

    [Fact]
    public void Heads_of_one_row_do_not_lie_in_each_other_a_smaller_screw_is_taken_or_it_is_said()
    {
        // a strip of 12 with its two at 3 and 9: heads of 7 share a millimetre, heads of 5.5 do not
        var strip = new RowLocus(new Box(new(100, Y - 6, Z), new(112, Y + 6, Z)), Axis.X, Axis.Y, 3, 12, [Y]);
        FixingSet Pair(params FixingWay[] ways) => new("pair", "x", "Pair", Direction.Up, [strip], ways);
        var smaller = Placed(Pair(Way(3.5, 7), Way(2.5, 5.5)))[0];
        Assert.Equal(5.5, smaller.Way.Pieces.Max(x => x.DiaMm));
        Assert.Empty(smaller.Conflicts);
        Assert.NotEmpty(Placed(Pair(Way(3.5, 7)))[0].Conflicts);
    }

    [Fact]
    public void Where_nothing_is_free_every_fixing_names_what_is_in_its_way()
    {
        var placed = Placed(Row(), Peg("wall", new Point3(90, Y, Z), Direction.Right, 30, 120));
        Assert.Equal(3, placed[0].Conflicts.Count);
        Assert.All(placed[0].Conflicts, c => Assert.Equal(("wall/1", true), (c.Obstacle.Owner, c.Obstacle.Fixing)));
    }

    [Fact]
    public void What_nothing_hangs_on_is_left_out_where_no_place_is_free()
    {
        var placed = Placed(Row() with { Optional = true }, Peg("wall", new Point3(90, Y, Z), Direction.Right, 30, 120));
        Assert.Empty(placed[0].Fixings);
        Assert.Empty(placed[0].Conflicts);
    }

    [Fact]
    public void Another_way_is_taken_when_the_first_is_in_the_way_everywhere()
    {
        // heads of 14 beside a bar 8 away do not go in, heads of 7 do: 3.5 and 3 are less than 8, 7 and 3 are more
        var row = Row() with { Ways = [Way(4, headMm: 14), Way(4, headMm: 7)] };
        var placed = Placed(row, Peg("bar", new Point3(90, Y + 8, Z), Direction.Right, 6, 120));
        Assert.Empty(placed[0].Conflicts);
        Assert.Equal(7, placed[0].Way.Pieces.Max(p => p.DiaMm));
    }

    [Fact]
    public void Each_foot_takes_the_best_way_for_itself_and_says_so_in_its_id()
    {
        Point3[] corners = [new(110, Y, Z), new(150, Y, Z), new(190, Y, Z)];
        var feet = new FixingSet("foot", "feet", "Foot", Direction.Up, [new PointsLocus(corners)],
            [Way(4, headMm: 14), Way(4, headMm: 5) with { Suffix = "-small" }])
        { EachForItself = true };
        var placed = Placed(Peg("bar", new Point3(150 + 7, Y, Z), Direction.Back, 6), feet);
        Assert.Equal(["foot-small/2", "foot/1", "foot/3"], placed.Where(p => p.Set == feet).SelectMany(p => p.Fixings).Select(f => f.Id)
            .Order(StringComparer.Ordinal));
    }

    [Fact]
    public void Decided_places_come_first_whatever_the_order_in_which_they_are_asked_for()
    {
        var points = new FixingSet("points", "x", "Points", Direction.Up, [new PointsLocus([new(Even[1], Y, Z)])], [Way(4)]);
        foreach (var order in (FixingSet[][])[[Row(), points], [points, Row()]])
        {
            var placed = Place(order);
            Assert.Equal(Even[1], placed.Single(p => p.Set.Name == "points").Fixings[0].At.X, 6);
            Assert.All(placed, p => Assert.Empty(p.Conflicts));
            Assert.All(placed.Single(p => p.Set.Name == "row").Fixings, f => Assert.True(Math.Abs(f.At.X - Even[1]) > 4));
        }
    }

    [Fact]
    public void Random_rows_and_pegs_never_share_material_unless_it_is_said()
    {
        var random = new Random(3);
        for (var round = 0; round < 60; round++)
        {
            List<FixingSet> sets = [];
            for (var i = 0; i < 4; i++)
            {
                var from = new Point3(60 + random.Next(60), 60 + random.Next(80), 50 + random.Next(50));
                var along = (Axis)random.Next(3);
                var axis = (Axis)(((int)along + 1 + random.Next(2)) % 3);
                var across = (Axis)(3 - (int)along - (int)axis);
                var area = new Box(from, from.With(along, from[along] + 60).With(across, from[across] + 12));
                var way = new Direction[] { Direction.Right, Direction.Back, Direction.Up }[(int)axis];
                sets.Add(new FixingSet($"s{i}", "x", "Row", way,
                    [new RowLocus(area, along, across, 8, 30, RowLocus.FromMiddle(area, across, 3))],
                    [Way(3 + random.Next(3), at: from[axis])]));
            }

            var placed = Place([.. sets]);
            var said = placed.SelectMany(p => p.Conflicts).Select(c => c.Fixing.Id).ToHashSet();
            var all = placed.SelectMany(p => p.Fixings).Where(f => !said.Contains(f.Id)).ToList();
            foreach (var (a, b) in all.SelectMany((a, i) => all.Skip(i + 1).Select(b => (a, b))))
            {
                Assert.False(Meet(a, b), $"{round}: {a.Id} and {b.Id}");
            }
        }
    }

    /// <summary>Points on circles inside every piece of one, none of which may lie in the other.</summary>
    private static bool Meet(Fixing a, Fixing b)
    {
        foreach (var piece in a.Pieces)
        {
            Axis[] others = [.. Enum.GetValues<Axis>().Where(x => x != a.Axis.Axis())];
            for (var along = piece.FromMm + 0.1; along < piece.ToMm; along += 0.4)
            {
                var middle = a.At + (a.Axis.Vector() * along);
                for (var i = 0; i < 16; i++)
                {
                    var (sin, cos) = Math.SinCos(i * Math.PI / 8);
                    var p = middle.With(others[0], middle[others[0]] + (((piece.DiaMm / 2) - 0.05) * cos))
                        .With(others[1], middle[others[1]] + (((piece.DiaMm / 2) - 0.05) * sin));
                    if (Holds(b, p))
                    {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    private static bool Holds(Fixing f, Point3 p)
    {
        var (off, axis) = (p - f.At, f.Axis.Axis());
        var across = off.With(axis, 0);
        var from = Math.Sqrt((across.X * across.X) + (across.Y * across.Y) + (across.Z * across.Z));
        return f.Pieces.Any(q => off[axis] * f.Axis.Sign() > q.FromMm + 0.05 && off[axis] * f.Axis.Sign() < q.ToMm - 0.05
            && from < (q.DiaMm / 2) - 0.05);
    }

    [Theory]
    [InlineData(5, false, 0)]
    [InlineData(3, false, 1)]
    [InlineData(3, true, 1)]
    public void Decided_places_of_one_set_may_be_too_near_to_each_other(double apartMm, bool eachForItself, int conflicts)
    {
        // shanks of 4 clear each other at 4 and a touch
        var set = new FixingSet("pair", "x", "Pair", Direction.Up, [new PointsLocus([new(100, Y, Z), new(100 + apartMm, Y, Z)])], [Way(4)])
        { EachForItself = eachForItself };
        var told = Placed(set).SelectMany(p => p.Conflicts).ToList();
        Assert.Equal(conflicts, told.Count);
        Assert.All(told, c => Assert.Equal(("pair/2", "pair/1"), (c.Fixing.Id, c.Obstacle.Owner)));
    }

    [Fact]
    public void The_next_places_are_taken_when_those_of_one_locus_clash()
    {
        var set = new FixingSet("pair", "x", "Pair", Direction.Up, [new PointsLocus([new(100, Y, Z), new(103, Y, Z)]),
            new PointsLocus([new(100, Y, Z), new(110, Y, Z)])], [Way(4)]);
        Assert.Equal([100, 110], Xs(Placed(set)[0]), Near);
    }

    private static readonly IEqualityComparer<double> Near = EqualityComparer<double>.Create((a, b) => Math.Abs(a - b) < 1e-6, _ => 0);

    private static List<double> Xs(PlacedSet set) => [.. set.Fixings.Select(f => f.At.X)];

    /// <summary>Upright screws of 4 in a row along X.</summary>
    private static FixingSet Row(double[]? across = null, double pitchMostMm = 40) => new(
        "row", "x", "Row", Direction.Up, [new RowLocus(new Box(new(100, Y - 10, Z), new(200, Y + 10, Z)), Axis.X, Axis.Y, 10, pitchMostMm,
            across ?? [Y])], [Way(4)]);

    /// <summary>A shank from 10 below to 10 above, with a head at its middle if wanted.</summary>
    private static FixingWay Way(double diaMm, double? headMm = null, double at = Z) => new(
        FixingKind.Screw, at, [], [new FixingPiece(PieceKind.Shank, -10, 10, diaMm), .. headMm is { } head
            ? (FixingPiece[])[new FixingPiece(PieceKind.Head, -2, 2, head)] : []], [], []);

    /// <summary>Something solid in the way, with a place that is decided.</summary>
    private static FixingSet Peg(string name, Point3 from, Direction axis, double diaMm, double lengthMm = 20) => new(
        name, "y", name, axis, [new PointsLocus([from])],
        [new FixingWay(FixingKind.Pin, from[axis.Axis()], [], [new FixingPiece(PieceKind.Peg, lengthMm == 20 ? -10 : 0, lengthMm == 20 ? 10
            : lengthMm, diaMm)], [], [])]);

    private static IReadOnlyList<PlacedSet> Placed(params FixingSet[] sets) => Place(sets);

    private static IReadOnlyList<PlacedSet> Place(IReadOnlyList<FixingSet> sets)
    {
        var fit = FitStage.Run(Sample.Empty, Sample.Catalog);
        return FixingPlacer.Place(sets, new FixingSpace(ShellStage.Run(Sample.Empty, Sample.Catalog, ShopProfile.Usual, fit), fit, []));
    }
}
