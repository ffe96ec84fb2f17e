using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Bench;

/// <summary>Large designs made up to measure growth.</summary>
internal static class LargeCases
{
    /// <summary>Fifty units of a box of ten parts: five hundred blanks to lay on stock.</summary>
    public static Design FiveHundredParts()
    {
        var design = StartingDesign.Named("five hundred parts");
        return design with { Brief = design.Brief with { Quantity = 50 } };
    }

    public static Design SixtyDevices()
    {
        var design = StartingDesign.Named("sixty devices");
        return design with
        {
            Box = design.Box with { WidthMm = 760, DepthMm = 300 },
            Trays = [new Tray("tray-1", "Tray", "aluminium-5052", 2, null, 40, 1, TraySupport.Rails, "aluminium-6061-15x15")],
            Devices = [.. Enumerable.Range(0, 60).Select(i => new Device("d" + i, "sbc-65", "board " + i, "tray-1", 5 + (i % 10 * 70), 5 + (i / 10 * 35), 0, null, null, 0, null, null, []))],
        };
    }

    public static NestJob SheetJob(int parts)
    {
        var random = new Random(1);
        return new NestJob(3.2, 5, [new NestStock("s", 2440, 1220, null, 100), new NestStock("small", 1220, 610, null, 30)],
            [.. Enumerable.Range(0, parts).Select(i => new NestPart("p" + i, 80 + random.Next(500), 60 + random.Next(400), 1, i % 3 == 0))]);
    }
}
