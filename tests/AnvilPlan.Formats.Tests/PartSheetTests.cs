using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Project;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>The sheet of a part: every word is read, and says what is so.</summary>
public class PartSheetTests
{
    private static IEnumerable<BuildPlan> Plans() =>
    [
        .. Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "demo"), "*.json").Order(StringComparer.Ordinal)
            .Select(f => Plan(ProjectJson.Read(File.ReadAllBytes(f), Shipped.Catalog).Design)),
        .. Shipped.Catalog.Systems.Select(s => s.Begin(StartingDesign.Named("Housing"), Shipped.Catalog))
            .OfType<Design>().Select(Plan),
    ];

    private static BuildPlan Plan(Design design) => Planner.Plan(design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing);

    [Theory]
    [InlineData(277, 180)]
    [InlineData(182, 225)]
    public void No_text_lies_on_another_or_on_a_line_and_none_is_smaller_than_nine_points(double width, double height)
    {
        var sheets = 0;
        foreach (var part in Plans().SelectMany(p => p.Made.SelectMany(m => m.Worked)).Where(p => p.Flat))
        {
            var sheet = PartSketch.Dimensioned(part, width, height);
            var unit = sheet.UnitMm!.Value;
            // labels of the maker's own are as large as they are cut
            var texts = sheet.Strokes.OfType<TextStroke>().Where(t => part.Features.OfType<Lettering>().All(l => l.Text != t.Text))
                .Where(t => part.Features.SelectMany(f => f.Drawing(part.Slab)).OfType<DrawnText>().All(d => d.Text != t.Text)).ToList();
            Assert.All(texts, t => Assert.True(t.Height >= 3.17 * unit, $"{part.Id}: {t.Text} is {t.Height / unit} mm"));
            for (var i = 0; i < texts.Count; i++)
            {
                var field = Shrunk(texts[i], unit);
                Assert.All(texts.Skip(i + 1), t => Assert.False(field.Overlaps(Shrunk(t, unit)), $"{part.Id}: {texts[i].Text} on {t.Text}"));
                Assert.All(Lines(sheet), l => Assert.False(field.Meets(l.A, l.B), $"{part.Id}: {texts[i].Text} on a line at {l.A}"));
            }

            sheets++;
        }

        Assert.True(sheets > 60, $"{sheets} sheets");
    }

    private static Field Shrunk(TextStroke text, double unit) => Field.Of(text).Grow(-0.1 * unit);

    private static IEnumerable<(Uv A, Uv B)> Lines(Sketch sheet) => sheet.Strokes.SelectMany(s => s switch
    {
        PathStroke { Ink: not Ink.Grain } p => p.Points.Zip(p.Points.Skip(1)).Concat(p.Closed ? [(p.Points[^1], p.Points[0])] : []),
        CircleStroke c => Ring(Outline.CircleAt(c.At, 2 * c.Radius)),
        ArcStroke a => Ring(a.Outline),
        _ => [],
    });

    private static IEnumerable<(Uv, Uv)> Ring(Outline outline) => outline.Points(0.1) is var p ? p.Zip(p.Skip(1).Append(p[0])) : [];

    [Fact]
    public void A_sheet_fits_the_paper_that_it_is_made_for()
    {
        foreach (var part in Demo.Plan.Parts.Where(p => p.Flat))
        {
            var sheet = PartSketch.Dimensioned(part, 182, 225);
            Assert.InRange(sheet.WidthMm / sheet.UnitMm!.Value, 40, 195);
            Assert.InRange(sheet.HeightMm / sheet.UnitMm!.Value, 40, 240);
        }
    }

    [Fact]
    public void Values_that_touch_are_moved_apart_about_the_middle_of_where_they_belong()
    {
        // 10 and 11 want 4 between them: they part by 1.5 each; 30 stays
        Assert.Equal([8.5, 12.5, 30], Placer.Apart([10, 11, 30], 4));
        // three on one spot, and a fourth that they push
        Assert.Equal([3, 5, 7, 9], Placer.Apart([5, 5, 5, 9], 2).Select(x => Math.Round(x, 9)));
        Assert.Equal([4, 6, 8], Placer.Apart([5, 6, 7], 2));
    }

    [Fact]
    public void Holes_of_one_bit_and_setting_have_one_letter_and_each_thing_milled_a_line()
    {
        var back = Demo.Plan.Part("shell/back");
        var kinds = HoleKind.Of(back);
        Assert.Equal(["3.4 through, sink 6.3", "3.4 through"], kinds.Select(k => k.Words(back)));
        Assert.Equal([3, 4], kinds.Select(k => k.Holes.Count));
        var texts = PartSketch.Dimensioned(back).Strokes.OfType<TextStroke>().Select(t => t.Text).ToList();
        // the letter at each hole, once in the key, and the maker's own labels of two antennas
        Assert.Equal([5, 6], (int[])[texts.Count(t => t == "A"), texts.Count(t => t == "B")]);
        var key = string.Join(' ', texts);
        Assert.Contains("pocket 54 x 28, 4 deep, from inside: rebate behind Power inlet", key, StringComparison.Ordinal);
        Assert.Contains("opening dia 24, through: cut-out for Microphone bulkhead", key, StringComparison.Ordinal);
    }

    [Fact]
    public void A_bend_is_told_in_the_key_with_its_turn_and_radius()
    {
        var strip = Demo.Plan.Made.SelectMany(m => m.Worked).Single(p => p.Id == "wrap");
        var bends = strip.Features.OfType<BendLine>().ToList();
        Assert.Equal(2, bends.Count);
        var key = string.Join(' ', PartSketch.Dimensioned(strip).Strokes.OfType<TextStroke>().Select(t => t.Text));
        Assert.All(bends, b => Assert.Contains($"bend {b.Order}, 90° towards inside, inside R {b.RadiusMm:0.##}: {b.Purpose}", key,
            StringComparison.Ordinal));
    }
}
