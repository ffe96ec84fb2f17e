using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Pdf;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>Drawings before they are written: what is in them and where.</summary>
public class SketchTests
{
    [Fact]
    public void A_dimensioned_drawing_prints_length_and_width_and_where_every_hole_is()
    {
        foreach (var part in Demo.Plan.Parts.Where(p => p.Flat))
        {
            var texts = PartSketch.Dimensioned(part).Strokes.OfType<TextStroke>().Where(t => t.Ink == Ink.Dimension).ToList();
            Assert.Contains(texts, t => t.TurnDeg == 0
                && t.Text == part.LengthMm.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture));
            Assert.Contains(texts, t => t.TurnDeg == 90
                && t.Text == part.WidthMm.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture));
            string[] Said(double turn) => [.. texts.Where(t => t.TurnDeg == turn && t.Anchor == TextAnchor.End).Select(t => t.Text)];
            var (u, v) = (Said(90), Said(0));
            foreach (var kind in HoleKind.Of(part).Where(k => k.Holes.Count <= 12))
            {
                Assert.All(kind.Holes, h => Assert.True(Array.Exists(u, t => Near(t, h.At.U)) && Array.Exists(v, t => Near(t, h.At.V)), h.Id));
            }
        }
    }

    private static bool Near(string said, double mm) =>
        Math.Abs(double.Parse(said, System.Globalization.CultureInfo.InvariantCulture) - mm) < 0.006;

    [Fact]
    public void What_is_worked_from_the_far_side_is_dashed()
    {
        var front = Demo.Plan.Part("shell/front");
        var pockets = PartSketch.Dimensioned(front).Strokes.OfType<PathStroke>().Where(p => p.Ink == Ink.Pocket).ToList();
        Assert.Equal(front.Features.OfType<Channel>().Count(), pockets.Count);
        Assert.All(pockets, p => Assert.True(p.Dashed));
        var bottom = PartSketch.Dimensioned(Demo.Plan.Part("shell/bottom")).Strokes.OfType<PathStroke>().Where(p => p.Ink == Ink.Pocket);
        Assert.All(bottom, p => Assert.False(p.Dashed));
    }

    [Fact]
    public void Everything_drawn_lies_within_the_area_that_the_drawing_claims()
    {
        foreach (var sketch in Demo.Plan.Parts.Where(p => p.Flat)
            .SelectMany(p => (Sketch[])[PartSketch.Dimensioned(p), PartSketch.Template(p)]))
        {
            foreach (var at in sketch.Strokes.SelectMany(Points))
            {
                Assert.InRange(at.U, sketch.Min.U - 1e-6, sketch.Max.U + 1e-6);
                Assert.InRange(at.V, sketch.Min.V - 1e-6, sketch.Max.V + 1e-6);
            }
        }
    }

    [Fact]
    public void A_template_has_a_cross_on_every_hole_and_no_dimension()
    {
        var part = Demo.Plan.Part("tray-1");
        var strokes = PartSketch.Template(part).Strokes;
        Assert.DoesNotContain(strokes, s => s.Ink == Ink.Dimension);
        foreach (var hole in part.Features.OfType<Hole>())
        {
            Assert.Equal(2, strokes.OfType<PathStroke>().Count(p => p.Ink == Ink.Mark && p.Points.Count == 2 && Middle(p)
                .DistanceTo(hole.At) < 1e-6));
        }
    }

    [Fact]
    public void Holes_are_counted_from_the_datum_and_each_has_a_letter()
    {
        var part = Demo.Plan.Part("shell/back");
        var holes = HoleNumbers.Sorted(part);
        Assert.Equal(holes.OrderBy(h => h.At.U).ThenBy(h => h.At.V).Select(h => h.At), holes.Select(h => h.At));
        // by letters too each hole stands once
        Assert.Equal(holes.Select(h => h.Id).Order(), HoleKind.Of(part).SelectMany(k => k.Holes).Select(h => h.Id).Order());
    }

    [Fact]
    public void Every_model_can_be_drawn_and_its_holes_stand_where_the_model_says()
    {
        foreach (var model in Shipped.Catalog.Hardware)
        {
            var sketch = DeviceSketch.Of(model);
            var circles = sketch.Strokes.OfType<CircleStroke>().Where(c => c.Ink == Ink.Drill).ToList();
            Assert.Equal(model.Holes.Select(h => new Uv(h.XMm, h.YMm)), circles.Select(c => c.At));
            Assert.Equal(model.WidthMm + 8, sketch.WidthMm, 6);
        }
    }

    [Fact]
    public void Paper_is_known_by_name_and_ink_has_a_colour_each()
    {
        Assert.Equal(Paper.A4, Paper.Named("A4"));
        Assert.Equal(Paper.Letter, Paper.Named("letter"));
        Assert.Equal((297, 420), (Paper.Named("A3")!.WidthMm, Paper.Named("A3")!.HeightMm));
        Assert.Null(Paper.Named("foolscap"));
        var looks = Enum.GetValues<Ink>().Select(Look.Of).ToList();
        Assert.All(looks, l => Assert.Matches("^#[0-9a-f]{6}$", l.Colour));
        Assert.True(Look.Of(Ink.Outline).WidthMm > Look.Of(Ink.Dimension).WidthMm);
    }

    private static Uv Middle(PathStroke p) => new((p.Points[0].U + p.Points[1].U) / 2, (p.Points[0].V + p.Points[1].V) / 2);

    private static IEnumerable<Uv> Points(Stroke stroke) => stroke switch
    {
        PathStroke p => p.Points,
        CircleStroke c => [c.At - new Uv(c.Radius, c.Radius), c.At + new Uv(c.Radius, c.Radius)],
        TextStroke t => [t.At],
        _ => [],
    };
}
