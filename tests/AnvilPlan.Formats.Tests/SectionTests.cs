using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing;
using AnvilPlan.Formats.Drawing.Sections;
using AnvilPlan.Formats.Project;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>Enclosures cut open: what is cut, what is seen behind it, and where the layers of a chain stand.</summary>
public class SectionTests
{
    private static readonly HashSet<string> Settable = ["outside/width", "outside/depth", "outside/height"];

    private static SectionWish Wish(SectionView view, string? through = null, bool chains = true, double width = 190,
        double height = 140) => new(view, through, chains, width, height, LengthWriting.Millimetres, Settable);

    private static Sketch Marsh(SectionView view, string through = "sbc") => SectionSheet.Of(Demo.Plan, Demo.Project.Design.Box.Feet, Wish(view, through));

    private static List<Uv> CutRim(Sketch sheet, string part) => [.. sheet.Strokes.OfType<TintStroke>()
        .Where(t => t.Ink == Ink.Hatch && t.Of == Place.Part(part)).SelectMany(t => t.Rims).SelectMany(r => r.Vertices).Select(v => v.At)];

    [Theory]
    [InlineData(190, 140)]
    [InlineData(180, 150)]
    public void No_text_lies_on_another_or_on_a_line_in_any_view_of_any_design(double width, double height)
    {
        var sheets = 0;
        foreach (var (design, plan) in Readable.All())
        {
            foreach (var view in Enum.GetValues<SectionView>())
            {
                foreach (var through in plan.Devices.Select(d => (string?)d.Id).Append(null).Take(6))
                {
                    var sheet = SectionSheet.Of(plan, design.Box.Feet, Wish(view, through, true, width, height));
                    Readable.Check(sheet, $"{design.Name} {view} through {through}");
                    sheets++;
                }
            }
        }

        Assert.True(sheets > 100, $"{sheets} sheets");
    }

    [Fact]
    public void A_wall_is_cut_where_the_plane_meets_it_and_open_where_a_cutout_is()
    {
        // the recorder's middle stands 73.9 up; the fan's cut-out has 57, its middle 130 from the front and 92 up: half a chord is
        // the root of 28.5 squared less 18.1 squared, 22.014
        var rim = CutRim(Marsh(SectionView.Top), "shell/right");
        Assert.Equal([40, 107.99, 152.01, 260], rim.Select(p => Math.Round(p.V, 2)).Distinct().Order().Select(v => v),
            (a, b) => Math.Abs(a - b) < 0.4);
        Assert.Equal([328.1, 340], rim.Select(p => Math.Round(p.U, 3)).Distinct().Order());
    }

    [Fact]
    public void What_lies_before_the_plane_is_taken_away_and_devices_there_are_dashed()
    {
        var sheet = Marsh(SectionView.Front);
        // the front, and its rounded corners, are before it; the back is behind
        Assert.DoesNotContain(sheet.Strokes, s => s.Of == Place.Part("shell/front"));
        Assert.Contains(sheet.Strokes, s => s.Of == Place.Part("shell/back"));
        Assert.Empty(CutRim(sheet, "shell/back"));
        Assert.True(sheet.Strokes.OfType<PathStroke>().Where(s => s.Of == Place.Device("display")).All(s => s.Dashed));
        Assert.Contains(sheet.Strokes.OfType<PathStroke>(), s => s.Of == Place.Device("sbc") && !s.Dashed);
    }

    [Fact]
    public void The_chain_is_the_dimension_line_of_its_view_layer_by_layer()
    {
        var figures = Marsh(SectionView.Front).Strokes.OfType<TextStroke>().Where(t => t.Figure is not null).ToList();
        // bottom 11.9, air 45, tray 2, standoffs 5, (board 20), air 60.1, top 6: a board's own thickness is not typed into
        Assert.Equal(["11.9", "45", "2", "5", "60.1", "6"], figures.Where(t => t.Figure!.Id.StartsWith("chain/sbc/z/",
            StringComparison.Ordinal)).OrderBy(t => t.At.V).Select(t => t.Text));
        Assert.Equal(["11.9", "61", "66", "68.2", "11.9"], figures.Where(t => t.Figure!.Id.StartsWith("chain/sbc/x/",
            StringComparison.Ordinal)).OrderBy(t => t.At.U).Select(t => t.Text));
        Assert.Equal([("outside/width", "340"), ("outside/height", "150")],
            figures.Where(t => t.Figure!.Id.StartsWith("outside/", StringComparison.Ordinal)).Select(t => (t.Figure!.Id, t.Text)));
    }

