using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>The four bought feet, each screwed from below as its place asks for.</summary>
internal static class FootCuts
{
    public static void Add(JointDraft draft)
    {
        if (draft.Design.Box.Feet is not { } feet || !draft.Shell.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        List<Point3> points =
        [
            .. from x in (double[])[floor.Box.Min.X + feet.InsetMm, floor.Box.Max.X - feet.InsetMm]
               from y in (double[])[floor.Box.Min.Y + feet.InsetMm, floor.Box.Max.Y - feet.InsetMm]
               select new Point3(x, y, floor.Box.Min.Z),
        ];
        draft.Fixings.Add(new FixingSet(
            "foot", "feet", "Feet to bottom", Direction.Up, [new PointsLocus(points)],
            [
                .. FootFixing.Ways(draft, "screw/foot", "feet", "Feet to bottom", floor, feet.HeightMm / 2, points,
                    $"{feet.InsetMm} mm in from both edges of the bottom", null),
                // where no screw finds a way the foot is stuck on
                new FixingWay(FixingKind.Pin, floor.Box.Min.Z, [], [], [],
                    [new BoughtPiece("pad", $"double-sided foam pad {feet.DiaMm}, under a foot", 1, 15)]),
            ])
        { EachForItself = true, Turn = FixingTurn.AfterFinish });
    }
}
