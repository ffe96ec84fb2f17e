using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Gluing;

/// <summary>Times, goes, clamps and squareness of a glue-up against hand-made figures and brute force.</summary>
public class GlueTests
{
    /// <summary>Six boards of 11.9 mm, all butt and glued but for the top; no blocks.</summary>
    private static Design Glued(JointKind joint = JointKind.ButtGlued) => Sample.Empty with
    {
        GlueUp = new GlueUp("PVA yellow (aliphatic)", 1, 20),
        Box = Sample.Empty.Box with
        {
            Edges = [.. Sample.Empty.Box.Edges.Select(e => e.Id.Of().B == Face.Top ? e : e with { Joint = e.Id.Along() == Axis.Z ? joint
                : JointKind.ButtGlued, DepthMm = null, BlockBarId = null, Covers = e.Id.Along() == Axis.Z ? e.Id.Of().B : Face.Bottom })],
        },
    };

    [Theory]
    [InlineData(20, 8)]
    [InlineData(30, 4)]
    [InlineData(10, 16)]
    [InlineData(25, 5.656854)]
    public void Working_time_halves_for_each_ten_kelvin(double room, double minutes) =>
        Assert.Equal(minutes, Glue.At(Glue.Find("PVA yellow (aliphatic)")!.ClosedMin, room), 5);

    [Fact]
    public void The_table_is_the_references()
    {
        var slow = Glue.Find("PVA slow / extended")!;
        Assert.Equal((10.0, 20.0, 45.0, 24.0, 10.0, 4.0), (slow.OpenMin, slow.ClosedMin, slow.ClampMin, slow.FullStrengthH, slow.LeastC,
            slow.CoverageM2PerL));
        // 0.5 m², 4 m² a litre, a quarter more
        Assert.Equal(156.25, slow.NeedMl(500_000)!.Value, 6);
        Assert.Null(Glue.Find("cyanoacrylate")!.NeedMl(1000));
    }

    [Fact]
    public void A_plain_box_is_timed_line_by_line()
    {
        var plan = Sample.Plan(Glued());
        var stage = Assert.Single(plan.Glue.Stages);
        // four uprights, four lines on the bottom; the top is screwed to its blocks, which are glued to the walls
        var walls = plan.Edges.Where(e => e.Joint == JointKind.ButtGlued).Sum(e => e.LengthMm);
        Assert.Equal(8, plan.Edges.Count(e => e.Joint == JointKind.ButtGlued));
        var blocks = plan.Parts.Where(p => p.Id.StartsWith("block/", StringComparison.Ordinal)).Sum(p => p.LengthMm);
        Assert.Equal(walls + blocks, stage.LineMm, 0.5);
        Assert.Equal((stage.LineMm / 1000 * 1.2) + (stage.Pieces.Count * 0.6), stage.Minutes, 0.02);
    }

    [Fact]
    public void The_longest_go_of_a_split_is_as_short_as_any_split_makes_it()
    {
        var random = new Random(4);
        for (var trial = 0; trial < 300; trial++)
        {
            var minutes = Enumerable.Range(0, random.Next(3, 9)).Select(_ => Math.Round(random.NextDouble() * 4, 2)).ToList();
            var goes = random.Next(1, minutes.Count);
            var split = GlueStages.Split(minutes, goes);
            Assert.Equal(goes, split.Count);
            Assert.Equal((0, minutes.Count), (split[0].From, split[^1].To));
            Assert.All(split.Zip(split.Skip(1)), p => Assert.Equal(p.First.To, p.Second.From));
            Assert.True(split[0].To >= 2);
            Assert.All(split, s => Assert.True(s.To > s.From));
            var longest = split.Max(s => minutes.Skip(s.From).Take(s.To - s.From).Sum());
            Assert.Equal(BruteForce(minutes, 0, goes, first: true), longest, 9);
        }
    }

    /// <summary>The least longest go by trying every first cut.</summary>
    private static double BruteForce(IReadOnlyList<double> minutes, int from, int goes, bool first)
    {
        var least = first ? 2 : 1;
        if (goes == 1)
        {
            return minutes.Count - from < least ? double.MaxValue : minutes.Skip(from).Sum();
        }

        var best = double.MaxValue;
        for (var to = from + least; to < minutes.Count; to++)
        {
            best = Math.Min(best, Math.Max(minutes.Skip(from).Take(to - from).Sum(), BruteForce(minutes, to, goes - 1, first: false)));
        }

        return best;
    }

    [Fact]
    public void The_least_goes_are_the_first_that_keep_the_time()
    {
        double[] minutes = [1, 2, 3, 2, 2];
        Assert.Equal(1, GlueStages.Needed(minutes, 10));
        Assert.Equal(2, GlueStages.Needed(minutes, 6));
        Assert.Equal(3, GlueStages.Needed(minutes, 4));
        Assert.Null(GlueStages.Needed(minutes, 2.5));
    }

    [Fact]
    public void Filling_goes_one_after_the_other_needs_no_more_than_the_best_split()
    {
        var random = new Random(11);
        for (var trial = 0; trial < 300; trial++)
        {
            var minutes = Enumerable.Range(0, random.Next(2, 12)).Select(_ => Math.Round(0.2 + (random.NextDouble() * 4), 2)).ToList();
            var working = 3 + (random.NextDouble() * 9);
            var best = Enumerable.Range(1, minutes.Count - 1)
                .Where(n => GlueStages.Split(minutes, n).All(c => minutes.Skip(c.From).Take(c.To - c.From).Sum() <= working + 1e-9))
                .Select(n => (int?)n).FirstOrDefault();
            Assert.Equal(best, GlueStages.Needed(minutes, working));
        }
    }

