using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Hardware;

using static AnvilPlan.Core.Calculators.FastenerCalculators;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>hardware</c>.</summary>
internal static class HardwareCalculators
{
    public static IEnumerable<Calculator> All { get; } =
    [
        new("place_holes", "hardware",
            "flipped (seen from the other face): x'=W-x; then quarter_turns counter-clockwise, each (x,y)->(D-y,x) and W,D swap; "
                + "then offset",
            "plane transforms; origin stays at the lower left corner of the placed board",
            [
                Holes, Number("board_width_mm", 5000), Number("board_depth_mm", 5000), new FlagInput("flipped"),
                new NumberInput("quarter_turns", -1000, 1000, AboveLeast: false, Whole: true), Offset("offset_x_mm"), Offset("offset_y_mm"),
            ],
            ["holes_mm", "width_mm", "depth_mm"],
            v =>
            {
                var p = PlacedPattern.Of(
                    v.Points("holes_mm"), v.Number("board_width_mm"), v.Number("board_depth_mm"), v.Flag("flipped"),
                        (int)v.Number("quarter_turns"),
                    new Uv(v.Number("offset_x_mm"), v.Number("offset_y_mm")));
                return Output(("holes_mm", Pairs(p.HolesMm)), ("width_mm", p.WidthMm), ("depth_mm", p.DepthMm));
            }),
        new("pattern_symmetry", "hardware", "tests (W-x,D-y), (W-x,y), (x,D-y) against the set, each hole within 0.1 mm in x and y",
            "set comparison with 0.1 mm tolerance",
            [Holes, Number("board_width_mm", 5000), Number("board_depth_mm", 5000)],
            ["turn_180", "mirror_left_right", "mirror_front_back"],
            v =>
            {
                var s = PatternSymmetry.Of(v.Points("holes_mm"), v.Number("board_width_mm"), v.Number("board_depth_mm"));
                return Output(("turn_180", s.Turn180), ("mirror_left_right", s.MirrorLeftRight), ("mirror_front_back", s.MirrorFrontBack));
            }),
        new("rack_panel", "hardware", "height=44.45n-0.8; hole heights from the lower unit boundary: 6.35, 22.225, 38.10 + "
            + "44.45 i", "EIA-310",
            [new NumberInput("units", 1, 100, AboveLeast: false, Whole: true)],
            ["panel_height_mm", "hole_heights_mm"],
            v => RackPanel.Of((int)v.Number("units")) is var p
                ? Output(("panel_height_mm", p.HeightMm), ("hole_heights_mm", p.HoleHeightsMm)) : []),
        new("fan_holes", "hardware", "centre +- pitch/2; order: lower left, lower right, upper right, upper left", "square pattern",
            [Number("hole_pitch_mm", 2000), Offset("centre_x_mm"), Offset("centre_y_mm")],
            ["holes_mm"],
            v => Output(("holes_mm",
                Pairs(FanPattern.Holes(v.Number("hole_pitch_mm"), new Uv(v.Number("centre_x_mm"), v.Number("centre_y_mm"))))))),
        new("fan_row", "hardware", "first fan starts at x=0; columns (size-pitch)/2 + i*(size+gap) and + pitch; total=n*size+(n-1)*gap",
            "row of equal fans",
            [Number("fan_size_mm", 2000), Number("hole_pitch_mm", 2000), FromZero("fan_gap_mm", 1000), new NumberInput("fan_count", 1, 100,
                AboveLeast: false, Whole: true)],
            ["hole_columns_mm", "total_length_mm"],
            v =>
            {
                if (v.Number("hole_pitch_mm") >= v.Number("fan_size_mm"))
                {
                    throw new CalculatorException("hole_pitch_mm", $"hole_pitch_mm is {v.Number("hole_pitch_mm")}: it must be below "
                        + $"fan_size_mm, here {v.Number("fan_size_mm")}.");
                }

                var (columns, length) = FanPattern.Row(v.Number("fan_size_mm"), v.Number("hole_pitch_mm"), v.Number("fan_gap_mm"),
                    (int)v.Number("fan_count"));
                return Output(("hole_columns_mm", columns), ("total_length_mm", length));
            }),
    ];

    private static PointsInput Holes => new("holes_mm", 5000, 1, 500);

    private static NumberInput Offset(string key) => new(key, -5000, 5000, AboveLeast: false);

    private static List<double[]> Pairs(IEnumerable<Uv> points) => [.. points.Select(p => (double[])[p.U, p.V])];
}
