using AnvilPlan.Core.Cuts;
using AnvilPlan.Core.Designs;

namespace AnvilPlan.Bench;

/// <summary>Large designs made up to measure growth.</summary>
internal static class LargeCases
{
    /// <summary>Fifty units of a box of ten parts: equal parts, five hundred blanks to lay on stock.</summary>
    public static Design FiftyUnits()
    {
        var design = StartingDesign.Named("fifty units");
        return design with { Brief = design.Brief with { Quantity = 50 } };
    }

    /// <summary>
    /// A tall shelf of a hundred trays, no two alike, each on two rails and stiffened by two bars: over five hundred parts of their own.
    /// </summary>
    public static Design FiveHundredParts()
    {
        var design = StartingDesign.Named("five hundred parts");
        return design with
        {
            Box = design.Box with { WidthMm = 420, DepthMm = 320, HeightMm = 2900 },
            Trays =
            [
                .. Enumerable.Range(0, 100).Select(i => new Tray($"tray-{i}", $"Tray {i}", "aluminium-5052", 2, null, 25 + (i * 28), 1
                    + (i * 0.02), TraySupport.Rails, "aluminium-6061-10x10") { StiffenerBarId = "aluminium-6061-10x10" }),
            ],
        };
    }

    /// <summary>Twelve trays of ten boards.</summary>
    public static Design HundredAndTwentyDevices()
    {
        var design = StartingDesign.Named("a hundred and twenty devices");
        return design with
        {
            Box = design.Box with { WidthMm = 760, DepthMm = 300, HeightMm = 900 },
            Trays = [.. Enumerable.Range(0, 12).Select(t => new Tray($"tray-{t}", $"Tray {t}", "aluminium-5052", 2, null, 40 + (t * 65), 1,
                TraySupport.Rails, "aluminium-6061-15x15"))],
            Devices = [.. Enumerable.Range(0, 120).Select(i => new Device("d" + i, "sbc-65", "board " + i, $"tray-{i / 10}", 25
                + (i % 10 * 68), 60, 0, null, null, []))],
        };
    }

    public static NestJob SheetJob(int parts)
    {
        var random = new Random(1);
        return new NestJob(3.2, 5, [new NestStock("s", 2440, 1220, null, 100), new NestStock("small", 1220, 610, null, 30)],
            [.. Enumerable.Range(0, parts).Select(i => new NestPart("p" + i, 80 + random.Next(500), 60 + random.Next(400), 1,
                i % 3 == 0))]);
    }
}
