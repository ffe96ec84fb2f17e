using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Figures;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>The sheet of a part: every word is read, and says what is so.</summary>
public class PartSheetTests
{
    /// <summary>What a field takes beside an upright dimension line at the most.</summary>
    private const double FieldMm = 18;

    [Theory]
    [InlineData(277, 180)]
    [InlineData(182, 225)]
    public void No_text_lies_on_another_or_on_a_line_and_none_is_smaller_than_nine_points(double width, double height)
    {
        var sheets = 0;
        foreach (var part in Readable.All().SelectMany(p => p.Plan.Made.SelectMany(m => m.Worked)).Where(p => p.Flat))
        {
            // labels of the maker's own are as large as they are cut
            bool Cut(TextStroke text) => part.Features.OfType<Lettering>().Any(l => l.Text == text.Text)
                || part.Features.SelectMany(f => f.Drawing(part.Slab)).OfType<DrawnText>().Any(d => d.Text == text.Text);
            Readable.Check(PartSketch.Dimensioned(part, width, height), part.Id, t => !Cut(t));
            sheets++;
        }

        Assert.True(sheets > 60, $"{sheets} sheets");
    }

    [Theory]
    [InlineData(165, 160, false)]
    [InlineData(165, 160, true)]
    [InlineData(190, 90, false)]
    public void On_a_screen_it_can_be_read_from_both_sides_and_in_inches(double width, double height, bool turned)
    {
        foreach (var part in Readable.All().SelectMany(p => p.Plan.Parts))
        {
            Readable.Check(PartSheet.Of(part, width, height, new LengthWriting(LengthUnit.Inch), turned), part.Id,
                t => t.Ink != Ink.Lettering);
        }
    }

    [Theory]
    [InlineData(165, 160)]
    [InlineData(190, 90)]
    public void Sizes_that_are_decisions_are_fields_where_they_stand_and_the_sheet_keeps_to_its_paper(double width, double height)
    {
        var fields = 0;
        foreach (var (design, plan) in Readable.All())
        {
            var settable = ProjectFigures.Of(design, plan, Shipped.Catalog, ShopProfile.Usual).Where(f => f.Put is not null)
                .Select(f => f.Id).ToHashSet();
            foreach (var part in plan.Parts)
            {
                var sheet = PartSheet.Of(part, width, height, LengthWriting.Millimetres, settable: settable);
                Readable.Check(sheet, part.Id, t => t.Ink != Ink.Lettering);
                // a long title reaches over a narrow part either way
                var read = PartSheet.Of(part, width, height, LengthWriting.Millimetres);
                Assert.True(sheet.WidthMm / sheet.UnitMm <= Math.Max(width, (read.WidthMm / read.UnitMm!.Value) + FieldMm) + 0.01,
                    $"{part.Id} is {sheet.WidthMm / sheet.UnitMm} mm wide");
                fields += sheet.Strokes.OfType<TextStroke>().Count(t => t.Figure is not null);
            }
        }

        Assert.True(fields > 100, $"{fields} fields");
    }

    [Theory]
    [InlineData(0, -300)]
    [InlineData(-300, 0)]
    public void A_hole_that_misses_its_part_is_drawn_and_read_where_it_is(double alongU, double alongV)
    {
        // the board stands off its tray: a stop says so, and the sheet shows it
        var design = Demo.Project.Design with
        {
            Devices = [.. Demo.Project.Design.Devices.Select(d => d.Id == "sbc" ? d with { UMm = d.UMm + alongU, VMm = d.VMm + alongV } : d)],
        };
        var part = Planner.Plan(design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing).Part("tray-1");
        Assert.Contains(part.Features.OfType<Hole>(), h => h.At.U < 0 || h.At.V < 0);
        Readable.Check(PartSheet.Of(part, 190, 140, LengthWriting.Millimetres, false), part.Id, t => t.Ink != Ink.Lettering);
        Readable.Check(PartSheet.Of(part, 190, 140, LengthWriting.Millimetres, true), part.Id, t => t.Ink != Ink.Lettering);
    }

    [Fact]
    public void Turned_over_holes_keep_their_letters_and_stand_from_the_other_end()
    {
        var left = Demo.Plan.Part("shell/left");
        Sketch Seen(bool turned) => PartSheet.Of(left, 200, 200, LengthWriting.Millimetres, turned);
        static SortedDictionary<string, string> Letters(Sketch sheet) => new(sheet.Strokes.OfType<TextStroke>()
            .Where(t => t.Of is not null).ToDictionary(t => t.Of.ToString()!, t => t.Text), StringComparer.Ordinal);
        var marks = PartSheet.Marks(left);
        Assert.All(Letters(Seen(false)), l => Assert.Equal(marks[l.Key["hole/".Length..]], l.Value));
        Assert.Equal(Letters(Seen(false)), Letters(Seen(true)));
        Assert.NotEmpty(Letters(Seen(true)));
        foreach (var (hole, circle) in left.Features.OfType<Hole>().Select(h => (h, Seen(true).Strokes.OfType<CircleStroke>()
            .First(c => c.Of == Place.Hole(h.Id)))))
        {
            Assert.Equal((left.LengthMm - hole.At.U, hole.At.V), (circle.At.U, circle.At.V));
        }
    }

    [Fact]
    public void Steps_of_one_cut_out_at_the_rim_are_one_line_of_the_key()
    {
        // a folded tray with a notch round each end of its bend, in four steps of the saw
        var tray = Demo.Plan.Part("tray-1");
        var steps = tray.Features.OfType<Opening>().Where(o => o.Purpose == "notch round bend front left").ToList();
        Assert.Equal(4, steps.Count);
        Assert.Single(steps.Select(s => PartSheet.Marks(tray)[s.Id]).Distinct());
        var (wide, high) = (steps.Max(s => s.Max.U) - Math.Max(0, steps.Min(s => s.Min.U)),
            steps.Max(s => s.Max.V) - Math.Max(0, steps.Min(s => s.Min.V)));
        var key = string.Join(' ', PartSketch.Dimensioned(tray).Strokes.OfType<TextStroke>().Select(t => t.Text));
        Assert.Contains($"opening in 4 steps, {wide:0.##} x {high:0.##} about, through: notch round bend front left", key,
            StringComparison.Ordinal);
    }

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
        Assert.Equal(["3.4 through, sink 6.3", "3.4 through"], kinds.Select(k => k.Words(back, LengthWriting.Millimetres.Of)));
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
