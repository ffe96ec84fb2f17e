using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Places;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>The enclosure unfolded.</summary>
public class NetSheetTests
{
    private static readonly Func<double, string> Mm = LengthWriting.Millimetres.Of;

    private static Sketch Marsh => NetSheet.Of(Demo.Project.Design, Demo.Plan, 200, 150, Mm);

    [Theory]
    [InlineData(190, 78)]
    [InlineData(180, 110)]
    public void Every_word_of_every_design_can_be_read_and_the_sheet_fits(double width, double height)
    {
        foreach (var (design, plan) in Readable.All())
        {
            var sheet = NetSheet.Of(design, plan, width, height, Mm);
            Readable.Check(sheet, design.Name);
            Assert.InRange(sheet.WidthMm / sheet.UnitMm!.Value, 1, width + 1);
        }
    }

    [Fact]
    public void Every_panel_that_closes_a_face_is_told_with_its_size_and_every_edge_by_its_joint()
    {
        var texts = Marsh.Strokes.OfType<TextStroke>().Select(t => t.Text).ToList();
        Assert.Contains("Top (comes off)", texts);
        foreach (var panel in Demo.Plan.Parts.Where(p => p.Closes is not null))
        {
            Assert.Contains($"{Mm(panel.LengthMm)} × {Mm(panel.WidthMm)}", texts);
        }

        foreach (var edge in Demo.Plan.Edges)
        {
            var marks = Marsh.Strokes.OfType<TextStroke>().Where(t => t.Of == Place.Edge(Deck.Name(edge.Edge))).ToList();
            Assert.True(marks.Count > 0 || texts.Exists(t => t.StartsWith(Deck.Name(edge.Edge) + ":", StringComparison.Ordinal)), $"{edge.Edge}");
            Assert.All(marks, m => Assert.Equal(JointWords.Mark(edge.Joint), m.Text));
        }
    }

    [Fact]
    public void Each_edge_is_heavy_on_the_panel_that_runs_over_and_set_in_on_the_one_that_it_covers()
    {
        // the top lies over the left side: its edge is drawn along the rim of the top, and within that of the side
        var lines = Marsh.Strokes.OfType<PathStroke>().Where(p => p.Of == Place.Edge("left-top")).ToList();
        Assert.Equal([Ink.Drill, Ink.Outline], lines.Select(l => l.Ink).OrderByDescending(i => i));
        var (w, d, h) = (Demo.Plan.Outer.Size.X, Demo.Plan.Outer.Size.Y, Demo.Plan.Outer.Size.Z);
        double Long(PathStroke line) => line.Points[0].DistanceTo(line.Points[1]);
        Assert.Equal(d, Long(lines.Single(l => l.Ink == Ink.Outline)), 6);
        Assert.InRange(Long(lines.Single(l => l.Ink == Ink.Drill)), d - (5 * Marsh.UnitMm!.Value), d - 1);
        // unfolded: left, front, right and back in a row, top and bottom over and under the front
        var rims = Marsh.Strokes.OfType<PathStroke>().Where(p => p.Ink == Ink.Behind).ToDictionary(p => p.Of!.Value.ToString());
        Assert.Equal(w, rims["shell/front"].Points.Max(p => p.U) - rims["shell/front"].Points.Min(p => p.U), 6);
        Assert.Equal(h, rims["shell/front"].Points.Max(p => p.V) - rims["shell/front"].Points.Min(p => p.V), 6);
        Assert.True(rims["shell/left"].Points.Max(p => p.U) < rims["shell/front"].Points.Min(p => p.U));
        Assert.True(rims["shell/top"].Points.Min(p => p.V) > rims["shell/front"].Points.Max(p => p.V));
    }

    [Fact]
    public void A_front_that_leans_is_as_long_as_its_slope_and_the_sides_are_cut_to_it()
    {
        var (design, plan) = Readable.All().First(p => p.Plan.SideOutline is not null);
        var rims = NetSheet.Of(design, plan, 200, 150, Mm).Strokes.OfType<PathStroke>().Where(p => p.Ink == Ink.Behind).ToList();
        var side = rims.Single(r => r.Of == Place.Part("shell/left")).Points;
        Assert.Equal(5, side.Count);
        var slope = side.Zip(side.Skip(1).Append(side[0])).Where(e => e.First.U != e.Second.U && e.First.V != e.Second.V)
            .Select(e => e.First.DistanceTo(e.Second)).Single();
        var front = rims.Single(r => r.Of is { } of && plan.Part(of.ToString()).Pose is not null).Points;
        Assert.Equal(slope, front.Max(p => p.V) - front.Min(p => p.V), 6);
    }
}
