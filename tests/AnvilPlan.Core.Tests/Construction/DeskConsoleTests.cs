using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.DeskConsoles;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.MockUps;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>A front that leans back, against figures worked out by hand.</summary>
public class DeskConsoleTests
{
    /// <summary>
    /// 320 x 240 x 160 of measured 12 mm board, sloped 30 degrees over a lip of 60: 100 of rise, 200 along the slope, 173.205 back.
    /// </summary>
    private static Design Desk(double deg = 30, double lip = 60) =>
        Begun().WithStructure<DeskConsole>("desk-console", c => c with { SlopeDeg = deg, LipMm = lip });

    private static Design Begun()
    {
        var begun = Sample.Catalog.Systems.Single(s => s.Key == "deskConsole").Begin(Sample.Empty, Sample.Catalog)!;
        return begun with { Box = begun.Box with { Panels = [.. begun.Box.Panels.Select(p => p with { MeasuredMm = 12 })] } };
    }

    private static Design Thick(Design design, Face face, double mm) =>
        design.WithPanel(face, p => p with { NominalMm = mm, MeasuredMm = mm });

    [Fact]
    public void Front_lip_top_and_sides_are_as_large_as_the_slope_makes_them()
    {
        var plan = Sample.Plan(Desk());
        Assert.Empty(SolidityCheck.Faults(plan));
        Assert.DoesNotContain(plan.Findings, f => f.Severity is Severity.Stop or Severity.Warn);
        // between sides of 12, less the play of a sliding fit between two sawn parts, along and across
        var play = 296 - plan.Part("shell/front").LengthMm;
        Assert.InRange(play, 0.1, 1.5);
        Assert.Equal(200 - play, plan.Part("shell/front").WidthMm, 6);
        // from the bottom to the outer edge of the slope
        Assert.Equal((296, 48), (plan.Part("desk-console/lip").LengthMm, plan.Part("desk-console/lip").WidthMm));
        // 240 less the back's 12, less 100 / tan 30
        Assert.Equal(228 - 173.205 - (play / 2), plan.Part("shell/top").Box.Size.Y, 3);
        Assert.Equal(173.205, plan.Part("shell/top").Box.Min.Y, 3);
        // a triangle of 100 x 173.205 / 2 is sawn off each side of 228 x 160
        Assert.Equal(((228 * 160) - 8660.25) * 12 * 680e-6, plan.Part("shell/left").MassG, 0);
        // and its prism off the volume
        Assert.Equal(((320 * 240 * 160) - (8660.25 * 320)) * 1e-6, plan.Tally.VolumeL, 4);
    }

    [Theory]
    [InlineData(30, 60)]
    [InlineData(15, 126)]
    [InlineData(70, 40)]
    public void Panels_as_thick_as_each_other_are_cut_to_half_the_angle(double deg, double lip)
    {
        var plan = Sample.Plan(Desk(deg, lip));
        double Bevel(string part, string id) => plan.Part(part).Features.OfType<Bevel>().Single(b => b.Id == $"desk-console/{id}-mitre")
            .AngleDeg;
        Assert.Equal(deg / 2, Bevel("shell/front", "top"), 6);
        Assert.Equal(deg / 2, Bevel("shell/top", "front"), 6);
        Assert.Equal((90 - deg) / 2, Bevel("shell/front", "lip"), 6);
        Assert.Equal((90 - deg) / 2, Bevel("desk-console/lip", "front"), 6);
        Assert.Empty(SolidityCheck.Faults(plan));
    }

    [Fact]
    public void Panels_of_unlike_thickness_are_cut_to_the_line_between_their_edges()
    {
        var plan = Sample.Plan(Thick(Desk(50), Face.Top, 9));
        // the inner planes cross at z = 151 and y' = 12: (9 - 12 cos 50) / sin 50 = 1.680 before the end of the slope, (12 - 9 cos 50) /
        // sin 50 = 8.113 behind the front of the top
        var (front, top) = (plan.Part("shell/front").Features.OfType<Bevel>()
            .Single(b => b.Id.EndsWith("top-mitre", StringComparison.Ordinal)), plan.Part("shell/top").Features.OfType<Bevel>().Single());
        Assert.Equal(Math.Atan2(1.6795, 12) * 180 / Math.PI, front.AngleDeg, 2);
        Assert.Equal(Math.Atan2(8.1131, 9) * 180 / Math.PI, top.AngleDeg, 2);
        Assert.Equal((WorkedFrom.Seen, WorkedFrom.Seen), (front.From, top.From));
        Assert.Empty(SolidityCheck.Faults(plan));
    }

