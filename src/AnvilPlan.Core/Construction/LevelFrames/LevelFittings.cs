using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Findings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Places;
using AnvilPlan.Core.Plans;
using AnvilPlan.Core.Remedies;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.LevelFrames;

/// <summary>
/// The bought pieces of a level frame as they sit on its pipes. Walls and lengths are usual ones [R] where no table gives them.
/// </summary>
internal static class LevelFittings
{
    private const double WallMm = 4;
    private const double ClampHalfMm = 16;
    private const double BracketMm = 20;
    private const double SaddleWallMm = 2;

    /// <summary>Height of a floor flange over the floor.</summary>
    public const double FlangeMm = 6;
    private const double FlangeRimMm = 15;

    /// <summary>From the middle of a post to the end of the branch on its beam, mm: no rail lies on the beam before it.</summary>
    public static double ReachMm(LevelFrame own, BarStock post) => own.Fitting switch
    {
        FrameFitting.ThreadedTee => PipeFitting.For(post, threaded: true)?.CentreToFaceMm ?? post.WidthMm * 1.3,
        FrameFitting.SocketTee => LevelFrameSystem.TakeOffMm(own, post) + (PipeFitting.For(post, threaded: false)?.EngagementMm
            ?? post.WidthMm * 0.7),
        FrameFitting.Bracket => post.WidthMm / 2,
        _ => (post.WidthMm / 2) + ClampHalfMm,
    };

    /// <summary>From the middle of a node to the lower end of its fitting on the post, mm; above it a bracket has nothing.</summary>
    public static double BelowMm(LevelFrame own, BarStock post) => own.Fitting == FrameFitting.Bracket ? (post.WidthMm / 2) + BracketMm
        : RunMm(own, post);

    public static double AboveMm(LevelFrame own, BarStock post) => own.Fitting == FrameFitting.Bracket ? post.WidthMm / 2
        : RunMm(own, post);

    private static double RunMm(LevelFrame own, BarStock post) => own.Fitting == FrameFitting.Clamp ? ClampHalfMm : ReachMm(own, post);

    /// <summary>
    /// The fitting at a node: round the post, with its branch towards the beam; a bracket under the beam where both are profiles.
    /// </summary>
    public static FittingPlace Node(string id, LevelFrame own, BarStock post, Point3 at, bool right)
    {
        var (half, inward) = (post.WidthMm / 2, right ? -1 : 1);
        Box Along(Axis axis, double from, double to) => new Box(at, at).Grow(half).WithSpan(axis, Math.Min(at[axis] + from, at[axis] + to),
            Math.Max(at[axis] + from, at[axis] + to));
        if (own.Fitting == FrameFitting.Bracket)
        {
            return new FittingPlace(id, "Inside bracket", [Along(Axis.X, inward * half, inward * (half + BracketMm))
                .WithSpan(Axis.Z, at.Z - half - BracketMm, at.Z - half)]);
        }

        var reach = ReachMm(own, post);
        var run = RunMm(own, post);
        // the wall towards the beam is open for it
        var beam = Along(Axis.X, inward * half, inward * reach);
        return new FittingPlace(
            id, own.Fitting == FrameFitting.Clamp ? "Tee clamp" : "Tee",
            [
                .. FittingPlace.Round(Along(Axis.Z, -run, run), Axis.Z, WallMm).SelectMany(w => w.Overlaps(beam)
                    ? [w.WithSpan(Axis.Z, w.Min.Z, beam.Min.Z), w.WithSpan(Axis.Z, beam.Max.Z, w.Max.Z)] : (Box[])[w]),
                .. FittingPlace.Round(Along(Axis.X, inward * (half + WallMm), inward * Math.Max(reach, half + WallMm + 4)), Axis.X, WallMm),
            ]);
    }

    /// <summary>Under the end of a post, round it.</summary>
    public static FittingPlace Flange(string id, BarStock post, Point3 at) => new(
        id, "Floor flange", FittingPlace.Round(new Box(at, at).Grow(post.WidthMm / 2).WithSpan(Axis.Z, at.Z, at.Z + FlangeMm), Axis.Z,
            FlangeRimMm));

    /// <summary>A strap under the beam that hangs on the rail above it.</summary>
    public static FittingPlace Saddle(string id, SolidPart rail, SolidPart beam)
    {
        var under = beam.Box.WithSpan(Axis.X, rail.Box.Min.X, rail.Box.Max.X);
        var low = under.Min.Z - SaddleWallMm;
        return new FittingPlace(
            id, "Saddle clamp",
            [
                under.WithSpan(Axis.Z, low, under.Min.Z).WithSpan(Axis.Y, under.Min.Y - SaddleWallMm, under.Max.Y + SaddleWallMm),
                under.WithSpan(Axis.Y, under.Min.Y - SaddleWallMm, under.Min.Y), under.WithSpan(Axis.Y, under.Max.Y, under.Max.Y
                    + SaddleWallMm),
            ]);
    }

    /// <summary>Rails and hardware of a level that run into a fitting of the frame.</summary>
    public static IEnumerable<Finding> Hit(LevelFrame own, Tray level, PlanSoFar plan)
    {
        var nodes = plan.Joints.Fittings.Where(f => f.StructureId == own.Id && !f.OnRail).ToList();
        foreach (var device in plan.Fit.Devices.Where(d => d.Device.DeckId == level.Id))
        {
            if (nodes.Find(f => f.Body.Any(b => b.Grow(-0.05).Overlaps(device.Occupied))) is { } fitting)
            {
                var shared = fitting.Box.Intersect(device.Occupied).Size;
                yield return Finding.Of("device-hits-fitting", Severity.Stop,
                    $"{device.Device.Name} runs {Say.Mm(Math.Min(shared.X, Math.Min(shared.Y, shared.Z)))} mm into a "
                        + $"{fitting.Name.ToLowerInvariant()} of the frame.",
                    [Place.Device(device.Id), level.Id], DeviceMoves.Remedy(plan, "device-hits-fitting", device.Device));
            }
        }
    }
}