    [Fact]
    public void A_bottom_in_grooves_comes_before_the_board_that_would_lock_it_out()
    {
        var design = Glued();
        design = design with
        {
            Box = design.Box with
            {
                Edges = [.. design.Box.Edges.Select(e => e.Id.Of().B == Face.Bottom ? e with { Joint = JointKind.Groove, Covers = e.Id.Of()
            .A } : e)]
            }
        };
        var order = Sample.Plan(design).Glue.Stages.SelectMany(s => s.PieceIds).ToList();
        var bottom = order.IndexOf("shell/bottom");
        Assert.True(bottom < Math.Max(order.IndexOf("shell/left"), order.IndexOf("shell/right")), string.Join(", ", order));
        Assert.True(bottom < Math.Max(order.IndexOf("shell/front"), order.IndexOf("shell/back")), string.Join(", ", order));
    }

    [Fact]
    public void Clamps_across_the_box_are_counted_by_what_each_covers()
    {
        var design = Glued();
        var plan = Sample.Plan(design);
        // left and right run over front and back: each 160 - 11.9 tall below the top, on the bottom; pad 40, 45 degrees through 11.9 + 20
        var across = plan.Glue.Stages[0].Clamps.First(c => c.Across == "the width");
        var coverage = 40 + (2 * (11.9 + 20));
        var upright = plan.Edges.First(e => e.Edge == EdgeId.FrontLeft).LengthMm;
        Assert.Equal(2 * (int)Math.Ceiling(upright / coverage), across.Count);
        Assert.Equal(320 + 40, across.OpensMm);
        var wide = Sample.Plan(design with { GlueUp = design.GlueUp with { CaulMm = 60 } }).Glue.Stages[0]
            .Clamps.First(c => c.Across == "the width");
        Assert.True(wide.Count < across.Count && wide.OpensMm == 320 + 120);
    }

    [Fact]
    public void Wide_needs_take_the_wide_clamps_first()
    {
        ClampNeed[] needs = [new("the depth", 250, 3, ""), new("the width", 400, 2, "")];
        Assert.Equal(0, GlueStages.Missing(needs, [new(450, 2), new(300, 3)]));
        Assert.Equal(1, GlueStages.Missing(needs, [new(450, 1), new(300, 9)]));
        Assert.Equal(5, GlueStages.Missing(needs, [new(200, 9)]));
        Assert.Equal(0, GlueStages.Missing(needs, [new(450, 5)]));
    }

    [Fact]
    public void A_closed_frame_is_measured_inside_from_corner_to_corner()
    {
        var frame = Sample.Plan(Glued()).Glue.Squares.Single(s => s.Name == "seen from above");
        Assert.Equal(Math.Sqrt(Math.Pow(320 - 23.8, 2) + Math.Pow(240 - 23.8, 2)), frame.DiagonalMm, 6);
        Assert.Equal(0.37, frame.AllowMm, 6);
    }

    [Fact]
    public void Two_diagonals_tell_how_far_and_which_way()
    {
        // the reference's example: 400 x 300, 2.4 mm of difference: 0.286 degrees, 1.5 mm
        var frame = new SquareCheck("f", 400, 300, 500, 0.5, 1);
        var read = SquareReading.Of(frame, 501.2, 498.8)!;
        Assert.Equal((2.4, 0.286, 1.5), (Math.Round(read.OffMm, 3), Math.Round(read.SkewDeg, 3), Math.Round(read.ShiftMm, 1)));
        Assert.Contains("1.5 mm to the left", read.Say, StringComparison.Ordinal);
        Assert.True(SquareReading.Of(frame, 500.2, 499.8)!.Square);

        // a frame whose top has slid by s to the right has these diagonals; putting it back is s to the left
        foreach (var slid in (double[])[-4, -1.2, 2, 6.5])
        {
            var h = Math.Sqrt((300 * 300) - (slid * slid));
            var said = SquareReading.Of(frame, Math.Sqrt(Math.Pow(400 + slid, 2) + (h * h)), Math.Sqrt(Math.Pow(400 - slid, 2) + (h * h)))!;
            Assert.Equal(slid, said.ShiftMm, 6);
            Assert.Contains(slid > 0 ? "to the left" : "to the right", said.Say, StringComparison.Ordinal);
        }
    }

    public static TheoryData<string, int, Design, ShopProfile> Provoked => new()
    {
        { "glue-time-short", 2, Glued(), ShopProfile.Usual with { Air = new RoomAir(28, 50) } },
        { "glue-too-cold", 0, Glued(), ShopProfile.Usual with { Air = new RoomAir(6, 50) } },
        { "glue-too-cold", 1, Glued() with { GlueUp = new GlueUp("urea formaldehyde powder", 1, 20) }, ShopProfile.Usual with
            { Air = new RoomAir(14, 50) } },
        { "clamps-short", 1, Glued(), ShopProfile.Usual with { Clamps = [new(500, 8)] } },
    };

    [Theory]
    [MemberData(nameof(Provoked))]
    public void What_does_not_work_out_is_found_and_mended(string code, int remedies, Design design, ShopProfile shop) =>
        Provocation.Mends(code, remedies, design, shop);

    [Fact]
    public void Nothing_glued_asks_for_nothing()
    {
        var metal = Faces.All.Aggregate(Sample.Empty, (d, f) => d.WithPanel(f, p => p with
        {
            MaterialId = "aluminium-5052",
            NominalMm = 3,
            MeasuredMm = null
        }));
        Assert.Same(GluePlan.Nothing, Sample.Plan(metal).Glue);
    }
}
