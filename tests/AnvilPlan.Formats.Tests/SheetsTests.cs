using AnvilPlan.Core.Places;
using AnvilPlan.Core.Quantities.Text;
using AnvilPlan.Core.Shell;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sheets;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>Sheets of stock and levels as they are read at the bench.</summary>
public class SheetsTests
{
    private static string Length(double mm) => LengthText.Mm(new(mm));

    private static List<string> Words(Sketch sheet) => [.. sheet.Strokes.OfType<TextStroke>().Select(t => t.Text)];

    [Theory]
    [InlineData(186, 118)]
    [InlineData(120, 150)]
    public void Every_word_on_a_sheet_of_stock_and_on_a_level_can_be_read(double wide, double high)
    {
        var drawn = 0;
        foreach (var (design, plan) in Readable.All())
        {
            foreach (var sketch in plan.Cuts.Sheets.Select(s => NestSheet.Of(s, plan, wide, high, Length))
                .Concat(plan.Cuts.Bars.Select(b => BarSheet.Of(b, plan, wide, Length)))
                .Concat(plan.Views.Select(v => AssemblySheet.Of(v, wide, high, Length))))
            {
                Readable.Check(sketch, $"{design.Name}, {sketch.Title}");
                drawn++;
            }
        }

        Assert.True(drawn > 30, $"{drawn} drawings");
    }

    [Fact]
    public void Each_blank_is_named_with_its_size_in_it_or_in_the_key_and_so_is_what_is_kept()
    {
        foreach (var sheet in Demo.Plan.Cuts.Sheets)
        {
            var words = string.Join('|', Words(NestSheet.Of(sheet, Demo.Plan, 90, 60, Length)));
            Assert.All(sheet.Placements, p => Assert.Contains(Demo.Plan.Part(p.PartId).Name, words, StringComparison.Ordinal));
            Assert.All(sheet.Placements, p => Assert.Contains($"{Length(p.LengthMm)} × {Length(p.WidthMm)}", words, StringComparison.Ordinal));
            Assert.All(sheet.Offcuts, o => Assert.Contains($"keep {Length(o.LengthMm)} × {Length(o.WidthMm)}", words,
                StringComparison.Ordinal));
        }
    }

    [Fact]
    public void Each_piece_of_a_bar_is_named_with_its_length_where_it_lies_or_in_the_key_and_equal_ones_once()
    {
        foreach (var bar in Demo.Plan.Cuts.Bars)
        {
            var sheet = BarSheet.Of(bar, Demo.Plan, 60, Length);
            var words = string.Join(' ', Words(sheet));
            Assert.All(bar.Pieces, p => Assert.Contains($"{Demo.Plan.Part(p.PartId).Name} {Length(p.LengthMm)}", words, StringComparison.Ordinal));
            // to scale along the bar
            var rims = sheet.Strokes.OfType<PathStroke>().Where(s => s.Ink == Ink.Outline).ToList();
            Assert.Equal(bar.Pieces.Select(p => (p.X, p.X + p.LengthMm)), rims.Select(r => (r.Points.Min(p => p.U), r.Points.Max(p => p.U))));
        }

        Assert.NotEmpty(Demo.Plan.Cuts.Bars);
    }

    [Fact]
    public void A_level_tells_the_middle_of_each_rail_from_the_left_outside()
    {
        // rails 90 to 110 and 240 to 260: their middles are 100 and 250
        var view = new AssemblyView("low", "Low", 400, 300,
            [new("r1", "Rail 1", AssemblyRole.FixedRail, new(90, 0), new(110, 300)), new("r2", "Rail 2", AssemblyRole.Rail, new(240, 0),
                new(260, 300)), new("device/b", "Battery", AssemblyRole.Device, new(95, 50), new(255, 150)),
            new("device/s", "A switch with a long name", AssemblyRole.Device, new(300, 50), new(310, 60))],
            [new("b", 1, new(100, 60))], []);
        var sheet = AssemblySheet.Of(view, 150, 120, Length);
        Assert.Equal(["0", "100", "250"], sheet.Strokes.OfType<TextStroke>().Where(t => t.TurnDeg == 90 && t.Text != "300")
            .OrderBy(t => t.At.U).Select(t => t.Text));
        Assert.Equal(2, Words(sheet).Count(w => w is "300" or "400"));
        // what has no room for its name has a number, and the key tells it
        Assert.Equal(["Battery", "2", "2", "A switch with a long name"], Words(sheet).Where(w => w.Length > 3 || w == "2"));
        // the fixed rail is hatched, the other is not
        Assert.Contains(sheet.Strokes, s => s.Ink == Ink.Hatch && s is PathStroke && s.Of == Place.Part("r1"));
        Assert.DoesNotContain(sheet.Strokes, s => s.Ink == Ink.Hatch && s is PathStroke && s.Of == Place.Part("r2"));
    }
}
