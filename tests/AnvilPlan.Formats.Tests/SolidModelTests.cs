using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Places;
using AnvilPlan.Formats.Drawing.Solids;
using AnvilPlan.Formats.Tests.Support;

namespace AnvilPlan.Formats.Tests;

/// <summary>The enclosure as solids, together and pulled apart.</summary>
public class SolidModelTests
{
    /// <summary>What is marked lies this much proud; tongues lie this deep in their grooves, mm.</summary>
    private const double ProudMm = 0.3;

    private static IEnumerable<Point3> Corners(SolidPiece piece) => piece.Prisms
        .SelectMany(p => p.Rim.Concat(p.Rim.Select(c => c + p.Through)));

    private static Box Around(IEnumerable<Point3> points) => points.Aggregate(new Box(new(1e9, 1e9, 1e9), new(-1e9, -1e9, -1e9)),
        (b, p) => new Box(new(Math.Min(b.Min.X, p.X), Math.Min(b.Min.Y, p.Y), Math.Min(b.Min.Z, p.Z)),
            new(Math.Max(b.Max.X, p.X), Math.Max(b.Max.Y, p.Y), Math.Max(b.Max.Z, p.Z))));

    [Fact]
    public void A_part_fills_the_room_that_the_plan_gives_it()
    {
        foreach (var (design, plan) in Readable.All())
        {
            var model = SolidModel.Of(plan);
            foreach (var part in plan.Parts.Where(p => p.Body.Count > 0))
            {
                var room = Around(Corners(model.Pieces.Single(p => p.Of == Place.Part(part.Id) && p.Role == PieceRole.Part)));
                var told = new Block(part.Box, part.Pose).Hull;
                Assert.True(told.Grow(ProudMm).Contains(room) && room.Grow(ProudMm).Contains(told),
                    $"{design.Name} {part.Id}: {room.Min} to {room.Max} for {told.Min} to {told.Max}");
            }
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

    [Fact]
    public void The_station_comes_apart_from_its_lid_to_its_glue()
    {
        var plan = Demo.Plan;
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
}
