using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Quantities;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>fasteners</c>.</summary>
internal static class FastenerCalculators
{
    private static readonly NumberInput Measured = new("item", 0, 1e4);
    private static readonly NumberInput NotNegative = new("item", 0, 1e4, AboveLeast: false);

    public static IEnumerable<Calculator> All { get; } =
    [
        new("thread_geometry", "fasteners",
            "D1=d-1.082532P; d3=d-1.226869P; d2=d-0.649519P; As=pi/4*(d-cP)^2 with c=0.938194 (iso) or 0.9743 (unified)",
            "ISO 724, ISO 898-1, ASME B1.1",
            [new ChoiceInput("standard", ["iso", "unified"]), Number("nominal_dia_mm", 200), Number("pitch_mm", 20)],
            ["minor_dia_internal_mm", "root_dia_external_mm", "pitch_dia_mm", "tensile_stress_area_mm2"],
            v =>
            {
                PitchBelowDiameter(v);
                var t = ThreadForm.Of(v.Word("standard") == "iso" ? ThreadStandard.Iso : ThreadStandard.Unified, v.Number("nominal_dia_mm"),
                    v.Number("pitch_mm"));
                return Output(
                    ("minor_dia_internal_mm", t.MinorInternalMm), ("root_dia_external_mm", t.RootExternalMm),
                    ("pitch_dia_mm", t.PitchDiaMm), ("tensile_stress_area_mm2", t.TensileStressAreaMm2));
            }),
        new("thread_percent", "fasteners", "100*(d-hole)/(1.299038*P)", "handbook: percent of full thread",
            [Number("nominal_dia_mm", 200), Number("pitch_mm", 20), Number("hole_dia_mm", 200)],
            ["thread_percent"],
            v =>
            {
                PitchBelowDiameter(v);
                Below(v, "hole_dia_mm", "nominal_dia_mm");
                return Output(("thread_percent", ThreadForm.Percent(v.Number("nominal_dia_mm"), v.Number("pitch_mm"),
                    v.Number("hole_dia_mm"))));
            }),
        new("tap_drill", "fasteners", "hole=d-1.299038*P*percent/100", "handbook: percent of full thread",
            [Number("nominal_dia_mm", 200), Number("pitch_mm", 20), Number("thread_percent", 100)],
            ["hole_dia_mm"],
            v =>
            {
                PitchBelowDiameter(v);
                return Output(("hole_dia_mm", ThreadForm.TapDrillMm(v.Number("nominal_dia_mm"), v.Number("pitch_mm"),
                    v.Number("thread_percent"))));
            }),
        new("screw_length", "fasteners",
            "grip=sum(clamped)+washer-counterbore (washer ignored when length_measured='over_head'); min=grip+engagement_min; "
                + "max=grip+depth_available (null: no limit); chosen=shortest stock with min<=L<=max, else null; engagement=chosen-grip",
            "geometry of the stack",
            [
                LengthMeasuredInput, new ListInput("clamped_mm", Measured, 1, 50), FromZero("washer_under_head_mm", 100),
                    FromZero("counterbore_depth_mm", 1000),
                FromZero("engagement_min_mm", 1000), FromZero("depth_available_mm", 1e4) with { OrNull = true },
                    new ListInput("stock_lengths_mm", Measured, 1, 500),
            ],
            ["grip_mm", "length_min_mm", "length_max_mm", "chosen_length_mm", "engagement_mm", "feasible"],
            v =>
            {
                var stack = new ScrewStack(
                    v.Word("length_measured") == "over_head" ? LengthMeasured.OverHead : LengthMeasured.UnderHead,
                    v.List("clamped_mm"), v.Number("washer_under_head_mm"), v.Number("counterbore_depth_mm"),
                    v.Number("engagement_min_mm"), v.NumberOrNull("depth_available_mm"));
                if (stack.GripMm < 0)
                {
                    throw new CalculatorException("counterbore_depth_mm",
                        $"counterbore_depth_mm is {v.Number("counterbore_depth_mm")}: it must not be deeper than the clamped parts, "
                            + $"{stack.GripMm + v.Number("counterbore_depth_mm")} mm.");
                }

                var chosen = stack.Choose(v.List("stock_lengths_mm"));
                return Output(
                    ("grip_mm", stack.GripMm), ("length_min_mm", stack.LengthMinMm), ("length_max_mm", stack.LengthMaxMm),
                    ("chosen_length_mm", chosen), ("engagement_mm", chosen - stack.GripMm), ("feasible", chosen is not null));
            }),
        new("screw_length_nut", "fasteners",
            "min=sum(clamped)+washers+nut+protrusion_pitches*pitch; chosen=shortest stock>=min; protrusion=chosen-(stack+nut)",
            "geometry of the stack; at least one pitch beyond the nut",
            [
                LengthMeasuredInput, new ListInput("clamped_mm", Measured, 1, 50), FromZero("washers_total_mm", 100),
                    Number("nut_height_mm", 200),
                Number("pitch_mm", 20), FromZero("protrusion_pitches", 100), new ListInput("stock_lengths_mm", Measured, 1, 500),
            ],
            ["length_min_mm", "chosen_length_mm", "protrusion_mm"],
            v =>
            {
                var stack = new NutStack(v.List("clamped_mm"), v.Number("washers_total_mm"), v.Number("nut_height_mm"),
                    v.Number("pitch_mm"), v.Number("protrusion_pitches"));
                var chosen = stack.Choose(v.List("stock_lengths_mm"));
                return Output(("length_min_mm", stack.LengthMinMm), ("chosen_length_mm", chosen),
                    ("protrusion_mm", chosen - stack.StackMm));
            }),
        new("countersink", "fasteners",
            "surface_dia=head+2*sink*tan(a/2); depth=(surface_dia-hole)/(2*tan(a/2)); land=t-depth; knife_edge when land<=0",
                "cone geometry",
            [
                Number("head_dia_mm", 500), Number("hole_dia_mm", 500), new NumberInput("angle_deg", 30, 150, AboveLeast: false),
                Number("sheet_thickness_mm", 1000), FromZero("sink_below_mm", 100),
            ],
            ["surface_dia_mm", "cone_depth_mm", "land_mm", "knife_edge"],
            v =>
            {
                Below(v, "hole_dia_mm", "head_dia_mm");
                var c = Countersink.Of(v.Number("head_dia_mm"), v.Number("hole_dia_mm"), new Angle(v.Number("angle_deg")),
                    v.Number("sheet_thickness_mm"), v.Number("sink_below_mm"));
                return Output(("surface_dia_mm", c.SurfaceDiaMm), ("cone_depth_mm", c.ConeDepthMm), ("land_mm", c.LandMm),
                    ("knife_edge", c.KnifeEdge));
            }),
        new("nut_pocket", "fasteners", "AF'=AF+clearance; AC'=AF'/cos30; depth=height+clearance", "hexagon geometry",
            [Number("across_flats_mm", 500), Number("nut_height_mm", 500), FromZero("clearance_flats_mm", 50),
                FromZero("clearance_depth_mm", 50)],
            ["pocket_across_flats_mm", "pocket_across_corners_mm", "pocket_depth_mm"],
            v =>
            {
                var p = NutPocket.Of(v.Number("across_flats_mm"), v.Number("nut_height_mm"), v.Number("clearance_flats_mm"),
                    v.Number("clearance_depth_mm"));
                return Output(("pocket_across_flats_mm", p.AcrossFlatsMm), ("pocket_across_corners_mm", p.AcrossCornersMm),
                    ("pocket_depth_mm", p.DepthMm));
            }),
        new("blind_rivet_row", "fasteners",
            "grip=sum(sheets); length_min=grip+addition; e=edge_factor*d; n=max(2,ceil((row-2e)/pitch_max)+1); pitch=(row-2e)/(n-1)",
            "common shop rule (edge, pitch), geometry",
            [
                Number("body_dia_mm", 50), FromZero("hole_allowance_mm", 5), new ListInput("sheets_mm", Measured, 1, 20),
                    FromZero("length_addition_mm", 100),
                Number("row_length_mm", 1e5), FromZero("edge_factor", 20), Number("pitch_max_mm", 1e4),
            ],
            ["grip_mm", "hole_dia_mm", "length_min_mm", "edge_distance_mm", "rivet_count", "pitch_mm", "pitch_at_least_3d"],
            v =>
            {
                var d = v.Number("body_dia_mm");
                var edge = v.Number("edge_factor") * d;
                if (v.Number("row_length_mm") <= 2 * edge)
                {
                    throw new CalculatorException("row_length_mm", $"row_length_mm is {v.Number("row_length_mm")}: it must be above "
                        + $"twice the edge distance, {2 * edge} mm.");
                }

                var row = FixingRow.Of(v.Number("row_length_mm"), edge, v.Number("pitch_max_mm"));
                var grip = v.List("sheets_mm").Sum();
                return Output(
                    ("grip_mm", grip), ("hole_dia_mm", d + v.Number("hole_allowance_mm")),
                        ("length_min_mm", grip + v.Number("length_addition_mm")),
                    ("edge_distance_mm", edge), ("rivet_count", row.Count), ("pitch_mm", row.PitchMm),
                        ("pitch_at_least_3d", Grace.AtLeast(row.PitchMm, 3 * d)));
            }),
        new("wood_screw_pilot", "fasteners", "shank=(0.060+0.013*gauge) in; root=root_ratio*shank; pilot=pilot_ratio*root",
            "ASME B18.6.1 shank formula; pilot ratios USDA Wood Handbook ch. 8",
            [FromZero("gauge", 30), Number("root_ratio", 1), Number("pilot_ratio", 1)],
            ["shank_dia_mm", "root_dia_mm", "pilot_mm"],
            v =>
            {
                var w = WoodScrewForm.Of(v.Number("gauge"), v.Number("root_ratio"), v.Number("pilot_ratio"));
                return Output(("shank_dia_mm", w.ShankMm), ("root_dia_mm", w.RootMm), ("pilot_mm", w.PilotMm));
            }),
        new("wood_screw_withdrawal", "fasteners", "ultimate_N=108.25*G^2*D*L; allowable=ultimate/safety_factor",
            "USDA Wood Handbook ch. 8, side grain withdrawal",
            [Number("specific_gravity", 1.5), Number("shank_dia_mm", 50), Number("thread_penetration_mm", 500),
                new NumberInput("safety_factor", 1, 100, AboveLeast: false)],
            ["ultimate_N", "allowable_N"],
            v =>
            {
                var ultimate = WoodScrewForm.WithdrawalN(v.Number("specific_gravity"), v.Number("shank_dia_mm"),
                    v.Number("thread_penetration_mm"));
                return Output(("ultimate_N", ultimate), ("allowable_N", ultimate / v.Number("safety_factor")));
            }),
        new("tightening_torque", "fasteners", "F=fraction*proof*As; T=K*d*F/1000 in N*m", "T=K*d*F, ISO 898-1 proof strength",
            [Number("nominal_dia_mm", 200), Number("tensile_stress_area_mm2", 1e5), Number("proof_MPa", 3000), Number("proof_fraction", 1),
                Number("nut_factor", 1)],
            ["preload_N", "torque_Nm"],
            v =>
            {
                var t = Tightening.Of(v.Number("nominal_dia_mm"), v.Number("tensile_stress_area_mm2"), v.Number("proof_MPa"),
                    v.Number("proof_fraction"), v.Number("nut_factor"));
                return Output(("preload_N", t.PreloadN), ("torque_Nm", t.TorqueNm));
            }),
        new("engagement_full_strength", "fasteners", "Le=4*As/(pi*d2)*(Su_screw/Su_nut)",
            "shear area about half of pi*d2*Le, strip strength >= screw strength, shear = half of tensile",
            [Number("tensile_stress_area_mm2", 1e5), Number("pitch_dia_mm", 200), Number("screw_tensile_MPa", 3000),
                Number("nut_tensile_MPa", 3000)],
            ["engagement_mm"],
            v => Output(("engagement_mm", ThreadForm.FullStrengthEngagementMm(
                v.Number("tensile_stress_area_mm2"), v.Number("pitch_dia_mm"), v.Number("screw_tensile_MPa"),
                    v.Number("nut_tensile_MPa"))))),
        new("insert_boss", "fasteners", "hole=OD-interference; depth=length+extra; boss=OD+2*max(wall_min, wall_ratio*OD)",
            "common shop rule",
            [
                Number("insert_od_mm", 100), Number("insert_length_mm", 200), FromZero("interference_mm", 10),
                    FromZero("depth_extra_mm", 100),
                FromZero("wall_min_mm", 100), FromZero("wall_ratio", 10),
            ],
            ["hole_dia_mm", "hole_depth_mm", "boss_od_mm"],
            v =>
            {
                Below(v, "interference_mm", "insert_od_mm");
                var b = InsertBoss.Of(
                    v.Number("insert_od_mm"), v.Number("insert_length_mm"), v.Number("interference_mm"), v.Number("depth_extra_mm"),
                        v.Number("wall_min_mm"), v.Number("wall_ratio"));
                return Output(("hole_dia_mm", b.HoleDiaMm), ("hole_depth_mm", b.HoleDepthMm), ("boss_od_mm", b.BossOdMm));
            }),
        new("fastener_hole", "fasteners",
            "tolerances are diameters of the position zone; floating: hole=d+T (larger of the two); fixed: hole=d+T1+T2",
            "ASME Y14.5 floating / fixed fastener formulas",
            [
                Number("screw_dia_mm", 200), new ChoiceInput("kind", ["floating", "fixed"]),
                FromZero("position_tolerance_1_mm", 50), FromZero("position_tolerance_2_mm", 50),
            ],
            ["hole_dia_mm"],
            v => Output(("hole_dia_mm", FastenerHole.DiaMm(
                v.Number("screw_dia_mm"), v.Word("kind") == "floating" ? HoleKind.Floating : HoleKind.Fixed,
                v.Number("position_tolerance_1_mm"), v.Number("position_tolerance_2_mm"))))),
    ];

