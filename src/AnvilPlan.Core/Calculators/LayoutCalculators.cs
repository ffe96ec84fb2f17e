using AnvilPlan.Core.Layout;
using AnvilPlan.Core.Quantities;

using static AnvilPlan.Core.Calculators.FastenerCalculators;

namespace AnvilPlan.Core.Calculators;

/// <summary>The topic <c>layout</c>.</summary>
internal static class LayoutCalculators
{
    public static IEnumerable<Calculator> All { get; } =
    [
        new("fraction_round", "layout", "n=floor(inches*denominator+0.5), reduced; error=rounded-true", "nearest fraction, halves upward",
            [FromZero("length_mm", 1e6), new NumberInput("denominator", 1, 1024, AboveLeast: false, Whole: true)],
            ["whole_in", "numerator", "denominator", "rounded_mm", "error_mm"],
            v =>
            {
                var f = InchFraction.Round(new Length(v.Number("length_mm")), (int)v.Number("denominator"));
                return Output(("whole_in", f.WholeIn), ("numerator", f.Numerator), ("denominator", f.Denominator),
                    ("rounded_mm", f.RoundedMm), ("error_mm", f.ErrorMm));
            }),
        new("stack_tolerance", "layout", "gap=sum(sign*nominal); worst=sum(tol); rss=sqrt(sum(tol^2)); min/max for both", "linear chain",
            [
                Lengths("nominals_mm", 1, 200), new ListInput("signs", new NumberInput("item", -1, 1, AboveLeast: false, Whole: true), 1,
                    200),
                Lengths("tolerances_mm", 1, 200),
            ],
            ["gap_mm", "worst_case_mm", "rss_mm", "gap_min_worst_mm", "gap_min_rss_mm"],
            v =>
            {
                foreach (var key in (string[])["signs", "tolerances_mm"])
                {
                    if (v.List(key).Count != v.List("nominals_mm").Count)
                    {
                        throw new CalculatorException(key, $"{key} has {v.List(key).Count} entries: it must have as many as nominals_mm, "
                            + $"{v.List("nominals_mm").Count}.");
                    }
                }

                if (v.List("signs").Any(s => s == 0))
                {
                    throw new CalculatorException("signs", "signs holds 0: each entry must be 1 or -1.");
                }

                var s = ToleranceStack.Of(v.List("nominals_mm"), v.List("signs"), v.List("tolerances_mm"));
                return Output(
                    ("gap_mm", s.GapMm), ("worst_case_mm", s.WorstCaseMm), ("rss_mm", s.RssMm),
                    ("gap_min_worst_mm", s.GapMinWorstMm), ("gap_min_rss_mm", s.GapMinRssMm));
            }),
        new("print_scale", "layout", "printed error on a dimension=dim*(measured/nominal-1); reprint factor=nominal/measured", "100 mm bar",
            [Number("bar_nominal_mm", 1e4), Number("bar_measured_mm", 1e4), FromZero("dimension_mm", 1e5)],
            ["error_on_dimension_mm", "reprint_scale_pct"],
            v =>
            {
                var p = PrintScale.Of(v.Number("bar_nominal_mm"), v.Number("bar_measured_mm"), v.Number("dimension_mm"));
                return Output(("error_on_dimension_mm", p.ErrorMm), ("reprint_scale_pct", p.ReprintPercent));
            }),
        new("caliper_set", "layout",
            "Q=larger end gap/range; the suspect is the end with the larger gap (tie: high end); outlier when Q>Qcrit; index in the "
                + "given order",
            "Dixon ratio 90 %, n 3..10; sample standard deviation",
            [Lengths("readings_mm", 2, 1000)],
            ["mean_mm", "range_mm", "stdev_mm", "dixon_q", "outlier_index"],
            v =>
            {
                var c = CaliperSeries.Of(v.List("readings_mm"));
                return Output(("mean_mm", c.MeanMm), ("range_mm", c.RangeMm), ("stdev_mm", c.DeviationMm), ("dixon_q", c.DixonQ),
                    ("outlier_index", c.OutlierIndex));
            }),
        new("template_offset", "layout",
            "offset=(bush-cutter)/2; template for an opening=opening+2*offset; smallest inside corner radius=cutter/2",
                "guide bush or bearing offset",
            [Number("bush_or_bearing_dia_mm", 200), Number("cutter_dia_mm", 200), Number("opening_mm", 1e5)],
            ["offset_mm", "template_opening_mm", "corner_radius_mm"],
            v =>
            {
                var t = TemplateOffset.Of(v.Number("bush_or_bearing_dia_mm"), v.Number("cutter_dia_mm"), v.Number("opening_mm"));
                if (t.TemplateOpeningMm <= 0)
                {
                    throw new CalculatorException("cutter_dia_mm", $"cutter_dia_mm is {v.Number("cutter_dia_mm")}: the template opening "
                        + $"would be {t.TemplateOpeningMm} mm, it must be above 0.");
                }

                return Output(("offset_mm", t.OffsetMm), ("template_opening_mm", t.TemplateOpeningMm),
                    ("corner_radius_mm", t.CornerRadiusMm));
            }),
        new("mitre_angle", "layout", "cut from square=180/n; inside corner=180-360/n", "geometry",
            [new NumberInput("sides", 3, 1000, AboveLeast: false, Whole: true)],
            ["cut_angle_deg", "corner_deg"],
            v =>
            {
                var m = PolygonMitre.Of((int)v.Number("sides"));
                return Output(("cut_angle_deg", m.CutDegrees), ("corner_deg", m.CornerDegrees));
            }),
    ];
}
