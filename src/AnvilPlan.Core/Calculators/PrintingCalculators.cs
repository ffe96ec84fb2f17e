using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Printing;

using static AnvilPlan.Core.Calculators.FastenerCalculators;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>printing</c>.</summary>
internal static class PrintingCalculators
{
    public static IEnumerable<Calculator> All { get; } =
    [
        new("bed_split", "printing", "usable x,y=bed-2*margin, z=bed z-margin; pieces per axis=ceil(part/usable); piece=part/pieces; no "
            + "rotation", "geometry",
            [Sizes("part_mm"), Sizes("bed_mm"), FromZero("margin_mm", 1000)],
            ["pieces_per_axis", "piece_size_mm", "piece_count"],
            v => BedSplit.Of(v.List("part_mm"), v.List("bed_mm"), v.Number("margin_mm")) is { } s
                ? Output(("pieces_per_axis", s.Pieces), ("piece_size_mm", s.PieceMm), ("piece_count", s.Count))
                : throw new CalculatorException("margin_mm", $"margin_mm is {v.Number("margin_mm")}: it must leave something of the bed, "
                    + $"{string.Join(" x ", v.List("bed_mm"))}.")),
        new("polygon_hole", "printing", "flat-to-flat of an N-gon on diameter D is D*cos(pi/N); model=target/cos(pi/N)+extra; "
            + "undersize=target*(1-cos(pi/N))",
            "chord of a polygon",
            [Number("target_dia_mm", 1e4), new NumberInput("segments", 3, 1e5, AboveLeast: false, Whole: true),
                new NumberInput("extra_mm", -10, 10, AboveLeast: false)],
            ["model_dia_mm", "undersize_uncorrected_mm"],
            v =>
            {
                var (dia, segments) = (v.Number("target_dia_mm"), (int)v.Number("segments"));
                return Output(
                    ("model_dia_mm", PrintCorrection.ModelHoleMm(dia, segments, v.Number("extra_mm"))),
                    ("undersize_uncorrected_mm", PrintCorrection.PolygonUndersizeMm(dia, segments)));
            }),
        new("filament", "printing", "shell=min(V, S*wall); plastic=shell+infill*(V-shell); mass=rho*plastic; length=plastic/(pi*d^2/4)",
            "shell + infill volume",
            [
                Number("solid_volume_cm3", 1e6), FromZero("surface_cm2", 1e6), FromZero("wall_mm", 1000), new NumberInput("infill_fraction",
                    0, 1, AboveLeast: false),
                Number("density_g_per_cm3", 25), Number("filament_dia_mm", 10),
            ],
            ["plastic_volume_cm3", "mass_g", "length_m"],
            v =>
            {
                var f = Filament.Of(
                    v.Number("solid_volume_cm3"), v.Number("surface_cm2"), v.Number("wall_mm"), v.Number("infill_fraction"),
                        v.Number("density_g_per_cm3"), v.Number("filament_dia_mm"));
                return Output(("plastic_volume_cm3", f.PlasticCm3), ("mass_g", f.MassG), ("length_m", f.LengthM));
            }),
        new("print_time", "printing", "flow=w*h*v*efficiency; layers=ceil(H/h); time=V/flow+layers*overhead", "flow rate",
            [
                Number("plastic_volume_cm3", 1e6), Number("line_width_mm", 10), Number("layer_height_mm", 10),
                    Number("speed_mm_per_s", 5000),
                new NumberInput("efficiency", 0, 1), Number("part_height_mm", 1e4), FromZero("layer_overhead_s", 3600),
            ],
            ["flow_mm3_per_s", "layers", "time_h"],
            v =>
            {
                var t = PrintTime.Of(
                    v.Number("plastic_volume_cm3"), v.Number("line_width_mm"), v.Number("layer_height_mm"), v.Number("speed_mm_per_s"),
                        v.Number("efficiency"),
                    v.Number("part_height_mm"), v.Number("layer_overhead_s"));
                return Output(("flow_mm3_per_s", t.FlowMm3PerS), ("layers", t.Layers), ("time_h", t.Hours));
            }),
        new("shrink_scale", "printing", "scale=1/(1-s/100); model=wanted*scale", "linear shrinkage",
            [Number("wanted_mm", 1e5), new NumberInput("shrinkage_pct", -10, 50, AboveLeast: false)],
            ["scale_factor", "model_mm"],
            v => PrintCorrection.ShrinkScale(v.Number("shrinkage_pct")) is var scale
                ? Output(("scale_factor", scale), ("model_mm", v.Number("wanted_mm") * scale)) : []),
        new("overhang_limit", "printing", "tan(angle from vertical)=line_width*(1-supported)/layer_height", "geometry of a layer step",
            [Number("layer_height_mm", 10), Number("line_width_mm", 10), new NumberInput("supported_fraction", 0, 1, AboveLeast: false)],
            ["max_angle_from_vertical_deg"],
            v => Output(("max_angle_from_vertical_deg", PrintCorrection.OverhangDeg(v.Number("layer_height_mm"), v.Number("line_width_mm"),
                v.Number("supported_fraction"))))),
        new("print_fit", "printing", "c=m*tol, m: press 0, snug 1, sliding 2, loose 3; hole=nominal+c; worst=c-2tol .. c+2tol",
            "fit classes as multiples of the printer tolerance",
            [Number("nominal_mm", 1e5), FromZero("tolerance_mm", 10), new ChoiceInput("fit", ["press", "snug", "sliding", "loose"])],
            ["clearance_mm", "hole_mm", "clearance_worst_min_mm", "clearance_worst_max_mm"],
            v =>
            {
                var f = PrintFit.Of(Enum.Parse<FitClass>(v.Word("fit"), ignoreCase: true), v.Number("tolerance_mm"));
                return Output(
                    ("clearance_mm", f.ClearanceMm), ("hole_mm", v.Number("nominal_mm") + f.ClearanceMm),
                    ("clearance_worst_min_mm", f.WorstLeastMm), ("clearance_worst_max_mm", f.WorstMostMm));
            }),
    ];

    private static ListInput Sizes(string key) => new(key, new NumberInput("item", 0, 1e5), 3, 3);
}
