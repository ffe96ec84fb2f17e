using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Wood;

using static AnvilPlan.Core.Calculators.FastenerCalculators;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>wood</c>.</summary>
internal static class WoodCalculators
{
    private const string Geometry = "geometry";

    public static IEnumerable<Calculator> All { get; } =
    [
        new("emc", "wood", "EMC=1800/W*(Kh/(1-Kh)+(K1Kh+2K1K2K^2h^2)/(1+K1Kh+K1K2K^2h^2)), h=RH/100, T in Celsius",
            "USDA Wood Handbook ch. 4, Hailwood-Horrobin, SI coefficients; 0-70 C, 5-95 %",
            [new NumberInput("temperature_C", -20, 100, AboveLeast: false), new NumberInput("relative_humidity_pct", 0, 99,
                AboveLeast: false)],
            ["emc_pct"],
            v => Output(("emc_pct", Moisture.EquilibriumPercent(v.Number("temperature_C"), v.Number("relative_humidity_pct"))))),
        new("wood_movement", "wood", "change=width*C*(MC_to-MC_from), width measured at MC_from", "USDA Wood Handbook ch. 13, valid "
            + "6..14 % MC",
            [Number("width_mm", 1e5), Coefficient, Percent("mc_from_pct"), Percent("mc_to_pct")],
            ["change_mm", "width_after_mm"],
            v =>
            {
                var change = Moisture.ChangeMm(v.Number("width_mm"), v.Number("coefficient_per_pct"), v.Number("mc_from_pct"),
                    v.Number("mc_to_pct"));
                return Output(("change_mm", change), ("width_after_mm", v.Number("width_mm") + change));
            }),
        new("movement_coefficient", "wood", "C=1/(100*fsp/S-fsp+10)", "USDA Wood Handbook ch. 13 coefficient at 10 % MC",
            [Number("shrinkage_pct", 40), Number("fibre_saturation_pct", 40)],
            ["coefficient_per_pct"],
            v => Output(("coefficient_per_pct", Moisture.Coefficient(v.Number("shrinkage_pct"), v.Number("fibre_saturation_pct"))))),
        new("floating_panel", "wood",
            "width at MC_max=opening+2*(groove-margin); now=that/(1+C*(max-now)); engagement at MC_min=(now*(1+C*(min-now))-opening)/2",
            "geometry + movement coefficient",
            [
                Number("opening_mm", 1e5), Number("groove_depth_mm", 1000), Coefficient, Percent("mc_now_pct"), Percent("mc_min_pct"),
                    Percent("mc_max_pct"),
                FromZero("margin_mm", 1000),
            ],
            ["panel_width_now_mm", "width_at_mc_min_mm", "engagement_min_mm"],
            v =>
            {
                AtMost(v, "margin_mm", "groove_depth_mm");
                AtMost(v, "mc_min_pct", "mc_max_pct");
                var p = FloatingPanel.Of(
                    v.Number("opening_mm"), v.Number("groove_depth_mm"), v.Number("coefficient_per_pct"), v.Number("mc_now_pct"),
                    v.Number("mc_min_pct"), v.Number("mc_max_pct"), v.Number("margin_mm"));
                return Output(("panel_width_now_mm", p.WidthNowMm), ("width_at_mc_min_mm", p.WidthAtDriestMm),
                    ("engagement_min_mm", p.EngagementAtDriestMm));
            }),
        new("diagonals_skew", "wood", "skew=asin((d1^2-d2^2)/(4ab)), deviation from 90 deg; shift of side a along itself over the height "
            + "b = b*sin(skew)",
            "parallelogram: d1^2-d2^2=4ab*sin(skew)",
            [Number("side_a_mm", 1e5), Number("side_b_mm", 1e5), Number("diagonal_1_mm", 2e5), Number("diagonal_2_mm", 2e5)],
            ["skew_deg", "shift_mm"],
            v => Squareness.Of(v.Number("side_a_mm"), v.Number("side_b_mm"), v.Number("diagonal_1_mm"), v.Number("diagonal_2_mm")) is { } s
                ? Output(("skew_deg", s.SkewDeg), ("shift_mm", s.ShiftMm))
                : throw new CalculatorException("diagonal_1_mm", $"diagonal_1_mm is {v.Number("diagonal_1_mm")}: with diagonal_2_mm "
                    + $"{v.Number("diagonal_2_mm")} no four-sided frame of these sides exists.")),
        new("shelf_deflection", "wood",
            "I=b*t^3/12; c*F*L^3/(E*I), load_N the total load; simple 5/384 | 1/48, fixed 1/384 | 1/192, cantilever 1/8 | 1/3 (uniform "
                + "| point)",
            "beam formulas; creep factor of the material table",
            [
                new ChoiceInput("load_type", ["uniform", "point"]), new ChoiceInput("support", ["simple", "fixed", "cantilever"]),
                    Number("span_mm", 1e5),
                Number("depth_front_back_mm", 1e5), Number("thickness_mm", 1000), Number("youngs_modulus_GPa", 1000), Number("load_N", 1e6),
                new NumberInput("creep_factor", 1, 100, AboveLeast: false),
            ],
            ["inertia_mm4", "deflection_initial_mm", "deflection_long_term_mm", "span_over_deflection"],
            v =>
            {
                var d = Deflection.Of(
                    v.Word("load_type") == "uniform" ? LoadSpread.Uniform : LoadSpread.Point,
                    v.Word("support") switch { "simple" => BeamEnds.Simple, "fixed" => BeamEnds.Fixed, _ => BeamEnds.Cantilever },
                    v.Number("span_mm"), Deflection.BoardInertiaMm4(v.Number("depth_front_back_mm"), v.Number("thickness_mm")),
                    v.Number("youngs_modulus_GPa"), v.Number("load_N"), v.Number("creep_factor"));
                return Output(
                    ("inertia_mm4", d.InertiaMm4), ("deflection_initial_mm", d.InitialMm), ("deflection_long_term_mm", d.LongTermMm),
                    ("span_over_deflection", d.SpanOverLongTerm));
            }),
        new("clamp_count", "wood", "coverage=pad+2*(board width to the glue line+caul); n=ceil(L/coverage); spacing=L/n; first clamp at "
            + "spacing/2",
            "45 degree pressure spread, common shop rule",
            [Number("joint_length_mm", 1e5), FromZero("board_width_mm", 1e4), FromZero("caul_thickness_mm", 1000),
                Number("pad_width_mm", 1000)],
            ["coverage_per_clamp_mm", "clamp_count", "spacing_mm"],
            v =>
            {
                var c = ClampRow.Of(v.Number("joint_length_mm"), v.Number("board_width_mm"), v.Number("caul_thickness_mm"),
                    v.Number("pad_width_mm"));
                return Output(("coverage_per_clamp_mm", c.CoveragePerClampMm), ("clamp_count", c.Count), ("spacing_mm", c.SpacingMm));
            }),
        new("panel_strips", "wood", "usable=strip-joint_loss; n=ceil((target+trim)/usable); glued=n*usable", Geometry,
            [Number("target_width_mm", 1e5), FromZero("trim_total_mm", 1e4), Number("strip_width_mm", 1e4),
                FromZero("joint_loss_per_strip_mm", 1000)],
            ["strip_count", "glued_width_mm", "excess_mm"],
            v =>
            {
                Below(v, "joint_loss_per_strip_mm", "strip_width_mm");
                var p = StripPanel.Of(v.Number("target_width_mm"), v.Number("trim_total_mm"), v.Number("strip_width_mm"),
                    v.Number("joint_loss_per_strip_mm"));
                return Output(("strip_count", p.Count), ("glued_width_mm", p.GluedWidthMm), ("excess_mm", p.ExcessMm));
            }),
        new("box_joint_lengths", "wood",
            "front runs the length, side runs the depth; butt_front_covers: side=W-2tf; rabbet_front (detail=rabbet depth into the front "
                + "thickness): side=W-2*(tf-detail); half_blind_front (detail=lap left on the front): side=W-2*lap; mitre: full sizes; "
                + "box or through_dovetail: both full sizes+2*proud",
            "geometry of the corner",
            [
                new ChoiceInput("joint", ["butt_front_covers", "rabbet_front", "half_blind_front", "mitre", "box", "through_dovetail"]),
                Number("outside_length_mm", 1e5), Number("outside_depth_mm", 1e5), Number("front_thickness_mm", 1000),
                    Number("side_thickness_mm", 1000),
                FromZero("detail_mm", 1000), FromZero("proud_mm", 100),
            ],
            ["front_length_mm", "side_length_mm", "inside_length_mm", "inside_depth_mm"],
            v =>
            {
                var form = Form(v.Word("joint"));
                if (form is CornerForm.RabbetFront or CornerForm.HalfBlindFront)
                {
                    AtMost(v, "detail_mm", "front_thickness_mm");
                }

                Below(v, "side_thickness_mm", "outside_length_mm", 0.5);
                Below(v, "front_thickness_mm", "outside_depth_mm", 0.5);
                var c = CornerLengths.Of(
                    form, v.Number("outside_length_mm"), v.Number("outside_depth_mm"), v.Number("front_thickness_mm"),
                        v.Number("side_thickness_mm"),
                    v.Number("detail_mm"), v.Number("proud_mm"));
                return Output(
                    ("front_length_mm", c.FrontMm), ("side_length_mm", c.SideMm), ("inside_length_mm", c.InsideLengthMm),
                        ("inside_depth_mm", c.InsideDepthMm));
            }),
        new("tenon_rail", "wood", "blind: opening+2*tenon; through: opening+2*(stile+proud); tenon thickness=stock/3",
            "geometry; tenon = one third",
            [
                Number("opening_mm", 1e5), Number("stile_width_mm", 1e4), new FlagInput("through"), FromZero("tenon_length_mm", 1e4),
                    FromZero("proud_mm", 100),
                Number("stock_thickness_mm", 1000),
            ],
            ["rail_length_mm", "tenon_thickness_mm"],
            v =>
            {
                var r = TenonRail.Of(
                    v.Number("opening_mm"), v.Number("stile_width_mm"), v.Flag("through"), v.Number("tenon_length_mm"),
                        v.Number("proud_mm"), v.Number("stock_thickness_mm"));
                return Output(("rail_length_mm", r.RailMm), ("tenon_thickness_mm", r.TenonMm));
            }),
        new("dovetail", "wood", "slope 1:n; angle=atan(1/n); narrow=wide-2*depth/n, depth = length of the tail", Geometry,
            [Number("slope_run_per_one", 100), Number("tail_board_depth_mm", 1000), Number("tail_wide_mm", 1000)],
            ["angle_deg", "tail_narrow_mm"],
            v =>
            {
                var t = DovetailTail.Of(v.Number("slope_run_per_one"), v.Number("tail_board_depth_mm"), v.Number("tail_wide_mm"));
                return t.NarrowMm > 0
                    ? Output(("angle_deg", t.AngleDeg), ("tail_narrow_mm", t.NarrowMm))
                    : throw new CalculatorException("tail_wide_mm", $"tail_wide_mm is {v.Number("tail_wide_mm")}: at this slope it must "
                        + $"be above {2 * v.Number("tail_board_depth_mm") / v.Number("slope_run_per_one")}.");
            }),
        new("finger_joint", "wood", "n=max(3, 2*floor(width/(2*target))+1); finger=width/n", "odd count so that both edges of one board "
            + "are fingers",
            [Number("joint_width_mm", 1e5), Number("finger_target_mm", 1e4)],
            ["finger_count", "finger_width_mm"],
            v =>
            {
                var f = Fingers.Of(v.Number("joint_width_mm"), v.Number("finger_target_mm"));
                return Output(("finger_count", f.Count), ("finger_width_mm", f.WidthMm));
            }),
        new("glue_quantity", "wood", "g=L*W*n/1e6*spread*(1+waste)", Geometry,
            [
                Number("joint_length_mm", 1e5), Number("joint_width_mm", 1e4), new NumberInput("joint_count", 1, 1e5, AboveLeast: false,
                    Whole: true),
                Number("spread_g_per_m2", 1e4), FromZero("waste_fraction", 10),
            ],
            ["area_m2", "glue_g"],
            v =>
            {
                var g = GlueNeed.Of(v.Number("joint_length_mm"), v.Number("joint_width_mm"), v.Number("joint_count"),
                    v.Number("spread_g_per_m2"), v.Number("waste_fraction"));
                return Output(("area_m2", g.AreaM2), ("glue_g", g.GlueG));
            }),
        new("crosscut_yield", "wood", "usable=stock-2*trim; n=floor((usable+kerf)/(piece+kerf)); offcut=max(0, usable-n*(piece+kerf))",
            Geometry,
            [Number("stock_length_mm", 1e6), FromZero("trim_each_end_mm", 1e5), Number("piece_length_mm", 1e6), FromZero("kerf_mm", 100)],
            ["pieces", "offcut_mm"],
            v =>
            {
                Below(v, "trim_each_end_mm", "stock_length_mm", 0.5);
                var y = CrosscutYield.Of(v.Number("stock_length_mm"), v.Number("trim_each_end_mm"), v.Number("piece_length_mm"),
                    v.Number("kerf_mm"));
                return Output(("pieces", y.Pieces), ("offcut_mm", y.OffcutMm));
            }),
        new("kerf_from_cuts", "wood", "kerf=(stock-sum of pieces)/cuts", "measured",
            [Number("stock_length_mm", 1e6), Lengths("piece_lengths_mm", 1, 1000), new NumberInput("cut_count", 1, 1000, AboveLeast: false,
                Whole: true)],
            ["kerf_mm"],
            v =>
            {
                var kerf = (v.Number("stock_length_mm") - v.List("piece_lengths_mm").Sum()) / v.Number("cut_count");
                return kerf >= 0
                    ? Output(("kerf_mm", kerf))
                    : throw new CalculatorException("piece_lengths_mm", $"piece_lengths_mm add up to {v.List("piece_lengths_mm").Sum()}: "
                        + $"at most stock_length_mm, here {v.Number("stock_length_mm")}.");
            }),
    ];

    private static NumberInput Coefficient => new("coefficient_per_pct", 0, 0.05, AboveLeast: false);

    private static NumberInput Percent(string key) => new(key, 0, 60, AboveLeast: false);

    private static CornerForm Form(string word) => word switch
    {
        "butt_front_covers" => CornerForm.ButtFrontCovers,
        "rabbet_front" => CornerForm.RabbetFront,
        "half_blind_front" => CornerForm.HalfBlindFront,
        "mitre" => CornerForm.Mitre,
        "box" => CornerForm.Box,
        _ => CornerForm.ThroughDovetail,
    };
}
