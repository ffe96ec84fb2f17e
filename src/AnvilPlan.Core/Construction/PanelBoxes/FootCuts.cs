using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fasteners;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Planning;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PanelBoxes;

/// <summary>Holes for the four feet: pilots from below into wood that is thick enough to hold, clearance for a screw with nut in everything else.</summary>
internal static class FootCuts
{
    private const string ThreadName = "M4";

    public static void Add(JointDraft draft)
    {
        if (draft.Design.Box.Feet is not { } feet || !draft.Shell.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        var catalog = draft.Catalog;
        var material = catalog.Material(floor.MaterialId);
        var thickness = draft.Fit.Envelope.ThicknessMm[Face.Bottom];
        var picker = new ScrewPicker(catalog.Fasteners);
        var seat = new WhyTerm("foot, seat of the screw", feet.HeightMm / 2, "mm", "foot");
        double dia;
        double? depth = null;
        string why;
        var (choice, size) = picker.Wood("screw/feet", "feet", "Feet to bottom", seat, thickness, material, 4);
        if (material.Wood && choice.Verdict == ScrewVerdict.Fits)
        {
            draft.Screws.Add(choice);
            (dia, depth) = (size.PilotFor(material), thickness - 1);
            why = $"pilot for {size.Name} in {material.Name}: {dia} mm (USDA Wood Handbook ch. 8)";
        }
        else
        {
            var thread = catalog.Fasteners.Thread(ThreadName);
            draft.Screws.Add(picker.WithNut("screw/feet", "feet", "Feet to bottom", thread, HeadForm.Pan, [seat, new WhyTerm("bottom thickness", thickness, "mm", "panel")], 0, 4, null));
            dia = thread.ClearanceNormalMm;
            why = $"clearance for {ThreadName}, normal series: {dia} mm ({thread.Source})";
        }

        var i = 0;
        foreach (var x in (double[])[floor.Box.Min.X + feet.InsetMm, floor.Box.Max.X - feet.InsetMm])
        {
            foreach (var y in (double[])[floor.Box.Min.Y + feet.InsetMm, floor.Box.Max.Y - feet.InsetMm])
            {
                draft.Cut(floor, new Hole(
                    $"foot/{++i}", "feet", "foot", JointDraft.FaceTowards(floor, Direction.Down),
                    floor.Frame.ToPlane(new Point3(x, y, 0)), dia, depth, null, null, null, why,
                    $"{feet.InsetMm} mm in from both edges of the bottom", depth is null ? null : $"the bottom's {thickness} mm less 1 mm"));
            }
        }
    }
}