    [Fact]
    public void Every_device_that_is_seen_is_named_where_it_stands_or_in_the_key()
    {
        foreach (var view in Enum.GetValues<SectionView>())
        {
            var texts = Marsh(view).Strokes.OfType<TextStroke>().Where(t => t.Figure is null).ToList();
            var devices = texts.Where(t => t.Ink == Ink.Device).Select(t => t.Text).ToList();
            foreach (var (device, i) in Demo.Plan.Devices.Select((d, i) => (d, i)))
            {
                // in its place by name, or by a number there and again in the key
                var number = (i + 1).ToString(System.Globalization.CultureInfo.InvariantCulture);
                Assert.True(devices.Contains(device.Name) || (devices.Count(t => t == number) == 2 && texts.Exists(t => t.Text == device.Name))
                    || !texts.Exists(t => t.Text == device.Name), $"{view}: {device.Name}");
            }

            Assert.InRange(Demo.Plan.Devices.Count(d => texts.Exists(t => t.Text == d.Name)), 13, 16);
        }
    }

    [Fact]
    public void A_rim_ends_where_something_nearer_begins()
    {
        static Silhouette Square(double from, double to) =>
            new([[new(from, from), new(to, from), new(to, to), new(from, to)]]);
        // 0 to 10 behind 5 to 15: the right side from 5 up and the upper one from 5 on are gone
        var lines = Square(0, 10).RimsBeyond([Square(5, 15)]).ToList();
        Assert.Equal([[new(0, 0), new(10, 0), new(10, 5)], [new(5, 10), new(0, 10), new(0, 0)]], lines);
        // a side that runs along one of the nearer is drawn once, with that
        Assert.Empty(Square(0, 10).RimsBeyond([new([[new(-5, 0), new(20, 0), new(20, 20), new(-5, 20)]])]));
    }

    [Fact]
    public void A_device_on_a_slope_is_pushed_along_it_and_one_on_a_tray_not_upwards()
    {
        var desk = ProjectJson.Read(File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "demo", "marsh-listening-desk.json")),
            Shipped.Catalog);
        var plan = Planner.Plan(desk.Design, Shipped.Catalog, ShopProfile.Usual, AsBuilt.Nothing);
        var leaning = plan.Devices.First(d => d.Pose is not null);
        var push = DevicePush.Of(plan, SectionView.Side).Single(p => p.DeviceId == leaning.Id);
        // v runs up the slope, so far back and so far up as its own axis says: a push along it by 10 is 10 of v
        var up = leaning.Pose!.Z;
        Assert.Equal(10, (push.Across.V * up.Y * 10) + (push.Up.V * up.Z * 10), 9);
        Assert.Equal(0, push.Across.U, 9);
        var onTray = DevicePush.Of(Demo.Plan, SectionView.Front).Single(p => p.DeviceId == "sbc");
        Assert.Equal((new Uv(1, 0), default(Uv)), (onTray.Across, onTray.Up));
        // u of the back counts from the other end, as seen from outside
        var onBack = Demo.Plan.Devices.First(d => d.DeckId == "panel/back");
        Assert.Equal(new Uv(-1, 0), DevicePush.Of(Demo.Plan, SectionView.Front).Single(p => p.DeviceId == onBack.Id).Across);
    }

    [Fact]
    public void A_screen_gets_it_from_the_upper_left_corner_in_millimetres_of_its_own()
    {
        var sketch = new Sketch("Half", new(10, 20), new(110, 70),
            [new PathStroke(Ink.Outline, [new(10, 20), new(110, 70)], false, false) { Of = Place.Part("a") },
            new TextStroke(Ink.Dimension, new(60, 45), 6.4, "340", TextAnchor.Middle, 90)])
        { UnitMm = 2 };
        var sheet = ScreenSheet.Of(sketch);
        Assert.Equal((50, 25), (sheet.WidthMm, sheet.HeightMm));
        Assert.Equal(new ScreenLine(Ink.Outline, Place.Part("a"), "M0,25 L50,0", false), sheet.Marks[0]);
        Assert.Equal(new ScreenText(Ink.Dimension, null, 25, 12.5, 3.2, 6.14, "340", TextAnchor.Middle, -90, null), sheet.Marks[1]);
    }
}
