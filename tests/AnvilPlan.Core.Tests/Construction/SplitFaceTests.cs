using AnvilPlan.Core.Checks;
using AnvilPlan.Core.Construction.SplitFaces;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Tests.Support;

namespace AnvilPlan.Core.Tests.Construction;

/// <summary>Two panels in the plane of one face.</summary>
public class SplitFaceTests
{
    private static Design Split(Func<SplitFace, SplitFace>? change = null) => Sample.Catalog.Systems.Single(s => s.Key == "splitFace")
        .Begin(Sample.Empty, Sample.Catalog)!
        .WithStructure<SplitFace>("split-face", s => change is null ? s with { AtMm = 80, GapMm = 1 } : change(s));

    private static BuildPlan Sound(Design design)
    {
        var plan = Sample.Plan(design);
        Assert.Empty(SolidityCheck.Faults(plan));
        Assert.DoesNotContain(plan.Findings, f => f.Severity is Severity.Stop or Severity.Warn);
        return plan;
    }

    [Fact]
    public void The_two_and_the_gap_between_fill_what_one_panel_filled()
    {
        var whole = Sample.Plan(Sample.Empty).Part("shell/front");
        var plan = Sound(Split());
        var (first, other) = (plan.Part("shell/front"), plan.Part("split-face/panel"));
        Assert.Equal(whole.Box, first.Box.Hull(other.Box));
        // the line 80 mm over the foot, half a millimetre of gap to either side
        Assert.Equal((79.5, 80.5), (first.Box.Max.Z, other.Box.Min.Z));
        Assert.Equal(whole.Box.Size.Z, first.Box.Size.Z + other.Box.Size.Z + 1, 6);
        Assert.Equal(("Front, lower", "Front, upper"), (first.Name, other.Name));
    }

    [Fact]
    public void Both_are_held_along_the_batten_and_at_the_blocks_that_they_lie_on()
    {
        var plan = Sound(Split().WithPanel(Face.Front, p => p with { Hold = PanelHold.Removable }));
        var batten = plan.Part("split-face/batten");
        Assert.Equal(80, batten.Box.Centre.Z, 6);
        var holds = plan.Holds.Where(h => h.PartA == "split-face/batten" || h.PartB == "split-face/batten").ToList();
        Assert.Contains(holds, h => h.By == HoldBy.Glue && (h.PartA == "shell/front" || h.PartB == "shell/front"));
        Assert.Contains(holds, h => h.By == HoldBy.Screws && (h.PartA == "split-face/panel" || h.PartB == "split-face/panel"));
        // the upper one reaches the blocks beside and above it, not the one below
        var upper = plan.Holds.Where(h => h.PartA == "split-face/panel" || h.PartB == "split-face/panel")
            .SelectMany(h => (string[])[h.PartA, h.PartB]).ToHashSet();
        Assert.Contains("block/front-top", upper);
        Assert.Contains("block/front-left", upper);
        Assert.DoesNotContain("block/front-bottom", upper);
    }

    [Fact]
    public void What_sits_on_the_upper_panel_is_cut_into_the_upper_panel()
    {
        var design = Split(s => s with { AtMm = 70 }) with { Devices = [Sample.Device("lamp", "led-5", "panel/front", 150, 115)] };
        design = design.WithPanel(Face.Front, p => p with { MaterialId = "aluminium-5052", NominalMm = 3 });
        var plan = Sample.Plan(design);
        Assert.Empty(SolidityCheck.Faults(plan));
        Assert.DoesNotContain(plan.Findings, f => f.Severity == Severity.Stop);
        Assert.Contains(plan.Part("split-face/panel").Features, f => f.For == "lamp");
        Assert.DoesNotContain(plan.Part("shell/front").Features, f => f.For == "lamp");
    }

    [Fact]
    public void What_lies_across_the_line_is_a_stop_and_every_way_out_mends_it()
    {
        var design = Split(s => s with { AtMm = 122 }) with
        {
            Devices = [Sample.Device("fan", "fan-40-10", "panel/front", 140, 100) with
            { Grille = new Grille(GrilleKind.Open, 5, 7) }]
        };
        design = design with { Box = design.Box with { HeightMm = 240 } };
        var plan = Sample.Plan(design);
        var finding = plan.Findings.Single(f => f.Code == "device-over-split");
        Assert.Equal(Severity.Stop, finding.Severity);
        Assert.Contains(finding.Remedies, r => r.Id == "one-panel");
        Assert.All(finding.Remedies, r => Assert.DoesNotContain(Sample.Plan(r.Change(design)!).Findings, f => f.Severity == Severity.Stop));
    }

    [Fact]
    public void A_line_that_leaves_one_panel_too_narrow_is_refused_with_the_range()
    {
        var problem = Assert.Single(DesignCheck.Problems(Split(s => s with { AtMm = 130.5 }), Sample.Catalog));
        // bottom and top as they measure, a block of 20, half the batten of 40 and a millimetre of air
        var t = Sample.Catalog.TypicalThicknessMm("birch-plywood", 12);
        Assert.Contains($"between {Math.Ceiling(t + 20 + 20 + 1)} and {Math.Floor(160 - t - 20 - 20 - 1)} mm", problem.Message,
            StringComparison.Ordinal);
    }

    [Fact]
    public void Beside_what_holds_panels_its_own_way_it_is_refused()
    {
        var design = Sample.Catalog.Systems.Single(s => s.Key == "railFrame").Begin(Split(), Sample.Catalog)!;
        Assert.Contains(DesignCheck.Problems(design, Sample.Catalog), p => p.Message.Contains("each in one piece",
            StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(Face.Back, SplitRun.Upright)]
    [InlineData(Face.Left, SplitRun.Level)]
    [InlineData(Face.Top, SplitRun.Upright)]
    [InlineData(Face.Top, SplitRun.Level)]
    public void Any_face_takes_a_line_either_way(Face face, SplitRun run)
    {
        var plan = Sound(Split(s => s with { Face = face, Run = run, AtMm = 75 }));
        var (first, other) = (plan.Part(Deck.PartOf(face)), plan.Part("split-face/panel"));
        Assert.Equal(0.5, new[] { Axis.X, Axis.Y, Axis.Z }
            .Select(a => Math.Max(other.Box.Min[a] - first.Box.Max[a], first.Box.Min[a] - other.Box.Max[a])).Max(), 6);
    }
}
