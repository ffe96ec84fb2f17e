using AnvilPlan.Core.Frames;
using static AnvilPlan.Core.Calculators.FastenerCalculators;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>frames</c>.</summary>
internal static class FrameCalculators
{
    public static IEnumerable<Calculator> All { get; } =
    [
        new("pipe_cut", "frames", "take-off=centre_to_face-engagement; cut=C-C minus both take-offs", "centre-to-centre minus take-offs",
            [
                Number("centre_to_centre_mm", 1e5), FromZero("centre_to_face_1_mm", 1e4), FromZero("engagement_1_mm", 1e4),
                FromZero("centre_to_face_2_mm", 1e4), FromZero("engagement_2_mm", 1e4),
            ],
            ["takeoff_1_mm", "takeoff_2_mm", "cut_length_mm"],
            v =>
            {
                var p = PipeCut.Of(
                    v.Number("centre_to_centre_mm"), v.Number("centre_to_face_1_mm"), v.Number("engagement_1_mm"),
                        v.Number("centre_to_face_2_mm"), v.Number("engagement_2_mm"));
                return p.CutMm > 0
                    ? Output(("takeoff_1_mm", p.TakeOff1Mm), ("takeoff_2_mm", p.TakeOff2Mm), ("cut_length_mm", p.CutMm))
                    : throw new CalculatorException("centre_to_centre_mm", $"centre_to_centre_mm is {v.Number("centre_to_centre_mm")}: "
                        + $"it must be above the two take-offs together, {p.TakeOff1Mm + p.TakeOff2Mm}.");
            }),
        new("frame_members", "frames", "4 posts=height; 4 rails x=width-2*profile-2*gap; 4 rails y=depth-2*profile-2*gap; total in m",
            "geometry, posts run through",
            [
                Number("outside_width_mm", 1e5), Number("outside_depth_mm", 1e5), Number("outside_height_mm", 1e5),
                    Number("profile_mm", 1000),
                FromZero("bracket_gap_mm", 1000),
            ],
            ["post_mm", "rail_x_mm", "rail_y_mm", "total_m"],
            v =>
            {
                var f = FrameMembers.Of(
                    v.Number("outside_width_mm"), v.Number("outside_depth_mm"), v.Number("outside_height_mm"), v.Number("profile_mm"),
                        v.Number("bracket_gap_mm"));
                return Math.Min(f.RailXMm, f.RailYMm) > 0
                    ? Output(("post_mm", f.PostMm), ("rail_x_mm", f.RailXMm), ("rail_y_mm", f.RailYMm), ("total_m", f.TotalM))
                    : throw new CalculatorException("profile_mm", $"profile_mm is {v.Number("profile_mm")}: two profiles and gaps must "
                        + $"leave something of the width and the depth.");
            }),
        new("bar_plan_ffd", "frames",
            "usable=stock-trim; pieces sorted longest first, each to the first bar where sum+kerf*(n-1)<=usable; offcut=max(0, "
                + "usable-sum-n*kerf); lower bound=ceil(sum(len+kerf)/(usable+kerf))",
            "first-fit decreasing; bound by length",
            [
                Number("stock_length_mm", 1e6), FromZero("trim_mm", 1e5), FromZero("kerf_mm", 100),
                    new ListInput("lengths_mm", new NumberInput("item", 0, 1e6), 1, 500),
                new ListInput("quantities", new NumberInput("item", 0, 1000, AboveLeast: false, Whole: true), 1, 500),
            ],
            ["bars", "lower_bound", "offcuts_mm"],
            v =>
            {
                var (lengths, counts, usable) = (v.List("lengths_mm"), v.List("quantities"),
                    v.Number("stock_length_mm") - v.Number("trim_mm"));
                if (counts.Count != lengths.Count)
                {
                    throw new CalculatorException("quantities", $"quantities has {counts.Count} entries: it must have as many as "
                        + $"lengths_mm, {lengths.Count}.");
                }

                if (lengths.Max() > usable)
                {
                    throw new CalculatorException("lengths_mm", $"lengths_mm holds {lengths.Max()}: at most what a bar gives, {usable}.");
                }

                var b = FirstFitBars.Of(usable, v.Number("kerf_mm"), lengths.Zip(counts)
                    .SelectMany(x => Enumerable.Repeat(x.First, (int)x.Second)));
                return Output(("bars", b.Bars), ("lower_bound", b.LowerBound), ("offcuts_mm", b.OffcutsMm));
            }),
        new("planarity", "frames", "corners in order round the frame; fourth corner stands off the plane of the others by z4-(z1-z2+z3)",
            "plane through three corners of a rectangle",
            [.. ((string[])["z1_mm", "z2_mm", "z3_mm", "z4_mm"]).Select(k => new NumberInput(k, -1e4, 1e4, AboveLeast: false))],
            ["fourth_corner_off_mm"],
            v => Output(("fourth_corner_off_mm", Flatness.FourthCornerOffMm(v.Number("z1_mm"), v.Number("z2_mm"), v.Number("z3_mm"),
                v.Number("z4_mm"))))),
    ];
}
