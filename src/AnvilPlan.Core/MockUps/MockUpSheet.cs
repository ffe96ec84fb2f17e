using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Geometry;

namespace AnvilPlan.Core.MockUps;

/// <summary>Something to measure on the mock-up.</summary>
/// <param name="Key"><c>inside/x</c>, <c>tray/ID</c>, <c>place/ID/u</c> and the like.</param>
public sealed record MockUpLine(string Key, string Name, double PlanMm);

public sealed record MockUpReading(string Key, double MeasuredMm);

/// <summary>What the mock-up taught, as changes of the design.</summary>
public static class MockUpSheet
{
    /// <summary>Everything that is decided and can be measured on the mock-up.</summary>
    public static IReadOnlyList<MockUpLine> Lines(Design design, Catalog catalog)
    {
        var inside = Envelope.Of(design, catalog).Inner.Size;
        return
        [
            new("inside/x", "Inside, left to right", Clean(inside.X)),
            new("inside/y", "Inside, front to back", Clean(inside.Y)),
            new("inside/z", "Inside, bottom to top", Clean(inside.Z)),
            .. design.Trays.Select(t => new MockUpLine("tray/" + t.Id, $"{t.Name}, from the {Deck.Name(t.Plane.Behind())}", t.UndersideMm)),
            .. design.Devices.SelectMany(d => (MockUpLine[])[new($"place/{d.Id}/u", $"{d.Name}, u on its deck", d.UMm),
                new($"place/{d.Id}/v", $"{d.Name}, v on its deck", d.VMm)]),
        ];
    }

    /// <summary>The design with the measured lengths in the place of the planned ones.</summary>
    /// <exception cref="MockUpException">A key that the sheet has not, or a length out of range.</exception>
    public static Design Apply(Design design, Catalog catalog, IReadOnlyList<MockUpReading> readings)
    {
        var lines = Lines(design, catalog).ToDictionary(l => l.Key, StringComparer.Ordinal);
        foreach (var reading in readings)
        {
            if (!lines.TryGetValue(reading.Key, out var line))
            {
                throw new MockUpException(reading.Key, $"key is \"{reading.Key}\": the sheet has no such line.");
            }

            if (!double.IsFinite(reading.MeasuredMm) || reading.MeasuredMm < -1000 || reading.MeasuredMm > 3000)
            {
                throw new MockUpException(reading.Key, $"measuredMm is {reading.MeasuredMm} for {line.Name}: it must lie between -1000 "
                    + $"and 3000 mm.");
            }

            design = Changed(design, reading.Key.Split('/'), reading.MeasuredMm, reading.MeasuredMm - line.PlanMm);
        }

        return design;
    }

    private static Design Changed(Design design, string[] key, double measured, double change) => key[0] switch
    {
        "inside" => ChainEdit.Resize(design, key[1] switch { "x" => Axis.X, "y" => Axis.Y, _ => Axis.Z }, change),
        "tray" => design.WithTray(key[1], t => t with { UndersideMm = measured }),
        _ => design.WithDevice(key[1], d => key[2] == "u" ? d with { UMm = measured } : d with { VMm = measured }),
    };

    private static double Clean(double value) => Math.Round(value, 6);
}

/// <summary>A reading that cannot be taken over; the message is one sentence.</summary>
public sealed class MockUpException(string key, string message) : Exception(message)
{
    public string Key { get; } = key;
}
