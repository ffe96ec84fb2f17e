using AnvilPlan.Core.Plastics;
using static AnvilPlan.Core.Calculators.FastenerCalculators;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>plastics</c>.</summary>
internal static class PlasticsCalculators
{
    public static IEnumerable<Calculator> All { get; } =
    [
        new("thermal_hole", "plastics", "movement=alpha*L*dT (one direction, dT = larger swing from fitting temperature); "
            + "hole=screw+2*(movement+placement)",
            "linear expansion",
            [
                Number("screw_dia_mm", 100), FromZero("distance_from_fixed_mm", 1e5), FromZero("expansion_per_K", 0.01),
                    FromZero("temperature_swing_K", 500),
                FromZero("placement_tolerance_mm", 100),
            ],
            ["movement_mm", "hole_dia_mm"],
            v =>
            {
                var movement = PlasticSheet.MovementMm(v.Number("expansion_per_K"), v.Number("distance_from_fixed_mm"),
                    v.Number("temperature_swing_K"));
                return Output(("movement_mm", movement), ("hole_dia_mm", PlasticSheet.MovingHoleMm(v.Number("screw_dia_mm"), movement,
                    v.Number("placement_tolerance_mm"))));
            }),
        new("cast_sheet", "plastics", "tolerance=+-(0.4+0.1*t)", "ISO 7823-1",
            [Number("nominal_mm", 500)],
            ["tolerance_mm", "min_mm", "max_mm"],
            v =>
            {
                var (t, tolerance) = (v.Number("nominal_mm"), PlasticSheet.CastToleranceMm(v.Number("nominal_mm")));
                return Output(("tolerance_mm", tolerance), ("min_mm", t - tolerance), ("max_mm", t + tolerance));
            }),
        new("window_deflection", "plastics",
            "D=E*t^3/(12*(1-nu^2)); w=16q/(pi^6*D)*sum over odd m,n of sin(m*pi/2)sin(n*pi/2)/(m*n*(m^2/a^2+n^2/b^2)^2)",
            "thin plate, four edges simply supported, Navier series, small deflection",
            [
                Number("short_side_mm", 1e4), Number("long_side_mm", 1e5), Number("thickness_mm", 500), Number("youngs_modulus_GPa", 1000),
                new NumberInput("poisson", 0, 0.499, AboveLeast: false), FromZero("pressure_Pa", 1e6),
            ],
            ["deflection_mm", "small_deflection_valid"],
            v =>
            {
                AtMost(v, "short_side_mm", "long_side_mm");
                var w = WindowSag.Of(
                    v.Number("short_side_mm"), v.Number("long_side_mm"), v.Number("thickness_mm"), v.Number("youngs_modulus_GPa"),
                        v.Number("poisson"), v.Number("pressure_Pa"));
                return Output(("deflection_mm", w.DeflectionMm), ("small_deflection_valid", w.Small));
            }),
        new("edge_light_angle", "plastics", "critical angle=asin(1/n); light inside meets a 45 deg bevel above it -> reflected when "
            + "critical < 45", "Snell",
            [new NumberInput("refractive_index", 1, 4, AboveLeast: false)],
            ["critical_angle_deg", "bevel_45_reflects"],
            v => PlasticSheet.CriticalAngleDeg(v.Number("refractive_index")) is var angle
                ? Output(("critical_angle_deg", angle), ("bevel_45_reflects", angle < 45)) : []),
        new("drill_speed", "plastics", "rpm=1000*v/(pi*d); feed=rpm*feed_per_rev", "n=1000 v/(pi d)",
            [Number("cutting_speed_m_per_min", 2000), Number("drill_dia_mm", 500), FromZero("feed_mm_per_rev", 10)],
            ["rpm", "feed_mm_per_min"],
            v => PlasticSheet.DrillRpm(v.Number("cutting_speed_m_per_min"), v.Number("drill_dia_mm")) is var rpm
                ? Output(("rpm", rpm), ("feed_mm_per_min", rpm * v.Number("feed_mm_per_rev"))) : []),
        new("kerf_offset", "plastics", "outline: drawn=wanted+kerf; opening: drawn=wanted-kerf (both edges cut on the drawn line)",
            "geometry",
            [Number("wanted_mm", 1e5), FromZero("kerf_mm", 100), new ChoiceInput("feature", ["outline", "opening"])],
            ["drawn_mm", "path_offset_mm"],
            v =>
            {
                if (v.Word("feature") == "opening")
                {
                    Below(v, "kerf_mm", "wanted_mm");
                }

                var k = KerfLine.Of(v.Number("wanted_mm"), v.Number("kerf_mm"), v.Word("feature") == "opening");
                return Output(("drawn_mm", k.DrawnMm), ("path_offset_mm", k.OffsetMm));
            }),
        new("anneal", "plastics", "soak=max(min, thickness*h_per_mm); cool=(soak_C-room_C)/rate", "shop rule with parameters",
            [
                Number("thickness_mm", 500), FromZero("soak_h_per_mm", 100), FromZero("soak_min_h", 1000),
                    new NumberInput("soak_C", -50, 400, AboveLeast: false),
                new NumberInput("room_C", -50, 100, AboveLeast: false), Number("cool_K_per_h", 1000),
            ],
            ["soak_h", "cool_h", "total_h"],
            v =>
            {
                AtMost(v, "room_C", "soak_C");
                var a = Annealing.Of(
                    v.Number("thickness_mm"), v.Number("soak_h_per_mm"), v.Number("soak_min_h"), v.Number("soak_C"), v.Number("room_C"),
                        v.Number("cool_K_per_h"));
                return Output(("soak_h", a.SoakH), ("cool_h", a.CoolH), ("total_h", a.TotalH));
            }),
    ];
}