    private static ChoiceInput LengthMeasuredInput => new("length_measured", ["under_head", "over_head"]);

    internal static NumberInput Number(string key, double most) => new(key, 0, most);

    internal static NumberInput FromZero(string key, double most) => new(key, 0, most, AboveLeast: false);

    internal static ListInput Lengths(string key, int least, int most) => new(key, NotNegative, least, most);

    internal static Dictionary<string, object?> Output(params (string Key, object? Value)[] pairs) =>
        pairs.ToDictionary(p => p.Key, p => p.Value, StringComparer.Ordinal);

    private static void PitchBelowDiameter(CalculatorValues v) => Below(v, "pitch_mm", "nominal_dia_mm", 0.8);

    internal static void Below(CalculatorValues v, string key, string limitKey, double share = 1)
    {
        var limit = v.Number(limitKey) * share;
        if (v.Number(key) >= limit)
        {
            throw new CalculatorException(key, $"{key} is {v.Number(key)}: it must be below "
                + $"{(share < 1 ? $"{share} x " : "")}{limitKey}, here {limit}.");
        }
    }

    internal static void AtMost(CalculatorValues v, string key, string limitKey)
    {
        if (v.Number(key) > v.Number(limitKey))
        {
            throw new CalculatorException(key, $"{key} is {v.Number(key)}: it must be at most {limitKey}, here {v.Number(limitKey)}.");
        }
    }
}