    [Theory]
    [InlineData(3, 12)]
    [InlineData(12, 3)]
    public void One_much_thinner_runs_over_the_end_of_the_other_which_is_cut_to_its_plane(double frontMm, double topMm)
    {
        var plan = Sample.Plan(Thick(Thick(Desk(), Face.Front, frontMm), Face.Top, topMm));
        var (front, top) = (plan.Part("shell/front").Features.OfType<Bevel>()
            .Where(b => b.Id.EndsWith("top-mitre", StringComparison.Ordinal)).ToList(), plan.Part("shell/top")
            .Features.OfType<Bevel>().ToList());
        // its end stands as the slope does: 60 degrees from square, its inner face the longer one
        var cut = Assert.Single(front.Concat(top));
        Assert.Equal((60, WorkedFrom.Far), (Math.Round(cut.AngleDeg, 6), cut.From));
        Assert.Equal(frontMm < topMm, top.Count == 1);
        Assert.Empty(SolidityCheck.Faults(plan));
    }

    [Fact]
    public void A_section_through_the_shell_is_closed_all_round()
    {
        // glued shut, without play: a line from the middle of the inside to any side meets material
        var plan = Sample.Plan(Desk().WithPanel(Face.Front, p => p with { Hold = PanelHold.Fixed })
            .WithPanel(Face.Top, p => p with { Hold = PanelHold.Fixed, Fit = null }));
        var solids = plan.Parts.Where(p => p.Body.Count > 0).Select(p => new Audit.Written.PartSolid(p, Sample.Catalog)).ToList();
        for (var degrees = 0; degrees < 360; degrees++)
        {
            var way = new Point3(0, Math.Cos(degrees * Math.PI / 180), Math.Sin(degrees * Math.PI / 180));
            Assert.Contains(Enumerable.Range(0, 1600), i => new Point3(160, 150, 70) + (way * (i * 0.15)) is var at
                && solids.Exists(s => s.HasUndrilled(at)));
        }
    }

    [Fact]
    public void A_board_on_the_slope_stands_square_to_it_and_its_screws_go_with_it()
    {
        var plan = Sample.Plan(Desk().With(Sample.Device("board", "sbc-65", "panel/front", 100, 90)));
        Assert.DoesNotContain(plan.Findings, f => f.Severity == Severity.Stop && f.Code != "control-forgotten");
        var (board, front) = (plan.Devices.Single(), plan.Part("shell/front"));
        Assert.Equal(front.Pose, board.Pose);
        // along the normal: down and back, 0.5 back and 0.866 down for a slope of 30 degrees
        var normal = front.Pose!.Vector(Axis.Y);
        Assert.Equal((0, 0.5, -0.866), (normal.X, Math.Round(normal.Y, 3), Math.Round(normal.Z, 3)));
        // the corner of its base, 90 up the slope and 12 + standoff behind it, in the enclosure
        var deep = 12 + board.StandoffMm;
        var corner = front.Pose.ToSpace(board.Body.Min);
        Assert.Equal((100, (90 * 0.8660254) + (deep * 0.5), 60 + (90 * 0.5) - (deep * 0.8660254)), (corner.X, Math.Round(corner.Y, 6),
            Math.Round(corner.Z, 6)), new Within(1e-5));
        Assert.All(plan.Fixings.Where(f => f.For == "board"), f => Assert.Equal(front.Pose, f.Pose));
        Assert.Equal(4, front.Features.OfType<Hole>().Count(h => h.For == "board"));
        // holes 58 x 23 of the model lie on the front as they lie on the board
        var holes = front.Features.OfType<Hole>().Where(h => h.For == "board").Select(h => h.At).ToList();
        Assert.Equal(58, holes.Max(h => h.U) - holes.Min(h => h.U), 6);
        Assert.Equal(23, holes.Max(h => h.V) - holes.Min(h => h.V), 6);
    }

    [Fact]
    public void What_stands_on_the_floor_may_not_reach_through_the_slope()
    {
        // 60 of lip: 40 behind the inside of the lip the slope's inside is (52 sin 30 - 12) / cos 30 = 16.17 above it, at 76.17
        var tall = Sample.Catalog.Hardware.Where(m => m is { InPanel: false, Holes.Count: > 0, HeightMm: > 85 and < 130 })
            .MinBy(m => m.DepthMm)!;
        var design = Desk().With(Sample.Device("tall", tall.Id, "panel/bottom", 100, 30));
        var finding = Assert.Single(Sample.Plan(design).Findings, f => f.Code == "device-outside" && f.Places.Contains("shell/front"));
        var placed = Sample.Plan(design).Devices.Single().Body;
        // how far its upper front edge lies before the plane 12 behind the slope
        var over = 12 - ((placed.Min.Y * 0.5) - ((placed.Max.Z - 60) * Math.Sqrt(0.75)));
        Assert.Contains($" {Math.Round(over, 1).ToString(System.Globalization.CultureInfo.InvariantCulture)} mm past the inside",
            finding.Text, StringComparison.Ordinal);
        Provocation.Mends("device-outside", 1, design);
    }

