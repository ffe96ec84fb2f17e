using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Geometry;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Printing;
using AnvilPlan.Core.Shell;

namespace AnvilPlan.Core.Construction.PrintedBodies;

/// <summary>Printed feet with a passage for the screwdriver.</summary>
public sealed class PrintedFeetSystem : ConstructionSystem<PrintedFeet>
{
    private const double PassageMm = 8;

    public override string Key => "printedFeet";
    public override string Name => "Printed feet";
    public override string About => "Feet of the height that the air wants, with a hole through which the screw behind them is reached.";
    public override bool MeetsSlope => true;

    protected override IReadOnlyList<Asked<PrintedFeet>> Asked { get; } =
    [
        Asking.Material<PrintedFeet>("materialId", "Filament", s => s.MaterialId),
        Asking.Length<PrintedFeet>("sizeMm", "Foot", s => s.SizeMm, PassageMm + 4, 100),
        Asking.Length<PrintedFeet>("heightMm", "Height", s => s.HeightMm, 3, 200),
        Asking.Length<PrintedFeet>("insetMm", "From the edges", s => s.InsetMm, 0, 500),
        Asking.Number<PrintedFeet>("infill", "Infill, 0 to 1", s => s.Infill, 0, 1),
    ];

    protected override Design Begin(Design design, Catalog catalog, string id) => design with
    {
        Box = design.Box with { Feet = null },
        Structures = [.. design.Structures, new PrintedFeet(id, "petg", 24, 15, 12, 0.4)],
    };

    protected override void Check(StructureCheck check, PrintedFeet own, Design design)
    {
        PrintedChecks.Plastic(check, own.MaterialId);
        if (design.Panel(Face.Bottom).Hold == PanelHold.Open)
        {
            check.Refuse("id", "the bottom is open: feet want a bottom to be screwed to.");
        }
    }

    protected override void Lay(PrintedFeet own, ShellDraft draft)
    {
        if (!draft.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        var i = 0;
        foreach (var x in (double[])[floor.Box.Min.X + own.InsetMm, floor.Box.Max.X - own.InsetMm - own.SizeMm])
        {
            foreach (var y in (double[])[floor.Box.Min.Y + own.InsetMm, floor.Box.Max.Y - own.InsetMm - own.SizeMm])
            {
                var box = new Box(new(x, y, floor.Box.Min.Z - own.HeightMm), new(x + own.SizeMm, y + own.SizeMm, floor.Box.Min.Z));
                draft.Members.Add(new SolidPart($"{own.Id}/{++i}", $"Printed foot {i}", PartKind.Printed, own.MaterialId, own.HeightMm, box,
                    SolidPart.FrameOf(box, Direction.Right, Direction.Back, false), "above", "below", null)
                {
                    Print = PrintJobs.Of([box], draft.Catalog.Material(own.MaterialId), 1.2, own.Infill, draft.Shop, ""),
                });
            }
        }
    }

    protected override void Join(PrintedFeet own, JointDraft draft)
    {
        if (!draft.Shell.Panels.TryGetValue(Face.Bottom, out var floor))
        {
            return;
        }

        for (var i = 1; i <= 4; i++)
        {
            if (draft.Shell.Member($"{own.Id}/{i}") is { } foot)
            {
                // the head stands in the passage, a third of the way down
                var seat = own.HeightMm / 3;
                FootFixing.Add(draft, foot, floor, seat, PassageMm, own.Id, $"{own.Id}/{i}");
                PrintedChecks.Buy(draft, foot.Id, own.MaterialId, foot.Print!);
            }
        }
    }
}
