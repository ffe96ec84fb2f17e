using AnvilPlan.Core.Bench;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Shops;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>The enclosure as solids, together and pulled apart.</summary>
public class SolidModelTests
{
    /// <summary>What is marked lies this much proud; tongues lie this deep in their grooves, mm.</summary>
    private const double ProudMm = 0.3;

    private static BuildPlan Begun(string system) => Planner.Plan(
        Shipped.Catalog.Systems.First(s => s.Key == system).Begin(StartingDesign.Named("x"), Shipped.Catalog)!, Shipped.Catalog,
        ShopProfile.Usual, AsBuilt.Nothing);

    public static TheoryData<string> Systems => [.. Shipped.Catalog.Systems.Where(s => s.Decision is not null).Select(s => s.Key)];

    private static IEnumerable<Point3> Corners(SolidPiece piece) => piece.Prisms
        .SelectMany(p => p.Rim.Concat(p.Rim.Select(c => c + p.Through)));

    private static Box Around(IEnumerable<Point3> points) => points.Aggregate(new Box(new(1e9, 1e9, 1e9), new(-1e9, -1e9, -1e9)),
        (b, p) => new Box(new(Math.Min(b.Min.X, p.X), Math.Min(b.Min.Y, p.Y), Math.Min(b.Min.Z, p.Z)),
            new(Math.Max(b.Max.X, p.X), Math.Max(b.Max.Y, p.Y), Math.Max(b.Max.Z, p.Z))));

    private static Point3 Gone(SolidPiece piece) => piece.Moves.Aggregate(default(Point3), (at, m) => at + m.By);

    [Theory]
    [MemberData(nameof(Systems))]
    public void A_part_fills_the_room_that_the_plan_gives_it(string system)
    {
        var plan = Begun(system);
        var model = SolidModel.Of(plan);
        foreach (var part in plan.Parts.Where(p => p.Body.Count > 0))
        {
            var room = Around(Corners(model.Pieces.Single(p => p.Of == Place.Part(part.Id) && p.Role == PieceRole.Part)));
            var told = new Block(part.Box, part.Pose).Hull;
            Assert.True(told.Grow(ProudMm).Contains(room), $"{system} {part.Id}: {room} is not in {told}");
        }
    }

    [Fact]
    public void A_plain_board_has_its_volume_and_a_bored_one_less()
    {
        var plan = Demo.Plan;
        var piece = SolidModel.Of(plan).Pieces.Single(p => p.Of == Place.Part("shell/top"));
        var part = plan.Part("shell/top");
        var body = piece.Prisms.Where(p => p.Stuff != Stuff.Hollow).ToList();
        double Area(IReadOnlyList<Point3> ring) => Math.Abs(ring.Select((p, i) => (p.X * ring[(i + 1) % ring.Count].Y)
            - (ring[(i + 1) % ring.Count].X * p.Y)).Sum() / 2);
        var volume = body.Sum(p => (Area(p.Rim) - p.Inside.Sum(Area)) * p.Through.Length);
        var bored = part.Features.OfType<AnvilPlan.Core.Parts.Hole>().Where(h => h.DepthMm is null && h.DiaMm * h.DiaMm > 16)
            .Sum(h => Math.PI / 4 * h.DiaMm * h.DiaMm * part.ThicknessMm);
        var whole = part.LengthMm * part.WidthMm * part.ThicknessMm;
        Assert.InRange(volume, whole - (bored * 1.1) - (whole * 0.01), whole - (bored * 0.85));
    }

    [Theory]
    [MemberData(nameof(Systems))]
    public void Pulled_apart_nothing_stands_in_another(string system) => ApartFrom(Begun(system), system);

    [Fact]
    public void The_station_comes_apart_from_its_lid_to_its_glue()
    {
        var plan = Demo.Plan;
        ApartFrom(plan, "demo");
        var model = SolidModel.Of(plan);
        int Turn(string of) => model.Pieces.Single(p => p.Of == Place.Parse(of)).Moves.Min(m => m.Turn);
        Assert.Equal(0, Turn("shell/top"));
        Assert.True(Turn("shell/top") < Turn("tray-1"));
        // a device leaves with its tray, then its tray
        var onTray = plan.Devices.First(d => d.PartId == "tray-1");
        var moves = model.Pieces.Single(p => p.Of == Place.Device(onTray.Id)).Moves;
        Assert.Equal(2, moves.Count);
        Assert.Equal(Turn("tray-1"), moves.Min(m => m.Turn));
        // up and off, for it stands there
        Assert.All(moves, m => Assert.True(m.By.Z > 0 && m.By.X == 0 && m.By.Y == 0));
    }

    [Fact]
    public void Screws_go_back_along_their_axis_before_what_they_hold()
    {
        var plan = Demo.Plan;
        var model = SolidModel.Of(plan);
        foreach (var fixing in plan.Fixings.Where(f => f.Pose is null && f.Pieces.Count > 0))
        {
            var own = model.Pieces.Single(p => p.Of == Place.Hole(fixing.Id)).Moves[0];
            Assert.True(own.First, fixing.Id);
            Assert.Equal(-1, own.By.Dot(fixing.Axis.Vector()) / own.By.Length, 6);
            Assert.True(own.By.Length > fixing.Pieces.Max(p => p.ToMm), fixing.Id);
        }
    }

    /// <summary>By the blocks of the plan and the sum of each thing's moves.</summary>
    private static void ApartFrom(BuildPlan plan, string name)
    {
        var model = SolidModel.Of(plan);
        var whole = plan.Made.SelectMany(m => m.FaceIds.Concat(m.BendIds).Select(f => (f, m.Id))).ToLookup(x => x.f, x => x.Id);
        var things = plan.Parts.Where(p => p.Body.Count > 0).Select(p => (Of: Place.Part(p.Id), Whole: whole[p.Id].FirstOrDefault() ?? p.Id,
                Boxes: p.Body.Select(b => new Block(b, p.Pose).Hull), Leans: p.Pose is not null))
            .Concat(plan.Devices.Select(d => (Of: Place.Device(d.Id), Whole: "device/" + d.Id,
                Boxes: d.Blocks.Select(b => new Block(b, d.Pose).Hull), Leans: d.Pose is not null))).Where(t => !t.Leans).ToList();
        var apart = things.SelectMany(t => t.Boxes.Select(b => (t.Whole, Box: Moved(b, Gone(model.Pieces.First(p => p.Of == t.Of)))
            .Grow(-0.6)))).ToList();
        foreach (var (one, i) in apart.Select((a, i) => (a, i)))
        {
            Assert.All(apart.Skip(i + 1).Where(o => o.Whole != one.Whole),
                other => Assert.False(one.Box.Overlaps(other.Box), $"{name}: {one.Whole} stands in {other.Whole}"));
        }
    }

    private static Box Moved(Box box, Point3 by) => new(box.Min + by, box.Max + by);
}
