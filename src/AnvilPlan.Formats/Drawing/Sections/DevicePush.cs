using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Plans;

namespace AnvilPlan.Formats.Drawing.Sections;

/// <summary>
/// What a shift across and up a section does to a device's place on its deck: so many mm of u and of v for one mm of each.
/// </summary>
public sealed record DevicePush(string DeviceId, Uv Across, Uv Up)
{
    /// <summary>Less of an axis is seen than this where it runs away from the viewer: nothing is pushed along it.</summary>
    private const double LeastSeen = 0.14;

    public static IReadOnlyList<DevicePush> Of(BuildPlan plan, SectionView view) => [.. plan.Devices.Select(d => Of(d, view.Plane()))];

    private static DevicePush Of(DevicePlace device, Frame plane)
    {
        Uv Share(Direction way)
        {
            var seen = device.Pose.VectorInSpace(way);
            var (across, up) = (seen.Dot(plane.U.Vector()), seen.Dot(plane.V.Vector()));
            var square = (across * across) + (up * up);
            return square < LeastSeen * LeastSeen ? default : new(across / square, up / square);
        }

        var (u, v) = (Share(device.DeckFrame.U), Share(device.DeckFrame.V));
        return new(device.Id, new(u.U, v.U), new(u.V, v.V));
    }
}