    [Fact]
    public void Chains_of_what_leans_run_square_to_it_and_up_it()
    {
        var plan = Sample.Plan(Desk().With(Sample.Device("board", "sbc-65", "panel/front", 100, 90)));
        var square = plan.Chains.Single(c => c is { Through: "board", Axis: Axis.Y });
        Assert.True(square.Leans);
        Assert.Equal(("Sloped front", 12), (square.Layers[0].What, square.Layers[0].ThicknessMm));
        Assert.Equal(square.TotalMm, square.Layers.Sum(l => l.ThicknessMm), 4);
        // ends in the bottom, passed at 30 degrees from its normal: 12 / cos 30
        Assert.Equal(("Bottom", 12 / Math.Sqrt(0.75)), (square.Layers[^1].What, square.Layers[^1].ThicknessMm), new Within(1e-4));
        // up the slope: 200 between its ends on the outside, the section lies deeper
        var up = plan.Chains.Single(c => c is { Through: "board", Axis: Axis.Z });
        Assert.Equal(up.TotalMm, up.Layers.Sum(l => l.ThicknessMm), 4);
    }

    [Fact]
    public void A_mock_up_of_card_has_the_same_inside()
    {
        var card = MockUp.Of(Sample.Plan(Desk()), 3, 20);
        // the insides of lip and slope cross (12 sin 30 - 12) / cos 30 below the lip's edge, at 53.07; those of slope and top (12 + 88 cos
        // 30) / sin 30 back, at 176.42
        var front = card.Parts.Single(p => p.Name == "Sloped front");
        Assert.Equal(Math.Sqrt(Math.Pow(176.42 - 12, 2) + Math.Pow(148 - 53.07, 2)), front.WidthMm, 1);
        Assert.Equal(296 + (2 * 3) + (2 * 20), front.LengthMm, 6);
        Assert.Equal(53.07 - 12 + 3, card.Parts.Single(p => p.Name == "Lip").WidthMm, 1);
        // from where the slope ends to the back, over both ends, with the hinge tab
        Assert.Equal(228 - 176.42 + 6 + 20, card.Parts.Single(p => p.Name == "Top").WidthMm, 1);
        Assert.Equal(30, card.Parts.Single(p => p.Name == "Left side").Features.OfType<Trim>().Single().AngleDeg, 6);
    }

    [Fact]
    public void The_side_is_sawn_along_the_line_that_a_hand_would_draw()
    {
        var (left, right) = (Sample.Plan(Desk()).Part("shell/left"), Sample.Plan(Desk()).Part("shell/right"));
        var (a, b) = (left.Features.OfType<Trim>().Single(), right.Features.OfType<Trim>().Single());
        // seen from outside: on the left side the front is at the right, 228 from the reference corner
        Assert.Equal((54.795, 160, 228, 60), (Math.Round(a.Begin.U, 3), a.Begin.V, a.End.U, Math.Round(a.End.V, 6)));
        Assert.Equal((0, 60, 173.205, 160), (b.Begin.U, Math.Round(b.Begin.V, 6), Math.Round(b.End.U, 3), b.End.V));
        Assert.Equal((30, 200), (Math.Round(b.AngleDeg, 6), Math.Round(b.LengthMm, 6)));
        Assert.Equal("sawn off", Milled.Rows(left).Single(r => r.Id == a.Id).What);
    }

    [Fact]
    public void Trays_rails_and_blocks_end_behind_the_slope()
    {
        var tray = new Tray("tray-1", "Tray", "birch-plywood", 6, 6, 70, 1, TraySupport.Rails, "beech-20x20");
        var plan = Sample.Plan(Desk() with { Trays = [tray] });
        Assert.Empty(SolidityCheck.Faults(plan));
        // upper face at 12 + 76: the plane 12 + 20 of cleat + 1 of gap behind the slope is there (33 + 28 cos 30) / sin 30 back
        Assert.Equal((33 + (28 * Math.Sqrt(0.75))) / 0.5, plan.Part("tray-1").Box.Min.Y, 6);
    }

