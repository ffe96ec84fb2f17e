using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Reckoning;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;

namespace AnvilPlan.Core.Stages;

/// <summary>Says how the length, width, thickness and blank of a part came about.</summary>
internal static class SizeWhy
{
    public static IReadOnlyList<Why> Of(SolidPart solid, Design design, FitPlan fit, JointPlan joints, FamilyRule rule)
    {
        var length = Along("length", solid, solid.Frame.U.Axis(), design, fit, joints);
        var width = Along("width", solid, solid.Frame.V.Axis(), design, fit, joints);
        return
        [
            length,
            width,
            Thickness(solid, design),
            Blank("blank length", length, rule.LengthAllowanceMm),
            Blank("blank width", width, solid.BarId is null ? rule.WidthAllowanceMm : 0),
        ];
    }

    private static Why Along(string figure, SolidPart solid, Axis axis, Design design, FitPlan fit, JointPlan joints)
    {
        var value = PartStage.Clean(solid.Box.Size[axis]);
        return solid.Kind switch
        {
            PartKind.Panel when solid.Closes is { } face && solid.Pose == fit.Envelope.PoseOf(face) =>
                Panel(figure, value, face, axis, fit, joints),
            PartKind.Adapter => new Why(figure, value, "mm", "device's outline, its holes and the deck's holes with a rim",
                [new WhyTerm("plate", value, "mm", "where device and holes lie")], "geometry of both patterns"),
            PartKind.Tray => Tray(figure, value, solid, axis, design, fit),
            PartKind.Printed or PartKind.Panel =>
                new Why(figure, value, "mm", "as its construction system lays it", [new WhyTerm("laid", value, "mm", solid.Name)],
                "geometry of the structure"),
            _ => new Why(figure, value, "mm", "inside length less what other bars take; section as sold",
                [new WhyTerm("inside length", PartStage.Clean(fit.Envelope.Inner.Size[axis]), "mm", "fit")], "geometry of the box"),
        };
    }

    private static Why Panel(string figure, double value, Face face, Axis axis, FitPlan fit, JointPlan joints)
    {
        List<WhyTerm> terms = [new WhyTerm($"outer {Word(axis)}", PartStage.Clean(fit.Envelope.Outer.Size[axis]), "mm",
            "brief or inner size")];
        foreach (var joint in joints.Edges.Where(e => (e.Host == face || e.Mate == face) && e.Joint != JointKind.Mitre))
        {
            var other = joint.Host == face ? joint.Mate : joint.Host;
            if (other.Outward().Axis() != axis || joint.Mate != face)
            {
                continue;
            }

            terms.Add(new WhyTerm($"less {Deck.Name(other)} thickness and inset", -(fit.Envelope.ThicknessMm[other]
                + fit.Envelope.InsetMm[other]), "mm", "covering panel"));
            if (joint.EntryMm > 0)
            {
                terms.Add(new WhyTerm($"plus entry into {Deck.Name(other)}", joint.EntryMm, "mm", joint.Joint == JointKind.Groove ? "groove"
                    : "rabbet"));
            }
        }

        var rest = PartStage.Clean(value - terms.Sum(t => t.Value));
        if (Math.Abs(rest) > 1e-6)
        {
            terms.Add(new WhyTerm("what another panel, rails, bends or play take", rest, "mm", "structure"));
        }

        return new Why(figure, value, "mm", "sum of the terms", terms, "geometry of the box: the covering panel runs to the envelope");
    }

    private static Why Tray(string figure, double value, SolidPart solid, Axis axis, Design design, FitPlan fit)
    {
        var gap = design.Trays.First(t => t.Id == solid.Id).GapMm;
        return new Why(figure, value, "mm", "inside size less a gap at both ends",
            [
                new WhyTerm($"inside {Word(axis)}", PartStage.Clean(fit.Envelope.Inner.Size[axis]), "mm", "fit"),
                new WhyTerm("less gap, twice", -2 * gap, "mm", "tray"),
            ], "geometry of the box");
    }

    private static Why Thickness(SolidPart solid, Design design)
    {
        var measured = (solid.Closes is { } face ? design.Panel(face).MeasuredMm : null)
            ?? design.Trays.FirstOrDefault(t => t.Id == solid.Id)?.MeasuredMm;
        return new Why("thickness", PartStage.Clean(solid.ThicknessMm), "mm",
            measured is null ? "what a sheet of this name usually measures" : "as measured",
            [new WhyTerm("nominal", solid.NominalMm, "mm", "material")], measured is null ? "stock table; measure yours" : "caliper");
    }

    private static Why Blank(string figure, Why finished, double allowance) => new(
        figure, finished.Value + allowance, "mm", "finished size + allowance",
        [new WhyTerm("finished", finished.Value, "mm", "cut list"), new WhyTerm("allowance", allowance, "mm", "shop profile")],
            "shop profile");

    private static string Word(Axis axis) => axis switch { Axis.X => "width", Axis.Y => "depth", _ => "height" };
}
