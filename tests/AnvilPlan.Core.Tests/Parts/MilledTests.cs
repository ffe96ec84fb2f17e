using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Tests.Support;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Tests.Parts;

/// <summary>The table of what is sawn and milled says what the features are, each once.</summary>
public class MilledTests
{
    private static Part With(params Feature[] features) =>
        Sample.Plan(Sample.Empty).Part("shell/front") with { LengthMm = 300, WidthMm = 120, ThicknessMm = 12, Features = features };

    private static Kerf Kerf(int n, double u) => new(
        $"bend/kerf/{n}", "edge", $"kerf {n} of 5 at front-top", WorkedFrom.Far, new(u, 0), new(u + 1.2, 120), 1.2, 10.2, "web of 1.8 mm");

    [Fact]
    public void Kerfs_at_one_step_are_one_line_with_the_first_place_the_step_and_what_is_left()
    {
        var row = Assert.Single(Milled.Gathered(With([.. Enumerable.Range(0, 5).Select(i => Kerf(i + 1, 40 + (i * 7.5)))])));
        Assert.Equal(("kerf", 5, 40, 41.2), (row.What, row.Count, row.Min.U, row.Max.U));
        Assert.Equal(7.5, row.Step!.Value.U, 9);
        Assert.Equal((10.2, 1.8), (row.DepthMm!.Value, row.RestMm!.Value));
        Assert.Equal("kerf at front-top", row.Purpose);
    }

    [Fact]
    public void A_step_that_differs_begins_another_line()
    {
        var rows = Milled.Gathered(With(Kerf(1, 40), Kerf(2, 47), Kerf(3, 54), Kerf(4, 70), Kerf(5, 77)));
        Assert.Equal([(40, 3), (70, 2)], rows.Select(r => (r.Min.U, r.Count)));
    }

    [Fact]
    public void A_field_of_equal_openings_is_gathered_row_by_row_and_none_is_lost_or_doubled()
    {
        var random = new Random(5);
        for (var round = 0; round < 40; round++)
        {
            Feature[] field = [.. from i in Enumerable.Range(0, 2 + random.Next(6)) from j in Enumerable.Range(0, 1 + random.Next(4))
                where random.Next(6) > 0
                select new Opening($"o/{i}/{j}", "fan", "grille", WorkedFrom.Seen, new(20 + (i * 9) + (j % 2 * 4.5), 20 + (j * 8)), 6, null,
                    0, "size", "place")];
            var part = With(field);
            var said = Milled.Gathered(part).SelectMany(r => Enumerable.Range(0, r.Count)
                .Select(k => r.Min + new Uv((r.Step?.U ?? 0) * k, (r.Step?.V ?? 0) * k))).Select(p =>
                (Math.Round(p.U, 3), Math.Round(p.V, 3))).Order().ToList();
            Assert.Equal(field.Cast<Opening>().Select(o => (Math.Round(o.Min.U, 3), Math.Round(o.Min.V, 3))).Order(), said);
            Assert.Equal(field.Length, Milled.Rows(part).Count);
        }
    }

    [Fact]
    public void Each_kind_is_told_in_its_own_words()
    {
        var rows = Milled.Rows(With(
            new Opening("o", "x", "cut-out", WorkedFrom.Seen, new(50, 60), 20, 30, 2, "size", "place"),
            new Channel("g", "x", "groove for back", WorkedFrom.Far, ChannelShape.Groove, new(0, 10), new(300, 16), 5, 4.5, "depth"),
            Notch.Rectangle("n", "x", "finger", WorkedFrom.Seen, new(290, -5), new(310, 15), null, "why"),
            new Bevel("b", "x", "mitre", WorkedFrom.Seen, PartEdge.VMost, 45)));
        Assert.Equal(["groove", "bevel", "opening", "notch"], rows.Select(r => r.What));
        Assert.Equal(7, rows[0].RestMm!.Value, 9);
        Assert.Equal((45, 120), (rows[1].AngleDeg!.Value, rows[1].Min.V));
        Assert.Equal((40, 45, 60, 75, 2), (rows[2].Min.U, rows[2].Min.V, rows[2].Max.U, rows[2].Max.V, rows[2].CornerRadiusMm));
        // as far as it lies on the part
        Assert.Equal((290, 0, 300, 15), (rows[3].Min.U, rows[3].Min.V, rows[3].Max.U, rows[3].Max.V));
        Assert.Null(rows[3].DepthMm);
    }
}