    [Theory]
    [InlineData(10, 60, "slopeDeg", "between 15 and 70")]
    [InlineData(30, 20, "lipMm", "must lie between")]
    [InlineData(20, 60, "slopeDeg", "leaves")]
    public void What_cannot_be_is_refused_with_field_value_and_range(double deg, double lip, string field, string text)
    {
        var problem = Assert.Single(DesignCheck.Problems(Desk(deg, lip), Sample.Catalog));
        Assert.Equal($"structures[0].{field}", problem.Path);
        Assert.Contains(text, problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void It_does_not_go_with_what_is_laid_out_square()
    {
        var both = Sample.Catalog.Systems.Single(s => s.Key == "railFrame").Begin(Desk(), Sample.Catalog)!;
        Assert.Contains(DesignCheck.Problems(both, Sample.Catalog), p => p.Message.Contains("square to one another",
            StringComparison.Ordinal));
        var plinth = Sample.Catalog.Systems.Single(s => s.Key == "plinth").Begin(Desk(), Sample.Catalog)!;
        Assert.Empty(DesignCheck.Problems(plinth, Sample.Catalog));
        Assert.Empty(SolidityCheck.Faults(Sample.Plan(plinth)));
    }

    [Fact]
    public void Random_consoles_close_and_nothing_in_them_meets()
    {
        var random = new Random(7);
        for (var i = 0; i < 25; i++)
        {
            var material = random.Next(4) switch
            {
                0 => ("aluminium-5052", 3.0),
                1 => ("acrylic", 5.0),
                2 => ("birch-plywood", 9.0),
                _ => ("birch-plywood", 12.0)
            };
            var begun = Begun();
            begun = begun with
            {
                Box = begun.Box with
                {
                    WidthMm = random.Next(180, 520),
                    DepthMm = random.Next(160, 420),
                    HeightMm = random.Next(110, 300),
                    Edges = [.. begun.Box.Edges.Select(e => material.Item1 == "birch-plywood" ? e
                        : e with { Joint = JointKind.ButtScrewed, BlockBarId = "beech-20x20" })],
                    Panels = [.. begun.Box.Panels.Select(p => p with { MaterialId = material.Item1, NominalMm = material.Item2,
                        MeasuredMm = null, Hold = p.Face == Face.Front && random.Next(2) == 0 ? PanelHold.Fixed : p.Hold })],
                },
            };
            var design = begun.WithStructure<DeskConsole>("desk-console", c => c with
            {
                SlopeDeg = 15 + (random.NextDouble() * 55),
                LipMm = random.Next(15, 120)
            });
            if (DesignCheck.Problems(design, Sample.Catalog).Count == 0)
            {
                var plan = Sample.Plan(design);
                Assert.Empty(SolidityCheck.Faults(plan));
                Assert.DoesNotContain(plan.Findings, f => f.Code is "parts-collide" or "part-floats" or "corner-open");
            }
        }
    }

    [Fact]
    public void Blocks_along_unlike_axes_are_parted_as_their_corners_are()
    {
        var pose = Pose.Leaning(new(0, 0, 10), 30);
        var random = new Random(3);
        for (var i = 0; i < 400; i++)
        {
            Box Any(double size) => new Point3(random.NextDouble() * 60, random.NextDouble() * 60, random.NextDouble() * 60) is var at
                ? new Box(at, at + new Point3(5 + (random.NextDouble() * size), 5 + (random.NextDouble() * size), 5
                + (random.NextDouble() * size))) : default;
            var (a, b) = (new Block(Any(40), null), new Block(Any(40), pose));
            var met = Audit.Written.Axes.Grid(b.Box, 20).Any(p => a.Box.Contains(Audit.Written.Axes.OutOf(pose, p)));
            // a point of the one in the other: they meet; and by as much as the depth says the one can be moved out
            Assert.True(!met || a.SharedMm(b) > 0);
            Assert.True(met || a.SharedMm(b) < 4);
            Assert.Equal(a.SharedMm(b), b.SharedMm(a), 9);
        }
    }

    private sealed class Within(double by) : IEqualityComparer<(double, double, double)>, IEqualityComparer<(string, double)>
    {
        public bool Equals((double, double, double) a, (double, double, double) b) =>
            Math.Abs(a.Item1 - b.Item1) < by && Math.Abs(a.Item2 - b.Item2) < by && Math.Abs(a.Item3 - b.Item3) < by;

        public int GetHashCode((double, double, double) a) => 0;

        public bool Equals((string, double) a, (string, double) b) => a.Item1 == b.Item1 && Math.Abs(a.Item2 - b.Item2) < by;

        public int GetHashCode((string, double) a) => 0;
    }
}
